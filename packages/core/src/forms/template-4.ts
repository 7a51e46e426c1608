import { recordsIn, type Doc } from './doc';

/** Form 4 of a template: parts may want something of a blade beside their lines; none did. */
export const templateWithWants = (template: Doc): Doc => ({
  ...template,
  parts: recordsIn(template, 'parts').map((part) => ({ ...part, wants: [] })),
});
