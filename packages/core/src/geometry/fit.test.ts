import { describe, expect, test } from '@jest/globals';
import { fittingsOf, indexSegments } from '.';
import { blob, chance, disc, rectangle, regular, ring } from './shapes.test-support';
import type { Point } from './point';
import { nearestOnPiece } from './segment-index';

const ways = (shape: Point[], tolerance = 0.2, opening = shape) => {
  const { upright, turnedOver, anyTurn } = fittingsOf(shape, opening, tolerance);
  return anyTurn ? 'any' : [upright.length, turnedOver.length];
};
const move = (points: readonly Point[], angle: number, dx: number, dy: number): Point[] =>
  points.map(({ x, y }) => ({
    x: x * Math.cos(angle) - y * Math.sin(angle) + dx,
    y: x * Math.sin(angle) + y * Math.cos(angle) + dy,
  }));

describe('in how many ways a piece fits its opening', () => {
  test.each([3, 4, 5, 6, 7, 8, 12])('a regular polygon of %i sides: as many turns, as many turned over', (sides) => {
    expect(ways(regular(sides, 30))).toEqual([sides, sides]);
  });

  test.each<[string, Point[], number[]]>([
    ['a rectangle: two and two', rectangle(0, 0, 40, 20), [2, 2]],
    ['a parallelogram: two, none turned over', ring([0, 0], [40, 0], [55, 20], [15, 20]), [2, 0]],
    ['an isosceles triangle: one and one', ring([0, 0], [20, 0], [10, 35]), [1, 1]],
    ['a scalene triangle: one', ring([0, 0], [40, 0], [12, 25]), [1, 0]],
    ['a Z: two', ring([0, 0], [30, 0], [30, 20], [50, 20], [50, 30], [20, 30], [20, 10], [0, 10]), [2, 0]],
    ['an even L: one and one', ring([0, 0], [30, 0], [30, 10], [10, 10], [10, 30], [0, 30]), [1, 1]],
  ])('%s', (_name, shape, expected) => {
    expect(ways(shape)).toEqual(expected);
    expect(ways(shape, 0.2, move(shape, 1.234, 71, -5))).toEqual(expected);
  });

  test('a disc fits any way round', () => {
    expect(ways(disc(15))).toBe('any');
  });

  test('a square with one corner cut fits one way in a tight opening, two where it can be moved a little, and all four in a slack one', () => {
    const cut = ring([0, 0], [29.7, 0], [30, 0.3], [30, 30], [0, 30]);
    // The cut stands off the corner by 0.3 / sqrt(2); half of it and more is made up by moving the piece towards that corner.
    expect(ways(cut, 0.06)).toEqual([1, 1]);
    expect(ways(cut, 0.1)).toEqual([2, 2]);
    expect(ways(cut, 0.5)).toEqual([4, 4]);
  });

  test.each<[number, number, number[]]>([
    [8, 0.5, [0.2, 0.22, 0.27, 0.4]],
    [6, 0.4, [0.25]],
    [5, 0.3, [0.1, 0.2]],
    [7, 0.3, [0.25]],
  ])('a regular polygon of %i sides, one moved out by %f mm: as many ways as trying finds', (sides, by, tolerances) => {
    const shape = oneSideOut(sides, 22.7, by);
    const turns = Array.from({ length: sides }, (_, i) => (2 * Math.PI * i) / sides);
    const gaps = [false, true].map((over) => turns.map((angle) => leastGap(shape, over, angle)));
    for (const tolerance of tolerances) {
      // None is so near the tolerance that trying could not say.
      expect(Math.min(...gaps.flat().map((gap) => Math.abs(gap / tolerance - 1)))).toBeGreaterThan(0.02);
      expect(ways(shape, tolerance)).toEqual(gaps.map((of) => of.filter((gap) => gap <= tolerance).length));
    }
  });

  test('a shape with a mirror line fits as many ways turned over as upright, at any tolerance', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const random = chance(seed);
      const fold = 1 + (seed % 4);
      // r(a) = r(-a), and the same again each 1 / fold of a turn but for a bump on the mirror line.
      const radii = [1, 2, 3].map(() => random() * 2);
      const bump = random() * 0.6;
      const r = (a: number): number =>
        24 +
        radii.reduce((sum, high, k) => sum + high * Math.cos((k + 1) * fold * a), 0) +
        bump * Math.exp(-8 * (1 - Math.cos(a)));
      const shape = Array.from({ length: 360 }, (_, i) => {
        const a = (i * Math.PI) / 180;
        return { x: r(a) * Math.cos(a), y: r(a) * Math.sin(a) };
      });
      const [upright, turnedOver] = ways(move(shape, seed, 30, 4), 0.25) as number[];
      expect(turnedOver).toBe(upright);
    }
  });

  test('another size or another shape does not fit', () => {
    expect(ways(rectangle(0, 0, 40, 20), 0.2, rectangle(0, 0, 41, 20))).toEqual([0, 0]);
    expect(ways(regular(6, 20), 0.2, disc(20))).toEqual([0, 0]);
  });

  test('agrees with trying every degree, on random blobs and their mirror images', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const shape = blob(9, chance(seed), 30);
      const mirrored = shape.map(({ x, y }) => ({ x: -x, y }));
      const turnedBack = fittingsOf(mirrored, shape, 0.3);
      expect([turnedBack.upright.length, turnedBack.turnedOver.length]).toEqual([0, 1]);
      expect(ways(shape, 0.3)).toEqual([1, 0]);
      expect(bestByDegrees(shape, turnedBack.turnedOver[0]!.angle)).toBeLessThan(0.6);
    }
  });
});

