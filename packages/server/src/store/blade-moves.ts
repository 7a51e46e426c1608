import { inArray } from 'drizzle-orm';
import type { BladeMove } from '@rapid-jig/core';
import type { Session } from '../db/database';
import { bladeMoves } from '../db/schema';
import { freshEntries } from './versions';

/** Every entry of the ledger of blades, in the order they came. */
export async function listBladeMoves(session: Session): Promise<BladeMove[]> {
  const rows = await session.select({ doc: bladeMoves.doc }).from(bladeMoves).orderBy(bladeMoves.sequence);
  return rows.map(({ doc }) => doc);
}

/**
 * Adds those entries that the ledger does not have (see {@link freshEntries}). What broke is broken, whatever was counted: an
 * entry is never refused because too few were left. Gives back the entries, as they stand there now.
 */
export async function addBladeMoves(session: Session, moves: readonly BladeMove[]): Promise<readonly BladeMove[]> {
  const rows = await session
    .select({ doc: bladeMoves.doc })
    .from(bladeMoves)
    .where(
      inArray(
        bladeMoves.id,
        moves.map(({ id }) => id),
      ),
    );
  const known = rows.map(({ doc }) => doc);
  const fresh = freshEntries(known, moves);
  for (const move of fresh) await session.insert(bladeMoves).values({ id: move.id, doc: move });
  return moves;
}
