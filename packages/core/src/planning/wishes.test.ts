import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { costOf } from './costs/compare';
import { part, planned, quietKit, template, inputFor, rectangle } from './fixtures.test-support';
import { lanterns } from './lantern.test-support';
import type { PlanInput } from './model/input';
import { NO_STACK_WISHES, type PinnedStack, type StackWishes } from './model/wishes';
import { isSamePin, pinOf, pinsAfterMove } from './choice/stack-pins';
import { verifyPlan } from './verify';
import { otherSchool, priceOfOtherSchool, priceWishes, wishesOf, withoutWish } from './wish-prices';
import { tried } from '../cases.test-support';

const pair = (stacks: Partial<StackWishes>, copies = 6): PlanInput =>
  inputFor([template('t', [part('a'), part('b')])], copies, { run: { stacks: { ...NO_STACK_WISHES, ...stacks } } });

/** Layers by part over all passes of pins. */
const layersOf = (pins: readonly PinnedStack[]) => {
  const sums: Record<string, number> = {};
  for (const { layers, passes } of pins)
    for (const { partId, count } of layers) sums[partId] = (sums[partId] ?? 0) + count * passes;
  return sums;
};

describe('a layer moved from one stack to another', () => {
  test('pins both passes as they then are, and the plan saws them', async () => {
    const input = pair({ apart: ['a', 'b'] });
    const plan = await planned(input);
    const [from, to] = ['a', 'b'].map((id) => plan.stacks.find(({ gangs }) => gangs[0]!.parts[0]!.partId === id)!);
    const pins = pinsAfterMove([], from!, to!, 'a');
    expect(pins).toEqual([
      { layers: [{ partId: 'a', count: from!.layers.length - 1 }], passes: 1 },
      {
        layers: [
          { partId: 'b', count: to!.layers.length },
          { partId: 'a', count: 1 },
        ],
        passes: 1,
      },
    ]);
    const moved = pair({ pins });
    const after = await planned(moved);
    expect(verifyPlan(after, moved)).toEqual([]);
    for (const pin of pins) expect(after.stacks.some((stack) => isSamePin(pinOf(stack), pin))).toBe(true);
    expect(after.parts.map(({ leftOver }) => leftOver)).toEqual([0, 0]);
  });

  test('to a pass of its own and back is as before', async () => {
    const plan = await planned(pair({}, 2));
    const stack = plan.stacks[0]!;
    const alone = pinsAfterMove([], stack, null, 'a');
    const after = await planned(pair({ pins: alone }, 2));
    const own = after.stacks.find(({ layers }) => layers.length === 1)!;
    const rest = after.stacks.find(({ layers }) => layers.length === stack.layers.length - 1)!;
    expect(pinsAfterMove(alone, own, rest, 'a')).toEqual([{ ...pinOf(stack), passes: 1 }].map(sorted));
  });

  test('keeps the sum of layers of every part that was pinned', async () => {
    const plan = await planned(pair({ apart: ['a', 'b'] }, 7));
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.nat(9), fc.nat(9)), { maxLength: 6 }), (moves) => {
        const all = plan.stacks.map((stack) => ({ ...pinOf(stack) }));
        let pins: PinnedStack[] = all;
        for (const [i, k] of moves) {
          const [from, to] = [plan.stacks[i % plan.stacks.length]!, plan.stacks[k % plan.stacks.length]!];
          // Only a pass that is there can give a layer away, and only to another.
          if (from === to || ![from, to].every((stack) => pins.some((pin) => isSamePin(pin, pinOf(stack))))) continue;
          pins = pinsAfterMove(pins, from, to, from.gangs[0]!.parts[0]!.partId);
        }
        expect(layersOf(pins)).toEqual(layersOf(all));
        return Promise.resolve();
      }),
      tried(100),
    );
  });
});

const sorted = ({ layers, passes }: PinnedStack): PinnedStack => ({
  layers: [...layers].sort((a, b) => b.partId.localeCompare(a.partId)),
  passes,
});

describe('what a wish costs', () => {
  test('is the plan with it against the plan without it', async () => {
    const input = pair({ apart: ['a'], most: { b: 1 }, pins: [{ layers: [{ partId: 'b', count: 1 }], passes: 2 }] }, 4);
    const plan = await planned(input);
    const prices = await priceWishes(plan, input, quietKit);
    expect(prices.map(({ wish }) => wish)).toEqual(wishesOf(input.run));
    for (const { wish, price } of prices) {
      const other = await planned({ ...input, run: withoutWish(input.run, wish) });
      expect(price!.minutes).toBeCloseTo(costOf(plan).minutes - costOf(other).minutes, 9);
    }
    // One layer at a time is more passes of the same cuts.
    expect(prices.find(({ wish }) => wish.kind === 'most')!.price!.passes).toBeGreaterThanOrEqual(0);
  });

  test('every wish can be dropped, and then there are none', () => {
    let { run } = pair({
      apart: ['a', 'b'],
      most: { a: 2 },
      patterns: { b: 'carbon' },
      pins: [pinOfOne],
      patient: true,
    });
    run = { ...run, maxLayers: 3 };
    for (let [wish] = wishesOf(run); wish; [wish] = wishesOf(run)) run = withoutWish(run, wish);
    expect(run.stacks).toEqual(NO_STACK_WISHES);
    expect(run.maxLayers).toBeNull();
  });

  test('the other order of cuts is priced by planning it', async () => {
    const input = lanterns(4);
    const [plan, other] = [await planned(input), await planned({ ...input, shop: otherSchool(input.shop) })];
    const price = await priceOfOtherSchool(plan, input, quietKit);
    expect(price!.minutes).toBeCloseTo(costOf(other).minutes - costOf(plan).minutes, 9);
  });

  test('where there is no plan without a wish it has no price', async () => {
    const wide = part('w', { outline: { id: 'wo', line: null, path: rectangle(100, 60) }, woodId: 'red-oak' });
    const input = inputFor([template('t', [wide])], 2, { run: { stacks: { ...NO_STACK_WISHES, apart: ['w'] } } });
    const plan = await planned(input);
    const none = await priceWishes(plan, { ...input, drawer: [] }, quietKit);
    expect(none).toEqual([{ wish: { kind: 'apart', partId: 'w' }, price: null }]);
  });
});

const pinOfOne: PinnedStack = { layers: [{ partId: 'a', count: 1 }], passes: 1 };
