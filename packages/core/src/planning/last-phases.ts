import type { Phase, SawnStack } from './model/stack';

/** Of each layer, by its id, the key of the phase with which its pieces are finished: the last that has it. */
export const lastPhases = ({ phases }: Pick<SawnStack, 'phases'>): ReadonlyMap<string, string> =>
  new Map(phases.flatMap(({ key, layerIds }) => layerIds.map((id) => [id, key] as const)));

/** Ids of the layers whose pieces are finished with a phase. */
export function layersFinishedIn({ key, layerIds }: Phase, stack: Pick<SawnStack, 'phases'>): string[] {
  const last = lastPhases(stack);
  return layerIds.filter((id) => last.get(id) === key);
}

/** Phases that must be done before a phase and are not, of those done in one pass: what completeness asks before glue. */
export const phasesMissing = (
  { after }: Phase,
  { phases }: Pick<SawnStack, 'phases'>,
  done: ReadonlySet<string>,
): Phase[] => phases.filter(({ key }) => after.includes(key) && !done.has(key));
