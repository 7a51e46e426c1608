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

const askedFor = (wanted: readonly number[]): number[] => wanted.flatMap((count, i) => (count > 0 ? [i] : []));
const fitting = (mixes: readonly MixCost[], wanted: readonly number[]): MixCost[] =>
  mixes.filter(({ mix }) => mix.every((count, i) => count <= (wanted[i] ?? 0)));
/** Entries of the table of all needs, times the mixes each is tried with. */
export const tableWork = (wanted: readonly number[], mixes: readonly MixCost[]): number =>
  wanted.reduce((product, count) => product * (count + 1), mixes.length);

/**
 * The cheapest passes that give exactly what is wanted of each member, from the mixes given; null where they cannot. Exact either
 * way: where the table of all needs is small by dynamic programming, else by whole numbers (each mix is a column, each
 * member a row). Mixes with more layers come first.
 */
export async function cheapestPasses(
  wanted: readonly number[],
  mixes: readonly MixCost[],
  solver: () => Promise<LinearSolver>,
): Promise<Way | null> {
  const asked = askedFor(wanted);
  if (asked.length === 0) return NOTHING;
  const able = fitting(mixes, wanted);
  return tableWork(wanted, able) <= TABLE_WORK
    ? byTable(wanted, asked, able)
    : byMixes(wanted, asked, able, await solver());
}

/** The table is made where it is no more work than this, some 20 ms; beyond, the solver is as soon done, once it is loaded. */
export const TABLE_WORK = 1_000_000;

/**
 * By dynamic programming: the table holds the cheapest way to each number of layers of every member that is asked for, counted
 * in mixed radix, so that what a mix is put on always stands before. Its loop makes no objects: it is gone through a
 * hundred thousand times.
 */
function byTable(wanted: readonly number[], asked: readonly number[], mixes: readonly MixCost[]): Way | null {
  const rows = asked.length;
  const radix = asked.map((_member, row) =>
    asked.slice(0, row).reduce((product, i) => product * ((wanted[i] ?? 0) + 1), 1),
  );
  const counts = Uint32Array.from(mixes.flatMap(({ mix }) => asked.map((i) => mix[i] ?? 0)));
  const steps = Uint32Array.from(mixes, ({ mix }) =>
    asked.reduce((sum, i, row) => sum + (mix[i] ?? 0) * (radix[row] ?? 0), 0),
  );
  const prices = Float64Array.from(mixes, ({ cost }) => Math.round(cost * COST_STEPS));
  const squares = Float64Array.from(mixes, ({ mix }) => layersIn(mix) ** 2);
  const states = asked.reduce((product, i) => product * ((wanted[i] ?? 0) + 1), 1);
  const costs = new Float64Array(states).fill(Infinity);
  const [passes, unevenness] = [new Float64Array(states), new Float64Array(states)];
  const last = new Int32Array(states).fill(-1);
  costs[0] = 0;
  const made = new Uint32Array(rows);
  for (let state = 1; state < states; state++) {
    countUp(made, asked, wanted);
    let cost = Infinity;
    let few = 0;
    let even = 0;
    let best = -1;
    for (let i = 0; i < steps.length; i++) {
      let row = 0;
      while (row < rows && (counts[i * rows + row] ?? 0) <= (made[row] ?? 0)) row++;
      if (row < rows) continue;
      const before = state - (steps[i] ?? 0);
      const ownCost = (costs[before] ?? Infinity) + (prices[i] ?? 0);
      if (ownCost > cost || ownCost === Infinity) continue;
      const ownPasses = (passes[before] ?? 0) + 1;
      const ownEven = (unevenness[before] ?? 0) + (squares[i] ?? 0);
      if (ownCost === cost && (ownPasses > few || (ownPasses === few && ownEven >= even))) continue;
      cost = ownCost;
      few = ownPasses;
      even = ownEven;
      best = i;
    }
    costs[state] = cost;
    passes[state] = few;
    unevenness[state] = even;
    last[state] = best;
  }
  const end = states - 1;
  if (!Number.isFinite(costs[end] ?? Infinity)) return null;
  const used = new Map<number, number>();
  for (let state = end; state > 0;) {
    const i = last[state] ?? -1;
    used.set(i, (used.get(i) ?? 0) + 1);
    state -= steps[i] ?? state;
  }
  const compared = { cost: costs[end] ?? 0, passes: passes[end] ?? 0, unevenness: unevenness[end] ?? 0 };
  return { ...compared, ...stacksOf(used, mixes), proven: true };
}

/** The next number of layers of each member, the first member counting fastest. */
function countUp(made: Uint32Array, asked: readonly number[], wanted: readonly number[]): void {
  for (let row = 0; row < made.length; row++) {
    const count = (made[row] ?? 0) + 1;
    if (count <= (wanted[asked[row] ?? 0] ?? 0)) {
      made[row] = count;
      return;
    }
    made[row] = 0;
  }
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
  const asked = askedFor(wanted);
  const able = fitting(mixes, wanted);
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
