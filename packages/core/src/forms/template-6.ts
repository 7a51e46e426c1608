import { isRecord, recordsIn, type Doc } from './doc';

/** Form 6: parts that a drawing shows several times may be one part; before, each was a part of its own. */
export const templateWithEachPart = (template: Doc): Doc => ({
  ...template,
  drawings: recordsIn(template, 'drawings').map((drawing) => {
    const { steps } = drawing;
    return isRecord(steps) ? { ...drawing, steps: { ...steps, equalAsOne: false } } : drawing;
  }),
});
