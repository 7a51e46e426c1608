import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { ok } from '@rapid-jig/core';
import { clashesIn, openDocument, type OpenDocument } from './document';
import { keptInMemory, type Kept } from './kept';
import { createRegister } from './register';
import { fakeServer, outboxOf } from './testing.test-support';

interface Note {
  readonly text: string;
  readonly count: number;
}

const PATH = '/notes/1';
const FIRST: Note = { text: 'a', count: 1 };
let host: ReturnType<typeof fakeServer>;
let kept: Kept;

/** `isClosed` of a tab that says nothing any more. */
async function open(tab = 'tab-1', living = new Set([tab]), isClosed = () => false): Promise<OpenDocument<Note>> {
  const send: typeof host.send = (...said) => (isClosed() ? new Promise(() => undefined) : host.send(...said));
  const outbox = outboxOf(send, kept, tab, living);
  await outbox.start();
  const opened = await openDocument<Note>({
    key: 'note 1',
    kind: 'settings',
    path: PATH,
    label: ({ text }) => text,
    load: () => Promise.resolve(ok(host.stored(PATH) as { doc: Note; version: number })),
    outbox,
  });
  if (!opened.ok) throw new Error(opened.error.message);
  return opened.value;
}
/** Two tabs of one browser, of which one is closed in the end. */
async function twoTabs() {
  const living = new Set(['tab-1', 'tab-2']);
  const closed = await open('tab-1', new Set(living), () => !living.has('tab-1'));
  return { closed, left: await open('tab-2', living), close: () => living.delete('tab-1') };
}
const settle = () => jest.advanceTimersByTimeAsync(1000);
const stored = () => host.stored(PATH);

beforeEach(() => {
  jest.useFakeTimers();
  host = fakeServer({ [PATH]: { doc: FIRST, version: 1 } });
  kept = keptInMemory();
});
afterEach(() => {
  jest.useRealTimers();
});

