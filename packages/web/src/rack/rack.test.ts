import { describe, expect, test } from '@jest/globals';
import { err, ok, parseStock, type Result, type StockItem, type StockMove } from '@rapid-jig/core';
import type { ApiFault, NewStock, Stored } from '@rapid-jig/contract';
import type { Api } from '../api/client';
import type { Entry } from '../documents/entry';
import { createRegister } from '../documents/register';
import { outboxOf, quiet } from '../documents/testing.test-support';
import { opener } from '../services';
import { itemsWithCounts, rackSession } from './rack-session';

const typed = (text: string) => {
  const read = parseStock(text, 'in');
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
};
/** A server of its own, that can be told to refuse. */
function shop() {
  const moves: StockMove[] = [];
  const items: Stored<StockItem>[] = [];
  const refuse = { moves: false };
  let answer: () => void = () => undefined;
  /** The rack as it was when it was asked for, answered when the test says so. */
  const reading = new Promise((resolve) => (answer = () => resolve(ok({ items: [], moves: [] }))));
  const away = { kind: 'invalid-request', message: 'away', where: 'the connection', hint: 'wait' } as const;
  const send = ({ kind, base }: Entry, { body }: { readonly body: unknown }): Promise<Result<unknown, ApiFault>> => {
    if (kind === 'document') return Promise.resolve(ok({ version: (base ?? 0) + 1 }));
    if (refuse.moves) return Promise.resolve(err(away));
    const stock = body as NewStock;
    if (kind === 'new') items.push(...stock.items.map((doc) => ({ version: 1, doc })));
    moves.push(...stock.moves);
    return Promise.resolve(ok({ items: [...items], moves: [...moves] }));
  };
  const outbox = outboxOf(send);
  const open = opener(createRegister(), outbox, quiet);
  const api = { rack: () => reading } as unknown as Api;
  const session = rackSession({ api, outbox, open, clientId: crypto.randomUUID() }, { items: [], moves: [] });
  return { session, refuse, outbox, answer: () => answer(), counts: () => itemsWithCounts(session.store.getState()) };
}

describe('the rack in this browser', () => {
  test('what is added is received in the ledger; moves change what is there', async () => {
    const { session, counts } = shop();
    const added = await session.add([typed('2 beech 6/4 x 5 1/2 x 48'), typed('walnut 3/4 x 5 x 20')]);
    expect(counts().map(({ count }) => count.onHand)).toEqual([2, 1]);
    if (!added.ok) throw new Error('not added');
    await session.move([{ itemId: added.value[0]!, kind: 'used', count: 1, runId: null }]);
    expect(counts()[0]!.count).toEqual({ onHand: 1, reserved: {}, free: 1 });
  });

  test('what the server did not take is told, and nothing of it is on the rack', async () => {
    const { session, refuse, outbox, counts } = shop();
    refuse.moves = true;
    expect(await session.add([typed('walnut 3/4 x 5 x 20')])).toMatchObject({ ok: false, error: { message: 'away' } });
    expect(counts()).toEqual([]);
    expect(outbox.store.getState().entries).toEqual([]);
  });

  test('the rack as it was before a write, read too late, does not take the place of what was written', async () => {
    const { session, answer, counts } = shop();
    const reading = session.refresh();
    await session.add([typed('walnut 3/4 x 5 x 20')]);
    answer();
    await reading;
    expect(counts()).toHaveLength(1);
  });

  test('an item is opened once, edits save themselves, and archived items leave the rack', async () => {
    const { session, counts } = shop();
    await session.add([typed('walnut 3/4 x 5 x 20')]);
    const { item } = counts()[0]!;
    const document = await session.document(item.id);
    expect(await session.document(item.id)).toBe(document);
    document.edit((doc) => ({ ...doc, archived: true }));
    await document.flush();
    expect(counts()).toEqual([]);
  });
});

describe('a table taken in', () => {
  test('new stock, a count corrected, a place that changed: each to its own', async () => {
    const { session, counts } = shop();
    await session.add([{ ...typed('walnut 3/4 x 5 x 20'), quantity: 2 }]);
    const { item } = counts()[0]!;
    const taken = await session.take([
      { kind: 'new', stock: typed('cherry 1/2 x 4 x 30') },
      { kind: 'changed', item, before: 2, difference: -1, facts: { place: 'loft' } },
    ]);
    expect(taken.ok).toBe(true);
    await (await session.document(item.id)).flush();
    expect(counts().map(({ item: one, count }) => [one.woodId, count.onHand, one.place])).toEqual([
      ['walnut', 1, 'loft'],
      ['cherry', 1, ''],
    ]);
  });
});
