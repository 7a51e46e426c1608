import { createContext, useContext, useEffect, useState } from 'react';
import { useServices } from '../services';
import type { RunPrices } from '../workers/planner.worker';
import { WorkerFailed } from '../workers/restarting';
import { useRunState } from './RunRoute';

/** What the wishes of the run cost; null until that is known. */
const PricesContext = createContext<RunPrices | null>(null);

export const PricesOfRun = PricesContext;
export const useRunPrices = (): RunPrices | null => useContext(PricesContext);

/** Edits closer together than this are priced once, ms. */
const STILL_MS = 400;

/** Prices the wishes of the run in view, in a worker, whenever its plan has come to rest. */
export function usePricing(): RunPrices | null {
  const { planner } = useServices();
  const { planned } = useRunState();
  const [prices, setPrices] = useState<RunPrices | null>(null);
  useEffect(() => {
    if (!planned) return;
    const waiting = setTimeout(() => {
      planner.prices(planned.plan, planned.input).then(
        (told) => {
          if (told) setPrices(told);
        },
        (error: unknown) => {
          // The run says itself that what plans could not be fetched.
          if (!(error instanceof WorkerFailed)) throw error;
        },
      );
    }, STILL_MS);
    return () => clearTimeout(waiting);
  }, [planned, planner]);
  return prices;
}
