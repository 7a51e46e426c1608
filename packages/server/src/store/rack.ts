import { eq, inArray, or, sql } from 'drizzle-orm';
import { countStock, stockCount, type StockItem, type StockMove } from '@rapid-jig/core';
import type { NewStock, Stored, StoredRack, Written } from '@rapid-jig/contract';
import { ApiError, notFound } from '../api-error';
import { freshEntries, sameOrConflict } from './versions';
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
export async function putItem(session: Session, doc: StockItem, version: number): Promise<Written> {
  const found = await findItem(session, doc.id);
  const same = sameOrConflict('item on the rack', doc, version, found);
  if (same) return same;
  if (doc.archived && !found?.doc.archived) await refuseReserved(session, doc);
  const values = { id: doc.id, version: version + 1, doc };
  await session.insert(rackItems).values(values).onConflictDoUpdate({ target: rackItems.id, set: values });
  return { version: values.version };
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

/** What the ledger has of these items, and under these ids. */
async function movesOf(session: Session, moves: readonly StockMove[]): Promise<StockMove[]> {
  const [ids, items] = [moves.map(({ id }) => id), [...new Set(moves.map(({ itemId }) => itemId))]];
  const rows = await session
    .select({ doc: stockMoves.doc })
    .from(stockMoves)
    .where(or(inArray(stockMoves.itemId, items), inArray(stockMoves.id, ids)))
    .orderBy(stockMoves.sequence);
  return rows.map(({ doc }) => doc);
}

/**
 * Adds entries to the ledger. An id that is there with the same content counts as done, with other content it is refused;
 * so is reserving or using more than is there, and a correction below nothing. Gives back the entries, as they stand there now.
 */
export async function addMoves(session: Session, moves: readonly StockMove[]): Promise<readonly StockMove[]> {
  const known = await movesOf(session, moves);
  await refuseUnknown(session, [...new Set(moves.map(({ itemId }) => itemId))]);
  const fresh = freshEntries(known, moves);
  await refuseMoreThanThereIs(session, known, fresh);
  for (const some of inParts(fresh))
    await session.insert(stockMoves).values(some.map((move) => ({ id: move.id, itemId: move.itemId, doc: move })));
  return moves;
}

async function refuseUnknown(session: Session, ids: readonly string[]): Promise<void> {
  const rows = await session
    .select({ id: rackItems.id })
    .from(rackItems)
    .where(inArray(rackItems.id, [...ids]));
  const known = new Set(rows.map(({ id }) => id));
  const unknown = ids.find((id) => !known.has(id));
  if (unknown !== undefined) throw notFound('item on the rack', unknown);
}

/** Rows that are written by one statement. */
const ROWS_AT_ONCE = 500;

const inParts = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / ROWS_AT_ONCE) }, (_none, i) =>
    rows.slice(i * ROWS_AT_ONCE, (i + 1) * ROWS_AT_ONCE),
  );

/** After these moves no item is below nothing, and none that they reserve or use is promised twice. */
export async function refuseMoreThanThereIs(
  session: Session,
  known: readonly StockMove[],
  fresh: readonly StockMove[],
): Promise<void> {
  const counts = countStock([...known, ...fresh]);
  for (const { itemId, kind } of fresh) {
    const { onHand, free } = stockCount(counts, itemId);
    const isTaking = kind === 'reserved' || kind === 'used';
    if (onHand >= 0 && (!isTaking || free >= 0)) continue;
    const before = stockCount(countStock(known), itemId);
    const item = await findItem(session, itemId);
    throw new ApiError({
      kind: 'not-enough',
      message: `Only ${String(before.free)} of this are free: ${String(before.onHand)} on the rack, the rest reserved by runs.`,
      where: item?.doc.name || item?.doc.woodId || itemId,
      hint: 'Open the wood of the run again: it is laid on what is there now. Or correct the count under Rack.',
    });
  }
}

/** Puts new items on the rack with their first entries. */
export async function addStock(session: Session, { items, moves }: NewStock): Promise<void> {
  const ids = items.map(({ id }) => id);
  const rows = await session.select({ id: rackItems.id }).from(rackItems).where(inArray(rackItems.id, ids));
  const known = new Set(rows.map(({ id }) => id));
  const fresh: StockItem[] = [];
  for (const item of items) {
    if (known.has(item.id)) await putItem(session, item, 0);
    else fresh.push(item);
    known.add(item.id);
  }
  for (const some of inParts(fresh))
    await session.insert(rackItems).values(some.map((doc) => ({ id: doc.id, version: 1, doc })));
  if (moves.length > 0) await addMoves(session, moves);
}
