import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addUpWork, stepOf, type WorkDone, type WorkEvent } from '../ledger';
import { noticed } from '../ledger/noticed.test-support';
import { planRun, TYPICAL_SHOP } from '../planning';
import { quietKit } from '../planning/fixtures.test-support';
import { lanterns } from '../planning/lantern.test-support';
import { benchSteps, broughtBy, tickStep } from '.';
import { tried } from '../cases.test-support';

let made = 0;
const tapOf = (clientId: string) => {
  const at = new Date(Date.parse('2026-11-27T10:00:00Z') + made * 1000).toISOString();
  return () => ({ id: `e${String(made++)}`, clientId, at, person: null, saw: null });
};
const burntAt = (clientId: string) => noticed({ ...tapOf(clientId)(), what: 'burnt' });
const ids = ({ standing }: WorkDone): string[] => standing.map(({ id }) => id);

const bladeIn = ({ standing }: WorkDone): string | null =>
  standing.flatMap((event) => (event.kind === 'step-done' && stepOf(event) === 'blade' ? [event.detail] : [])).at(-1) ??
  null;

const plan = await planRun(lanterns(4, {}), quietKit);

test('Back, again and again, is each step before as it was: whoever ticked it off, on one device or on two at once', () => {
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  const tap = fc.constantFrom('ours', 'theirs', 'both', 'seen-here', 'seen-there');
  fc.assert(
    fc.property(fc.array(tap, { minLength: 1, maxLength: 40 }), (taps) => {
      const events: WorkEvent[] = [];
      const before: string[][] = [];
      for (const what of taps) {
        const work = addUpWork(events);
        if (what === 'seen-there') events.push(burntAt('there'));
        else before.push(ids(work));
        if (what === 'seen-here') events.push(burntAt('here'));
        if (what.startsWith('seen')) continue;
        const [step] = benchSteps(plan.value, work, TYPICAL_SHOP, { bladeInSaw: bladeIn(work), first: null });
        if (!step) return;
        const stack = plan.value.stacks.find(({ key }) => key === step.stackKey) ?? null;
        for (const client of what === 'both' ? ['here', 'there'] : [what === 'ours' ? 'here' : 'there']) {
          const stamp = tapOf(client);
          for (const ticked of tickStep(step, stack, 1, () => [])) events.push({ ...ticked, ...stamp() });
        }
      }
      for (const wanted of before.reverse()) {
        const back = tapOf('here');
        for (const { id } of broughtBy(addUpWork(events), 'here'))
          events.push({ kind: 'pass-taken-back', event: id, ...back() });
        const seenThere = (id: string) =>
          events.some((one) => one.id === id && one.kind === 'noticed' && one.clientId === 'there');
        expect(ids(addUpWork(events)).filter((id) => !seenThere(id))).toEqual(wanted.filter((id) => !seenThere(id)));
      }
      expect(broughtBy(addUpWork(events), 'here')).toEqual([]);
    }),
    { ...tried(300, 60), endOnFailure: true },
  );
});
