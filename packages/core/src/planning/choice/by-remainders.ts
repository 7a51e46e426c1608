import FlatQueue from 'flatqueue';
import { leastCommonMultiple } from '../../units';
import { costInSteps, isBetter, type Compared, type MixCost } from './mix-cost';
import { layersIn } from './mixes';

/** What is wanted of members, from these mixes; members that nothing is wanted of are in none. */
export interface Wanted {
  readonly wanted: readonly number[];
  /** Places of the members that something is wanted of. */
  readonly asked: readonly number[];
  readonly mixes: readonly MixCost[];
}

/** Most remainders there may be: of each every step is looked at. The solver is sooner done where there are more. */
const MOST_STATES = 20_000;

/** A member whose layers are sawn alone in stacks of one height, but for a remainder. */
interface Alone {
  readonly height: number;
  /** The mix of that height; null where there is none, and all its layers are remainder. */
  readonly stack: number | null;
}

/** A mix beside the stacks alone that its layers would be otherwise; all figures times {@link Remainders.scale}, so that they are whole. */
interface Step extends Compared {
  readonly mix: number;
  readonly counts: readonly number[];
}

interface Remainders {
  readonly scale: number;
  readonly alone: readonly Alone[];
  /** How many remainders each member has. */
  readonly sizes: readonly number[];
  readonly steps: readonly Step[];
}

/**
 * The cheapest passes, as how often each mix is sawn, found by remainders: where each member is sawn at the least cost a layer in
 * stacks of its own of one height, of many copies most are sawn so, and only what these leave over is a question. What is left
 * over counts by its remainder alone, so there are few cases however many copies; the cheapest way to each is a shortest path.
 * Exact where it answers. Null where it does not say: some mix costs less a layer than such stacks, there are too many
 * remainders, or what is left over comes to more than is wanted.
 *
 * Source: R. E. Gomory, "On the relation between integer and noninteger solutions to linear programs", 1965.
 */
export function passesByRemainders(part: Wanted): ReadonlyMap<number, number> | null {
  const remainders = remaindersOf(part);
  if (!remainders) return null;
  const used = shortestWay(part, remainders);
  if (!used) return null;
  const passes = new Map<number, number>();
  const add = (mix: number, count: number): void => {
    if (count > 0) passes.set(mix, (passes.get(mix) ?? 0) + count);
  };
  const left = part.asked.map((member) => part.wanted[member] ?? 0);
  for (const { mix, counts } of used) {
    add(mix, 1);
    counts.forEach((count, row) => (left[row] = (left[row] ?? 0) - count));
  }
  for (const [row, { height, stack }] of remainders.alone.entries()) {
    const more = left[row] ?? 0;
    if (more < 0) return null;
    if (stack !== null) add(stack, more / height);
  }
  return passes;
}

function remaindersOf(part: Wanted): Remainders | null {
  const { asked, wanted, mixes } = part;
  const alone = asked.map((member) => cheapestAlone(member, mixes));
  const sizes = alone.map(({ height, stack }, row) => (stack === null ? (wanted[asked[row] ?? 0] ?? 0) + 1 : height));
  if (sizes.reduce((product, size) => product * size, 1) > MOST_STATES) return null;
  const scale = alone.reduce((whole, { height }) => leastCommonMultiple(whole, height), 1);
  const steps = mixes.map((_one, mix) => stepOf(mix, part, alone, scale));
  if (steps.some(isGain)) return null;
  const isAlone = new Set(alone.map(({ stack }) => stack));
  const open = steps.filter(({ mix }) => !isAlone.has(mix)).sort((a, b) => a.cost - b.cost);
  return { scale, alone, sizes, steps: open };
}

/** The stack of one member alone that costs the least a layer; of equals the highest. */
function cheapestAlone(member: number, mixes: readonly MixCost[]): Alone {
  let best: Alone & { readonly cost: number } = { height: 1, stack: null, cost: Infinity };
  for (const [stack, one] of mixes.entries()) {
    const height = layersIn(one.mix);
    if ((one.mix[member] ?? 0) < height) continue;
    const cost = costInSteps(one);
    // Whole numbers: cost / height would round.
    const difference = best.stack === null ? -1 : cost * best.height - best.cost * height;
    if (difference < 0 || (difference === 0 && height > best.height)) best = { height, stack, cost };
  }
  return { height: best.height, stack: best.stack };
}

function stepOf(mix: number, { asked, mixes }: Wanted, alone: readonly Alone[], scale: number): Step {
  const one = mixes[mix];
  if (!one) throw new RangeError(`there is no mix ${String(mix)}`);
  const counts = asked.map((member) => one.mix[member] ?? 0);
  let [cost, passes, unevenness] = [costInSteps(one) * scale, scale, layersIn(one.mix) ** 2 * scale];
  counts.forEach((count, row) => {
    const { height, stack } = alone[row] ?? { height: 1, stack: null };
    const own = stack === null ? undefined : mixes[stack];
    if (!own) return;
    const stacks = count * (scale / height);
    cost -= costInSteps(own) * stacks;
    passes -= stacks;
    unevenness -= height ** 2 * stacks;
  });
  // What is between costs that were rounded to steps is nothing.
  return { mix, counts, cost: Math.abs(cost) <= scale ? 0 : cost, passes, unevenness };
}

