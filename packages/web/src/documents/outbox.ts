import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Result } from '@rapid-jig/core';
import type { ApiFault } from '@rapid-jig/contract';
import { mayPass } from '../api/client';
import { raised, type Entry, type Fate } from './entry';
import type { Kept } from './kept';
import type { Tabs } from './tabs';

/** What became of an entry when it was last tried: `later` where the server was not reached. */
export type Outcome =
  | { readonly fate: 'sent'; readonly answer: unknown }
  | { readonly fate: 'later' | Exclude<Fate, 'waiting'>; readonly fault: ApiFault }
  | { readonly fate: 'discarded' };

export interface OutboxState {
  readonly entries: readonly Entry[];
  /** Why this browser cannot keep what waits, in words; null where it can. */
  readonly cannotKeep: string | null;
}

/** All writes of this tab on their way: kept in this browser until they are answered, each with a fate of its own. */
export interface Outbox {
  readonly store: StoreApi<OutboxState>;
  /** Takes up what this browser kept of tabs that are gone, and sends it. */
  start(): Promise<void>;
  /** Puts an entry in, in place of one with the same id. It is sent at once, or after a pause in which more may come. */
  put(entry: Entry, pauseMs?: number): void;
  /** What became of the entry at its next try, or at once where it is not here any more. */
  next(id: string): Promise<Outcome>;
  /** Sends a refused entry again. */
  retry(id: string): void;
  /** Gives an entry up. */
  discard(id: string): void;
  /** Told of each outcome as it comes. */
  onOutcome(tell: (entry: Entry, outcome: Outcome) => void): () => void;
  /** Told of each entry that a tab which is gone has left, as it is taken up. */
  onTakenUp(tell: (entry: Entry) => void): () => void;
}

export interface OutboxOptions {
  readonly kept: Kept;
  readonly tabs: Tabs;
  /** Sends an entry as it says, its body and key those given. */
  readonly send: (
    entry: Entry,
    said: { readonly key: string; readonly body: unknown },
  ) => Promise<Result<unknown, ApiFault>>;
}

const RETRY_MS = 4000;
const ORPHANS_MS = 30_000;
const PREFIX = 'out ';
const tabOf = (key: string): string => key.slice(PREFIX.length).split(' ')[0] ?? '';

