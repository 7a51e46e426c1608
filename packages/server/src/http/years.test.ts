import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import request from 'supertest';
import type { StoredEvents } from '@rapid-jig/contract';
import type { WorkEvent } from '@rapid-jig/core';
import type { Database } from '../db/database';
import { workEvents } from '../db/schema';
import { putRun } from '../store/runs';
import { putTemplate } from '../store/templates';
import { appFor, newTemplate, openScratch, readOf, runOf } from '../testing/server.test-support';

let scratch: { db: Database; url: string; remove: () => Promise<void> };
beforeEach(async () => {
  scratch = await openScratch();
});
afterEach(() => scratch.remove());

const noticed = (): WorkEvent => ({
  kind: 'noticed',
  what: 'burnt',
  step: 'cut',
  stack: null,
  phase: null,
  pass: null,
  bladeId: null,
  words: null,
  photoId: null,
  id: randomUUID(),
  clientId: randomUUID(),
  at: '2026-11-24T09:06:00Z',
});

/** A run in which so much was noticed, by years of work. */
async function workedRun(count: number): Promise<string> {
  const template = newTemplate();
  const read = await readOf(template);
  const run = runOf(template);
  await scratch.db.write(async (session) => {
    await putTemplate(session, read, 0);
    await putRun(session, run, 0);
    for (let n = 0; n < count; n += 500) {
      const rows = Array.from({ length: 500 }, noticed).map((doc) => ({ id: doc.id, runId: run.id, doc }));
      await session.insert(workEvents).values(rows);
    }
  });
  return `/api/runs/${run.id}/events`;
}

test('a tap in a run of twenty thousand events is answered with itself and its place, and so is the same tap again', async () => {
  const path = await workedRun(20_000);
  const api = request(appFor(scratch.db));
  const event = noticed();
  for (let n = 0; n < 2; n++) {
    const { body, text } = await api.post(path).send(event);
    expect(body).toEqual({ events: [event], startedAt: null, after: 20_000, upTo: 20_001 });
    expect(text.length).toBeLessThan(1000);
  }
  const later = (await api.get(`${path}?after=19999`)).body as StoredEvents;
  expect(later.events).toHaveLength(2);
  expect(later.events[1]).toEqual(event);
});
