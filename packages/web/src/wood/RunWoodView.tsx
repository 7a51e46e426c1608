import { useMemo, useState } from 'react';
import { Alert, Box, Button, LinearProgress, Typography } from '@mui/material';
import { Link, useLoaderData } from 'react-router';
import { useStore } from 'zustand';
import { cutCaution, rackOfRun, type WoodGroup, type WoodProgress } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { useServices } from '../use-services';
import { Page } from '../shell/Page';
import { useUndoKeys } from '../shell/SaveBadge';
import { useOpenRun, useRunDoc } from '../runs/RunRoute';
import { BoughtParts, useBought } from './BoughtParts';
import type { LoadedWood } from '../runs/loaded-wood';
import { PassHeights } from './PassHeights';
import { RodsView } from './RodsView';
import { Shopping } from './Shopping';
import { StockActions } from './StockActions';
import { useWood } from './use-wood';
import { Granted, WaysOut } from './WaysOut';
import { WoodGroupView } from './WoodGroupView';
import { CUT_CAUTIONS } from './wood-words';

const OBJECTIVES = [
  ['wood', 'Least wood'],
  ['money', 'Least money'],
] as const;

/** Which boards to pull, how to mill them, where every blank lies, what is left and what is missing. */
export function RunWoodView() {
  const { rack: session, machines } = useLoaderData<LoadedWood>();
  const runId = useRunDoc((run) => run.id);
  const name = useRunDoc((run) => run.name);
  const rack = useStore(session.store);
  const [objective, setObjective] = useState<'wood' | 'money'>('wood');
  const entries = useMemo(
    () =>
      rackOfRun(
        rack.items.map(({ doc }) => doc),
        rack.moves,
        runId,
      ),
    [rack, runId],
  );
  const { laid, progress, ways, trouble } = useWood(entries, { machines, objective });
  useUndoKeys(useOpenRun().session.document);
  const bought = useBought(session, entries, runId);
  const isLacking = laid?.groups.some(({ missing }) => missing.length > 0) ?? false;
  const isEmpty = laid?.groups.length === 0 && laid.rods.length === 0;
  return (
    <Page wide title={`Wood for ${name}`}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Wood for {name}
        </Typography>
        {machines.jigsaw && <CutsChoice />}
        <Choice label="Laid for" value={objective} options={OBJECTIVES} onChange={setObjective} width={160} />
        <Button component={Link} to=".." relative="path">
          Back to the run
        </Button>
      </Box>
      <Granted />
      {trouble !== null && (
        <Alert severity="error" sx={{ mb: 2 }}>
          The blanks could not be laid: {trouble} Change the rack or the run, or open this page again; nothing is lost.
        </Alert>
      )}
      {(progress !== null || (laid === null && trouble === null)) && <LayingBar progress={progress} />}
      {isEmpty && <Typography sx={{ py: 4 }}>Every blank is cut or sawn: no wood is needed.</Typography>}
      {laid && !isEmpty && (
        <>
          {laid.stopped && <Typography sx={{ mb: 1 }}>Stopped: this is the best layout until then.</Typography>}
          <Shopping session={session} groups={laid.groups} rods={laid.rods} bought={bought} />
          <WaysOut ways={ways} isLacking={isLacking} />
          <Cautions groups={laid.groups} />
          <StockActions session={session} laid={laid} runId={runId} />
          {laid.groups.map((group) => (
            <WoodGroupView key={`${group.woodId} ${String(group.thicknessMm)}`} group={group} entries={entries} />
          ))}
          <PassHeights plan={laid.plan} groups={laid.groups} entries={entries} />
          <RodsView rods={laid.rods} />
        </>
      )}
      <BoughtParts session={session} needs={bought} runId={runId} />
    </Page>
  );
}

/** What the marks at the cuts mean, and who decides. */
function Cautions({ groups }: { readonly groups: readonly WoodGroup[] }) {
  const steps = groups.flatMap(({ boards }) => boards.flatMap(({ cuts }) => cuts));
  const ids = new Set(steps.flatMap((step) => cutCaution(step) ?? []));
  return (
    <Typography variant="body2" color="textSecondary" sx={{ mb: 2, maxWidth: 900 }}>
      Eye protection, dust mask and extraction at every machine.{' '}
      {[...ids].map((id) => (
        <span key={id}>
          <b>△ {CUT_CAUTIONS[id][0]}:</b> {CUT_CAUTIONS[id][1]}{' '}
        </span>
      ))}
      These are the usual cautions: the machines’ manuals, local rules and a qualified person decide; nothing here is
      certified.
    </Typography>
  );
}

const MANNERS = [
  ['edge-to-edge', 'From side to side'],
  ['free-form', 'Free, with the jigsaw'],
] as const;

/** Whether blanks are cut from side to side, or cut out wherever they lie. */
function CutsChoice() {
  const { session } = useOpenRun();
  const isFree = useRunDoc((run) => run.wood.freeForm);
  return (
    <Choice
      label="Cuts"
      value={isFree ? 'free-form' : 'edge-to-edge'}
      options={MANNERS}
      width={210}
      onChange={(manner) =>
        session.document.edit((run) => ({ ...run, wood: { ...run.wood, freeForm: manner === 'free-form' } }))
      }
    />
  );
}

/** How far the laying is, and a way to be content with what there is. */
function LayingBar({ progress }: { readonly progress: WoodProgress | null }) {
  const { planner } = useServices();
  return (
    <Box role="status" sx={{ display: 'flex', gap: 2, alignItems: 'center', minHeight: 44, mb: 1 }}>
      <LinearProgress
        aria-label="Laying the blanks"
        variant={progress ? 'determinate' : 'indeterminate'}
        value={progress ? (100 * progress.done) / progress.of : 0}
        sx={{ width: 180 }}
      />
      <Typography>
        {progress
          ? `Laying wood ${String(progress.done + 1)} of ${String(progress.of)}; ${String(progress.rounds)} layouts tried`
          : 'Laying the blanks …'}
      </Typography>
      <Button size="small" onClick={() => void planner.stopWood()}>
        Enough: take the best so far
      </Button>
    </Box>
  );
}
