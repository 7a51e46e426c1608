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
import type { ApiFault, Stored, StoredRack } from '@rapid-jig/contract';
import { openDocument, type OpenDocument } from '../documents/document';
import type { Services } from '../services';
import { orThrow } from '../shell/or-throw';

/** The rack as this browser has it: items that save themselves one by one, and a ledger that only grows. */
export interface RackSession {
  readonly store: StoreApi<StoredRack>;
  /** One item to be edited; the same one each time it is asked for. */
  document(id: string): Promise<OpenDocument<StockItem>>;
  /** Puts new stock on the rack and says that it was received. */
  add(stock: readonly TypedStock[]): Promise<Result<readonly string[], ApiFault>>;
  move(entries: readonly StockEntry[]): Promise<Result<null, ApiFault>>;
  /** Takes what a table changes: new stock, counts as corrections, facts as edits. */
  take(changes: readonly StockChange[]): Promise<Result<null, ApiFault>>;
}

export interface StockEntry {
  readonly itemId: string;
  readonly kind: StockMoveKind;
  readonly count: number;
  readonly runId: string | null;
}

export async function openRack(services: Services): Promise<RackSession> {
  return rackSession(services, orThrow(await services.api.rack()));
}

export function rackSession(
  { api, drafts, queue, clientId }: Pick<Services, 'api' | 'drafts' | 'queue' | 'clientId'>,
  rack: StoredRack,
): RackSession {
  const store = createStore<StoredRack>(() => rack);
  const documents = new Map<string, Promise<OpenDocument<StockItem>>>();
  const keep = (item: Stored<StockItem>): void => {
    const { items } = store.getState();
    store.setState({ items: items.map((one) => (one.doc.id === item.doc.id ? item : one)) });
  };
  const open = (id: string): Promise<OpenDocument<StockItem>> => {
    const stored = store.getState().items.find(({ doc }) => doc.id === id);
    if (!stored) throw new Error(`the rack holds no item ${id}`);
    const save = async (doc: StockItem, version: number) => {
      const answer = await api.putStockItem(doc, version);
      if (answer.ok) keep(answer.value);
      return answer;
    };
    return openDocument({ key: `rack ${id}`, kind: 'stockItem', stored, save, drafts, queue });
  };
  const movesOf = (entries: readonly StockEntry[]): StockMove[] => {
    const at = new Date().toISOString();
    return entries.map((entry) => ({ ...entry, id: crypto.randomUUID(), clientId, at }));
  };
  const move: RackSession['move'] = async (entries) => {
    const answer = await queue(() => api.addStockMoves(movesOf(entries)));
    if (!answer.ok) return err(answer.error);
    store.setState({ moves: answer.value.moves });
    return ok(null);
  };
  const document: RackSession['document'] = (id) => {
    const known = documents.get(id) ?? open(id);
    documents.set(id, known);
    return known;
  };
  const add: RackSession['add'] = async (stock) => {
    const items = stock.map(({ item }): StockItem => ({ ...item, id: crypto.randomUUID() }));
    const received = items.flatMap(({ id }, i): StockEntry[] => {
      const count = stock[i]?.quantity ?? 0;
      return count > 0 ? [{ itemId: id, kind: 'received', count, runId: null }] : [];
    });
    const answer = await queue(() => api.addStock({ items, moves: movesOf(received) }));
    if (!answer.ok) return err(answer.error);
    store.setState(answer.value, true);
    return ok(items.map(({ id }) => id));
  };
  return {
    store,
    move,
    document,
    add,
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
