import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../cases.test-support';
import { addUpWork, lostIn, type WorkEvent } from '../ledger';
import { planRun, verifyPlan, type Plan, type PlanInput } from '../planning';
import { circle, inputFor, part, quietKit, rectangle, template } from '../planning/fixtures.test-support';
import { lanterns } from '../planning/lantern.test-support';
import { benchSteps, layersSpoiled, tickStep } from '.';

const EDITS = ['copies', 'spares', 'limit', 'school'] as const;
const MARKS = ['step', 'step', 'step', 'step', 'spoil', 'spoil-all', 'back'] as const;
type Edit = (typeof EDITS)[number];
type Mark = (typeof MARKS)[number];

/** What hands do in a day: a step of the bench, a layer spoiled, a mark taken back, an edit of the run. */
const anyDay = fc.array(
  fc.oneof(
    { weight: 7, arbitrary: fc.record({ mark: fc.constantFrom(...MARKS), pick: fc.nat(1000) }) },
    { weight: 2, arbitrary: fc.record({ edit: fc.constantFrom(...EDITS), pick: fc.nat(1000) }) },
  ),
  { minLength: 12, maxLength: 24, size: 'max' },
);

const BLADE = { bladeInSaw: null, first: null };
let made = 0;
const device = () => ({ id: `e${String(made++)}`, clientId: 'tablet', at: `2026-11-27T10:00:${String(made % 60)}Z` });
const withEvents = (input: PlanInput, events: readonly object[]): PlanInput => ({
  ...input,
  work: [...input.work, ...events.map((event) => ({ ...event, ...device() }) as WorkEvent)],
});

/** The input after a mark at the bench; null where there is nothing to mark. */
function marked(what: Mark, pick: number, input: PlanInput, plan: Plan): PlanInput | null {
  const work = addUpWork(input.work);
  if (what === 'back') {
    const last = work.standing.at(-1 - (pick % 3));
    return last ? withEvents(input, [{ kind: 'pass-taken-back', event: last.id }]) : null;
  }
  if (what === 'step') {
    const [step] = benchSteps(plan, work, input.shop, BLADE);
    if (!step) return null;
    const stack = plan.stacks.find(({ key }) => key === step.stackKey) ?? null;
    const lost = (pass: number) => (stack ? lostIn(work, stack.key, pass) : []);
    return withEvents(input, tickStep(step, stack, null, lost));
  }
  const begun = plan.stacks.flatMap((stack) =>
    [...stack.done, ...stack.begun.map(({ pass }) => pass)].map((pass) => ({ stack, pass })),
  );
  const spoiled = begun[pick % Math.max(1, begun.length)];
  if (!spoiled) return null;
  const { stack, pass } = spoiled;
  const layer = what === 'spoil' ? (stack.layers[pick % stack.layers.length]?.id ?? null) : null;
  return withEvents(input, [layersSpoiled(stack, null, pass, layer, pick % 2 === 0 ? 'slipped' : null)]);
}

/** The input after an edit of the run or the shop. */
function edited(what: Edit, pick: number, input: PlanInput): PlanInput {
  const inRun = (changes: Partial<PlanInput['run']>): PlanInput => ({ ...input, run: { ...input.run, ...changes } });
  switch (what) {
    case 'copies':
      return inRun({ lines: input.run.lines.map((line) => ({ ...line, copies: pick % 13 })) });
    case 'spares':
      return inRun({
        spares: pick % 3 === 0 ? { kind: 'percent', percent: (pick % 300) / 10 } : { kind: 'count', count: pick % 3 },
      });
    case 'limit':
      return inRun({ maxLayers: pick % 4 === 0 ? null : 1 + (pick % 5) });
    case 'school':
      return { ...input, shop: { ...input.shop, cutOrder: pick % 2 === 0 ? 'outline-first' : 'inside-first' } };
  }
}

const plates = (): PlanInput =>
  inputFor(
    [
      template('plate', [
        part('plate', { insideCuts: [{ id: 'i', line: null, path: circle(12, 30, 30) }] }),
        part('strip', { outline: { id: 'o2', line: null, path: rectangle(90, 30) }, perCopy: 2 }),
      ]),
    ],
    8,
  );

const anyStart = fc.constantFrom(plates, plates, () => lanterns(2));

test('whatever hands do in a day, there is a plan, and it stands before the checker', async () => {
  await fc.assert(
    fc.asyncProperty(anyStart, anyDay, async (start, day) => {
      let input = start();
      for (const change of day) {
        const plan = await planRun(input, quietKit);
        if (!plan.ok) throw new Error(JSON.stringify(plan.error));
        expect(verifyPlan(plan.value, input)).toEqual([]);
        expect(plan.value.parts.filter(({ good, spoiled, toCut }) => Math.min(good, spoiled, toCut) < 0)).toEqual([]);
        input =
          'edit' in change
            ? edited(change.edit, change.pick, input)
            : (marked(change.mark, change.pick, input, plan.value) ?? input);
      }
    }),
    tried(10_000, 24),
  );
}, 300_000);
