import { expose } from 'comlink';
import {
  costOf,
  planRun,
  planWood,
  seededSearch,
  type Plan,
  type PlanCost,
  type PlanError,
  type PlanInput,
  type Result,
  type WoodGroup,
  type WoodPlanInput,
} from '@rapid-jig/core';

export interface PlannedRun {
  readonly plan: Plan;
  readonly cost: PlanCost;
  /** Time the plan took, ms. */
  readonly tookMs: number;
}

const planner = {
  wood(input: WoodPlanInput): WoodGroup[] {
    return planWood(input, seededSearch);
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
