/*
 * What is equal, what touches, what is flat. Every room compares with these; a kernel whose figures are of another kind
 * (counts, costs, an angle found by steps) has its own and says why beside it.
 */

/** Points nearer than this are one, mm: the nanometre that every length is snapped to. */
export const SAME_POINT = 1e-6;

/** Lines nearer than this touch, mm: a hundredth of the finest pencil line, and a hundred times what drawings round to. */
export const TOUCHING = 1e-3;

/** Figures that differ by less than this share of their size are the same: what sums and products leave in floating point. */
export const SAME_SHARE = 1e-9;

/** A smaller turn than this is none, radians: over a board of 5 m it strays by 5 micrometres. */
export const STRAIGHT = 1e-6;

/** How far a flattened line may stand off the true curve, mm: a third of the thinnest pencil line. */
export const FLATTENING_TOLERANCE = 0.02;

/** Within this two outlines are one shape, mm: less than half of the finest kerf. */
export const SAME_OUTLINE = 0.25;

/** Measured and needed thickness this near are the same, mm: a fine sheet of paper or two. */
export const SAME_THICKNESS = 0.3;
