import type { Doc } from './doc';

/** Form 6: an event can say who did it and on which saw, which nobody did before; what it is about is no step of a closed list. */
export function eventWithSubject({ step, ...event }: Doc): Doc {
  const isAbout = event['kind'] === 'step-done' || event['kind'] === 'noticed';
  const subject = typeof step === 'string' ? { kind: 'step', name: step } : null;
  return { ...event, person: null, saw: null, ...(isAbout ? { subject } : {}) };
}
