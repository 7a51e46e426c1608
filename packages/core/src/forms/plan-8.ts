import { recordsIn, type Doc } from './doc';

/** Form 8 of a plan: passes of small parts lie side by side under one pattern. Each had a pattern of its own. */
export const planWithStrips = (plan: Doc): Doc => ({
  ...plan,
  stacks: recordsIn(plan, 'stacks').map((stack) => ({ ...stack, strip: null })),
});
