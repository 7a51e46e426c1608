import type { LinearSolver } from '../rods';
import { ok, type Result } from '../result';
import { gangsOfRun, type GangsOfRun, layersOfGang } from './blanks';
import { chooseStacks, type ChosenStacks } from './choice';
import type { PlanError, PlanInput } from './model/input';
import type { Stack } from './model/stack';
import type { SawnHeight, SawnHeights } from './needs';

/** What a run asks for, and the stacks it is sawn in. */
export interface StacksOfRun {
  readonly known: GangsOfRun;
  readonly chosen: ChosenStacks;
}

/** Spares and stacks settle in a round or two, for more spares hardly ever change how high stacks are. */
const MOST_ROUNDS = 4;

/**
 * Chooses the stacks of a run that is `counted`. Of one that goes by risk spares insure the very stacks that are planned: they are counted
 * for stacks as high as may be, then again for those that come of it, until both agree. Where they do not, the first count stands, which
 * insures against more.
 */
export async function insuredStacks(
  asked: PlanInput,
  counted: GangsOfRun,
  solver: () => Promise<LinearSolver>,
): Promise<Result<StacksOfRun, PlanError>> {
  const first = await withStacks(counted, solver);
  if (!first.ok || asked.run.spares.kind !== 'risk') return first;
  let last = first.value;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const again = gangsOfRun(asked, heightsIn(last.chosen.stacks));
    if (!again.ok) return again;
    if (isAsMany(again.value, last.known)) return ok(last);
    const next = await withStacks(again.value, solver);
    if (!next.ok) return next;
    last = next.value;
  }
  return first;
}

async function withStacks(
  known: GangsOfRun,
  solver: () => Promise<LinearSolver>,
): Promise<Result<StacksOfRun, PlanError>> {
  const chosen = await chooseStacks(known.families, known.input, known.work, solver);
  return chosen.ok ? ok({ known, chosen: chosen.value }) : chosen;
}

const isAsMany = (one: GangsOfRun, other: GangsOfRun): boolean =>
  one.counted.every(({ count }, i) => count.spares === other.counted[i]?.count.spares);

/** Of each part the most layers it has in a pass, and the most that any stack with it has. */
function heightsIn(stacks: readonly Stack[]): SawnHeights {
  const heights = new Map<string, SawnHeight>();
  for (const stack of stacks)
    for (const { key, parts } of stack.gangs)
      for (const { partId } of parts) {
        const { own, all } = heights.get(partId) ?? { own: 1, all: 1 };
        const higher = { own: Math.max(own, layersOfGang(key, stack)), all: Math.max(all, stack.layers.length) };
        heights.set(partId, higher);
      }
  return heights;
}
