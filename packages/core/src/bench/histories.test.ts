import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../cases.test-support';
import { planRun, verifyPlan, type Plan, type PlanInput } from '../planning';
import { anyInput } from '../planning/any-input.test-support';
import { quietKit } from '../planning/fixtures.test-support';
import { anyDay, changed, ticked } from './any-day.test-support';

/** The plan, which stands before the checker; no piece is counted below zero in it. */
async function rightPlan(input: PlanInput): Promise<Plan> {
  const plan = await planRun(input, quietKit);
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  expect(verifyPlan(plan.value, input)).toEqual([]);
  expect(plan.value.parts.filter(({ good, spoiled, toCut }) => Math.min(good, spoiled, toCut) < 0)).toEqual([]);
  return plan.value;
}

/** Ticks off all steps of plan after plan until none is left. */
async function endOfDay(input: PlanInput): Promise<Plan> {
  for (let now = input; ;) {
    const plan = await rightPlan(now);
    const before = now;
    for (let next = ticked(now, plan); next; next = ticked(now, plan)) now = next;
    if (now === before) return plan;
  }
}

test('whatever hands do in a day, there is a plan, it stands before the checker, and its last step leaves nothing wanted', async () => {
  await fc.assert(
    fc.asyncProperty(anyInput, anyDay, async (start, day) => {
      let input = start;
      const plans: Plan[] = [];
      for (const change of day) {
        plans.push(await rightPlan(input));
        input = changed(change, input, plans);
      }
      const end = await endOfDay(input);
      expect(end.parts.filter(({ toCut }) => toCut > 0)).toEqual([]);
    }),
    { ...tried(10_000, 50), endOnFailure: true },
  );
}, 300_000);
