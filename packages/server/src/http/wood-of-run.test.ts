import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import request from 'supertest';
import {
  countStock,
  drawDown,
  NO_WISHES,
  planWood,
  seededSearch,
  stockCount,
  takenWood,
  TYPICAL_MACHINES,
  type StockItem,
  type StockMove,
  type TakenBoard,
  type TakenWood,
} from '@rapid-jig/core';
import type { AfterCutting, ApiFault, CutBlanks, PlanSnapshot } from '@rapid-jig/contract';
import { appFor, newTemplate, openScratch, runOf, typedStock } from '../testing/server.test-support';

let scratch: Awaited<ReturnType<typeof openScratch>>;
beforeEach(async () => {
  scratch = await openScratch();
});
afterEach(() => scratch.remove());

const api = () => request(appFor(scratch.db));
const BASE = { clientId: randomUUID(), at: '2026-11-24T09:00:00.000Z' };
const move = (itemId: string, kind: StockMove['kind'], count: number, runId: string | null = null): StockMove => ({
  ...BASE,
  id: randomUUID(),
  itemId,
  kind,
  count,
  runId,
});

/** A run of ten tags of 1/8 cherry, two boards of it on the rack, and the layout of the run on them. */
async function laidRun() {
  const [template, { item }] = [newTemplate(), typedStock('cherry 1/8 x 6 x 24')];
  const run = runOf(template);
  const put = (path: string, doc: object) =>
    api().put(path).set('If-Match', '"0"').set('Idempotency-Key', randomUUID()).send(doc);
  await put(`/api/templates/${template.id}`, template);
  await put(`/api/runs/${run.id}`, run);
  await api()
    .post('/api/rack')
    .set('Idempotency-Key', randomUUID())
    .send({ items: [item], moves: [move(item.id, 'received', 2)] });
  await api().post(`/api/runs/${run.id}/start`);
  const { plan } = (await api().get(`/api/runs/${run.id}/snapshot`)).body as PlanSnapshot;
  const task = {
    plan,
    rack: [{ item, free: 2 }],
    machines: TYPICAL_MACHINES,
    objective: 'wood' as const,
    wishes: NO_WISHES,
    rods: [],
  };
  return { item, runId: run.id, wood: takenWood(planWood(task, seededSearch, 200), []) };
}

function cutOf(wood: TakenWood, item: StockItem, runId: string): CutBlanks {
  const { used, back, layers, rods } = drawDown(wood, [item]);
  const items = back.map((look) => ({ ...look, id: randomUUID() }));
  return {
    event: { ...BASE, person: null, saw: null, id: randomUUID(), kind: 'blanks-cut', layers, rods },
    moves: [
      ...used.map(({ itemId, count }) => move(itemId, 'used', count, runId)),
      ...items.map(({ id }) => move(id, 'received', 1)),
    ],
    items,
    wood,
  };
}

const say = (runId: string, body: object) => api().post(`/api/runs/${runId}/blanks`).send(body);

test('blanks that were cut take their boards once, however often it is said, and leave their offcuts', async () => {
  const { item, runId, wood } = await laidRun();
  const cut = cutOf(wood, item, runId);
  // By hand: tags of 80 x 50 mm in blanks of 4-1/8 by 2-15/16 or less: ten of them lie on one board of 6 by 24.
  expect(cut.event.layers).toEqual({ [Object.keys(cut.event.layers)[0]!]: 10 });
  const [first, second] = await Promise.all([say(runId, cut), say(runId, cut)]);
  expect([first.status, second.status]).toEqual([200, 200]);
  expect(second.body).toEqual(first.body);
  const { events, rack } = first.body as AfterCutting;
  expect(events).toEqual([cut.event]);
  expect(stockCount(countStock(rack.moves), item.id).onHand).toBe(1);
  for (const { id } of cut.items) expect(stockCount(countStock(rack.moves), id).onHand).toBe(1);
  const other = { ...cut, event: { ...cut.event, layers: {} } };
  expect((await say(runId, other)).body).toMatchObject({ kind: 'id-taken' });
  // The blanks are ready now: the same layout said as new is of a run that no longer is.
  const again = cutOf(wood, item, runId);
  expect((await say(runId, again)).body).toMatchObject({ kind: 'wood-changed' });
  expect(((await api().get(`/api/runs/${runId}/events`)).body as { events: unknown[] }).events).toHaveLength(1);
});

const board = (wood: TakenWood, change: (board: TakenBoard) => Partial<TakenBoard>): TakenWood => ({
  ...wood,
  groups: wood.groups.map((group) => ({
    ...group,
    boards: group.boards.map((one, i) => (i === 0 ? { ...one, ...change(one) } : one)),
  })),
});

test.each<readonly [string, (wood: TakenWood) => TakenWood]>([
  ['nothing laid and nothing missing', () => ({ groups: [], rods: [] })],
  ['a board that is there once given as its third', (wood) => board(wood, () => ({ copy: 3 }))],
  [
    'an offcut that lies where blanks are cut',
    (wood) => board(wood, ({ length, width }) => ({ offcuts: [{ x: 0, y: 0, length, width }] })),
  ],
  ['a piece left out of the list', (wood) => board(wood, ({ blanks }) => ({ blanks: blanks.slice(1) }))],
  ['a board longer than it is', (wood) => board(wood, ({ length }) => ({ length: length + 20 }))],
])('a layout is checked again before anything is taken: %s', async (_name, spoil) => {
  const { item, runId, wood } = await laidRun();
  const cut = cutOf(spoil(wood), item, runId);
  const refused = await say(runId, cut);
  expect(refused.status).toBe(409);
  expect(refused.body).toMatchObject({ kind: 'wood-changed' });
  expect((refused.body as ApiFault).where).not.toBe('');
  const reserve = { moves: cut.moves.map((one) => ({ ...one, kind: 'reserved' })).slice(0, 1), wood: cut.wood };
  expect((await api().post(`/api/runs/${runId}/reserve`).send(reserve)).status).toBe(409);
  expect(((await api().get('/api/rack')).body as { moves: unknown[] }).moves).toHaveLength(1);
});

test('no other boards, offcuts or blanks are taken than those of the layout', async () => {
  const { item, runId, wood } = await laidRun();
  const cut = cutOf(wood, item, runId);
  const [used, ...rest] = cut.moves;
  for (const other of [
    { ...cut, moves: [{ ...used!, count: 2 }, ...rest] },
    { ...cut, moves: rest },
    { ...cut, event: { ...cut.event, layers: { ab12: 4 } } },
    { ...cut, items: cut.items.map((one) => ({ ...one, name: 'ebony' })) },
  ])
    expect((await say(runId, other)).body).toMatchObject({ kind: 'wood-changed' });
  const tooMany = { ...cut, moves: [{ ...used!, count: 3 }, ...rest] };
  expect((await say(runId, tooMany)).body).toMatchObject({ kind: 'not-enough' });
  expect((await say(runId, cut)).status).toBe(200);
});

test('reserving holds the boards of the layout and lets go of what was held', async () => {
  const { item, runId, wood } = await laidRun();
  const send = (moves: readonly StockMove[]) => api().post(`/api/runs/${runId}/reserve`).send({ moves, wood });
  const [held, anew] = [move(item.id, 'reserved', 1, runId), move(item.id, 'reserved', 1, runId)];
  expect((await send([held])).status).toBe(200);
  expect((await send([held])).status).toBe(200);
  const { body } = await send([move(item.id, 'released', 1, runId), anew]);
  expect(stockCount(countStock((body as { moves: StockMove[] }).moves), item.id).reserved).toEqual({ [runId]: 1 });
});
