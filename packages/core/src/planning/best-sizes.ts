import type { PassSize } from './split';

/** What one pass of a stack of so many layers costs, in any unit of money, and the blades it asks for. */
export interface PassCost {
  readonly layers: number;
  readonly cost: number;
  readonly blades: readonly string[];
}

/** Costs nearer than this share of a unit are the same: far below what money has, far above what sums of floats lose. */
const COST_STEPS = 1e6;

/** Passes on the way to so many layers: what is compared, in this order. */
interface Way {
  readonly cost: number;
  readonly passes: number;
  /** Sum of the squares of the heights: of as many passes the most even have the least. */
  readonly unevenness: number;
  /** Height of the last pass put in; 0 at the start. */
  readonly last: number;
}

const START: Way = { cost: 0, passes: 0, unevenness: 0, last: 0 };

const isBetter = (a: Way, b: Way): boolean =>
  a.cost !== b.cost ? a.cost < b.cost : a.passes !== b.passes ? a.passes < b.passes : a.unevenness < b.unevenness;

/**
 * Splits layers into passes at the least cost, exactly: passes and one change for each blade that any of them asks for and
 * that is not `mounted` for passes sawn before, so that what is left of a plan stays the best of what is left. Of
 * ways of equal cost, that of fewest passes, then the most even one. Nothing is left over. Larger stacks come first.
 * For each set of blades that some passes ask for, a table over layers finds the cheapest passes that need no other blade
 * (dynamic programming); the best of these sets is the best of all, for no way costs more in a set with blades to spare.
 * Throws where no height of 1 is given: then not every number can be made.
 */
export function bestSizes(
  layers: number,
  heights: readonly PassCost[],
  changeCost: number,
  mounted: ReadonlySet<string> = new Set(),
): PassSize[] {
  if (layers === 0) return [];
  if (!heights.some((height) => height.layers === 1)) throw new RangeError('heights must hold one of 1 layer');
  let best: { readonly way: Way; readonly sizes: PassSize[] } | null = null;
  for (const blades of bladeSets(heights, mounted)) {
    const within = heights.filter((height) => height.blades.every((blade) => blades.has(blade)));
    const table = cheapestUpTo(layers, within);
    const end = table[layers];
    if (!end) continue;
    const way = { ...end, cost: end.cost + Math.round((blades.size - mounted.size) * changeCost * COST_STEPS) };
    if (!best || isBetter(way, best.way)) best = { way, sizes: sizesOf(table, layers) };
  }
  if (!best) throw new Error('one pass of one layer after the other is always a way');
  return best.sizes;
}

/** Every union of the blades that some heights ask for with those that are mounted. */
function bladeSets(heights: readonly PassCost[], mounted: ReadonlySet<string>): ReadonlySet<string>[] {
  const unions = new Map([['', mounted]]);
  for (const { blades } of heights)
    for (const union of [...unions.values()]) {
      const more = new Set([...union, ...blades]);
      unions.set([...more].sort().join(' '), more);
    }
  return [...unions.values()];
}

/** The cheapest way to each number of layers; null where there is none. */
function cheapestUpTo(layers: number, heights: readonly PassCost[]): (Way | null)[] {
  const costs = heights.map(({ cost }) => Math.round(cost * COST_STEPS));
  const table: (Way | null)[] = [START];
  for (let made = 1; made <= layers; made++) {
    let best: Way | null = null;
    heights.forEach(({ layers: height }, i) => {
      const before = table[made - height];
      if (!before) return;
      const way = {
        cost: before.cost + (costs[i] ?? 0),
        passes: before.passes + 1,
        unevenness: before.unevenness + height * height,
        last: height,
      };
      if (!best || isBetter(way, best)) best = way;
    });
    table.push(best);
  }
  return table;
}

function sizesOf(table: readonly (Way | null)[], layers: number): PassSize[] {
  const passes = new Map<number, number>();
  for (let left = layers; left > 0;) {
    const height = table[left]?.last ?? 0;
    passes.set(height, (passes.get(height) ?? 0) + 1);
    left -= height;
  }
  return [...passes].map(([height, count]) => ({ layers: height, passes: count })).sort((a, b) => b.layers - a.layers);
}
