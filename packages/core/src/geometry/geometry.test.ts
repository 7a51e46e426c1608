import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  flatten,
  isInside,
  nestRings,
  pathBox,
  pathLength,
  ringOf,
  shoelace,
  signedArea,
  toSvgPathData,
  type Path,
} from '.';
import { circle, polygon } from './shapes.test-support';
import { tried } from '../cases.test-support';

const square = (side: number, x = 0, y = 0): Path =>
  polygon([x, y], [x + side, y], [x + side, y + side], [x, y + side]);

const point = fc.record({
  x: fc.double({ min: -99, max: 99, noNaN: true }),
  y: fc.double({ min: -99, max: 99, noNaN: true }),
});

describe('length, area and box', () => {
  test('a circle has the length and area of the circle', () => {
    expect(pathLength(circle(25))).toBeCloseTo(2 * Math.PI * 25, 9);
    expect(signedArea(circle(25))).toBeCloseTo(Math.PI * 625, 9);
    expect(pathBox(circle(25, { x: 3, y: 4 }))).toEqual({ minX: -22, minY: -21, maxX: 28, maxY: 29 });
  });

  test('flattened, it stays within the tolerance', () => {
    const points = flatten(circle(25), 0.02);
    points.forEach((p, i) => {
      const next = points[(i + 1) % points.length]!;
      const middle = Math.hypot((p.x + next.x) / 2, (p.y + next.y) / 2);
      expect(25 - middle).toBeLessThanOrEqual(0.02);
      expect(25 - middle).toBeGreaterThan(0.005);
    });
  });

  test('the area of a cubic agrees with the shoelace sum of its flattened points', () => {
    fc.assert(
      fc.property(point, point, point, point, (start, c1, c2, to) => {
        const path: Path = {
          start,
          segments: [
            { kind: 'cubic', c1, c2, to },
            { kind: 'line', to: start },
          ],
          closed: true,
        };
        const rough = shoelace(flatten(path, 0.001));
        expect(Math.abs(signedArea(path) - rough)).toBeLessThan(0.5);
      }),
      tried(100),
    );
  });

  test('the box of a cubic holds every flattened point and touches them', () => {
    fc.assert(
      fc.property(point, point, point, point, (start, c1, c2, to) => {
        const path: Path = { start, segments: [{ kind: 'cubic', c1, c2, to }], closed: false };
        const box = pathBox(path);
        const points = flatten(path, 0.001);
        expect(Math.max(...points.map((p) => p.x))).toBeCloseTo(box.maxX, 1);
        expect(Math.min(...points.map((p) => p.y))).toBeCloseTo(box.minY, 1);
      }),
      tried(100),
    );
  });

  test('a regular seven-sided outline has the handbook circles', () => {
    // Regular polygons (mathematics): s = 2, n = 7, flat to corner 4.3813.
    const corner = 2 / (2 * Math.sin(Math.PI / 7));
    const corners = Array.from({ length: 7 }, (_, i): [number, number] => {
      const angle = Math.PI / 2 + (i * 2 * Math.PI) / 7;
      return [corner * Math.cos(angle), corner * Math.sin(angle)];
    });
    const box = pathBox(polygon(...corners));
    expect(box.maxY - box.minY).toBeCloseTo(4.3813, 4);
    expect(pathLength(polygon(...corners))).toBeCloseTo(14, 9);
  });
});

describe('nesting', () => {
  const ring = (path: Path) => ringOf(flatten(path));

  test('a target of three circles and a neighbour', () => {
    const rings = [ring(circle(5)), ring(circle(20)), ring(circle(10)), ring(circle(4, { x: 50, y: 0 }))];
    expect(nestRings(rings).map(({ parent, depth }) => [parent, depth])).toEqual([
      [2, 2],
      [null, 0],
      [1, 1],
      [null, 0],
    ]);
  });

  test('a hole that touches its outline from inside is inside; squares that share an edge are neighbours', () => {
    const shared = [ring(square(10)), ring(square(4)), ring(square(6, 10, 0))];
    expect(nestRings(shared).map(({ depth }) => depth)).toEqual([0, 1, 0]);
  });

  test('random discs nest as their centres and radii say', () => {
    const disc = fc.record({
      x: fc.integer({ min: 0, max: 60 }),
      y: fc.integer({ min: 0, max: 60 }),
      r: fc.integer({ min: 1, max: 30 }),
    });
    fc.assert(
      fc.property(fc.array(disc, { minLength: 1, maxLength: 7 }), (discs) => {
        const gap = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y);
        const clean = discs.every((a, i) =>
          discs.slice(i + 1).every((b) => gap(a, b) > a.r + b.r + 0.1 || gap(a, b) < Math.abs(a.r - b.r) - 0.1),
        );
        fc.pre(clean);
        const depths = nestRings(discs.map(({ x, y, r }) => ring(circle(r, { x, y })))).map(({ depth }) => depth);
        const expected = discs.map((a) => discs.filter((b) => b.r > a.r && gap(a, b) < b.r).length);
        expect(depths).toEqual(expected);
      }),
      tried(100),
    );
  });

  test('inside is told by crossings', () => {
    const points = flatten(square(10));
    expect([isInside({ x: 5, y: 5 }, points), isInside({ x: 15, y: 5 }, points)]).toEqual([true, false]);
  });
});

test('a path is written back as SVG with y down', () => {
  expect(toSvgPathData(square(2))).toBe('M0 0L2 0L2 -2L0 -2L0 0Z');
  expect(toSvgPathData(circle(1))).toContain('A1 1 0 0 0');
});
