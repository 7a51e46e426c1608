import type { Phase, SawnStack, Stack } from '../model/stack';

/** Of each layer, by its id, the key of the phase with which its pieces are finished: the last that has it. */
export const lastPhases = ({ phases }: Pick<SawnStack, 'phases'>): ReadonlyMap<string, string> =>
  new Map(phases.flatMap(({ key, layerIds }) => layerIds.map((id) => [id, key] as const)));

/** Ids of the layers whose pieces are finished with a phase. */
export function layersFinishedIn({ key, layerIds }: Phase, stack: Pick<SawnStack, 'phases'>): string[] {
  const last = lastPhases(stack);
  return layerIds.filter((id) => last.get(id) === key);
}

/** Ids of the layers that the begun passes of a stack are still to finish, pass by pass. */
export function layersInHand(stack: Pick<Stack, 'layers' | 'phases' | 'begun'>): string[] {
  const last = lastPhases(stack);
  return stack.begun.flatMap(({ phases, lost }) =>
    stack.layers.flatMap(({ id }) => (phases.includes(last.get(id) ?? '') || lost.includes(id) ? [] : [id])),
  );
}

/** Phases that must be done before a phase and are not, of those done in one pass: what completeness asks before glue. */
export const phasesMissing = (
  { after }: Phase,
  { phases }: Pick<SawnStack, 'phases'>,
  done: ReadonlySet<string>,
): Phase[] => phases.filter(({ key }) => after.includes(key) && !done.has(key));
