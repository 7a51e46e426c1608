import { eq, sql } from 'drizzle-orm';
import { countStock, stockCount, type StockItem, type StockMove } from '@rapid-jig/core';
import type { NewStock, Stored, StoredRack } from '@rapid-jig/contract';
import { ApiError, notFound, versionConflict } from '../api-error';
import type { Session } from '../db/database';
import { rackItems, stockMoves } from '../db/schema';

const columns = { version: rackItems.version, doc: rackItems.doc };

/** The whole rack: what lies on it, and every move of it in the order they came. */
export async function getRack(session: Session): Promise<StoredRack> {
  const items = await session
    .select(columns)
    .from(rackItems)
    .orderBy(sql`rack_items.rowid`);
  return { items, moves: await listMoves(session) };
}

async function listMoves(session: Session): Promise<StockMove[]> {
  const rows = await session.select({ doc: stockMoves.doc }).from(stockMoves).orderBy(stockMoves.sequence);
  return rows.map(({ doc }) => doc);
}

async function findItem(session: Session, id: string): Promise<Stored<StockItem> | undefined> {
  const [row] = await session.select(columns).from(rackItems).where(eq(rackItems.id, id));
  return row;
}

/** Writes an item. `version` is the one the writer read, 0 for a new one. What a run has reserved cannot be put away. */
export async function putItem(session: Session, doc: StockItem, version: number): Promise<Stored<StockItem>> {
  const found = await findItem(session, doc.id);
  if ((found?.version ?? 0) !== version) {
    if (!found) throw notFound('item on the rack', doc.id);
    throw versionConflict('item on the rack', found);
  }
  if (doc.archived && !found?.doc.archived) await refuseReserved(session, doc);
  const values = { id: doc.id, version: version + 1, doc };
  await session.insert(rackItems).values(values).onConflictDoUpdate({ target: rackItems.id, set: values });
  return { version: values.version, doc };
}

async function refuseReserved(session: Session, { id }: StockItem): Promise<void> {
  const { reserved } = stockCount(countStock(await listMoves(session)), id);
  const runs = Object.keys(reserved);
  if (runs.length === 0) return;
  throw new ApiError({
    kind: 'in-use',
    message: 'A run has reserved this, so it cannot be taken off the rack.',
    where: runs.join(', '),
    hint: 'Release it in that run first.',
  });
}

/** Adds entries to the ledger; an id that is there already counts as done. */
export async function addMoves(session: Session, moves: readonly StockMove[]): Promise<StockMove[]> {
  for (const move of moves) {
    if (!(await findItem(session, move.itemId))) throw notFound('item on the rack', move.itemId);
    await session
      .insert(stockMoves)
      .values({ id: move.id, itemId: move.itemId, doc: move })
      .onConflictDoNothing({ target: stockMoves.id });
  }
  return listMoves(session);
}

/** Puts new items on the rack with their first entries. */
export async function addStock(session: Session, { items, moves }: NewStock): Promise<StoredRack> {
  for (const item of items) await putItem(session, item, 0);
  await addMoves(session, moves);
  return getRack(session);
}
