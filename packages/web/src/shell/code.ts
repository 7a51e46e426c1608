import { lazy } from 'react';
import type { Fault } from '@rapid-jig/core';
import { FaultError } from './or-throw';

/** Code of a view that was not fetched: the program was away, or has been replaced by a newer one meanwhile. */
export const CODE_MISSING = 'code-missing';

const fault = (error: unknown): Fault<typeof CODE_MISSING> => ({
  kind: CODE_MISSING,
  message: 'This view could not be fetched. Nothing you entered is lost.',
  where: error instanceof Error ? error.message : String(error),
  hint: 'See that the program runs on its computer, then try again: the page is loaded anew.',
});

/** Fetches code; a failure is thrown as a fault that says how to go on, for a browser may remember that it failed. */
export async function fetched<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (error) {
    throw new FaultError(fault(error));
  }
}

/** A view that is fetched when it is first drawn. */
export const later = <P extends object>(load: () => Promise<React.ComponentType<P>>) =>
  lazy(async () => ({ default: await fetched(load) }));
