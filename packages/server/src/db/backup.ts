import { createHash } from 'node:crypto';
import { copyFile, mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import type { Backup } from '@rapid-jig/contract';
import { isMissing, OpenRefused } from './faults';

/** Where backups of a shop are kept. */
export interface BackupPlace {
  /** Of its database. */
  readonly url: string;
  readonly folder: string;
  /** So many of the newest stay. */
  readonly keep: number;
}

const NAME = /^shop-(\d{4})(\d{2})(\d{2})-(\d{2})(\d{2})(\d{2})\.backup$/;

/** `20261202-093000`, in UTC: in the order of their names things are in the order of their making. */
const nameAt = (now: Date): string => now.toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-');

/** The backups in a folder, the newest first; none where it is not there. */
export async function backupsIn(folder: string): Promise<Backup[]> {
  const names = await readdir(folder).catch((error: unknown) => {
    if (isMissing(error)) return [];
    throw error;
  });
  const found = names.flatMap((name) => {
    const [, year, month, day, hour, minute, second] = NAME.exec(name) ?? [];
    if (second === undefined) return [];
    return [{ name, madeAt: `${[year, month, day].join('-')}T${[hour, minute, second].join(':')}Z` }];
  });
  const backups = await Promise.all(
    found.map(async (one) => ({ ...one, bytes: (await stat(join(folder, one.name))).size })),
  );
  return backups.sort((a, b) => (a.name < b.name ? 1 : -1));
}

/**
 * Writes a backup of the database behind a `file:` URL, as it is at one moment, while others go on working; it counts once it was read
 * again and is whole. Throws in words where the database is none of this machine's, or the copy is not what was written.
 */
export async function makeBackup(url: string, folder: string, now: Date): Promise<Backup> {
  if (!url.startsWith('file:')) throw new OpenRefused(`${url} is kept by another server: it is backed up there.`);
  await mkdir(folder, { recursive: true });
  const name = `shop-${nameAt(now)}.backup`;
  const part = join(folder, `${name}.part`);
  await rm(part, { force: true });
  await withFile(fileURLToPath(url), (source) => source.execute({ sql: 'VACUUM INTO ?', args: [part] }));
  await stampBackup(part);
  await checkBackup(part);
  await rename(part, join(folder, name));
  const { size } = await stat(join(folder, name));
  return { name, madeAt: `${now.toISOString().slice(0, 19)}Z`, bytes: size };
}

/** The newest backup is older than this, or there is none: another is due. */
const EVERY_MS = 24 * 3_600_000;

/** True where another backup is due. */
export async function isBackupDue({ folder }: BackupPlace, now: Date): Promise<boolean> {
  const [newest] = await backupsIn(folder);
  return newest === undefined || now.getTime() - Date.parse(newest.madeAt) >= EVERY_MS;
}

/** Removes all but so many of the newest. */
export async function keepNewest(folder: string, count: number): Promise<void> {
  for (const { name } of (await backupsIn(folder)).slice(count)) await rm(join(folder, name), { force: true });
}

/**
 * Puts a backup in the place of a database, which is moved aside first; what it has is checked before and after. Answers where the one
 * before lies, null where there was none. Throws in words where the file is no backup, or damaged.
 */
export async function restoreBackup(file: string, url: string, now: Date): Promise<{ readonly before: string | null }> {
  if (!url.startsWith('file:')) throw new OpenRefused(`${url} is kept by another server: restore it there.`);
  const place = fileURLToPath(url);
  const digest = await checkBackup(file);
  const before = (await isThere(place)) ? place.replace(/(\.db)?$/, `.before-${nameAt(now)}.db`) : null;
  const arrived = `${place}.arrived`;
  await copyFile(file, arrived);
  if ((await checkBackup(arrived)) !== digest) throw new OpenRefused(`${arrived} is not what ${file} is. Try again.`);
  if (before !== null)
    for (const ending of ['', '-wal', '-shm'])
      if (await isThere(place + ending)) await rename(place + ending, before + ending);
  await rename(arrived, place);
  return { before };
}

const isThere = (place: string): Promise<boolean> =>
  stat(place).then(
    () => true,
    (error: unknown) => {
      if (isMissing(error)) return false;
      throw error;
    },
  );

type Client = ReturnType<typeof createClient>;

/** Says in the file itself what it holds, so that it can be checked anywhere. */
async function stampBackup(file: string): Promise<void> {
  await withFile(file, async (client) => {
    const digest = await digestOf(client);
    await client.execute('CREATE TABLE IF NOT EXISTS backup_stamp (digest TEXT NOT NULL)');
    await client.execute('DELETE FROM backup_stamp');
    await client.execute({ sql: 'INSERT INTO backup_stamp VALUES (?)', args: [digest] });
  });
}

/** The digest of what a backup holds. Throws in words where it is none, or another than was written. */
export async function checkBackup(file: string): Promise<string> {
  const refused = (why: string): OpenRefused =>
    new OpenRefused(`${file} ${why} Take another backup; nothing was changed.`);
  if (!(await isThere(file))) throw refused('is not there.');
  return withFile(file, async (client) => {
    const { rows } = await client.execute('SELECT digest FROM backup_stamp').catch(() => {
      throw refused('is no backup of this program.');
    });
    const sound = await client.execute('PRAGMA integrity_check');
    const digest = await digestOf(client);
    if (sound.rows[0]?.['integrity_check'] !== 'ok' || rows[0]?.['digest'] !== digest) throw refused('is damaged.');
    return digest;
  });
}

async function withFile<T>(file: string, work: (client: Client) => Promise<T>): Promise<T> {
  const client = createClient({ url: pathToFileURL(file).href });
  try {
    return await work(client);
  } finally {
    client.close();
  }
}

const ROWS_AT_ONCE = 200;

/** SHA-256 of every row of every table, in their order. */
async function digestOf(client: Client): Promise<string> {
  const hash = createHash('sha256');
  const tables = await client.execute(
    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'backup_stamp' ORDER BY name",
  );
  for (const { name } of tables.rows) {
    const table = String(name);
    hash.update(`\n${table}\n`);
    for (let last = 0; ;) {
      const { rows } = await client.execute({
        sql: `SELECT rowid AS place, * FROM "${table}" WHERE rowid > ? ORDER BY rowid LIMIT ?`,
        args: [last, ROWS_AT_ONCE],
      });
      for (const row of rows) hash.update(textOf(row));
      if (rows.length < ROWS_AT_ONCE) break;
      last = Number(rows.at(-1)?.['place']);
    }
  }
  return hash.digest('hex');
}

const textOf = (row: Readonly<Record<string, unknown>>): string =>
  JSON.stringify(
    Object.entries(row).map(([column, value]) =>
      value instanceof ArrayBuffer ? [column, Buffer.from(value).toString('base64')] : [column, String(value)],
    ),
  );
