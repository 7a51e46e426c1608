import { FORMS } from '@rapid-jig/core';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { err, ok, type Result } from '@rapid-jig/core';
import type { ApiFault, Stored } from '@rapid-jig/contract';
import { createQueue, openDocument, type OpenDocument } from './document';
import type { Drafts } from './drafts';

interface Note {
  readonly text: string;
  readonly count: number;
}

const fault = (kind: ApiFault['kind'], current?: Stored<unknown>): ApiFault => ({
  kind,
  message: 'm',
  where: 'w',
  hint: 'h',
  ...(current ? { current } : {}),
});

function memoryDrafts(): Drafts & { readonly kept: Map<string, unknown> } {
  const kept = new Map<string, unknown>();
  return {
    kept,
    read: <T>(key: string) => Promise.resolve(kept.get(key) as T | undefined),
    write: (key, value) => Promise.resolve(void kept.set(key, value)),
    change: <T>(key: string, change: (value: T | undefined) => T) =>
      Promise.resolve(void kept.set(key, change(kept.get(key) as T | undefined))),
    remove: (key) => Promise.resolve(void kept.delete(key)),
  };
}

/** A server with one document, that can be told to fail. */
function server(start: Stored<Note>) {
  let stored = start;
  let failure: ApiFault | null = null;
  let saves = 0;
  return {
    save: (doc: Note, version: number): Promise<Result<Stored<Note>, ApiFault>> => {
      saves++;
      if (failure) return Promise.resolve(err(failure));
      if (version !== stored.version) return Promise.resolve(err(fault('version-conflict', stored)));
      stored = { doc, version: version + 1 };
      return Promise.resolve(ok(stored));
    },
    stored: () => stored,
    saves: () => saves,
    fail: (kind: ApiFault['kind'] | null) => {
      failure = kind && fault(kind);
    },
    writeElsewhere: (doc: Note) => {
      stored = { doc, version: stored.version + 1 };
    },
  };
}

const FIRST: Stored<Note> = { doc: { text: 'a', count: 1 }, version: 1 };
let drafts: ReturnType<typeof memoryDrafts>;
let host: ReturnType<typeof server>;
const open = (stored = host.stored()): Promise<OpenDocument<Note>> =>
  openDocument<Note>({ key: 'note', kind: 'run', stored, save: host.save, drafts, queue: createQueue() });
const settle = () => jest.advanceTimersByTimeAsync(1000);

beforeEach(() => {
  jest.useFakeTimers();
  drafts = memoryDrafts();
  host = server(FIRST);
});
afterEach(() => {
  jest.useRealTimers();
});

describe('saving', () => {
  test('edits close together are one save, and the draft goes once it is on disk', async () => {
    const document = await open();
    document.edit((doc) => ({ ...doc, text: 'ab' }));
    document.edit((doc) => ({ ...doc, text: 'abc' }));
    expect(document.store.getState().status).toBe('waiting');
    expect(drafts.kept.get('note')).toEqual({ form: FORMS.run, doc: { text: 'abc', count: 1 }, version: 1 });
    await settle();
    expect(host.saves()).toBe(1);
    expect(host.stored()).toEqual({ doc: { text: 'abc', count: 1 }, version: 2 });
    expect([document.store.getState().status, drafts.kept.size]).toEqual(['saved', 0]);
  });

  test('a stopped server loses nothing: the edit is kept and sent when it is back', async () => {
    const document = await open();
    host.fail('unexpected');
    document.edit((doc) => ({ ...doc, count: 2 }));
    await settle();
    expect(document.store.getState().status).toBe('unsent');
    expect(drafts.kept.get('note')).toEqual({ form: FORMS.run, doc: { text: 'a', count: 2 }, version: 1 });
    host.fail(null);
    await jest.advanceTimersByTimeAsync(5000);
    expect(document.store.getState().status).toBe('saved');
    expect(host.stored().doc.count).toBe(2);
  });

  test('a refused edit says why and is not sent again by itself', async () => {
    const document = await open();
    host.fail('invalid-request');
    document.edit((doc) => ({ ...doc, count: -1 }));
    await jest.advanceTimersByTimeAsync(20_000);
    expect(document.store.getState()).toMatchObject({ status: 'refused', fault: { kind: 'invalid-request' } });
    expect(host.saves()).toBe(1);
  });

  test('a closed tab: the draft is taken up again and sent', async () => {
    drafts.kept.set('note', { doc: { text: 'typed before the tab was closed', count: 1 }, version: 1 });
    const document = await open();
    expect(document.store.getState().doc.text).toContain('typed before');
    await settle();
    expect(host.stored().doc.text).toContain('typed before');
  });
});

