import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { useServices } from '../use-services';
import type { RunPrices } from '../workers/planner.worker';
import { WorkerFailed } from '../workers/restarting';
import { useAsked } from '../workers/use-asked';
import { useRunState } from './RunRoute';
import { AT_REST_MS } from './run-planning';
import type { PlanInView } from './run-state';

/** What is worked out about a run beside its plan; null until it is known. */
export interface BesidePlan {
  /** Ids of the parts that may be cut together. */
  readonly families: readonly (readonly string[])[] | null;
  readonly prices: RunPrices | null;
}

export const BesideThePlan = createContext<BesidePlan>({ families: null, prices: null });

export const useRunPrices = (): RunPrices | null => useContext(BesideThePlan).prices;
export const useFamilies = (): readonly (readonly string[])[] => useContext(BesideThePlan).families ?? [];

/** The run says itself that what plans could not be fetched. */
const unlessTold = (error: unknown): void => {
  if (!(error instanceof WorkerFailed)) throw error;
};

/** Works out, in a worker, which layers may be moved where, and at rest what each wish costs. */
export function useBesidePlan(): BesidePlan {
  const { planner } = useServices();
  const planned = useRunState('planned');
  const ask = useCallback(({ input }: PlanInView) => planner.families(input), [planner]);
  const families = useAsked(planned, ask)?.answer ?? null;
  const [prices, setPrices] = useState<RunPrices | null>(null);
  useEffect(() => {
    if (!planned) return;
    const { input } = planned;
    const waiting = setTimeout(() => {
      planner.prices(planned, input).then((told) => told && setPrices(told), unlessTold);
    }, AT_REST_MS);
    return () => clearTimeout(waiting);
  }, [planned, planner]);
  return useMemo(() => ({ families, prices }), [families, prices]);
}
