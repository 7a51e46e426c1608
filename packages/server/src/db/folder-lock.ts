import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { codeOf, OpenRefused } from './faults';

/** The data folder, held by this program alone until it ends. */
export interface FolderLock {
  /** Says under which address the program is open, for a second one to tell. */
  tell(address: string): Promise<void>;
  release(): Promise<void>;
}

/**
 * Takes the data folder: a write transaction on a file of its own, which the system ends with the program, however that
 * ends. Throws OpenRefused with who has it.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  await mkdir(folder, { recursive: true });
  const client = createClient({ url: pathToFileURL(join(folder, 'lock.db')).href });
  const holder = join(folder, 'in-use-by.txt');
  try {
    const held = await client.transaction('write');
    return {
      tell: (address) => writeFile(holder, `process ${String(process.pid)}, open at ${address}\n`),
      release: async () => {
        await held.rollback();
        client.close();
      },
    };
  } catch (error) {
    client.close();
    if (codeOf(error) !== 'SQLITE_BUSY') throw error;
    const who = await readFile(holder, 'utf8').catch(() => 'another process');
    throw new OpenRefused(
      `The folder ${folder} is in use by ${who.trim()}. Use that one, or stop it; or set RAPID_JIG_DATA to another folder.`,
    );
  }
}
