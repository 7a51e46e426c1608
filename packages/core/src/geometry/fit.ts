import { moved, turn } from './affine';
import { perimeter, shoelace } from './nest';
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
  const [one, other] = [shapeToFit(piece), shapeToFit(opening)];
  if (!isAboutAsLong(one, other, tolerance)) return { upright: [], turnedOver: [], anyTurn: false };
  if (areDiscs(one, other, tolerance))
    return { upright: [], turnedOver: [], anyTurn: isDiscAsWide(one, other, tolerance) };
  const over = mirrored(one);
  const ways = (shape: ShapeToFit, turnedOver: boolean): Fitting[] =>
    turnsThatFit(shape, other, tolerance).map((angle) => ({ angle, turnedOver }));
  return { upright: ways(one, false), turnedOver: ways(over, true), anyTurn: false };
}

/** How a shape first goes into an opening: by any turn, by one, or turned over; null where it does not. */
export type FirstFit = 'any-turn' | 'upright' | 'turned-over';

/** Whether a shape fits another that it may fit, without looking for every way: see {@link fittingsOf}, {@link mayFit}. */
export function firstFit(piece: ShapeToFit, opening: ShapeToFit, tolerance: number): FirstFit | null {
  if (areDiscs(piece, opening, tolerance)) return isDiscAsWide(piece, opening, tolerance) ? 'any-turn' : null;
  if (turnsThatFit(piece, opening, tolerance, 1).length > 0) return 'upright';
  return turnsThatFit(mirrored(piece), opening, tolerance, 1).length > 0 ? 'turned-over' : null;
}

/** False where one hardly fits the other: it is longer by more than its corners, or lies nearer to its middle or further. */
export function mayFit(one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean {
  return (
    isAboutAsLong(one, other, tolerance) &&
    one.reaches.every((reach, i) => Math.abs(reach - (other.reaches[i] ?? 0)) <= 3 * tolerance + 0.02 * reach)
  );
}

/** What lies everywhere within the tolerance of another is as long, but for its corners. */
const isAboutAsLong = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  Math.abs(one.length - other.length) <= 4 * Math.PI * tolerance + 0.01 * other.length;

const areDiscs = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  isDisc(one, tolerance / 2) && isDisc(other, tolerance / 2);

const isDiscAsWide = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  Math.abs(meanRadius(one) - meanRadius(other)) <= tolerance;

export interface ShapeToFit {
  /** About the centre of area, counter-clockwise. */
  readonly ring: readonly Point[];
  readonly samples: readonly Point[];
  readonly length: number;
  /** How far its samples lie from the middle, every sixteenth from the nearest to the furthest: the same however it is turned. */
  readonly reaches: readonly number[];
  readonly index: SegmentIndex;
  /** The samples twice over, x and y in rows; and the sum of the squares of how far one round of them lies from the middle. */
  readonly rows: readonly [Float64Array, Float64Array];
  readonly squares: number;
}

/** A shape made ready to be laid on others. */
export function shapeToFit(points: readonly Point[]): ShapeToFit {
  const center = centroid(points);
  const about = points.map(({ x, y }) => ({ x: x - center.x, y: y - center.y }));
  const ring = shoelace(about) >= 0 ? about : about.reverse();
  const length = perimeter(ring);
  const samples = evenly(ring, length);
  const reaches = samples
    .map(radius)
    .sort((a, b) => a - b)
    .filter((_reach, i) => i % (SAMPLES / 16) === 0);
  const twice = [...samples, ...samples];
  const rows: ShapeToFit['rows'] = [Float64Array.from(twice, ({ x }) => x), Float64Array.from(twice, ({ y }) => y)];
  const squares = samples.reduce((sum, p) => sum + p.x * p.x + p.y * p.y, 0);
  return { ring, samples, length, reaches, rows, squares, index: indexSegments([{ points: ring, closed: true }]) };
}

const mirrored = ({ ring }: ShapeToFit): ShapeToFit => shapeToFit(ring.map(({ x, y }) => ({ x: -x, y })).reverse());

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
const meanRadius = ({ samples }: ShapeToFit): number => samples.reduce((sum, p) => sum + radius(p), 0) / samples.length;

function isDisc(shape: ShapeToFit, tolerance: number): boolean {
  const mean = meanRadius(shape);
  return [...shape.samples, ...shape.ring].every((p) => Math.abs(radius(p) - mean) <= tolerance);
}

/** Turns that fit, up to so many. */
function turnsThatFit(piece: ShapeToFit, opening: ShapeToFit, tolerance: number, most = Infinity): number[] {
  const step = Math.max(piece.length, opening.length) / SAMPLES;
  const scores = alignments(piece, opening);
  const found: number[] = [];
  for (const [k, { angle, apart }] of scores.entries()) {
    if (found.length >= most) break;
    const [left, right] = [scores[(k + SAMPLES - 1) % SAMPLES], scores[(k + 1) % SAMPLES]];
    const lowest = apart <= (left?.apart ?? apart) && apart <= (right?.apart ?? apart);
    if (!lowest || apart > tolerance + step) continue;
    const exact = refined(piece, opening, angle, 2 * (tolerance + step));
    if (
      found.every((other) => turnsApart(other, exact) * meanRadius(piece) > tolerance) &&
      fits(piece, opening, exact, tolerance)
    )
      found.push(exact);
  }
  return found.sort((a, b) => a - b);
}

/** A turn that lays each sample of one shape on one of another, and how far apart they then are (root mean square). */
interface Alignment {
  readonly angle: number;
  readonly apart: number;
}

/** For each k the best turn that lays sample i on sample i + k. */
function alignments({ rows: [px, py], squares }: ShapeToFit, to: ShapeToFit): Alignment[] {
  const [qx, qy] = to.rows;
  const found: Alignment[] = [];
  for (let k = 0; k < SAMPLES; k++) {
    let dot = 0;
    let cross = 0;
    // Figures in rows, those of the other shape twice: this is done for every part of a drawing, and points in objects take ten times as long.
    for (let i = 0; i < SAMPLES; i++) {
      const x = px[i] ?? 0;
      const y = py[i] ?? 0;
      const u = qx[i + k] ?? 0;
      const v = qy[i + k] ?? 0;
      dot += x * u + y * v;
      cross += x * v - y * u;
    }
    const apart = Math.sqrt(Math.max(0, (squares + to.squares - 2 * Math.hypot(dot, cross)) / SAMPLES));
    found.push({ angle: Math.atan2(cross, dot), apart });
  }
  return found;
}

const full = 2 * Math.PI;
const turnsApart = (a: number, b: number): number => Math.abs(((((a - b) % full) + full + Math.PI) % full) - Math.PI);

/** The turn made better by laying each sample on the nearest point of the other outline, again and again. */
function refined(piece: ShapeToFit, opening: ShapeToFit, angle: number, reach: number): number {
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

function fits(piece: ShapeToFit, opening: ShapeToFit, angle: number, tolerance: number): boolean {
  const near = (points: readonly Point[], by: number, index: SegmentIndex): boolean =>
    points.every((point) => index.nearest(moved(turn(by), point), tolerance * 1.0001) !== null);
  return (
    near(piece.samples, angle, opening.index) &&
    near(piece.ring, angle, opening.index) &&
    near(opening.ring, -angle, piece.index) &&
    near(opening.samples, -angle, piece.index)
  );
}
