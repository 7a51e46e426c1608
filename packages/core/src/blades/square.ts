import { requireAbove } from '../result';

/** A strip sawn on both long sides, the work turned over end for end between the two cuts, measured as it came off the second. */
export interface TestStrip {
  /** Width of the face that lay on the table, mm. */
  readonly belowMm: number;
  /** Width of the face that lay up, mm. */
  readonly aboveMm: number;
  readonly thicknessMm: number;
}

export interface Squareness {
  /** How far the table is from square to the blade, radians, 0 or more. */
  readonly error: number;
  /** The side of the table to lower, with the strip right of the blade in the second cut; null where nothing can be measured. */
  readonly lower: 'left' | 'right' | null;
}

/** Widths nearer than this are one to a caliper, mm: half a thousandth of an inch. */
const SAME_WIDTH = 0.0127;

/**
 * How far the table is from square: atan((g1 - g2) / (2 t)), g1 and g2 the widths of the strip's faces (geometry: each cut
 * leans by the error, and turning the work end for end makes the two lean apart; turned about the cut's own line they would be
 * parallel at any tilt). Throws where a length is not above zero.
 */
export function squarenessBy({ belowMm, aboveMm, thicknessMm }: TestStrip): Squareness {
  requireAbove(0, belowMm, 'belowMm', 'mm');
  requireAbove(0, aboveMm, 'aboveMm', 'mm');
  requireAbove(0, thicknessMm, 'thicknessMm', 'mm');
  const wider = belowMm - aboveMm;
  return {
    error: Math.atan(Math.abs(wider) / (2 * thicknessMm)),
    // Wider below, the blade leans to the right over the table, whose right side stands too high.
    lower: Math.abs(wider) < SAME_WIDTH ? null : wider > 0 ? 'right' : 'left',
  };
}

/** How far a block of a height must lean to stand along the blade at a tilt, mm: height times tan of the tilt. `tilt` in radians. */
export function leanOfBlock(heightMm: number, tilt: number): number {
  requireAbove(0, heightMm, 'heightMm', 'mm');
  return heightMm * Math.tan(Math.abs(tilt));
}

/** The angle at which a blade pulls off a line, radians: it is `offMm` beside it after `lengthMm` along it. Throws where a length is below zero. */
export function driftBy(offMm: number, lengthMm: number): number {
  requireAbove(0, lengthMm, 'lengthMm', 'mm');
  return Math.atan(Math.max(0, offMm) / lengthMm);
}
