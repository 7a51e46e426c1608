import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { openLive } from './live';
import type { Tabs } from './tabs';

/** Stands for the browser's stream: it says nothing by itself. */
class StillStream extends EventTarget {
  static readonly CLOSED = 2;
  static readonly all: StillStream[] = [];
  readyState = 0;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  onmessage: ((message: { data: string }) => void) | null = null;
  constructor(readonly url: string) {
    super();
    StillStream.all.push(this);
  }
  close(): void {
    this.readyState = StillStream.CLOSED;
  }
  /** As a browser does with an answer that is no stream: it is not asked for again. */
  refuse(): void {
    this.close();
    this.onerror?.();
  }
}

let stop: () => void = () => undefined;
const tabs = {
  own: 'tab',
  lead: (begin: () => () => void) => {
    stop = begin();
  },
} as unknown as Tabs;
const channels: BroadcastChannel[] = [];
const { BroadcastChannel: RealChannel, EventSource: RealStream, fetch: realFetch } = globalThis;
let status: number;

beforeEach(() => {
  jest.useFakeTimers();
  StillStream.all.length = 0;
  status = 200;
  class KnownChannel extends RealChannel {
    constructor(name: string) {
      super(name);
      channels.push(this);
    }
  }
  Object.assign(globalThis, {
    EventSource: StillStream,
    BroadcastChannel: KnownChannel,
    fetch: () => (status === 0 ? Promise.reject(new TypeError('not reached')) : Promise.resolve({ status })),
  });
});
afterEach(() => {
  stop();
  for (const channel of channels.splice(0)) channel.close();
  Object.assign(globalThis, { EventSource: RealStream, BroadcastChannel: RealChannel, fetch: realFetch });
  jest.useRealTimers();
});
const settle = () => jest.advanceTimersByTimeAsync(10);

test('a device that was turned out is told so, and hears again once it is let in', async () => {
  const { store, on } = openLive('', tabs);
  let changes = 0;
  on('runs', () => void changes++);
  StillStream.all[0]!.onopen!();
  status = 401;
  StillStream.all[0]!.refuse();
  await settle();
  expect(store.getState()).toMatchObject({ isHeard: false, isLetIn: false });
  await jest.advanceTimersByTimeAsync(6000);
  expect(StillStream.all).toHaveLength(2);
  StillStream.all[1]!.onopen!();
  expect(store.getState()).toMatchObject({ isHeard: true, isLetIn: true });
  // What was written meanwhile was not heard: all is read anew.
  expect(changes).toBe(1);
});

test('a program that is away is no turning out: the browser comes back by itself, and a refused stream is asked for again', async () => {
  const { store } = openLive('', tabs);
  const [first] = StillStream.all;
  first!.onerror!();
  await settle();
  expect(store.getState()).toMatchObject({ isHeard: false, isLetIn: true });
  expect(StillStream.all).toHaveLength(1);
  status = 0;
  first!.refuse();
  await jest.advanceTimersByTimeAsync(6000);
  expect(store.getState()).toMatchObject({ isHeard: false, isLetIn: true });
  expect(StillStream.all).toHaveLength(2);
});
