import type { PassSawn } from '../../ledger';
import type { Phase, SawnStack } from '../model/stack';

/**
 * True where a phase of a pass is done: it is marked, or the whole pass is, or the only phase there is under whatever name; or all its
 * layers are lost, and nothing is left to saw.
 */
export const isPhaseDone = (
  { key, layerIds }: Pick<Phase, 'key' | 'layerIds'>,
  { phases }: Pick<SawnStack, 'phases'>,
  marks: readonly Pick<PassSawn, 'phase'>[],
  lost: readonly string[],
): boolean =>
  (phases.length === 1 && marks.length > 0) ||
  marks.some(({ phase }) => phase === null || phase === key) ||
  layerIds.every((id) => lost.includes(id));
