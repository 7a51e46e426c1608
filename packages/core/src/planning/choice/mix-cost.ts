import type { Mix } from '../phases';

/** What one pass of a mix costs, in any unit of money, and the blades it asks for; or several passes that lie side by side. */
export interface MixCost {
  /** Layers of all its passes. */
  readonly mix: Mix;
  /** How many passes; one where it is left out. */
  readonly abreast?: number;
  readonly cost: number;
  readonly blades: readonly string[];
}

/** What ways to saw layers are compared by, in this order. */
export interface Compared {
  /** In steps of {@link COST_STEPS} to a unit of money. */
  readonly cost: number;
  readonly passes: number;
  /** Sum of the squares of the layers: of as many passes the most even have the least. */
  readonly unevenness: number;
}

export const isBetter = (a: Compared, b: Compared): boolean =>
  a.cost !== b.cost ? a.cost < b.cost : a.passes !== b.passes ? a.passes < b.passes : a.unevenness < b.unevenness;

/** Costs nearer than this share of a unit are the same: far below what money has, far above what sums of floats lose. */
export const COST_STEPS = 1e6;

/** What a pass costs, in steps of {@link COST_STEPS} to a unit of money. */
export const costInSteps = ({ cost }: Pick<MixCost, 'cost'>): number => Math.round(cost * COST_STEPS);