/** True where a mix is better than the stacks alone, compared as ways are: then there is no end of taking it. */
const isGain = (step: Step): boolean => isBetter(step, { cost: 0, passes: 0, unevenness: 0 });

/** Of ways that cost the same those with fewer passes are gone on first: so few have to be gone twice. */
const PASS_KEY = 1e-4;

/** The steps of the cheapest way from nothing to the remainders that are wanted; null where there is none. */
function shortestWay({ asked, wanted }: Wanted, { alone, sizes, steps }: Remainders): Step[] | null {
  const radix = sizes.map((_size, row) => sizes.slice(0, row).reduce((product, size) => product * size, 1));
  const states = sizes.reduce((product, size) => product * size, 1);
  const unknown = (): Float64Array => new Float64Array(states).fill(Infinity);
  const [costs, passes, unevenness] = [unknown(), unknown(), unknown()];
  const [last, before] = [new Int32Array(states), new Int32Array(states)];
  const goal = asked.reduce(
    (sum, member, row) => sum + ((wanted[member] ?? 0) % (sizes[row] ?? 1)) * (radix[row] ?? 0),
    0,
  );
  const { starts, rows, places, by } = movesOf(steps, alone, sizes, radix);
  const prices = Float64Array.from(steps, ({ cost }) => cost);
  const made = new Int32Array(sizes.length);
  const queue = new FlatQueue<number>();
  costs[0] = passes[0] = unevenness[0] = 0;
  queue.push(0, 0);
  for (let state = queue.pop(); state !== undefined; state = queue.pop()) {
    const cost = costs[state] ?? 0;
    const toBeat = costs[goal] ?? 0;
    if (cost > toBeat) break;
    for (let row = 0; row < made.length; row++) made[row] = Math.floor(state / (radix[row] ?? 1)) % (sizes[row] ?? 1);
    for (let i = 0; i < prices.length; i++) {
      const ownCost = cost + (prices[i] ?? 0);
      if (ownCost > toBeat) break;
      let next = state;
      const end = starts[i + 1] ?? 0;
      for (let at = starts[i] ?? 0; at < end; at++) next += by[(places[at] ?? 0) + (made[rows[at] ?? 0] ?? 0)] ?? 0;
      if (next < 0 || ownCost > (costs[next] ?? 0)) continue;
      const ownPasses = (passes[state] ?? 0) + (steps[i]?.passes ?? 0);
      const ownEven = (unevenness[state] ?? 0) + (steps[i]?.unevenness ?? 0);
      if (ownCost === costs[next]) {
        if (ownPasses > (passes[next] ?? 0)) continue;
        if (ownPasses === passes[next] && ownEven >= (unevenness[next] ?? 0)) continue;
      }
      costs[next] = ownCost;
      passes[next] = ownPasses;
      unevenness[next] = ownEven;
      last[next] = i;
      before[next] = state;
      queue.push(next, ownCost + ownPasses * PASS_KEY);
    }
  }
  return costs[goal] === Infinity ? null : wayBack(goal, last, before, steps);
}

/** Where steps lead, as tables of numbers: they are looked at a million times. */
interface Moves {
  /** Of each step the first of its entries, and behind the last step their end. */
  readonly starts: Int32Array;
  /** Of each entry the row of the member that it has layers of, and where its figures begin in `by`. */
  readonly rows: Int32Array;
  readonly places: Int32Array;
  /** How far the number of a state moves, by the remainder that was there. */
  readonly by: Float64Array;
}

/** Takes a state to below 0: more than is wanted of a member that has no stack alone. */
const NOWHERE = -Infinity;

function movesOf(
  steps: readonly Step[],
  alone: readonly Alone[],
  sizes: readonly number[],
  radix: readonly number[],
): Moves {
  const [starts, rows, places, by]: [number[], number[], number[], number[]] = [[], [], [], []];
  for (const { counts } of steps) {
    starts.push(rows.length);
    counts.forEach((count, row) => {
      const size = sizes[row] ?? 1;
      if (count === 0) return;
      rows.push(row);
      places.push(by.length);
      for (let made = 0; made < size; made++) {
        const after = made + count;
        const isOver = after >= size && alone[row]?.stack === null;
        by.push(isOver ? NOWHERE : ((after % size) - made) * (radix[row] ?? 0));
      }
    });
  }
  starts.push(rows.length);
  return {
    starts: Int32Array.from(starts),
    rows: Int32Array.from(rows),
    places: Int32Array.from(places),
    by: Float64Array.from(by),
  };
}

function wayBack(goal: number, last: Int32Array, before: Int32Array, steps: readonly Step[]): Step[] {
  const used: Step[] = [];
  for (let state = goal; state > 0; state = before[state] ?? 0) {
    const step = steps[last[state] ?? 0];
    if (step) used.push(step);
  }
  return used;
}
