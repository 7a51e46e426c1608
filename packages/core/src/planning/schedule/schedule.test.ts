import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { TYPICAL_BLADES } from '../../blades';
import { inputFor, part, planned, quietKit, rectangle, template } from '../fixtures.test-support';
import type { PlannedCut, Stack } from '../model/stack';
import { costOfChanges, scheduleSpells, spellsOf } from './schedule';
import { verifyPlan } from '../verify';
import { priceWishes } from '../wish-prices';
import { tried } from '../../cases.test-support';

const COSTS = { blade: 1, tilt: 2 };

/** A stack whose cuts have these settings: the number of a blade and a tilt. */
const stackOf = (key: string, settings: readonly (readonly [blade: number, tilt: number])[], inSaw = -1): Stack =>
  ({
    key,
    gangs: [{ templateId: `of ${key}` }],
    passesToCut: 1,
    begun: [],
    phases: [
      {
        key: 'p',
        cuts: settings.map(
          ([blade, tiltDegrees], i) =>
            ({
              cutId: String(i),
              choice: { blade: { ...TYPICAL_BLADES[blade]!, inSaw: blade === inSaw } },
              rule: { line: 'on', tiltDegrees, kept: null },
            }) as unknown as PlannedCut,
        ),
      },
    ],
  }) as unknown as Stack;

/** The least cost of any order that keeps each stack's own and begins with those of `first`, by trying all of them. */
function least(stacks: readonly Stack[], first: readonly string[] = []): number {
  const rows = stacks.map(spellsOf);
  const from = (done: readonly number[], sawn: readonly (typeof rows)[number][number][]): number => {
    const waiting = rows.flatMap((row, i) => (done[i]! < row.length ? [i] : []));
    const ahead = waiting.filter((i) => first.includes(`of ${stacks[i]!.key}`));
    const next = ahead.length > 0 ? ahead : waiting;
    if (next.length === 0) return costOfChanges(sawn, COSTS);
    return Math.min(
      ...next.map((i) =>
        from(
          done.map((n, k) => (k === i ? n + 1 : n)),
          [...sawn, rows[i]![done[i]!]!],
        ),
      ),
    );
  };
  return from(
    rows.map(() => 0),
    [],
  );
}

const anySetting = fc.tuple(fc.nat(2), fc.constantFrom(0, 0, 0, 20));
const anyStacks = (most: number) =>
  fc
    .tuple(
      fc.array(fc.array(anySetting, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: most }),
      fc.integer({ min: -1, max: 2 }),
    )
    .map(([rows, inSaw]) => rows.map((row, i) => stackOf(String(i), row, inSaw)));

describe('the order of sawing across stacks', () => {
  test('costs no more in changes than the best of all orders', () => {
    fc.assert(
      fc.property(anyStacks(3), (stacks) => {
        expect(costOfChanges(scheduleSpells(stacks, COSTS), COSTS)).toBe(least(stacks));
      }),
      tried(300),
    );
  });

  test('what is to be first is sawn to its end before anything else, at the least that this can cost', () => {
    fc.assert(
      fc.property(anyStacks(3), fc.subarray(['of 0', 'of 1', 'of 2']), (stacks, first) => {
        const order = scheduleSpells(stacks, COSTS, first);
        expect(costOfChanges(order, COSTS)).toBe(least(stacks, first));
        const isAhead = order.map(({ stack }) => first.includes(`of ${stack.key}`));
        expect([...isAhead].sort((a, b) => Number(b) - Number(a))).toEqual(isAhead);
        expect(order).toHaveLength(stacks.flatMap(spellsOf).length);
      }),
      tried(300),
    );
  });

  test('has every spell once, each stack’s own in their order, and is the same twice', () => {
    fc.assert(
      fc.property(anyStacks(12), (stacks) => {
        const order = scheduleSpells(stacks, COSTS);
        for (const stack of stacks)
          expect(order.filter((one) => one.stack.key === stack.key).map(({ cuts }) => cuts[0]!.cut.cutId)).toEqual(
            spellsOf(stack).map(({ cuts }) => cuts[0]!.cut.cutId),
          );
        expect(order).toHaveLength(stacks.flatMap(spellsOf).length);
        expect(scheduleSpells(stacks, COSTS)).toEqual(order);
        expect(costOfChanges(order, COSTS)).toBeLessThanOrEqual(costOfChanges(stacks.flatMap(spellsOf), COSTS));
      }),
      tried(200),
    );
  });

  test('very many kinds of stacks still get an order that is no worse than one after the other', () => {
    // Forty chains of three settings of six: more states than are searched through.
    const stacks = Array.from({ length: 40 }, (_none, i) =>
      stackOf(String(i), [
        [i % 6, 0],
        [(i * 5 + 1) % 6, (i % 3) * 10],
        [Math.floor(i / 6) % 6, 0],
      ] as const),
    );
    const order = scheduleSpells(stacks, COSTS);
    expect(order).toHaveLength(stacks.flatMap(spellsOf).length);
    expect(costOfChanges(order, COSTS)).toBeLessThan(costOfChanges(stacks.flatMap(spellsOf), COSTS));
  });
});

