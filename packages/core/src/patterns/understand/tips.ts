import { distance, perimeter, shoelace, turnBetween, type Point } from '../../geometry';
import { inches } from '../../units';

/** A thin end of wood: a point, a finger, an ear. */
export interface Tip {
  readonly at: Point;
  /** How wide the wood is `TIP_DEPTH` behind its end, mm. */
  readonly width: number;
}

/** So far behind its end a tip is measured, along the line, mm. */
export const TIP_DEPTH = inches(1 / 4);
/** Wood narrower than this so near its end breaks off in the hand (our reading of common practice). */
export const FRAGILE_WIDTH = inches(1 / 8);
/** A line that turns this far round wood within a tip's length has an end in between, radians. */
const END_TURN = (2 / 3) * Math.PI;
/** Places along the line, to each side of an end. */
const STEPS = 8;

/**
 * The fragile tips of a part, thinnest first. Wherever the line turns round wood by 120 degrees and more within half an
 * inch, and the two places a quarter of an inch from the middle are nearer than an eighth of an inch, there is one.
 * `rings` are the outline (first) and its inside cuts, in any direction.
 */
export function fragileTips(rings: readonly (readonly Point[])[]): Tip[] {
  return rings
    .flatMap((ring, i) => tipsOf(shoelace(ring) > 0 === (i === 0) ? ring : [...ring].reverse()))
    .sort((a, b) => a.width - b.width);
}

/** Tips of one ring with the wood on its left. */
function tipsOf(ring: readonly Point[]): Tip[] {
  const length = perimeter(ring);
  const step = TIP_DEPTH / STEPS;
  const count = Math.floor(length / step);
  if (count < 4 * STEPS) return [];
  const samples = evenSteps(ring, length, count);
  const at = (i: number): Point => samples[((i % count) + count) % count] ?? { x: NaN, y: NaN };
  const widths = samples.map((_point, i) => distance(at(i - STEPS), at(i + STEPS)));
  const isEnd = (i: number): boolean => {
    const width = widths[i] ?? Infinity;
    if (width >= FRAGILE_WIDTH) return false;
    for (let k = i - STEPS; k <= i + STEPS; k++) {
      const other = widths[((k % count) + count) % count] ?? Infinity;
      if (other < width || (other === width && k < i)) return false;
    }
    return turnWithin(at, i) >= END_TURN;
  };
  return widths.flatMap((width, i) => (isEnd(i) ? [{ at: at(i), width }] : []));
}

/** How far the line turns to the left between `STEPS` before a place and as many after it. */
function turnWithin(at: (i: number) => Point, i: number): number {
  let turn = 0;
  for (let k = i - STEPS + 1; k < i + STEPS; k++) {
    const [a, b, c] = [at(k - 1), at(k), at(k + 1)];
    turn += turnBetween({ x: b.x - a.x, y: b.y - a.y }, { x: c.x - b.x, y: c.y - b.y });
  }
  return turn;
}

/** `count` points at even steps along a closed ring. */
function evenSteps(ring: readonly Point[], length: number, count: number): Point[] {
  const samples: Point[] = [];
  let walked = 0;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length] ?? a;
    const step = distance(a, b);
    while (samples.length < count && (samples.length * length) / count <= walked + step) {
      const t = step === 0 ? 0 : ((samples.length * length) / count - walked) / step;
      samples.push({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });
    }
    walked += step;
  });
  while (samples.length < count) samples.push(ring[0] ?? { x: NaN, y: NaN });
  return samples;
}
