import FFT from 'fft.js';
import { perimeter, shoelace } from './nest';
import { distance, norm, type Point } from './point';
import { indexSegments } from './segment-index';

/** The slowest waves of an outline, so many to either side, say most of its shape. */
const SLOW_WAVES = 8;

/** Points along each outline that are laid on each other first; each way found is then made exact. */
const SAMPLES = 256;

/** An outline that is laid on others again and again. */
export interface ShapeToFit {
  /** About the centre of area, counter-clockwise. */
  readonly ring: readonly Point[];
  readonly samples: readonly Point[];
  /** Points that have a weight in laying it on another, its corners among them: few while all weigh the same, for any are a bound from below. */
  readonly few: readonly Point[];
  readonly many: readonly Point[];
  readonly length: number;
  readonly meanRadius: number;
  /** The nearest point of its ring, within `reach` mm; null where there is none. */
  readonly nearest: (to: Point, reach?: number) => Point | null;
  /** The samples as one row of waves, and the sum of the squares of how far they lie from the middle. */
  readonly waves: readonly number[];
  readonly squares: number;
  /** How high its slowest waves are, mm: the same however it is turned, over too, and wherever its outline starts. */
  readonly heights: Float64Array;
}

/** A shape made ready to be laid on others. */
export function shapeToFit(points: readonly Point[]): ShapeToFit {
  const center = centroid(points);
  const about = points.map(({ x, y }) => ({ x: x - center.x, y: y - center.y }));
  const ring = shoelace(about) >= 0 ? about : about.reverse();
  const length = perimeter(ring);
  const samples = evenly(ring, length);
  const waves = wavesOf(samples);
  const index = indexSegments([{ points: ring, closed: true }]);
  const radii = samples.map(radius);
  return {
    ring,
    samples,
    few: weighed(ring, samples, EVERY_FEW),
    many: weighed(ring, samples, EVERY_MANY),
    length,
    meanRadius: radii.reduce((sum, r) => sum + r, 0) / SAMPLES,
    waves,
    heights: heightsOf(waves),
    squares: radii.reduce((sum, r) => sum + r * r, 0),
    nearest: (to, reach) => index.nearest(to, reach)?.at ?? null,
  };
}

/** The points of an outline of up to so many have a weight. */
const FEW_POINTS = 160;
/** And every so many of its samples. */
const EVERY_FEW = 16;
const EVERY_MANY = 4;

const weighed = (ring: readonly Point[], samples: readonly Point[], every: number): Point[] => [
  ...(ring.length <= FEW_POINTS ? ring : []),
  ...samples.filter((_sample, i) => i % every === 0),
];

const mirrored = ({ x, y }: Point): Point => ({ x: -x, y });
/** Behind its first point a ring goes the other way round. */
const theOtherWay = (ring: readonly Point[]): Point[] =>
  ring.map((_point, i) => mirrored(ring[(ring.length - i) % ring.length] ?? ORIGIN));
const ORIGIN: Point = { x: 0, y: 0 };

/** The same shape turned over. Samples -conj(z) in the other order have the waves -conj(Z). */
export const turnedOver = (shape: ShapeToFit): ShapeToFit => ({
  ...shape,
  ring: theOtherWay(shape.ring),
  samples: theOtherWay(shape.samples),
  few: shape.few.map(mirrored),
  many: shape.many.map(mirrored),
  waves: shape.waves.map((wave, i) => (i % 2 === 0 ? -wave : wave)),
  nearest: (to, reach) => {
    const at = shape.nearest(mirrored(to), reach);
    return at && mirrored(at);
  },
});

/** False where one hardly fits the other either way up: it is longer by more than its corners, or its waves are higher. */
export const mayFit = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  isAboutAsLong(one, other, tolerance) &&
  // By Parseval, and since no turn changes a height, this is a bound from below of how far apart their samples are.
  Math.sqrt(one.heights.reduce((sum, height, i) => sum + (height - (other.heights[i] ?? 0)) ** 2, 0)) <=
    apartAtMost(one, other, tolerance);

