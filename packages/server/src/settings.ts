import { isAbsolute, join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

/** Where the program listens and keeps its files. */
export interface Settings {
  readonly host: string;
  readonly port: number;
  /** Database of the maker's own shop; null where only the demo is served. */
  readonly ownDatabaseUrl: string | null;
  /** Folder of everything that is kept; one program at a time has it. */
  readonly dataFolder: string;
  readonly demoDatabaseFile: string;
  /** So many backups of the maker's own shop are kept; 0 where none are made by themselves. */
  readonly backupsKept: number;
  readonly extraHosts: readonly string[];
  /** Port of secure pages; null where there are none. */
  readonly securePort: number | null;
}

export const DEFAULT_PORT = 4321;
/** Two weeks, with one a day. */
const BACKUPS_KEPT = 14;

/**
 * Reads settings from the environment: `RAPID_JIG_DATA` (folder, default `data`), `RAPID_JIG_DATABASE_URL` (a `file:`
 * or libSQL server URL, default a file in that folder), `RAPID_JIG_HOST`, `RAPID_JIG_PORT`, `RAPID_JIG_ALLOWED_HOSTS`
 * (names, separated by commas), `RAPID_JIG_HTTPS_PORT` (default the next one), `RAPID_JIG_BACKUPS` (how many are kept). On the local network (`lan`) every address of
 * this computer is listened to. Throws with the name of a setting that cannot be used.
 */
export function readSettings(
  env: NodeJS.ProcessEnv,
  root: string,
  { demoOnly, lan, https }: { readonly demoOnly: boolean; readonly lan: boolean; readonly https: boolean },
): Settings {
  const folder = env['RAPID_JIG_DATA'] ?? 'data';
  const data = isAbsolute(folder) ? folder : resolve(root, folder);
  const port = portIn(env, 'RAPID_JIG_PORT', DEFAULT_PORT);
  const securePort = https ? portIn(env, 'RAPID_JIG_HTTPS_PORT', port === 0 ? 0 : port + 1) : null;
  if (securePort !== null && securePort !== 0 && securePort === port)
    throw new Error(`RAPID_JIG_HTTPS_PORT must be another port than RAPID_JIG_PORT, both are ${String(port)}`);
  return {
    host: env['RAPID_JIG_HOST'] ?? (lan ? '0.0.0.0' : '127.0.0.1'),
    port,
    securePort,
    ownDatabaseUrl: demoOnly ? null : (env['RAPID_JIG_DATABASE_URL'] ?? pathToFileURL(join(data, 'shop.db')).href),
    dataFolder: data,
    demoDatabaseFile: join(data, 'demo.db'),
    backupsKept: countIn(env, 'RAPID_JIG_BACKUPS', BACKUPS_KEPT),
    extraHosts: (env['RAPID_JIG_ALLOWED_HOSTS'] ?? '')
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
  };
}

function portIn(env: NodeJS.ProcessEnv, name: string, otherwise: number): number {
  const port = Number(env[name] ?? otherwise);
  if (Number.isInteger(port) && port >= 0 && port <= 65535) return port;
  throw new Error(`${name} must be a port from 0 to 65535, got "${env[name] ?? String(otherwise)}"`);
}

function countIn(env: NodeJS.ProcessEnv, name: string, otherwise: number): number {
  const count = Number(env[name] ?? otherwise);
  if (Number.isInteger(count) && count >= 0 && count <= 1000) return count;
  throw new Error(`${name} must be a whole number from 0 to 1000, got "${env[name] ?? ''}"`);
}
