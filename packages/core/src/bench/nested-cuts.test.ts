import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../cases.test-support';
import { verifyPlan, type Plan, type PlanInput, type PlannedStack } from '../planning';
import { circle, inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { NO_STACK_WISHES } from '../planning/model/wishes';
import type { Part } from '../products';
import { orderOfPhase } from '.';

/** Rings round one place: each is named by its radius, and lies in all that are larger. */
const RADII = [6, 12, 18, 24];
const radiusOf = (id: string): number => Number(id.split(' ').at(-1));

const anyRinged = (id: string): fc.Arbitrary<Part> =>
  fc
    .record({
      radii: fc.shuffledSubarray(RADII, { minLength: 1 }),
      tilts: fc.array(fc.constantFrom(0, 0, 6, -6), { minLength: 4, maxLength: 4 }),
      hole: fc.boolean(),
      woodId: fc.constantFrom('red-oak', 'white-pine'),
      perCopy: fc.constantFrom(1, 2),
    })
    .map(({ radii, tilts, hole, woodId, perCopy }) => {
      const cutId = (radius: number): string => `${id} ${String(radius)}`;
      return part(id, {
        woodId,
        perCopy,
        outline: { id: `${id} 1000`, line: null, path: rectangle(80, 80) },
        insideCuts: radii.map((radius) => ({ id: cutId(radius), line: null, path: circle(radius, 40, 40) })),
        cutRules: Object.fromEntries(
          radii.map((radius, i) => [cutId(radius), { line: 'on', tiltDegrees: tilts[i]!, kept: null }]),
        ),
        holes: hole ? [{ id: `${id} 2`, line: null, center: { x: 40, y: 40 }, diameterMm: 4 }] : [],
      });
    });

const anyRings: fc.Arbitrary<PlanInput> = fc
  .record({
    one: anyRinged('one'),
    other: fc.option(anyRinged('other')),
    cutOrder: fc.constantFrom('inside-first', 'outline-first'),
    afterOutline: fc.constantFrom('singly', 'together'),
    copies: fc.integer({ min: 1, max: 3 }),
    pinned: fc.boolean(),
  })
  .map(({ one, other, cutOrder, afterOutline, copies, pinned }) => {
    const parts = other ? [one, other] : [one];
    const all = { layers: parts.map(({ id, perCopy }) => ({ partId: id, count: perCopy })), passes: copies };
    const stacks = { ...NO_STACK_WISHES, pins: pinned ? [all] : [] };
    return inputFor([template('rings', parts)], copies, { shop: { cutOrder, afterOutline }, run: { stacks } });
  });

/** Radii of the inside cuts and holes of each layer, in the order in which hands come to them. */
function sawnRadii(stack: PlannedStack, { revisions, shop }: PlanInput): number[][] {
  return stack.layers.map(({ id, gangKey }) => {
    const partId = stack.gangs.find(({ key }) => key === gangKey)!.parts[0]!.partId;
    return stack.phases
      .filter(({ layerIds }) => layerIds.includes(id))
      .flatMap((phase) => {
        const sawn = new Map(phase.cuts.map((cut) => [cut.cutId, cut]));
        const order = orderOfPhase(stack, phase, revisions, [], shop.corners).cuts.map(({ cutId }) => sawn.get(cutId)!);
        return [
          ...phase.holes.map(({ holeId, twins }) => [holeId, ...twins.map((twin) => twin.id)]),
          ...order.map(({ cutId, twins }) => [cutId, ...twins.map((twin) => twin.id)]),
        ];
      })
      .flatMap((ids) => ids.filter((one) => one.startsWith(`${partId} `)))
      .map(radiusOf)
      .filter((radius) => radius < 1000);
  });
}

const fromWithin = (radii: readonly number[]): number[] => [...radii].sort((a, b) => a - b);

test('what lies inside a cut is sawn before it: at any tilt, in both schools, in unlike layers', async () => {
  await fc.assert(
    fc.asyncProperty(anyRings, async (input) => {
      const plan = await planned(input);
      expect(verifyPlan(plan, input)).toEqual([]);
      const sawn = plan.stacks.flatMap((stack) => sawnRadii(stack, input));
      expect(sawn).toEqual(sawn.map(fromWithin));
    }),
    { ...tried(864, 120), endOnFailure: true },
  );
}, 300_000);

test('the checker refuses a ring that is sawn after the one around it', async () => {
  const ringed = part('one', {
    outline: { id: 'one 1000', line: null, path: rectangle(80, 80) },
    insideCuts: [18, 6].map((radius) => ({ id: `one ${String(radius)}`, line: null, path: circle(radius, 40, 40) })),
  });
  const input = inputFor([template('rings', [ringed])], 2);
  const plan = await planned(input);
  const spoiled: Plan = {
    ...plan,
    stacks: plan.stacks.map((stack) => ({
      ...stack,
      phases: stack.phases.map((phase) => {
        const [inner, outer, ...others] = phase.cuts;
        return { ...phase, cuts: [outer!, inner!, ...others] };
      }),
    })),
  };
  expect(plan.stacks[0]!.phases[0]!.cuts.map(({ cutId }) => radiusOf(cutId))).toEqual([6, 18, 1000]);
  expect(verifyPlan(spoiled, input).join()).toContain('a piece falls out before all is sawn in it');
});
