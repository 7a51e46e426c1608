/** What was before, and what was taken back; the nearest step stands last in `past` and first in `future`. */
export interface History<T> {
  readonly past: readonly T[];
  readonly future: readonly T[];
}

export const NO_HISTORY: History<never> = { past: [], future: [] };

const MOST_STEPS = 200;

/** After an edit of `now`; one that goes on with the edit before it (`isSame`) is undone with it. */
export const edited = <T>({ past }: History<T>, now: T, isSame: boolean): History<T> => ({
  past: isSame ? past : [...past, now].slice(-MOST_STEPS),
  future: [],
});

export interface Stepped<T> {
  readonly to: T;
  readonly history: History<T>;
}

/** One step back from `now`; null where there is none. */
export function stepBack<T>({ past, future }: History<T>, now: T): Stepped<T> | null {
  if (past.length === 0) return null;
  // There is one: the list is not empty.
  const to = past[past.length - 1] as T;
  return { to, history: { past: past.slice(0, -1), future: [now, ...future] } };
}

/** One step forth again. */
export function stepForth<T>({ past, future }: History<T>, now: T): Stepped<T> | null {
  if (future.length === 0) return null;
  const to = future[0] as T;
  return { to, history: { past: [...past, now], future: future.slice(1) } };
}

/** Every step as `change` makes it. */
export const changedAll = <T>({ past, future }: History<T>, change: (step: T) => T): History<T> => ({
  past: past.map(change),
  future: future.map(change),
});
