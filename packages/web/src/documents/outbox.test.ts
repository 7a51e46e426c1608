import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { err, FORMS, ok, type PassSawn } from '@rapid-jig/core';
import { takeUpEarlier } from './earlier';
import { eventEntry, newEntry, raised, type Entry } from './entry';
import { keptInMemory } from './kept';
import { fakeServer, fault, outboxOf } from './testing.test-support';

const entry = (id: string, lane: string, base: number | null = 0): Entry =>
  newEntry({ id, kind: 'document', label: id, lane, path: `/${id}`, formKind: 'settings', body: { id }, base });
const settle = () => jest.advanceTimersByTimeAsync(10);
const event = (id: string): PassSawn => ({
  kind: 'pass-sawn',
  id,
  clientId: 'c',
  at: '2026-11-26T10:00:00Z',
  person: null,
  saw: null,
  stack: 'ab',
  pass: 1,
  stackLayers: null,
  layers: 2,
  phase: null,
  layerIds: null,
  counts: {},
  minutes: null,
  plannedMinutes: null,
  bladeId: null,
  spoiled: [],
});

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

test('one refused entry holds up neither its own lane nor another', async () => {
  const host = fakeServer();
  const outbox = outboxOf((one, said) =>
    one.id === 'bad' ? Promise.resolve(err(fault('invalid-request'))) : host.send(one, said),
  );
  for (const one of [entry('bad', 'a'), entry('behind', 'a'), entry('beside', 'b')]) outbox.put(one);
  await settle();
  expect(host.said.map(({ path }) => path).sort()).toEqual(['/behind', '/beside']);
  expect(outbox.store.getState().entries).toMatchObject([{ id: 'bad', fate: 'refused', fault: { message: 'm' } }]);
  outbox.discard('bad');
  expect(outbox.store.getState().entries).toEqual([]);
});

test('a request without an answer blocks its lane and no other', async () => {
  const host = fakeServer();
  const outbox = outboxOf((one, said) => (one.lane === 'a' ? new Promise(() => undefined) : host.send(one, said)));
  outbox.put(entry('stuck', 'a'));
  outbox.put(entry('free', 'b'));
  await settle();
  expect(host.said.map(({ path }) => path)).toEqual(['/free']);
});

test('entries of one lane go in the order they were made, also after the server was away', async () => {
  const host = fakeServer();
  host.fail('unexpected');
  const outbox = outboxOf(host.send);
  for (const id of ['1', '2', '3']) {
    outbox.put(entry(id, 'a'));
    await jest.advanceTimersByTimeAsync(5);
  }
  host.fail(null);
  host.said.length = 0;
  await jest.advanceTimersByTimeAsync(5000);
  expect(host.said.map(({ path }) => path)).toEqual(['/1', '/2', '/3']);
});

test('what a device does after it was turned out is kept, and sent once it is let in again', async () => {
  const host = fakeServer();
  host.fail('unknown-device');
  const outbox = outboxOf(host.send);
  outbox.put(entry('1', 'a'));
  await jest.advanceTimersByTimeAsync(60_000);
  expect(outbox.store.getState().entries).toMatchObject([
    { id: '1', fate: 'waiting', fault: { kind: 'unknown-device' } },
  ]);
  host.fail(null);
  await jest.advanceTimersByTimeAsync(60_000);
  expect(outbox.store.getState().entries).toEqual([]);
});

test('a clock that is set back changes nothing of the order', async () => {
  const host = fakeServer();
  host.fail('unexpected');
  const outbox = outboxOf(host.send);
  outbox.put(entry('1', 'a'));
  jest.setSystemTime(Date.now() - 3_600_000);
  outbox.put(entry('2', 'a'));
  outbox.put(entry('3', 'a'));
  host.fail(null);
  host.said.length = 0;
  await jest.advanceTimersByTimeAsync(5000);
  expect(host.said.map(({ path }) => path)).toEqual(['/1', '/2', '/3']);
});

