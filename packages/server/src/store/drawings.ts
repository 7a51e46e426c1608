import { eq } from 'drizzle-orm';
import type { DrawingFile } from '@rapid-jig/contract';
import type { Session } from '../db/database';
import { drawings } from '../db/schema';
import { notFound } from '../api-error';

export async function getDrawing(session: Session, id: string): Promise<DrawingFile> {
  const [row] = await session.select().from(drawings).where(eq(drawings.id, id));
  if (!row) throw notFound('drawing', id);
  return { fileName: row.fileName, text: row.text };
}

/** Keeps an original. It never changes: the same id again is taken as the same file. */
export async function keepDrawing(session: Session, id: string, { fileName, text }: DrawingFile): Promise<void> {
  await session.insert(drawings).values({ id, fileName, text }).onConflictDoNothing();
}
