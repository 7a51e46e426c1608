import { createStore, del, entries, get, set, update, type UseStore } from 'idb-keyval';

/** What this browser keeps: edits not yet sent, drawings on the desk. */
export interface Kept {
  /** False where the browser refuses to keep anything: then it lasts as long as the page is open. */
  readonly isLasting: boolean;
  read<T>(key: string): Promise<T | undefined>;
  write(key: string, value: unknown): Promise<void>;
  /** Reads and writes in one step, so that two at once, or two tabs, lose nothing of each other. */
  change<T>(key: string, change: (value: T | undefined) => T): Promise<void>;
  remove(key: string): Promise<void>;
  /** Everything whose key begins so. */
  all<T>(prefix: string): Promise<(readonly [key: string, value: T])[]>;
}

/** What is kept for one shop; the demo's and the maker's own never meet. Some browsers refuse to keep anything. */
export async function openKept(base: string): Promise<Kept> {
  try {
    const store = createStore(`rapid-jig${base.replace('/', '-')}`, 'drafts');
    await get('probe', store);
    return keptIn(store);
  } catch {
    // Refused or absent: the program works all the same, and says that nothing outlasts the page.
    return keptInMemory();
  }
}

const keptIn = (store: UseStore): Kept => ({
  isLasting: true,
  read: <T>(key: string) => get<T>(key, store),
  write: (key, value) => set(key, value, store),
  change: (key, change) => update(key, change, store),
  remove: (key) => del(key, store),
  all: async <T>(prefix: string) =>
    (await entries<string, T>(store)).filter(([key]) => key.startsWith(prefix)).sort(([a], [b]) => (a < b ? -1 : 1)),
});

/** Keeps as long as the page is open. */
export function keptInMemory(): Kept {
  const kept = new Map<string, unknown>();
  return {
    isLasting: false,
    read: <T>(key: string) => Promise.resolve(kept.get(key) as T | undefined),
    write: (key, value) => Promise.resolve(void kept.set(key, value)),
    change: <T>(key: string, change: (value: T | undefined) => T) =>
      Promise.resolve(void kept.set(key, change(kept.get(key) as T | undefined))),
    remove: (key) => Promise.resolve(void kept.delete(key)),
    all: <T>(prefix: string) =>
      Promise.resolve(
        [...kept].flatMap(([key, value]) => (key.startsWith(prefix) ? [[key, value as T] as const] : [])),
      ),
  };
}
