import type { Point } from '../geometry';
import type { Length } from '../units';
import type { Grain } from '../wood';

/** What is done along a line of the drawing. */
export const LINE_KINDS = ['outline', 'inside', 'through', 'drilled', 'mark', 'fold', 'ignore'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** What the maker decides about a fault: make it whole, take the line out, or leave it as drawn. */
export const MEND_ACTIONS = ['close', 'drop', 'keep'] as const;
export type MendAction = (typeof MEND_ACTIONS)[number];

/** What a drawing is scaled to. Lengths are of the whole drawing. */
export type ScaleTarget =
  | { readonly by: 'factor'; readonly factor: number }
  | { readonly by: 'width' | 'height'; readonly length: Length }
  /** As large as goes on a board, not turned. */
  | { readonly by: 'board'; readonly width: Length; readonly height: Length };

/** A change of size or position. Points are in the frame the drawing has before the step: mm, lower left corner (0, 0). */
export type ShapeStep =
  | { readonly kind: 'scale'; readonly to: ScaleTarget }
  /** The distance between two points of the drawing, as measured on the thing itself. */
  | { readonly kind: 'true-size'; readonly from: Point; readonly to: Point; readonly distance: Length }
  /** Radians, positive to the left. */
  | { readonly kind: 'rotate'; readonly angle: number }
  | { readonly kind: 'mirror'; readonly axis: 'left-right' | 'up-down' };

/** An edge of an outline: the straight piece that starts at this place of the line. */
export interface EdgeOfLine {
  readonly line: string;
  readonly segment: number;
}

/**
 * Everything the maker did to an original drawing. With the original it gives the drawing again, and it can be done to
 * a better original: lines and faults are named by the elements they come from.
 */
export interface DrawingSteps {
  /** What one unit of the file is worth, mm; null until it is known. */
  readonly mmPerUnit: number | null;
  /** Ends no further apart than this meet, mm. */
  readonly joinWithin: number;
  /** Decisions by the id of the fault. */
  readonly mends: Readonly<Record<string, MendAction>>;
  /** Corrections by the id of the line. */
  readonly kinds: Readonly<Record<string, LineKind>>;
  /** Corrections for all lines of one layer and colour, by the key of the group. */
  readonly groups: Readonly<Record<string, LineKind>>;
  /** Points of straight pieces that can go without moving the line by more than this, mm; 0 to keep all. */
  readonly simplifyWithin: number;
  /** Ids of the features that keep their size while the drawing is scaled. */
  readonly held: readonly string[];
  readonly shape: readonly ShapeStep[];
  /** Which way the grain runs, or null to follow the wood. */
  readonly grain: Grain | null;
  readonly datum: EdgeOfLine | null;
  /** True where parts that are drawn several times are one part, so many a copy. */
  readonly equalAsOne: boolean;
}

/** Less than the thinnest kerf, mm. */
export const JOIN_WITHIN = 0.1;

/** A drawing to which nothing was done; a unit of it is worth so many mm, null where that is still to be asked. */
export const noSteps = (mmPerUnit: number | null): DrawingSteps => ({
  mmPerUnit,
  joinWithin: JOIN_WITHIN,
  mends: {},
  kinds: {},
  groups: {},
  simplifyWithin: 0,
  held: [],
  shape: [],
  grain: null,
  datum: null,
  equalAsOne: true,
});
