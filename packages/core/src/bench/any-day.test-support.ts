import fc from 'fast-check';
import { addUpWork, lostIn, stepOf, type WorkDone, type WorkEvent } from '../ledger';
import { stamped } from '../ledger/stamped.test-support';
import { passSawn, type Plan, type PlanInput, type PlannedStack, type StackWishes } from '../planning';
import { anyHabits, anySpares, anyWoodWishes } from '../planning/any-input.test-support';
import { benchSteps, layersSpoiled, tickStep } from '.';

const MARKS = ['step', 'step', 'step', 'step', 'spoil', 'spoil-all', 'unnamed', 'back'] as const;

/** Something that is done or noticed at the bench: by a device that may still show the plan before the last ones. */
interface Mark {
  readonly kind: 'mark';
  readonly what: (typeof MARKS)[number];
  readonly pick: number;
  readonly plansBehind: number;
}

/** An edit of the run, or of the habits of the shop. */
interface Edit {
  readonly kind: 'edit';
  readonly edit: (input: PlanInput, plan: Plan) => PlanInput;
}

export type Change = Mark | Edit;

const anyMark: fc.Arbitrary<Change> = fc.record({
  kind: fc.constant('mark' as const),
  what: fc.constantFrom(...MARKS),
  pick: fc.nat(1000),
  plansBehind: fc.constantFrom(0, 0, 0, 1, 3),
});

const ofRun =
  (changes: Partial<PlanInput['run']>) =>
  (input: PlanInput): PlanInput => ({ ...input, run: { ...input.run, ...changes } });

const ofLines =
  (change: Partial<PlanInput['run']['lines'][number]>) =>
  (input: PlanInput): PlanInput =>
    ofRun({ lines: input.run.lines.map((line) => ({ ...line, ...change, variants: {} })) })(input);

const partIn = (input: PlanInput, pick: number): string => {
  const parts = input.revisions.flatMap(({ template }) => template.parts);
  return parts[pick % parts.length]!.id;
};

/** A wish for the stacks: a part apart, a limit, a stack of the plan pinned, what is due first. */
const wished =
  (what: 'apart' | 'most' | 'pin' | 'first' | 'none', pick: number) =>
  (input: PlanInput, plan: Plan): PlanInput => {
    const partId = partIn(input, pick);
    const stack = plan.stacks[pick % Math.max(1, plan.stacks.length)];
    const wishes: Partial<StackWishes> = {
      apart: { apart: [partId] },
      most: { most: { [partId]: 1 + (pick % 4) } },
      pin: { pins: stack ? [pinOf(stack)] : [] },
      first: { first: [input.run.lines[0]!.templateId] },
      none: { apart: [], most: {}, pins: [], first: [] },
    }[what];
    return ofRun({ stacks: { ...input.run.stacks, ...wishes } })(input);
  };

function pinOf({ gangs, layers, passesToCut, done, begun }: PlannedStack): StackWishes['pins'][number] {
  const counts = gangs.map(({ key, parts }) => ({
    partId: parts[0]!.partId,
    count: layers.filter(({ gangKey }) => gangKey === key).length,
  }));
  return { layers: counts, passes: Math.max(1, passesToCut + done.length + begun.length) };
}

const anyEdit: fc.Arbitrary<Change> = fc
  .oneof(
    fc.nat(12).map((copies) => ofLines({ copies })),
    fc.nat(3).map((onHand) => (input: PlanInput) => ofLines({ onHand: { [partIn(input, onHand)]: onHand } })(input)),
    anySpares.map((spares) => ofRun({ spares })),
    fc.boolean().map((refillSpares) => ofRun({ refillSpares })),
    fc.option(fc.integer({ min: 1, max: 5 })).map((maxLayers) => ofRun({ maxLayers })),
    anyWoodWishes.map((wood) => ofRun({ wood })),
    anyHabits.map((habits) => (input: PlanInput) => ({ ...input, shop: { ...input.shop, ...habits } })),
    fc
      .tuple(fc.constantFrom('apart', 'most', 'pin', 'first', 'none'), fc.nat(1000))
      .map(([what, pick]) => wished(what, pick)),
  )
  .map((edit) => ({ kind: 'edit', edit }));

