import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import request from 'supertest';
import type { NewStock, StoredEvents, StoredRack } from '@rapid-jig/contract';
import { noticed } from '../../../core/src/ledger/noticed.test-support';
import { BARE_STOCK, type StockItem, type StockMove, type WorkEvent } from '@rapid-jig/core';
import type { Database } from '../db/database';
import { workEvents, writes } from '../db/schema';
import { putRun } from '../store/runs';
import { putTemplate } from '../store/templates';
import { forgetAnswers } from '../store/writes';
import { appFor, newTemplate, openScratch, readOf, runOf } from '../testing/server.test-support';

let scratch: { db: Database; url: string; remove: () => Promise<void> };
beforeEach(async () => {
  scratch = await openScratch();
});
afterEach(() => scratch.remove());

const made = () => ({ id: randomUUID(), clientId: randomUUID(), at: '2026-11-24T09:06:00Z' });
const newItem = (): StockItem => ({ ...BARE_STOCK, id: randomUUID(), kind: 'bought', name: 'hinges' });

const burnt = (): WorkEvent => noticed({ ...made(), what: 'burnt' });

/** A run in which so much was noticed, by years of work. */
async function workedRun(count: number): Promise<string> {
  const template = newTemplate();
  const read = await readOf(template);
  const run = runOf(template);
  await scratch.db.write(async (session) => {
    await putTemplate(session, read, 0);
    await putRun(session, run, 0);
    for (let n = 0; n < count; n += 500) {
      const rows = Array.from({ length: 500 }, burnt).map((doc) => ({ id: doc.id, runId: run.id, doc }));
      await session.insert(workEvents).values(rows);
    }
  });
  return `/api/runs/${run.id}/events`;
}

test('a tap in a run of twenty thousand events is answered with itself and its place, and so is the same tap again', async () => {
  const path = await workedRun(20_000);
  const api = request(appFor(scratch.db));
  const event = burnt();
  for (let n = 0; n < 2; n++) {
    const { body, text } = await api.post(path).send(event);
    expect(body).toEqual({ events: [event], startedAt: null, after: 20_000, upTo: 20_001 });
    expect(text.length).toBeLessThan(1000);
  }
  const later = (await api.get(`${path}?after=19999`)).body as StoredEvents;
  expect(later.events).toHaveLength(2);
  expect(later.events[1]).toEqual(event);
});

test('an answer is forgotten after its time: the same write is judged by what stands there, another one is still refused', async () => {
  const api = request(appFor(scratch.db));
  const item = newItem();
  const key = randomUUID();
  const put = (doc: StockItem) =>
    api.put(`/api/rack/${item.id}`).set('If-Match', '"0"').set('Idempotency-Key', key).send(doc);
  expect((await put(item)).body).toEqual({ version: 1 });
  const later = (days: number) => new Date(Date.now() + days * 86_400_000);
  const kept = async () => (await scratch.db.read((session) => session.select().from(writes)))[0];
  await scratch.db.write((session) => forgetAnswers(session, later(29)));
  expect((await kept())?.answer).toEqual({ version: 1 });
  await scratch.db.write((session) => forgetAnswers(session, later(31)));
  expect((await kept())?.answer).toBeNull();
  // The same once more changes nothing; under the same key something else is not taken.
  expect((await put(item)).body).toEqual({ version: 1 });
  expect((await put({ ...item, place: 'elsewhere' })).body).toMatchObject({ kind: 'id-taken' });
  expect((await api.get('/api/rack')).body).toMatchObject({ items: [{ version: 1, doc: item }] });
});

test('a table of five thousand rows is taken in one go, and said again it is not taken twice', async () => {
  const api = request(appFor(scratch.db));
  const items = Array.from({ length: 5000 }, newItem);
  const moves = items.map(({ id: itemId }): StockMove => ({
    ...made(),
    itemId,
    kind: 'received',
    count: 3,
    runId: null,
  }));
  for (let n = 0; n < 2; n++) {
    const answer = await api.post('/api/rack').set('Idempotency-Key', randomUUID()).send({ items, moves });
    expect([answer.status, (answer.body as NewStock).items.length]).toEqual([200, 5000]);
  }
  const { body } = await api.get('/api/rack');
  const rack = body as StoredRack;
  expect([rack.items.length, rack.moves.length]).toEqual([5000, 5000]);
  // What is wrong in one row is told by its place, and nothing is taken.
  const wrong = { items: [...items.slice(0, 900), { ...newItem(), kind: 'plank' }], moves: [] };
  const refused = await api.post('/api/rack').set('Idempotency-Key', randomUUID()).send(wrong);
  expect([refused.status, (refused.body as { where: string }).where]).toEqual([400, 'items.900.kind']);
});

test('runs come in pages, the newest first, and everything is found by its name without its content', async () => {
  const api = request(appFor(scratch.db));
  const template = newTemplate();
  await scratch.db.write(async (session) => putTemplate(session, await readOf(template), 0));
  const made: string[] = [];
  for (let n = 0; n < 120; n++) {
    const run = { ...runOf(template), id: randomUUID(), name: `Fair ${String(n)}` };
    await scratch.db.write((session) => putRun(session, run, 0));
    made.unshift(run.id);
  }
  const seen: string[] = [];
  for (let page: { doc: { id: string } }[] = []; seen.length === 0 || page.length > 0;) {
    const before = seen.at(-1);
    page = (await api.get(`/api/runs${before ? `?before=${before}` : ''}`)).body as typeof page;
    expect(page.length).toBeLessThanOrEqual(50);
    seen.push(...page.map(({ doc }) => doc.id));
  }
  expect(seen).toEqual(made);
  expect((await api.get('/api/runs?most=7')).body).toHaveLength(7);
  expect((await api.get('/api/runs?most=51')).status).toBe(400);
  const { body, text } = await api.get('/api/names');
  expect(body).toMatchObject({
    runs: expect.arrayContaining([{ id: made[0], name: 'Fair 119' }]),
    templates: [{ id: template.id, name: template.name, parts: template.parts.map(({ id, name }) => ({ id, name })) }],
  });
  expect(text).not.toContain('pictures');
});
