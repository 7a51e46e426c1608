import { eachSegment, pointOnCubic, type ArcSegment, type CubicSegment, type Path, type Segment } from './path';
import { distance, turnBetween, type Point } from './point';
import { SAME_POINT, STRAIGHT } from '../units';

/** A change of direction of this much or more at one place is a corner; less is a step of a curve drawn in short lines. */
export const CORNER_ANGLE = Math.PI / 6;

/** A bend tighter than this is sawn as a corner, not steered: about the kerf of a mid-size blade, mm. */
const CORNER_RADIUS = 0.5;

/** Points of a drawing closer than this are one place: steps this short say nothing of a curve, mm. */
const SPECK = 0.05;

export interface Corner {
  readonly at: Point;
  /** Radians, positive to the left. */
  readonly turn: number;
  /** The direction in which the line comes to it, of any length. */
  readonly enter: Point;
}

export interface Bends {
  /** Sharp changes of direction, in order along the path. */
  readonly corners: readonly Corner[];
  /** The tightest curve that can be steered, or null where there is none. */
  readonly tightest: { readonly radius: number; readonly at: Point } | null;
}

interface Stretch {
  readonly from: Point;
  readonly length: number;
  readonly enter: Point;
  readonly leave: Point;
  readonly isLine: boolean;
}

/**
 * Corners and the tightest curve of a path. Curves are measured exactly on arcs, at 16 places on cubics, and between
 * short straight lines by the circle that touches both. Curves tighter than half a millimetre count as corners.
 */
export function bendsOf(path: Path): Bends {
  const corners: Corner[] = [];
  let tightest: Bends['tightest'] = null;
  const curve = (radius: number, at: Point): void => {
    if (tightest === null || radius < tightest.radius) tightest = { radius, at };
  };
  const stretches: Stretch[] = [];
  eachSegment(path, (from, segment) => {
    if (segment.kind !== 'line')
      for (const bend of curvesOf(from, segment)) {
        if (bend.radius >= CORNER_RADIUS) curve(bend.radius, bend.at);
      }
    const stretch = stretchOf(from, segment);
    if (stretch.length > SPECK) stretches.push(stretch);
    const hidden = tightTurn(segment, stretch);
    if (hidden !== null) corners.push({ at: segment.to, turn: hidden, enter: stretch.enter });
  });
  const last = stretches[stretches.length - 1];
  let before = path.closed ? last : undefined;
  for (const stretch of stretches) {
    if (before) {
      const turn = turnBetween(before.leave, stretch.enter);
      if (Math.abs(turn) >= CORNER_ANGLE) corners.push({ at: stretch.from, turn, enter: before.leave });
      else if (before.isLine && stretch.isLine && Math.abs(turn) > STRAIGHT) {
        const radius = Math.min(before.length, stretch.length) / (2 * Math.tan(Math.abs(turn) / 2));
        if (radius >= CORNER_RADIUS) curve(radius, stretch.from);
      }
    }
    before = stretch;
  }
  return { corners, tightest };
}

function stretchOf(from: Point, segment: Segment): Stretch {
  const { to } = segment;
  switch (segment.kind) {
    case 'line': {
      const along = minus(to, from);
      return { from, length: Math.hypot(along.x, along.y), enter: along, leave: along, isLine: true };
    }
    case 'arc': {
      const side = Math.sign(segment.sweep);
      const tangent = (at: Point): Point => ({
        x: -(at.y - segment.center.y) * side,
        y: (at.x - segment.center.x) * side,
      });
      const length = distance(from, segment.center) * Math.abs(segment.sweep);
      return { from, length, enter: tangent(from), leave: tangent(to), isLine: false };
    }
    case 'cubic': {
      const { c1, c2 } = segment;
      return {
        from,
        length: distance(from, c1) + distance(c1, c2) + distance(c2, to),
        enter: towards(from, c1, c2, to),
        leave: minus(ORIGIN, towards(to, c2, c1, from)),
        isLine: false,
      };
    }
  }
}

const ORIGIN: Point = { x: 0, y: 0 };
const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });

/** From a point towards the first of three others that is not the same place. */
function towards(from: Point, a: Point, b: Point, c: Point): Point {
  if (distance(from, a) > SAME_POINT) return minus(a, from);
  return distance(from, b) > SAME_POINT ? minus(b, from) : minus(c, from);
}

function curvesOf(from: Point, segment: ArcSegment | CubicSegment): { radius: number; at: Point }[] {
  if (segment.kind === 'arc') return [{ radius: distance(from, segment.center), at: from }];
  const curves: { radius: number; at: Point }[] = [];
  for (let i = 0; i <= 16; i++) {
    const radius = cubicRadius(from, segment, i / 16);
    if (Number.isFinite(radius)) curves.push({ radius, at: pointOnCubic(from, segment, i / 16) });
  }
  return curves;
}

/** Radius of curvature |p'|^3 / |p' x p''| of a cubic at t; infinite where it is straight or stands still. */
function cubicRadius(p0: Point, { c1, c2, to }: CubicSegment, t: number): number {
  const s = 1 - t;
  const first = (k: 'x' | 'y'): number =>
    3 * (s * s * (c1[k] - p0[k]) + 2 * s * t * (c2[k] - c1[k]) + t * t * (to[k] - c2[k]));
  const second = (k: 'x' | 'y'): number => 6 * (s * (c2[k] - 2 * c1[k] + p0[k]) + t * (to[k] - 2 * c2[k] + c1[k]));
  const [dx, dy] = [first('x'), first('y')];
  const cross = Math.abs(dx * second('y') - dy * second('x'));
  const speed = Math.hypot(dx, dy);
  return speed < SAME_POINT || cross < STRAIGHT * SAME_POINT ? Infinity : speed ** 3 / cross;
}

/** The turn of a curve so small and tight that it is a corner to the blade, or null. */
function tightTurn(segment: Segment, stretch: Stretch): number | null {
  if (segment.kind === 'line') return null;
  const turn = segment.kind === 'arc' ? segment.sweep : turnBetween(stretch.enter, stretch.leave);
  if (Math.abs(turn) < CORNER_ANGLE) return null;
  return stretch.length / Math.abs(turn) < CORNER_RADIUS ? turn : null;
}
