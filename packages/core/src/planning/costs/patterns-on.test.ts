import { describe, expect, test } from '@jest/globals';
import { circle, inputFor, part, planned, template } from '../fixtures.test-support';
import { lanterns } from '../lantern.test-support';
import { factorsInForce } from '../model/factors';
import { PATTERN_METHODS } from '../model/pattern-method';
import { NO_STACK_WISHES } from '../model/wishes';
import { otherPatternWays, patternMinutes, patternsPut } from './patterns-on';
import { verifyPlan } from '../verify';

const counts = { front: 1, slotted: 2, hollow: 1, back: 1 };
const box = { passes: 2, layers: Object.entries(counts).map(([partId, count]) => ({ partId, count })) };
const pinned = { stacks: { ...NO_STACK_WISHES, pins: [box] } };

describe('patterns put on', () => {
  test('the lantern, inside first: two that outlive their phases; straight on the wood one for each of five phases', async () => {
    const [stack] = (await planned(lanterns(2, {}, pinned))).stacks;
    expect(patternsPut(stack!)).toHaveLength(2);
    expect(patternsPut(stack!, 'direct')).toHaveLength(5);
    // Two at a minute each; five at half a minute to put on and two to take off.
    const factors = factorsInForce({ stickPattern: 1 });
    expect(patternMinutes(stack!, factors)).toBeCloseTo(2, 12);
    expect(patternMinutes(stack!, factors, 'direct')).toBeCloseTo(5 * 2.5, 12);
  });

  test('other ways, what saves most first, over all passes', async () => {
    const plan = await planned(lanterns(2, {}, pinned));
    const ways = otherPatternWays(plan.stacks, 'glue-stick-on-tape', factorsInForce({ stickPattern: 1 }));
    // Two passes of two patterns at 0.8 instead of 1 minute save 0.8; straight on the wood two passes of 12.5 lose 21.
    expect(ways.find(({ method }) => method === 'spray-on-tape')!.savedMinutes).toBeCloseTo(0.8, 12);
    expect(ways.find(({ method }) => method === 'direct')!.savedMinutes).toBeCloseTo(-21, 12);
    expect(ways[0]!.savedMinutes).toBe(Math.max(...ways.map(({ savedMinutes }) => savedMinutes)));
    expect(ways).toHaveLength(PATTERN_METHODS.length - 1);
  });

  test('layers sawn one by one each get one; what is traced is printed once', async () => {
    const holed = part('a', { pinnedLayers: 4, insideCuts: [{ id: 'h', line: null, path: circle(5, 20, 30) }] });
    const traced = inputFor([template('t', [holed])], 8, { shop: { cutOrder: 'outline-first', pattern: 'carbon' } });
    const { consumables } = await planned(traced);
    expect(consumables).toMatchObject({ patterns: [{ method: 'carbon', copies: 8, sheets: 1 }] });
    const printed = { ...traced, shop: { ...traced.shop, pattern: 'direct' as const } };
    // Straight on the wood it is gone with the outline: one more for each pass.
    expect((await planned(printed)).consumables).toMatchObject({
      patterns: [{ method: 'direct', copies: 10, sheets: 10, materialMm2: 0 }],
    });
  });

  test.each(PATTERN_METHODS)('a plan with patterns put on by %s stands before the checker', async (pattern) => {
    const input = lanterns(3, { pattern });
    expect(verifyPlan(await planned(input), input)).toEqual([]);
  });
});
