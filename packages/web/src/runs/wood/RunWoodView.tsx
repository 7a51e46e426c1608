import { useEffect, useMemo, useState } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { Link, useLoaderData } from 'react-router';
import { useStore } from 'zustand';
import {
  countStock,
  formatLength,
  formatMinutes,
  stockCount,
  woodById,
  type Machines,
  type RackEntry,
  type WoodGroup,
} from '@rapid-jig/core';
import { Choice } from '../../fields/Choice';
import { Measure } from '../../fields/Measure';
import { openRack, type RackSession, type StockEntry } from '../../rack/rack-session';
import { useServices, useUnit, type Services } from '../../services';
import { orThrow } from '../../shell/or-throw';
import { Page } from '../../shell/Page';
import { Swatch } from '../../drawing/Swatch';
import { counted } from '../../words/counted';
import { useRunDoc, useRunState } from '../RunRoute';
import { BoardLayout } from './BoardLayout';
import { boardsTaken, offcutsOf } from './stock-of-run';

interface LoadedWood {
  readonly rack: RackSession;
  readonly machines: Machines;
}

export async function loadRunWood(services: Services): Promise<LoadedWood> {
  const [rack, machines] = await Promise.all([openRack(services), services.api.machines()]);
  return { rack, machines: orThrow(machines).doc };
}

const OBJECTIVES = [
  ['wood', 'Least wood'],
  ['money', 'Least money'],
] as const;

/** Which boards to pull, how to mill them, where every blank lies, what is left and what is missing. */
export function RunWoodView() {
  const { rack: session, machines } = useLoaderData<LoadedWood>();
  const { planned } = useRunState();
  const runId = useRunDoc((run) => run.id);
  const name = useRunDoc((run) => run.name);
  const rack = useStore(session.store);
  const [objective, setObjective] = useState<'wood' | 'money'>('wood');
  const entries = useMemo(() => rackFor(rack, runId), [rack, runId]);
  const groups = useWood(planned?.plan ?? null, entries, machines, objective);
  return (
    <Page wide>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Wood for {name}
        </Typography>
        <Choice label="Laid for" value={objective} options={OBJECTIVES} onChange={setObjective} width={160} />
        <Button component={Link} to=".." relative="path">
          Back to the run
        </Button>
      </Box>
      {groups === null && <Typography sx={{ py: 4 }}>Laying the blanks …</Typography>}
      {groups?.length === 0 && <Typography sx={{ py: 4 }}>Everything is sawn: no wood is needed.</Typography>}
      {groups && groups.length > 0 && (
        <>
          <Shopping groups={groups} />
          <StockActions session={session} groups={groups} runId={runId} />
          {groups.map((group) => (
            <GroupView key={`${group.woodId} ${String(group.thicknessMm)}`} group={group} entries={entries} />
          ))}
        </>
      )}
    </Page>
  );
}

/** What the run may have: all that no other run has reserved. */
function rackFor({ items, moves }: ReturnType<RackSession['store']['getState']>, runId: string): RackEntry[] {
  const counts = countStock(moves);
  return items.map(({ doc }) => {
    const { free, reserved } = stockCount(counts, doc.id);
    return { item: doc, free: free + (reserved[runId] ?? 0) };
  });
}

/** Lays in the worker; late answers are dropped. */
function useWood(
  plan: NonNullable<ReturnType<typeof useRunState>['planned']>['plan'] | null,
  rack: readonly RackEntry[],
  machines: Machines,
  objective: 'wood' | 'money',
): WoodGroup[] | null {
  const { planner } = useServices();
  const [groups, setGroups] = useState<WoodGroup[] | null>(null);
  useEffect(() => {
    if (!plan) return;
    let isWanted = true;
    void planner.wood({ plan, rack, machines, objective }).then((found) => {
      if (isWanted) setGroups(found);
    });
    return () => {
      isWanted = false;
    };
  }, [plan, rack, machines, objective, planner]);
  return groups;
}

