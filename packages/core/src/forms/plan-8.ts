import { isRecord, recordsIn, type Doc } from './doc';

/**
 * Form 8 of a plan: passes of small parts lie side by side under one pattern, where each had a pattern of its own; the minutes of
 * gluing boards up are among the others.
 */
export const planWithStrips = (plan: Doc): Doc => ({
  ...plan,
  minutes: withGluing(plan['minutes']),
  stacks: recordsIn(plan, 'stacks').map((stack) => ({
    ...stack,
    strip: null,
    passMinutes: withGluing(stack['passMinutes']),
  })),
});

const withGluing = (minutes: unknown): unknown => (isRecord(minutes) ? { ...minutes, gluing: 0 } : minutes);
