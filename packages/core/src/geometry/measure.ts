import { flatten } from './flatten';
import { eachSegment, pointOnArc, pointOnCubic, type ArcSegment, type CubicSegment, type Path } from './path';
import { boxAround, distance, type Box, type Point } from './point';
import { FLATTENING_TOLERANCE } from '../units';

/** Length of the line, mm: exact for lines and arcs, flattened for cubics (short by under one part in ten thousand). */
export function pathLength(path: Path): number {
  let total = 0;
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'line') total += distance(from, segment.to);
    else if (segment.kind === 'arc') total += distance(from, segment.center) * Math.abs(segment.sweep);
    else total += chordLength(flatten({ start: from, segments: [segment], closed: false }, FLATTENING_TOLERANCE / 4));
  });
  return total;
}

const chordLength = (points: readonly Point[]): number =>
  points.reduce((sum, point, i) => sum + (i === 0 ? 0 : distance(points[i - 1] ?? point, point)), 0);

/**
 * Area inside a closed path, mm2, positive where the path runs to the left (counter-clockwise).
 * Green's theorem, in closed form for every kind of segment.
 */
export function signedArea(path: Path): number {
  let twice = 0;
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'cubic') twice += 2 * cubicArea(from, segment);
    else {
      twice += from.x * segment.to.y - from.y * segment.to.x;
      if (segment.kind === 'arc') {
        const radius = distance(from, segment.center);
        twice += radius * radius * (segment.sweep - Math.sin(segment.sweep));
      }
    }
  });
  return twice / 2;
}

/** Half the integral of x dy - y dx along a cubic, from the products of its control points. */
function cubicArea(p0: Point, { c1, c2, to: p3 }: CubicSegment): number {
  return (
    (p0.x * (6 * c1.y + 3 * c2.y + p3.y) +
      3 * (c1.x * (-2 * p0.y + c2.y + p3.y) - c2.x * (p0.y + c1.y - 2 * p3.y)) -
      p3.x * (p0.y + 3 * c1.y + 6 * c2.y)) /
    20
  );
}

/** The exact box around a path, mm. */
export function pathBox(path: Path): Box {
  const points: Point[] = [path.start];
  eachSegment(path, (from, segment) => {
    points.push(segment.to);
    if (segment.kind === 'cubic') points.push(...cubicExtremes(from, segment));
    if (segment.kind === 'arc') points.push(...arcExtremes(from, segment));
  });
  return boxAround(points);
}

/** A coefficient below this is what rounding leaves of none, mm: dividing by it would send roots anywhere. */
const VANISHING = 1e-12;

/** Where the derivative of x or y of a cubic is zero. */
function cubicExtremes(from: Point, cubic: CubicSegment): Point[] {
  const roots = (['x', 'y'] as const).flatMap((axis) => {
    const [p0, p1, p2, p3] = [from[axis], cubic.c1[axis], cubic.c2[axis], cubic.to[axis]];
    const a = -p0 + 3 * p1 - 3 * p2 + p3;
    const b = 2 * (p0 - 2 * p1 + p2);
    const c = p1 - p0;
    if (Math.abs(a) < VANISHING) return Math.abs(b) < VANISHING ? [] : [-c / b];
    const root = Math.sqrt(b * b - 4 * a * c);
    return Number.isNaN(root) ? [] : [(-b + root) / (2 * a), (-b - root) / (2 * a)];
  });
  return roots.filter((t) => t > 0 && t < 1).map((t) => pointOnCubic(from, cubic, t));
}

/** The quarter points of the circle that the arc passes. */
function arcExtremes(from: Point, arc: ArcSegment): Point[] {
  const start = Math.atan2(from.y - arc.center.y, from.x - arc.center.x);
  const quarter = Math.PI / 2;
  const [low, high] = arc.sweep > 0 ? [start, start + arc.sweep] : [start + arc.sweep, start];
  const extremes: Point[] = [];
  for (let k = Math.ceil(low / quarter); k * quarter <= high; k++) {
    extremes.push(pointOnArc(from, arc, (k * quarter - start) / arc.sweep));
  }
  return extremes;
}
