import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  countStock,
  err,
  ok,
  stockCount,
  type Result,
  type StockChange,
  type StockCount,
  type StockItem,
  type StockMove,
  type StockMoveKind,
  type TypedStock,
} from '@rapid-jig/core';
import type { ApiFault, StockMoves, Stored, StoredRack } from '@rapid-jig/contract';
import { v4 as newId } from 'uuid';
import type { OpenDocument } from '../documents/document';
import { movesEntry, stockEntry, type Entry } from '../documents/entry';
import type { Services } from '../services';
import { orThrow } from '../shell/or-throw';

/** The rack as this browser has it: items that save themselves one by one, and a ledger that only grows. */
export interface RackSession {
  readonly store: StoreApi<StoredRack>;
  /** One item to be edited; the same one each time it is asked for. */
  document(id: string): Promise<OpenDocument<StockItem>>;
  /** Puts new stock on the rack and says that it was received, from a run where that made it. */
  add(stock: readonly TypedStock[], runId?: string | null): Promise<Result<readonly string[], ApiFault>>;
  move(entries: readonly StockEntry[]): Promise<Result<null, ApiFault>>;
  /** Takes entries that the server has. */
  enter(moves: readonly StockMove[]): void;
  /** Reads what other devices have done. */
  refresh(): Promise<Result<null, ApiFault>>;
  /** Takes what a table changes: new stock, counts as corrections, facts as edits. */
  take(changes: readonly StockChange[]): Promise<Result<null, ApiFault>>;
}

export interface StockEntry {
  readonly itemId: string;
  readonly kind: StockMoveKind;
  readonly count: number;
  readonly runId: string | null;
}

/** The rack, opened once in this tab; opened again it shows what is stored now. */
export async function openRack(services: Services): Promise<RackSession> {
  const opened = await services.register.once('rack', async () => {
    const rack = await services.api.rack();
    if (!rack.ok) return rack;
    const session = rackSession(services, rack.value);
    services.live.on('rack', () => void session.refresh());
    return ok(session);
  });
  const { it, isNew } = orThrow(opened);
  if (!isNew) orThrow(await it.refresh());
  return it;
}

type RackServices = Pick<Services, 'api' | 'outbox' | 'open' | 'clientId'>;

export function rackSession({ api, outbox, open, clientId }: RackServices, rack: StoredRack): RackSession {
  const store = createStore<StoredRack>(() => rack);
  const documents = new Map<string, OpenDocument<StockItem>>();
  const itemOf = async (id: string): Promise<Result<Stored<StockItem>, ApiFault>> => {
    const known = store.getState().items.find(({ doc }) => doc.id === id);
    if (!known) throw new Error(`the rack holds no item ${id}`);
    return ok(known);
  };
  const document: RackSession['document'] = async (id) => {
    const opened = await open<StockItem>({
      key: `rack ${id}`,
      kind: 'stockItem',
      path: `/rack/${id}`,
      label: ({ name, kind }) => name || kind,
      load: () => itemOf(id),
    });
    const it = orThrow(opened);
    if (!documents.has(id))
      it.store.subscribe(({ doc, version, status }) => {
        if (status === 'saved') keep({ doc, version });
      });
    documents.set(id, it);
    return it;
  };
  const keep = (item: Stored<StockItem>): void => {
    const { items } = store.getState();
    store.setState({ items: items.map((one) => (one.doc.id === item.doc.id ? item : one)) });
  };
  /** Adds entries of the ledger that are not there yet. */
  const enter = (moves: readonly StockMove[]): void =>
    store.setState((before) => {
      const known = new Set(before.moves.map(({ id }) => id));
      return { moves: [...before.moves, ...moves.filter(({ id }) => !known.has(id))] };
    });
  const movesOf = (entries: readonly StockEntry[]): StockMove[] => {
    const at = new Date().toISOString();
    return entries.map((entry) => ({ ...entry, id: newId(), clientId, at }));
  };
  /** Sends an entry; one that the server refuses is given up here, for whoever asked is told. */
  const sent = async <T>(entry: Entry): Promise<Result<T, ApiFault>> => {
    outbox.put(entry);
    const outcome = await outbox.next(entry.id);
    // The API promises each kind of entry its own answer.
    if (outcome.fate === 'sent') return ok(outcome.answer as T);
    if (outcome.fate === 'discarded') throw new Error(`the entry ${entry.id} was given up on its way`);
    if (outcome.fate === 'refused') outbox.discard(entry.id);
    return err(outcome.fault);
  };
  const move: RackSession['move'] = async (entries) => {
    const answer = await sent<StockMoves>(movesEntry(movesOf(entries)));
    if (!answer.ok) return answer;
    enter(answer.value.moves);
    return ok(null);
  };
  const add: RackSession['add'] = async (stock, runId = null) => {
    const items = stock.map(({ item }): StockItem => ({ ...item, id: newId() }));
    const received = items.flatMap(({ id }, i): StockEntry[] => {
      const count = stock[i]?.quantity ?? 0;
      return count > 0 ? [{ itemId: id, kind: 'received', count, runId }] : [];
    });
    const answer = await sent<StoredRack>(stockEntry({ items, moves: movesOf(received) }));
    if (!answer.ok) return answer;
    const known = new Set(store.getState().items.map(({ doc }) => doc.id));
    const fresh = answer.value.items.filter(({ doc }) => !known.has(doc.id));
    store.setState((before) => ({ items: [...before.items, ...fresh] }));
    enter(answer.value.moves);
    return ok(items.map(({ id }) => id));
  };
  return {
    store,
    move,
    enter,
    document,
    add,
    refresh: async () => {
      const read = await api.rack();
      if (!read.ok) return read;
      // The ledger only grows: an answer with less of it was overtaken by a write on its way.
      if (read.value.moves.length < store.getState().moves.length) return ok(null);
      store.setState(read.value, true);
      for (const it of documents.values()) await it.refresh();
      return ok(null);
    },
    take: async (changes) => {
      const fresh = changes.flatMap((change) => (change.kind === 'new' ? [change.stock] : []));
      const changed = changes.flatMap((change) => (change.kind === 'changed' ? [change] : []));
      const counts = changed.flatMap(({ item, difference }): StockEntry[] =>
        difference === 0 ? [] : [{ itemId: item.id, kind: 'corrected', count: difference, runId: null }],
      );
      if (fresh.length > 0) {
        const added = await add(fresh);
        if (!added.ok) return added;
      }
      if (counts.length > 0) {
        const moved = await move(counts);
        if (!moved.ok) return moved;
      }
      for (const { item, facts } of changed) {
        if (Object.keys(facts).length > 0) (await document(item.id)).edit((doc) => ({ ...doc, ...facts }));
      }
      return ok(null);
    },
  };
}

/** What is on the rack now, each with its count; archived items are left out. */
export function itemsWithCounts({
  items,
  moves,
}: StoredRack): { readonly item: StockItem; readonly count: StockCount }[] {
  const counts = countStock(moves);
  return items.flatMap(({ doc }) => (doc.archived ? [] : [{ item: doc, count: stockCount(counts, doc.id) }]));
}
