import { howManyFit } from '../../units';
import { type Family, splitByKind } from '../blanks';
import { byKind } from './kinds';
import type { PlanInput } from '../model/input';

/** Work done at most to find stacks of several kinds together, in steps of a fifth of a microsecond: a second or two. */
const MOST_WORK = 6_500_000;
/** One family counts for no more than this, so that six are found whatever they hold. */
const MOST_OF_ONE = 1_000_000;
/** Pricing a mix takes as long as so many steps to a remainder. */
const PRICE_OF_MIX = 700;

/** The families that are planned, and whether some were taken apart because they are too many. */
export interface BudgetedFamilies {
  readonly families: readonly Family[];
  readonly isWhole: boolean;
}

/**
 * Takes apart by kinds what would keep the maker waiting, unless the run says that it may: what is more than {@link MOST_WORK} in
 * all, the last families of the run. What was `sawn` together, by the keys of its gangs, stays so: it could not be drawn apart.
 */
export function withinBudget(
  families: readonly Family[],
  input: PlanInput,
  sawn: ReadonlySet<string>,
): BudgetedFamilies {
  if (input.run.stacks.patient) return { families, isWhole: true };
  let work = 0;
  let isWhole = true;
  const kept = families.flatMap((family) => {
    const own = workOf(family, input);
    if (own === 0) return [family];
    work += own;
    if (work <= MOST_WORK || family.members.some(({ gang }) => sawn.has(gang.key))) return [family];
    isWhole = false;
    return splitByKind(family);
  });
  return { families: kept, isWhole };
}

/** What a family of several kinds takes: every mix is priced, and tried at every remainder. */
function workOf(family: Family, { run, shop }: PlanInput): number {
  // By what is needed in all, so that it stays as it is while the work goes on.
  const needed = family.members.map(({ gang }) => Math.max(...gang.parts.map((part) => part.needed)));
  const kinds = byKind(family, needed).filter((count) => count > 0).length;
  if (kinds < 2) return 0;
  const thinnest = Math.min(...family.members.map(({ gang }) => gang.thicknessMm));
  const layers = Math.min(run.maxLayers ?? shop.maxLayers, howManyFit(shop.saw.maxHeight.mm, thinnest));
  const mixes = Array.from({ length: kinds }, (_none, kind) => (layers + kind + 1) / (kind + 1)).reduce(
    (a, b) => a * b,
  );
  return Math.min(MOST_OF_ONE, mixes * (PRICE_OF_MIX + layers ** kinds));
}
