import { addUpWork, type WorkDone } from '../../ledger';
import { ok, type Result } from '../../result';
import { type CountedPart, countNeeds, type SawnHeights, withWishes } from '../needs';
import { formFamilies, type Family } from './families';
import { formGangs } from './gangs';
import type { PlanError, PlanInput } from '../model/input';
import type { Gang } from '../model/stack';
import { gangKeyOf } from './stack-key';

export interface GangsOfRun {
  /** The input with what was granted. */
  readonly input: PlanInput;
  readonly work: WorkDone;
  readonly counted: readonly CountedPart[];
  readonly gangs: readonly Gang[];
  readonly families: readonly Family[];
}

/**
 * What a run asks for, counted and put together as it is sawn, in the woods and layers that were granted. Spares by risk go by how parts
 * are `sawn`, as far as that is known.
 */
export function gangsOfRun(asked: PlanInput, sawn?: SawnHeights): Result<GangsOfRun, PlanError> {
  const input = withWishes(asked);
  const counted = countNeeds(input, sawn);
  if (!counted.ok) return counted;
  const gangs = formGangs(counted.value, input);
  if (!gangs.ok) return gangs;
  const work = addUpWork(input.work);
  const families = formFamilies(gangs.value, input.run.stacks, sawnTogether(work));
  return ok({ input, work, counted: counted.value, gangs: gangs.value, families });
}

/** Keys of gangs whose layers were sawn in one stack with those of others. */
export function sawnTogether({ passes }: WorkDone): ReadonlySet<string> {
  const stacks = passes.map(({ stackLayers }) => new Set((stackLayers ?? []).map(gangKeyOf)));
  return new Set(stacks.flatMap((keys) => (keys.size > 1 ? [...keys] : [])));
}

/** Ids of the parts of a run that may be cut together, those of each family; none where the run cannot be planned. */
export function familiesOfRun(input: PlanInput): string[][] {
  const known = gangsOfRun(input);
  return known.ok
    ? known.value.families.map(({ members }) => members.flatMap(({ gang }) => gang.parts.map(({ partId }) => partId)))
    : [];
}
