import { createStore, del, get, set, type UseStore } from 'idb-keyval';

/** Edits not yet sent, kept in this browser. */
export interface Drafts {
  read<T>(key: string): Promise<T | undefined>;
  write(key: string, value: unknown): Promise<void>;
  remove(key: string): Promise<void>;
}

/** Drafts of one shop; the demo's and the maker's own never meet. */
export function openDrafts(base: string): Drafts {
  const store: UseStore = createStore(`rapid-jig${base.replace('/', '-')}`, 'drafts');
  return {
    read: <T>(key: string) => get<T>(key, store),
    write: (key, value) => set(key, value, store),
    remove: (key) => del(key, store),
  };
}
