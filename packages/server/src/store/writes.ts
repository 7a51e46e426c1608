import { and, eq, lt, sql } from 'drizzle-orm';
import { idTaken } from '../api-error';
import type { Session } from '../db/database';
import { writes } from '../db/schema';

/** A write as it came: its idempotency key, and the hash of all it says. */
export interface Write {
  readonly key: string;
  readonly contentHash: string;
}

export const DAY_MS = 86_400_000;
/** An answer is kept so many days. Its key and hash stay for ever. */
const KEPT_DAYS = 30;

/**
 * Does a write once, inside the transaction of its work. Said again with the same content it has the answer of the first
 * time; another content under the same key is refused. What fails is not kept, so it may be said again. Said again after its
 * answer was forgotten it is judged anew, as a stale write is: by its version or by the ids in it, so that nothing is done twice.
 */
export async function once<T extends object>(session: Session, write: Write, work: () => Promise<T>): Promise<T> {
  const [known] = await session.select().from(writes).where(eq(writes.key, write.key));
  if (known && known.contentHash !== write.contentHash) throw idTaken('write', write.key);
  // What stands there was the answer of this very work.
  if (known && known.answer !== null) return known.answer as T;
  const answer = await work();
  await session
    .insert(writes)
    .values({ ...write, answer })
    .onConflictDoNothing();
  return answer;
}

/** Forgets the answers that were kept their time. */
export async function forgetAnswers(session: Session, now: Date): Promise<void> {
  const until = new Date(now.getTime() - KEPT_DAYS * DAY_MS).toISOString();
  await session
    .update(writes)
    .set({ answer: sql`'null'` })
    .where(and(lt(writes.at, until), sql`${writes.answer} <> 'null'`));
}