/** What lacks, as a list to go shopping with, and the way out that is at hand. */
function Shopping({ groups }: { readonly groups: readonly WoodGroup[] }) {
  const { unit } = useUnit();
  const lacking = groups.filter(({ missing }) => missing.length > 0);
  if (lacking.length === 0)
    return (
      <Alert severity="success" sx={{ mb: 2 }}>
        The rack has all the wood for this run.
      </Alert>
    );
  return (
    <Alert severity="warning" sx={{ mb: 2 }}>
      <b>To buy</b>
      <Box component="ul" aria-label="Shopping list" sx={{ m: 0, pl: 2.5 }}>
        {lacking.map(({ woodId, thicknessMm, missing, toBuy, substitutes }) => (
          <li key={`${woodId} ${String(thicknessMm)}`}>
            {woodById(woodId)?.name}, {formatLength(thicknessMm, unit)} thick:{' '}
            {toBuy &&
              (toBuy.boardFeet === null
                ? `${toBuy.squareFeet.toFixed(1)} sq ft`
                : `${toBuy.boardFeet.toFixed(2)} board feet`)}{' '}
            for {counted(missing.length, 'blank')}
            {toBuy &&
              `, at least ${formatLength(toBuy.widest, unit)} wide and ${formatLength(toBuy.longest, unit)} long`}
            .
            {substitutes.length > 0 &&
              ` The rack has ${substitutes.map((id) => woodById(id)?.name.toLowerCase() ?? id).join(' or ')} of this thickness; painted parts may take it.`}
          </li>
        ))}
      </Box>
    </Alert>
  );
}

interface StockActionsProps {
  readonly session: RackSession;
  readonly groups: readonly WoodGroup[];
  readonly runId: string;
}

/** Reserving the boards for the run, and drawing them from the rack once they are cut, offcuts put back. */
function StockActions({ session, groups, runId }: StockActionsProps) {
  const moves = useStore(session.store, (state) => state.moves);
  const [said, setSaid] = useState<string | null>(null);
  const taken = boardsTaken(groups);
  const counts = countStock(moves);
  const held = [...new Set(moves.map(({ itemId }) => itemId))].flatMap((itemId) => {
    const count = stockCount(counts, itemId).reserved[runId] ?? 0;
    return count > 0 ? [{ itemId, count }] : [];
  });
  const send = async (entries: readonly StockEntry[], done: string): Promise<boolean> => {
    const answer = entries.length === 0 ? null : await session.move(entries);
    setSaid(answer && !answer.ok ? `${answer.error.message} ${answer.error.hint}` : done);
    return answer?.ok ?? true;
  };
  const release = held.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'released', count, runId }));
  const reserve = taken.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'reserved', count, runId }));
  const use = async (): Promise<void> => {
    const rack = session.store.getState().items.map(({ doc }) => doc);
    const offcuts = offcutsOf(groups, rack);
    const used = taken.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'used', count, runId }));
    if (!(await send(used, 'Drawn from the rack.'))) return;
    const added = await session.add(offcuts.map((item) => ({ item, quantity: 1 })));
    setSaid(added.ok ? `Drawn from the rack; ${counted(offcuts.length, 'offcut')} put back.` : added.error.message);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
      <Button
        variant="outlined"
        disabled={taken.length === 0}
        onClick={() => void send([...release, ...reserve], 'Reserved for this run.')}
      >
        {held.length > 0 ? 'Reserve these instead' : 'Reserve these boards'}
      </Button>
      {held.length > 0 && <Button onClick={() => void send(release, 'Released.')}>Release them</Button>}
      <Button variant="contained" disabled={taken.length === 0} onClick={() => void use()}>
        They are cut: draw them from the rack
      </Button>
      {said && <Typography role="status">{said}</Typography>}
    </Box>
  );
}

function GroupView({ group, entries }: { readonly group: WoodGroup; readonly entries: readonly RackEntry[] }) {
  const { woodId, thicknessMm, blanks, boards, missing, usedShare, bestShare, millingMinutes } = group;
  return (
    <Box component="section" aria-label={woodById(woodId)?.name ?? woodId} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Swatch woodId={woodId} /> {woodById(woodId)?.name}, <Measure mm={thicknessMm} />
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 1.5 }}>
        {counted(blanks.length - missing.length, 'blank')} on {counted(boards.length, 'board')}
        {boards.length > 0 &&
          ` · ${(usedShare * 100).toFixed(1)} % used; with these kerfs no layout can pass ${(bestShare * 100).toFixed(1)} %`}
        {millingMinutes > 0 && ` · ${formatMinutes(millingMinutes)} of milling`}
      </Typography>
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5 }}>
        {boards.map((board, i) => (
          <BoardLayout
            key={i}
            board={board}
            blanks={blanks}
            woodId={woodId}
            item={entries.find(({ item }) => item.id === board.itemId)?.item ?? null}
          />
        ))}
      </Box>
    </Box>
  );
}
