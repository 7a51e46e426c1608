import { wrap } from 'comlink';
import type { PlanError, PlanInput, Result, WoodGroup, WoodPlanInput } from '@rapid-jig/core';
import type { PlannedRun, PlannerApi } from './planner.worker';

export interface Planner {
  /** Plans in the worker. Null where a later call overtook this one: late answers are dropped. */
  plan(input: PlanInput): Promise<Result<PlannedRun, PlanError> | null>;
  /** Lays a plan's blanks on the rack. */
  wood(input: WoodPlanInput): Promise<WoodGroup[]>;
}

/** Wraps whatever plans so that only the newest answer arrives. */
export function newestOnly(plan: (input: PlanInput) => Promise<Result<PlannedRun, PlanError>>): Pick<Planner, 'plan'> {
  let ticket = 0;
  return {
    plan: async (input) => {
      const mine = ++ticket;
      const result = await plan(input);
      return mine === ticket ? result : null;
    },
  };
}

export function startPlanner(): Planner {
  const worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlannerApi>(worker);
  return { ...newestOnly((input) => remote.plan(input)), wood: (input) => remote.wood(input) };
}
