import { useCallback } from 'react';
import { Alert, Box, Typography } from '@mui/material';
import { useStore } from 'zustand';
import {
  boardsDiffer,
  compareMm,
  passesOnBoards,
  rackOfRun,
  type PassOnBoards,
  type PlannedStack,
} from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';
import { useServices, useShop } from '../use-services';
import type { Services } from '../services';
import { useRunState } from './RunRoute';
import type { PlanInView } from './run-state';
import { useAsked } from '../workers/use-asked';
import { alikePasses, isAsReckoned } from './alike-passes';
import { LayersAsCut } from './LayersAsCut';
import { loadRunWood, type LoadedWood } from './loaded-wood';

const FAILED = 'failed';
const woodOrFailed = (services: Services): Promise<LoadedWood | typeof FAILED> =>
  loadRunWood(services).catch((): typeof FAILED => FAILED);

/** What the layers of a stack measure, pass by pass, on the boards that its blanks are laid on. */
export function BoardsOfStack({ stack }: { readonly stack: PlannedStack }) {
  const loaded = useAsked(useServices(), woodOrFailed)?.answer ?? null;
  return (
    <Box sx={{ mb: 2 }}>
      <Typography variant="h3">On the boards of the rack</Typography>
      {loaded === FAILED ? (
        <Typography variant="body2">
          The rack could not be read: open the stack again once the program answers.
        </Typography>
      ) : loaded === null ? (
        <Typography variant="body2">Looking at the boards…</Typography>
      ) : (
        <Passes stack={stack} {...loaded} />
      )}
    </Box>
  );
}

type PassesProps = LoadedWood & { readonly stack: PlannedStack };

function Passes({ stack, rack: session, machines }: PassesProps) {
  const { planner } = useServices();
  const { saw } = useShop();
  const planned = useRunState('planned');
  const rack = useStore(session.store);
  const lay = useCallback(
    async ({ plan, input: { run } }: PlanInView): Promise<readonly PassOnBoards[] | typeof FAILED | null> => {
      const items = rack.items.map(({ doc }) => doc);
      const entries = rackOfRun(items, rack.moves, run.id);
      if (!boardsDiffer(stack, entries, machines)) return [];
      const task = { plan, rack: entries, machines, objective: 'wood' as const, wishes: run.wood };
      const laid = await planner.wood(task, () => undefined).catch((): typeof FAILED => FAILED);
      return laid === FAILED || laid === null ? laid : passesOnBoards(laid.groups, entries)(stack);
    },
    [planner, rack, machines, stack],
  );
  const passes = useAsked(planned, lay)?.answer;
  if (!passes) return <Typography variant="body2">Laying the blanks on the boards…</Typography>;
  if (passes === FAILED)
    return <Typography variant="body2">The blanks could not be laid: the wood page of this run says why.</Typography>;
  if (passes.every((pass) => isAsReckoned(pass, stack)))
    return <Typography variant="body2">Every layer comes out as reckoned.</Typography>;
  return (
    <>
      {alikePasses(passes).map(({ first, last, pass: { layersMm, heightMm } }) => (
        <Typography variant="body2" key={first}>
          {first === last ? `Pass ${String(first)}` : `Passes ${String(first)} to ${String(last)}`} still to saw:{' '}
          <LayersAsCut layersMm={layersMm} />, together <Measure mm={heightMm} />
        </Typography>
      ))}
      {passes.some(({ heightMm }) => compareMm(heightMm, saw.maxHeight.mm) > 0) && (
        <Alert severity="error" sx={{ mt: 1 }}>
          Higher than the saw takes, <Measure {...saw.maxHeight} />. Under Thickness as measured say what these boards
          measure, or lay the stack on others.
        </Alert>
      )}
    </>
  );
}
