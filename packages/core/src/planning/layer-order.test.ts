import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../cases.test-support';
import type { Part } from '../products';
import { inches } from '../units';
import type { WorkEvent } from '../ledger';
import { type Family, gangsOfRun, stackKey } from './blanks';
import { heightCost, worthOf } from './costs';
import { circle, inputFor, part, planned, rectangle, template } from './fixtures.test-support';
import { factorsInForce } from './model/factors';
import type { PlanInput } from './model/input';
import type { Plan, PlannedStack } from './model/plan';
import { NO_STACK_WISHES } from './model/wishes';
import { contextAt, type FamilyContext, layerLimit, newContext, reachesOf, unnamedStack } from './stack';
import { verifyPlan } from './verify';

/** Layers of one outline, so large that no two passes lie side by side, each with some of three features. */
const anyLayers = fc
  .record({
    layers: fc.array(
      fc.record({
        wood: fc.constantFrom('white-pine', 'birch-plywood'),
        has: fc.subarray([0, 1, 2]),
        isTurned: fc.boolean(),
        inBody: fc.boolean(),
      }),
      { minLength: 2, maxLength: 4 },
    ),
    copies: fc.integer({ min: 1, max: 2 }),
    isBodyReversed: fc.boolean(),
    cutOrder: fc.constantFrom('inside-first' as const, 'outline-first' as const),
    direct: fc.boolean(),
  })
  .filter(({ layers, copies }) => layers.length * copies <= 6);
type AnyLayers = typeof anyLayers extends fc.Arbitrary<infer T> ? T : never;

const WIDE = 320;

function layersAsParts({ layers }: AnyLayers): Part[] {
  return layers.map(({ wood, has, isTurned }, n) => {
    const x = (at: number): number => (isTurned ? WIDE - at : at);
    const cuts = [circle(20, x(60), 60), circle(14, x(150), 70), circle(9, x(240), 120)];
    return part(`p${String(n)}`, {
      woodId: wood,
      thickness: { mm: inches(1 / 8), typed: null },
      outline: { id: `o${String(n)}`, line: null, path: rectangle(WIDE, 210) },
      insideCuts: has.flatMap((f) =>
        cuts[f] ? [{ id: `c${String(n)} ${String(f)}`, line: null, path: cuts[f] }] : [],
      ),
    });
  });
}

function inputOf(shape: AnyLayers): PlanInput {
  const parts = layersAsParts(shape);
  const inBody = parts.filter((_part, n) => shape.layers[n]!.inBody).map(({ id }) => id);
  const layers = shape.isBodyReversed ? [...inBody].reverse() : inBody;
  const bodies = inBody.length > 1 ? [{ id: 'body', name: 'Body', layers, meant: [] }] : [];
  return inputFor([{ ...template('t', parts), bodies }], shape.copies, {
    shop: { cutOrder: shape.cutOrder, maxLayers: 6, pattern: shape.direct ? 'direct' : 'spray-on-tape' },
    run: { stacks: NO_STACK_WISHES },
  });
}

/** Every way to share layers out to passes, each as how many it has of each member. */
function* shared(left: readonly number[], least: readonly number[] = []): Generator<number[][]> {
  if (left.every((count) => count === 0)) yield [];
  for (const pass of within(left)) {
    if (pass.every((count) => count === 0) || isBelow(pass, least)) continue;
    for (const rest of shared(
      left.map((count, i) => count - pass[i]!),
      pass,
    ))
      yield [pass, ...rest];
  }
}
const within = (most: readonly number[]): number[][] =>
  most.reduce<number[][]>(
    (all, count) => all.flatMap((pass) => Array.from({ length: count + 1 }, (_none, n) => [...pass, n])),
    [[]],
  );
const isBelow = (one: readonly number[], other: readonly number[]): boolean => one.join() < other.join();

const ordersOf = (places: readonly number[]): number[][] =>
  places.length === 0
    ? [[]]
    : places.flatMap((place) => ordersOf(places.filter((other) => other !== place)).map((rest) => [place, ...rest]));

