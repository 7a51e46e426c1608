import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bendsOf, type Path } from '.';
import { circle, polygon } from './shapes.test-support';
import { tried } from '../cases.test-support';

describe('bends', () => {
  test('a plus sign has twelve right-angle corners, four of them inside', () => {
    const plus = polygon(
      [1, 0],
      [2, 0],
      [2, 1],
      [3, 1],
      [3, 2],
      [2, 2],
      [2, 3],
      [1, 3],
      [1, 2],
      [0, 2],
      [0, 1],
      [1, 1],
    );
    const { corners, tightest } = bendsOf(plus);
    expect(corners).toHaveLength(12);
    expect(corners.filter((corner) => corner.turn < 0)).toHaveLength(4);
    expect(corners.reduce((sum, corner) => sum + corner.turn, 0)).toBeCloseTo(2 * Math.PI, 9);
    expect(tightest).toBeNull();
  });

  test('a circle has no corner and its own radius, drawn as arcs or as forty short lines', () => {
    expect(bendsOf(circle(9.525))).toMatchObject({ corners: [], tightest: { radius: 9.525 } });
    const forty = Array.from({ length: 40 }, (_, i): [number, number] => [
      10 * Math.cos((i * Math.PI) / 20),
      10 * Math.sin((i * Math.PI) / 20),
    ]);
    expect(bendsOf(polygon(...forty)).tightest?.radius).toBeCloseTo(10, 6);
  });

  test('the quarter ellipse drawn as a cubic is tightest at the end of its long axis', () => {
    const k = 0.5522847498;
    const quarter: Path = {
      start: { x: 20, y: 0 },
      segments: [{ kind: 'cubic', c1: { x: 20, y: 10 * k }, c2: { x: 20 * k, y: 10 }, to: { x: 0, y: 10 } }],
      closed: false,
    };
    // Radius of curvature of an ellipse at the end of its long axis: b^2 / a; that of the cubic itself is 5.11.
    expect(bendsOf(quarter).tightest?.radius).toBeCloseTo(5, 6);
  });

  test('a fillet smaller than the kerf is a corner', () => {
    const filleted: Path = {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'line', to: { x: 10, y: 0 } },
        { kind: 'arc', to: { x: 10.2, y: 0.2 }, center: { x: 10, y: 0.2 }, sweep: Math.PI / 2 },
        { kind: 'line', to: { x: 10.2, y: 10 } },
        { kind: 'line', to: { x: 0, y: 0 } },
      ],
      closed: true,
    };
    expect(bendsOf(filleted).corners).toHaveLength(3);
  });

  test('a parabola drawn as one cubic is tightest at its top, wherever that lies', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 20, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (r, share) => {
          // y = x^2 / (2 r) from -share to 1 - share of 4 r; its inner points are those of the quadratic, raised.
          const [x0, x3] = [-4 * r * share, 4 * r * (1 - share)];
          const y = (x: number) => (x * x) / (2 * r);
          const tip = { x: (x0 + x3) / 2, y: (x0 * x3) / (2 * r) };
          const inner = (x: number) => ({ x: x + (2 / 3) * (tip.x - x), y: y(x) + (2 / 3) * (tip.y - y(x)) });
          const path: Path = {
            start: { x: x0, y: y(x0) },
            segments: [{ kind: 'cubic', c1: inner(x0), c2: inner(x3), to: { x: x3, y: y(x3) } }],
            closed: false,
          };
          const { tightest } = bendsOf(path);
          expect(tightest?.radius).toBeCloseTo(r, 6);
          expect(tightest?.at.x).toBeCloseTo(0, 4);
        },
      ),
      tried(100),
    );
  });

  test('a quarter of an ellipse lying aslant, and skewed, has the radius of the ellipse', () => {
    const k = (4 / 3) * (Math.SQRT2 - 1);
    const at = (u: number, v: number) => ({ x: 12 * u + 5 * v, y: -3 * u + 9 * v });
    const path: Path = {
      start: at(1, 0),
      segments: [{ kind: 'cubic', c1: at(1, k), c2: at(k, 1), to: at(0, 1) }],
      closed: false,
    };
    // |p'|^3 / |p x q| of the ellipse p cos(u) + q sin(u), at a thousand places.
    const radii = Array.from({ length: 1001 }, (_, i) => {
      const u = (i / 1000) * (Math.PI / 2);
      return Math.hypot(-12 * Math.sin(u) + 5 * Math.cos(u), 3 * Math.sin(u) + 9 * Math.cos(u)) ** 3 / 123;
    });
    expect(bendsOf(path).tightest?.radius).toBeCloseTo(Math.min(...radii), 4);
  });
});

