import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Change } from '@rapid-jig/contract';
import type { Tabs } from './tabs';

/** Word of what other pages and devices have written. */
export interface Live {
  /** Calls `changed` when something of the topic was written elsewhere, and when word of it may have been missed. */
  on(topic: string, changed: () => void): () => void;
  readonly store: StoreApi<LiveState>;
}

export interface LiveState {
  /** False while the program does not answer: what is shown is what was last read. */
  readonly isHeard: boolean;
  /** False once this device was turned out: nothing it asks is answered until it is let in again. */
  readonly isLetIn: boolean;
  /** Names the web app that the program serves; null before it was told. */
  readonly build: string | null;
}

/**
 * One message between the tabs of a browser: a change, which build is served, that the stream is lost or found, that the device was
 * turned out, or that changes may have been missed.
 */
type Word = Change | { readonly build: string } | 'missed' | 'lost' | 'turned-out' | 'found';

/** A stream that was refused is asked for again after this; one that broke comes back by itself. */
const REOPEN_MS = 5000;

/**
 * Listens to the server: one stream for all tabs of the browser, for over plain HTTP it allows but six connections. The tab
 * that leads has the stream and passes on what it hears.
 */
export function openLive(base: string, tabs: Tabs): Live {
  const listeners = new Map<string, Set<() => void>>();
  const channel = new BroadcastChannel(`rapid-jig${base} live`);
  const store = createStore<LiveState>(() => ({ isHeard: true, isLetIn: true, build: null }));
  const tell = (topics: Iterable<string>): void => {
    for (const topic of topics) for (const changed of [...(listeners.get(topic) ?? [])]) changed();
  };
  const hear = (word: Word): void => {
    const now = { isHeard: word !== 'lost' && word !== 'turned-out', isLetIn: word !== 'turned-out' };
    const { isHeard, isLetIn } = store.getState();
    if (isHeard !== now.isHeard || isLetIn !== now.isLetIn) store.setState(now);
    if (word === 'missed') tell([...listeners.keys()]);
    else if (typeof word === 'string') return;
    else if ('build' in word) store.setState(word);
    else if (word.by !== tabs.own) tell(word.topics);
  };
  channel.onmessage = ({ data }: MessageEvent<Word>) => hear(data);
  const pass = (word: Word): void => {
    hear(word);
    channel.postMessage(word);
  };
  tabs.lead(() => listen(base, listeners.size > 0, pass));
  return {
    store,
    on: (topic, changed) => {
      const own = listeners.get(topic) ?? new Set();
      listeners.set(topic, own.add(changed));
      return () => own.delete(changed);
    },
  };
}

/** Opens the stream, and again where it was refused; returns how to end it. */
function listen(base: string, isTakenOver: boolean, pass: (word: Word) => void): () => void {
  // Opened after a break, or taken over from a tab that led: what happened meanwhile was not heard.
  let hasMissed = isTakenOver;
  let stream: EventSource;
  let again: ReturnType<typeof setTimeout> | undefined;
  const open = (): void => {
    stream = new EventSource(`${base}/api/live`);
    stream.onopen = () => {
      pass(hasMissed ? 'missed' : 'found');
      hasMissed = true;
    };
    stream.onerror = () => {
      if (stream.readyState !== EventSource.CLOSED) {
        pass('lost');
        return;
      }
      void isTurnedOut(base).then((is) => pass(is ? 'turned-out' : 'lost'));
      again = setTimeout(open, REOPEN_MS);
    };
    stream.addEventListener('build', ({ data }: MessageEvent<string>) => pass({ build: data }));
    // The server sends nothing but changes.
    stream.onmessage = ({ data }: MessageEvent<string>) => pass(JSON.parse(data) as Change);
  };
  open();
  return () => {
    clearTimeout(again);
    stream.close();
  };
}

/** True where the program answers and does not know this device. */
async function isTurnedOut(base: string): Promise<boolean> {
  try {
    return (await fetch(`${base}/api/health`)).status === 401;
  } catch {
    // Not reached at all.
    return false;
  }
}
