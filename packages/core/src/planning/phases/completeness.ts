import { cutsOf, type TemplateRevision } from '../../products';
import { gangOfLayer } from '../blanks';
import type { PlannedStack } from '../model/plan';
import type { Phase, SawnStack } from '../model/stack';

/** A cut or hole of a layer that stands in no phase, or in more than one. */
export interface Incomplete {
  readonly layerId: string;
  readonly id: string;
  readonly times: number;
}

/**
 * Asks before wood is touched: every cut and hole of every layer is done in exactly one phase that has the layer. Empty where that is
 * so. Parts that the revisions do not have are not asked about.
 */
export function incompleteIn(
  stack: Pick<SawnStack, 'gangs' | 'layers' | 'phases'>,
  revisions: readonly TemplateRevision[],
): Incomplete[] {
  const parts = new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, part]));
  return stack.layers.flatMap(({ id: layerId }) => {
    const done = stack.phases
      .filter(({ layerIds }) => layerIds.includes(layerId))
      .flatMap(({ cuts, holes }) => [
        ...cuts.flatMap(({ cutId, twins }) => [cutId, ...twins.map(({ id }) => id)]),
        ...holes.flatMap(({ holeId, twins }) => [holeId, ...twins.map(({ id }) => id)]),
      ]);
    const wanted = gangOfLayer(layerId, stack).parts.flatMap(({ partId }) => {
      const part = parts.get(partId);
      return part ? [...cutsOf(part).map(({ cut }) => cut.id), ...part.holes.map(({ id }) => id)] : [];
    });
    return wanted.flatMap((id) => {
      const times = done.filter((one) => one === id).length;
      return times === 1 ? [] : [{ layerId, id, times }];
    });
  });
}

/** What is still to be done to a pass that is begun: to be looked at before anything of it is glued. */
export interface LeftToDo {
  readonly pass: number;
  readonly phases: readonly Phase[];
}

/** Asks again before glue: passes of a stack that are begun, each with the phases that layers of it still wait for. */
export const leftBeforeGlue = ({ begun, phases }: Pick<PlannedStack, 'begun' | 'phases'>): LeftToDo[] =>
  begun.flatMap(({ pass, phases: done, lost }) => {
    const left = phases.filter(({ key, layerIds }) => !done.includes(key) && layerIds.some((id) => !lost.includes(id)));
    return left.length === 0 ? [] : [{ pass, phases: left }];
  });
