import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { FRESH } from './app';

const MAIN = join(import.meta.dirname, '../packages/server/dist/main.js');

/** Makes the demo before the first test, by the program's own first start, and takes it away after the last. */
export default async function madeDemo(): Promise<() => Promise<void>> {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-demo-'));
  const child = spawn(process.execPath, [MAIN], {
    env: { ...process.env, RAPID_JIG_DATA: folder, RAPID_JIG_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  const opened = new Promise<boolean>((resolve) => {
    child.stdout.on('data', (text: Buffer) => text.includes('The demo shop is at') && resolve(true));
  });
  expect(await Promise.race([opened, ended])).toBe(true);
  child.kill('SIGTERM');
  expect(await ended).toBe(0);
  process.env[FRESH] = folder;
  return () => rm(folder, { recursive: true, force: true });
}
