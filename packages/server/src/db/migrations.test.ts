import { readdirSync, readFileSync } from 'node:fs';
import { copyFile, mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient, type Client } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { expect, test } from '@jest/globals';
import { check, runSchema, templateSchema } from '@rapid-jig/contract';
import { newRun, NO_WISHES, noSteps, type Run, type WorkEvent } from '@rapid-jig/core';
import { MIGRATIONS, newTemplate, typedStock } from '../testing/server.test-support';
import { getDrawing } from '../store/drawings';
import { listRuns } from '../store/runs';
import { getTemplate, listCards } from '../store/templates';
import { openDatabase } from './database';
import { whyNotOpened } from './faults';
import { lockFolder } from './folder-lock';
import { setAside, workEvents } from './schema';

interface Journal {
  readonly entries: readonly { readonly tag: string }[];
}
const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as Journal;
const tags = journal.entries.map(({ tag }) => tag);

/** Writes rows as a shop of that version held them, one writer for each migration; the newest form must still read them. */
const OLD_SHOPS: Readonly<Record<string, (client: Client) => Promise<string>>> = {
  '0000_first': async (client) => {
    const { parts, rods: _rods, ...template } = newTemplate('Kept from the first version');
    const oldParts = parts.map(
      ({ drawing: _d, throughCuts: _t, holes: _h, marks: _m, datum: _e, outline, ...part }) => {
        const { line: _line, ...cut } = outline;
        return { ...part, outline: cut, insideCuts: [{ ...cut, id: crypto.randomUUID() }] };
      },
    );
    const drawings = [{ id: crypto.randomUUID(), fileName: 'kept.svg', mmPerUnit: 0.5 }];
    return keepTemplate(client, { ...template, parts: oldParts, drawings });
  },
  '0001_drawing_steps': async (client) => {
    const drawing = { id: crypto.randomUUID(), fileName: 'kept.svg', steps: noSteps(0.5) };
    const { rods: _rods, ...template } = newTemplate('Kept with its steps');
    return keepTemplate(client, { ...template, drawings: [drawing] });
  },
  '0002_rack': async (client) => {
    const drawing = { id: crypto.randomUUID(), fileName: 'kept.svg', steps: noSteps(0.5) };
    const { item } = typedStock('2 beech 6/4 x 5 1/2 x 48');
    await client.execute({
      sql: 'INSERT INTO rack_items (id, version, doc) VALUES (?, 1, ?)',
      args: [item.id, JSON.stringify(item)],
    });
    const { rods: _rods, ...template } = newTemplate('Kept beside a rack');
    await keepRun(client, oldRun(template.id));
    return keepTemplate(client, { ...template, drawings: [drawing] });
  },
  '0003_wishes_and_rods': async (client) => {
    const drawing = { id: crypto.randomUUID(), fileName: 'kept.svg', steps: noSteps(0.5) };
    const template = { ...newTemplate('Kept with rods'), drawings: [drawing] };
    await keepRun(client, { ...oldRun(template.id), wood: NO_WISHES });
    await client.execute({
      sql: 'INSERT INTO drawings (id, file_name, text) VALUES (?, ?, ?)',
      args: [drawing.id, ORIGINAL.fileName, ORIGINAL.text],
    });
    return keepTemplate(client, template);
  },
  '0004_writes_and_devices': keepOriginal,
  '0005_originals': keepOriginal,
  '0006_set_aside': keepOriginal,
  '0007_template_cards': keepOriginal,
  '0008_blade_moves': keepOriginal,
  '0009_taps': keepOriginal,
  '0010_photos': keepOriginal,
};

const ORIGINAL = { fileName: 'kept.svg', text: '<svg>½</svg>\r\n' };

/** A template with its original in bytes. */
async function keepOriginal(client: Client): Promise<string> {
  const drawing = { id: crypto.randomUUID(), fileName: ORIGINAL.fileName, steps: noSteps(0.5) };
  await client.execute({
    sql: 'INSERT INTO originals (id, file_name, bytes) VALUES (?, ?, ?)',
    args: [drawing.id, ORIGINAL.fileName, Buffer.from(ORIGINAL.text)],
  });
  return keepTemplate(client, { ...newTemplate('Kept with its original'), drawings: [drawing] });
}

