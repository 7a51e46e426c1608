import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Path, Point } from '../../geometry';
import { inches } from '../../units';
import { BRAD_MM, bradLength, bradPlaces, bradsFor, CLEAR_OF_EDGE, CLEAR_OF_LINE } from './brads';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { verifyPlan } from '../verify';
import { tried } from '../../cases.test-support';

const blankOf = (width: number, height: number, margin: number) => ({
  minX: -margin,
  minY: -margin,
  maxX: width + margin,
  maxY: height + margin,
});

describe('places for brads', () => {
  test('round a disc they stand in the four corners of its blank', () => {
    const places = bradPlaces(blankOf(100, 100, 6), [circle(50, 50, 50)], [circle(50, 50, 50)]);
    // The corners of the blank, less the room to its edge.
    const off = 6 - CLEAR_OF_EDGE - BRAD_MM / 2;
    const corners = [-off, 100 + off].flatMap((x) => [-off, 100 + off].map((y) => ({ x, y })));
    expect(places).toHaveLength(3);
    for (const place of places)
      expect(corners).toContainEqual({ x: expect.closeTo(place.x, 6), y: expect.closeTo(place.y, 6) });
  });

  test('where the wood round the outline is narrower than a brad needs there are none', () => {
    // Off the corner of a rectangle a brad stands across: it needs its distance to the line over the root of two each way.
    const needed = CLEAR_OF_EDGE + BRAD_MM / 2 + (CLEAR_OF_LINE + BRAD_MM / 2) / Math.SQRT2;
    const tight = (margin: number) => bradPlaces(blankOf(60, 40, margin), [rectangle(60, 40)], [rectangle(60, 40)]);
    expect(tight(needed - 0.1)).toEqual([]);
    expect(tight(needed + 0.1).length).toBeGreaterThanOrEqual(3);
  });

  test('a long blank gets more than three: one for each 250 mm of its edge', () => {
    expect([bradsFor(blankOf(80, 40, 0)), bradsFor(blankOf(500, 250, 0))]).toEqual([3, 6]);
  });

  test('whatever the shape, each is off every line and every edge, and outside of the outline (brute force)', () => {
    const corner = fc.record({ r: fc.integer({ min: 20, max: 60 }), n: fc.integer({ min: 3, max: 40 }) });
    fc.assert(
      fc.property(corner, fc.integer({ min: 4, max: 25 }), ({ r, n }, margin) => {
        const points = Array.from({ length: 2 * n }, (_none, i): Point => {
          const [angle, radius] = [(Math.PI * i) / n, i % 2 === 0 ? r : r * 0.6];
          return { x: 60 + radius * Math.cos(angle), y: 60 + radius * Math.sin(angle) };
        });
        const star: Path = {
          start: points[0]!,
          segments: [...points.slice(1), points[0]!].map((to) => ({ kind: 'line', to })),
          closed: true,
        };
        const hole = circle(5, 60, 60);
        const blank = { minX: 60 - r - margin, maxX: 60 + r + margin, minY: 60 - r - margin, maxY: 60 + r + margin };
        const places = bradPlaces(blank, [star], [star, hole]);
        for (const { x, y } of places) {
          const nearest = Math.min(
            ...points.map((from, i) => offPiece({ x, y }, from, points[(i + 1) % points.length]!)),
          );
          expect(nearest).toBeGreaterThanOrEqual(CLEAR_OF_LINE + BRAD_MM / 2 - 1e-9);
          expect(Math.min(x - blank.minX, blank.maxX - x)).toBeGreaterThanOrEqual(CLEAR_OF_EDGE + BRAD_MM / 2 - 1e-9);
          expect(Math.min(y - blank.minY, blank.maxY - y)).toBeGreaterThanOrEqual(CLEAR_OF_EDGE + BRAD_MM / 2 - 1e-9);
        }
      }),
      tried(60),
    );
  });
});

/** From a point to a piece of a line. */
function offPiece(p: Point, a: Point, b: Point): number {
  const t = ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / ((b.x - a.x) ** 2 + (b.y - a.y) ** 2);
  const s = Math.min(1, Math.max(0, t));
  return Math.hypot(a.x + s * (b.x - a.x) - p.x, a.y + s * (b.y - a.y) - p.y);
}

test('brads are shorter than the stack is high and reach its lowest layer', () => {
  // Three layers of 1/4: 3/4 would come through; 5/8 ends an eighth above the table.
  expect(bradLength(inches(3 / 4), inches(1 / 4))).toBe(inches(5 / 8));
  expect(bradLength(inches(1 / 4), inches(1 / 8))).toBeNull();
  // A thick layer on two thin ones: none sold ends within the last eighth of 1-1/8 but 1.
  expect(bradLength(inches(9 / 8), inches(1 / 8))).toBeNull();
});