export function createOutbox({ kept, tabs, send }: OutboxOptions): Outbox {
  const store = createStore<OutboxState>(() => ({ entries: [], cannotKeep: null }));
  const listeners = new Set<(entry: Entry, outcome: Outcome) => void>();
  const heirs = new Set<(entry: Entry) => void>();
  const busy = new Set<string>();
  const wanted = new Set<string>();
  /** Lanes that try again later: each once, however often it was asked for. */
  const retries = new Map<string, ReturnType<typeof setTimeout>>();
  /** Entries that wait for more edits. */
  const paused = new Map<string, ReturnType<typeof setTimeout>>();

  const find = (id: string): Entry | undefined => store.getState().entries.find((entry) => entry.id === id);
  const keyOf = (id: string): string => `${PREFIX}${tabs.own} ${id}`;
  /** Ids of entries that this browser could not keep; as soon as it can, they are kept too. */
  const unkept = new Set<string>();
  const keeping = async (id: string, work: Promise<void>): Promise<void> => {
    try {
      await work;
    } catch (error) {
      unkept.add(id);
      store.setState({ cannotKeep: error instanceof Error ? error.message : String(error) });
      return;
    }
    unkept.delete(id);
    if (unkept.size > 0) await keepOthers();
    else if (store.getState().cannotKeep !== null) store.setState({ cannotKeep: null });
  };
  const keepOthers = async (): Promise<void> => {
    const [id] = unkept;
    const entry = id === undefined ? undefined : find(id);
    if (entry) await keeping(entry.id, kept.writeAtOnce(keyOf(entry.id), entry));
    else if (id !== undefined) await keeping(id, Promise.resolve());
  };
  const hold = (entry: Entry): Promise<void> => {
    const { entries } = store.getState();
    const isKnown = entries.some(({ id }) => id === entry.id);
    const next = isKnown ? entries.map((one) => (one.id === entry.id ? entry : one)) : [...entries, entry];
    store.setState({ entries: next });
    return keeping(entry.id, kept.writeAtOnce(keyOf(entry.id), entry));
  };
  const drop = (id: string): Promise<void> => {
    store.setState(({ entries }) => ({ entries: entries.filter((entry) => entry.id !== id) }));
    return keeping(id, kept.remove(keyOf(id)));
  };
  const tell = (entry: Entry, outcome: Outcome): void => {
    for (const listener of [...listeners]) listener(entry, outcome);
  };
  /** Behind what is there already, also where the clock was set back since. */
  const lastIn = (lane: string): number =>
    Math.max(0, ...store.getState().entries.flatMap((entry) => (entry.lane === lane ? [entry.at] : [])));
  const waitingIn = (lane: string): Entry[] =>
    store
      .getState()
      .entries.filter((entry) => entry.lane === lane && entry.fate === 'waiting')
      .sort((a, b) => a.at - b.at);

  const sendFirst = async (lane: string): Promise<boolean> => {
    const [entry, behind] = waitingIn(lane);
    // A pause is for more edits of the same; what stands behind must not wait for it.
    if (!entry || (paused.has(entry.id) && !behind)) return false;
    clearTimeout(paused.get(entry.id));
    paused.delete(entry.id);
    const said = entry.sent ?? { key: entry.key, body: entry.body };
    await hold({ ...entry, sent: said });
    const answer = await send(entry, said);
    const now = find(entry.id);
    if (!now) return true;
    if (answer.ok) {
      const isAll = now.key === said.key;
      const version = (answer.value as { version?: number }).version;
      if (isAll) await drop(entry.id);
      else await hold({ ...now, sent: null, base: version ?? now.base, from: said.body, fault: null });
      tell(now, { fate: 'sent', answer: answer.value });
      return true;
    }
    const fault = answer.error;
    if (mayPass(fault)) {
      await hold({ ...now, fault });
      tell(now, { fate: 'later', fault });
      clearTimeout(retries.get(lane));
      retries.set(
        lane,
        setTimeout(() => void run(lane), RETRY_MS),
      );
      return false;
    }
    const fate = fault.kind === 'version-conflict' ? 'conflict' : 'refused';
    await hold({ ...now, sent: null, fate, fault });
    tell(now, { fate, fault });
    return true;
  };
  const run = async (lane: string): Promise<void> => {
    wanted.add(lane);
    if (busy.has(lane)) return;
    busy.add(lane);
    try {
      // Asked for while it was busy, it looks once more: what came in between is not left behind.
      while (wanted.delete(lane)) while (await sendFirst(lane));
    } finally {
      busy.delete(lane);
    }
  };
  const runAll = (): void => {
    for (const lane of new Set(store.getState().entries.map((entry) => entry.lane))) void run(lane);
  };
  const release = (id: string): void => {
    clearTimeout(paused.get(id));
    paused.delete(id);
    const entry = find(id);
    if (entry) void run(entry.lane);
  };
  const takeUp = async (): Promise<void> => {
    const others = (await kept.all<Entry>(PREFIX)).filter(([key]) => tabOf(key) !== tabs.own);
    if (others.length === 0) return;
    const living = await tabs.living();
    for (const [key, entry] of others) {
      const tab = tabOf(key);
      if (living.has(tab)) continue;
      const today = raised(entry);
      // Left by a newer version of the program: it stays where it is, for that version.
      if (!today) continue;
      // Two tabs may have left an edit of the same document: the later one is an entry of its own.
      const id = find(today.id) ? `${today.id}, left by ${tab}` : today.id;
      await hold({ ...today, id });
      await kept.remove(key);
      for (const heir of [...heirs]) heir({ ...today, id });
    }
  };

  return {
    store,
    start: async () => {
      await takeUp();
      runAll();
      setInterval(() => void takeUp().then(runAll).then(keepOthers), ORPHANS_MS);
      globalThis.addEventListener?.('online', runAll);
    },
    put: (entry, pauseMs = 0) => {
      const before = find(entry.id);
      clearTimeout(paused.get(entry.id));
      void hold({ ...entry, sent: before?.sent ?? null, at: before?.at ?? Math.max(entry.at, lastIn(entry.lane) + 1) });
      if (pauseMs > 0)
        paused.set(
          entry.id,
          setTimeout(() => release(entry.id), pauseMs),
        );
      else release(entry.id);
    },
    next: (id) =>
      new Promise((resolve) => {
        const stop = onOutcome((entry, outcome) => {
          if (entry.id !== id) return;
          stop();
          resolve(outcome);
        });
        if (!find(id)) {
          stop();
          resolve({ fate: 'discarded' });
        } else release(id);
      }),
    retry: (id) => {
      const entry = find(id);
      if (entry) void hold({ ...entry, fate: 'waiting', fault: null }).then(() => run(entry.lane));
    },
    discard: (id) => {
      const entry = find(id);
      if (!entry) return;
      void drop(id);
      tell(entry, { fate: 'discarded' });
    },
    onOutcome,
    onTakenUp: (tell) => {
      heirs.add(tell);
      return () => heirs.delete(tell);
    },
  };

  function onOutcome(listener: (entry: Entry, outcome: Outcome) => void): () => void {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }
}
