import { createStore, type StoreApi } from 'zustand/vanilla';
import { v4 as newId } from 'uuid';
import type { FormKind, Result } from '@rapid-jig/core';
import type { ApiFault, Stored } from '@rapid-jig/contract';
import { newEntry, type Entry } from './entry';
import { edited, NO_HISTORY, stepBack, stepForth, type History, type Stepped } from './history';
import type { Outbox } from './outbox';

export type SaveStatus = 'saved' | 'waiting' | 'unsent' | 'refused' | 'conflict';

export interface DocumentState<T> extends History<T> {
  readonly doc: T;
  /** Version the server last gave. */
  readonly version: number;
  readonly status: SaveStatus;
  readonly fault: ApiFault | null;
  /** What another device wrote meanwhile. */
  readonly theirs: Stored<T> | null;
}

export interface DocumentOptions<T> {
  /** Names the document in this tab: `run <id>`. Its writes go in a lane of that name. */
  readonly key: string;
  readonly kind: FormKind;
  /** Address under the API. */
  readonly path: string;
  /** What it is called where it waits with others; its own name where it has one. */
  readonly label: (doc: T) => string;
  readonly load: () => Promise<Result<Stored<T>, ApiFault>>;
  /** Told of each answer to a save. */
  readonly onSaved?: (answer: unknown) => void;
  readonly outbox: Outbox;
}

/** One document that saves itself, keeps what is not yet sent, and can be undone. */
export interface OpenDocument<T> {
  readonly store: StoreApi<DocumentState<T>>;
  /** Applies a change. Changes with the same label within a second undo as one. */
  edit(change: (doc: T) => T, label?: string): void;
  undo(): void;
  redo(): void;
  /** Sends what waits, now; resolves when it is answered, or the server was not reached. */
  flush(): Promise<void>;
  /** Takes what is stored now, unless something here is still to be sent. */
  refresh(): Promise<Result<null, ApiFault>>;
  /** After a conflict: drops mine. */
  takeTheirs(): void;
  /** After a conflict: writes these fields of mine over theirs. */
  settle(mine: readonly (keyof T)[]): void;
  /** Gives up an edit that was refused: the document is what the server has. */
  discard(): void;
}

const PAUSE_MS = 400;
const SAME_EDIT_MS = 1000;

const entryId = (key: string): string => `document ${key}`;

/** Opens a document; an edit that this browser still keeps is taken up again. Ask the register, which opens each once. */
export async function openDocument<T>(options: DocumentOptions<T>): Promise<Result<OpenDocument<T>, ApiFault>> {
  const { key, load, outbox } = options;
  const loaded = await load();
  if (!loaded.ok) return loaded;
  const waiting = outbox.store.getState().entries.find(({ id }) => id === entryId(key));
  const store = createStore<DocumentState<T>>(() =>
    waiting ? ofEntry(waiting, loaded.value) : ofStored(loaded.value),
  );
  return { ok: true, value: saving(store, options) };
}

const ofStored = <T>(stored: Stored<T>): DocumentState<T> => ({
  ...stored,
  status: 'saved',
  fault: null,
  theirs: null,
  ...NO_HISTORY,
});

/** A document as an edit that is kept left it, beside what is stored. */
const ofEntry = <T>({ body, base, fate, fault }: Entry, stored: Stored<T> | null): DocumentState<T> => ({
  // Kept by this very code, in the form of today.
  doc: body as T,
  version: base ?? stored?.version ?? 0,
  status: fate !== 'waiting' ? fate : fault === null ? 'waiting' : 'unsent',
  fault,
  theirs: fate === 'conflict' ? stored : null,
  ...NO_HISTORY,
});

