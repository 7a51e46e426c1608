import { deskWithEachPart } from './desk-3';
import { recordsIn, type Doc } from './doc';

/** Form 6: parts that a drawing shows several times may be one part; before, each was a part of its own, as on a desk. */
export const templateWithEachPart = (template: Doc): Doc => ({
  ...template,
  drawings: recordsIn(template, 'drawings').map(deskWithEachPart),
});