test('a shop that brads its stacks has their places, their length and, in hard wood, a pilot; without room it tapes', async () => {
  const plate = part('plate', { outline: { id: 'o', line: null, path: rectangle(100, 60) } });
  const input = inputFor([template('t', [plate])], 3, { shop: { holding: 'brads' } });
  const plan = await planned(input);
  expect(plan.stacks[0]!.held).toMatchObject({ method: 'brads', bradLengthMm: inches(5 / 8), pilotMm: 1 });
  expect(plan.consumables.brads).toBe(plan.stacks[0]!.held.brads.length);
  expect(verifyPlan(plan, input)).toEqual([]);
  const tight = inputFor([template('t', [plate])], 3, {
    shop: { holding: 'brads', holdingMargin: { mm: inches(1 / 8), typed: '1/8' } },
  });
  const taped = await planned(tight);
  expect(taped.stacks[0]!.held).toMatchObject({ method: 'tape', insteadOf: 'brads', brads: [] });
  expect(taped.warnings.map(({ kind }) => kind)).toContain('no-room-for-brads');
  expect(verifyPlan(taped, tight)).toEqual([]);
});

test('on the side that lies on the board’s own edge there is no wood for a brad', async () => {
  // A disc of 100 mm whose foot stands on the edge of the board; which side it is a gang does not say, so both are spared.
  const foot = { from: { x: 40, y: 0 }, to: { x: 60, y: 0 } };
  const outline = { id: 'o', line: null, path: circle(50, 50, 50) };
  const disc = part('disc', { outline, datum: foot });
  const input = inputFor([template('t', [disc])], 3, { shop: { holding: 'brads' } });
  const plan = await planned(input);
  const { brads } = plan.stacks[0]!.held;
  expect(brads.length).toBeGreaterThanOrEqual(3);
  for (const { y } of brads) {
    expect(y).toBeGreaterThanOrEqual(CLEAR_OF_EDGE + BRAD_MM / 2 - 1e-9);
    expect(y).toBeLessThanOrEqual(100 - CLEAR_OF_EDGE - BRAD_MM / 2 + 1e-9);
  }
  expect(verifyPlan(plan, input)).toEqual([]);
  const low = brads.map((brad, i) => (i === 0 ? { ...brad, y: -2 } : brad));
  const [stack] = plan.stacks;
  expect(verifyPlan({ ...plan, stacks: [{ ...stack!, held: { ...stack!.held, brads: low } }] }, input)).not.toEqual([]);
});

test('none stands in a corner that is sawn off first, and the checker refuses one that does', async () => {
  // Too large to be turned right round in the saw, so that its four corners come off before anything else.
  const size = 380;
  const eight = [
    [120, 0],
    [260, 0],
    [380, 120],
    [380, 260],
    [260, 380],
    [120, 380],
    [0, 260],
    [0, 120],
  ].map(([x = 0, y = 0]): Point => ({ x, y }));
  const path: Path = {
    start: eight[0]!,
    segments: [...eight.slice(1), eight[0]!].map((to) => ({ kind: 'line', to })),
    closed: true,
  };
  const margin = { mm: inches(1), typed: '1' };
  const shop = { holding: 'brads' as const, holdingMargin: margin };
  const large = part('tray', { outline: { id: 'o', line: null, path } });
  const input = inputFor([template('trays', [large])], 2, { shop });
  const plan = await planned(input);
  const [stack] = plan.stacks;
  expect(stack!.roughCuts).toHaveLength(4);
  expect(stack!.held.method).toBe('brads');
  const leg = stack!.roughCuts[0]!.leg;
  for (const { x, y } of stack!.held.brads) {
    const across = Math.min(x + margin.mm, size + margin.mm - x);
    const up = Math.min(y + margin.mm, size + margin.mm - y);
    expect(across + up).toBeGreaterThan(leg + CLEAR_OF_LINE);
  }
  expect(verifyPlan(plan, input)).toEqual([]);
  const brads = [{ x: -margin.mm + 10, y: -margin.mm + 10 }, ...stack!.held.brads.slice(1)];
  const spoiled = { ...plan, stacks: [{ ...stack!, held: { ...stack!.held, brads } }] };
  expect(verifyPlan(spoiled, input).join()).toContain('a brad in a corner that is sawn off first');
});
