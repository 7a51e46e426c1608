import { useEffect, useState } from 'react';
import type { PhaseOrder, PlannedStack } from '@rapid-jig/core';
import { useServices } from '../services';
import { useRunState } from './RunRoute';

/** The order of cuts in every phase of a stack; null until the worker has found it, and where it cannot be started. */
export function useSawingOrder(stack: PlannedStack | null): readonly PhaseOrder[] | null {
  const { planner } = useServices();
  const { revisions } = useRunState();
  const [found, setFound] = useState<{ readonly stackKey: string; readonly orders: readonly PhaseOrder[] } | null>(
    null,
  );
  useEffect(() => {
    if (stack === null || found?.stackKey === stack.key) return;
    let isWanted = true;
    // Without the worker cuts stand in the order of the plan, which keeps its rules.
    void planner.sawingOrder(stack, revisions).then(
      (orders) => isWanted && orders && setFound({ stackKey: stack.key, orders }),
      () => undefined,
    );
    return () => {
      isWanted = false;
    };
  }, [found, planner, revisions, stack]);
  return stack !== null && found?.stackKey === stack.key ? found.orders : null;
}
