import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { circlePath, type Path, type Point } from '../../geometry';
import { likeParts, openingRoom } from '.';
import { shapes, understood } from './understanding.test-support';
import { tried } from '../../cases.test-support';

describe('drawings larger than any saw needs are answered', () => {
  test('a comb of eight thousand teeth, six hundred circles in each other, a scribble', () => {
    const teeth = Array.from(
      { length: 8000 },
      (_none, i) => `L${(i * 0.012).toFixed(3)} 20L${(i * 0.012 + 0.006).toFixed(3)} 1`,
    );
    expect(understood(`<path d="M0 0${teeth.join('')}L96 0Z"/>`).bridge).not.toBeNull();
    const circles = Array.from(
      { length: 600 },
      (_none, i) => `<circle cx="150" cy="150" r="${(148 - i * 0.2).toFixed(2)}"/>`,
    );
    expect(shapes(circles.join('')).length).toBeGreaterThan(1);
    const points = Array.from({ length: 1200 }, (_none, i) => `${(i * 7919) % 290} ${(i * 104_729) % 287}`);
    expect(understood(`<path d="M${points.join('L')}Z"/>`).ways).toEqual({ upright: 1, turnedOver: 0 });
  });

  test('a ring-shaped opening a kerf wide has the room of a kerf, wherever one looks', () => {
    const circle = (radius: number) => circlePath({ x: 100, y: 100 }, radius);
    expect(openingRoom(circle(90), [circle(89.2)])).toBeCloseTo(0.8, 1);
    expect(openingRoom(circle(20), [circle(18)])).toBeCloseTo(2, 1);
  });

  test('a long slot has the room of its widest place, wherever that is', () => {
    const line = (points: readonly Point[]): Path => {
      const [start = { x: 0, y: 0 }, ...others] = points;
      return { start, segments: [...others, start].map((to) => ({ kind: 'line' as const, to })), closed: true };
    };
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 95, noNaN: true }),
        fc.double({ min: 1.2, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        (at, across, turn) => {
          // A slot 1 mm wide and 100 long; at one place four sides of a hexagon stand out, `across` from flat to flat.
          const [half, reach] = [across / 2, across / Math.sqrt(3)];
          const hip = (half - 0.5) / Math.sqrt(3) + reach / 2;
          const side = (sign: number): Point[] =>
            [
              [-hip, 0.5],
              [-reach / 2, half],
              [reach / 2, half],
              [hip, 0.5],
            ].map(([x = 0, y = 0]) => ({ x: at + x * sign, y: y * sign }));
          const slot = [
            { x: 0, y: -0.5 },
            ...side(-1).reverse(),
            { x: 100, y: -0.5 },
            { x: 100, y: 0.5 },
            ...side(1).reverse(),
            { x: 0, y: 0.5 },
          ];
          const turned = slot.map(({ x, y }) => ({
            x: x * Math.cos(turn) - y * Math.sin(turn),
            y: x * Math.sin(turn) + y * Math.cos(turn),
          }));
          expect(Math.abs(openingRoom(line(turned), []) - across)).toBeLessThan(0.02);
        },
      ),
      tried(100),
    );
    // A wedge: the radius of the circle in a triangle is twice its area over its girth.
    const wedge = openingRoom(
      line([
        { x: 0, y: 0 },
        { x: 80, y: 0 },
        { x: 0, y: 3 },
      ]),
      [],
    );
    expect(wedge).toBeCloseTo((2 * 80 * 3) / (80 + 3 + Math.hypot(80, 3)), 1);
  });

  test('of hundreds of copies each is told once; of parts that are all a little different it is told how far that went', () => {
    const copies = Array.from(
      { length: 400 },
      (_none, i) => `<path d="M${(i % 20) * 14} ${Math.floor(i / 20) * 14}h12v6h-6v6h-6z"/>`,
    );
    const likeness = likeParts(shapes(copies.join('')), 0.25);
    expect([likeness.alike.length, likeness.notCompared]).toEqual([399, 0]);
  });
});