/** How far apart, root mean square, the samples of two outlines may lie whose lines are nowhere further apart than the tolerance: as far as two samples besides, mm. */
export const apartAtMost = (one: ShapeToFit, other: ShapeToFit, tolerance: number): number =>
  tolerance + Math.max(one.length, other.length) / SAMPLES;

/** What lies everywhere within the tolerance of another is as long, but for its corners. */
export const isAboutAsLong = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  Math.abs(one.length - other.length) <= 4 * Math.PI * tolerance + 0.01 * other.length;

/** True where no turn about its middle moves a point of the outline by more than the tolerance away from it. */
export const isDisc = ({ samples, ring, meanRadius }: ShapeToFit, tolerance: number): boolean =>
  [samples, ring].every((points) => points.every((p) => Math.abs(radius(p) - meanRadius) <= tolerance / 2));

const radius = ({ x, y }: Point): number => norm(x, y);

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
  let walked = 0;
  let i = 0;
  for (let n = 0; n < SAMPLES; n++) {
    const target = (n * length) / SAMPLES;
    for (;;) {
      const a = ring[i % ring.length];
      const b = ring[(i + 1) % ring.length];
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

/** A turn that lays each sample of one shape on one of another, and how far apart they then are (root mean square). */
export interface Alignment {
  readonly angle: number;
  readonly apart: number;
}

/**
 * The turns, in order along the outline, at which the samples of one shape lie nearer to those of another than at the turns
 * beside them, and near enough to fit within the tolerance. Sample i is laid on sample i + k for each k; the sums of their products are
 * one cross-correlation, found by Fourier's transform.
 */
export function alignments(one: ShapeToFit, other: ShapeToFit, tolerance: number): Alignment[] {
  const apart = apartAtMost(one, other, tolerance);
  const products = new Array<number>(2 * SAMPLES);
  for (let i = 0; i < 2 * SAMPLES; i += 2) {
    const a = one.waves[i] ?? 0;
    const b = one.waves[i + 1] ?? 0;
    const c = other.waves[i] ?? 0;
    const d = other.waves[i + 1] ?? 0;
    products[i] = a * c + b * d;
    products[i + 1] = a * d - b * c;
  }
  const sums = new Array<number>(2 * SAMPLES);
  TRANSFORM.inverseTransform(sums, products);
  const apartAt = (k: number): number => {
    const square = one.squares + other.squares - 2 * norm(sums[2 * k] ?? 0, sums[2 * k + 1] ?? 0);
    return Math.sqrt(Math.max(0, square) / SAMPLES);
  };
  const all = new Float64Array(SAMPLES);
  for (let k = 0; k < SAMPLES; k++) all[k] = apartAt(k);
  const found: Alignment[] = [];
  all.forEach((here, k) => {
    if (here > apart) return;
    const before = all[(k + SAMPLES - 1) % SAMPLES] ?? here;
    const after = all[(k + 1) % SAMPLES] ?? here;
    if (here <= before && here <= after)
      found.push({ angle: Math.atan2(sums[2 * k + 1] ?? 0, sums[2 * k] ?? 0), apart: here });
  });
  return found;
}

const TRANSFORM = new FFT(SAMPLES);

function wavesOf(samples: readonly Point[]): number[] {
  const row = new Array<number>(2 * SAMPLES);
  samples.forEach(({ x, y }, i) => {
    row[2 * i] = x;
    row[2 * i + 1] = y;
  });
  const waves = new Array<number>(2 * SAMPLES);
  TRANSFORM.transform(waves, row);
  return waves;
}

function heightsOf(waves: readonly number[]): Float64Array {
  const slow = Array.from({ length: SLOW_WAVES }, (_, k) => [k + 1, SAMPLES - 1 - k]).flat();
  return Float64Array.from(slow, (wave) => norm(waves[2 * wave] ?? 0, waves[2 * wave + 1] ?? 0) / SAMPLES);
}