/** A closed curve walked in even steps and written to so many decimals. */
const walked = (at: (angle: number) => [number, number], steps: number, decimals: number) =>
  polygon(
    ...Array.from({ length: steps }, (_, i): [number, number] => {
      const [x, y] = at((i / steps) * 2 * Math.PI);
      return [Number(x.toFixed(decimals)), Number(y.toFixed(decimals))];
    }),
  );

describe('bends of lines drawn in short steps', () => {
  test('a circle of radius 50 in steps of 0.2 mm at two decimals is a circle of radius 50', () => {
    const { corners, tightest } = bendsOf(walked((a) => [50 * Math.cos(a), 50 * Math.sin(a)], 1571, 2));
    expect(corners).toEqual([]);
    expect(Math.abs(tightest!.radius / 50 - 1)).toBeLessThan(0.1);
  });

  test('circles and ellipses of any size, step and rounding: no corner, the radius within a tenth', () => {
    const radius = fc.integer({ min: 10, max: 600 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(
        radius,
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        fc.integer({ min: 5, max: 30 }),
        fc.constantFrom(2, 3),
        (a, share, perRadius, decimals) => {
          const b = a * Math.max(share, Math.sqrt(0.8 / a));
          const least = (b * b) / a;
          const step = Math.max(0.02, Math.min(1, least / perRadius));
          const steps = Math.min(6000, Math.ceil((2 * Math.PI * a) / step));
          const { corners, tightest } = bendsOf(
            walked((t) => [90 + a * Math.cos(t), 40 + b * Math.sin(t)], steps, decimals),
          );
          expect(corners).toEqual([]);
          expect(Math.abs(tightest!.radius / least - 1)).toBeLessThan(0.1);
        },
      ),
      tried(60),
    );
  });

  test('a wavy ring moved inwards, at three decimals: the radius at its narrow tops within a tenth', () => {
    for (const [mean, high, waves, least] of [
      [20, 2, 6, 1.06],
      [30, 3, 5, 1.1],
      [25, 1.5, 7, 1.02],
    ] as const) {
      const r = (t: number) => mean + high * Math.cos(waves * t);
      const slope = (t: number) => -high * waves * Math.sin(waves * t);
      // Tightest at the tops, where r' is 0 and the radius of a curve in polar figures is r^2 / (r - r'').
      const top = (mean + high) ** 2 / (mean + high + high * waves ** 2);
      const by = top - least;
      const at = (t: number): [number, number] => {
        const along = Math.hypot(r(t), slope(t));
        const [dx, dy] = [
          (slope(t) * Math.cos(t) - r(t) * Math.sin(t)) / along,
          (slope(t) * Math.sin(t) + r(t) * Math.cos(t)) / along,
        ];
        return [r(t) * Math.cos(t) - by * dy, r(t) * Math.sin(t) + by * dx];
      };
      const { tightest } = bendsOf(walked(at, Math.round((2 * Math.PI * mean) / 0.12), 3));
      expect(Math.abs(tightest!.radius / least - 1)).toBeLessThan(0.1);
    }
  });

  test('a square in steps of 0.04 mm has four corners and no curve', () => {
    const side = Array.from({ length: 500 }, (_, i): [number, number] => [i * 0.04, 0]);
    const turned =
      (quarter: number) =>
      ([x, y]: [number, number]): [number, number] => {
        const [u, v] = [x - 10, y - 10];
        const [c, s] = [
          [1, 0],
          [0, 1],
          [-1, 0],
          [0, -1],
        ][quarter]!;
        return [c! * u - s! * v, s! * u + c! * v];
      };
    const { corners, tightest } = bendsOf(polygon(...[0, 1, 2, 3].flatMap((q) => side.map(turned(q)))));
    expect(corners.map(({ turn }) => turn)).toEqual([0, 1, 2, 3].map(() => expect.closeTo(Math.PI / 2, 6)));
    expect(tightest).toBeNull();
  });

  /** A square of 20 mm whose corners are rounded by `radius` in so many lines. */
  const rounded = (radius: number, lines: number) =>
    polygon(
      ...[0, 1, 2, 3].flatMap((q) =>
        Array.from({ length: lines + 1 }, (_, i): [number, number] => {
          const angle = (Math.PI / 2) * (q - 1 + i / lines);
          const [cx, cy] = [
            [20, 0],
            [20, 20],
            [0, 20],
            [0, 0],
          ][q]!;
          const inwards = (c: number) => (c === 0 ? radius : 20 - radius);
          return [inwards(cx!) + radius * Math.cos(angle), inwards(cy!) + radius * Math.sin(angle)];
        }),
      ),
    );

  test.each([3, 4, 6, 12])('a corner rounded by 0.3 mm in %i lines is one corner; by 2 mm it is a curve', (lines) => {
    const small = bendsOf(rounded(0.3, lines));
    expect(small.corners).toHaveLength(4);
    expect(small.tightest).toBeNull();
    const large = bendsOf(rounded(2, 2 * lines));
    expect(large.corners).toEqual([]);
    expect(large.tightest?.radius).toBeCloseTo(2, 1);
  });

  test('an arc of 0.02 mm is one corner, as is the end of a slot; two corners 0.4 mm apart are two', () => {
    const arc: Path = {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'line', to: { x: 10, y: 0 } },
        { kind: 'arc', to: { x: 10.02, y: 0.02 }, center: { x: 10, y: 0.02 }, sweep: Math.PI / 2 },
        { kind: 'line', to: { x: 10.02, y: 10 } },
      ],
      closed: false,
    };
    expect(bendsOf(arc).corners.map(({ turn }) => turn)).toEqual([expect.closeTo(Math.PI / 2, 6)]);
    expect(bendsOf(polygon([0, 0], [20, 0], [20, 0.4], [0, 0.4])).corners).toHaveLength(4);
  });

  test('a step aside of a tenth of a millimetre is no corner, and a hole smaller than a bend is a curve', () => {
    const step: Path = {
      start: { x: 0, y: 0 },
      segments: [
        [10, 0],
        [10, 0.1],
        [20, 0.1],
      ].map(([x, y]) => ({ kind: 'line', to: { x: x!, y: y! } })),
      closed: false,
    };
    expect(bendsOf(step).corners).toEqual([]);
    expect(bendsOf(circle(0.4)).corners).toEqual([]);
    expect(bendsOf(circle(0.4)).tightest?.radius).toBeCloseTo(0.4, 2);
  });
});

