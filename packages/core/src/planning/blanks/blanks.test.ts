import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inches } from '../../units';
import { blanksOf, SMALL_BLANK } from './blanks';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { roughCuts } from './rough-cuts';
import { tried } from '../../cases.test-support';

const rowOf = async (path: ReturnType<typeof rectangle>, copies: number, layers: number, changes = {}) => {
  const one = part('one', { outline: { id: 'o', line: null, path }, ...changes });
  const plan = await planned(inputFor([template('t', [one])], copies, { shop: { maxLayers: layers } }));
  return blanksOf(plan.stacks[0]!).map(({ gangKey: _gang, ...blank }) => blank);
};

describe('the size of a blank', () => {
  test('fins of 1 by 3/4 in with 1/4 round them: strips of three, the last of one no shorter than is safe', async () => {
    // Three steps of 1-1/4 in and a last margin of 1/4: 4 in; two would be 2-3/4 and too short.
    expect(await rowOf(rectangle(inches(1), inches(3 / 4)), 7, 1)).toEqual([
      { rule: 'shared', length: inches(4), width: inches(1.25), count: 2, passes: 3 },
      { rule: 'shared', length: inches(3), width: inches(1.25), count: 1, passes: 1 },
    ]);
  });

  test('a datum edge lies on the board’s own edge for every part, with a margin between them', async () => {
    const fin = rectangle(inches(1), inches(3 / 4));
    const from = (x1: number, y1: number, x2: number, y2: number) => ({
      from: { x: inches(x1), y: inches(y1) },
      to: { x: inches(x2), y: inches(y2) },
    });
    // Its base along the grain: the row runs along it. One margin above; steps of 1-1/4 as before.
    expect(await rowOf(fin, 3, 1, { datum: from(0, 0, 1, 0) })).toEqual([
      { rule: 'shared', length: inches(4), width: inches(1), count: 1, passes: 3 },
    ]);
    // Its base across the grain: the row runs across, one margin at the far end of each.
    expect(await rowOf(fin, 3, 1, { datum: from(0, 0, 0, 3 / 4) })).toEqual([
      { rule: 'shared', length: inches(1.25), width: inches(3.25), count: 1, passes: 3 },
    ]);
  });

  test('without a margin there is a kerf between parts that share a blank', async () => {
    const one = part('one', { outline: { id: 'o', line: null, path: rectangle(20, 20) } });
    const input = inputFor([template('t', [one])], 3, { shop: { holdingMargin: { mm: 0.1, typed: null } } });
    const plan = await planned(input);
    const [stack] = plan.stacks;
    const [blank] = blanksOf({ ...stack!, layers: stack!.layers.slice(0, 1), passesToCut: 3 });
    const kerf = stack!.phases[0]!.cuts[0]!.choice.blade.kerfMm;
    expect(blank!.length).toBeGreaterThanOrEqual(3 * 20 + 2 * kerf);
  });

  test('a single small part gets a blank that can be held', async () => {
    expect(await rowOf(rectangle(20, 20), 1, 1)).toMatchObject([{ length: SMALL_BLANK, passes: 1, count: 1 }]);
  });

  test('a block as high as it is wide has an inch more at each end instead of its margin', async () => {
    const thick = { thickness: { mm: inches(1.5), typed: '1 1/2' } };
    expect(await rowOf(rectangle(inches(5), inches(1.5)), 1, 1, thick)).toEqual([
      { rule: 'block', length: inches(7), width: inches(2), count: 1, passes: 1 },
    ]);
  });

  test('whatever the part and the count: every pass has its place, and nothing is too small to hold', async () => {
    const side = fc.integer({ min: 10, max: 150 });
    await fc.assert(
      fc.asyncProperty(
        side,
        side,
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 3 }),
        async (w, h, n, l) => {
          const one = part('one', { outline: { id: 'o', line: null, path: rectangle(w, h) } });
          const plan = await planned(inputFor([template('t', [one])], n, { shop: { maxLayers: l } }));
          for (const stack of plan.stacks) {
            const blanks = blanksOf(stack);
            const held = blanks.reduce((sum, { count, passes }) => sum + count * passes, 0);
            expect(held).toBe(stack.layers.length * stack.passesToCut);
            for (const { length, width } of blanks)
              expect(Math.max(length, width)).toBeGreaterThanOrEqual(SMALL_BLANK - 1e-6);
          }
        },
      ),
      tried(100),
    );
  });
});

describe('rough cuts', () => {
  const cut = (path: ReturnType<typeof circle>) => [{ kind: 'outside' as const, path }];

  test('a disc of 100 mm in its square: each corner by the leg that geometry gives', () => {
    // The corner lies 100 along each side from the middle, the line touching the disc and its margin 105 * sqrt 2 along both.
    const found = roughCuts(cut(circle(100, 100, 100)), { minX: -5, minY: -5, maxX: 205, maxY: 205 }, 5);
    expect(found.map(({ corner }) => corner)).toEqual(['lower-left', 'lower-right', 'upper-left', 'upper-right']);
    for (const { leg } of found) expect(leg).toBeCloseTo(210 - 105 * Math.SQRT2, 0);
  });

  test('a rectangle fills its corners', () => {
    expect(roughCuts(cut(rectangle(100, 60)), { minX: -5, minY: -5, maxX: 105, maxY: 65 }, 5)).toEqual([]);
  });
});
