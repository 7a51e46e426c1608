import { isRecord, withCuts, type Doc } from './doc';

/** Form 7 of a plan: each cut says how many entry holes it has. A second one was drawn in very hard wood and never counted. */
export const planWithEntries = (plan: Doc): Doc =>
  withCuts(plan, (cut) => ({
    ...cut,
    entries: isRecord(cut['choice']) && typeof cut['choice']['bitMm'] === 'number' ? 1 : 0,
  }));
