import type { LinearSolver } from '../rods';
import {
  cheapestPasses,
  COST_STEPS,
  isBetter,
  leastCost,
  TABLE_WORK,
  tableWork,
  type MixCost,
  type Way,
} from './best-passes';

/** What one family may be sawn with. */
export interface FamilyChoice {
  /** Every blade that some mix of it asks for. */
  readonly blades: readonly string[];
  /** What one way takes to find, in entries of a table: see {@link TABLE_WORK}. */
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
  const mixesWith = (blades: ReadonlySet<string>): MixCost[] =>
    mixes.filter((mix) => mix.blades.every((blade) => blades.has(blade)));
  const blades = [...new Set(mixes.flatMap((mix) => mix.blades))];
  const within = remembered(blades, (able) => cheapestPasses(wanted, mixesWith(able), solver));
  const work = tableWork(wanted, mixes);
  const isSmall = work <= TABLE_WORK;
  const least = async (able: ReadonlySet<string>): Promise<number | null> =>
    isSmall ? ((await within(able))?.cost ?? null) : leastCost(wanted, mixesWith(able), solver);
  return { blades, within, least: remembered(blades, least), work: isSmall ? work : SOLVER_WORK };
}

/** Work done at most to weigh sets of blades; where there would be more, each blade is only tried to be done without. */
const MOST_WORK = 1e9;
const MOST_BLADES = 12;
/** A way by the solver takes as long as a table of so many entries; a small table no less than one of so many. */
const SOLVER_WORK = 2_500_000;
const LEAST_WORK = 50_000;

/**
 * The cheapest way for each family so that their sum is least, with one change for each blade that any of them asks for and
 * that is not `mounted` for passes sawn before, so that what is left of a plan stays the best of what is left. Exact:
 * for every set of blades the families are solved within it. A set is passed over where the passes of a larger set and its
 * own changes would cost no less than what was found.
 */
export async function bestOfRun(
  families: readonly FamilyChoice[],
  changeCost: number,
  mounted: ReadonlySet<string> = new Set(),
): Promise<Way[]> {
  const ways = families.map(({ within }) => within);
  const bounds = families.map(({ least }) => least);
  const all = new Set([...mounted, ...families.flatMap(({ blades }) => blades)]);
  const free = await allOf(ways, all);
  if (!free) throw new Error('one layer after the other is always a way');
  const extra = [...all].filter((blade) => !mounted.has(blade)).sort();
  const least = sumOf(free, 0);
  const put = new Set(free.flatMap(({ blades }) => [...blades].filter((blade) => !mounted.has(blade))));
  let best = { ways: free, total: sumOf(free, changesFor(put.size, changeCost)) };
  const ownSets = ({ blades }: FamilyChoice): number => 2 ** blades.filter((blade) => !mounted.has(blade)).length;
  const work = families.reduce((sum, family) => sum + ownSets(family) * Math.max(LEAST_WORK, family.work), 0);
  const isExact = work <= MOST_WORK && extra.length <= MOST_BLADES;
  // Larger sets first: a set costs no less than any larger one did, and what no larger one can do it cannot either.
  const tried: { readonly blades: ReadonlySet<string>; readonly cost: number }[] = [
    { blades: new Set(extra), cost: least.cost },
  ];
  const sets = isExact ? subsetsOf(extra) : [...put].map((one) => [...put].filter((blade) => blade !== one));
  for (const blades of sets) {
    const changes = changesFor(blades.length, changeCost);
    const above = tried.filter((one) => blades.every((blade) => one.blades.has(blade)));
    if (Math.max(...above.map(({ cost }) => cost)) + changes > best.total.cost) continue;
    const within = new Set([...mounted, ...blades]);
    const bound = await allOf(bounds, within);
    const cost = bound?.reduce((sum, one) => sum + one, 0) ?? Infinity;
    tried.push({ blades: new Set(blades), cost });
    if (cost + changes > best.total.cost) continue;
    const found = await allOf(ways, within);
    const total = found && sumOf(found, changes);
    if (found && total && isBetter(total, best.total)) best = { ways: found, total };
  }
  return isExact ? best.ways : best.ways.map((way) => ({ ...way, proven: false }));
}

const changesFor = (blades: number, changeCost: number): number => Math.round(blades * changeCost * COST_STEPS);

type Within<T> = (blades: ReadonlySet<string>) => Promise<T | null>;

/** Asks once for each set of the blades that the family may use at all. */
function remembered<T>(own: readonly string[], of: Within<T>): Within<T> {
  const known = new Map<string, Promise<T | null>>();
  return (blades) => {
    const able = own.filter((blade) => blades.has(blade));
    const key = able.join(' ');
    const answer = known.get(key) ?? of(new Set(able));
    known.set(key, answer);
    return answer;
  };
}

/** The answers of all families; null where one has none. */
async function allOf<T>(families: readonly Within<T>[], blades: ReadonlySet<string>): Promise<T[] | null> {
  const answers: T[] = [];
  for (const family of families) {
    const answer = await family(blades);
    if (answer === null) return null;
    answers.push(answer);
  }
  return answers;
}

const sumOf = (ways: readonly Way[], changes: number): Pick<Way, 'cost' | 'passes' | 'unevenness'> =>
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
