import { expect, test } from '@jest/globals';
import { drillCard } from '../../bench';
import { openForm } from '../../forms';
import { printedFor } from '../../sheets/printed.test-support';
import {
  circle,
  entryHolesOf,
  inputFor,
  part,
  planned,
  reckonedBefore,
  rectangle,
  template,
} from '../fixtures.test-support';
import { factorsInForce } from '../model/factors';
import type { Plan } from '../model/plan';
import type { Shop } from '../model/shop';
import type { PlannedCut } from '../model/stack';
import { verifyPlan } from '../verify';

/** A plate with an opening in which two holes stand well apart, and one in which they would touch. */
const plate = (woodId: string) =>
  part('plate', {
    woodId,
    outline: { id: 'o', line: null, path: rectangle(120, 60) },
    insideCuts: [
      { id: 'wide', line: null, path: rectangle(40, 40, 10, 10) },
      { id: 'eye', line: null, path: circle(1.6, 90, 30) },
    ],
  });
const plannedOf = async (woodId: string, shop: Partial<Shop> = {}) => {
  const input = inputFor([template('t', [plate(woodId)])], 1, { shop });
  const plan = await planned(input);
  const [stack] = plan.stacks;
  const [phase] = stack!.phases;
  const card = drillCard(stack!, phase!, input.revisions).bits.flatMap(({ places }) => places);
  const entriesOf = (id: string) => phase!.cuts.find(({ cutId }) => cutId === id)!.entries;
  return { input, plan, phase: phase!, card, paper: printedFor(plan, input)[0]!.pierce, entriesOf };
};

test('very hard wood gets a second hole where it has room: card, paper and minutes count the same', async () => {
  const made = await plannedOf('purpleheart');
  expect([made.entriesOf('wide'), made.entriesOf('eye'), made.entriesOf('o')]).toEqual([2, 1, 0]);
  expect([entryHolesOf(made.phase), made.card.length, made.paper.length]).toEqual([3, 3, 3]);
  expect(verifyPlan(made.plan, made.input)).toEqual([]);
  // One hole more to drill; the blade is threaded through one of them.
  const one = await plannedOf('purpleheart', { secondEntry: false });
  expect([one.entriesOf('wide'), entryHolesOf(one.phase), one.card.length, one.paper.length]).toEqual([1, 2, 2, 2]);
  expect(made.plan.minutes.drilling - one.plan.minutes.drilling).toBeCloseTo(factorsInForce({}).drillHole, 9);
  expect(made.plan.minutes.threading).toBe(one.plan.minutes.threading);
  expect(verifyPlan(one.plan, one.input)).toEqual([]);
});

test('other wood has one hole for each cut, and a plan that says otherwise is refused', async () => {
  const soft = await plannedOf('red-oak');
  expect([soft.entriesOf('wide'), entryHolesOf(soft.phase), soft.card.length, soft.paper.length]).toEqual([1, 2, 2, 2]);
  const withEntries = (plan: Plan, entries: PlannedCut['entries']): Plan => ({
    ...plan,
    stacks: plan.stacks.map((stack) => ({
      ...stack,
      phases: stack.phases.map((phase) => ({
        ...phase,
        cuts: phase.cuts.map((cut) => (cut.cutId === 'wide' ? { ...cut, entries } : cut)),
      })),
    })),
  });
  const hard = await plannedOf('purpleheart');
  expect(verifyPlan(withEntries(soft.plan, 2), soft.input).join()).toContain('entry holes');
  expect(verifyPlan(withEntries(hard.plan, 1), hard.input).join()).toContain('entry holes');
  expect(verifyPlan(withEntries(hard.plan, 0), hard.input).join()).toContain('entry holes');
});

test('a plan of form 6 counted one hole for each cut that had a bit', async () => {
  const { plan } = await plannedOf('red-oak');
  const old = JSON.parse(JSON.stringify(plan)) as { stacks: { phases: { cuts: { entries?: number }[] }[] }[] };
  for (const cut of old.stacks.flatMap(({ phases }) => phases.flatMap(({ cuts }) => cuts))) delete cut.entries;
  expect(openForm('plan', { form: 6, doc: old })).toEqual({
    ok: true,
    value: JSON.parse(JSON.stringify(reckonedBefore(plan))),
  });
});
