import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { WorkEvent } from '../ledger';
import type { Part } from '../products';
import { inches } from '../units';
import { beginPasses, endPasses } from './choice/best-passes';
import { COST_STEPS, type MixCost } from './choice/mix-cost';
import { circle, inputFor, loadSolver, part, planned, quietKit, rectangle, template } from './fixtures.test-support';
import { lanterns } from './lantern.test-support';
import type { PlanInput } from './model/input';
import type { Plan, PlannedStack } from './model/plan';
import { NO_STACK_WISHES } from './model/wishes';
import { passSawn } from './phases/pass-sawn';
import { planRun } from './plan';
import { verifyPlan } from './verify';
import { cases, tried } from '../cases.test-support';

const cheapestPasses = (wanted: readonly number[], mixes: readonly MixCost[], solver: typeof loadSolver) =>
  endPasses(beginPasses(wanted, mixes), solver);

/** What all passes of a plan cost, minor units, with each blade put in once. */
const costOfStacks = ({ stacks }: Plan): number =>
  stacks.reduce((sum, { layers, heights, passesToCut }) => {
    const own = heights.find((height) => height.layers === layers.length)!;
    return sum + own.costPerLayerMinor * layers.length * passesToCut;
  }, 0);
const bladesOf = ({ stacks }: Plan): number =>
  new Set(stacks.flatMap(({ phases }) => phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.id)))).size;
const withChanges = (plan: Plan, { shop }: PlanInput): number =>
  costOfStacks(plan) + (bladesOf(plan) * shop.hourValueMinor) / 60;

/** Every multiset of mixes that gives exactly what is wanted. */
function* waysTo(wanted: readonly number[], mixes: readonly MixCost[], from = 0): Generator<MixCost[]> {
  if (wanted.every((count) => count === 0)) yield [];
  for (let i = from; i < mixes.length; i++) {
    const left = wanted.map((count, k) => count - mixes[i]!.mix[k]!);
    if (left.every((count) => count >= 0)) for (const rest of waysTo(left, mixes, i)) yield [mixes[i]!, ...rest];
  }
}

describe('the cheapest passes of unlike layers', () => {
  test('are never dearer than any way, over all mixes of up to three (brute force)', async () => {
    const wanted = fc.array(fc.nat(3), { minLength: 2, maxLength: 3 });
    await fc.assert(
      fc.asyncProperty(
        wanted,
        fc.array(fc.integer({ min: 1, max: 99 }), { minLength: 64, maxLength: 64 }),
        async (asked, costs) => {
          const mixes = mixesUpTo(3, asked.length).map((mix, i): MixCost => ({
            mix,
            cost: costs[i % 64]!,
            blades: ['5'],
          }));
          const found = await cheapestPasses(asked, mixes, loadSolver);
          const given = asked.map((_count, k) =>
            found!.stacks.reduce((sum, { mix, passes }) => sum + mix[k]! * passes, 0),
          );
          expect(given).toEqual(asked);
          const least = Math.min(
            ...[...waysTo(asked, mixes)].map((way) => way.reduce((sum, { cost }) => sum + cost, 0)),
          );
          expect(found!.cost / COST_STEPS).toBe(least);
          expect(found!.proven).toBe(true);
        },
      ),
      tried(150),
    );
  });

  test('ask the solver only where there are many needs and unlike layers cost less together: the fewest passes there can be', async () => {
    const kinds = (mix: readonly number[]): number => mix.filter((count) => count > 0).length;
    const priced = (alone: number): MixCost[] =>
      mixesUpTo(4, 3).map((mix) => ({ mix, cost: kinds(mix) === 1 ? alone : 7, blades: ['5'] }));
    for (const [need, alone, isForSolver] of [
      [[5, 9, 5], 7, false],
      [[41, 42, 43], 7, false],
      [[5, 9, 5], 8, false],
      [[41, 42, 43], 8, true],
    ] as const) {
      const asked: string[] = [];
      const found = await cheapestPasses(need, priced(alone), () => (asked.push('solver'), loadSolver()));
      expect(asked.length > 0).toBe(isForSolver);
      const fewest = Math.ceil((need[0] + need[1] + need[2]) / 4);
      expect(found).toMatchObject({ passes: fewest, cost: fewest * 7 * COST_STEPS, proven: true });
    }
  });

  test('what no mix gives is told', async () => {
    expect(await cheapestPasses([1, 1], [{ mix: [1, 0], cost: 1, blades: [] }], loadSolver)).toBeNull();
  });
});

