import { createStore, del, get, getMany, keys, set, type UseStore } from 'idb-keyval';

/** What this browser keeps: edits not yet sent, drawings on the desk. */
export interface Kept {
  /** False where the browser refuses to keep anything: then it lasts as long as the page is open. */
  readonly isLasting: boolean;
  read<T>(key: string): Promise<T | undefined>;
  write(key: string, value: unknown): Promise<void>;
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
  remove: (key) => del(key, store),
  // By their keys first: what is kept beside them may be large, and is not read.
  all: async <T>(prefix: string) => {
    const found = (await keys<string>(store)).filter((key) => key.startsWith(prefix)).sort();
    const values = await getMany<T | undefined>(found, store);
    return found.flatMap((key, i): (readonly [string, T])[] => {
      const value = values[i];
      return value === undefined ? [] : [[key, value]];
    });
  },
});

/** Keeps as long as the page is open. */
export function keptInMemory(): Kept {
  const kept = new Map<string, unknown>();
  return {
    isLasting: false,
    read: <T>(key: string) => Promise.resolve(kept.get(key) as T | undefined),
    write: (key, value) => Promise.resolve(void kept.set(key, value)),
    remove: (key) => Promise.resolve(void kept.delete(key)),
    all: <T>(prefix: string) =>
      Promise.resolve(
        [...kept].flatMap(([key, value]) => (key.startsWith(prefix) ? [[key, value as T] as const] : [])),
      ),
  };
}