/** A run as it was before wood could be granted to it. */
function oldRun(templateId: string): Omit<Run, 'wood'> {
  const line = { templateId, revision: 1, copies: 2, spares: {}, onHand: {} };
  const { wood: _wood, ...run } = newRun(crypto.randomUUID(), 'Kept run', []);
  // As it was written: lines knew no variants.
  return { ...run, lines: [line] as unknown as Run['lines'] };
}

async function keepRun<T extends Omit<Run, 'wood'>>(client: Client, run: T): Promise<void> {
  await client.execute({
    sql: 'INSERT INTO runs (id, version, doc) VALUES (?, 1, ?)',
    args: [run.id, JSON.stringify(run)],
  });
}

async function keepTemplate<T extends { readonly id: string }>(client: Client, template: T): Promise<string> {
  await client.execute({ sql: 'INSERT INTO templates (id, version, revision) VALUES (?, 3, 1)', args: [template.id] });
  await client.execute({
    sql: 'INSERT INTO template_revisions (template_id, revision, doc) VALUES (?, 1, ?)',
    args: [template.id, JSON.stringify(template)],
  });
  return template.id;
}

/** A database with the migrations up to one of them, as that version of the program left it. */
async function openAsOf(url: string, tag: string): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-migrations-'));
  await mkdir(join(folder, 'meta'));
  const entries = journal.entries.slice(0, tags.indexOf(tag) + 1);
  await writeFile(join(folder, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
  for (const { tag: name } of entries) await copyFile(join(MIGRATIONS, `${name}.sql`), join(folder, `${name}.sql`));
  const client = createClient({ url });
  await migrate(drizzle(client), { migrationsFolder: folder });
  client.close();
  await rm(folder, { recursive: true });
}

test('every migration has a shop of its version to be tried on', () => {
  expect(Object.keys(OLD_SHOPS)).toEqual(tags);
  expect(
    readdirSync(MIGRATIONS)
      .filter((name) => name.endsWith('.sql'))
      .sort(),
  ).toEqual(tags.map((tag) => `${tag}.sql`).sort());
});

test.each(tags)('a shop left at %s opens with its data', async (tag) => {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-old-'));
  const url = `file:${join(folder, 'shop.db')}`;
  await openAsOf(url, tag);
  const client = createClient({ url });
  const id = await OLD_SHOPS[tag]!(client);
  client.close();
  const again = await openDatabase(url, MIGRATIONS);
  const stored = await again.read((session) => getTemplate(session, id));
  expect(stored).toMatchObject({ version: 3, revision: 1 });
  // The form of today takes it as it is, with the size that was kept.
  expect(check(templateSchema, stored.doc)).toMatchObject({ ok: true });
  expect(stored.doc.drawings[0]?.steps.mmPerUnit).toBe(0.5);
  for (const run of await again.read((session) => listRuns(session)))
    expect(check(runSchema, run.doc)).toMatchObject({ ok: true });
  if (tag >= '0003') {
    const original = await again.read((session) => getDrawing(session, stored.doc.drawings[0]!.id));
    expect({ ...original, bytes: original.bytes.toString() }).toEqual({
      fileName: ORIGINAL.fileName,
      bytes: ORIGINAL.text,
    });
  }
  await again.close();
  // As it was before it was raised it stands beside itself, under the name that was told; then nothing more is raised.
  const copy = createClient({ url: `file:${again.copiedTo!}` });
  const { rows } = await copy.execute('SELECT doc FROM template_revisions');
  copy.close();
  expect(JSON.parse(String(rows[0]?.['doc']))).not.toHaveProperty('form');
  const third = await openDatabase(url, MIGRATIONS);
  expect(third.copiedTo).toBeNull();
  await third.close();
  await rm(folder, { recursive: true });
});

async function scratchShop(): Promise<{ url: string; folder: string; client: Client }> {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-old-'));
  const url = pathToFileURL(join(folder, 'shop.db')).href;
  await (await openDatabase(url, MIGRATIONS)).close();
  return { url, folder, client: createClient({ url }) };
}

test('a document of a newer form is told with its place, and nothing is changed', async () => {
  const { url, folder, client } = await scratchShop();
  const doc = '{"form":99,"doc":{}}';
  await client.execute({ sql: "INSERT INTO singletons (name, version, doc) VALUES ('shop', 1, ?)", args: [doc] });
  await expect(openDatabase(url, MIGRATIONS)).rejects.toThrow('singletons, row 1');
  expect((await client.execute('SELECT doc FROM singletons')).rows[0]?.['doc']).toBe(doc);
  client.close();
  await rm(folder, { recursive: true });
});

test('a database that a newer version has raised is left alone', async () => {
  const { url, folder, client } = await scratchShop();
  await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
  await expect(openDatabase(url, MIGRATIONS)).rejects.toThrow('written by a newer version');
  client.close();
  await rm(folder, { recursive: true });
});

test.each([
  ['broken JSON', Buffer.from('{"form":2,"doc":')],
  ['bytes that are no text', Buffer.from([0x7b, 0xff, 0xfe])],
])('%s in one document: it is set aside as it was, a copy is kept, and all others are served', async (_name, bytes) => {
  const { url, folder, client } = await scratchShop();
  const [good, bad] = [newTemplate('Good'), newTemplate('Bad')];
  for (const template of [good, bad]) await keepTemplate(client, template);
  const run = { ...newRun(crypto.randomUUID(), 'Broken', []) };
  await keepRun(client, run);
  await client.execute({ sql: 'UPDATE runs SET doc = CAST(? AS TEXT)', args: [bytes] });
  await client.execute({
    sql: 'UPDATE template_revisions SET doc = CAST(? AS TEXT) WHERE template_id = ?',
    args: [bytes, bad.id],
  });
  client.close();
  const db = await openDatabase(url, MIGRATIONS);
  expect(db.setAside).toHaveLength(2);
  expect(db.copiedTo).toContain('.before-');
  expect((await db.write(listCards)).map(({ card }) => card.name)).toEqual(['Good']);
  expect(await db.read(listRuns)).toEqual([]);
  const kept = await db.read((session) => session.select().from(setAside));
  expect(kept.map(({ stored }) => Buffer.compare(stored, bytes))).toEqual([0, 0]);
  await db.close();
  const again = await openDatabase(url, MIGRATIONS);
  expect(again.setAside).toEqual([]);
  await again.close();
  await rm(folder, { recursive: true });
});

test('why a shop is not opened is told in words: garbage, a place that cannot be written, a folder in use', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig # 100 %41-'));
  const file = join(folder, 'shop.db');
  await writeFile(file, 'garbage '.repeat(1000));
  const why = (place: string): Promise<string> =>
    openDatabase(pathToFileURL(place).href, MIGRATIONS).then(
      () => 'opened',
      (error: unknown) => whyNotOpened(error, place),
    );
  expect(await why(file)).toContain('is no database of this program');
  expect(await why(join(folder, 'nowhere', 'shop.db'))).toContain('cannot be written');
  const lock = await lockFolder(folder);
  await lock.tell('http://127.0.0.1:4321');
  await expect(lockFolder(folder)).rejects.toThrow('open at http://127.0.0.1:4321');
  await lock.release();
  await (await lockFolder(folder)).release();
  await rm(folder, { recursive: true });
});

test('the file keeps a write-ahead log and holds to its foreign keys', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-mode-'));
  const url = `file:${join(folder, 'shop.db')}`;
  const db = await openDatabase(url, MIGRATIONS);
  const client = createClient({ url });
  expect((await client.execute('PRAGMA journal_mode')).rows[0]?.[0]).toBe('wal');
  client.close();
  const orphan = { id: 'e', runId: 'no such run', doc: {} as WorkEvent };
  await expect(db.write((session) => session.insert(workEvents).values(orphan))).rejects.toThrow();
  expect(await db.read((session) => session.select().from(workEvents))).toEqual([]);
  await db.close();
  await rm(folder, { recursive: true });
});
