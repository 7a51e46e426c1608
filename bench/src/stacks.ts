import {
  inches,
  planRun,
  TYPICAL_SHOP,
  type Part,
  type Plan,
  type PlannedStack,
  type PlanInput,
} from '@rapid-jig/core';
import { KIT, runOf } from './kit';
import { median, printRow } from './measure';
import { plate } from './plate';
import { randomFrom } from './random';

const RUNS = 50;
const WOODS = ['birch-plywood', 'cherry', 'red-oak', 'white-pine'];
const THICKNESSES = [1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4];
/** Higher than most shops go, so that the limit is not what decides. */
const MOST_LAYERS = 8;

/** A change of blade takes a minute (the factor in force), at the hour of the typical shop. */
const CHANGE_MINOR = TYPICAL_SHOP.hourValueMinor / 60;

type Passes = readonly { readonly layers: number; readonly passes: number }[];

/** What passes of these heights cost, minor units, by what a stack says of its heights, and the blades they ask for. */
function priceOf(passes: Passes, { heights }: PlannedStack): { readonly cost: number; readonly blades: string[] } {
  const blades: string[] = [];
  const cost = passes.reduce((sum, { layers, passes: count }) => {
    const height = heights.find((one) => one.layers === layers);
    if (!height) throw new Error(`no price for ${String(layers)} layers`);
    if (count > 0) blades.push(...height.blades);
    return sum + count * layers * height.costPerLayerMinor;
  }, 0);
  return { cost, blades };
}

/** All gangs of a run sawn in one way: their passes, and one change for each blade that any of them asks for. */
const sumOf = (gangs: readonly ReturnType<typeof priceOf>[]): number =>
  gangs.reduce((sum, { cost }) => sum + cost, 0) + new Set(gangs.flatMap(({ blades }) => blades)).size * CHANGE_MINOR;

/** As few passes as can be, as even as can be: what the plan did before it reckoned costs. */
function evenSplit(layers: number, most: number): Passes {
  const passes = Math.ceil(layers / most);
  return Array.from({ length: passes }, (_none, i) => ({ layers: Math.ceil((layers - i) / passes), passes: 1 }));
}

/** Other ways to the same layers: what they cost over what the plan costs. */
function ratiosOf({ stacks }: Plan): { readonly singly: number; readonly highest: number; readonly even: number } {
  const gangs = new Map<string, PlannedStack[]>();
  for (const stack of stacks) {
    const key = stack.gangs.map((gang) => gang.key).join();
    gangs.set(key, [...(gangs.get(key) ?? []), stack]);
  }
  const ways = [...gangs.values()].flatMap((own) => {
    const [first] = own;
    if (!first) return [];
    const layers = own.reduce((sum, stack) => sum + stack.layers.length * stack.passesToCut, 0);
    const most = Math.max(...first.heights.map((height) => height.layers));
    const rest = layers % most;
    const full = { layers: most, passes: Math.floor(layers / most) };
    const price = (passes: Passes): ReturnType<typeof priceOf> => priceOf(passes, first);
    return [
      {
        ours: price(own.map((stack) => ({ layers: stack.layers.length, passes: stack.passesToCut }))),
        singly: price([{ layers: 1, passes: layers }]),
        highest: price(rest === 0 ? [full] : [full, { layers: rest, passes: 1 }]),
        even: price(evenSplit(layers, most)),
      },
    ];
  });
  const ours = sumOf(ways.map((way) => way.ours));
  const ratio = (of: 'singly' | 'highest' | 'even'): number => sumOf(ways.map((way) => way[of])) / ours;
  return { singly: ratio('singly'), highest: ratio('highest'), even: ratio('even') };
}

function randomRun(seed: number): PlanInput {
  const random = randomFrom(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
  const randomPlate = (id: string): Part =>
    plate({
      id,
      size: [40 + 120 * random(), 30 + 80 * random()],
      perCopy: 1 + Math.floor(3 * random()),
      woodId: pick(WOODS),
      thickness: { mm: inches(pick(THICKNESSES)), typed: null },
      pinnedLayers: null,
    });
  const parts = Array.from({ length: 3 + Math.floor(6 * random()) }, (_none, i) => randomPlate(`part ${String(i)}`));
  return runOf(parts, 2 + Math.floor(40 * random()), { maxLayers: MOST_LAYERS });
}

/** The cheapest stacks held against one by one, always as high as allowed, and the fewest passes as even as can be. */
export async function benchStacks(): Promise<void> {
  const all: ReturnType<typeof ratiosOf>[] = [];
  for (let seed = 1; seed <= RUNS; seed++) {
    const plan = await planRun(randomRun(seed), KIT);
    // A thick part of hard wood may have no blade in the drawer; such a run has nothing to compare.
    if (plan.ok) all.push(ratiosOf(plan.value));
  }
  console.log(`\nStacks of ${String(all.length)} random runs: what other ways cost, ours being 1; median (least)`);
  for (const [name, way] of [
    ['one by one', 'singly'],
    ['always as high as allowed', 'highest'],
    ['fewest passes, as even as can be', 'even'],
  ] as const) {
    const ratios = all.map((ratio) => ratio[way]);
    printRow(name, `${median(ratios).toFixed(3)} (${Math.min(...ratios).toFixed(3)})`);
  }
}
