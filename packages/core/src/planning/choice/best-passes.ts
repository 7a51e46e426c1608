import type { LinearModel, LinearSolver } from '../../rods';
import { SAME_SHARE } from '../../units';
import { passesByRemainders, type Wanted } from './by-remainders';
import { COST_STEPS, costInSteps, type Compared, type MixCost } from './mix-cost';
import { layersIn } from './mixes';
import { groupsOf, neededMixes } from './needed-mixes';
import type { Mix } from '../phases';

/** So many passes of a mix. */
export interface MixPasses {
  readonly mix: Mix;
  readonly passes: number;
}

/** A way to saw all that is wanted of a family. */
export interface Way extends Compared {
  readonly stacks: readonly MixPasses[];
  /** Every blade that one of them asks for. */
  readonly blades: ReadonlySet<string>;
  /** False where the search ended before it was proven to be the cheapest. */
  readonly proven: boolean;
}

const NOTHING: Way = { cost: 0, passes: 0, unevenness: 0, stacks: [], blades: new Set(), proven: true };

const askedFor = (wanted: readonly number[]): number[] => wanted.flatMap((count, i) => (count > 0 ? [i] : []));

/** What is wanted, in parts that no mix holds together: each has its own cheapest way, and all of them are that of the whole. */
function partsOf(wanted: readonly number[], mixes: readonly MixCost[]): Wanted[] {
  const able = neededMixes(mixes.filter(({ mix }) => mix.every((count, i) => count <= (wanted[i] ?? 0))));
  return groupsOf(askedFor(wanted), able).map((asked) => ({
    wanted: wanted.map((count, i) => (asked.includes(i) ? count : 0)),
    asked,
    mixes: able.filter(({ mix }) => asked.some((i) => (mix[i] ?? 0) > 0)),
  }));
}

/** Entries of the table of all needs, times the mixes each is tried with. */
const tableWork = ({ wanted, mixes }: Wanted): number =>
  wanted.reduce((product, count) => product * (count + 1), mixes.length);

/** A way by the solver takes as long as a table of so many entries. */
const SOLVER_WORK = 2_500_000;

/** The cheapest passes of a family, as far as they were found without the solver. */
export interface FoundPasses {
  /** What was found; null where some member cannot be had from these mixes. */
  readonly ways: readonly Way[] | null;
  /** What is left for the solver. */
  readonly left: readonly Wanted[];
}

/**
 * Begins to look for the cheapest passes that give exactly what is wanted of each member, from the mixes given: by remainders where
 * these say it, else where the table of all needs is small by dynamic programming.
 */
export function beginPasses(wanted: readonly number[], mixes: readonly MixCost[]): FoundPasses {
  const ways: Way[] = [];
  const left: Wanted[] = [];
  for (const part of partsOf(wanted, mixes)) {
    if (part.mixes.length === 0) return { ways: null, left: [] };
    const passes = passesByRemainders(part);
    const way = passes ? wayOf(passes, part, true) : tableWork(part) <= TABLE_WORK ? byTable(part) : undefined;
    if (way === null) return { ways: null, left: [] };
    if (way) ways.push(way);
    else left.push(part);
  }
  return { ways, left };
}

/** What {@link endPasses} takes, in entries of a table. */
export const workLeft = ({ left }: FoundPasses): number => left.length * SOLVER_WORK;

/**
 * The cheapest passes of all, exact: what is left is found by whole numbers (each mix is a column, each member a row). Mixes with
 * more layers come first; null where they cannot be had.
 */
export async function endPasses({ ways, left }: FoundPasses, solver: () => Promise<LinearSolver>): Promise<Way | null> {
  let found = ways?.reduce(bothWays, NOTHING) ?? null;
  for (const part of left) {
    const way = found && byMixes(part, await solver());
    found = found && way && bothWays(found, way);
  }
  return found;
}

/** A cost, in steps, below which {@link endPasses} finds nothing; null where it finds nothing at all. Parts of passes count here. */
export async function leastCost(
  { ways, left }: FoundPasses,
  solver: () => Promise<LinearSolver>,
): Promise<number | null> {
  if (!ways) return null;
  let sum = ways.reduce((total, { cost }) => total + cost, 0);
  for (const part of left) {
    const answer = (await solver())(modelOf(part, false));
    if (!answer) return null;
    const passes = answer.columns.reduce((total, count) => total + count, 0);
    // A solver of floats answers a hair too much at times.
    sum += Math.floor((answer.cost - passes * PASS_HAIR) * COST_STEPS * (1 - SAME_SHARE)) - 1;
  }
  return sum;
}

