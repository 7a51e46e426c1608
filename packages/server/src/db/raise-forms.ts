import { fileURLToPath } from 'node:url';
import type { createClient } from '@libsql/client';
import { OpenRefused } from './faults';
import { formOf, FORMS, openForm, toForm, type FormKind } from '@rapid-jig/core';

/** Where documents are stored, and their kind. */
const COLUMNS: readonly (readonly [table: string, column: string, kind: FormKind])[] = [
  ['template_revisions', 'doc', 'template'],
  ['runs', 'doc', 'run'],
  ['plan_snapshots', 'plan', 'plan'],
  ['work_events', 'doc', 'workEvent'],
  ['singletons', 'doc', 'settings'],
  ['rack_items', 'doc', 'stockItem'],
  ['stock_moves', 'doc', 'stockMove'],
  ['blade_moves', 'doc', 'bladeMove'],
];

type Client = ReturnType<typeof createClient>;

interface OldDoc {
  readonly table: string;
  readonly column: string;
  readonly rowid: unknown;
  readonly raised: string;
}

interface BrokenDoc {
  readonly table: string;
  readonly rowid: unknown;
  readonly stored: Buffer;
  readonly reason: string;
}

/** What raising did. */
export interface Raised {
  /** Path of the copy that was made before; null where nothing was changed, or the database is no file of this machine. */
  readonly copiedTo: string | null;
  /** Documents that could not be read and were set aside, in words. */
  readonly setAside: readonly string[];
}

/**
 * Raises every stored document to the form of today, and sets aside those that are broken, in one transaction. Before that
 * the file is copied beside itself. Throws OpenRefused, with nothing changed, where a document is of a newer form.
 */
export async function raiseForms(client: Client, url: string, now: Date): Promise<Raised> {
  const old: OldDoc[] = [];
  const broken: BrokenDoc[] = [];
  for (const [table, column, kind] of COLUMNS) {
    // As bytes: the driver ends the program where text is no UTF-8.
    const { rows } = await client.execute(`SELECT rowid AS row, CAST(${column} AS BLOB) AS stored FROM ${table}`);
    for (const { row, stored } of rows) {
      const bytes = Buffer.from(stored as ArrayBuffer);
      const read = parsed(bytes);
      const opened = openForm<unknown>(kind, read);
      const place = `${table}, row ${String(row)}`;
      if (!opened.ok && opened.error.kind === 'newer-form')
        throw new OpenRefused(`${opened.error.message} It stands in ${place}. ${opened.error.hint}`);
      if (!opened.ok) {
        broken.push({ table, rowid: row, stored: bytes, reason: opened.error.message });
        continue;
      }
      const isToday = formOf(read)?.form === FORMS[kind] && formOf(read)?.doc !== read;
      if (!isToday) old.push({ table, column, rowid: row, raised: JSON.stringify(toForm(kind, opened.value)) });
    }
  }
  if (old.length + broken.length === 0) return { copiedTo: null, setAside: [] };
  const copiedTo = url.startsWith('file:') ? await copied(client, fileURLToPath(url), now) : null;
  // What refers to a document that is set aside stays; put back, it is whole again.
  await client.execute('PRAGMA foreign_keys = OFF');
  await client.batch(
    [
      ...old.map(({ table, column, rowid, raised }) => ({
        sql: `UPDATE ${table} SET ${column} = ? WHERE rowid = ?`,
        args: [raised, Number(rowid)],
      })),
      ...broken.flatMap(({ table, rowid, stored, reason }) => [
        {
          sql: 'INSERT INTO set_aside (place, stored, reason) VALUES (?, ?, ?)',
          args: [`${table}, row ${String(rowid)}`, stored, reason],
        },
        { sql: `DELETE FROM ${table} WHERE rowid = ?`, args: [Number(rowid)] },
      ]),
    ],
    'write',
  );
  await client.execute('PRAGMA foreign_keys = ON');
  return { copiedTo, setAside: broken.map(({ table, rowid, reason }) => `${table}, row ${String(rowid)}: ${reason}`) };
}

function parsed(stored: Buffer): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(stored));
  } catch {
    return null;
  }
}

/** `shop.db` is copied to `shop.before-2026-11-26T12-00-00.db` in the same folder. */
async function copied(client: Client, file: string, now: Date): Promise<string> {
  const stamp = now.toISOString().slice(0, 19).replaceAll(':', '-');
  const copy = `${file.replace(/\.db$/, '')}.before-${stamp}.db`;
  await client.execute({ sql: 'VACUUM INTO ?', args: [copy] });
  return copy;
}
