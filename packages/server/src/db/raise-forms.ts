import type { createClient } from '@libsql/client';
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
];

type Client = ReturnType<typeof createClient>;

/** A database that this version of the program must not touch, or that it cannot read. */
export class FormError extends Error {
  override readonly name = 'FormError';
}

interface OldDoc {
  readonly table: string;
  readonly column: string;
  readonly rowid: unknown;
  readonly raised: string;
}

/**
 * Raises every stored document to the form of today, in one transaction. Before that the file is copied beside itself;
 * returns the path of the copy, null where nothing was to be raised or the database is not a file of this machine. Throws
 * FormError, with nothing changed, where a document is of a newer form, or is none.
 */
export async function raiseForms(client: Client, url: string, now: Date): Promise<string | null> {
  const old: OldDoc[] = [];
  for (const [table, column, kind] of COLUMNS) {
    const { rows } = await client.execute(`SELECT rowid AS row, ${column} AS stored FROM ${table}`);
    for (const { row, stored } of rows) {
      const read = parsed(stored);
      const opened = openForm<unknown>(kind, read);
      const place = `${table}, row ${String(row)}`;
      if (!opened.ok) throw new FormError(`${opened.error.message} It stands in ${place}. ${opened.error.hint}`);
      const isToday = formOf(read)?.form === FORMS[kind] && formOf(read)?.doc !== read;
      if (!isToday) old.push({ table, column, rowid: row, raised: JSON.stringify(toForm(kind, opened.value)) });
    }
  }
  if (old.length === 0) return null;
  const copy = url.startsWith('file:') ? await copied(client, url.slice('file:'.length), now) : null;
  await client.batch(
    old.map(({ table, column, rowid, raised }) => ({
      sql: `UPDATE ${table} SET ${column} = ? WHERE rowid = ?`,
      args: [raised, Number(rowid)],
    })),
    'write',
  );
  return copy;
}

function parsed(stored: unknown): unknown {
  try {
    return JSON.parse(String(stored));
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
