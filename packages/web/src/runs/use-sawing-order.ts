import { useCallback } from 'react';
import type { PhaseOrder, PlannedStack } from '@rapid-jig/core';
import { useServices, useShop } from '../use-services';
import { useRunDoc, useRunState } from './RunRoute';
import { useAsked } from '../workers/use-asked';

/** The order of cuts in every phase of a stack; null until it is found: then they stand in the order of the plan, which keeps its rules. */
export function useSawingOrder(stack: PlannedStack | null): readonly PhaseOrder[] | null {
  const { planner } = useServices();
  const revisions = useRunState('revisions');
  const { corners } = useShop();
  const ownOrders = useRunDoc((run) => run.stacks.cutOrders);
  const ask = useCallback(
    (of: PlannedStack) => planner.sawingOrder(of, revisions, ownOrders, corners),
    [planner, revisions, ownOrders, corners],
  );
  const found = useAsked(stack, ask);
  return stack !== null && found?.of.key === stack.key ? found.answer : null;
}
