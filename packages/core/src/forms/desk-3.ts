import { isRecord, type Doc } from './doc';

/** Form 3: each part of a drawing on a desk was a part of its own. */
export function deskWithEachPart(desk: Doc): Doc {
  const { steps } = desk;
  return isRecord(steps) ? { ...desk, steps: { ...steps, equalAsOne: false } } : desk;
}
