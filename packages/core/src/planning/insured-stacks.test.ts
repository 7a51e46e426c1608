import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../cases.test-support';
import { inches } from '../units';
import { anyInput } from './any-input.test-support';
import { inputFor, part, planned, template } from './fixtures.test-support';
import { factorsInForce } from './model/factors';
import { likelihood } from './needs/spares';
import { verifyPlan } from './verify';

test('ten coasters of thick wood are insured as they are stacked, not as the limit would have them', async () => {
  // Eight layers are allowed; of 3/4 in no blade saws so many, and the saw takes two.
  const coaster = part('coaster', { thickness: { mm: inches(3 / 4), typed: '3/4' } });
  const run = { spares: { kind: 'risk' as const, confidencePercent: 95 } };
  const input = inputFor([template('coasters', [coaster])], 10, { run, shop: { maxLayers: 8 } });
  const plan = await planned(input);
  const [row] = plan.parts;
  const layers = Math.max(...plan.stacks.map((stack) => stack.layers.length));
  expect(layers).toBeLessThanOrEqual(2);
  const { layerLoss, hardLoss, spoilShare } = factorsInForce(input.shop.factors);
  const danger = { needed: 10, layers, layerRisk: layerLoss + hardLoss, passRisk: spoilShare * layers };
  expect(likelihood(danger, row!.spares)).toBeGreaterThanOrEqual(0.95);
  expect(likelihood(danger, row!.spares - 1)).toBeLessThan(0.95);
  expect(verifyPlan(plan, input)).toEqual([]);
  // A spare more than that, and the checker says so.
  const more = { ...plan, parts: [{ ...row!, spares: row!.spares + 4 }] };
  expect(verifyPlan(more, input).join()).toContain('a spare more than is needed');
});

test('of any run that goes by risk the plan is insured as its checker reckons it', async () => {
  const byRisk = fc.tuple(anyInput, fc.constantFrom(80, 90, 95, 99)).map(([input, confidencePercent]) => ({
    ...input,
    run: { ...input.run, spares: { kind: 'risk' as const, confidencePercent } },
  }));
  await fc.assert(
    fc.asyncProperty(byRisk, async (input) => {
      expect(verifyPlan(await planned(input), input)).toEqual([]);
    }),
    { ...tried(2000, 40), endOnFailure: true },
  );
}, 3_600_000);
