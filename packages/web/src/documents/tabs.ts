import type { Kept } from './kept';

/** This tab, and how to tell whether another one still lives. */
export interface Tabs {
  readonly own: string;
  living(): Promise<ReadonlySet<string>>;
}

const prefix = 'tab ';
const BEAT_MS = 5000;
/** A tab in the background may beat but once a minute. */
const DEAD_AFTER_MS = 90_000;

/**
 * Says that this tab lives: by a lock where the browser has locks, which it lets go of however the tab ends; else by a
 * beat in what the browser keeps, taken back when the page is left.
 */
export async function openTabs(own: string, base: string, kept: Kept): Promise<Tabs> {
  const locks = 'locks' in navigator ? navigator.locks : null;
  if (locks) {
    const nameOf = (tab: string): string => `rapid-jig${base} ${tab}`;
    await new Promise<void>((held) => {
      // Held until the tab is gone.
      void locks.request(nameOf(own), () => new Promise(() => held()));
    });
    return {
      own,
      living: async () => {
        const { held = [] } = await locks.query();
        return new Set(
          held.flatMap(({ name }) => (name?.startsWith(nameOf('')) ? [name.slice(nameOf('').length)] : [])),
        );
      },
    };
  }
  const beat = (): void => void kept.write(prefix + own, Date.now());
  await kept.write(prefix + own, Date.now());
  setInterval(beat, BEAT_MS);
  addEventListener('pagehide', () => void kept.remove(prefix + own));
  addEventListener('pageshow', beat);
  return {
    own,
    living: async () => {
      const beats = await kept.all<number>(prefix);
      const alive = beats.filter(([, at]) => Date.now() - at < DEAD_AFTER_MS);
      return new Set([own, ...alive.map(([key]) => key.slice(prefix.length))]);
    },
  };
}
