import type { Mix } from './phases';

/** What one pass of a mix costs, in any unit of money, and the blades it asks for. */
export interface MixCost {
  readonly mix: Mix;
  readonly cost: number;
  readonly blades: readonly string[];
}

/** Costs nearer than this share of a unit are the same: far below what money has, far above what sums of floats lose. */
export const COST_STEPS = 1e6;

/** What a pass costs, in steps of {@link COST_STEPS} to a unit of money. */
export const costInSteps = ({ cost }: Pick<MixCost, 'cost'>): number => Math.round(cost * COST_STEPS);
