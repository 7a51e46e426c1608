import { copyFile, mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { pino } from 'pino';
import { openDatabase } from '../db/database';
import { seedDemo } from '../demo/seed';
import { tasks } from '../heavy/tasks';
import { createApp, type ServedShop } from '../http/app';
import { alone, DEMO_DRAWINGS, MIGRATIONS } from './server.test-support';

/** The program in the test's own process, with an empty shop at `/` and a demo at `/demo`. */
export interface Served {
  /** Without a slash at the end. */
  readonly address: string;
  close(): Promise<void>;
}

const LOOK_AGAIN_MS = 50;

/** The folder of the demo's files, made once for all tests of a run of the test runner; `run` names that run. */
async function madeDemo(run: string): Promise<string> {
  const folder = join(tmpdir(), `rapid-jig-demo-${run}`);
  const [files, ready] = [join(folder, 'files'), join(folder, 'ready')];
  try {
    await mkdir(folder);
  } catch {
    // Another worker makes it.
    while (!(await stat(ready).catch(() => null))) await new Promise((look) => setTimeout(look, LOOK_AGAIN_MS));
    return files;
  }
  await mkdir(files);
  const url = pathToFileURL(join(files, 'demo.db')).href;
  const db = await openDatabase(url, MIGRATIONS);
  await seedDemo(db, DEMO_DRAWINGS, new Date(), pino({ level: 'silent' }), tasks());
  // Closing takes its log away only some time later, under the hands of whoever copies it: all is in the file itself before.
  const client = createClient({ url });
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  client.close();
  await db.close();
  await mkdir(ready);
  return files;
}

/** Starts it on files of its own. `run` names the run of the test runner, whose tests share what the demo starts with. */
export async function serveShops(run: string): Promise<Served> {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-served-'));
  await copyFile(join(await madeDemo(run), 'demo.db'), join(folder, 'demo.db'));
  const open = async (base: ServedShop['base'], file: string): Promise<ServedShop> => ({
    base,
    db: await openDatabase(pathToFileURL(file).href, MIGRATIONS),
    backups: base === '' ? { url: pathToFileURL(file).href, folder: `${file}-backups`, keep: 3 } : null,
  });
  const shops = [await open('/demo', join(folder, 'demo.db')), await open('', join(folder, 'shop.db'))];
  const server = createServer(createApp({ ...alone(), shops, clock: () => new Date() }));
  // A client that has not spoken for a while finds its connection open: no browser would tell of a closed one.
  server.keepAliveTimeout = 600_000;
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  return {
    address: `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`,
    close: async () => {
      server.closeAllConnections();
      await new Promise((ended) => server.close(ended));
      await Promise.all(shops.map(({ db }) => db.close()));
      await rm(folder, { recursive: true, force: true });
    },
  };
}
