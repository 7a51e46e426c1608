import { startTransition, useEffect, useState } from 'react';
import { WorkerFailed } from './restarting';

/** What was found, and what it is of. */
export interface Found<T, A> {
  readonly of: T;
  readonly answer: A;
}

/**
 * Asks a worker about something, again whenever that or the question is another; null until it first answers. Meanwhile the answer
 * before stands. Where the worker cannot be started there is none; on a run's page the plan, which comes from the same, tells so, and
 * elsewhere `onFailed` does.
 */
export function useAsked<T extends object, A>(
  of: T | null,
  ask: (of: T) => Promise<A | null>,
  onFailed?: () => void,
): Found<T, A> | null {
  const [found, setFound] = useState<Found<T, A> | null>(null);
  useEffect(() => {
    if (of === null) return;
    let isWanted = true;
    void ask(of).then(
      // A long answer is drawn in pieces, so that the page goes on answering meanwhile.
      (answer) => startTransition(() => void (isWanted && answer !== null && setFound({ of, answer }))),
      (error: unknown) => {
        if (!(error instanceof WorkerFailed)) throw error;
        onFailed?.();
      },
    );
    return () => {
      isWanted = false;
    };
  }, [of, ask, onFailed]);
  return found;
}
