import { recordsIn, type Doc } from './doc';

/** Form 5 of a template: holes that stay may be tight or loose, or end in the wood; all went through and nothing had to fit. */
export const templateWithHoleUses = (template: Doc): Doc => ({
  ...template,
  parts: recordsIn(template, 'parts').map((part) => ({ ...part, holeUses: {} })),
});
