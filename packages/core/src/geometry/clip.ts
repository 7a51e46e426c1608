import { Clipper, EndType, FillRule, JoinType } from 'clipper2-ts';
import type { Point } from './point';

/** Closed lines as points, in any number; which side is filled follows from the rule asked for. */
export type Rings = readonly (readonly Point[])[];

export type Fill = 'even-odd' | 'non-zero';

/** The library counts in whole units: a tenth of a micrometre, so that products of 5 m stay exact in a double. */
const UNITS_PER_MM = 10_000;
/** Round corners of an offset stand off their circle by no more than this, mm. */
const OFFSET_TOLERANCE = 0.005;

interface Whole {
  readonly x: number;
  readonly y: number;
}

const whole = (rings: Rings): Whole[][] =>
  rings.map((ring) => ring.map(({ x, y }) => ({ x: Math.round(x * UNITS_PER_MM), y: Math.round(y * UNITS_PER_MM) })));
const inMm = (rings: readonly (readonly Whole[])[]): Point[][] =>
  rings.map((ring) => ring.map(({ x, y }) => ({ x: x / UNITS_PER_MM, y: y / UNITS_PER_MM })));
const rule = (fill: Fill): FillRule => (fill === 'even-odd' ? FillRule.EvenOdd : FillRule.NonZero);

/**
 * Grows (or, below 0, shrinks) what the rings fill by `by` mm, corners rounded. Rings are nested by even-odd, so that
 * holes shrink as their part grows. Nothing left is an empty list. Outlines come out counter-clockwise, holes clockwise.
 */
export function offsetRings(rings: Rings, by: number): Point[][] {
  const filled = Clipper.union(whole(rings), FillRule.EvenOdd);
  const tolerance = OFFSET_TOLERANCE * UNITS_PER_MM;
  return inMm(Clipper.inflatePaths(filled, by * UNITS_PER_MM, JoinType.Round, EndType.Polygon, 2, tolerance));
}

/** What the rings fill under a fill rule, as rings that do not cross: outlines counter-clockwise, holes clockwise. */
export const uniteRings = (rings: Rings, fill: Fill): Point[][] => inMm(Clipper.union(whole(rings), rule(fill)));

/** What `subject` fills and `clip` does not, both by even-odd. */
export const subtractRings = (subject: Rings, clip: Rings): Point[][] =>
  inMm(Clipper.difference(whole(subject), whole(clip), FillRule.EvenOdd));

/** What both fill, by even-odd. */
export const intersectRings = (one: Rings, other: Rings): Point[][] =>
  inMm(Clipper.intersect(whole(one), whole(other), FillRule.EvenOdd));
