import { proxy, wrap, type Remote } from 'comlink';
import type { PlanError, PlanInput, Result, WoodProgress } from '@rapid-jig/core';
import type { LaidWood, PlannedRun, PlannerApi, WoodTask } from './planner.worker';

export interface Planner {
  /** Plans in the worker. Null where a later call overtook this one: late answers are dropped. */
  plan(input: PlanInput): Promise<Result<PlannedRun, PlanError> | null>;
  /** Lays a plan's blanks on the rack and cuts its rods. Null where a later call overtook this one. */
  wood(task: WoodTask, onProgress: (progress: WoodProgress) => void): Promise<LaidWood | null>;
  /** Ends the laying under way; the best so far is its answer. */
  stopWood: Remote<PlannerApi>['stopWood'];
  waysOut: Remote<PlannerApi>['waysOut'];
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
  // What lays wood works for seconds; plans must not wait for it.
  const layer = wrap<PlannerApi>(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }));
  return {
    ...newestOnly((input) => remote.plan(input)),
    wood: (task, onProgress) => layer.wood(task, proxy(onProgress)),
    stopWood: layer.stopWood,
    waysOut: layer.waysOut,
  };
}
