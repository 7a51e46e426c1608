import { TABLE_WORK } from './best-passes';
import { splitByKind, type Family } from './families';
import { byKind } from './kinds';
import type { PlanInput } from './model/input';

/** Families whose stacks are found by the solver, at most: of a run with more, the last ones are stacked kind by kind. */
const MOST_SOLVED = 6;

/** The families that are planned, and whether some were taken apart because they are too many. */
export interface BudgetedFamilies {
  readonly families: readonly Family[];
  readonly isWhole: boolean;
}

/** Takes apart by kinds what would keep the maker waiting: large families beyond the first {@link MOST_SOLVED}. */
export function withinBudget(families: readonly Family[], { run, shop }: PlanInput): BudgetedFamilies {
  let solved = 0;
  const kept = families.map((family) => {
    if (!asksForSolver(family, run.maxLayers ?? shop.maxLayers)) return [family];
    solved++;
    return solved <= MOST_SOLVED ? [family] : splitByKind(family);
  });
  return { families: kept.flat(), isWhole: solved <= MOST_SOLVED };
}

/** True where the table of all needs, times the mixes of so many layers, is large: (kinds + layers) over layers of them. */
function asksForSolver(family: Family, layers: number): boolean {
  const wanted = byKind(
    family,
    // By what is needed in all, so that it stays as it is while the work goes on.
    family.members.map(({ gang }) => Math.max(...gang.parts.map(({ needed }) => needed))),
  );
  if (wanted.length < 2) return false;
  const mixes = wanted.reduce((ways, _count, kind) => (ways * (layers + kind + 1)) / (kind + 1), 1);
  return wanted.reduce((product, count) => product * (count + 1), mixes) > TABLE_WORK;
}
