import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ApiError, idTaken, notFound } from '../api-error';

/** Photos of the work, as files beside the database. */
export interface Photos {
  /** Keeps a JPEG without what a camera wrote beside the picture; said again with the same picture it changes nothing. */
  keep(id: string, jpeg: Buffer): Promise<void>;
  read(id: string): Promise<Buffer>;
}

/** The folder of a shop's photos: beside the file of its database, else in the folder of all data. */
export const photoFolder = (url: string, dataFolder: string): string =>
  url.startsWith('file:') ? fileURLToPath(url).replace(/\.db$/, '') + '.photos' : join(dataFolder, 'photos');

export const openPhotos = (folder: string): Photos => ({
  keep: async (id, jpeg) => {
    const plain = withoutNotes(jpeg);
    if (plain === null)
      throw new ApiError({
        kind: 'invalid-request',
        message: 'This is no JPEG picture.',
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
});

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

const [MARK, START, SCAN, END] = [0xff, 0xd8, 0xda, 0xd9];
/** Segments in which cameras and programs write place, time and names: APP1 to APP15 but for the colours of APP2 and APP14, and comments. */
const isNote = (kind: number): boolean =>
  (kind >= 0xe1 && kind <= 0xef && kind !== 0xe2 && kind !== 0xee) || kind === 0xfe;

/** A JPEG (ISO/IEC 10918-1) without the segments that tell of where and when; null where it is none. */
export function withoutNotes(jpeg: Buffer): Buffer | null {
  if (jpeg[0] !== MARK || jpeg[1] !== START) return null;
  const kept: Buffer[] = [jpeg.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= jpeg.length) {
    const kind = jpeg[at + 1] ?? 0;
    if (jpeg[at] !== MARK) return null;
    if (kind === SCAN) return endsWell(jpeg) ? Buffer.concat([...kept, jpeg.subarray(at)]) : null;
    const next = at + 2 + jpeg.readUInt16BE(at + 2);
    if (!isNote(kind)) kept.push(jpeg.subarray(at, next));
    at = next;
  }
  return null;
}

const endsWell = (jpeg: Buffer): boolean => jpeg[jpeg.length - 2] === MARK && jpeg[jpeg.length - 1] === END;
