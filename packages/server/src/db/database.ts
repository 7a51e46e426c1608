import { readMigrationFiles } from 'drizzle-orm/migrator';
import { createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { OpenRefused } from './faults';
import { raiseForms } from './raise-forms';

/** What work inside one transaction may use. */
export type Session = Pick<LibSQLDatabase, 'select' | 'insert' | 'update' | 'delete'>;

/** One open database. Work goes through one queue, one transaction at a time, and is on disk when it resolves. */
export interface Database {
  read<T>(work: (session: Session) => Promise<T>): Promise<T>;
  write<T>(work: (session: Session) => Promise<T>): Promise<T>;
  /** Path of the copy that was made before documents were raised to the forms of today; null where none was needed. */
  readonly copiedTo: string | null;
  /** Documents that were broken and were set aside when it was opened, in words. */
  readonly setAside: readonly string[];
  /** Waits for the work under way, then closes. */
  close(): Promise<void>;
}

/** Opens the database behind a URL (`file:...`, or a libSQL server) and brings it to the newest form. */
export async function openDatabase(url: string, migrationsFolder: string): Promise<Database> {
  // One connection: settings below hold for a connection, and a second one would wait on the first's lock.
  const client = createClient({ url, concurrency: 1 });
  if (url.startsWith('file:')) {
    await client.execute('PRAGMA journal_mode = WAL');
    await client.execute('PRAGMA synchronous = FULL');
  }
  await client.execute('PRAGMA foreign_keys = ON');
  const db = drizzle(client);
  await refuseNewer(client, migrationsFolder);
  await migrate(db, { migrationsFolder });
  const raised = await raiseForms(client, url, new Date());
  let queue: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = queue.then(work);
    // A failure is the caller's to handle; the next in the queue goes ahead all the same.
    queue = turn.catch(() => undefined);
    return turn;
  };
  return {
    ...raised,
    read: (work) => inTurn(() => work(db)),
    write: (work) => inTurn(() => db.transaction(work)),
    close: async () => {
      await queue;
      client.close();
    },
  };
}

/** A database that a newer version of the program has raised is left as it is. Throws OpenRefused. */
async function refuseNewer(client: ReturnType<typeof createClient>, migrationsFolder: string): Promise<void> {
  const { rows } = await client.execute("SELECT name FROM sqlite_master WHERE name = '__drizzle_migrations'");
  if (rows.length === 0) return;
  const known = new Set(readMigrationFiles({ migrationsFolder }).map(({ folderMillis }) => folderMillis));
  const done = await client.execute('SELECT created_at FROM __drizzle_migrations');
  if (done.rows.some((row) => !known.has(Number(row['created_at']))))
    throw new OpenRefused(
      'This database was written by a newer version of the program. Start the newer version; nothing was changed.',
    );
}
