import { COST_STEPS, isBetter, type Way } from './best-passes';

/** What one family may be sawn with. */
export interface FamilyChoice {
  /** Every blade that some mix of it asks for. */
  readonly blades: readonly string[];
  /** The cheapest way with no other blades than these; null where there is none. */
  readonly within: (blades: ReadonlySet<string>) => Promise<Way | null>;
}

/** More blades than these are not weighed against each other: then each family takes its cheapest way. */
const MOST_BLADES = 14;

/**
 * The cheapest way for each family so that their sum is least, with one change for each blade that any of them asks for and
 * that is not `mounted` for passes sawn before, so that what is left of a plan stays the best of what is left. Exact:
 * for every set of blades the families are solved within it. A set is passed over where even with all blades at hand the
 * passes and its own changes would cost no less than what was found.
 */
export async function bestOfRun(
  families: readonly FamilyChoice[],
  changeCost: number,
  mounted: ReadonlySet<string> = new Set(),
): Promise<Way[]> {
  const known = families.map(() => new Map<string, Promise<Way | null>>());
  const solved = (i: number, blades: ReadonlySet<string>): Promise<Way | null> => {
    const family = families[i];
    if (!family) throw new RangeError(`there is no family ${String(i)}`);
    const own = family.blades.filter((blade) => blades.has(blade));
    const key = own.join(' ');
    const way = known[i]?.get(key) ?? family.within(new Set(own));
    known[i]?.set(key, way);
    return way;
  };
  const all = new Set([...mounted, ...families.flatMap(({ blades }) => blades)]);
  const free = await waysWithin(families.length, all, solved);
  if (!free) throw new Error('one layer after the other is always a way');
  const extra = [...all].filter((blade) => !mounted.has(blade)).sort();
  if (extra.length > MOST_BLADES) return free.map((way) => ({ ...way, proven: false }));
  const least = sumOf(free, 0);
  const put = new Set(free.flatMap(({ blades }) => [...blades].filter((blade) => !mounted.has(blade))));
  let best = { ways: free, total: sumOf(free, changesFor(put.size, changeCost)) };
  for (const blades of subsetsOf(extra)) {
    const changes = changesFor(blades.length, changeCost);
    if (least.cost + changes > best.total.cost) continue;
    const ways = await waysWithin(families.length, new Set([...mounted, ...blades]), solved);
    const total = ways && sumOf(ways, changes);
    if (ways && total && isBetter(total, best.total)) best = { ways, total };
  }
  return best.ways;
}

const changesFor = (blades: number, changeCost: number): number => Math.round(blades * changeCost * COST_STEPS);

async function waysWithin(
  families: number,
  blades: ReadonlySet<string>,
  solved: (i: number, blades: ReadonlySet<string>) => Promise<Way | null>,
): Promise<Way[] | null> {
  const ways: Way[] = [];
  for (let i = 0; i < families; i++) {
    const way = await solved(i, blades);
    if (!way) return null;
    ways.push(way);
  }
  return ways;
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

/** All subsets, smaller ones first. */
function subsetsOf<T>(items: readonly T[]): T[][] {
  const subsets = items.reduce<T[][]>((sets, item) => [...sets, ...sets.map((set) => [...set, item])], [[]]);
  return subsets.sort((a, b) => a.length - b.length);
}