/** Two ways as one; of as many layers the mixes of the first come first. */
const bothWays = (a: Way, b: Way): Way => ({
  cost: a.cost + b.cost,
  passes: a.passes + b.passes,
  unevenness: a.unevenness + b.unevenness,
  stacks: [...a.stacks, ...b.stacks].sort((one, other) => layersIn(other.mix) - layersIn(one.mix)),
  blades: new Set([...a.blades, ...b.blades]),
  proven: a.proven && b.proven,
});

/** The table is made where it is no more work than this, some 20 ms; beyond, the solver is as soon done, once it is loaded. */
const TABLE_WORK = 1_000_000;

/**
 * By dynamic programming: the table holds the cheapest way to each number of layers of every member that is asked for, counted
 * in mixed radix, so that what a mix is put on always stands before. Its loop makes no objects: it is gone through a
 * hundred thousand times.
 */
function byTable({ wanted, asked, mixes }: Wanted): Way | null {
  const rows = asked.length;
  const radix = asked.map((_member, row) =>
    asked.slice(0, row).reduce((product, i) => product * ((wanted[i] ?? 0) + 1), 1),
  );
  const counts = Uint32Array.from(mixes.flatMap(({ mix }) => asked.map((i) => mix[i] ?? 0)));
  const steps = Uint32Array.from(mixes, ({ mix }) =>
    asked.reduce((sum, i, row) => sum + (mix[i] ?? 0) * (radix[row] ?? 0), 0),
  );
  const prices = Float64Array.from(mixes, costInSteps);
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
function byMixes(part: Wanted, solver: LinearSolver): Way | null {
  const answer = solver(modelOf(part, true));
  return answer && wayOf(new Map(answer.columns.map((count, i) => [i, count])), part, answer.isBest);
}

/** So many passes of each mix, by its place, as a way. */
function wayOf(counts: ReadonlyMap<number, number>, { mixes }: Wanted, proven: boolean): Way {
  const passes = new Map([...counts].filter(([, count]) => count > 0));
  const sum = (of: (one: MixCost) => number): number =>
    [...passes].reduce((total, [i, count]) => total + (mixes[i] ? of(mixes[i]) * count : 0), 0);
  return {
    cost: sum(costInSteps),
    passes: sum(() => 1),
    unevenness: sum(({ mix }) => layersIn(mix) ** 2),
    ...stacksOf(passes, mixes),
    proven,
  };
}

const modelOf = ({ wanted, asked, mixes }: Wanted, whole: boolean): LinearModel => ({
  columns: mixes.map(({ mix, cost }) => ({
    cost: costInSteps({ cost }) / COST_STEPS + PASS_HAIR,
    rows: new Map([
      ...asked.flatMap((i, row) => ((mix[i] ?? 0) > 0 ? [[row, mix[i] ?? 0] as const] : [])),
      [asked.length, 1] as const,
    ]),
  })),
  rows: [
    ...asked.map((i) => ({ sense: '=' as const, amount: wanted[i] ?? 0 })),
    // Known from the highest stack: without being told, a solver tries thousands of ways to do with fewer.
    { sense: '>=', amount: Math.ceil(layersIn(wanted) / Math.max(...mixes.map(({ mix }) => layersIn(mix)))) },
  ],
  whole,
});

/** What a pass more costs beside its cost, so that of equal costs fewer passes are taken; far below the smallest coin. */
const PASS_HAIR = 1e-4;

function stacksOf(passes: ReadonlyMap<number, number>, mixes: readonly MixCost[]): Pick<Way, 'stacks' | 'blades'> {
  const used = [...passes].flatMap(([i, count]) => (mixes[i] ? [{ ...mixes[i], passes: count, place: i }] : []));
  used.sort((a, b) => layersIn(b.mix) - layersIn(a.mix) || a.place - b.place);
  return {
    stacks: used.map(({ mix, abreast = 1, passes: count }) => ({
      mix: mix.map((layers) => layers / abreast),
      passes: count * abreast,
    })),
    blades: new Set(used.flatMap(({ blades }) => blades)),
  };
}
