import { beforeAll, describe, expect, test } from '@jest/globals';
import { inputFor, planned } from '../fixtures.test-support';
import { inches } from '../../units';
import { lantern, lanterns } from '../lantern.test-support';
import type { PlanInput } from '../model/input';
import type { Plan, PlannedStack } from '../model/plan';
import type { Held, Phase } from '../model/stack';
import { NO_STACK_WISHES } from '../model/wishes';
import { passSawn } from '../phases/pass-sawn';
import { verifyPlan } from '.';

const ALL_LAYERS = Object.entries({ front: 1, slotted: 2, hollow: 1, back: 1 }).map(([partId, count]) => ({
  partId,
  count,
}));

/** Lanterns whose five layers are one stack, held with brads; of the first pass the window and the slots are sawn, a slotted layer is lost. */
async function lanternsBegun(): Promise<{ input: PlanInput; plan: Plan }> {
  const box = { passes: 3, layers: ALL_LAYERS };
  const stacks = { ...NO_STACK_WISHES, pins: [box] };
  // A back of 3/8, so that a brad of 1-1/4 reaches into it and does not come through the 1-3/8 of all.
  const back = { thickness: { mm: inches(3 / 8), typed: '3/8' } };
  const shop = { maxLayers: 5, holding: 'brads' as const };
  const fresh = inputFor([lantern({ back })], 3, { shop, run: { stacks } });
  const [stack] = (await planned(fresh)).stacks;
  const [window, slots] = stack!.phases;
  const base = { clientId: 'c', at: '2026-11-26T10:00:00Z', person: null, saw: null };
  const spoiled = [{ layerId: slots!.layerIds[0]!, reason: 'broke' as const }];
  const input: PlanInput = {
    ...fresh,
    work: [
      { ...passSawn(stack!, window!, 1), ...base, id: 'window' },
      { ...passSawn(stack!, slots!, 1, { spoiled, lost: [] }), ...base, id: 'slots' },
    ],
  };
  return { input, plan: await planned(input) };
}

let right: { input: PlanInput; plan: Plan };
beforeAll(async () => {
  right = await lanternsBegun();
});

const theBox = ({ stacks }: Plan): PlannedStack => stacks.find(({ gangs }) => gangs.length === 4)!;
const stack =
  (change: (stack: PlannedStack) => object) =>
  (plan: Plan): Plan => ({
    ...plan,
    stacks: plan.stacks.map((one) => (one === theBox(plan) ? { ...one, ...change(one) } : one)),
  });
const phases = (change: (phases: readonly Phase[]) => readonly object[]) =>
  stack((one) => ({ phases: change(one.phases) }));
const phase = (place: number, change: (phase: Phase, all: readonly Phase[]) => object) =>
  phases((all) => all.map((one, i) => (i === place ? { ...one, ...change(one, all) } : one)));
const held = (change: (held: Held) => object) => stack((one) => ({ held: { ...one.held, ...change(one.held) } }));
const begun = (change: object) => stack((one) => ({ begun: one.begun.map((pass) => ({ ...pass, ...change })) }));

/** Phases of the box, inside first: window, slots, holes, hollow, outline. */
const [WINDOW, SLOTS, HOLES, HOLLOW, OUTLINE] = [0, 1, 2, 3, 4];

