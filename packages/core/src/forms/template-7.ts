import { recordsIn, type Doc } from './doc';

/** Form 7: wants are of a cut; before, what a part wanted was wanted of each of its cuts. */
export const templateWithCutWants = (template: Doc): Doc => ({
  ...template,
  parts: recordsIn(template, 'parts').map(({ wants, ...part }) => ({ ...part, cutWants: wantsOfEach(part, wants) })),
});

function wantsOfEach(part: Doc, wants: unknown): Record<string, unknown> {
  if (!Array.isArray(wants) || wants.length === 0) return {};
  const cuts = [part['outline'], ...recordsIn(part, 'insideCuts'), ...recordsIn(part, 'throughCuts')] as Doc[];
  return Object.fromEntries(cuts.map(({ id }) => [String(id), wants]));
}
