import { createStore, type StoreApi } from 'zustand/vanilla';
import { v4 as newId } from 'uuid';
import { hasSameContent, joinVersions, takingTheirs, type Clash, type FormKind, type Result } from '@rapid-jig/core';
import type { ApiFault, Stored } from '@rapid-jig/contract';
import { newEntry, type Entry } from './entry';
import { changedAll, edited, NO_HISTORY, stepBack, stepForth, type History, type Stepped } from './history';
import type { Outbox } from './outbox';

export type SaveStatus = 'saved' | 'waiting' | 'unsent' | 'refused' | 'conflict';

export interface DocumentState<T> extends History<T> {
  readonly doc: T;
  /** Version the server last gave. */
  readonly version: number;
  /** What that version says: what is edited here is made from it. null: an edit that an earlier program kept without it. */
  readonly base: T | null;
  readonly status: SaveStatus;
  readonly fault: ApiFault | null;
  /** What another device wrote meanwhile, where it clashes with what was edited here. */
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
  /** After a conflict: keeps mine, but theirs of these clashes. */
  settle(theirsAt: readonly Clash[]): void;
  /** Gives up an edit that was refused: the document is what the server has. */
  discard(): void;
}

const PAUSE_MS = 400;
const SAME_EDIT_MS = 1000;

const entryId = (key: string): string => `document ${key}`;

/** Opens a document; an edit that this browser still keeps is taken up again. Ask the register, which opens each once. */
export async function openDocument<T extends object>(
  options: DocumentOptions<T>,
): Promise<Result<OpenDocument<T>, ApiFault>> {
  const { key, load, outbox } = options;
  const loaded = await load();
  if (!loaded.ok) return loaded;
  const waiting = outbox.store.getState().entries.find(({ id }) => id === entryId(key));
  const store = createStore<DocumentState<T>>(() =>
    waiting ? ofEntry(waiting, loaded.value.version) : ofStored(loaded.value),
  );
  return { ok: true, value: saving(store, options, loaded.value) };
}

/** Where mine and theirs have made different of the same, as the document is now; none where nobody else has written. */
export const clashesIn = <T extends object>({ base, doc, theirs }: DocumentState<T>): readonly Clash[] =>
  theirs ? joinVersions(base ?? undefined, doc, theirs.doc).clashes : [];

const ofStored = <T>(stored: Stored<T>): DocumentState<T> => ({
  ...stored,
  base: stored.doc,
  status: 'saved',
  fault: null,
  theirs: null,
  ...NO_HISTORY,
});

/** A document as an edit that is kept left it. */
const ofEntry = <T>({ body, base, from, fate, fault }: Entry, stored: number): DocumentState<T> => ({
  // Kept by this very code, in the form of today.
  doc: body as T,
  base: (from as T | undefined) ?? null,
  version: base ?? stored,
  status: fate !== 'waiting' ? fate : fault === null ? 'waiting' : 'unsent',
  fault,
  theirs: null,
  ...NO_HISTORY,
});

