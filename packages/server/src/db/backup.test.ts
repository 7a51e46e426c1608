import { randomUUID } from 'node:crypto';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { MIGRATIONS, newTemplate, NOW, readOf, runOf } from '../testing/server.test-support';
import { getTemplate, putTemplate } from '../store/templates';
import { getRun, putRun } from '../store/runs';
import { photos } from './schema';
import { openDatabase, type Database } from './database';
import { backupsIn, checkBackup, keepNewest, makeBackup, restoreBackup } from './backup';

let folder: string;
let url: string;
let db: Database;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rapid-jig-backup-'));
  url = pathToFileURL(join(folder, 'shop.db')).href;
  db = await openDatabase(url, MIGRATIONS);
});
afterEach(async () => {
  await db.close();
  await rm(folder, { recursive: true });
});

const template = newTemplate();
const run = runOf(template);
const picture = Buffer.from([0xff, 0xd8, 0x00, 0xff, 0xd9]);
const photo = randomUUID();

const fill = (to: Database): Promise<void> =>
  to.write(async (session) => {
    await putTemplate(session, await readOf(template), 0);
    await putRun(session, run, 0);
    await session.insert(photos).values({ id: photo, jpeg: picture });
  });

test('one file has everything, photos too, and is the same shop on another computer', async () => {
  await fill(db);
  const made = await makeBackup(url, join(folder, 'backups'), NOW);
  expect(await backupsIn(join(folder, 'backups'))).toEqual([made]);
  const elsewhere = pathToFileURL(join(folder, 'elsewhere.db')).href;
  expect(await restoreBackup(join(folder, 'backups', made.name), elsewhere, NOW)).toEqual({ before: null });
  const again = await openDatabase(elsewhere, MIGRATIONS);
  await again.read(async (session) => {
    expect((await getTemplate(session, template.id)).doc).toEqual(template);
    expect((await getRun(session, run.id)).doc).toEqual(run);
    expect(await session.select({ id: photos.id, jpeg: photos.jpeg }).from(photos)).toEqual([
      { id: photo, jpeg: picture },
    ]);
  });
  await again.close();
  // What comes of it is, but for its date, the file it came from.
  const anew = await makeBackup(elsewhere, join(folder, 'anew'), new Date(NOW.getTime() + 5000));
  const digests = [join(folder, 'backups', made.name), join(folder, 'anew', anew.name)].map(checkBackup);
  const [first, second] = await Promise.all(digests);
  expect(second).toBe(first);
});

test('others go on working while it is made; it is the shop of one moment', async () => {
  await fill(db);
  let isMade = false;
  const working = (async () => {
    for (let version = 1; !isMade; version++) {
      await db.write((session) => putRun(session, { ...run, name: `Fair ${String(version)}` }, version));
      await new Promise(setImmediate);
    }
  })();
  const made = await makeBackup(url, folder, NOW);
  isMade = true;
  await working;
  await checkBackup(join(folder, made.name));
});

test('the shop that was there is moved aside, not lost', async () => {
  const made = await makeBackup(url, folder, NOW);
  await fill(db);
  await db.close();
  const { before } = await restoreBackup(join(folder, made.name), url, NOW);
  const old = await openDatabase(pathToFileURL(before!).href, MIGRATIONS);
  expect((await old.read((session) => getRun(session, run.id))).doc).toEqual(run);
  await old.close();
  db = await openDatabase(url, MIGRATIONS);
  await expect(db.read((session) => getRun(session, run.id))).rejects.toMatchObject({ status: 404 });
});

test('a backup of an earlier form is raised when it is opened', async () => {
  await fill(db);
  const { refillSpares: _new, ...old } = run;
  const client = createClient({ url });
  await client.execute({ sql: 'UPDATE runs SET doc = ?', args: [JSON.stringify(old)] });
  client.close();
  const made = await makeBackup(url, folder, NOW);
  await db.close();
  await restoreBackup(join(folder, made.name), url, NOW);
  db = await openDatabase(url, MIGRATIONS);
  expect((await db.read((session) => getRun(session, run.id))).doc).toMatchObject({
    name: run.name,
    refillSpares: false,
  });
});

test.each([
  ['what is no backup', () => Buffer.from('a letter to the fair'), 'no backup'],
  ['one that was cut off', (bytes: Buffer) => bytes.subarray(0, bytes.length - 5000), ''],
  [
    'one in which a word was changed',
    (bytes: Buffer) => {
      const at = bytes.indexOf('Spring');
      return Buffer.concat([bytes.subarray(0, at), Buffer.from('Autumn'), bytes.subarray(at + 6)]);
    },
    'damaged',
  ],
])('%s is told, and nothing is touched', async (_name, spoil, words) => {
  await fill(db);
  const made = await makeBackup(url, folder, NOW);
  const spoiled = join(folder, 'spoiled.backup');
  await db.write((session) => putRun(session, { ...run, name: 'Since' }, 1));
  await writeFile(spoiled, spoil(await readFile(join(folder, made.name))));
  await expect(restoreBackup(spoiled, url, NOW)).rejects.toThrow(words);
  expect((await db.read((session) => getRun(session, run.id))).doc.name).toBe('Since');
});

test('the newest are kept, and other files are none', async () => {
  const at = (days: number): Date => new Date(NOW.getTime() + days * 86_400_000);
  for (const days of [0, 1, 2, 3]) await makeBackup(url, folder, at(days));
  const before = await backupsIn(folder);
  await keepNewest(folder, 2);
  expect(await backupsIn(folder)).toEqual(before.slice(0, 2));
  expect(await readdir(folder)).toContain('shop.db');
  expect(await backupsIn(join(folder, 'not there'))).toEqual([]);
});
