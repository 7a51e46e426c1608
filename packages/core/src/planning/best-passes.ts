import type { LinearModel, LinearSolver } from '../rods';
import { SAME_SHARE } from '../units';
import { layersIn } from './mixes';
import type { Mix } from './phases';

/** What one pass of a mix costs, in any unit of money, and the blades it asks for. */
export interface MixCost {
  readonly mix: Mix;
  readonly cost: number;
  readonly blades: readonly string[];
}

/** So many passes of a mix. */
export interface MixPasses {
  readonly mix: Mix;
  readonly passes: number;
}

/** A way to saw all that is wanted of a family. What is compared, in this order: cost, passes, unevenness. */
export interface Way {
  /** In steps of {@link COST_STEPS} to a unit of money. */
  readonly cost: number;
  readonly passes: number;
  /** Sum of the squares of the layers: of as many passes the most even have the least. */
  readonly unevenness: number;
  readonly stacks: readonly MixPasses[];
  /** Every blade that one of them asks for. */
  readonly blades: ReadonlySet<string>;
  /** False where the search ended before it was proven to be the cheapest. */
  readonly proven: boolean;
}

/** Costs nearer than this share of a unit are the same: far below what money has, far above what sums of floats lose. */
export const COST_STEPS = 1e6;

const NOTHING: Way = { cost: 0, passes: 0, unevenness: 0, stacks: [], blades: new Set(), proven: true };

type Compared = Pick<Way, 'cost' | 'passes' | 'unevenness'>;

export const isBetter = (a: Compared, b: Compared): boolean =>
  a.cost !== b.cost ? a.cost < b.cost : a.passes !== b.passes ? a.passes < b.passes : a.unevenness < b.unevenness;

/**
 * The cheapest passes that give exactly what is wanted of each member, from the mixes given; null where they cannot. One member
 * is solved by dynamic programming over its layers, several by whole numbers (each mix is a column, each member a row).
 * Mixes with more layers come first.
 */
export async function cheapestPasses(
  wanted: readonly number[],
  mixes: readonly MixCost[],
  solver: () => Promise<LinearSolver>,
): Promise<Way | null> {
  const asked = wanted.flatMap((count, i) => (count > 0 ? [i] : []));
  const [only] = asked;
  if (only === undefined) return NOTHING;
  const able = mixes.filter(({ mix }) => mix.every((count, i) => count <= (wanted[i] ?? 0)));
  if (asked.length === 1) return byLayers(wanted[only] ?? 0, able);
  return byMixes(wanted, asked, able, await solver());
}

/** A step on the way to so many layers. */
interface Step extends Compared {
  /** Place of the last mix put in; -1 at the start. */
  readonly last: number;
}

/** Of one member: the table over layers holds the cheapest way to each number of them. */
function byLayers(layers: number, mixes: readonly MixCost[]): Way | null {
  const heights = mixes.map(({ mix, cost }) => ({ height: layersIn(mix), cost: Math.round(cost * COST_STEPS) }));
  const table: (Step | null)[] = [{ cost: 0, passes: 0, unevenness: 0, last: -1 }];
  for (let made = 1; made <= layers; made++) {
    let best: Step | null = null;
    heights.forEach(({ height, cost }, last) => {
      const before = table[made - height];
      if (!before) return;
      const unevenness = before.unevenness + height * height;
      const way = { cost: before.cost + cost, passes: before.passes + 1, unevenness, last };
      if (!best || isBetter(way, best)) best = way;
    });
    table.push(best);
  }
  const end = table[layers];
  if (!end) return null;
  const passes = new Map<number, number>();
  for (let left = layers; left > 0;) {
    const last = table[left]?.last ?? -1;
    passes.set(last, (passes.get(last) ?? 0) + 1);
    left -= heights[last]?.height ?? left;
  }
  const { cost, unevenness } = end;
  return { cost, passes: end.passes, unevenness, ...stacksOf(passes, mixes), proven: true };
}

/** Of several members, by the solver. Of equal cost it takes fewer passes: each costs a hair more. */
function byMixes(
  wanted: readonly number[],
  asked: readonly number[],
  mixes: readonly MixCost[],
  solver: LinearSolver,
): Way | null {
  // Without a mix of a member there is no answer: a model without columns is not for the solver.
  if (!asked.every((i) => mixes.some(({ mix }) => (mix[i] ?? 0) > 0))) return null;
  const answer = solver(modelOf(wanted, asked, mixes, true));
  if (!answer) return null;
  const passes = new Map(answer.columns.flatMap((count, i) => (count > 0 ? [[i, count] as const] : [])));
  const sum = (of: (one: MixCost, count: number) => number): number =>
    [...passes].reduce((total, [i, count]) => total + (mixes[i] ? of(mixes[i], count) : 0), 0);
  return {
    cost: sum(({ cost }, count) => Math.round(cost * COST_STEPS) * count),
    passes: sum((_one, count) => count),
    unevenness: sum(({ mix }, count) => layersIn(mix) ** 2 * count),
    ...stacksOf(passes, mixes),
    proven: answer.isBest,
  };
}

const modelOf = (
  wanted: readonly number[],
  asked: readonly number[],
  mixes: readonly MixCost[],
  whole: boolean,
): LinearModel => ({
  columns: mixes.map(({ mix, cost }) => ({
    cost: Math.round(cost * COST_STEPS) / COST_STEPS + PASS_HAIR,
    rows: new Map(asked.flatMap((i, row) => ((mix[i] ?? 0) > 0 ? [[row, mix[i] ?? 0] as const] : []))),
  })),
  rows: asked.map((i) => ({ sense: '=', amount: wanted[i] ?? 0 })),
  whole,
});

/**
 * A cost, in steps, below which {@link cheapestPasses} finds nothing; null where it finds nothing at all. Parts of passes count
 * here, which is solved in a tenth of the time.
 */
export async function leastCost(
  wanted: readonly number[],
  mixes: readonly MixCost[],
  solver: () => Promise<LinearSolver>,
): Promise<number | null> {
  const asked = wanted.flatMap((count, i) => (count > 0 ? [i] : []));
  if (asked.length < 2) return (await cheapestPasses(wanted, mixes, solver))?.cost ?? null;
  const able = mixes.filter(({ mix }) => mix.every((count, i) => count <= (wanted[i] ?? 0)));
  if (!asked.every((i) => able.some(({ mix }) => (mix[i] ?? 0) > 0))) return null;
  const answer = (await solver())(modelOf(wanted, asked, able, false));
  if (!answer) return null;
  const passes = answer.columns.reduce((sum, count) => sum + count, 0);
  // A solver of floats answers a hair too much at times.
  return Math.floor((answer.cost - passes * PASS_HAIR) * COST_STEPS * (1 - SAME_SHARE)) - 1;
}

/** What a pass more costs beside its cost, so that of equal costs fewer passes are taken; far below the smallest coin. */
const PASS_HAIR = 1e-4;

function stacksOf(passes: ReadonlyMap<number, number>, mixes: readonly MixCost[]): Pick<Way, 'stacks' | 'blades'> {
  const used = [...passes].flatMap(([i, count]) => (mixes[i] ? [{ ...mixes[i], passes: count, place: i }] : []));
  used.sort((a, b) => layersIn(b.mix) - layersIn(a.mix) || a.place - b.place);
  return {
    stacks: used.map(({ mix, passes: count }) => ({ mix, passes: count })),
    blades: new Set(used.flatMap(({ blades }) => blades)),
  };
}