describe('saving', () => {
  test('edits close together are one save, and nothing is kept once it is on disk', async () => {
    const document = await open();
    document.edit((doc) => ({ ...doc, text: 'ab' }));
    document.edit((doc) => ({ ...doc, text: 'abc' }));
    expect(document.store.getState().status).toBe('waiting');
    expect(await kept.all('out ')).toHaveLength(1);
    await settle();
    expect(host.said).toHaveLength(1);
    expect(stored()).toEqual({ doc: { text: 'abc', count: 1 }, version: 2 });
    expect(document.store.getState()).toMatchObject({ status: 'saved', version: 2 });
    expect(await kept.all('out ')).toEqual([]);
  });

  test('a stopped server loses nothing: the edit is kept and sent when it is back', async () => {
    const document = await open();
    host.fail('unexpected');
    document.edit((doc) => ({ ...doc, count: 2 }));
    await settle();
    expect(document.store.getState().status).toBe('unsent');
    host.fail(null);
    await jest.advanceTimersByTimeAsync(5000);
    expect(document.store.getState().status).toBe('saved');
    expect(stored()).toMatchObject({ doc: { count: 2 } });
  });

  test('a lost answer to a save that arrived does not meet itself: more is typed meanwhile, all of it is stored', async () => {
    const document = await open();
    host.loseAnswers(true);
    document.edit((doc) => ({ ...doc, text: 'first' }));
    await settle();
    expect(stored()).toEqual({ doc: { text: 'first', count: 1 }, version: 2 });
    document.edit((doc) => ({ ...doc, text: 'second' }));
    host.loseAnswers(false);
    await jest.advanceTimersByTimeAsync(10_000);
    expect(stored()).toEqual({ doc: { text: 'second', count: 1 }, version: 3 });
    expect(document.store.getState()).toMatchObject({ status: 'saved', version: 3 });
  });

  test('a refused edit says why, is not sent again by itself, and may be mended or given up', async () => {
    const document = await open();
    host.fail('invalid-request');
    document.edit((doc) => ({ ...doc, count: -1 }));
    await jest.advanceTimersByTimeAsync(20_000);
    expect(document.store.getState()).toMatchObject({ status: 'refused', fault: { kind: 'invalid-request' } });
    expect(host.said).toHaveLength(1);
    document.discard();
    await settle();
    expect(document.store.getState()).toMatchObject({ status: 'saved', doc: FIRST });
    document.edit((doc) => ({ ...doc, count: -2 }));
    await settle();
    host.fail(null);
    document.edit((doc) => ({ ...doc, count: 2 }));
    await settle();
    expect(stored()).toMatchObject({ doc: { count: 2 } });
  });

  test('a closed tab: what it left is sent by the next one, whatever view is open, and shown', async () => {
    const first = await open();
    host.fail('unexpected');
    first.edit((doc) => ({ ...doc, text: 'typed before the tab was closed' }));
    await settle();
    host.fail(null);
    const next = await open('tab-2');
    expect(next.store.getState().doc.text).toContain('typed before');
    await settle();
    expect(stored()).toMatchObject({ doc: { text: 'typed before the tab was closed' } });
    expect(await kept.all('out ')).toEqual([]);
  });

  test('two tabs that live keep to themselves: the save of one does not take the edit of the other', async () => {
    const living = new Set(['tab-1', 'tab-2']);
    const [one, other] = [await open('tab-1', living), await open('tab-2', living)];
    one.edit((doc) => ({ ...doc, text: 'one' }));
    other.edit((doc) => ({ ...doc, count: 5 }));
    expect(await kept.all('out ')).toHaveLength(2);
    await settle();
    // Of different fields they join, and nobody is asked.
    await Promise.all([one.refresh(), other.refresh()]);
    for (const { store } of [one, other])
      expect(store.getState()).toMatchObject({ status: 'saved', doc: { text: 'one', count: 5 } });
  });

  test('an edit that a closed tab left is shown where the same is open, and the next edit is made to it', async () => {
    const { closed, left, close } = await twoTabs();
    host.fail('unexpected');
    closed.edit((doc) => ({ ...doc, count: 9 }));
    await settle();
    close();
    host.fail(null);
    // The tab that is left looks now and then for what others have left.
    await jest.advanceTimersByTimeAsync(60_000);
    expect(stored()!.doc).toEqual({ text: 'a', count: 9 });
    expect(left.store.getState().doc).toEqual({ text: 'a', count: 9 });
    left.edit((doc) => ({ ...doc, text: 'b' }));
    await settle();
    expect(stored()!.doc).toEqual({ text: 'b', count: 9 });
  });

  test('where both were edited and the program was away, neither edit undoes the other in silence', async () => {
    const { closed, left, close } = await twoTabs();
    host.fail('unexpected');
    closed.edit((doc) => ({ ...doc, count: 9 }));
    left.edit((doc) => ({ ...doc, count: 7 }));
    await settle();
    close();
    host.fail(null);
    await jest.advanceTimersByTimeAsync(60_000);
    // One is stored, the other still waits for its maker to decide.
    const waiting = (await kept.all<{ body: Note; fate: string }>('out ')).map(([, { body, fate }]) => [
      body.count,
      fate,
    ]);
    const counts = [(stored()!.doc as Note).count, ...waiting.map(([count]) => count)];
    expect([...counts].sort()).toEqual([7, 9]);
    expect(waiting).toEqual([[expect.any(Number), 'conflict']]);
  });

  test('what a closed tab left of another field joins what is typed here', async () => {
    const { closed, left, close } = await twoTabs();
    host.fail('unexpected');
    closed.edit((doc) => ({ ...doc, count: 9 }));
    left.edit((doc) => ({ ...doc, text: 'b' }));
    await settle();
    close();
    await jest.advanceTimersByTimeAsync(40_000);
    host.fail(null);
    await jest.advanceTimersByTimeAsync(10_000);
    expect(stored()!.doc).toEqual({ text: 'b', count: 9 });
    expect(left.store.getState()).toMatchObject({ status: 'saved', doc: { text: 'b', count: 9 } });
    expect(await kept.all('out ')).toEqual([]);
  });

  test('one left behind that was already asked about is asked about here, and can be decided', async () => {
    const { closed, left, close } = await twoTabs();
    host.write(PATH, { text: 'theirs', count: 9 });
    closed.edit((doc) => ({ ...doc, text: 'mine' }));
    await settle();
    close();
    await jest.advanceTimersByTimeAsync(60_000);
    expect(left.store.getState()).toMatchObject({ doc: { text: 'mine' }, theirs: { doc: { text: 'theirs' } } });
    left.settle([]);
    await settle();
    expect(stored()!.doc).toEqual({ text: 'mine', count: 9 });
  });
});

