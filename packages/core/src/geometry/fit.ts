import { moved, turn } from './affine';
import { shoelace } from './nest';
import { distance, type Point } from './point';
import { indexSegments, type SegmentIndex } from './segment-index';
import { SAME_SHARE, STRAIGHT } from '../units';

/** A way to lay one shape on another: about its centre of area, turned by `angle` (after being turned over, if so). */
export interface Fitting {
  /** Radians in [0, 2 pi). */
  readonly angle: number;
  readonly turnedOver: boolean;
}

export interface Fittings {
  readonly upright: readonly Fitting[];
  readonly turnedOver: readonly Fitting[];
  /** True for a disc: any turn fits, and the lists are empty. */
  readonly anyTurn: boolean;
}

/** Points along each outline that are laid on each other first; each way found is then made exact. */
const SAMPLES = 256;
const ORIGIN: Point = { x: 0, y: 0 };
/** A turn is made exact by every so many of the samples, in at most so many rounds. */
const REFINE_EVERY = 4;
const REFINEMENTS = 12;

/**
 * In how many ways `piece` fits an opening of the shape `opening`: turns, and turns after turning it over, at which no
 * point of either outline is further than `tolerance` mm from the other, in the order of the angle.
 */
export function fittingsOf(piece: readonly Point[], opening: readonly Point[], tolerance: number): Fittings {
  const [one, other] = [shapeOf(piece), shapeOf(opening)];
  const alike = Math.abs(one.length - other.length) <= 4 * Math.PI * tolerance + 0.01 * other.length;
  if (!alike) return { upright: [], turnedOver: [], anyTurn: false };
  if (isDisc(one, tolerance / 2) && isDisc(other, tolerance / 2)) {
    const near = Math.abs(meanRadius(one) - meanRadius(other)) <= tolerance;
    return { upright: [], turnedOver: [], anyTurn: near };
  }
  const over = shapeOf(piece.map(({ x, y }) => ({ x: -x, y })).reverse());
  const ways = (shape: Shape, turnedOver: boolean): Fitting[] =>
    turnsThatFit(shape, other, tolerance).map((angle) => ({ angle, turnedOver }));
  return { upright: ways(one, false), turnedOver: ways(over, true), anyTurn: false };
}

interface Shape {
  /** About the centre of area, counter-clockwise. */
  readonly ring: readonly Point[];
  readonly samples: readonly Point[];
  readonly length: number;
  readonly index: SegmentIndex;
}

function shapeOf(points: readonly Point[]): Shape {
  const center = centroid(points);
  const about = points.map(({ x, y }) => ({ x: x - center.x, y: y - center.y }));
  const ring = shoelace(about) >= 0 ? about : about.reverse();
  const length = ring.reduce((sum, p, i) => sum + distance(p, ring[(i + 1) % ring.length] ?? p), 0);
  return { ring, samples: evenly(ring, length), length, index: indexSegments([{ points: ring, closed: true }]) };
}

/** Centre of area of a ring. */
export function centroid(ring: readonly Point[]): Point {
  const [origin] = ring;
  if (!origin) throw new RangeError('centroid needs at least one point, got 0');
  let [x, y, twice] = [0, 0, 0];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length] ?? p;
    const [px, py, qx, qy] = [p.x - origin.x, p.y - origin.y, q.x - origin.x, q.y - origin.y];
    const cross = px * qy - qx * py;
    x += (px + qx) * cross;
    y += (py + qy) * cross;
    twice += cross;
  });
  return twice === 0 ? origin : { x: origin.x + x / (3 * twice), y: origin.y + y / (3 * twice) };
}

/** Points at even steps along a ring, from its first. */
function evenly(ring: readonly Point[], length: number): Point[] {
  const samples: Point[] = [];
  let [i, walked] = [0, 0];
  for (let n = 0; n < SAMPLES; n++) {
    const target = (n * length) / SAMPLES;
    for (;;) {
      const [a, b] = [ring[i % ring.length], ring[(i + 1) % ring.length]];
      if (!a || !b) throw new RangeError('a ring needs points');
      const step = distance(a, b);
      if (walked + step >= target || i >= ring.length * 2) {
        const t = step === 0 ? 0 : (target - walked) / step;
        samples.push({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });
        break;
      }
      walked += step;
      i++;
    }
  }
  return samples;
}

