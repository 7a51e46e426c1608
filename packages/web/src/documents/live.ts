import type { Change } from '@rapid-jig/contract';
import type { Tabs } from './tabs';

/** Word of what other pages and devices have written. */
export interface Live {
  /** Calls `changed` when something of the topic was written elsewhere, and when word of it may have been missed. */
  on(topic: string, changed: () => void): () => void;
}

/** One message between the tabs of a browser: a change, or that some may have been missed. */
type Word = Change | 'missed';

/**
 * Listens to the server: one stream for all tabs of the browser, for over plain HTTP it allows but six connections. The tab
 * that leads has the stream and passes on what it hears.
 */
export function openLive(base: string, tabs: Tabs): Live {
  const listeners = new Map<string, Set<() => void>>();
  const channel = new BroadcastChannel(`rapid-jig${base} live`);
  const hear = (word: Word): void => {
    if (word !== 'missed' && word.by === tabs.own) return;
    for (const topic of word === 'missed' ? [...listeners.keys()] : word.topics)
      for (const changed of [...(listeners.get(topic) ?? [])]) changed();
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
      if (hasMissed) pass('missed');
      hasMissed = true;
    };
    // The server sends nothing but changes.
    stream.onmessage = ({ data }: MessageEvent<string>) => pass(JSON.parse(data) as Change);
    return () => stream.close();
  });
  return {
    on: (topic, changed) => {
      const own = listeners.get(topic) ?? new Set();
      listeners.set(topic, own.add(changed));
      return () => own.delete(changed);
    },
  };
}
