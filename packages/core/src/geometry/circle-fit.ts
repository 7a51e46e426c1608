import type { Curve } from './curvature';
import { minus, norm, type Point } from './point';

/** How far the points of a drawing stand off its curve, root mean square, mm: half a unit of the second decimal, evenly spread. */
const COARSE = 0.003;
/** No drawing is reckoned to be rounded finer than this, mm: twice what the third decimal leaves. */
const FINE = 0.0006;
/** So large a share of the points is off by its rounding alone; the others may lie where the curve itself turns sharply. */
const MOST = 0.9;
/** Less than this is left of a point that was not rounded, mm. */
const UNROUNDED = 1e-6;
/** Nine tenths of what is spread as errors are lie within 1.64 of their deviation; less is taken, to be on the safe side. */
const MOST_WITHIN = 1.25;
/** What is left of a point when its neighbours' cubic is taken away, as a multiple of what each stands off: sqrt(1 + 34/36). */
const LEFT_OF_FIVE = 1.39;
/** A circle is taken from a window as soon as what the points are off changes its curvature by no more than this share. */
const SURE_WITHIN = 0.0325;
/** More points in a window than this are not rounded each for itself: along an axis many in a row fall on one line. So many are taken. */
const MOST_APART = 24;
/** A side of so many steps is cut to the reach; of fewer the cut would lie inside the curve by too much. */
const CUT_FROM = 3;
/** The third moment of points whose reach is 1, when they bend to neither side: what rounding leaves. */
const UNBENT = 1e-12;
/** Windows reach so many steps to either side; the last are for drawings of very short steps. */
const REACHES = [1, 2, 3, 4, 5, 6, 8, 11, 16, 23, 32, 45, 64, 91, 128, 181, 256, 512, 1024, 2048];

/**
 * The tightest curve that a row of points was drawn from, or null where it is straight: at each place the circle through the
 * smallest window of points that says its radius surely, however short the steps and however coarse the rounding.
 */
export function tightestThrough(points: readonly Point[], closed: boolean): Curve | null {
  const row = rowOf(points, closed);
  const off = offTheCurve(points, closed);
  const settled = new Uint8Array(points.length);
  let best: Curve | null = null;
  for (const reach of REACHES) {
    if (reach > (closed ? Math.floor((points.length - 1) / 2) : points.length)) break;
    const stride = Math.max(1, Math.floor(reach / 4));
    for (let i = closed ? 0 : reach; i < (closed ? points.length : points.length - reach); i += stride) {
      if (settled[i] === 1) continue;
      const middle = i + (closed ? points.length : 0);
      const reachMm = reachAbout(row, middle, reach);
      const least = doubt(2 * reach + 1, reachMm, off) / SURE_WITHIN;
      // No window that goes about the centre by less than a right angle to either side bends more than the one, or bulges less.
      if (least > Math.PI / 2 / reachMm || bulge(row, middle, reach) < (least * reachMm ** 2) / 4) continue;
      const curvature = curvatureThrough(windowAbout(row, middle, reach, reachMm));
      if (curvature === 0 || curvature < least) continue;
      settled.fill(1, i, i + stride);
      const at = points[i];
      if (at && 1 / curvature < (best?.radius ?? Infinity)) best = { radius: 1 / curvature, at };
    }
  }
  return best;
}

/**
 * How far the points stand off the curve they were drawn from, root mean square, mm, as the drawing was rounded: from what is left of
 * each when the cubic through two neighbours to either side is taken away, which of evenly spaced ones is (-1, 4, 4, -1) / 6.
 */
function offTheCurve(points: readonly Point[], closed: boolean): number {
  const left: number[] = [];
  const n = points.length;
  for (let i = closed ? 0 : 2; i < (closed ? n : n - 2); i++) {
    const near = (k: number): Point => points[(i + k + n) % n] ?? ORIGIN;
    const [a, b, p, c, d] = [near(-2), near(-1), near(0), near(1), near(2)];
    const x = p.x - (4 * (b.x + c.x) - a.x - d.x) / 6;
    const y = p.y - (4 * (b.y + c.y) - a.y - d.y) / 6;
    // What lies in a straight row along an axis is not rounded, and says nothing of the curves beside it.
    for (const rest of [Math.abs(x), Math.abs(y)]) if (rest > UNROUNDED) left.push(rest);
  }
  left.sort((x, y) => x - y);
  const one = (left[Math.floor(left.length * MOST)] ?? COARSE) / LEFT_OF_FIVE / MOST_WITHIN;
  return Math.min(COARSE, Math.max(FINE, one));
}

interface Row {
  readonly points: readonly Point[];
  /** Length from the first point to each, mm. */
  readonly along: Float64Array;
}

/** A closed row is laid out three times over, so that no window runs off it. */
function rowOf(points: readonly Point[], closed: boolean): Row {
  const laid = closed ? [...points, ...points, ...points] : points;
  const along = new Float64Array(laid.length);
  laid.forEach((p, i) => {
    const before = laid[i - 1];
    along[i] = before ? (along[i - 1] ?? 0) + norm(p.x - before.x, p.y - before.y) : 0;
  });
  return { points: laid, along };
}

