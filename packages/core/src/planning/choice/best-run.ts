import type { LinearSolver } from '../../rods';
import { beginPasses, endPasses, leastCost, workLeft, type Way } from './best-passes';
import { COST_STEPS, isBetter, type Compared, type MixCost } from './mix-cost';

/** What one family may be sawn with. */
export interface FamilyChoice {
  /** Every blade that some mix of it asks for. */
  readonly blades: readonly string[];
  /** What one way takes to find, in entries of a table. */
  readonly work: number;
  /** The cheapest way with no other blades than these; null where there is none. */
  readonly within: (blades: ReadonlySet<string>) => Promise<Way | null>;
  /** A cost, in steps, that it does not fall below; null where there is none. Soon found. */
  readonly least: (blades: ReadonlySet<string>) => Promise<number | null>;
}

/** What is wanted of a family, from the mixes that are allowed. */
export function familyChoice(
  wanted: readonly number[],
  mixes: readonly MixCost[],
  solver: () => Promise<LinearSolver>,
): FamilyChoice {
  const blades = [...new Set(mixes.flatMap((mix) => mix.blades))];
  const begun = remembered(blades, (able) =>
    beginPasses(
      wanted,
      mixes.filter((mix) => mix.blades.every((blade) => able.has(blade))),
    ),
  );
  return {
    blades,
    work: workLeft(begun(new Set(blades))),
    within: remembered(blades, (able) => endPasses(begun(able), solver)),
    least: remembered(blades, (able) => leastCost(begun(able), solver)),
  };
}

/** Work done at most to weigh sets of blades, unless the maker waits; where there would be more, each blade is only tried to be done without. */
const MOST_WORK = 1e9;
const MOST_BLADES = 12;
/** No way takes less than a table of so many entries. */
const LEAST_WORK = 2_000;

/**
 * The cheapest way for each family so that their sum is least, with one change for each blade that any of them asks for and
 * that is not `mounted` for passes sawn before, so that what is left of a plan stays the best of what is left. Exact: for every
 * set of blades it is known what the families do not fall below within it, and they are solved within those sets, the most
 * promising first, that may still be cheaper than what was found.
 */
export async function bestOfRun(
  families: readonly FamilyChoice[],
  changeCost: number,
  mounted: ReadonlySet<string> = new Set(),
  isPatient = false,
): Promise<Way[]> {
  const all = new Set([...mounted, ...families.flatMap(({ blades }) => blades)]);
  const free = await waysWithin(families, all);
  if (!free) throw new Error('one layer after the other is always a way');
  const extra = [...all].filter((blade) => !mounted.has(blade)).sort();
  const put = new Set(free.flatMap(({ blades }) => [...blades].filter((blade) => !mounted.has(blade))));
  let best = { ways: free, total: sumOf(free, changesFor(put.size, changeCost)) };
  const ownSets = ({ blades }: FamilyChoice): number => 2 ** blades.filter((blade) => !mounted.has(blade)).length;
  const work = families.reduce((sum, family) => sum + ownSets(family) * Math.max(LEAST_WORK, family.work), 0);
  const isExact = (isPatient || work <= MOST_WORK) && extra.length <= MOST_BLADES;
  const sets = isExact ? subsetsOf(extra) : [...put].map((one) => [...put].filter((blade) => blade !== one));
  for (const { blades, least } of await promisingSets(sets, families, free, mounted, best.total.cost, changeCost)) {
    if (least > best.total.cost) break;
    const ways = await waysWithin(families, new Set([...mounted, ...blades]));
    const total = ways && sumOf(ways, changesFor(blades.length, changeCost));
    if (ways && total && isBetter(total, best.total)) best = { ways, total };
  }
  return isExact ? best.ways : best.ways.map((way) => ({ ...way, proven: false }));
}

/** Blades to be put in, and what all families cost at the least with no others, changes included. */
interface BladeSet {
  readonly blades: readonly string[];
  readonly least: number;
}

/**
 * Those of the sets, larger ones first, with which all families together may cost no more than `toBeat`; what may be cheapest
 * comes first.
 */
async function promisingSets(
  sets: readonly (readonly string[])[],
  families: readonly FamilyChoice[],
  free: readonly Way[],
  mounted: ReadonlySet<string>,
  toBeat: number,
  changeCost: number,
): Promise<BladeSet[]> {
  // Within a set nothing is cheaper than within a larger one, and what no larger one can do it cannot either.
  const known: { readonly blades: ReadonlySet<string>; readonly cost: number }[] = [];
  const promising: BladeSet[] = [];
  for (const blades of sets) {
    const changes = changesFor(blades.length, changeCost);
    const larger = known.filter((one) => blades.every((blade) => one.blades.has(blade)));
    if (larger.some(({ cost }) => cost + changes > toBeat)) continue;
    const cost = await leastWithin(families, new Set([...mounted, ...blades]), free, toBeat - changes);
    known.push({ blades: new Set(blades), cost });
    if (cost + changes <= toBeat) promising.push({ blades, least: cost + changes });
  }
  return promising.sort((a, b) => a.least - b.least);
}

/**
 * A cost, in steps, that all families together do not fall below with no other blades than these; each costs no less than its
 * `free` way. Once it is beyond what there is to beat no more of them are asked. Infinity where one has no way.
 */
async function leastWithin(
  families: readonly FamilyChoice[],
  blades: ReadonlySet<string>,
  free: readonly Way[],
  toBeat: number,
): Promise<number> {
  let sum = free.reduce((total, { cost }) => total + cost, 0);
  for (const [i, { least }] of families.entries()) {
    if (sum > toBeat) break;
    const own = await least(blades);
    if (own === null) return Infinity;
    sum += Math.max(0, own - (free[i]?.cost ?? 0));
  }
  return sum;
}

/** The cheapest way of every family with no other blades than these; null where one has none. */
async function waysWithin(families: readonly FamilyChoice[], blades: ReadonlySet<string>): Promise<Way[] | null> {
  const ways: Way[] = [];
  for (const { within } of families) {
    const way = await within(blades);
    if (!way) return null;
    ways.push(way);
  }
  return ways;
}

const changesFor = (blades: number, changeCost: number): number => Math.round(blades * changeCost * COST_STEPS);

/** Asks once for each set of the blades that the family may use at all. */
function remembered<T>(
  own: readonly string[],
  of: (blades: ReadonlySet<string>) => T,
): (blades: ReadonlySet<string>) => T {
  const known = new Map<string, T>();
  return (blades) => {
    const able = own.filter((blade) => blades.has(blade));
    const key = able.join(' ');
    const before = known.get(key);
    if (before !== undefined) return before;
    const answer = of(new Set(able));
    known.set(key, answer);
    return answer;
  };
}

const sumOf = (ways: readonly Way[], changes: number): Compared =>
  ways.reduce(
    (sum, { cost, passes, unevenness }) => ({
      cost: sum.cost + cost,
      passes: sum.passes + passes,
      unevenness: sum.unevenness + unevenness,
    }),
    { cost: changes, passes: 0, unevenness: 0 },
  );

/** All subsets, larger ones first. */
function subsetsOf<T>(items: readonly T[]): T[][] {
  const subsets = items.reduce<T[][]>((sets, item) => [...sets, ...sets.map((set) => [...set, item])], [[]]);
  return subsets.sort((a, b) => b.length - a.length);
}
