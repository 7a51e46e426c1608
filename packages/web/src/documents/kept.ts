import { createStore, del, get, getMany, keys, set, type UseStore } from 'idb-keyval';

/** What this browser keeps: edits not yet sent, drawings on the desk. */
export interface Kept {
  /** False where the browser refuses to keep anything: then it lasts as long as the page is open. */
  readonly isLasting: boolean;
  read<T>(key: string): Promise<T | undefined>;
  write(key: string, value: unknown): Promise<void>;
  /** Like write, for what JSON can say: it stands before this returns, and outlasts a page that is closed in the same moment. */
  writeAtOnce(key: string, value: unknown): Promise<void>;
  remove(key: string): Promise<void>;
  /** Everything whose key begins so. */
  all<T>(prefix: string): Promise<(readonly [key: string, value: T])[]>;
}

/** What is kept for one shop; the demo's and the maker's own never meet. Some browsers refuse to keep anything. */
export async function openKept(base: string): Promise<Kept> {
  try {
    const name = `rapid-jig${base.replace('/', '-')}`;
    const store = createStore(name, 'drafts');
    await get('probe', store);
    return keptIn(store, aheadIn(`${name} ahead `));
  } catch {
    // Refused or absent: the program works all the same, and says that nothing outlasts the page.
    return keptInMemory();
  }
}

/** What stands here is written without waiting; the browser has room for little of it. */
interface Ahead {
  /** Takes it where there is room; says how it is let go of once it is kept elsewhere. */
  put(key: string, value: unknown): () => void;
  remove(key: string): void;
  all(prefix: string): ReadonlyMap<string, unknown>;
}

const MOST_AHEAD_CHARS = 200_000;

function aheadIn(name: string): Ahead {
  return {
    put: (key, value) => {
      const text = JSON.stringify(value);
      if (text.length > MOST_AHEAD_CHARS) return () => undefined;
      try {
        localStorage.setItem(name + key, text);
      } catch {
        // Full: it is kept in a moment, with everything else.
        return () => undefined;
      }
      return () => {
        if (localStorage.getItem(name + key) === text) localStorage.removeItem(name + key);
      };
    },
    remove: (key) => localStorage.removeItem(name + key),
    all: (prefix) => {
      const keys = Object.keys(localStorage).filter((key) => key.startsWith(name + prefix));
      return new Map(keys.map((key) => [key.slice(name.length), JSON.parse(localStorage.getItem(key) ?? 'null')]));
    },
  };
}

const keptIn = (store: UseStore, ahead: Ahead): Kept => ({
  isLasting: true,
  read: <T>(key: string) => get<T>(key, store),
  write: (key, value) => set(key, value, store),
  writeAtOnce: async (key, value) => {
    const letGo = ahead.put(key, value);
    await set(key, value, store);
    letGo();
  },
  remove: (key) => {
    ahead.remove(key);
    return del(key, store);
  },
  // By their keys first: what is kept beside them may be large, and is not read.
  all: async <T>(prefix: string) => {
    const first = ahead.all(prefix);
    const behind = (await keys<string>(store)).filter((key) => key.startsWith(prefix) && !first.has(key));
    const values = await getMany<T | undefined>(behind, store);
    const found = new Map([...first, ...behind.map((key, i) => [key, values[i]] as const)]);
    return [...found]
      .filter(([, value]) => value !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, value]) => [key, value as T] as const);
  },
});

/** Keeps as long as the page is open. */
export function keptInMemory(): Kept {
  const kept = new Map<string, unknown>();
  const write = (key: string, value: unknown): Promise<void> => Promise.resolve(void kept.set(key, value));
  return {
    isLasting: false,
    read: <T>(key: string) => Promise.resolve(kept.get(key) as T | undefined),
    write,
    writeAtOnce: write,
    remove: (key) => Promise.resolve(void kept.delete(key)),
    all: <T>(prefix: string) =>
      Promise.resolve(
        [...kept].flatMap(([key, value]) => (key.startsWith(prefix) ? [[key, value as T] as const] : [])),
      ),
  };
}
