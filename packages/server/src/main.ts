import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { makeBackup, restoreBackup } from './db/backup';
import { lockFolder } from './db/folder-lock';
import { tellNetwork } from './network';
import { backupPlace, openProgram } from './program';
import { readSettings, type Settings } from './settings';

/** The server is built to packages/server/dist; the checkout is three folders up. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../../..');

/** `--backup` writes a backup of the maker's own shop, while it is open too; `--restore <file>` puts one in its place. */
async function keepOrRestore(settings: Settings): Promise<boolean> {
  const place = backupPlace(settings);
  const from = process.argv[process.argv.indexOf('--restore') + 1];
  if (process.argv.includes('--restore')) {
    if (from === undefined || !place) throw new Error('Say which file: npm run restore -- <file>');
    const lock = await lockFolder(settings.dataFolder);
    const { before } = await restoreBackup(resolve(from), place.url, new Date()).finally(() => lock.release());
    console.log(`The shop is as it was in ${from}. Start the program as always.`);
    if (before !== null) console.log(`What was there before is kept in ${before}`);
    return true;
  }
  if (!process.argv.includes('--backup')) return false;
  if (!place) throw new Error('There is no shop of your own here that is kept in a file.');
  const { name } = await makeBackup(place.url, place.folder, new Date());
  console.log(`Written and checked: ${join(place.folder, name)}`);
  return true;
}

async function main(): Promise<void> {
  const isAsked = (name: string): boolean =>
    process.argv.includes(`--${name}`) || process.env[`RAPID_JIG_${name.toUpperCase()}`] === '1';
  const demoOnly = process.argv.includes('--demo');
  const settings = readSettings(process.env, root, { demoOnly, lan: isAsked('lan'), https: isAsked('https') });
  if (await keepOrRestore(settings)) return;
  const logger = pino({ level: process.env['RAPID_JIG_LOG'] ?? 'warn' });
  const isFresh = process.argv.includes('--fresh');
  const { address, path, way, code, close } = await openProgram({ root, settings, demoOnly, isFresh, logger });
  // Before anybody is told the address: who knows it may end the program at once.
  process.once('SIGINT', () => void close());
  process.once('SIGTERM', () => void close());
  console.log(`Rapid Jig is open at ${address}${path}`);
  if (settings.ownDatabaseUrl) console.log(`Your shop is kept in ${settings.ownDatabaseUrl}`);
  if (!demoOnly) console.log(`The demo shop is at ${address}/demo/`);
  await tellNetwork(way, code);
}

await main().catch((error: unknown) => {
  // In words, for whoever started it: where it came from helps nobody at a bench.
  console.error(error instanceof Error ? error.message : String(error));
  process.exitCode = 1;
});
