/** This tab, and how to tell whether another one still lives. */
export interface Tabs {
  readonly own: string;
  living(): Promise<ReadonlySet<string>>;
  /** Begins `work` once this tab leads the others, which happens to one at a time; its answer ends the work. */
  lead(work: () => () => void): void;
}

/** A tab that has not answered by then is gone, or as good as gone. */
const ANSWER_MS = 1000;
const LOOK_MS = 5000;

/**
 * Says that this tab lives: by a lock where the browser has locks, which it lets go of however the tab ends; else by answering when
 * another one calls. One that is taken for gone and is not harms nothing: what is sent twice has one key.
 */
export const openTabs = (own: string, base: string): Promise<Tabs> =>
  'locks' in navigator ? tabsByLocks(own, base, navigator.locks) : Promise.resolve(tabsByCalls(own, base));

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

/** A tab asks who is there, or names itself. */
type Call = 'who' | { readonly here: string };

function tabsByCalls(own: string, base: string): Tabs {
  const channel = new BroadcastChannel(`rapid-jig${base} tabs`);
  const hears = new Set<(other: string) => void>();
  channel.onmessage = ({ data }: MessageEvent<Call>) => {
    if (data === 'who') channel.postMessage({ here: own } satisfies Call);
    else for (const hear of hears) hear(data.here);
  };
  const living = async (): Promise<Set<string>> => {
    const found = new Set([own]);
    const hear = (other: string): void => void found.add(other);
    hears.add(hear);
    channel.postMessage('who' satisfies Call);
    await new Promise((waited) => setTimeout(waited, ANSWER_MS));
    hears.delete(hear);
    return found;
  };
  return {
    own,
    living,
    lead: (work) => {
      // At once, so that nothing is missed; of several living tabs the one whose name comes first goes on.
      let end: (() => void) | null = work();
      const look = async (): Promise<void> => {
        const [first] = [...(await living())].sort();
        if (first === own) end ??= work();
        else {
          end?.();
          end = null;
        }
      };
      void look();
      setInterval(() => void look(), LOOK_MS);
    },
  };
}
