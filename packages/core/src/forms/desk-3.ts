import { isRecord, type Doc } from './doc';

/** Form 3: each part of a drawing on a desk was a part of its own. Of whatever has the steps of a drawing. */
export function deskWithEachPart(drawing: Doc): Doc {
  const { steps } = drawing;
  return isRecord(steps) ? { ...drawing, steps: { ...steps, equalAsOne: false } } : drawing;
}