function saving<T>(store: StoreApi<DocumentState<T>>, options: DocumentOptions<T>): OpenDocument<T> {
  const { key, kind, path, label, load, onSaved, outbox } = options;
  const id = entryId(key);
  const waiting = (): Entry | undefined => outbox.store.getState().entries.find((entry) => entry.id === id);
  let lastEdit = { label: '', at: 0 };

  outbox.onOutcome((entry, outcome) => {
    if (entry.id !== id) return;
    const left = waiting();
    if (outcome.fate === 'sent') {
      // Every answer to a document says its version.
      const { version } = outcome.answer as { readonly version: number };
      store.setState({ version, status: left ? 'waiting' : 'saved', fault: null });
      onSaved?.(outcome.answer);
    } else if (outcome.fate === 'conflict') {
      // The contract gives the stored document of the same kind with a conflict.
      const theirs = outcome.fault.current as Stored<T> | undefined;
      store.setState({ status: 'conflict', fault: outcome.fault, theirs: theirs ?? null });
    } else if (outcome.fate === 'discarded') void goBack();
    else store.setState({ status: outcome.fate === 'later' ? 'unsent' : 'refused', fault: outcome.fault });
  });

  // What a tab that is gone has left of this very document is the maker's own edit: it is shown here, and the next one is made to it.
  outbox.onTakenUp((entry) => {
    if (entry.id !== id) return;
    store.setState(ofEntry<T>(entry, null));
    if (entry.fate === 'conflict') void askAgainst(entry);
  });
  /** Puts what is stored beside an edit that was made to something older, so that its maker can decide. */
  const askAgainst = async (entry: Entry): Promise<void> => {
    const loaded = await load();
    if (waiting()?.key !== entry.key) return;
    store.setState(loaded.ok ? { theirs: loaded.value } : { fault: loaded.error });
  };

  const send = (doc: T, base: number, pauseMs: number, fate: Entry['fate'] = 'waiting'): void => {
    const entry = newEntry({
      id,
      kind: 'document',
      label: label(doc),
      lane: key,
      path,
      formKind: kind,
      body: doc,
      base,
      key: newId(),
    });
    outbox.put({ ...entry, fate }, pauseMs);
  };
  const put = (doc: T, changes: Partial<DocumentState<T>>): void => {
    const { version, status } = store.getState();
    const isConflict = status === 'conflict';
    store.setState({ doc, ...changes, status: isConflict ? 'conflict' : 'waiting' });
    // In a conflict nothing is sent before it is decided; what is typed is kept all the same.
    send(doc, version, PAUSE_MS, isConflict ? 'conflict' : 'waiting');
  };
  const step = (way: (history: History<T>, now: T) => Stepped<T> | null): void => {
    const stepped = way(store.getState(), store.getState().doc);
    lastEdit = { label: '', at: 0 };
    if (stepped) put(stepped.to, stepped.history);
  };
  const take = (stored: Stored<T>): void => store.setState(ofStored(stored));
  /** After an edit was given up: what is stored, or, out of reach, what was last read. */
  const goBack = async (): Promise<void> => {
    const loaded = await load();
    if (!loaded.ok) store.setState({ fault: loaded.error });
    else if (!waiting()) take(loaded.value);
  };
  const refresh = async (): Promise<Result<null, ApiFault>> => {
    const loaded = await load();
    if (!loaded.ok) return loaded;
    if (!waiting() && loaded.value.version > store.getState().version) take(loaded.value);
    return { ok: true, value: null };
  };

  return {
    store,
    refresh,
    flush: async () => {
      while (waiting()?.fate === 'waiting') {
        const { fate } = await outbox.next(id);
        if (fate === 'later') return;
      }
    },
    edit: (change, name = '') => {
      const { doc } = store.getState();
      const next = change(doc);
      if (next === doc) return;
      const now = performance.now();
      const same = name !== '' && name === lastEdit.label && now - lastEdit.at < SAME_EDIT_MS;
      lastEdit = { label: name, at: now };
      put(next, edited(store.getState(), doc, same));
    },
    undo: () => step(stepBack),
    redo: () => step(stepForth),
    takeTheirs: () => {
      const { theirs } = store.getState();
      if (!theirs) return;
      take(theirs);
      outbox.discard(id);
    },
    settle: (mine) => {
      const { theirs, doc } = store.getState();
      if (!theirs) return;
      const settled = { ...theirs.doc };
      for (const field of mine) settled[field] = doc[field];
      store.setState({ doc: settled, version: theirs.version, status: 'waiting', fault: null, theirs: null });
      send(settled, theirs.version, 0);
    },
    discard: () => outbox.discard(id),
  };
}
