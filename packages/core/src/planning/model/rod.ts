import type { Tally } from './count';

/** A dowel or strip of a template, with how many of it a run needs. mm. */
export interface PlannedRod {
  readonly rodId: string;
  readonly templateId: string;
  readonly templateName: string;
  readonly name: string;
  readonly kind: 'dowel' | 'strip';
  readonly woodId: string;
  readonly thicknessMm: number;
  /** null for a dowel. */
  readonly widthMm: number | null;
  readonly lengthMm: number;
  readonly tally: Tally;
  /** How many are still to be cut. */
  readonly count: number;
}

/** One bar from the rack and what is cut from it. */
export interface RodBar {
  readonly itemId: string;
  /** Which of the alike ones, from 1. */
  readonly copy: number;
  readonly lengthMm: number;
  /** How many of each rod of the group. */
  readonly pieces: readonly number[];
  /** What is left at its end, mm. */
  readonly restMm: number;
}

/** All rods of one wood and section, and the bars they come from. */
export interface RodGroup {
  readonly kind: 'dowel' | 'strip';
  readonly woodId: string;
  readonly thicknessMm: number;
  readonly widthMm: number | null;
  readonly rods: readonly PlannedRod[];
  readonly bars: readonly RodBar[];
  /** How many of each rod no bar has room for. */
  readonly missing: readonly number[];
  /** What those cost at what such bars on the rack cost by their length, minor units; null where no price is known. */
  readonly missingCostMinor: number | null;
  /** Of the bars cut, the share that becomes rods. */
  readonly usedShare: number;
  /** True where no way of cutting takes less. */
  readonly proven: boolean;
}
