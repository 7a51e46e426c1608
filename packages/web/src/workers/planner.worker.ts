import { expose } from 'comlink';
import {
  costOf,
  planRun,
  planWood,
  type Plan,
  type PlanCost,
  type PlanError,
  type PlanInput,
  type Result,
  type Search,
  type WoodGroup,
  type WoodPlanInput,
} from '@rapid-jig/core';

export interface PlannedRun {
  readonly plan: Plan;
  readonly cost: PlanCost;
  /** Time the plan took, ms. */
  readonly tookMs: number;
}

/** A search that repeats with its seed and ends with its steps (mulberry32). */
function searchFor(seed: number, steps: number): Search {
  let [state, left] = [(seed + 1) >>> 0, steps];
  const random = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return { random, spend: (taken) => (left -= taken) > 0 };
}

const planner = {
  wood(input: WoodPlanInput): WoodGroup[] {
    return planWood(input, searchFor);
  },

  async plan(input: PlanInput): Promise<Result<PlannedRun, PlanError>> {
    const started = performance.now();
    const result = await planRun(input, { onStage: () => undefined });
    if (!result.ok) return result;
    return { ok: true, value: { plan: result.value, cost: costOf(result.value), tookMs: performance.now() - started } };
  },
};

export type PlannerApi = typeof planner;

expose(planner);
