import { hashOf, type BladeMove } from '@rapid-jig/core';
import type { Session } from '../db/database';
import { bladeMoves } from '../db/schema';
import { idTaken } from '../api-error';

/** Every entry of the ledger of blades, in the order they came. */
export async function listBladeMoves(session: Session): Promise<BladeMove[]> {
  const rows = await session.select({ doc: bladeMoves.doc }).from(bladeMoves).orderBy(bladeMoves.sequence);
  return rows.map(({ doc }) => doc);
}

/**
 * Adds entries to the ledger. An id that is there with the same content counts as done, with other content it is refused. What
 * broke is broken, whatever was counted: an entry is never refused because too few were left.
 */
export async function addBladeMoves(session: Session, moves: readonly BladeMove[]): Promise<BladeMove[]> {
  const known = await listBladeMoves(session);
  const byId = new Map(known.map((move) => [move.id, move]));
  for (const move of moves) {
    const before = byId.get(move.id);
    if (before && hashOf(before) !== hashOf(move)) throw idTaken('entry of the ledger', move.id);
    if (before) continue;
    byId.set(move.id, move);
    await session.insert(bladeMoves).values({ id: move.id, doc: move });
  }
  return [...byId.values()];
}
