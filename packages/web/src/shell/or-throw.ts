import type { Fault, Result } from '@rapid-jig/core';
import type { ApiFault } from '@rapid-jig/contract';

/** A fault on its way from a loader to the view that shows it. */
export class FaultError extends Error {
  constructor(readonly fault: Fault<string>) {
    super(fault.message);
    this.name = 'FaultError';
  }
}

/** The value of an answer; in a loader a fault is thrown to the route's error view. */
export function orThrow<T>(answer: Result<T, ApiFault>): T {
  if (!answer.ok) throw new FaultError(answer.error);
  return answer.value;
}
