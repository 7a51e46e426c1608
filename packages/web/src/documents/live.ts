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
  /** Names the web app that the program serves; null before it was told. */
  readonly build: string | null;
}

/**
 * One message between the tabs of a browser: a change, which build is served, that the stream is lost or found, or that
 * changes may have been missed.
 */
type Word = Change | { readonly build: string } | 'missed' | 'lost' | 'found';

/**
 * Listens to the server: one stream for all tabs of the browser, for over plain HTTP it allows but six connections. The tab
 * that leads has the stream and passes on what it hears.
 */
export function openLive(base: string, tabs: Tabs): Live {
  const listeners = new Map<string, Set<() => void>>();
  const channel = new BroadcastChannel(`rapid-jig${base} live`);
  const store = createStore<LiveState>(() => ({ isHeard: true, build: null }));
  const tell = (topics: Iterable<string>): void => {
    for (const topic of topics) for (const changed of [...(listeners.get(topic) ?? [])]) changed();
  };
  const hear = (word: Word): void => {
    if (store.getState().isHeard !== (word !== 'lost')) store.setState({ isHeard: word !== 'lost' });
    if (word === 'missed') tell([...listeners.keys()]);
    else if (typeof word === 'string') return;
    else if ('build' in word) store.setState(word);
    else if (word.by !== tabs.own) tell(word.topics);
  };
  channel.onmessage = ({ data }: MessageEvent<Word>) => hear(data);
  tabs.lead(() => {
    const stream = new EventSource(`${base}/api/live`);
    const pass = (word: Word): void => {
      hear(word);
      channel.postMessage(word);
    };
    // Opened after a break, or taken over from a tab that led: what happened meanwhile was not heard.
    let hasMissed = listeners.size > 0;
    stream.onopen = () => {
      pass(hasMissed ? 'missed' : 'found');
      hasMissed = true;
    };
    stream.onerror = () => pass('lost');
    stream.addEventListener('build', ({ data }: MessageEvent<string>) => pass({ build: data }));
    // The server sends nothing but changes.
    stream.onmessage = ({ data }: MessageEvent<string>) => pass(JSON.parse(data) as Change);
    return () => stream.close();
  });
  return {
    store,
    on: (topic, changed) => {
      const own = listeners.get(topic) ?? new Set();
      listeners.set(topic, own.add(changed));
      return () => own.delete(changed);
    },
  };
}
