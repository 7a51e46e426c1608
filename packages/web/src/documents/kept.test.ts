import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import { newEntry } from './entry';
import { openKept } from './kept';
import { fakeServer, fault, outboxOf } from './testing.test-support';

/** The small store of a browser: an object whose own keys are what it holds. */
function smallStore(room = Infinity): Storage {
  const methods = {
    getItem(this: Record<string, string>, key: string) {
      return this[key] ?? null;
    },
    setItem(this: Record<string, string>, key: string, value: string) {
      if (Object.values(this).join('').length + value.length > room)
        throw new DOMException('full', 'QuotaExceededError');
      this[key] = value;
    },
    removeItem(this: Record<string, string>, key: string) {
      Reflect.deleteProperty(this, key);
    },
  };
  return Object.create(methods) as Storage;
}

const entry = (id: string) =>
  newEntry({ id, kind: 'document', label: id, lane: id, path: `/${id}`, formKind: 'settings', body: { id }, base: 0 });
const away = () => Promise.resolve({ ok: false, error: fault('unexpected') } as const);

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
  Object.assign(globalThis, { indexedDB: new IDBFactory(), localStorage: smallStore() });
});
afterEach(() => {
  Reflect.deleteProperty(globalThis, 'localStorage');
  jest.useRealTimers();
});

test('what was done in the very moment the page was closed is sent by the next one', async () => {
  const kept = await openKept('');
  // As a browser does to a page that it ends: what it asked of the database is not done any more.
  const ended = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('the page is gone', 'AbortError');
  });
  outboxOf(away, kept, 'tab-1').put(entry('tap'));
  await new Promise(setImmediate);
  ended.mockRestore();
  const host = fakeServer();
  const next = outboxOf(host.send, await openKept(''), 'tab-2', new Set(['tab-2']));
  await next.start();
  await next.next('tap');
  expect(host.said).toMatchObject([{ path: '/tap', body: { id: 'tap' } }]);
  expect(Object.keys(localStorage)).toEqual([]);
});

test('what is written at once stands once in what is kept, as it was last written, and goes when it is taken out', async () => {
  const kept = await openKept('');
  void kept.writeAtOnce('out a', 1);
  expect(await kept.all('out ')).toEqual([['out a', 1]]);
  await kept.writeAtOnce('out a', 2);
  await kept.write('out b', 3);
  expect(await kept.all('out ')).toEqual([
    ['out a', 2],
    ['out b', 3],
  ]);
  void kept.writeAtOnce('out a', 4);
  await kept.remove('out a');
  expect(await kept.all('out ')).toEqual([['out b', 3]]);
});

test.each([
  ['too large for the small store', Infinity, 'x'.repeat(300_000)],
  ['where the small store is full', 5, 'a few words'],
])('%s it is kept all the same', async (_where, room, value) => {
  Object.assign(globalThis, { localStorage: smallStore(room) });
  const kept = await openKept('');
  await kept.writeAtOnce('out a', value);
  expect(await kept.all('out ')).toEqual([['out a', value]]);
  expect(Object.keys(localStorage)).toEqual([]);
});

test('the demo and the shop do not meet in it', async () => {
  void (await openKept('')).writeAtOnce('out a', 1);
  expect(await (await openKept('/demo')).all('out ')).toEqual([]);
});
