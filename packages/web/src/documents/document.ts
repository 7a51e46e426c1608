import { createStore, type StoreApi } from 'zustand/vanilla';
import { openForm, toForm, type FormKind, type Result } from '@rapid-jig/core';
import type { ApiFault, Stored } from '@rapid-jig/contract';
import { mayPass } from '../api/client';
import type { Drafts } from './drafts';

export type SaveStatus = 'saved' | 'waiting' | 'saving' | 'unsent' | 'refused' | 'conflict';

export interface DocumentState<T> {
  readonly doc: T;
  /** Version the server last gave. */
  readonly version: number;
  readonly status: SaveStatus;
  readonly fault: ApiFault | null;
  /** What another device wrote meanwhile. */
  readonly theirs: Stored<T> | null;
  readonly past: readonly T[];
  readonly future: readonly T[];
}

export interface DocumentOptions<T> {
  /** Key of the draft in this browser. */
  readonly key: string;
  /** What the document is: drafts carry the number of its form. */
  readonly kind: FormKind;
  readonly stored: Stored<T>;
  readonly save: (doc: T, version: number) => Promise<Result<Stored<T>, ApiFault>>;
  readonly drafts: Drafts;
  /** Runs writes one after another. */
  readonly queue: <R>(work: () => Promise<R>) => Promise<R>;
}

/** One document that saves itself, keeps what is not yet sent, and can be undone. */
export interface OpenDocument<T> {
  readonly store: StoreApi<DocumentState<T>>;
  /** Applies a change. Changes with the same label within a second undo as one. */
  edit(change: (doc: T) => T, label?: string): void;
  undo(): void;
  redo(): void;
  /** Sends what waits, now. */
  flush(): Promise<void>;
  /** After a conflict: drop mine, or write mine over theirs. */
  takeTheirs(): void;
  keepMine(): void;
}

const DEBOUNCE_MS = 400;
const RETRY_MS = 4000;
const SAME_EDIT_MS = 1000;
const MOST_UNDOS = 200;

/** Opens a document; a draft left in this browser by a closed tab is taken up again. */
export async function openDocument<T>(options: DocumentOptions<T>): Promise<OpenDocument<T>> {
  const { key, kind, stored, drafts } = options;
  const draft = await draftOf<T>(key, kind, drafts);
  const store = createStore<DocumentState<T>>(() => ({
    doc: draft?.doc ?? stored.doc,
    version: stored.version,
    status: draft ? 'waiting' : 'saved',
    fault: null,
    theirs: null,
    past: [],
    future: [],
  }));
  const document = saving(store, options);
  if (draft && draft.version !== stored.version) store.setState({ status: 'conflict', theirs: stored });
  else if (draft) void document.flush();
  return document;
}

interface Draft {
  readonly form: number;
  readonly doc: unknown;
  readonly version: number;
}

/**
 * The draft of a document, in the form of today; drafts of the first form had no number. One that cannot be carried over
 * (a newer version of the program wrote it) is set aside under a key of its own: it is kept, and the page opens.
 */
async function draftOf<T>(key: string, kind: FormKind, drafts: Drafts): Promise<Stored<T> | undefined> {
  const kept = await drafts.read<Partial<Draft>>(key);
  if (kept?.doc === undefined || kept.version === undefined) return undefined;
  const opened = openForm<T>(kind, { form: kept.form ?? 1, doc: kept.doc });
  if (opened.ok) return { doc: opened.value, version: kept.version };
  await drafts.write(`set aside ${key}`, kept);
  await drafts.remove(key);
  return undefined;
}

function saving<T>(store: StoreApi<DocumentState<T>>, options: DocumentOptions<T>): OpenDocument<T> {
  const { key, kind, save, drafts, queue } = options;
  const draftFor = (doc: T, version: number): Draft => ({ ...toForm(kind, doc), version });
  let timer: ReturnType<typeof setTimeout> | undefined;
  let lastEdit = { label: '', at: 0 };

  const later = (ms: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), ms);
  };
  const put = (doc: T, changes: Partial<DocumentState<T>>): void => {
    const { version, status } = store.getState();
    store.setState({ doc, ...changes, status: status === 'conflict' ? 'conflict' : 'waiting' });
    void drafts.write(key, draftFor(doc, version));
    later(DEBOUNCE_MS);
  };
  const flush = (): Promise<void> =>
    queue(async () => {
      clearTimeout(timer);
      const { doc, version, status } = store.getState();
      if (status === 'saved' || status === 'conflict') return;
      store.setState({ status: 'saving' });
      const answer = await save(doc, version);
      const edited = store.getState().doc !== doc;
      if (answer.ok) {
        store.setState({ version: answer.value.version, status: edited ? 'waiting' : 'saved', fault: null });
        if (edited) {
          await drafts.write(key, draftFor(store.getState().doc, answer.value.version));
          later(DEBOUNCE_MS);
        } else await drafts.remove(key);
      } else if (answer.error.kind === 'version-conflict' && answer.error.current) {
        // The contract gives the stored document of the same kind with a conflict.
        store.setState({ status: 'conflict', fault: answer.error, theirs: answer.error.current as Stored<T> });
      } else {
        store.setState({ status: mayPass(answer.error) ? 'unsent' : 'refused', fault: answer.error });
        if (mayPass(answer.error)) later(RETRY_MS);
      }
    });

  return {
    store,
    flush,
    edit: (change, label = '') => {
      const { doc, past } = store.getState();
      const next = change(doc);
      if (next === doc) return;
      const now = performance.now();
      const same = label !== '' && label === lastEdit.label && now - lastEdit.at < SAME_EDIT_MS;
      lastEdit = { label, at: now };
      put(next, { past: same ? past : [...past, doc].slice(-MOST_UNDOS), future: [] });
    },
    undo: () => {
      const { doc, past, future } = store.getState();
      const before = past[past.length - 1];
      if (before !== undefined) put(before, { past: past.slice(0, -1), future: [doc, ...future] });
    },
    redo: () => {
      const { doc, past, future } = store.getState();
      const [after] = future;
      if (after !== undefined) put(after, { past: [...past, doc], future: future.slice(1) });
    },
    takeTheirs: () => {
      const { theirs } = store.getState();
      if (!theirs) return;
      store.setState({ ...theirs, status: 'saved', fault: null, theirs: null, past: [], future: [] });
      void drafts.remove(key);
    },
    keepMine: () => {
      const { theirs } = store.getState();
      if (!theirs) return;
      store.setState({ version: theirs.version, status: 'waiting', fault: null, theirs: null });
      void flush();
    },
  };
}

/** A queue for writes: each waits for the one before, whatever became of it. */
export function createQueue(): <R>(work: () => Promise<R>) => Promise<R> {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const turn = last.then(work);
    last = turn.catch(() => undefined);
    return turn;
  };
}
