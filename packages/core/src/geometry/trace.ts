import { tightestOnCubic, type Curve, type PlacedCurve } from './curvature';
import { flatten } from './flatten';
import { eachSegment, pointOnArc, type Path, type Segment } from './path';
import { distance, minus, type Point } from './point';
import { FLATTENING_TOLERANCE, SAME_POINT } from '../units';

/** Steps shorter than this say nothing of a direction, mm: no drawing is as exact. */
const SPECK = 0.005;

/** Curves are laid out this fine before their corners are judged, mm: a quarter of what is enough to draw them. */
const FINE = FLATTENING_TOLERANCE / 4;

/** A path laid out as points, with what its longer segments say of their directions and curves. */
export interface Trace {
  /** A closed one does not repeat its first point. */
  readonly points: readonly TracePoint[];
  readonly closed: boolean;
  /** From the first point to the last and, of a closed one, to the first again, mm. */
  readonly length: number;
  /** The tightest place of each curve that is judged by itself. */
  readonly curves: readonly TraceCurve[];
}

export interface TracePoint extends Point {
  /** Length from the first point, mm. */
  readonly along: number;
  /** The direction in which a long segment ends here, and in which one leaves; null where none does. */
  comes: Point | null;
  goes: Point | null;
  /** True where a long curve runs on from here. */
  isOnCurve: boolean;
}

export interface TraceCurve extends Curve {
  /** The number of a point near it. */
  readonly near: number;
}

/**
 * The path laid out. A segment shorter than `short` mm is a step of a line that is known by its points alone, and so is a
 * curve somewhere tighter than `tight` mm, laid out fine.
 */
export function traceOf(path: Path, short: number, tight: number): Trace {
  const points: TracePoint[] = [{ ...path.start, along: 0, comes: null, goes: null, isOnCurve: false }];
  const curves: TraceCurve[] = [];
  eachSegment(path, (from, segment) => {
    const index = points.length - 1;
    const first = points[index];
    const steps =
      segment.kind === 'line'
        ? [segment.to]
        : flatten({ start: from, segments: [segment], closed: false }, FINE).slice(1);
    const made = first ? laidOn(first, steps) : [];
    const last = made[made.length - 1];
    if (!first || !last) return;
    points.push(...made);
    if (last.along - first.along < short) return;
    const curve = tightestOn(from, segment);
    if (curve) curves.push({ ...curve, near: index + Math.round(curve.t * (made.length - 1)) });
    if (curve && curve.radius < tight) return;
    [first.goes, last.comes] = endsOf(from, segment);
    if (curve) for (const point of [first, ...made.slice(0, -1)]) point.isOnCurve = true;
  });
  return { ...whole(points, path.closed), curves };
}

/** The number of the point after one, or before it; that of none where an open line ends. */
export const numberBeside = ({ points, closed }: Trace, i: number, side: 1 | -1): number =>
  closed ? (i + side + points.length) % points.length : i + side;

/** The way from a point to the next to one side, mm, over the start of a closed line too. */
export const stepTo = ({ length }: Trace, here: TracePoint, next: TracePoint, side: 1 | -1): number =>
  ((next.along - here.along) * side + length) % length || length;

function laidOn(first: TracePoint, steps: readonly Point[]): TracePoint[] {
  const made: TracePoint[] = [];
  let last = first;
  for (const step of steps) {
    const length = distance(last, step);
    if (length <= SPECK) continue;
    last = { x: step.x, y: step.y, along: last.along + length, comes: null, goes: null, isOnCurve: false };
    made.push(last);
  }
  return made;
}

/** A closed line that comes back to its first point is known there from both sides. */
function whole(points: TracePoint[], closed: boolean): Omit<Trace, 'curves'> {
  const [first, last] = [points[0], points[points.length - 1]];
  if (!first || !last || !closed) return { points, closed, length: last?.along ?? 0 };
  const gap = distance(first, last);
  if (gap > SAME_POINT || points.length < 2) return { points, closed, length: last.along + gap };
  points.pop();
  first.comes = last.comes;
  return { points, closed, length: last.along };
}

function tightestOn(from: Point, segment: Segment): PlacedCurve | null {
  if (segment.kind === 'line') return null;
  if (segment.kind === 'cubic') return tightestOnCubic(from, segment);
  return { radius: distance(from, segment.center), at: pointOnArc(from, segment, 0.5), t: 0.5 };
}

/** The directions in which a segment leaves its first point and comes to its last, of any length. */
function endsOf(from: Point, segment: Segment): [Point, Point] {
  const { to } = segment;
  switch (segment.kind) {
    case 'line':
      return [minus(to, from), minus(to, from)];
    case 'arc': {
      const side = Math.sign(segment.sweep);
      const tangent = (at: Point): Point => ({
        x: -(at.y - segment.center.y) * side,
        y: (at.x - segment.center.x) * side,
      });
      return [tangent(from), tangent(to)];
    }
    case 'cubic': {
      const { c1, c2 } = segment;
      return [towards(from, c1, c2, to), minus({ x: 0, y: 0 }, towards(to, c2, c1, from))];
    }
  }
}

/** From a point towards the first of three others that is not the same place. */
function towards(from: Point, a: Point, b: Point, c: Point): Point {
  if (distance(from, a) > SAME_POINT) return minus(a, from);
  return distance(from, b) > SAME_POINT ? minus(b, from) : minus(c, from);
}
