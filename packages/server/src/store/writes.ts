import { eq } from 'drizzle-orm';
import { idTaken } from '../api-error';
import type { Session } from '../db/database';
import { writes } from '../db/schema';

/** A write as it came: its idempotency key, and the hash of all it says. */
export interface Write {
  readonly key: string;
  readonly contentHash: string;
}

/**
 * Does a write once, inside the transaction of its work. Said again with the same content it has the answer of the first
 * time; another content under the same key is refused. What fails is not kept, so it may be said again.
 */
export async function once<T extends object>(session: Session, write: Write, work: () => Promise<T>): Promise<T> {
  const [known] = await session.select().from(writes).where(eq(writes.key, write.key));
  if (known && known.contentHash !== write.contentHash) throw idTaken('write', write.key);
  // What stands there was the answer of this very work.
  if (known) return known.answer as T;
  const answer = await work();
  await session.insert(writes).values({ ...write, answer });
  return answer;
}
