import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { ApiError } from '../api-error';
import { heavyPool, type HeavyPool } from './pool';

let folder: string;
let pool: HeavyPool;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rapid-jig-pool-'));
  const file = join(folder, 'worker.mjs');
  // A worker that works for as long as it is told, and then says what it got.
  await writeFile(
    file,
    `export const run = ({ task: body }) => {
       const until = Date.now() + body.length;
       while (Date.now() < until);
       return { ok: true, id: String(body.length), json: '', cardJson: '' };
     };`,
  );
  pool = heavyPool(file);
});
afterEach(async () => {
  await pool.close();
  await rm(folder, { recursive: true });
});

test('work is done beside the loop, which goes on meanwhile', async () => {
  let beats = 0;
  const beating = setInterval(() => beats++, 5);
  expect(await pool.heavy.readTemplate(new Uint8Array(300))).toMatchObject({ ok: true, id: '300' });
  clearInterval(beating);
  expect(beats).toBeGreaterThan(10);
});

test('work that nobody waits for any more is ended, and the next is done', async () => {
  const gone = new AbortController();
  const work = pool.heavy.readTemplate(new Uint8Array(30_000), gone.signal);
  setTimeout(() => gone.abort(), 100);
  await expect(work).rejects.toBeInstanceOf(ApiError);
  expect(await pool.heavy.readTemplate(new Uint8Array(1))).toMatchObject({ id: '1' });
});