const radius = ({ x, y }: Point): number => Math.hypot(x, y);
const meanRadius = ({ samples }: Shape): number => samples.reduce((sum, p) => sum + radius(p), 0) / samples.length;

function isDisc(shape: Shape, tolerance: number): boolean {
  const mean = meanRadius(shape);
  return [...shape.samples, ...shape.ring].every((p) => Math.abs(radius(p) - mean) <= tolerance);
}

function turnsThatFit(piece: Shape, opening: Shape, tolerance: number): number[] {
  const step = Math.max(piece.length, opening.length) / SAMPLES;
  const scores = Array.from({ length: SAMPLES }, (_none, k) => alignment(piece.samples, opening.samples, k));
  const found: number[] = [];
  scores.forEach(({ angle, apart }, k) => {
    const [left, right] = [scores[(k + SAMPLES - 1) % SAMPLES], scores[(k + 1) % SAMPLES]];
    const lowest = apart <= (left?.apart ?? apart) && apart <= (right?.apart ?? apart);
    if (!lowest || apart > tolerance + step) return;
    const exact = refined(piece, opening, angle, 2 * (tolerance + step));
    if (
      found.every((other) => turnsApart(other, exact) * meanRadius(piece) > tolerance) &&
      fits(piece, opening, exact, tolerance)
    )
      found.push(exact);
  });
  return found.sort((a, b) => a - b);
}

/** The best turn that lays sample i on sample i + k, and how far apart they then are (root mean square). */
function alignment(from: readonly Point[], to: readonly Point[], k: number): { angle: number; apart: number } {
  let [dot, cross, squares] = [0, 0, 0];
  for (let i = 0; i < SAMPLES; i++) {
    const [p, q] = [from[i], to[(i + k) % SAMPLES]];
    if (!p || !q) continue;
    dot += p.x * q.x + p.y * q.y;
    cross += p.x * q.y - p.y * q.x;
    squares += p.x * p.x + p.y * p.y + q.x * q.x + q.y * q.y;
  }
  return {
    angle: Math.atan2(cross, dot),
    apart: Math.sqrt(Math.max(0, (squares - 2 * Math.hypot(dot, cross)) / SAMPLES)),
  };
}

const full = 2 * Math.PI;
const turnsApart = (a: number, b: number): number => Math.abs(((((a - b) % full) + full + Math.PI) % full) - Math.PI);

/** The turn made better by laying each sample on the nearest point of the other outline, again and again. */
function refined(piece: Shape, opening: Shape, angle: number, reach: number): number {
  let exact = angle;
  for (let n = 0; n < REFINEMENTS; n++) {
    let [dot, cross] = [0, 0];
    for (let i = 0; i < SAMPLES; i += REFINE_EVERY) {
      const p = moved(turn(exact), piece.samples[i] ?? ORIGIN);
      const q = opening.index.nearest(p, reach)?.at ?? p;
      dot += p.x * q.x + p.y * q.y;
      cross += p.x * q.y - p.y * q.x;
    }
    const more = Math.atan2(cross, dot);
    exact += more;
    if (Math.abs(more) < SAME_SHARE) break;
  }
  return ((exact % full) + full) % full < full - STRAIGHT ? ((exact % full) + full) % full : 0;
}

function fits(piece: Shape, opening: Shape, angle: number, tolerance: number): boolean {
  const near = (points: readonly Point[], by: number, index: SegmentIndex): boolean =>
    points.every((point) => index.nearest(moved(turn(by), point), tolerance * 1.0001) !== null);
  return (
    near(piece.samples, angle, opening.index) &&
    near(piece.ring, angle, opening.index) &&
    near(opening.ring, -angle, piece.index) &&
    near(opening.samples, -angle, piece.index)
  );
}