/** All mixes of up to `most` layers of `members`, none empty. */
function mixesUpTo(most: number, members: number): number[][] {
  let mixes: number[][] = [[]];
  for (let member = 0; member < members; member++)
    mixes = mixes.flatMap((mix) => Array.from({ length: most + 1 }, (_none, count) => [...mix, count]));
  const layers = (mix: readonly number[]): number => mix.reduce((sum, count) => sum + count, 0);
  return mixes.filter((mix) => layers(mix) > 0 && layers(mix) <= most);
}

/** Layers of one outline, each with some of four features. */
const anyLayers = fc.array(
  fc.record({
    wood: fc.constantFrom('walnut', 'white-pine', 'birch-plywood', 'sugar-maple'),
    thick: fc.constantFrom(1 / 8, 1 / 4, 3 / 8),
    perCopy: fc.integer({ min: 1, max: 2 }),
    has: fc.subarray([0, 1, 2, 3]),
    isTurned: fc.boolean(),
  }),
  { minLength: 1, maxLength: 5 },
);
type Layers = typeof anyLayers extends fc.Arbitrary<infer T> ? T : never;

const layersAsParts = (layers: Layers): Part[] =>
  layers.map(({ wood, thick, perCopy, has, isTurned }, n) => {
    // Mirrored about the middle of the outline, which is a rectangle: the same wood, lines in other places.
    const x = (at: number): number => (isTurned ? 120 - at : at);
    const cuts = [circle(10, x(25), 30), rectangle(20, 12, x(70) - 10, 20), circle(6, x(100), 50)];
    return part(`p${String(n)}`, {
      woodId: wood,
      perCopy,
      thickness: { mm: inches(thick), typed: null },
      outline: { id: `o${String(n)}`, line: null, path: rectangle(120, 80) },
      insideCuts: has.flatMap((f) =>
        cuts[f] ? [{ id: `c${String(n)} ${String(f)}`, line: null, path: cuts[f] }] : [],
      ),
      holes: has.includes(3) ? [{ id: `h${String(n)}`, line: null, center: { x: x(60), y: 70 }, diameterMm: 4 }] : [],
    });
  });

const anyRun = fc.record({
  layers: anyLayers,
  copies: fc.integer({ min: 1, max: 6 }),
  cutOrder: fc.constantFrom('inside-first' as const, 'outline-first' as const),
  afterOutline: fc.constantFrom('singly' as const, 'together' as const),
  maxLayers: fc.integer({ min: 1, max: 6 }),
});
type AnyRun = typeof anyRun extends fc.Arbitrary<infer T> ? T : never;

const inputOf = (
  { layers, copies, cutOrder, afterOutline, maxLayers }: AnyRun,
  apart: readonly string[] = [],
): PlanInput =>
  inputFor([template('t', layersAsParts(layers))], copies, {
    shop: { cutOrder, afterOutline, maxLayers },
    run: { stacks: { ...NO_STACK_WISHES, apart } },
  });

describe('whatever the layers', () => {
  test('a plan stands before the checker, is the same twice, and costs no more than each part alone', async () => {
    let mixed = 0;
    await fc.assert(
      fc.asyncProperty(anyRun, async (shape) => {
        const input = inputOf(shape);
        const result = await planRun(input, quietKit);
        if (!result.ok) return;
        expect(verifyPlan(result.value, input)).toEqual([]);
        expect(JSON.stringify(await planned(structuredClone(input)))).toBe(JSON.stringify(result.value));
        if (result.value.stacks.some(({ gangs }) => gangs.length > 1)) mixed++;
        const alone = inputOf(
          shape,
          shape.layers.map((_layer, n) => `p${String(n)}`),
        );
        expect(withChanges(result.value, input)).toBeLessThanOrEqual(withChanges(await planned(alone), alone) + 1e-3);
      }),
      tried(60),
    );
    expect(mixed).toBeGreaterThan(cases(8));
  });

  test('phase after phase, in any order that is allowed, with layers spoiled and parts set apart on the way, all is there in the end', async () => {
    await fc.assert(
      fc.asyncProperty(anyRun, fc.infiniteStream(fc.nat(1000)), async (shape, picks) => {
        let input = inputOf({ ...shape, copies: Math.min(3, shape.copies) });
        const first = await planRun(input, quietKit);
        if (!first.ok) return;
        let plan = first.value;
        let begunBefore = 0;
        for (let n = 0; plan.stacks.some(isOpen) && n < 200; n++) {
          const open = plan.stacks.filter(isOpen);
          const pick = picks.next().value ?? 0;
          const event = nextMark(open[pick % open.length]!, pick, n);
          input = { ...input, work: [...input.work, event] };
          if (n === 3) input = apartIn(input, `p${String(pick % shape.layers.length)}`);
          plan = await planned(input);
          expect(verifyPlan(plan, input)).toEqual([]);
          // Passes that were begun are there still, but for the one that was now sawn to its end.
          expect(begunIn(plan)).toBeGreaterThanOrEqual(begunBefore - 1);
          begunBefore = begunIn(plan);
        }
        expect(plan.parts.every(({ toCut, good, needed }) => toCut === 0 && good === needed)).toBe(true);
      }),
      tried(12, 12),
    );
  }, 120_000);
});

