import { mkdir, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { pino } from 'pino';
import { openAuthority, type Certificates } from './authority';
import { openDatabase, type Database } from './db/database';
import { whyNotOpened } from './db/faults';
import { lockFolder, type FolderLock } from './db/folder-lock';
import { openDevices } from './devices';
import { seedDemo } from './demo/seed';
import { heavyPool, type Heavy, type HeavyPool } from './heavy/pool';
import { isOwnComputer } from './http/guards';
import { createApp, type ServedShop } from './http/app';
import { listen, type Listening } from './listen';
import { networkNames, tellNetwork, wayOf, type Way } from './network';
import { readSettings, type Settings } from './settings';
import { openPhotos, photoFolder, type Photos } from './store/photos';
import { DAY_MS, forgetAnswers } from './store/writes';

/** The server is built to packages/server/dist; the checkout is three folders up. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../../..');
const migrations = join(root, 'packages/server/drizzle');
const logger = pino({ level: process.env['RAPID_JIG_LOG'] ?? 'warn' });

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
async function openShops(
  { ownDatabaseUrl, demoDatabaseFile, dataFolder }: Settings,
  heavy: Heavy,
): Promise<ServedShop[]> {
  const isFresh = process.argv.includes('--fresh');
  const demo = await openDemo(demoDatabaseFile, isFresh, heavy).catch((error: unknown) => {
    const why = whyNotOpened(error, demoDatabaseFile);
    if (ownDatabaseUrl === null) throw new Error(why, { cause: error });
    console.error(`The demo shop is not open. ${why}`);
    return null;
  });
  const photosOf = (url: string): Photos => openPhotos(photoFolder(url, dataFolder));
  const demoPhotos = photosOf(pathToFileURL(demoDatabaseFile).href);
  const shops: ServedShop[] = demo ? [{ base: '/demo', db: demo, photos: demoPhotos }] : [];
  if (ownDatabaseUrl === null) return shops;
  try {
    return [...shops, { base: '', db: await openFile(ownDatabaseUrl), photos: photosOf(ownDatabaseUrl) }];
  } catch (error) {
    await demo?.close();
    throw new Error(whyNotOpened(error, ownDatabaseUrl), { cause: error });
  }
}

async function main(): Promise<void> {
  const demoOnly = process.argv.includes('--demo');
  const isAsked = (name: string): boolean =>
    process.argv.includes(`--${name}`) || process.env[`RAPID_JIG_${name.toUpperCase()}`] === '1';
  const settings = readSettings(process.env, root, { demoOnly, lan: isAsked('lan'), https: isAsked('https') });
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

async function serve({ settings, shops, lock, pool, demoOnly }: Serving): Promise<void> {
  const clock = (): Date => new Date();
  const keeper = shops.at(-1);
  if (!keeper) throw new Error('there is no shop to serve');
  const devices = await openDevices(keeper.db, clock);
  const names = networkNames(settings.host);
  const path = demoOnly ? '/demo/' : '/';
  const certificates = await certificatesFor(settings, names, clock());
  let listening: Listening | null = null;
  const way = (): Way => wayOf(names, path, listening, certificates);
  const app = createApp({
    shops,
    clock,
    devices,
    way,
    certificates,
    isOwn: isOwnComputer,
    logger,
    heavy: pool.heavy,
    webRoot: join(root, 'packages/web/dist'),
    hosts: [...settings.extraHosts, ...names],
  });
  const forget = (): void => {
    for (const { db } of shops)
      void db.write((session) => forgetAnswers(session, clock())).catch((error: unknown) => logger.error({ error }));
  };
  forget();
  const daily = setInterval(forget, DAY_MS);
  const close = async (): Promise<void> => {
    clearInterval(daily);
    await listening?.stop();
    await Promise.all(shops.map(({ db }) => db.close()));
    await Promise.all([lock.release(), pool.close()]);
  };
  try {
    listening = await listen(app, settings, certificates);
  } catch (error) {
    await close();
    throw error;
  }
  // Before anybody is told the address: who knows it may end the program at once.
  process.once('SIGINT', () => void close());
  process.once('SIGTERM', () => void close());
  const address = `http://${names.length > 0 ? '127.0.0.1' : settings.host}:${String(listening.port)}`;
  console.log(`Rapid Jig is open at ${address}${path}`);
  if (settings.ownDatabaseUrl) console.log(`Your shop is kept in ${settings.ownDatabaseUrl}`);
  if (!demoOnly) console.log(`The demo shop is at ${address}/demo/`);
  await lock.tell(address);
  await tellNetwork(way(), devices.code());
}

/** Of the shop's own authority, where secure pages are asked for; its key stays in the data folder. */
async function certificatesFor(
  { securePort, dataFolder, extraHosts }: Settings,
  names: readonly string[],
  now: Date,
): Promise<Certificates | null> {
  if (securePort === null) return null;
  return openAuthority(join(dataFolder, 'authority'), [...names, ...extraHosts, 'localhost', '127.0.0.1'], now);
}

await main().catch((error: unknown) => {
  // In words, for whoever started it: where it came from helps nobody at a bench.
  console.error(error instanceof Error ? error.message : String(error));
  process.exitCode = 1;
});