/** Layers of a body lie as in the body, and on top lies what has the show face of the first drawn that may: what is turned over stays so. */
const isAllowed = (order: readonly number[], { members }: Family, body: readonly string[]): boolean => {
  const nthIn = (place: number): number => body.indexOf(members[place]!.gang.parts[0]!.partId);
  const inBody = order.map(nthIn).filter((nth) => nth >= 0);
  const mayBeFirst = order.filter((place) => nthIn(place) < 0 || nthIn(place) === Math.min(...inBody));
  return (
    inBody.every((nth, i) => i === 0 || inBody[i - 1]! < nth) &&
    members[order[0]!]!.turnedOver === members[Math.min(...mayBeFirst)]!.turnedOver
  );
};

interface Pass {
  readonly cost: number;
  readonly blades: readonly string[];
}

/** The cheapest order of a pass, by trying all. */
function cheapestOrder(mix: readonly number[], context: FamilyContext, body: readonly string[]): Pass {
  const present = mix.flatMap((count, i) => (count > 0 ? [i] : []));
  const passes = ordersOf(present).flatMap((order): Pass[] => {
    if (!isAllowed(order, context.family, body)) return [];
    const stack = unnamedStack(
      contextAt(context, order),
      order.map((place) => mix[place]!),
    );
    if (!stack.ok) return [];
    const { costPerLayerMinor, layers, blades } = heightCost(stack.value, context.input.shop, 1);
    return [{ cost: costPerLayerMinor * layers, blades }];
  });
  return passes.reduce((one, other) => (other.cost < one.cost - 1e-9 ? other : one));
}

/** What the cheapest of all ways costs, of all orders of the layers in every pass, each blade put in once. */
function cheapest(input: PlanInput): number {
  const known = gangsOfRun(input);
  if (!known.ok) throw new Error('the run cannot be planned');
  const body = input.revisions[0]!.template.bodies[0]?.layers ?? [];
  const change = worthOf(factorsInForce(input.shop.factors).changeBlade, input.shop);
  return known.value.families.reduce((sum, family) => {
    const reaches = reachesOf(family, input.shop);
    const context = newContext(family, input, reaches.ok ? reaches.value : new Map());
    const limit = layerLimit(context);
    const most = limit.ok ? limit.value.layers : 0;
    const found = new Map<string, Pass>();
    const passOf = (mix: readonly number[]): Pass => {
      const pass = found.get(mix.join()) ?? cheapestOrder(mix, context, body);
      found.set(mix.join(), pass);
      return pass;
    };
    let least = Infinity;
    for (const way of shared(family.members.map(({ gang }) => gang.layersToCut))) {
      if (way.some((mix) => mix.reduce((all, count) => all + count, 0) > most)) continue;
      const passes = way.map(passOf);
      const blades = new Set(passes.flatMap((pass) => pass.blades)).size;
      least = Math.min(
        least,
        passes.reduce((all, { cost }) => all + cost, blades * change),
      );
    }
    return sum + least;
  }, 0);
}

const costOf = ({ stacks }: Plan, { shop }: PlanInput): number => {
  const cost = (stack: PlannedStack): number =>
    heightCost(stack, shop, 1).costPerLayerMinor * stack.layers.length * stack.passesToCut;
  const blades = new Set(
    stacks.flatMap(({ phases }) => phases.flatMap(({ cuts }) => cuts.map((cut) => cut.choice.blade.id))),
  );
  return (
    stacks.reduce((sum, stack) => sum + cost(stack), 0) +
    blades.size * worthOf(factorsInForce(shop.factors).changeBlade, shop)
  );
};