const begunIn = ({ stacks }: Plan): number => stacks.reduce((sum, { begun }) => sum + begun.length, 0);

const apartIn = (input: PlanInput, partId: string): PlanInput => ({
  ...input,
  run: { ...input.run, stacks: { ...input.run.stacks, apart: [partId] } },
});

const isOpen = ({ passesToCut, begun }: PlannedStack): boolean => passesToCut + begun.length > 0;

/** A phase that may be done now: of a pass that is begun, or the first of a new one; now and then a layer is spoiled. */
function nextMark(stack: PlannedStack, pick: number, n: number): WorkEvent {
  const [begun] = stack.begun;
  const done = new Set(begun?.phases ?? []);
  const pass = begun?.pass ?? Math.max(0, ...stack.done) + 1;
  const able = stack.phases.filter(({ key, after }) => !done.has(key) && after.every((other) => done.has(other)));
  const phase = able[pick % able.length]!;
  const lost = begun?.lost ?? [];
  const whole = phase.layerIds.filter((id) => !lost.includes(id));
  const bad = pick % 7 === 0 && n < 20 ? whole.slice(0, 1) : [];
  const spoiled = bad.map((layerId) => ({ layerId, reason: 'slipped' as const }));
  return {
    ...passSawn(stack, phase, pass, { spoiled, lost }),
    id: `e${String(n)}`,
    clientId: 'c',
    at: '2026-11-26T10:00:00Z',
    person: null,
    saw: null,
  };
}

