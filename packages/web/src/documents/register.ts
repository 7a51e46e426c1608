import type { Result } from '@rapid-jig/core';
import type { ApiFault } from '@rapid-jig/contract';

/** What is open in this tab: each thing once, however often its view is gone to. */
export interface Register {
  /** What is open under a key, or what `make` opens; what failed to open is tried anew the next time. */
  once<T>(key: string, make: () => Promise<Result<T, ApiFault>>): Promise<Result<Opened<T>, ApiFault>>;
}

export interface Opened<T> {
  readonly it: T;
  /** False where it was open before. */
  readonly isNew: boolean;
}

export function createRegister(): Register {
  const open = new Map<string, Promise<Result<unknown, ApiFault>>>();
  return {
    once: async <T>(key: string, make: () => Promise<Result<T, ApiFault>>) => {
      const before = open.get(key);
      const opening = before ?? make();
      open.set(key, opening);
      const result = await opening.catch((error: unknown) => {
        open.delete(key);
        throw error;
      });
      if (!result.ok) {
        open.delete(key);
        return result;
      }
      // Keys name what they open: the same key always opens the same kind of thing.
      return { ok: true, value: { it: result.value as T, isNew: before === undefined } };
    },
  };
}
