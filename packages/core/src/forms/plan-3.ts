import { recordsIn, type Doc } from './doc';

/** Form 3 of a plan: each stack says what it costs at each height. A plan of form 2 had not reckoned it. */
export const planWithHeights = (plan: Doc): Doc => ({
  ...plan,
  stacks: recordsIn(plan, 'stacks').map((stack) => ({ ...stack, heights: [] })),
});
