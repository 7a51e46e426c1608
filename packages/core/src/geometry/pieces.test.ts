import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { crossingsOf, isInside, piecesOf, pointIn, shoelace, type IndexedLine } from '.';
import { blob, chance, disc, rectangle, ring } from './shapes.test-support';
import { tried } from '../cases.test-support';

const open = (...figures: readonly (readonly [number, number])[]): IndexedLine => ({
  points: ring(...figures),
  closed: false,
});
const plate = rectangle(0, 0, 100, 60);
const areas = (lines: IndexedLine[], holes: ReturnType<typeof ring>[] = []) =>
  piecesOf(plate, holes, lines, 0.1).pieces.map(({ area }) => Math.round(area));

describe('pieces that lines cut from a plate', () => {
  test('none: the plate', () => expect(areas([])).toEqual([6000]));
  test('one line from edge to edge: two', () => expect(areas([open([40, -5], [40, 65])])).toEqual([3600, 2400]));
  test('a line that only just fails to reach the edge reaches it', () =>
    expect(areas([open([40, 0.08], [40, 59.95])]).map((area) => Math.round(area / 10))).toEqual([360, 240]));
  test('a cross: four', () =>
    expect(areas([open([50, 0], [50, 60]), open([0, 30], [100, 30])])).toEqual([1500, 1500, 1500, 1500]));
  test('a closed loop adds one, with a hole in what is around it', () => {
    const { pieces } = piecesOf(plate, [], [{ points: rectangle(20, 20, 10, 10), closed: true }], 0.1);
    expect(pieces.map(({ area, holes }) => [area, holes.length])).toEqual([
      [5900, 1],
      [100, 0],
    ]);
  });
  test('a line that stops in the wood cuts nothing off, and its end is told', () => {
    const { pieces, looseEnds } = piecesOf(plate, [], [open([40, -5], [40, 30])], 0.1);
    expect(pieces).toHaveLength(1);
    expect(looseEnds).toEqual([{ x: 40, y: 30 }]);
  });
  test('a line into a hole cuts the wall, and two cut the ring in two', () => {
    const hole = rectangle(40, 20, 20, 20);
    expect(areas([open([50, -5], [50, 25])], [hole])).toEqual([5600]);
    expect(areas([open([50, -5], [50, 25]), open([50, 35], [50, 65])], [hole])).toEqual([2800, 2800]);
  });
  test('a line along the edge cuts nothing off', () => expect(areas([open([10, 0], [90, 0])])).toEqual([6000]));
  test('lines that meet at one point', () =>
    expect(areas([open([0, 0], [50, 30]), open([100, 0], [50, 30]), open([50, 60], [50, 30])])).toHaveLength(3));
});

test('k lines from edge to edge with x crossings make k + x + 1 pieces that add up to the plate', () => {
  const inside = fc.double({ min: 3, max: 97, noNaN: true });
  fc.assert(
    fc.property(fc.array(fc.tuple(inside, inside), { minLength: 1, maxLength: 6 }), (ends) => {
      const lines = ends.map(([low, high]) => open([low, -1], [high, 61]));
      const near = ends.some(([a, b], i) =>
        ends.some(([c, d], j) => i < j && (Math.abs(a - c) < 2 || Math.abs(b - d) < 2)),
      );
      fc.pre(!near);
      const crossings = crossingsOf(lines);
      // Crossings so near each other or the edge that the tolerance joins them are another drawing.
      fc.pre(
        crossings.every(
          ({ at }, i) =>
            at.y > 1 && at.y < 59 && crossings.every((c, j) => i === j || Math.hypot(c.at.x - at.x, c.at.y - at.y) > 1),
        ),
      );
      const { pieces } = piecesOf(plate, [], lines, 0.01);
      expect(pieces).toHaveLength(lines.length + crossings.length + 1);
      expect(pieces.reduce((sum, { area }) => sum + area, 0)).toBeCloseTo(6000, 0);
    }),
    tried(200),
  );
});

describe('where lines cross', () => {
  test('a figure of eight crosses itself once', () =>
    expect(crossingsOf([{ points: ring([0, 0], [10, 10], [10, 0], [0, 10]), closed: true }])).toEqual([
      { at: { x: 5, y: 5 }, lines: [0, 0] },
    ]));
  test('at a corner of one of them it counts once too', () =>
    expect(crossingsOf([open([0, 0], [5, 5], [10, 10]), open([0, 10], [10, 0])])).toHaveLength(1));
  test('at corners of both', () =>
    expect(crossingsOf([open([0, 0], [5, 5], [10, 10]), open([0, 10], [5, 5], [10, 0])])).toHaveLength(1));
  test('touching at a corner, meeting at an end, or lying along each other is none', () => {
    expect(crossingsOf([open([0, 0], [5, 5], [10, 0]), open([0, 10], [5, 5], [10, 10])])).toEqual([]);
    expect(crossingsOf([open([0, 0], [10, 0]), open([5, 0], [5, 9])])).toEqual([]);
    expect(crossingsOf([open([0, 0], [10, 0]), open([2, 0], [8, 0])])).toEqual([]);
  });
  test('as many as trying every pair', () => {
    const next = chance(3);
    const lines = Array.from({ length: 40 }, () => open([next() * 100, next() * 100], [next() * 100, next() * 100]));
    const side = (p: { x: number; y: number }, [a, b]: readonly { x: number; y: number }[]) =>
      Math.sign((b!.x - a!.x) * (p.y - a!.y) - (b!.y - a!.y) * (p.x - a!.x));
    let expected = 0;
    lines.forEach(({ points: p }, i) =>
      lines.slice(i + 1).forEach(({ points: q }) => {
        if (side(p[0]!, q) !== side(p[1]!, q) && side(q[0]!, p) !== side(q[1]!, p)) expected++;
      }),
    );
    expect(crossingsOf(lines)).toHaveLength(expected);
  });
});

test('a point in a ring is inside it and outside its holes', () => {
  for (let seed = 1; seed < 30; seed++) {
    const shape = blob(11, chance(seed), 30);
    expect(isInside(pointIn(shape, [])!, shape)).toBe(true);
  }
  const inWall = pointIn(disc(20), [[...disc(17)].reverse()])!;
  expect(Math.hypot(inWall.x, inWall.y)).toBeGreaterThan(16.9);
  expect(
    pointIn(
      [
        { x: 0, y: 0 },
        { x: 1, y: 0 },
      ],
      [],
    ),
  ).toBeNull();
  expect(shoelace(disc(1))).toBeGreaterThan(3.14);
});
