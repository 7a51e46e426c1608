import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import GeoJSONReader from 'jsts/org/locationtech/jts/io/GeoJSONReader.js';
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import { intersectRings, offsetRings, shoelace, subtractRings, uniteRings, type Point } from '.';
import { tried } from '../cases.test-support';

/** A star-shaped polygon: its corners at rising angles, so that it never crosses itself. */
const star = (x: number, y: number): fc.Arbitrary<Point[]> =>
  fc.array(fc.integer({ min: 5, max: 40 }), { minLength: 3, maxLength: 14 }).map((radii) =>
    radii.map((r, i) => {
      const angle = (i / radii.length) * 2 * Math.PI;
      return { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) };
    }),
  );
const area = (rings: readonly (readonly Point[])[]): number => rings.reduce((sum, ring) => sum + shoelace(ring), 0);
const closed = (ring: readonly Point[]): [number, number][] => [...ring, ring[0]!].map(({ x, y }) => [x, y]);
const polygonsArea = (polygons: readonly Polygon[]): number =>
  polygons.reduce((sum, [outer, ...holes]) => {
    const of = (ring: readonly [number, number][] = []): number => Math.abs(shoelace(ring.map(([x, y]) => ({ x, y }))));
    return sum + of(outer) - holes.reduce((total, hole) => total + of(hole), 0);
  }, 0);

describe('against a second library, on random shapes', () => {
  test('union, difference and intersection have the areas that polygon-clipping finds', () => {
    fc.assert(
      fc.property(star(50, 50), star(70, 60), (a, b) => {
        const [one, other]: Polygon[] = [[closed(a)], [closed(b)]];
        expect(area(uniteRings([a, b], 'non-zero'))).toBeCloseTo(polygonsArea(polygonClipping.union(one!, other!)), 1);
        expect(area(subtractRings([a], [b]))).toBeCloseTo(polygonsArea(polygonClipping.difference(one!, other!)), 1);
        expect(area(intersectRings([a], [b]))).toBeCloseTo(polygonsArea(polygonClipping.intersection(one!, other!)), 1);
      }),
      tried(100),
    );
  });

  test('offsets out and in have the areas that JSTS finds', () => {
    fc.assert(
      fc.property(star(50, 50), fc.constantFrom(-2, -0.5, 0.5, 3), (ring, by) => {
        const polygon = new GeoJSONReader().read({ type: 'Polygon', coordinates: [closed(ring)] });
        // Quarter circles in 32 steps: within a few thousandths of a round corner.
        const other = BufferOp.bufferOp(polygon, by, 32).getArea();
        expect(Math.abs(area(offsetRings([ring], by)) - other)).toBeLessThan(0.3);
      }),
      tried(100),
    );
  });

  test('a hole shrinks as its part grows; nothing left is an empty list', () => {
    const box = (size: number, at: number) => [
      { x: at, y: at },
      { x: at + size, y: at },
      { x: at + size, y: at + size },
      { x: at, y: at + size },
    ];
    const grown = offsetRings([box(40, 0), box(20, 10)], 1);
    expect(area(grown)).toBeCloseTo(40 * 40 + 4 * 40 + Math.PI - 18 * 18, 1);
    expect(offsetRings([box(4, 0)], -2.5)).toEqual([]);
  });
});
