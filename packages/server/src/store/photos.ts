import { readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { and, eq, isNotNull, lt, notInArray, sql } from 'drizzle-orm';
import { ApiError, idTaken, notFound } from '../api-error';
import type { Database, Session } from '../db/database';
import { isMissing } from '../db/faults';
import { photos, workEvents } from '../db/schema';
import { MOST_PX, pictureAlone } from './jpeg';
import { DAY_MS } from './writes';

/** What names a photo follows it at once, or once the device is back from wherever it had no network. */
const WAITS_DAYS = 60;

/** Keeps a JPEG without what a camera wrote beside the picture; said again with the same picture it changes nothing. */
export async function keepPhoto(session: Session, id: string, jpeg: Buffer): Promise<void> {
  const plain = pictureAlone(jpeg);
  if (plain === null)
    throw new ApiError({
      kind: 'invalid-request',
      message: `This is no JPEG picture of up to ${String(MOST_PX)} px to a side.`,
      where: 'jpeg',
      hint: 'Take the photo again, or choose another file.',
    });
  const [known] = await session.select({ jpeg: photos.jpeg }).from(photos).where(eq(photos.id, id));
  if (known && !known.jpeg.equals(plain)) throw idTaken('photo', id);
  if (!known) await session.insert(photos).values({ id, jpeg: plain });
}

export async function photoOf(session: Session, id: string): Promise<Buffer> {
  const [known] = await session.select({ jpeg: photos.jpeg }).from(photos).where(eq(photos.id, id));
  if (!known) throw notFound('photo', id);
  return known.jpeg;
}

/** Removes what was kept long ago and no event names: its event never came. */
export async function removeUnnamedPhotos(session: Session, now: Date): Promise<void> {
  const named = sql<string>`json_extract(${workEvents.doc}, '$.doc.photoId')`;
  const before = new Date(now.getTime() - WAITS_DAYS * DAY_MS).toISOString();
  await session
    .delete(photos)
    .where(
      and(
        lt(photos.keptAt, before),
        notInArray(photos.id, session.select({ id: named }).from(workEvents).where(isNotNull(named))),
      ),
    );
}

/** The folder in which earlier versions kept the photos of a shop: beside the file of its database, else in the folder of all data. */
export const photoFolder = (url: string, dataFolder: string): string =>
  url.startsWith('file:') ? fileURLToPath(url).replace(/\.db$/, '') + '.photos' : join(dataFolder, 'photos');

/** Takes the photos of earlier versions into the database, one by one, each out of its folder once it is in. */
export async function takeInPhotos(db: Database, folder: string): Promise<void> {
  const files = await readdir(folder).catch((error: unknown) => {
    if (isMissing(error)) return [];
    throw error;
  });
  for (const file of files.filter((name) => name.endsWith('.jpg'))) {
    const place = join(folder, file);
    const jpeg = await readFile(place);
    await db.write((session) =>
      session
        .insert(photos)
        .values({ id: file.replace(/\.jpg$/, ''), jpeg })
        .onConflictDoNothing(),
    );
    await rm(place);
  }
}