test('toys whose rims are tilted wait for each other: the table is set once, and the plan says what that saves', async () => {
  const toy = (id: string) =>
    part(id, {
      woodId: 'white-pine',
      pinnedLayers: 1,
      outline: { id: `${id} o`, line: null, path: rectangle(400, 300) },
      insideCuts: [{ id: `${id} i`, line: null, path: rectangle(60, 60, 100, 50) }],
      cutRules: { [`${id} i`]: { line: 'on', tiltDegrees: 20, kept: null } },
    });
  const input = { ...inputFor([template('t', ['a', 'b', 'c'].map(toy))], 1), drawer: TYPICAL_BLADES };
  const plan = await planned(input);
  expect(verifyPlan(plan, input)).toEqual([]);
  const tilts = plan.bladeTurns.flatMap(({ spells }) => spells.map(({ tiltDegrees }) => tiltDegrees));
  // Inside cuts first: all three tilted, then all three level. One by one the table would be set six times, at 2 minutes.
  expect(tilts).toEqual([20, 20, 20, 0, 0, 0]);
  expect(plan.changingSaved).toBe(8);
  for (const spoiled of [
    { ...plan, changingSaved: 6 },
    { ...plan, bladeTurns: [{ ...plan.bladeTurns[0]!, spells: [...plan.bladeTurns[0]!.spells].reverse() }] },
    { ...plan, bladeTurns: [{ ...plan.bladeTurns[0]!, spells: plan.bladeTurns[0]!.spells.slice(1) }] },
    { ...plan, stacks: [...plan.stacks].reverse() },
  ])
    expect(verifyPlan(spoiled, input)).not.toEqual([]);
});

test('a product that is due first costs what its changes cost, and another order is refused', async () => {
  // Two woods on two blades each: by blade the run changes once, product by product three times.
  const toy = (id: string) =>
    template(id, [
      part(`${id} thick`, {
        thickness: { mm: 19.05, typed: '3/4' },
        outline: { id: `${id} o`, line: null, path: rectangle(60, 40) },
      }),
      part(`${id} fine`, {
        thickness: { mm: 3.175, typed: '1/8' },
        outline: { id: `${id} p`, line: null, path: rectangle(61, 41) },
      }),
    ]);
  const input = inputFor([toy('one'), toy('two')], 2);
  const wished = (first: readonly string[]) => ({
    ...input,
    run: { ...input.run, stacks: { ...input.run.stacks, first } },
  });
  const [asFound, firstTwo] = [await planned(input), await planned(wished(['two']))];
  expect(verifyPlan(firstTwo, wished(['two']))).toEqual([]);
  const products = firstTwo.stacks.map(({ gangs }) => gangs[0]!.templateId);
  expect(products).toEqual([...products.filter((id) => id === 'two'), ...products.filter((id) => id !== 'two')]);
  expect(firstTwo.minutes.changing).toBeGreaterThanOrEqual(asFound.minutes.changing);
  // The plan for the other wish does not keep this one.
  expect(verifyPlan(await planned(wished(['one'])), wished(['two']))).not.toEqual([]);
  const prices = await priceWishes(firstTwo, wished(['two']), quietKit);
  const price = prices.find(({ wish }) => wish.kind === 'first');
  expect(price!.price!.minutes).toBeCloseTo(firstTwo.minutes.changing - asFound.minutes.changing, 6);
});
