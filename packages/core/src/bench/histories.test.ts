import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../cases.test-support';
import { addUpWork } from '../ledger';
import { planRun, verifyPlan, type Plan, type PlanInput, type PlannedStack } from '../planning';
import { anyInput } from '../planning/any-input.test-support';
import { quietKit } from '../planning/fixtures.test-support';
import { anyDay, changed, ticked } from './any-day.test-support';

/** Plans one input after the other of one history, and looks at each plan. */
class History {
  readonly plans: Plan[] = [];
  /** Every stack that any of the plans had. */
  private readonly stacks = new Map<string, PlannedStack>();

  /** The plan, which stands before the checker; no piece is counted below zero in it, and no more than was sawn. */
  async planned(input: PlanInput): Promise<Plan> {
    const plan = await planRun(input, quietKit);
    if (!plan.ok) throw new Error(JSON.stringify(plan.error));
    this.plans.push(plan.value);
    for (const stack of plan.value.stacks) this.stacks.set(stack.key, stack);
    expect(verifyPlan(plan.value, input)).toEqual([]);
    const wrong = plan.value.parts.filter(({ partId, good, spoiled, toCut }) => {
      const isBelow = Math.min(good, spoiled, toCut) < 0;
      return isBelow || good + spoiled > this.sawnOf(partId, input);
    });
    expect(wrong).toEqual([]);
    return plan.value;
  }

  /** Pieces of a part that there are at most, good and spoiled: one of each of its layers in every pass that was touched. */
  private sawnOf(partId: string, { work }: PlanInput): number {
    const { passes, spoils } = addUpWork(work);
    const touched = new Set([...passes, ...spoils].map(({ stack, pass }) => `${stack} ${String(pass)}`));
    return [...touched].reduce((sum, name) => {
      const { gangs = [], layers = [] } = this.stacks.get(name.split(' ')[0]!) ?? {};
      const own = gangs.filter(({ parts }) => parts.some((part) => part.partId === partId)).map(({ key }) => key);
      return sum + layers.filter(({ gangKey }) => own.includes(gangKey)).length;
    }, 0);
  }
}

/** Ticks off all steps of plan after plan until none is left. */
async function endOfDay(input: PlanInput, history: History): Promise<Plan> {
  for (let now = input; ;) {
    const plan = await history.planned(now);
    const before = now;
    for (let next = ticked(now, plan); next; next = ticked(now, plan)) now = next;
    if (now === before) return plan;
  }
}

test('whatever hands do in a day, there is a plan that stands before the checker, pieces add up, and the last step leaves nothing wanted', async () => {
  await fc.assert(
    fc.asyncProperty(anyInput, anyDay, async (start, day) => {
      let input = start;
      const history = new History();
      for (const change of day) {
        await history.planned(input);
        input = changed(change, input, history.plans);
      }
      const end = await endOfDay(input, history);
      expect(end.parts.filter(({ toCut }) => toCut > 0)).toEqual([]);
    }),
    { ...tried(10_000, 35), endOnFailure: true },
  );
}, 10_800_000);