function saving<T extends object>(
  store: StoreApi<DocumentState<T>>,
  options: DocumentOptions<T>,
  loaded: Stored<T>,
): OpenDocument<T> {
  const { key, kind, path, label, load, onSaved, outbox } = options;
  const id = entryId(key);
  const waiting = (): Entry | undefined => outbox.store.getState().entries.find((entry) => entry.id === id);
  let lastEdit = { label: '', at: 0 };

  outbox.onOutcome((entry, outcome) => {
    if (entry.id !== id) {
      // Left by another tab beside an edit of this one: stored, it is another's; stale, it is asked about here.
      if (entry.path === path && outcome.fate === 'sent') void refresh();
      if (entry.path === path && outcome.fate === 'conflict') lookForLeft();
      return;
    }
    const left = waiting();
    if (outcome.fate === 'sent') {
      // Every answer to a document says its version.
      const { version } = outcome.answer as { readonly version: number };
      // What is left was typed meanwhile, and is made from what was sent.
      const base = (left ? left.from : entry.body) as T;
      const status = left ? (left.fate === 'conflict' ? 'conflict' : 'waiting') : 'saved';
      store.setState({ version, base, status, fault: null });
      onSaved?.(outcome.answer);
      if (!left) lookForLeft();
    } else if (outcome.fate === 'conflict') {
      store.setState({ status: 'conflict', fault: outcome.fault });
      // The contract gives the stored document of the same kind with a conflict.
      const theirs = outcome.fault.current as Stored<T> | undefined;
      if (theirs) meet(theirs);
    } else if (outcome.fate === 'discarded') void goBack();
    else store.setState({ status: outcome.fate === 'later' ? 'unsent' : 'refused', fault: outcome.fault });
  });

  // What a tab that is gone has left of this very document is the maker's own edit: it is shown here, and the next one is made to it.
  outbox.onTakenUp((entry) => {
    if (entry.id === id) {
      store.setState(ofEntry<T>(entry, store.getState().version));
      if (entry.fate === 'conflict') void askAgainst(entry);
    } else if (entry.path === path) lookForLeft();
  });
  /** Takes up a stale edit that another tab has left, once none of this tab is on its way, and holds it against what is stored. */
  const lookForLeft = (): void => {
    const { entries } = outbox.store.getState();
    const left = entries.find((entry) => entry.path === path && entry.id !== id && entry.fate === 'conflict');
    if (!left || waiting()) return;
    const { doc, version } = store.getState();
    store.setState(ofEntry<T>(left, version));
    meet({ doc, version });
    outbox.discard(left.id);
  };
  /** Puts what is stored beside an edit that was made to something older. */
  const askAgainst = async (entry: Entry): Promise<void> => {
    const answer = await load();
    if (waiting()?.key !== entry.key) return;
    if (answer.ok) meet(answer.value);
    else store.setState({ fault: answer.error });
  };
  /** Joins what is edited here with what another has stored; its maker decides where both have changed the same. */
  const meet = (theirs: Stored<T>): void => {
    const now = store.getState();
    const base = now.base ?? undefined;
    const both = joinVersions(base, now.doc, theirs.doc);
    // Going back from here takes back one's own edits, and none of theirs.
    const history = changedAll(now, (step) => joinVersions(base, step, theirs.doc).doc);
    if (both.clashes.length > 0) {
      store.setState({ doc: both.doc, status: 'conflict', theirs, ...history });
      send(both.doc, now.version, PAUSE_MS, 'conflict');
      return;
    }
    goOnFrom(both.doc, theirs, history);
  };
  /** Sends a version that is made from what another has stored, where it is another. */
  const goOnFrom = (doc: T, theirs: Stored<T>, history: History<T>): void => {
    if (hasSameContent(doc, theirs.doc)) {
      take(theirs);
      outbox.discard(id);
      return;
    }
    const { version, doc: base } = theirs;
    store.setState({ doc, version, base, status: 'waiting', fault: null, theirs: null, ...history });
    send(doc, version, 0);
  };

  const send = (doc: T, version: number, pauseMs: number, fate: Entry['fate'] = 'waiting'): void => {
    const entry = newEntry({
      id,
      kind: 'document',
      label: label(doc),
      lane: key,
      path,
      formKind: kind,
      body: doc,
      from: store.getState().base ?? undefined,
      base: version,
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
    lookForLeft();
  };
  const refresh = async (): Promise<Result<null, ApiFault>> => {
    const loaded = await load();
    if (!loaded.ok) return loaded;
    if (!waiting() && loaded.value.version > store.getState().version) take(loaded.value);
    return { ok: true, value: null };
  };

  const left = waiting();
  if (left?.fate === 'conflict') meet(loaded);
  lookForLeft();

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
    settle: (theirsAt) => {
      const { theirs, doc, base } = store.getState();
      if (!theirs) return;
      // What was typed since may have given a place back to them.
      const joined = joinVersions(base ?? undefined, doc, theirs.doc).doc;
      goOnFrom(takingTheirs(joined, theirsAt), theirs, NO_HISTORY);
    },
    discard: () => outbox.discard(id),
  };
}