describe('the lantern money box', () => {
  test('eight of them: the plan stands, and all cuts of all layers are in it', async () => {
    const input = lanterns(8);
    const plan = await planned(input);
    expect(verifyPlan(plan, input)).toEqual([]);
    expect(plan.parts.map(({ partId, planned: count }) => [partId, count])).toEqual([
      ['front', 8],
      ['slotted', 16],
      ['hollow', 8],
      ['back', 8],
    ]);
    expect(plan.proven).toBe(true);
  });

  test('a pinned stack is sawn as often as the maker said, and the rest around it; what cannot be held is told', async () => {
    const pin = {
      layers: [
        { partId: 'front', count: 2 },
        { partId: 'back', count: 2 },
      ],
      passes: 2,
    };
    const input = lanterns(8, {}, { stacks: { ...NO_STACK_WISHES, pins: [pin] } });
    const plan = await planned(input);
    expect(verifyPlan(plan, input)).toEqual([]);
    const names = plan.stacks.map(({ gangs, layers, passesToCut }) => [
      ...gangs.map(
        ({ key, parts }) => `${parts[0]!.partId} ${String(layers.filter(({ gangKey }) => gangKey === key).length)}`,
      ),
      passesToCut,
    ]);
    expect(names).toContainEqual(['front 2', 'back 2', 2]);
    const tower = { layers: [{ partId: 'front', count: 12 }], passes: 1 };
    const high = lanterns(8, {}, { stacks: { ...NO_STACK_WISHES, pins: [tower] } });
    const without = await planned(high);
    expect(without.warnings).toContainEqual(expect.objectContaining({ kind: 'pin-left-out', where: 'front' }));
    expect(verifyPlan(without, high)).toEqual([]);
  });

  test('where the solver cannot be loaded that is told, and what breaks for another reason is not', async () => {
    const broken = { ...quietKit, solver: () => Promise.reject(new Error('no network')) };
    expect(await planRun(lanterns(40), broken)).toMatchObject({ ok: false, error: [{ kind: 'no-solver' }] });
    const bug = {
      ...quietKit,
      solver: () =>
        Promise.resolve(() => {
          throw new TypeError('a bug');
        }),
    };
    await expect(planRun(lanterns(40), bug)).rejects.toThrow('a bug');
  });

  test('a part set apart while a pass of it with others is begun: that pass is sawn to its end, and no new one holds it', async () => {
    const pins = [{ passes: 2, layers: ['front', 'back'].map((partId) => ({ partId, count: 1 })) }];
    const input = lanterns(2, {}, { stacks: { ...NO_STACK_WISHES, pins } });
    const both = (await planned(input)).stacks.find(({ gangs }) => gangs.length === 2)!;
    const mark = passSawn(both, both.phases[0]!, 1, { spoiled: [], lost: [] });
    const event: WorkEvent = { ...mark, id: 'e', clientId: 'c', at: '2026-11-26T10:00:00Z', person: null, saw: null };
    const then = apartIn({ ...input, work: [event] }, 'front');
    const plan = await planned(then);
    expect(verifyPlan(plan, then)).toEqual([]);
    const kept = plan.stacks.find(({ key }) => key === both.key)!;
    expect(kept).toMatchObject({ passesToCut: 0, begun: [{ pass: 1, phases: [both.phases[0]!.key] }] });
    const withFront = plan.stacks.filter(({ gangs }) => gangs.some(({ parts }) => parts[0]!.partId === 'front'));
    expect(withFront.filter(({ passesToCut }) => passesToCut > 0).map(({ gangs }) => gangs.length)).toEqual([1]);
    expect(plan.warnings).toContainEqual(expect.objectContaining({ kind: 'pin-left-out' }));
    expect(plan.parts.map(({ planned: count }) => count)).toEqual([2, 4, 2, 2]);
  });

  test('no stack that holds a part has more layers than the maker wants of it', async () => {
    const plan = await planned(lanterns(8, {}, { stacks: { ...NO_STACK_WISHES, most: { front: 2 } } }));
    const withFront = plan.stacks.filter(({ gangs }) => gangs.some(({ parts }) => parts[0]!.partId === 'front'));
    expect(withFront.length).toBeGreaterThan(0);
    expect(Math.max(...withFront.map(({ layers }) => layers.length))).toBeLessThanOrEqual(2);
  });

  test('of more families than are looked at in a second some are stacked part by part; patience proves the whole, no dearer', async () => {
    const woods = ['cherry', 'walnut', 'white-pine', 'birch-plywood', 'sugar-maple', 'red-oak'];
    const outlines = Array.from({ length: 8 }, (_none, n) => rectangle(80 + 10 * n, 60));
    const parts = outlines.flatMap((path, n) =>
      woods.map((woodId) =>
        part(`${woodId} ${String(n)}`, { woodId, outline: { id: `o ${woodId} ${String(n)}`, line: null, path } }),
      ),
    );
    const hurried = inputFor([template('t', parts)], 1, { run: { stacks: NO_STACK_WISHES } });
    const patient = { ...hurried, run: { ...hurried.run, stacks: { ...NO_STACK_WISHES, patient: true } } };
    const [soon, whole] = [await planned(hurried), await planned(patient)];
    for (const [plan, input] of [
      [soon, hurried],
      [whole, patient],
    ] as const)
      expect(verifyPlan(plan, input)).toEqual([]);
    expect([soon.proven, whole.proven]).toEqual([false, true]);
    // One of each wood: only stacks of unlike layers are higher than one.
    const singles = ({ stacks }: Plan): number => stacks.filter(({ layers }) => layers.length === 1).length;
    expect([singles(soon), singles(whole)]).toEqual([12, 0]);
    expect(withChanges(whole, patient)).toBeLessThan(withChanges(soon, hurried));

    // A pass of unlike layers that is sawn stays in its stack when the maker waits no longer.
    const last = whole.stacks.find(({ gangs }) => gangs.some(({ parts: [one] }) => one!.partId.endsWith(' 7')))!;
    const mark = passSawn(last, last.phases[0]!, 1, { spoiled: [], lost: [] });
    const work: WorkEvent[] = [
      { ...mark, id: 'e', clientId: 'c', at: '2026-11-28T10:00:00Z', person: null, saw: null },
    ];
    const then = await planned({ ...hurried, work });
    expect(verifyPlan(then, { ...hurried, work })).toEqual([]);
    expect(then.stacks.find(({ key }) => key === last.key)).toMatchObject({ done: [1], passesToCut: 0 });
  });
});
