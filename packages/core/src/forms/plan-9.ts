import { isRecord, recordsIn, withCuts, type Doc } from './doc';

/**
 * Form 9 of a plan: what curves take is told, and what a stack leaves to smooth; before, a curve took no longer than a straight line,
 * and heights were compared by their minutes at the saw alone.
 */
export function planWithQuality(plan: Doc): Doc {
  const turned = withCuts(plan, (cut) => ({
    ...cut,
    measure: isRecord(cut['measure']) ? { ...cut['measure'], turning: 0 } : cut['measure'],
  }));
  return {
    ...turned,
    stacks: recordsIn(turned, 'stacks').map((stack) => ({
      ...stack,
      heights: recordsIn(stack, 'heights').map((height) => ({ ...height, qualityPerLayer: 0 })),
    })),
  };
}
