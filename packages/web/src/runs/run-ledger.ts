import type { StoreApi } from 'zustand/vanilla';
import type { StoredEvents } from '@rapid-jig/contract';
import { addUpWork, type Run, type WorkEvent } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { eventEntry, type Entry } from '../documents/entry';
import type { Services } from '../services';
import { wordsOfOthers } from '../words/others';
import type { RunState } from './run-state';

type OfLedger = Pick<RunState, 'events' | 'work' | 'trouble'>;

/** What was done in a run: recorded by any device, or still on its way from this one. */
export interface RunLedger {
  /** The place in the ledger up to which all is known here. */
  upTo(): number;
  now(): OfLedger;
  /** Keeps a store at what is known, from what is sent and what other devices do. */
  follow(store: StoreApi<RunState>): void;
  /** Adds a stretch of the ledger. */
  take(stretch: StoredEvents): void;
  /** Hands events to the outbox; they count at once. */
  record(...events: readonly WorkEvent[]): void;
}

/** The ledger of a run, from what was read of it. */
export function openRunLedger(services: Services, document: OpenDocument<Run>, work: StoredEvents): RunLedger {
  const { outbox, api, clientId } = services;
  const { id } = document.store.getState().doc;
  const lane = `run ${id}`;
  const isOwn = (entry: Entry): boolean => entry.lane === lane && entry.kind === 'event';
  const waiting = (): Entry[] => outbox.store.getState().entries.filter(isOwn);
  /** The ledger up to a place, in its order; and own events that stand behind others not heard of yet. */
  let heard = { events: work.events, upTo: work.upTo, ahead: [] as readonly WorkEvent[] };
  let shown: StoreApi<RunState> | null = null;
  /** Recorded ones, then those on their way; what was refused does not count. */
  const withWaiting = (): WorkEvent[] => {
    const recorded = [...heard.events, ...heard.ahead];
    const known = new Set(recorded.map((event) => event.id));
    const own = waiting().filter(({ fate, key }) => fate === 'waiting' && !known.has(key));
    // Entries of this kind hold one event each.
    return [...recorded, ...own.map(({ body }) => body as WorkEvent)];
  };
  const troubleNow = (): string | null => {
    const fault = waiting().find((entry) => entry.fault !== null)?.fault;
    return fault ? `${fault.message} ${fault.hint}` : null;
  };
  const now = (): OfLedger => {
    const events = withWaiting();
    return { events, work: addUpWork(events), trouble: troubleNow() };
  };
  /** Adds a stretch; what of it is new here. */
  const add = ({ events, startedAt, after, upTo }: StoredEvents): readonly WorkEvent[] => {
    const known = new Set(heard.events.map((event) => event.id));
    const fresh = events.filter((event) => !known.has(event.id));
    const isNext = after <= heard.upTo;
    const own = heard.ahead.filter((event) => fresh.every((one) => one.id !== event.id));
    heard = isNext
      ? { events: [...heard.events, ...fresh], upTo: Math.max(heard.upTo, upTo), ahead: own }
      : { ...heard, ahead: [...own, ...fresh] };
    shown?.setState({ ...now(), startedAt });
    return fresh;
  };
  /** Takes what other devices did and says it. */
  const hear = async (): Promise<void> => {
    const answer = await api.events(id, heard.upTo);
    if (!answer.ok) return;
    const others = add(answer.value).filter((event) => event.clientId !== clientId);
    const words = wordsOfOthers(others, shown?.getState().planned?.plan ?? null);
    if (words !== null) services.say(words);
  };
  return {
    upTo: () => heard.upTo,
    now,
    take: (stretch) => void add(stretch),
    follow: (store) => {
      shown = store;
      outbox.onOutcome((entry, outcome) => {
        if (!isOwn(entry)) return;
        // The API gives back each event with its place in the ledger; where others have come before it, they are asked for.
        if (outcome.fate === 'sent') {
          const answer = outcome.answer as StoredEvents;
          add(answer);
          if (answer.after > heard.upTo) void hear();
        } else store.setState(now());
      });
      services.live.on(`work ${id}`, () => void hear());
    },
    record: (...events) => {
      for (const event of events) outbox.put(eventEntry(id, document.store.getState().doc.name, event));
      shown?.setState(now());
    },
  };
}
