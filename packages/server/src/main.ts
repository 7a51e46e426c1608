import { mkdir, rm } from 'node:fs/promises';
import { networkInterfaces } from 'node:os';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { pino } from 'pino';
import { toString as qrCode } from 'qrcode';
import { openDatabase, type Database } from './db/database';
import { whyNotOpened } from './db/faults';
import { lockFolder, type FolderLock } from './db/folder-lock';
import { openDevices } from './devices';
import { seedDemo } from './demo/seed';
import { heavyPool, type Heavy, type HeavyPool } from './heavy/pool';
import { isOwnComputer } from './http/guards';
import { createApp, type ServedShop } from './http/app';
import { readSettings, type Settings } from './settings';

/** The server is built to packages/server/dist; the checkout is three folders up. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../../..');
const migrations = join(root, 'packages/server/drizzle');
const logger = pino({ level: process.env['RAPID_JIG_LOG'] ?? 'warn' });

/** How long a request may take to finish when the program stops. */
const STOP_GRACE_MS = 1500;

async function openFile(url: string): Promise<Database> {
  if (url.startsWith('file:')) await mkdir(dirname(fileURLToPath(url)), { recursive: true });
  const db = await openDatabase(url, migrations);
  if (db.copiedTo !== null)
    console.log(`What was stored has been raised to this version; as it was before it is kept in ${db.copiedTo}`);
  for (const words of db.setAside) console.error(`Set aside, for it cannot be read: ${words}`);
  return db;
}

async function openDemo(file: string, fresh: boolean, heavy: Heavy): Promise<Database> {
  if (fresh) await Promise.all(['', '-wal', '-shm'].map((ending) => rm(file + ending, { force: true })));
  const db = await openFile(pathToFileURL(file).href);
  await seedDemo(db, join(root, 'packages/server/demo'), new Date(), logger, heavy);
  return db;
}

/** The maker's own shop, and the demo; a demo that cannot be opened does not keep the own shop shut. */
async function openShops({ ownDatabaseUrl, demoDatabaseFile }: Settings, heavy: Heavy): Promise<ServedShop[]> {
  const isFresh = process.argv.includes('--fresh');
  const demo = await openDemo(demoDatabaseFile, isFresh, heavy).catch((error: unknown) => {
    const why = whyNotOpened(error, demoDatabaseFile);
    if (ownDatabaseUrl === null) throw new Error(why, { cause: error });
    console.error(`The demo shop is not open. ${why}`);
    return null;
  });
  const shops: ServedShop[] = demo ? [{ base: '/demo', db: demo }] : [];
  if (ownDatabaseUrl === null) return shops;
  try {
    return [...shops, { base: '', db: await openFile(ownDatabaseUrl) }];
  } catch (error) {
    await demo?.close();
    throw new Error(whyNotOpened(error, ownDatabaseUrl), { cause: error });
  }
}

async function main(): Promise<void> {
  const demoOnly = process.argv.includes('--demo');
  const lan = process.argv.includes('--lan') || process.env['RAPID_JIG_LAN'] === '1';
  const settings = readSettings(process.env, root, { demoOnly, lan });
  const lock = await lockFolder(settings.dataFolder).catch((error: unknown) => {
    throw new Error(whyNotOpened(error, settings.dataFolder), { cause: error });
  });
  const pool = heavyPool(join(root, 'packages/server/dist/worker.js'));
  const shops = await openShops(settings, pool.heavy).catch(async (error: unknown) => {
    await Promise.all([lock.release(), pool.close()]);
    throw error;
  });
  await serve({ settings, shops, lock, pool, demoOnly });
}

interface Serving {
  readonly settings: Settings;
  readonly shops: readonly ServedShop[];
  readonly lock: FolderLock;
  readonly pool: HeavyPool;
  readonly demoOnly: boolean;
}

const LOOPBACK_ONLY = ['127.0.0.1', 'localhost', '::1'];

/** Names of this computer on the local network; none where it listens to itself alone. */
const networkNames = (host: string): string[] =>
  LOOPBACK_ONLY.includes(host)
    ? []
    : Object.values(networkInterfaces())
        .flatMap((addresses = []) => addresses)
        .filter(({ family, internal }) => family === 'IPv4' && !internal)
        .map(({ address }) => address);

async function serve({ settings, shops, lock, pool, demoOnly }: Serving): Promise<void> {
  const clock = (): Date => new Date();
  const keeper = shops.at(-1);
  if (!keeper) throw new Error('there is no shop to serve');
  const devices = await openDevices(keeper.db, clock);
  const names = networkNames(settings.host);
  let port = settings.port;
  const path = demoOnly ? '/demo/' : '/';
  const addresses = (): string[] => names.map((name) => `http://${name}:${String(port)}${path}`);
  const app = createApp({
    shops,
    clock,
    devices,
    addresses,
    isOwn: isOwnComputer,
    logger,
    heavy: pool.heavy,
    webRoot: join(root, 'packages/web/dist'),
    hosts: [...settings.extraHosts, ...names],
  });
  const close = async (): Promise<void> => {
    await Promise.all(shops.map(({ db }) => db.close()));
    await Promise.all([lock.release(), pool.close()]);
  };
  const server = app.listen(settings.port, settings.host);
  server.on('listening', () => {
    ({ port } = server.address() as AddressInfo);
    const address = `http://${names.length > 0 ? '127.0.0.1' : settings.host}:${String(port)}`;
    console.log(`Rapid Jig is open at ${address}${path}`);
    if (settings.ownDatabaseUrl) console.log(`Your shop is kept in ${settings.ownDatabaseUrl}`);
    if (!demoOnly) console.log(`The demo shop is at ${address}/demo/`);
    void lock.tell(address);
    void tellNetwork(addresses(), devices.code());
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = `Port ${String(settings.port)} is taken. Stop the other program, or set RAPID_JIG_PORT to another port.`;
    console.error(error.code === 'EADDRINUSE' ? taken : error.message);
    process.exitCode = 1;
    void close();
  });
  const stop = (): void => {
    server.close(() => void close());
    server.closeIdleConnections();
    // Requests under way may finish; a connection that is still held after that is cut.
    setTimeout(() => server.closeAllConnections(), STOP_GRACE_MS).unref();
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

/** For the tablet beside the saw: where to go, as letters and as a picture for its camera, and the code it is asked for. */
async function tellNetwork(addresses: readonly string[], code: string): Promise<void> {
  const [first] = addresses;
  if (first === undefined) return;
  console.log(`On the local network: ${addresses.join('  ')}`);
  console.log(await qrCode(first, { type: 'terminal', small: true }));
  console.log(`A new device is asked for this code: ${code} (it also stands under Shop)`);
}

await main().catch((error: unknown) => {
  // In words, for whoever started it: where it came from helps nobody at a bench.
  console.error(error instanceof Error ? error.message : String(error));
  process.exitCode = 1;
});
