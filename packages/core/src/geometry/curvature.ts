import { pointOnCubic, type CubicSegment } from './path';
import { distance, minus as minusPoints, type Point } from './point';
import { SAME_POINT } from '../units';

/** A place of a curve and the radius of the circle that lies on it there, mm. */
export interface Curve {
  readonly radius: number;
  readonly at: Point;
}

/** A place on a segment, by its share `t` (0 to 1) of it. */
export interface PlacedCurve extends Curve {
  readonly t: number;
}

/**
 * Where a cubic is tightest, with the share `t` (0 to 1) of it; null where it is straight. Its curvature k = c / s^3 with
 * c = p' x p'' and s = |p'| peaks at its ends or where its slope is none: c' s^2 = 3 c (p' . p''), of degree five in t.
 */
export function tightestOnCubic(from: Point, cubic: CubicSegment): PlacedCurve | null {
  if (isStraight(from, cubic)) return null;
  return tightestOnQuarter(from, cubic) ?? tightestByPeak(from, cubic);
}

function tightestByPeak(from: Point, cubic: CubicSegment): PlacedCurve | null {
  const [x, y] = [slopes(from, cubic, 'x'), slopes(from, cubic, 'y')];
  const cross = minus(times(x.first, y.second), times(y.first, x.second));
  const square = plus(times(x.first, x.first), times(y.first, y.first));
  const along = plus(times(x.first, x.second), times(y.first, y.second));
  const slope = minus(times(derivative(cross), square), times([3], times(cross, along)));
  let best: PlacedCurve | null = null;
  for (const t of [0, ...rootsIn01(slope), 1]) {
    const bend = Math.abs(valueAt(cross, t));
    const speed = Math.sqrt(Math.max(0, valueAt(square, t)));
    // Its speed is nothing at a cusp, and all along a cubic whose points are one.
    const radius = bend === 0 ? Infinity : speed ** 3 / bend;
    if (Number.isFinite(radius) && radius < (best?.radius ?? Infinity))
      best = { radius, at: pointOnCubic(from, cubic, t), t };
  }
  return best;
}

/** How far the inner points of a quarter of an ellipse stand towards the corner of its tangents: 4/3 (sqrt(2) - 1). */
const QUARTER = (4 / 3) * (Math.SQRT2 - 1);
/** How far that share may be off: programs write it with three decimals and more. */
const QUARTER_WITHIN = 1e-3;

/**
 * A cubic that stands for a quarter of an ellipse has the ellipse's own radius, b^2 / a where an axis ends in it: the cubic
 * is 2.2 % wider there. With p and q from the middle to its ends it runs p cos(u) + q sin(u), and its radius |p' |^3 / |p x q|
 * is least where that speed is. Null for other cubics.
 */
function tightestOnQuarter(from: Point, { c1, c2, to }: CubicSegment): PlacedCurve | null {
  const [a, b, across] = [minusPoints(c1, from), minusPoints(c2, to), minusPoints(to, from)];
  const cross = (u: Point, v: Point): number => u.x * v.y - u.y * v.x;
  // Where the tangents meet: from + a / one and to + b / other.
  const [one, other] = [cross(a, b) / cross(across, b), cross(a, b) / cross(across, a)];
  if (![one, other].every((share) => Math.abs(share - QUARTER) <= QUARTER_WITHIN)) return null;
  const [p, q] = [b, a].map(({ x, y }) => ({ x: x / QUARTER, y: y / QUARTER })) as [Point, Point];
  const speedAt = (u: number): number =>
    Math.hypot(q.x * Math.cos(u) - p.x * Math.sin(u), q.y * Math.cos(u) - p.y * Math.sin(u));
  const axis = Math.atan2(-2 * (p.x * q.x + p.y * q.y), q.x ** 2 + q.y ** 2 - p.x ** 2 - p.y ** 2) / 2;
  const u = [0, Math.PI / 2, axis, axis + Math.PI / 2, axis + Math.PI]
    .filter((angle) => angle >= 0 && angle <= Math.PI / 2)
    .reduce((best, angle) => (speedAt(angle) < speedAt(best) ? angle : best));
  const middle = { x: from.x - p.x, y: from.y - p.y };
  const at = {
    x: middle.x + p.x * Math.cos(u) + q.x * Math.sin(u),
    y: middle.y + p.y * Math.cos(u) + q.y * Math.sin(u),
  };
  return { radius: speedAt(u) ** 3 / Math.abs(cross(p, q)), at, t: u / (Math.PI / 2) };
}

/** True where all points of a cubic lie on one line within what lengths are snapped to: rounding alone bends it. */
function isStraight(from: Point, { c1, c2, to }: CubicSegment): boolean {
  const [far] = [c1, c2, to].sort((a, b) => distance(from, b) - distance(from, a));
  const reach = far ? distance(from, far) : 0;
  if (!far || reach <= SAME_POINT) return true;
  return [c1, c2, to].every((p) => {
    const off = (far.x - from.x) * (p.y - from.y) - (far.y - from.y) * (p.x - from.x);
    return Math.abs(off) <= SAME_POINT * reach;
  });
}

/** A polynomial by its coefficients, the constant first. */
type Polynomial = readonly number[];

function slopes(p0: Point, { c1, c2, to }: CubicSegment, k: 'x' | 'y'): { first: Polynomial; second: Polynomial } {
  const [a, b, c] = [c1[k] - p0[k], c2[k] - c1[k], to[k] - c2[k]];
  const first = [3 * a, 6 * (b - a), 3 * (c - 2 * b + a)];
  return { first, second: derivative(first) };
}

const derivative = (p: Polynomial): Polynomial => p.slice(1).map((c, i) => c * (i + 1));
const valueAt = (p: Polynomial, t: number): number => p.reduceRight((sum, c) => sum * t + c, 0);
const plus = (p: Polynomial, q: Polynomial, sign = 1): Polynomial =>
  Array.from({ length: Math.max(p.length, q.length) }, (_, i) => (p[i] ?? 0) + sign * (q[i] ?? 0));
const minus = (p: Polynomial, q: Polynomial): Polynomial => plus(p, q, -1);

function times(p: Polynomial, q: Polynomial): Polynomial {
  const product = new Array<number>(p.length + q.length - 1).fill(0);
  p.forEach((a, i) => q.forEach((b, j) => (product[i + j] = (product[i + j] ?? 0) + a * b)));
  return product;
}

/** Where a polynomial changes its sign between 0 and 1: between two turning points it does so at most once. */
function rootsIn01(p: Polynomial): number[] {
  if (p.length < 2) return [];
  const bounds = [0, ...rootsIn01(derivative(p)), 1];
  return bounds.slice(1).flatMap((high, i) => {
    const low = bounds[i] ?? 0;
    return Math.sign(valueAt(p, low)) * Math.sign(valueAt(p, high)) < 0 ? [rootBetween(p, low, high)] : [];
  });
}

function rootBetween(p: Polynomial, low: number, high: number): number {
  const rising = valueAt(p, low) < 0;
  let [a, b] = [low, high];
  for (let n = 0; n < 50; n++) {
    const middle = (a + b) / 2;
    if (valueAt(p, middle) < 0 === rising) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}