describe('how far the work is turned along a line', () => {
  const around = 2 * Math.PI;

  test('once round a circle of any size, however it is drawn; not at all along straight sides and in corners', () => {
    for (const radius of [0.8, 3, 40]) expect(bendsOf(circle(radius)).turning).toBeCloseTo(around, 1);
    const steps = Array.from({ length: 1570 }, (_, i): [number, number] => [
      Number((50 * Math.cos((i * around) / 1570)).toFixed(2)),
      Number((50 * Math.sin((i * around) / 1570)).toFixed(2)),
    ]);
    expect(bendsOf(polygon(...steps)).turning / around).toBeCloseTo(1, 1);
    expect(bendsOf(polygon([0, 0], [30, 0], [30, 20], [0, 20])).turning).toBe(0);
  });

  test('a slot turns at its two round ends, and its sides where it is cut off square do not', () => {
    const end = (x: number, y: number, to: number) =>
      ({ kind: 'arc', to: { x, y: to }, center: { x, y: (y + to) / 2 }, sweep: Math.PI }) as const;
    const slot: Path = {
      start: { x: 0, y: 0 },
      segments: [
        { kind: 'line', to: { x: 30, y: 0 } },
        end(30, 0, 8),
        { kind: 'line', to: { x: 0, y: 8 } },
        end(0, 8, 0),
      ],
      closed: true,
    };
    expect(bendsOf(slot).turning).toBeCloseTo(around, 2);
  });

  test('a wave turns by four times its steepest slope in each length of it, at two decimals too', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 10, noNaN: true }),
        fc.double({ min: 25, max: 60, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (height, length, waves) => {
          // Small steps off a curve, rounded as drawings are: y = h sin(2 pi x / l), whose slope is at most 2 pi h / l.
          const points = Array.from({ length: waves * 80 + 1 }, (_, i) => {
            const x = (i * length) / 80;
            const y = height * Math.sin((x * around) / length);
            return { x: Number(x.toFixed(2)), y: Number(y.toFixed(2)) };
          });
          const [start, ...others] = points;
          const path: Path = { start: start!, segments: others.map((to) => ({ kind: 'line', to })), closed: false };
          const { turning, corners } = bendsOf(path);
          expect(corners).toEqual([]);
          expect(turning / (4 * waves * Math.atan((around * height) / length))).toBeCloseTo(1, 0.8);
        },
      ),
      tried(100),
    );
  });
});
