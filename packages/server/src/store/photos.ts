import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { isNotNull, sql } from 'drizzle-orm';
import { ApiError, idTaken, notFound } from '../api-error';
import type { Session } from '../db/database';
import { workEvents } from '../db/schema';
import { MOST_PX, pictureAlone } from './jpeg';
import { DAY_MS } from './writes';

/** Photos of the work, as files beside the database. */
export interface Photos {
  /** Keeps a JPEG without what a camera wrote beside the picture; said again with the same picture it changes nothing. */
  keep(id: string, jpeg: Buffer): Promise<void>;
  read(id: string): Promise<Buffer>;
  /** Removes what was kept long ago and is not among the ids that are `named`, which are asked for only where there is such: its event never came. */
  removeUnnamed(named: () => Promise<ReadonlySet<string>>, now: Date): Promise<void>;
}

/** What names a photo follows it at once, or once the device is back from wherever it had no network. */
const WAITS_DAYS = 60;

/** The folder of a shop's photos: beside the file of its database, else in the folder of all data. */
export const photoFolder = (url: string, dataFolder: string): string =>
  url.startsWith('file:') ? fileURLToPath(url).replace(/\.db$/, '') + '.photos' : join(dataFolder, 'photos');

export const openPhotos = (folder: string): Photos => ({
  keep: async (id, jpeg) => {
    const plain = pictureAlone(jpeg);
    if (plain === null)
      throw new ApiError({
        kind: 'invalid-request',
        message: `This is no JPEG picture of up to ${String(MOST_PX)} px to a side.`,
        where: 'jpeg',
        hint: 'Take the photo again, or choose another file.',
      });
    const place = join(folder, `${id}.jpg`);
    const known = await readIfThere(place);
    if (known?.equals(plain)) return;
    if (known) throw idTaken('photo', id);
    await mkdir(folder, { recursive: true });
    // Whole or not at all: a file that was cut off would be taken for the picture.
    await writeFile(`${place}.part`, plain, { flush: true });
    await rename(`${place}.part`, place);
  },
  read: async (id) => {
    const bytes = await readIfThere(join(folder, `${id}.jpg`));
    if (bytes === null) throw notFound('photo', id);
    return bytes;
  },
  removeUnnamed: async (named, now) => {
    const files = await readdir(folder).catch((error: unknown) => {
      if (isMissing(error)) return [];
      throw error;
    });
    const old: string[] = [];
    for (const file of files) {
      const { mtimeMs } = await stat(join(folder, file));
      if (now.getTime() - mtimeMs > WAITS_DAYS * DAY_MS) old.push(file);
    }
    const kept = old.length === 0 ? new Set<string>() : await named();
    for (const file of old) if (!kept.has(file.replace(/\.jpg$/, ''))) await rm(join(folder, file), { force: true });
  },
});

/** Ids of the photos that events name. */
export async function photosNamed(session: Session): Promise<ReadonlySet<string>> {
  const id = sql<string>`json_extract(${workEvents.doc}, '$.doc.photoId')`;
  const rows = await session.select({ id }).from(workEvents).where(isNotNull(id));
  return new Set(rows.map((row) => row.id));
}

/** null where there is no such file; what else keeps it from being read is thrown. */
async function readIfThere(place: string): Promise<Buffer | null> {
  try {
    return await readFile(place);
  } catch (error) {
    if (isMissing(error)) return null;
    throw error;
  }
}

// By its code alone: an error of the system need not be an `Error` of the realm that catches it.
const isMissing = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && error.code === 'ENOENT';
