import type { Kept } from './kept';

/** This tab, and how to tell whether another one still lives. */
export interface Tabs {
  readonly own: string;
  living(): Promise<ReadonlySet<string>>;
  /** Begins `work` once this tab leads the others, which happens to one at a time; its answer ends the work. */
  lead(work: () => () => void): void;
}

const prefix = 'tab ';
const BEAT_MS = 5000;
/** A tab in the background may beat but once a minute. */
const DEAD_AFTER_MS = 90_000;

/**
 * Says that this tab lives: by a lock where the browser has locks, which it lets go of however the tab ends; else by a
 * beat in what the browser keeps, taken back when the page is left.
 */
export const openTabs = (own: string, base: string, kept: Kept): Promise<Tabs> =>
  'locks' in navigator ? tabsByLocks(own, base, navigator.locks) : tabsByBeats(own, kept);

async function tabsByLocks(own: string, base: string, locks: LockManager): Promise<Tabs> {
  const named = `rapid-jig${base} tab `;
  await new Promise<void>((held) => {
    // Held until the tab is gone.
    void locks.request(named + own, () => new Promise(() => held()));
  });
  return {
    own,
    living: async () => {
      const { held = [] } = await locks.query();
      return new Set(held.flatMap(({ name }) => (name?.startsWith(named) ? [name.slice(named.length)] : [])));
    },
    lead: (work) =>
      void locks.request(`rapid-jig${base} leader`, () => {
        work();
        return new Promise(() => undefined);
      }),
  };
}

async function tabsByBeats(own: string, kept: Kept): Promise<Tabs> {
  const beat = (): void => void kept.write(prefix + own, Date.now());
  const living = async (): Promise<Set<string>> => {
    const beats = await kept.all<number>(prefix);
    const alive = beats.filter(([, at]) => Date.now() - at < DEAD_AFTER_MS);
    return new Set([own, ...alive.map(([key]) => key.slice(prefix.length))]);
  };
  await kept.write(prefix + own, Date.now());
  setInterval(beat, BEAT_MS);
  addEventListener('pagehide', () => void kept.remove(prefix + own));
  addEventListener('pageshow', beat);
  return {
    own,
    living,
    lead: (work) => {
      let end: (() => void) | null = null;
      // The living tab whose name comes first leads.
      const look = async (): Promise<void> => {
        const [first] = [...(await living())].sort();
        if (first === own) end ??= work();
        else {
          end?.();
          end = null;
        }
      };
      void look();
      setInterval(() => void look(), BEAT_MS);
    },
  };
}
