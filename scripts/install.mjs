import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command in the checkout, its output shown; throws with its name where it fails. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (result.error) throw result.error;
  if (result.status !== 0)
    throw new Error(`${command} ${args.join(' ')} ended with ${String(result.status ?? result.signal)}`);
}

/** The same beside other work: its output is shown when it has ended. */
export async function inBackground(command, args) {
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
  const told = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => told.push(data));
  const [code, signal] = await new Promise((resolve) => child.once('close', (...ended) => resolve(ended)));
  return () => {
    process.stdout.write(Buffer.concat(told));
    if (code !== 0) throw new Error(`${command} ${args.join(' ')} ended with ${String(code ?? signal)}`);
  };
}

/** Installs the packages of the lock file where they are missing or older than it. */
export function ensurePackages() {
  const installed = join(root, 'node_modules/.package-lock.json');
  const wanted = join(root, 'package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(wanted).mtimeMs) return;
  console.log('Installing packages …');
  run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']);
}

/** Builds the server and the web app. */
export function build() {
  run('npm', ['run', 'build', '--silent']);
}

const BROWSERS = ['chromium', 'chromium-browser'];

/** Path of a Chromium: `RAPID_JIG_CHROMIUM`, or one on PATH, or Debian's package, installed where it is missing. */
export function ensureChromium() {
  const named = process.env.RAPID_JIG_CHROMIUM;
  if (named) return named;
  const found = findChromium();
  if (found) return found;
  console.log('Installing Chromium …');
  installDebian('chromium');
  const installed = findChromium();
  if (!installed)
    throw new Error('Chromium is not there after its package was installed; set RAPID_JIG_CHROMIUM to its path');
  return installed;
}

/** Poppler's pdftoppm, which the tests draw PDFs with: on PATH, or Debian's package, installed where it is missing. */
export function ensurePoppler() {
  if (onPath('pdftoppm')) return;
  console.log('Installing poppler …');
  installDebian('poppler-utils');
}

function installDebian(name) {
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], { DEBIAN_FRONTEND: 'noninteractive' });
}

const findChromium = () => BROWSERS.map(onPath).find(Boolean) ?? null;

/** Where a program is, or null. */
function onPath(name) {
  try {
    return execFileSync('sh', ['-c', `command -v ${name}`], { encoding: 'utf8' }).trim();
  } catch {
    return null;
  }
}