describe('the order of the layers in a stack', () => {
  test('stacks that are said to be proven are never dearer than any way in any order: every way tried, to six layers', async () => {
    let [all, proven] = [0, 0];
    await fc.assert(
      fc.asyncProperty(anyLayers, async (shape) => {
        const input = inputOf(shape);
        const plan = await planned(input);
        expect(verifyPlan(plan, input)).toEqual([]);
        const [cost, least] = [costOf(plan, input), cheapest(input)];
        expect(cost).toBeGreaterThan(least - 1e-6);
        all++;
        if (!plan.proven) return;
        proven++;
        expect(cost).toBeLessThan(least + 1e-6);
      }),
      { ...tried(1000, 60), endOnFailure: true },
    );
    expect(proven / all).toBeGreaterThan(0.98);
  }, 600_000);

  /** A plain backer, drawn first, and a tray with three pools: two patterns where the backer lies on top, one where the tray does. */
  const backerAndTray = (): Part[] => [
    part('backer', { outline: { id: 'ob', line: null, path: rectangle(300, 210) } }),
    part('tray', {
      outline: { id: 'ot', line: null, path: rectangle(300, 210) },
      insideCuts: [60, 150, 240].map((x) => ({ id: `c${String(x)}`, line: null, path: circle(20, x, 100) })),
    }),
  ];
  const partsIn = ({ gangs }: PlannedStack): string[] =>
    gangs.flatMap(({ parts }) => parts.map(({ partId }) => partId));
  const pin = { layers: ['backer', 'tray'].map((partId) => ({ partId, count: 1 })), passes: 1 };
  const stacked = { shop: { maxLayers: 2 }, run: { stacks: NO_STACK_WISHES } };

  test('the layer that carries a pattern anyway lies on top: the tray above its backer, one pattern and not two', async () => {
    const plan = await planned(inputFor([template('t', backerAndTray())], 1, stacked));
    expect(plan.stacks.map(partsIn)).toEqual([['tray', 'backer']]);
    expect(new Set(plan.stacks[0]!.phases.map(({ layerIds }) => layerIds[0])).size).toBe(1);
  });

  test('layers of one body lie in its order, whatever that costs, and the checker asks for it', async () => {
    const body = { id: 'b', name: 'Body', layers: ['backer', 'tray'], meant: [] };
    const input = inputFor([{ ...template('t', backerAndTray()), bodies: [body] }], 1, {
      ...stacked,
      run: { stacks: { ...NO_STACK_WISHES, pins: [pin] } },
    });
    const plan = await planned(input);
    expect(plan.stacks.map(partsIn)).toEqual([['backer', 'tray']]);
    expect(verifyPlan(plan, input)).toEqual([]);
    const turned = {
      ...input,
      revisions: [
        {
          ...input.revisions[0]!,
          template: { ...input.revisions[0]!.template, bodies: [{ ...body, layers: ['tray', 'backer'] }] },
        },
      ],
    };
    expect(verifyPlan(plan, turned)).toContainEqual(expect.stringContaining('another order than in the body'));
  });

  test('a pass that is begun in another order goes on in it, and further ones of its layers with it', async () => {
    const input = inputFor([template('t', backerAndTray())], 2, {
      ...stacked,
      run: { stacks: { ...NO_STACK_WISHES, pins: [{ ...pin, passes: 2 }] } },
    });
    const [stack] = (await planned(input)).stacks;
    const stackLayers = [...stack!.layers].reverse().map(({ id }) => id);
    const gangKeys = stackLayers.map((id) => id.split('.')[0]!);
    const key = stackKey(stackLayers.map((id, i) => ({ id, gangKey: gangKeys[i]! })));
    const stuck: WorkEvent = {
      kind: 'step-done',
      subject: { kind: 'step', name: 'stick' },
      id: 'e',
      clientId: 'c',
      at: '2026-12-02T10:00:00Z',
      person: null,
      saw: null,
      stack: key,
      passes: [1],
      stackLayers,
      phase: null,
      detail: null,
      minutes: null,
      plannedMinutes: null,
    };
    const both = {
      ...input,
      work: [stuck, { ...stuck, id: 'f', stack: stack!.key, stackLayers: stack!.layers.map(({ id }) => id) }],
    };
    // One in each order: both of the passes that are pinned.
    expect((await planned(both)).stacks.map(({ begun, passesToCut }) => [begun.length, passesToCut])).toEqual([
      [1, 0],
      [1, 0],
    ]);
    const then = { ...input, work: [stuck] };
    const plan = await planned(then);
    expect(verifyPlan(plan, then)).toEqual([]);
    expect(plan.stacks.map((one) => [one.key, partsIn(one), one.passesToCut])).toEqual([[key, ['backer', 'tray'], 1]]);
  });
});
