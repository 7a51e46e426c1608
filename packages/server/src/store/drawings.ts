import { eq } from 'drizzle-orm';
import type { Session } from '../db/database';
import { drawings } from '../db/schema';
import { idTaken, notFound } from '../api-error';

/** An original drawing, byte for byte as it came. */
export interface Original {
  readonly fileName: string;
  readonly bytes: Buffer;
}

export async function getDrawing(session: Session, id: string): Promise<Original> {
  const [row] = await session.select().from(drawings).where(eq(drawings.id, id));
  if (!row) throw notFound('drawing', id);
  return { fileName: row.fileName, bytes: Buffer.from(row.bytes) };
}

/** Keeps an original. It never changes: the same one again is there already, another under its id is refused. */
export async function keepDrawing(session: Session, id: string, { fileName, bytes }: Original): Promise<void> {
  const [known] = await session.select().from(drawings).where(eq(drawings.id, id));
  if (known && (known.fileName !== fileName || !bytes.equals(known.bytes))) throw idTaken('drawing', id);
  if (!known) await session.insert(drawings).values({ id, fileName, bytes });
}
