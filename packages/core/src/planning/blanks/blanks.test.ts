import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inches } from '../../units';
import { blanksOf } from './blanks';
import { SMALL_BLANK } from './strip';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { roughCuts } from './rough-cuts';
import { tried } from '../../cases.test-support';
import { NO_STACK_WISHES } from '../model/wishes';

const rowOf = async (path: ReturnType<typeof rectangle>, copies: number, layers: number, changes = {}) => {
  const one = part('one', { outline: { id: 'o', line: null, path }, ...changes });
  const plan = await planned(inputFor([template('t', [one])], copies, { shop: { maxLayers: layers } }));
  return blanksOf(plan.stacks[0]!).map(({ gangKey: _gang, ...blank }) => blank);
};

describe('the size of a blank', () => {
  test('fins of 1 by 3/4 in with 1/4 round them lie in one row, wood behind the last that makes three inches with it', async () => {
    // Seven steps of 1-1/4 in begin with 1/4 and end with 1/4; the handle takes the place of that: 3 - 1 - 1/4 = 1-3/4.
    expect(await rowOf(rectangle(inches(1), inches(3 / 4)), 7, 1)).toEqual([
      { rule: 'shared', length: inches(7 * 1.25 + 1.75), width: inches(1.25), count: 1, passes: 7 },
    ]);
  });

  test('a datum edge lies on the board’s own edge for every part, with a margin between them', async () => {
    const fin = rectangle(inches(1), inches(3 / 4));
    const from = (x1: number, y1: number, x2: number, y2: number) => ({
      from: { x: inches(x1), y: inches(y1) },
      to: { x: inches(x2), y: inches(y2) },
    });
    // Its base along the grain: the row runs along it, 1/4 + 3 x 1 + 2 x 1/4 + 1-3/4. One margin above.
    expect(await rowOf(fin, 3, 1, { datum: from(0, 0, 1, 0) })).toEqual([
      { rule: 'shared', length: inches(5.5), width: inches(1), count: 1, passes: 3 },
    ]);
    // Its base across the grain: the row runs across, 1/4 + 3 x 3/4 + 2 x 1/4 and a handle of 2; one margin at the far end.
    expect(await rowOf(fin, 3, 1, { datum: from(0, 0, 0, 3 / 4) })).toEqual([
      { rule: 'shared', length: inches(1.25), width: inches(5), count: 1, passes: 3 },
    ]);
  });

  test('where layers are joined between cuts each pass is sawn by itself: in rows of three on a blank that can be held', async () => {
    // The eye of one of two layers is sawn before they are joined. Three steps of 1-1/4 in and a last margin: 4 in.
    const disc = rectangle(inches(1), inches(3 / 4));
    const eye = { id: 'eye', line: null, path: circle(4, 12, 9) };
    const parts = [
      part('front', { outline: { id: 'f', line: null, path: disc }, insideCuts: [eye] }),
      part('back', { outline: { id: 'b', line: null, path: disc } }),
    ];
    const pin = { layers: parts.map(({ id }) => ({ partId: id, count: 1 })), passes: 7 };
    const plan = await planned(
      inputFor([template('t', parts)], 7, { run: { stacks: { ...NO_STACK_WISHES, pins: [pin] } } }),
    );
    const joined = plan.stacks.find(({ gangs }) => gangs.length === 2);
    expect(joined).toMatchObject({ strip: null, passesToCut: 7 });
    expect(blanksOf(joined!).filter(({ gangKey }) => gangKey === joined!.gangs[0]!.key)).toMatchObject([
      { rule: 'shared', length: inches(4), passes: 3, count: 2 },
      { rule: 'shared', length: inches(3), passes: 1, count: 1 },
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