const MUTANTS: readonly (readonly [string, (plan: Plan) => Plan])[] = [
  [
    'the hanging holes of the last layer left out',
    phase(HOLES, ({ layerIds }) => ({ layerIds: layerIds.slice(0, 1) })),
  ],
  ['the holes left out', phases((all) => all.filter((_one, i) => i !== HOLES))],
  ['a window in all layers', phase(WINDOW, (_one, all) => ({ layerIds: all[OUTLINE]!.layerIds }))],
  ['a slot in the last of the hollow layers too', phase(SLOTS, (_one, all) => ({ layerIds: all[HOLLOW]!.layerIds }))],
  ['the hollow in two layers only', phase(HOLLOW, (_one, all) => ({ layerIds: all[SLOTS]!.layerIds }))],
  ['the window sawn twice', phase(OUTLINE, ({ cuts }, all) => ({ cuts: [...all[WINDOW]!.cuts, ...cuts] }))],
  [
    'the window moved to the outline',
    phases((all) =>
      all.flatMap((one, i) =>
        i === WINDOW ? [] : i === OUTLINE ? [{ ...one, cuts: [...all[WINDOW]!.cuts, ...one.cuts] }] : [one],
      ),
    ),
  ],
  ['the outline first', phases((all) => [all[OUTLINE]!, ...all.slice(0, OUTLINE)])],
  ['the outline waits for nothing', phase(OUTLINE, () => ({ after: [] }))],
  ['the hollow before the slots', phase(HOLLOW, () => ({ after: [] }))],
  [
    'a twin of the hollow forgotten',
    phase(HOLLOW, ({ cuts }) => ({ cuts: cuts.map((cut) => ({ ...cut, twins: [] })) })),
  ],
  [
    'a twin of another part',
    phase(HOLLOW, ({ cuts }) => ({
      cuts: cuts.map((cut) => ({ ...cut, twins: cut.twins.map((twin) => ({ ...twin, partId: 'front' })) })),
    })),
  ],
  ['a lower phase', phase(HOLLOW, ({ heightMm }) => ({ heightMm: heightMm / 3 }))],
  [
    'the blade of a softer wood',
    phase(OUTLINE, ({ cuts }, all) => ({
      cuts: cuts.map((cut) => ({ ...cut, choice: all[WINDOW]!.cuts[0]!.choice })),
    })),
  ],
  ['layers in another order', stack(({ layers }) => ({ layers: [...layers].reverse() }))],
  ['a layer left out', stack(({ layers }) => ({ layers: layers.slice(1) }))],
  ['a gang left out', stack(({ gangs }) => ({ gangs: gangs.slice(0, 3) }))],
  [
    'layers laid askew',
    stack(({ gangs }) => ({ gangs: gangs.map((gang, i) => (i === 3 ? { ...gang, at: { ...gang.at, e: 4 } } : gang)) })),
  ],
  [
    'the back turned over',
    stack(({ gangs }) => ({
      gangs: gangs.map((gang, i) =>
        i === 3 ? { ...gang, at: { ...gang.at, a: -1, e: 100 }, turnedOver: true } : gang,
      ),
    })),
  ],
  ['a pass more than is pinned', stack(({ passesToCut }) => ({ passesToCut: passesToCut + 1 }))],
  ['a pass begun forgotten', stack(() => ({ begun: [] }))],
  ['a pass begun that is done', stack(() => ({ begun: [], done: [1] }))],
  ['a phase done that no event tells', begun({ phases: ['x'] })],
  ['a layer lost and not said', begun({ lost: [] })],
  [
    'a layer lost that is whole',
    stack((one) => ({ begun: one.begun.map((pass) => ({ ...pass, lost: [one.layers[0]!.id] })) })),
  ],
  ['a brad left out of three', held(({ brads }) => ({ brads: brads.slice(0, 2) }))],
  ['two brads in one place', held(({ brads }) => ({ brads: brads.map(() => brads[0]!) }))],
  ['a brad in the hollow', held(({ brads }) => ({ brads: [...brads.slice(1), { x: 50, y: 50 }] }))],
  ['a brad at the edge of the blank', held(({ brads }) => ({ brads: [...brads.slice(1), { x: -6, y: -6 }] }))],
  ['a brad on the outline', held(({ brads }) => ({ brads: [...brads.slice(1), { x: -1.5, y: 70 }] }))],
  ['brads as long as the stack is high', held(() => ({ bradLengthMm: inches(11 / 8) }))],
  ['brads that do not reach the last layer', held(() => ({ bradLengthMm: inches(1) }))],
  ['a pilot in soft wood', held(() => ({ pilotMm: 1 }))],
  ['held with tape, and not said why', held(() => ({ method: 'tape' }))],
  ['fewer brads to buy', (plan) => ({ ...plan, consumables: { ...plan.consumables, brads: 0 } })],
];

test('the plan that is spoiled is right, and has what is to be spoiled', () => {
  const { input, plan } = right;
  expect(verifyPlan(plan, input)).toEqual([]);
  expect(theBox(plan).phases).toHaveLength(5);
  expect(theBox(plan).begun).toMatchObject([{ pass: 1, phases: [{}, {}], lost: [{}] }]);
  expect(theBox(plan).held.brads.length).toBeGreaterThanOrEqual(3);
  // One of six slotted layers is lost: it is made again beside the three boxes.
  expect(plan.parts.map(({ partId, spoiled, toCut, planned: count }) => [partId, spoiled, toCut, count])).toEqual([
    ['front', 0, 3, 3],
    ['slotted', 1, 6, 6],
    ['hollow', 0, 3, 3],
    ['back', 0, 3, 3],
  ]);
  expect(new Set(MUTANTS.map(([name]) => name)).size).toBe(MUTANTS.length);
});

describe('a wrong plan of unlike layers is refused', () => {
  test.each(MUTANTS)('%s', (_name, spoil) => {
    const { input, plan } = right;
    const spoilt = spoil(plan);
    expect(JSON.stringify(spoilt)).not.toBe(JSON.stringify(plan));
    expect(verifyPlan(spoilt, input)).not.toEqual([]);
  });
});

test('layers that a begun pass has finished already are no excuse for sawing more of them', async () => {
  const pins = [{ passes: 1, layers: ALL_LAYERS }];
  const fresh = lanterns(
    1,
    { cutOrder: 'outline-first', afterOutline: 'together' },
    { stacks: { ...NO_STACK_WISHES, pins } },
  );
  const begunStack = theBox(await planned(fresh));
  // All phases of its first pass but the last: layers that are not in that one are finished.
  const sawn = begunStack.phases.slice(0, -1);
  const work = sawn.map((phase, n) => ({
    ...passSawn(begunStack, phase, 1),
    clientId: 'c',
    at: '2026-11-26T10:00:00Z',
    person: null,
    saw: null,
    id: `e${String(n)}`,
  }));
  // In hand, it is sawn on without the wish.
  const input = { ...fresh, work, run: { ...fresh.run, stacks: NO_STACK_WISHES } };
  const plan = await planned(input);
  const finished = plan.parts.find(({ good, toCut }) => good > 0 && toCut === 0)!;
  const more: Plan = {
    ...plan,
    stacks: plan.stacks.map((one) => (one.begun.length > 0 ? { ...one, passesToCut: one.passesToCut + 1 } : one)),
    parts: plan.parts.map((row) =>
      row.partId === finished.partId ? { ...row, planned: row.planned + finished.good } : row,
    ),
  };
  expect(verifyPlan(plan, input)).toEqual([]);
  expect(verifyPlan(more, input)).toContainEqual(
    expect.stringMatching(new RegExp(`^${finished.partName}: .* layers in its stacks, 0 are wanted`)),
  );
});
