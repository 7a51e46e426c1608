import { describe, expect, test } from '@jest/globals';
import { fittingsOf, indexSegments } from '.';
import { blob, chance, disc, rectangle, regular, ring } from './shapes.test-support';
import type { Point } from './point';

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

  test('a square with one corner cut fits one way in a tight opening, and all four in a slack one', () => {
    const cut = ring([0, 0], [29.7, 0], [30, 0.3], [30, 30], [0, 30]);
    expect(ways(cut, 0.1)).toEqual([1, 1]);
    expect(ways(cut, 0.5)).toEqual([4, 4]);
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
