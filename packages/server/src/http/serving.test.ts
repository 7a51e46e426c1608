import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import request from 'supertest';
import { planRun, type PlanInput } from '@rapid-jig/core';
import { runOf, newTemplate, NOW, alone, openScratch, readOf } from '../testing/server.test-support';
import { loadSolver, tasks } from '../heavy/tasks';
import { findSnapshot, putRun } from '../store/runs';
import { putTemplate } from '../store/templates';
import { checkRun, startRun } from '../start-run';
import { reserveWood } from '../wood-of-run';
import { createApp, type AppOptions, type ServedShop } from './app';

const SILENT = pino({ level: 'silent' });
let scratch: Awaited<ReturnType<typeof openScratch>>;
let webRoot: string;

beforeEach(async () => {
  scratch = await openScratch();
  webRoot = await mkdtemp(join(tmpdir(), 'rapid-jig-web-'));
  await mkdir(join(webRoot, 'assets'));
  await writeFile(join(webRoot, 'index.html'), '<title>the page</title>');
  await writeFile(join(webRoot, 'assets', 'app-1.js'), 'export {};');
});
afterEach(async () => {
  await scratch.remove();
  await rm(webRoot, { recursive: true });
});

const starting = () => ({ db: scratch.db, now: NOW, logger: SILENT, heavy: tasks() });
const serve = (bases: readonly ServedShop['base'][], changes: Partial<AppOptions> = {}) =>
  request(
    createApp({
      ...alone(),
      shops: bases.map((base) => ({ base, db: scratch.db, backups: null })),
      webRoot,
      ...changes,
    }),
  );

describe('the web app is served beside the API', () => {
  test.each(['/', '/runs/some-id/sheet', '/demo/', '/demo/templates/new'])(
    '%s opens the page: views are links',
    async (path) => {
      const answer = await serve(['/demo', '']).get(path);
      expect([answer.status, answer.text]).toEqual([200, '<title>the page</title>']);
    },
  );

  test('with the demo alone, every other address leads to it', async () => {
    const answer = await serve(['/demo']).get('/runs');
    expect([answer.status, answer.headers['location']]).toEqual([302, '/demo/']);
  });

  test('built files may be kept by the browser for ever; one that is not there is told, not a page', async () => {
    const kept = await serve(['']).get('/assets/app-1.js');
    expect(kept.headers['cache-control']).toContain('immutable');
    const gone = await serve(['']).get('/assets/app-0.js');
    expect([gone.status, gone.body]).toEqual([404, expect.objectContaining({ kind: 'not-found' })]);
  });

  test('no address leads out of the folder', async () => {
    const answer = await serve(['']).get('/assets/..%2f..%2f..%2fetc%2fpasswd');
    expect(answer.text).not.toContain('root:');
  });

  test('a program that was not built says so at once', () => {
    expect(() => serve([''], { webRoot: join(webRoot, 'nowhere') })).toThrow('the web app is not built');
  });

  test('a name that was allowed is answered, another is not', async () => {
    const app = serve([''], { hosts: () => ['bench.local'] });
    expect((await app.get('/api/health').set('Host', 'bench.local:4321')).status).toBe(200);
    expect((await app.get('/api/health').set('Host', 'bench.elsewhere')).status).toBe(403);
  });
});

test('two devices that start the same run at once get the same frozen plan', async () => {
  const template = newTemplate();
  const run = runOf(template);
  await scratch.db.write(async (session) => {
    await putTemplate(session, await readOf(template), 0);
    await putRun(session, run, 0);
  });
  const later = new Date(NOW.getTime() + 60_000);
  const [one, other] = await Promise.all([
    startRun(run.id, starting()),
    startRun(run.id, { ...starting(), now: later }),
  ]);
  expect(one).toEqual(other);
});

test('a plan that breaks its rules starts all the same, and the input is in the log so that it can be repeated', async () => {
  const template = newTemplate();
  const run = runOf(template);
  await scratch.db.write(async (session) => {
    await putTemplate(session, await readOf(template), 0);
    await putRun(session, run, 0);
  });
  const lines: string[] = [];
  const logger = pino({ level: 'error' }, { write: (line: string) => void lines.push(line) });
  const wrong: typeof planRun = async (input, kit) => {
    const result = await planRun(input, kit);
    return result.ok ? { ok: true, value: { ...result.value, piecesAtRisk: 99 } } : result;
  };
  const spoiled = { ...starting(), logger, heavy: tasks(wrong) };
  await startRun(run.id, spoiled);
  const snapshot = await scratch.db.read((session) => findSnapshot(session, run.id));
  expect(snapshot!.plan.piecesAtRisk).toBe(99);
  expect(await checkRun(run.id, spoiled)).toEqual({ wrong: ['99 pieces at risk, not 4'] });
  expect(await checkRun(run.id, starting())).toEqual({ wrong: [] });
  expect(lines).toHaveLength(2);
  // Only wood is not taken by it.
  const wood = { groups: [], rods: [] };
  await expect(reserveWood(run.id, { moves: [], wood }, spoiled)).rejects.toMatchObject({
    status: 422,
    fault: { kind: 'wrong-plan', where: '99 pieces at risk, not 4' },
  });
  const logged = JSON.parse(lines[0]!) as { input: PlanInput };
  expect(logged.input.run).toEqual(run);
  const again = await planRun(logged.input, { onStage: () => undefined, solver: loadSolver });
  expect(again.ok).toBe(true);
});

test('a run that was granted a smaller margin starts, and its passes are recorded', async () => {
  const template = newTemplate();
  const run = runOf(template);
  const granted = { ...run, wood: { ...run.wood, margin: { mm: 3.175, typed: '1/8' } } };
  await scratch.db.write(async (session) => {
    await putTemplate(session, await readOf(template), 0);
    await putRun(session, granted, 0);
  });
  await startRun(run.id, starting());
  const snapshot = await scratch.db.read((session) => findSnapshot(session, run.id));
  expect(snapshot!.plan.stacks[0]!.gangs[0]!.blank.margin).toBe(3.175);
});

test('a full disk is told as such, so that the browser keeps what it has and sends it again', async () => {
  const full = Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' });
  const db = { ...scratch.db, read: () => Promise.reject(new Error('Failed query', { cause: full })) };
  const answer = await serve([''], { shops: [{ base: '', db, backups: null }] }).get('/api/runs');
  expect([answer.status, answer.body]).toEqual([507, expect.objectContaining({ kind: 'disk-full' })]);
});

test('a transaction that fails half-way leaves nothing behind, and the next goes ahead', async () => {
  const template = newTemplate();
  const broken = scratch.db.write(async (session) => {
    await putTemplate(session, await readOf(template), 0);
    throw new Error('the power went');
  });
  await expect(broken).rejects.toThrow('the power went');
  const stored = await scratch.db.write(async (session) => putTemplate(session, await readOf(template), 0));
  expect(stored.version).toBe(1);
});