/** The largest distance left when a blob's mirror image, turned over again and by the angle found, lies on the blob. */
function bestByDegrees(shape: readonly Point[], angle: number): number {
  const index = indexSegments([{ points: shape, closed: true }]);
  // Turning the mirror image over gives the blob itself, so only no turn can be right.
  return Math.max(...move(shape, angle, 0, 0).map((point) => index.nearest(point)?.distance ?? Infinity));
}

/** A regular polygon whose first side is moved outwards, with corners where the sides then meet. */
function oneSideOut(sides: number, radius: number, by: number): Point[] {
  const normal = (i: number): Point => ({
    x: Math.cos((2 * Math.PI * i) / sides),
    y: Math.sin((2 * Math.PI * i) / sides),
  });
  const away = (i: number): number => radius * Math.cos(Math.PI / sides) + (i % sides === 0 ? by : 0);
  return Array.from({ length: sides }, (_, i) => {
    const [a, b] = [normal(i), normal(i + 1)];
    const cross = a.x * b.y - a.y * b.x;
    return {
      x: (away(i) * b.y - away(i + 1) * a.y) / cross,
      y: (a.x * away(i + 1) - b.x * away(i)) / cross,
    };
  });
}

/** The largest gap between a convex shape and itself turned (over), in the best place that chance finds by ever smaller steps. */
function leastGap(shape: Point[], over: boolean, angle: number): number {
  const random = chance(7);
  const flip = ({ x, y }: Point): Point => ({ x, y: over ? -y : y });
  const sides = shape.map((a, i) => [a, shape[(i + 1) % shape.length]!] as const);
  const away = (p: Point): number =>
    Math.min(
      ...sides.map(([a, b]) => {
        const q = nearestOnPiece(p, a.x, a.y, b.x, b.y);
        return Math.hypot(q.x - p.x, q.y - p.y);
      }),
    );
  // Of convex outlines that are nearly one, a corner of either is furthest from the other.
  const gap = ([a, x, y]: number[]): number =>
    Math.max(
      ...move(shape.map(flip), a!, x!, y!).map(away),
      ...move(move(shape, 0, -x!, -y!), -a!, 0, 0)
        .map(flip)
        .map(away),
    );
  let best = [angle, 0, 0];
  let least = gap(best);
  for (let n = 0; n < 1500; n++) {
    const size = Math.exp(-n / 200);
    const at = best.map((v, k) => v + (random() - 0.5) * size * [0.02, 0.6, 0.6][k]!);
    const here = gap(at);
    if (here < least) [best, least] = [at, here];
  }
  return least;
}
