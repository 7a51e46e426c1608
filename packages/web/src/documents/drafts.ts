import { createStore, del, get, set, update, type UseStore } from 'idb-keyval';

/** Edits not yet sent, kept in this browser. */
export interface Drafts {
  read<T>(key: string): Promise<T | undefined>;
  write(key: string, value: unknown): Promise<void>;
  /** Reads and writes in one step, so that two at once, or two tabs, lose nothing of each other. */
  change<T>(key: string, change: (value: T | undefined) => T): Promise<void>;
  remove(key: string): Promise<void>;
}

/** Drafts of one shop; the demo's and the maker's own never meet. */
export function openDrafts(base: string): Drafts {
  const store: UseStore = createStore(`rapid-jig${base.replace('/', '-')}`, 'drafts');
  return {
    read: <T>(key: string) => get<T>(key, store),
    write: (key, value) => set(key, value, store),
    change: (key, change) => update(key, change, store),
    remove: (key) => del(key, store),
  };
}
