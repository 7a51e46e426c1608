import { mkdir, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { Logger } from 'pino';
import { openAuthority, type Authority } from './authority';
import { isBackupDue, type BackupPlace } from './db/backup';
import { openDatabase, type Database } from './db/database';
import { whyNotOpened } from './db/faults';
import { lockFolder, type FolderLock } from './db/folder-lock';
import { openDevices } from './devices';
import { seedDemo } from './demo/seed';
import { heavyPool, type Heavy, type HeavyPool } from './heavy/pool';
import { isOwnComputer } from './http/guards';
import { createApp, type ServedShop } from './http/app';
import { listen, type Listening } from './listen';
import { networkNames, wayOf, type Way } from './network';
import type { Settings } from './settings';
import { photoFolder, removeUnnamedPhotos, takeInPhotos } from './store/photos';
import { DAY_MS, forgetAnswers } from './store/writes';

export { readSettings } from './settings';

export interface Asked {
  /** Folder of the checkout, built. */
  readonly root: string;
  readonly settings: Settings;
  readonly demoOnly: boolean;
  /** The demo is made anew. */
  readonly isFresh: boolean;
  readonly logger: Logger;
}

/** The program while it is open. */
export interface Program {
  /** On this computer, without a slash at the end. */
  readonly address: string;
  /** Of the shop that one begins in. */
  readonly path: string;
  readonly way: Way;
  /** What another device is asked for. */
  readonly code: string;
  /** Takes nothing new, lets requests under way finish, and gives up its files. */
  close(): Promise<void>;
}

async function openFile(url: string, root: string): Promise<Database> {
  if (url.startsWith('file:')) await mkdir(dirname(fileURLToPath(url)), { recursive: true });
  const db = await openDatabase(url, join(root, 'packages/server/drizzle'));
  if (db.copiedTo !== null)
    console.log(`What was stored has been raised to this version; as it was before it is kept in ${db.copiedTo}`);
  for (const words of db.setAside) console.error(`Set aside, for it cannot be read: ${words}`);
  return db;
}

async function openDemo({ settings, root, isFresh, logger }: Asked, heavy: Heavy): Promise<Database> {
  const file = settings.demoDatabaseFile;
  if (isFresh) await Promise.all(['', '-wal', '-shm'].map((ending) => rm(file + ending, { force: true })));
  const db = await openFile(pathToFileURL(file).href, root);
  await seedDemo(db, join(root, 'packages/server/demo'), new Date(), logger, heavy);
  return db;
}

/** The maker's own shop, and the demo; a demo that cannot be opened does not keep the own shop shut. */
async function openShops(asked: Asked, heavy: Heavy): Promise<ServedShop[]> {
  const { ownDatabaseUrl, demoDatabaseFile, dataFolder } = asked.settings;
  const demo = await openDemo(asked, heavy).catch((error: unknown) => {
    const why = whyNotOpened(error, demoDatabaseFile);
    if (ownDatabaseUrl === null) throw new Error(why, { cause: error });
    console.error(`The demo shop is not open. ${why}`);
    return null;
  });
  if (demo) await takeInPhotos(demo, photoFolder(pathToFileURL(demoDatabaseFile).href, dataFolder));
  const shops: ServedShop[] = demo ? [{ base: '/demo', db: demo, backups: null }] : [];
  if (ownDatabaseUrl === null) return shops;
  try {
    const db = await openFile(ownDatabaseUrl, asked.root);
    await takeInPhotos(db, photoFolder(ownDatabaseUrl, dataFolder));
    return [...shops, { base: '', db, backups: backupPlace(asked.settings) }];
  } catch (error) {
    await demo?.close();
    throw new Error(whyNotOpened(error, ownDatabaseUrl), { cause: error });
  }
}

/** Where backups of the maker's own shop are kept; null where it is the demo, or kept by another server. */
export const backupPlace = ({ ownDatabaseUrl, dataFolder, backupsKept }: Settings): BackupPlace | null =>
  ownDatabaseUrl?.startsWith('file:')
    ? { url: ownDatabaseUrl, folder: join(dataFolder, 'backups'), keep: backupsKept }
    : null;

/** Opens the shops and serves them. Throws in words where a folder, a file or a port cannot be used. */
export async function openProgram(asked: Asked): Promise<Program> {
  const lock = await lockFolder(asked.settings.dataFolder).catch((error: unknown) => {
    throw new Error(whyNotOpened(error, asked.settings.dataFolder), { cause: error });
  });
  const authority = await authorityFor(asked.settings, new Date()).catch(async (error: unknown) => {
    await lock.release();
    throw error;
  });
  const pool = heavyPool(join(asked.root, 'packages/server/dist/worker.js'));
  const shops = await openShops(asked, pool.heavy).catch(async (error: unknown) => {
    await Promise.all([lock.release(), pool.close()]);
    throw error;
  });
  return serve(asked, { shops, lock, pool, authority });
}

interface Opened {
  readonly shops: readonly ServedShop[];
  readonly lock: FolderLock;
  readonly pool: HeavyPool;
  /** The shop's own, where secure pages are asked for. */
  readonly authority: Authority | null;
}

async function serve(
  { root, settings, demoOnly, logger }: Asked,
  { shops, lock, pool, authority }: Opened,
): Promise<Program> {
  const clock = (): Date => new Date();
  const keeper = shops.at(-1);
  if (!keeper) throw new Error('there is no shop to serve');
  const devices = await openDevices(keeper.db, clock);
  const path = demoOnly ? '/demo/' : '/';
  const namesNow = (): string[] => {
    const all = networkNames(settings.host);
    return authority ? all.filter((name) => authority.maySign(name)) : all;
  };
  let names = namesNow();
  const certificateOf = (own: readonly string[]) =>
    authority?.certify([...own, ...alwaysNamed(settings)], clock()) ?? Promise.resolve(null);
  const stopping = new AbortController();
  let listening: Listening | null = null;
  const way = (): Way => wayOf(names, path, listening, authority);
  const app = createApp({
    shops,
    clock,
    devices,
    way,
    authority,
    securePort: () => listening?.securePort ?? null,
    isOwn: isOwnComputer,
    logger,
    heavy: pool.heavy,
    webRoot: join(root, 'packages/web/dist'),
    hosts: () => [...settings.extraHosts, ...names],
    stopping: stopping.signal,
  });
  const forget = (): void => {
    for (const { db } of shops)
      db.write(async (session) => {
        await removeUnnamedPhotos(session, clock());
        await forgetAnswers(session, clock());
      }).catch((error: unknown) => logger.error({ error }));
  };
  forget();
  const daily = setInterval(forget, DAY_MS);
  const backups = setInterval(() => {
    for (const { backups: place } of shops)
      if (place && place.keep > 0)
        backUpWhereDue(place, pool.heavy, clock()).catch((error: unknown) => logger.error({ error }));
  }, LOOK_FOR_BACKUP_MS);
  const followNetwork = async (isRenewed: boolean): Promise<void> => {
    const now = namesNow();
    if (!isRenewed && now.join() === names.join()) return;
    names = now;
    const shown = await certificateOf(now);
    if (shown) listening?.show(shown);
  };
  const follow = (isRenewed: boolean) => (): void =>
    void followNetwork(isRenewed).catch((error: unknown) => logger.error({ error }));
  const network = setInterval(follow(false), LOOK_FOR_ADDRESS_MS);
  const renewal = setInterval(follow(true), RENEW_DAYS * DAY_MS);
  const close = async (): Promise<void> => {
    clearInterval(network);
    clearInterval(renewal);
    clearInterval(daily);
    clearInterval(backups);
    stopping.abort();
    await listening?.stop();
    await Promise.all(shops.map(({ db }) => db.close()));
    await Promise.all([lock.release(), pool.close()]);
  };
  try {
    listening = await listen(app, settings, await certificateOf(names));
  } catch (error) {
    await close();
    throw error;
  }
  const address = `http://${names.length > 0 ? '127.0.0.1' : settings.host}:${String(listening.port)}`;
  await lock.tell(address);
  return { address, path, way: way(), code: devices.code(), close };
}

/** How often it is seen whether this computer has another address, and a certificate is made anew. */
const LOOK_FOR_ADDRESS_MS = 15_000;
const RENEW_DAYS = 20;

/** How often it is seen whether a backup is due. */
const LOOK_FOR_BACKUP_MS = 10 * 60_000;

async function backUpWhereDue(place: BackupPlace, heavy: Heavy, now: Date): Promise<void> {
  if (await isBackupDue(place, now)) await heavy.backup({ place, now: now.toISOString() });
}

/** Names and addresses of this computer that do not change with its network. */
const alwaysNamed = ({ extraHosts }: Settings): string[] => [...extraHosts, 'localhost', '127.0.0.1'];

/** The shop's own authority, where secure pages are asked for; its key stays in the data folder. */
async function authorityFor(settings: Settings, now: Date): Promise<Authority | null> {
  if (settings.securePort === null) return null;
  const own = networkNames(settings.host);
  const authority = await openAuthority(
    join(settings.dataFolder, 'authority'),
    [...own, ...alwaysNamed(settings)],
    now,
  );
  if (authority.replaced !== null)
    console.error(
      `The shop's authority could have signed any name; it was moved to ${authority.replaced}. The new one is for this shop alone: each device trusts it once more.`,
    );
  for (const name of own.filter((one) => !authority.maySign(one)))
    console.error(
      `No secure pages at ${name}: it is no private address, and the shop's authority was made for others. Move ${join(settings.dataFolder, 'authority')} away to make one that has it; then each device trusts the shop anew.`,
    );
  return authority;
}
