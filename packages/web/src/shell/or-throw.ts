import type { Fault, Result } from '@rapid-jig/core';
import type { ApiFault } from '@rapid-jig/contract';
import { mayPass } from '../api/client';

/** A fault on its way from a loader to the view that shows it. */
export class FaultError extends Error {
  constructor(readonly fault: Fault<string>) {
    super(fault.message);
    this.name = 'FaultError';
  }
}

/** A loader that gives what it last gave while the program does not answer: the view stays, under the bar that says so. */
export function lasting<T>(load: () => Promise<T>): () => Promise<T> {
  let last: { readonly read: T } | null = null;
  return async () => {
    try {
      last = { read: await load() };
    } catch (error) {
      if (last === null || !(error instanceof FaultError && mayPass(error.fault))) throw error;
    }
    return last.read;
  };
}

/** The value of an answer; in a loader a fault is thrown to the route's error view. */
export function orThrow<T>(answer: Result<T, ApiFault>): T {
  if (!answer.ok) throw new FaultError(answer.error);
  return answer.value;
}