const ORIGIN: Point = { x: 0, y: 0 };

interface Window {
  /** About the middle, as shares of the reach. */
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly reachMm: number;
}

/** The shorter side of so many steps, mm. */
const reachAbout = ({ along }: Row, i: number, steps: number): number =>
  Math.min((along[i] ?? 0) - (along[i - steps] ?? 0), (along[i + steps] ?? 0) - (along[i] ?? 0));

/** How far the middle of so many steps to either side stands off the line between its ends, mm. */
function bulge({ points }: Row, i: number, steps: number): number {
  const [a, b, c] = [points[i - steps] ?? ORIGIN, points[i] ?? ORIGIN, points[i + steps] ?? ORIGIN];
  const chord = minus(c, a);
  return Math.abs(chord.x * (b.y - a.y) - chord.y * (b.x - a.x)) / norm(chord.x, chord.y);
}

/**
 * The points about one as far to either side, the longer side of so many steps cut to the reach. The
 * line from the first to the last lies along x, for on a slope the small bend is lost in the differences of large figures.
 */
function windowAbout({ points, along }: Row, i: number, steps: number, reachMm: number): Window {
  const s = along[i] ?? 0;
  const middle = points[i] ?? ORIGIN;
  const chord = minus(points[i + steps] ?? middle, points[i - steps] ?? middle);
  const scale = reachMm * norm(chord.x, chord.y);
  const [x, y]: [number[], number[]] = [[], []];
  const add = (px: number, py: number): void => {
    const [dx, dy] = [px - middle.x, py - middle.y];
    x.push((dx * chord.x + dy * chord.y) / scale);
    y.push((dy * chord.x - dx * chord.y) / scale);
  };
  const every = Math.max(1, Math.floor((2 * steps) / MOST_APART));
  for (let j = i - steps; j <= i + steps; j += every) {
    const [p, off] = [points[j], (along[j] ?? 0) - s];
    const inner = points[off < 0 ? j + 1 : j - 1];
    if (!p || !inner) continue;
    const beyond = Math.abs(off) - reachMm;
    const step = norm(p.x - inner.x, p.y - inner.y);
    if (beyond <= 0) add(p.x, p.y);
    else if (beyond < step && steps >= CUT_FROM)
      add(p.x + ((inner.x - p.x) * beyond) / step, p.y + ((inner.y - p.y) * beyond) / step);
  }
  return { x, y, reachMm };
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

/** Standard error of a curvature fitted to n points evenly over twice the reach: sqrt(45) sigma / (sqrt(n) reach^2), by least squares. */
const doubt = (n: number, reachMm: number, off: number): number =>
  (Math.sqrt(45) * off) / (Math.sqrt(Math.min(n, MOST_APART)) * reachMm ** 2);

/**
 * Of the circle through points, 1/mm; 0 where they lie on a line. The algebraic fit of Taubin 1991 by Newton's steps (Chernov,
 * Circular and Linear Regression, 2010, chapter 5).
 */
function curvatureThrough({ x, y, reachMm }: Window): number {
  const n = x.length;
  if (n < 3 || !Number.isFinite(x[0])) return 0;
  const [mx, my] = [sum(x) / n, sum(y) / n];
  let [xx, yy, xy, xz, yz, zz] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [u, v] = [(x[i] ?? 0) - mx, (y[i] ?? 0) - my];
    const square = u * u + v * v;
    xx += (u * u) / n;
    yy += (v * v) / n;
    xy += (u * v) / n;
    xz += (u * square) / n;
    yz += (v * square) / n;
    zz += (square * square) / n;
  }
  // Bent to neither side: what follows would divide what rounding left by what rounding left.
  if (Math.abs(yz) < UNBENT) return 0;
  const z = xx + yy;
  const cov = xx * yy - xy * xy;
  const varZ = zz - z * z;
  const a3 = 4 * z;
  const a2 = -3 * z * z - zz;
  const a1 = varZ * z + 4 * cov * z - xz * xz - yz * yz;
  const a0 = xz * (xz * yy - yz * xy) + yz * (yz * xx - xz * xy) - varZ * cov;
  let eta = 0;
  for (let step = 0; step < 20; step++) {
    const slope = a1 + eta * (2 * a2 + 3 * eta * a3);
    const next = eta - (a0 + eta * (a1 + eta * (a2 + eta * a3))) / slope;
    if (!Number.isFinite(next) || Math.abs(next - eta) < 1e-14) break;
    eta = next;
  }
  const det = eta * eta - eta * z + cov;
  const [cx, cy] = [xz * (yy - eta) - yz * xy, yz * (xx - eta) - xz * xy];
  // The centre is (cx, cy) / (2 det). Among the points themselves it says nothing: they lie on a line, or go far round.
  const twice = 2 * Math.abs(det);
  const [away, spread] = [cx * cx + cy * cy, z * twice * twice];
  if (away <= spread) return 0;
  return twice / Math.sqrt(away + spread) / reachMm;
}
