import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { openTabs, type Tabs } from './tabs';

/** Tabs of one browser without locks, as on a page that is not secure; a closed one hears nothing. */
const { BroadcastChannel: RealChannel } = globalThis;
const open = new Map<string, BroadcastChannel>();
let opening = '';

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate'] });
  globalThis.BroadcastChannel = class extends RealChannel {
    constructor(name: string) {
      super(name);
      open.set(opening, this);
    }
  };
  Object.assign(globalThis, { navigator: {} });
});
afterEach(() => {
  for (const channel of open.values()) channel.close();
  open.clear();
  globalThis.BroadcastChannel = RealChannel;
  Reflect.deleteProperty(globalThis, 'navigator');
  jest.useRealTimers();
});

const tab = (own: string): Promise<Tabs> => {
  opening = own;
  return openTabs(own, '');
};
function close(own: string): void {
  const channel = open.get(own);
  if (channel) Object.assign(channel, { onmessage: null, postMessage: () => undefined });
}
/** Lets messages between tabs arrive while time goes on. */
async function pass(ms: number): Promise<void> {
  for (let gone = 0; gone < ms; gone += 100) {
    await jest.advanceTimersByTimeAsync(100);
    for (let n = 0; n < 5; n++) await new Promise(setImmediate);
  }
}

test('a tab that was closed, or whose page was reloaded, is known to be gone within two seconds', async () => {
  const [first] = [await tab('a'), await tab('b'), await tab('c')];
  close('b');
  let living: ReadonlySet<string> | null = null;
  void first.living().then((found) => (living = found));
  await pass(2000);
  expect([...living!].sort()).toEqual(['a', 'c']);
});

test('one tab leads, and the next takes over when it is gone', async () => {
  const leads = new Set<string>();
  for (const own of ['a', 'b', 'c'])
    (await tab(own)).lead(() => {
      leads.add(own);
      return () => leads.delete(own);
    });
  // None waits for another before it hears what happens.
  expect(leads.size).toBe(3);
  await pass(3000);
  expect([...leads]).toEqual(['a']);
  close('a');
  leads.delete('a');
  await pass(7000);
  expect([...leads]).toEqual(['b']);
});
