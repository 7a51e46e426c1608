import type { WoodPace } from './economy';

/**
 * What a cut wants beside its line: a kerf wide enough for paint or glue between the pieces; one so narrow that pieces which go
 * back together hold each other; a lower face without splinters.
 */
export const CUT_WANTS = ['room-for-paint', 'narrow-kerf', 'clean-underside'] as const;
export type CutWant = (typeof CUT_WANTS)[number];

/** What a cut asks of a blade. */
export interface CutDemand {
  /** The hardest layer, newtons: it limits the height. */
  readonly hardnessN: number;
  /** Wood under the blade, mm. */
  readonly heightMm: number;
  /** What the wood under the blade takes: each layer counts by its thickness. */
  readonly pace: WoodPace;
  /** Of the line, mm. */
  readonly lengthMm: number;
  /** Radius of the tightest curve, mm; null where there is none. */
  readonly tightestRadius: number | null;
  /** How far the curves turn all told, radians. */
  readonly turning: number;
  /** All of them, the sharp inside ones among them. */
  readonly corners: number;
  readonly sharpInsideCorners: number;
  /** False where the work cannot be turned about the blade. */
  readonly turnable: boolean;
  /** The largest hole that the waste of an inside cut has room for, mm; null where the blade comes in from the edge. */
  readonly openingMm: number | null;
  readonly wants: readonly CutWant[];
}
