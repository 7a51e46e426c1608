import { mkdir, rm } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { openDatabase, type Database } from './db/database';
import { seedDemo } from './demo/seed';
import { createApp, type ServedShop } from './http/app';
import { readSettings } from './settings';

/** The server is built to packages/server/dist; the checkout is three folders up. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../../..');
const migrations = join(root, 'packages/server/drizzle');
const logger = pino({ level: process.env['RAPID_JIG_LOG'] ?? 'warn' });

/** How long a request may take to finish when the program stops. */
const STOP_GRACE_MS = 1500;

async function openFile(url: string): Promise<Database> {
  if (url.startsWith('file:')) await mkdir(dirname(url.slice('file:'.length)), { recursive: true });
  return openDatabase(url, migrations);
}

async function openDemo(file: string, fresh: boolean): Promise<Database> {
  if (fresh) await Promise.all(['', '-wal', '-shm'].map((ending) => rm(file + ending, { force: true })));
  const db = await openFile(`file:${file}`);
  await seedDemo(db, join(root, 'packages/server/demo'), new Date(), logger);
  return db;
}

async function main(): Promise<void> {
  const demoOnly = process.argv.includes('--demo');
  const settings = readSettings(process.env, root, demoOnly);
  const demo = await openDemo(settings.demoDatabaseFile, process.argv.includes('--fresh'));
  const own = settings.ownDatabaseUrl === null ? null : await openFile(settings.ownDatabaseUrl);
  for (const { copiedTo } of own ? [own, demo] : [demo])
    if (copiedTo)
      console.log(`What was stored has been raised to this version; as it was before it is kept in ${copiedTo}`);
  const shops: ServedShop[] = [{ base: '/demo', db: demo }, ...(own ? [{ base: '' as const, db: own }] : [])];
  const app = createApp({
    shops,
    clock: () => new Date(),
    logger,
    webRoot: join(root, 'packages/web/dist'),
    hosts: settings.extraHosts,
  });
  const server = app.listen(settings.port, settings.host);
  server.on('listening', () => {
    const { port } = server.address() as AddressInfo;
    const address = `http://${settings.host}:${String(port)}`;
    console.log(`Rapid Jig is open at ${address}${demoOnly ? '/demo/' : '/'}`);
    if (settings.ownDatabaseUrl) console.log(`Your shop is kept in ${settings.ownDatabaseUrl}`);
    if (!demoOnly) console.log(`The demo shop is at ${address}/demo/`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = `Port ${String(settings.port)} is taken. Stop the other program, or set RAPID_JIG_PORT to another port.`;
    console.error(error.code === 'EADDRINUSE' ? taken : error.message);
    process.exitCode = 1;
    void Promise.all(shops.map(({ db }) => db.close()));
  });
  const stop = (): void => {
    server.close(() => void Promise.all(shops.map(({ db }) => db.close())));
    server.closeIdleConnections();
    // Requests under way may finish; a connection that is still held after that is cut.
    setTimeout(() => server.closeAllConnections(), STOP_GRACE_MS).unref();
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

await main();
