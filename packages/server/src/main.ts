import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { tellNetwork } from './network';
import { openProgram } from './program';
import { readSettings } from './settings';

/** The server is built to packages/server/dist; the checkout is three folders up. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../../..');

async function main(): Promise<void> {
  const isAsked = (name: string): boolean =>
    process.argv.includes(`--${name}`) || process.env[`RAPID_JIG_${name.toUpperCase()}`] === '1';
  const demoOnly = process.argv.includes('--demo');
  const settings = readSettings(process.env, root, { demoOnly, lan: isAsked('lan'), https: isAsked('https') });
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