describe('drafts of other forms', () => {
  test('one of an earlier form is carried over step by step, not lost', async () => {
    // A draft as the first form left it: without a number, a run that knew no refilled spares.
    drafts.kept.set('note', { doc: { text: 'old', count: 3 }, version: 1 });
    const document = await open();
    expect(document.store.getState().doc).toEqual({ text: 'old', count: 3, refillSpares: false });
  });

  test('one of a newer form is set aside, and the document opens as it is stored', async () => {
    const newer = { form: 99, doc: { words: 'x' }, version: 1 };
    drafts.kept.set('note', newer);
    const document = await open();
    expect(document.store.getState()).toMatchObject({ status: 'saved', doc: FIRST.doc });
    expect(drafts.kept.get('set aside note')).toEqual(newer);
    expect(drafts.kept.has('note')).toBe(false);
  });
});

describe('two devices', () => {
  test('the later writer is shown the other, and may keep theirs', async () => {
    const document = await open();
    host.writeElsewhere({ text: 'theirs', count: 9 });
    document.edit((doc) => ({ ...doc, text: 'mine' }));
    await settle();
    expect(document.store.getState()).toMatchObject({
      status: 'conflict',
      doc: { text: 'mine' },
      theirs: { doc: { text: 'theirs' } },
    });
    document.takeTheirs();
    expect(document.store.getState()).toMatchObject({ status: 'saved', version: 2, doc: { text: 'theirs', count: 9 } });
    expect(drafts.kept.size).toBe(0);
  });

  test('or write over it, knowing what is lost', async () => {
    const document = await open();
    host.writeElsewhere({ text: 'theirs', count: 9 });
    document.edit((doc) => ({ ...doc, text: 'mine' }));
    await settle();
    document.keepMine();
    await settle();
    expect(host.stored()).toEqual({ doc: { text: 'mine', count: 1 }, version: 3 });
    expect(document.store.getState().status).toBe('saved');
  });

  test('a draft older than what is stored is a conflict, not an overwrite', async () => {
    drafts.kept.set('note', { doc: { text: 'old draft', count: 1 }, version: 1 });
    host.writeElsewhere({ text: 'newer', count: 2 });
    const document = await open();
    await settle();
    expect(document.store.getState().status).toBe('conflict');
    expect(host.stored().doc.text).toBe('newer');
  });
});

describe('undo', () => {
  test('steps back and forth are ordinary saves', async () => {
    const document = await open();
    for (const count of [2, 3]) document.edit((doc) => ({ ...doc, count }));
    document.undo();
    await settle();
    expect(host.stored().doc.count).toBe(2);
    document.redo();
    await settle();
    expect(host.stored().doc.count).toBe(3);
    document.undo();
    document.undo();
    document.undo();
    expect(document.store.getState().doc).toEqual(FIRST.doc);
  });

  test('typing one word undoes as one', async () => {
    const document = await open();
    for (const text of ['w', 'wh', 'wha', 'whale']) document.edit((doc) => ({ ...doc, text }), 'text');
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

test('the queue runs one write after another, also past one that fails', async () => {
  const queue = createQueue();
  const order: string[] = [];
  const slow = queue(async () => {
    await new Promise((resolve) => setTimeout(resolve, 50));
    order.push('slow');
    throw new Error('lost');
  });
  const caught = expect(slow).rejects.toThrow('lost');
  const fast = queue(() => Promise.resolve(order.push('fast')));
  await settle();
  await caught;
  await fast;
  expect(order).toEqual(['slow', 'fast']);
});