describe('two devices', () => {
  test('the later writer is shown the other, and may take theirs', async () => {
    const document = await open();
    host.write(PATH, { text: 'theirs', count: 9 });
    document.edit((doc) => ({ ...doc, text: 'mine' }));
    await settle();
    expect(document.store.getState()).toMatchObject({
      status: 'conflict',
      doc: { text: 'mine' },
      theirs: { doc: { text: 'theirs' } },
    });
    document.settle(clashesIn(document.store.getState()));
    await settle();
    expect(document.store.getState()).toMatchObject({ status: 'saved', version: 2, doc: { text: 'theirs', count: 9 } });
    expect(await kept.all('out ')).toEqual([]);
  });

  test('or write over it, knowing what is lost; what is typed before that is kept', async () => {
    const document = await open();
    host.write(PATH, { text: 'theirs', count: 9 });
    document.edit((doc) => ({ ...doc, text: 'mine' }));
    await settle();
    document.edit((doc) => ({ ...doc, text: 'mine, later' }));
    await settle();
    expect(stored()).toMatchObject({ doc: { text: 'theirs' } });
    document.settle([]);
    await settle();
    expect(stored()).toEqual({ doc: { text: 'mine, later', count: 9 }, version: 3 });
    expect(document.store.getState().status).toBe('saved');
  });

  test('or field by field: mine of one, theirs of the other', async () => {
    const document = await open();
    host.write(PATH, { text: 'theirs', count: 9 });
    document.edit(() => ({ text: 'mine', count: 4 }));
    await settle();
    const clashes = clashesIn(document.store.getState());
    expect(clashes).toEqual([
      { at: ['text'], base: 'a', mine: 'mine', theirs: 'theirs' },
      { at: ['count'], base: 1, mine: 4, theirs: 9 },
    ]);
    document.settle(clashes.slice(1));
    await settle();
    expect(stored()).toEqual({ doc: { text: 'mine', count: 9 }, version: 3 });
    expect(document.store.getState()).toMatchObject({ status: 'saved', doc: { text: 'mine', count: 9 } });
  });

  test('edits of different fields join without a question; going back takes back one’s own', async () => {
    const document = await open();
    document.edit((doc) => ({ ...doc, text: 'ab' }));
    await settle();
    host.write(PATH, { text: 'ab', count: 9 });
    document.edit((doc) => ({ ...doc, text: 'abc' }));
    await settle();
    expect(stored()).toEqual({ doc: { text: 'abc', count: 9 }, version: 4 });
    expect(document.store.getState()).toMatchObject({ status: 'saved', theirs: null, doc: { count: 9 } });
    document.undo();
    await settle();
    expect(stored()!.doc).toEqual({ text: 'ab', count: 9 });
  });

  test('what is typed while a save is on its way is made from what was sent', async () => {
    const document = await open();
    host.loseAnswers(true);
    document.edit((doc) => ({ ...doc, text: 'first' }));
    await settle();
    document.edit((doc) => ({ ...doc, count: 2 }));
    host.loseAnswers(false);
    host.write(PATH, { text: 'theirs', count: 1 });
    await jest.advanceTimersByTimeAsync(10_000);
    // They changed the text after this device had: it is theirs now, and the count is ours.
    expect(stored()!.doc).toEqual({ text: 'theirs', count: 2 });
  });

  test('what another device wrote is taken on a refresh, but not over what is still to be sent', async () => {
    const document = await open();
    host.write(PATH, { text: 'theirs', count: 9 });
    await document.refresh();
    expect(document.store.getState()).toMatchObject({ version: 2, doc: { text: 'theirs' } });
    host.fail('unexpected');
    document.edit((doc) => ({ ...doc, text: 'mine' }));
    host.write(PATH, { text: 'theirs again', count: 9 });
    await document.refresh();
    expect(document.store.getState().doc.text).toBe('mine');
  });
});

describe('undo', () => {
  test('steps back and forth are ordinary saves', async () => {
    const document = await open();
    for (const count of [2, 3]) document.edit((doc) => ({ ...doc, count }));
    document.undo();
    await settle();
    expect(stored()).toMatchObject({ doc: { count: 2 } });
    document.redo();
    await settle();
    expect(stored()).toMatchObject({ doc: { count: 3 } });
    for (let n = 0; n < 3; n++) document.undo();
    expect(document.store.getState().doc).toEqual(FIRST);
  });

  test('typing one word undoes as one; what is typed right after an undo can be undone too', async () => {
    const document = await open();
    for (const text of ['w', 'wh', 'wha', 'whale']) document.edit((doc) => ({ ...doc, text }), 'text');
    document.undo();
    expect(document.store.getState().doc.text).toBe('a');
    document.edit((doc) => ({ ...doc, text: 'fin' }), 'text');
    document.undo();
    expect(document.store.getState().doc.text).toBe('a');
  });

  test('a new edit drops what could have been done again', async () => {
    const document = await open();
    document.edit((doc) => ({ ...doc, count: 2 }));
    document.undo();
    document.edit((doc) => ({ ...doc, count: 7 }));
    document.redo();
    expect(document.store.getState().doc.count).toBe(7);
  });
});

test('the register opens each thing once; what failed is tried anew', async () => {
  const register = createRegister();
  let made = 0;
  const make = () => Promise.resolve(ok({ nth: ++made }));
  const [first, second] = await Promise.all([register.once('a', make), register.once('a', make)]);
  expect(first).toEqual({ ok: true, value: { it: { nth: 1 }, isNew: true } });
  expect(second).toEqual({ ok: true, value: { it: { nth: 1 }, isNew: false } });
  await expect(register.once('b', () => Promise.reject(new Error('lost')))).rejects.toThrow('lost');
  expect((await register.once('b', make)).ok).toBe(true);
});