/** What hands do in a day. */
export const anyDay: fc.Arbitrary<Change[]> = fc.array(
  fc.oneof({ weight: 7, arbitrary: anyMark }, { weight: 2, arbitrary: anyEdit }),
  { minLength: 12, maxLength: 24, size: 'max' },
);

/** The blade that was put in last, as the drawer knows it. */
const bladeInSaw = ({ standing }: WorkDone): string | null =>
  standing.flatMap((event) => (event.kind === 'step-done' && stepOf(event) === 'blade' ? [event.detail] : [])).at(-1) ??
  null;

const withEvents = (input: PlanInput, events: readonly object[]): PlanInput => ({
  ...input,
  work: [...input.work, ...events.map((event) => ({ ...event, ...stamped() }) as WorkEvent)],
});

/** The input after the first step that the bench shows is ticked off; null where nothing is left to do. */
export function ticked(input: PlanInput, plan: Plan): PlanInput | null {
  const work = addUpWork(input.work);
  const [step] = benchSteps(plan, work, input.shop, { bladeInSaw: bladeInSaw(work), first: null });
  if (!step) return null;
  const stack = plan.stacks.find(({ key }) => key === step.stackKey) ?? null;
  return withEvents(input, tickStep(step, stack, null, lostOf(work, stack)));
}

const lostOf =
  (work: WorkDone, stack: PlannedStack | null) =>
  (pass: number): string[] =>
    stack ? lostIn(work, stack.key, pass) : [];

/** The input after a mark of a device that shows this plan; as it was where there is nothing to mark. */
function marked({ what, pick }: Mark, input: PlanInput, plan: Plan): PlanInput {
  const work = addUpWork(input.work);
  if (what === 'step') return ticked(input, plan) ?? input;
  if (what === 'back') {
    const last = work.standing.at(-1 - (pick % 3));
    return last ? withEvents(input, [{ kind: 'pass-taken-back', event: last.id }]) : input;
  }
  if (what === 'unnamed') return withEvents(input, unnamedSpoiled(pick, plan, work));
  const begun = plan.stacks.flatMap((stack) =>
    [...stack.done, ...stack.begun.map(({ pass }) => pass)].map((pass) => ({ stack, pass })),
  );
  const spoiled = begun[pick % Math.max(1, begun.length)];
  if (!spoiled) return input;
  const { stack, pass } = spoiled;
  const layer = what === 'spoil' ? (stack.layers[pick % stack.layers.length]?.id ?? null) : null;
  return withEvents(input, [layersSpoiled(stack, null, pass, layer, pick % 2 === 0 ? 'slipped' : null)]);
}

/** A pass, or a phase of it, marked with so many spoiled layers that nobody named. */
function unnamedSpoiled(pick: number, plan: Plan, work: WorkDone): object[] {
  const stack = plan.stacks[pick % Math.max(1, plan.stacks.length)];
  if (!stack) return [];
  const pass = 1 + (pick % 3);
  const phase = pick % 2 === 0 ? null : stack.phases[pick % stack.phases.length]!;
  const lost = lostOf(work, stack)(pass);
  const sawn = (phase?.layerIds ?? stack.layers.map(({ id }) => id)).filter((id) => !lost.includes(id));
  const spoiled = sawn.slice(0, pick % (sawn.length + 1)).map(() => ({ layerId: null, reason: null }));
  return [passSawn(stack, phase, pass, { spoiled, lost })];
}

/** The input after a change, where the plans so far are these. */
export function changed(change: Change, input: PlanInput, plans: readonly Plan[]): PlanInput {
  const newest = plans.at(-1)!;
  if (change.kind === 'edit') return change.edit(input, newest);
  return marked(change, input, plans.at(-1 - change.plansBehind) ?? newest);
}