test('while the server is away each lane tries once in a while, however long it lasts', async () => {
  const host = fakeServer();
  host.fail('unexpected');
  const outbox = outboxOf(host.send);
  await outbox.start();
  outbox.put(entry('a', 'a'));
  await jest.advanceTimersByTimeAsync(600_000);
  host.said.length = 0;
  await jest.advanceTimersByTimeAsync(60_000);
  // Every four seconds, and now and then when it looks for what other tabs have left.
  expect(host.said.length).toBeGreaterThan(10);
  expect(host.said.length).toBeLessThan(20);
});

test('an edit waits for more of the same, but not while something stands behind it', async () => {
  const host = fakeServer();
  const outbox = outboxOf(host.send);
  outbox.put(entry('edit', 'a'), 400);
  await jest.advanceTimersByTimeAsync(100);
  expect(host.said).toEqual([]);
  outbox.put(entry('mark', 'a'));
  await jest.advanceTimersByTimeAsync(50);
  expect(host.said.map(({ path }) => path)).toEqual(['/edit', '/mark']);
});

test('what was put in as the last answer came is not left behind', async () => {
  const host = fakeServer();
  const outbox = outboxOf(host.send);
  outbox.put(entry('first', 'a'));
  const stop = outbox.onOutcome(() => {
    stop();
    queueMicrotask(() => outbox.put(entry('second', 'a')));
  });
  await settle();
  expect(host.said.map(({ path }) => path)).toEqual(['/first', '/second']);
});

test('a browser that cannot keep anything any more says so, and sends all the same', async () => {
  const host = fakeServer();
  const full = { ...keptInMemory(), writeAtOnce: () => Promise.reject(new Error('The quota has been exceeded.')) };
  const outbox = outboxOf(host.send, full);
  outbox.put(entry('a', 'a'));
  await Promise.resolve();
  await settle();
  expect(host.said).toHaveLength(1);
  host.fail('unexpected');
  outbox.put(entry('b', 'a'));
  await settle();
  expect(outbox.store.getState().cannotKeep).toContain('quota');
});

test('an entry of an earlier form is raised, with a key of its own where it had been sent; a newer one is left alone', () => {
  const { pass: _pass, ...old } = event('e');
  const kept: Entry = { ...eventEntry('r', 'Fair', event('e')), form: 1, body: old, sent: { key: 'k', body: old } };
  const today = raised(kept)!;
  expect(today).toMatchObject({ form: FORMS.workEvent, body: { ...old, pass: null }, sent: { body: { pass: null } } });
  expect(today.sent!.key).not.toBe('k');
  expect(raised({ ...kept, form: 99 })).toBeNull();
});

test('drafts and events of earlier versions are carried into the outbox and sent', async () => {
  const kept = keptInMemory();
  const host = fakeServer({ '/shop': { doc: {}, version: 3 } });
  // As the first version left them: a draft without a number of its form, and events that wait.
  await kept.write('shop', { doc: { name: 'Harbour' }, version: 3 });
  await kept.write('events r', [event('e')]);
  const outbox = outboxOf(host.send, kept);
  await takeUpEarlier(kept, outbox);
  await settle();
  expect(host.stored('/shop')).toEqual({ doc: { name: 'Harbour' }, version: 4 });
  expect(host.said.map(({ path, key }) => [path, key])).toContainEqual(['/runs/r/events', 'e']);
  expect([await kept.read('shop'), await kept.read('events r')]).toEqual([undefined, undefined]);
});

test('two tabs that are gone left an edit of the same document each: neither is lost', async () => {
  const kept = keptInMemory();
  const off = () => Promise.resolve(err(fault('unexpected')));
  for (const tab of ['gone-1', 'gone-2']) {
    outboxOf(off, kept, tab).put({ ...entry('doc', 'a', 1), body: { from: tab } });
    await settle();
  }
  const bodies: unknown[] = [];
  const outbox = outboxOf((_one, { body }) => (bodies.push(body), Promise.resolve(ok({ version: 2 }))), kept, 'next');
  await outbox.start();
  await settle();
  expect(bodies).toEqual([{ from: 'gone-1' }, { from: 'gone-2' }]);
});
