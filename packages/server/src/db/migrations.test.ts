import { readdirSync, readFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { expect, test } from '@jest/globals';
import type { WorkEvent } from '@rapid-jig/core';
import { MIGRATIONS, newTemplate } from '../testing/server.test-support';
import { getTemplate } from '../store/templates';
import { openDatabase } from './database';
import { workEvents } from './schema';

interface Journal {
  readonly entries: readonly { readonly tag: string }[];
}
const tags = (JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as Journal).entries.map(
  ({ tag }) => tag,
);

/** Writes rows as a shop of that version held them, one writer for each migration; the newest form must still read them. */
const OLD_SHOPS: Readonly<Record<string, (client: Client) => Promise<string>>> = {
  '0000_first': async (client) => {
    const template = newTemplate('Kept from the first version');
    await client.execute({
      sql: 'INSERT INTO templates (id, version, revision) VALUES (?, 3, 1)',
      args: [template.id],
    });
    await client.execute({
      sql: 'INSERT INTO template_revisions (template_id, revision, doc) VALUES (?, 1, ?)',
      args: [template.id, JSON.stringify(template)],
    });
    return template.id;
  },
};

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
  const db = await openDatabase(url, MIGRATIONS);
  await db.close();
  const client = createClient({ url });
  const id = await OLD_SHOPS[tag]!(client);
  client.close();
  const again = await openDatabase(url, MIGRATIONS);
  expect(await again.read((session) => getTemplate(session, id))).toMatchObject({ version: 3, revision: 1 });
  await again.close();
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
