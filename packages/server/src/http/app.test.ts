import type { ApiFault, PlanSnapshot, StoredEvents } from '@rapid-jig/contract';
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import {
  countStock,
  defaultPatternOptions,
  passSawn,
  stockCount,
  TYPICAL_SHOP,
  type BladeMove,
  type Plan,
  type StockItem,
  type StockMove,
  type Template,
  type WorkEvent,
} from '@rapid-jig/core';
import { openDatabase } from '../db/database';
import { appFor, MIGRATIONS, runOf, newTemplate, openScratch, typedStock } from '../testing/server.test-support';

let scratch: Awaited<ReturnType<typeof openScratch>>;
const api = () => request(appFor(scratch.db));
const put = (path: string, doc: object, version: number) =>
  api().put(path).set('If-Match', `"${version}"`).set('Idempotency-Key', randomUUID()).send(doc);
const putTemplate = (doc: Template, version = 0) => put(`/api/templates/${doc.id}`, doc, version);

beforeEach(async () => {
  scratch = await openScratch();
});
afterEach(() => scratch.remove());

describe('documents and their versions', () => {
  test('what is written comes back, also after the database is opened again', async () => {
    const template = newTemplate();
    expect((await putTemplate(template)).body).toMatchObject({ version: 1, revision: 1 });
    await scratch.db.close();
    const again = await openDatabase(scratch.url, MIGRATIONS);
    const { body } = await request(appFor(again)).get(`/api/templates/${template.id}`);
    expect(body).toEqual({ version: 1, revision: 1, doc: template });
    await again.close();
  });

  test('a stale write gets 409 with what is stored, and changes nothing', async () => {
    const template = newTemplate();
    await putTemplate(template);
    await putTemplate({ ...template, name: 'Theirs' }, 1);
    const stale = await putTemplate({ ...template, name: 'Mine' }, 1);
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({ kind: 'version-conflict', current: { version: 2, doc: { name: 'Theirs' } } });
    expect((await api().get('/api/templates')).body).toMatchObject([{ version: 2, card: { name: 'Theirs' } }]);
  });

  test('a write without a version, under another id, or of something that is not there', async () => {
    const template = newTemplate();
    expect((await api().put(`/api/templates/${template.id}`).send(template)).status).toBe(428);
    expect((await put(`/api/templates/${randomUUID()}`, template, 0)).status).toBe(400);
    expect((await putTemplate(template, 7)).status).toBe(404);
  });

  test('a write whose answer was lost is sent again: done once, and later writes do not make it a conflict', async () => {
    const template = newTemplate();
    const key = randomUUID();
    const write = (doc: Template, version: number, own = key) =>
      api().put(`/api/templates/${doc.id}`).set('If-Match', `"${version}"`).set('Idempotency-Key', own).send(doc);
    expect((await write(template, 0)).body).toEqual({ version: 1, revision: 1 });
    await putTemplate({ ...template, name: 'Theirs' }, 1);
    expect((await write(template, 0)).body).toEqual({ version: 1, revision: 1 });
    expect((await api().get(`/api/templates/${template.id}`)).body).toMatchObject({
      version: 2,
      doc: { name: 'Theirs' },
    });
    expect((await write({ ...template, name: 'Other' }, 0)).body).toMatchObject({ kind: 'id-taken', where: key });
    const keyless = api().put(`/api/templates/${template.id}`).set('If-Match', '"2"').send(template);
    expect((await keyless).status).toBe(428);
  });

  test('equal contents are no conflict, whoever wrote them', async () => {
    const template = newTemplate();
    await putTemplate(template);
    await putTemplate({ ...template, name: 'Both' }, 1);
    expect((await putTemplate({ ...template, name: 'Both' }, 1)).body).toEqual({ version: 2, revision: 1 });
  });

  test('two writers at once: one wins, the other is told', async () => {
    const template = newTemplate();
    await putTemplate(template);
    const answers = await Promise.all(['A', 'B'].map((name) => putTemplate({ ...template, name }, 1)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  test('the shop starts as a typical one and is kept once changed', async () => {
    expect((await api().get('/api/shop')).body).toEqual({ version: 0, doc: TYPICAL_SHOP });
    expect((await put('/api/shop', { ...TYPICAL_SHOP, units: 'mm' }, 0)).body).toMatchObject({ version: 1 });
    expect((await api().get('/api/shop')).body).toMatchObject({ version: 1, doc: { units: 'mm' } });
    expect((await put('/api/shop', TYPICAL_SHOP, 0)).status).toBe(409);
  });

  test('an original drawing is kept letter by letter', async () => {
    const id = randomUUID();
    // A NUL, and bytes that are no UTF-8 at all.
    const bytes = Buffer.concat([
      Buffer.from('<svg>\r\n<!-- ½ \u0000 -->\n</svg>\n'),
      Buffer.from([0xed, 0xa0, 0x80, 0xff]),
    ]);
    const keep = (content: Buffer) =>
      api()
        .put(`/api/drawings/${id}`)
        .set('X-File-Name', encodeURIComponent('Möwe "1".svg'))
        .type('application/octet-stream')
        .send(content);
    expect((await keep(bytes)).status).toBe(204);
    expect((await keep(bytes)).status).toBe(204);
    expect((await keep(Buffer.from('other'))).body).toMatchObject({ kind: 'id-taken' });
    const answer = await api().get(`/api/drawings/${id}`).buffer(true);
    expect(Buffer.compare(answer.body as Buffer, bytes)).toBe(0);
    expect(decodeURIComponent(answer.headers['x-file-name']!)).toBe('Möwe "1".svg');
    expect((await api().put(`/api/drawings/${randomUUID()}`).send({ text: 'x' })).body).toMatchObject({
      kind: 'invalid-request',
    });
  });
});

describe('revisions', () => {
  test('a pinned revision stays as it was; the next edit starts a new one', async () => {
    const template = newTemplate();
    await putTemplate(template);
    const run = runOf(template);
    await put(`/api/runs/${run.id}`, run, 0);
    expect((await putTemplate({ ...template, note: 'looser' }, 1)).body).toMatchObject({ revision: 2, version: 2 });
    expect((await putTemplate({ ...template, note: 'looser still' }, 2)).body).toMatchObject({
      revision: 2,
      version: 3,
    });
    const pinned = await api().get(`/api/runs/${run.id}/revisions`);
    expect(pinned.body).toEqual([{ revision: 1, template }]);
    expect((await api().get(`/api/templates/${template.id}/revisions/2`)).body).toMatchObject({ note: 'looser still' });
    expect((await api().get(`/api/templates/${template.id}/revisions/3`)).status).toBe(404);
    // The first never changes again; the second does, even once a run that pinned it has let it go.
    const kept = async (revision: number) =>
      (await api().get(`/api/templates/${template.id}/revisions/${String(revision)}`)).headers['cache-control'];
    expect(await kept(1)).toContain('immutable');
    const line = { ...run.lines[0]!, revision: 2 };
    await put(`/api/runs/${run.id}`, { ...run, lines: [line] }, 1);
    expect(await kept(2)).toBeUndefined();
  });

  test('a run cannot pin what is not there, and nothing of it is kept', async () => {
    const run = runOf(newTemplate());
    expect((await put(`/api/runs/${run.id}`, run, 0)).status).toBe(404);
    expect((await api().get('/api/runs')).body).toEqual([]);
  });
});

describe('a run', () => {
  async function storedRun(copies = 10) {
    const template = newTemplate();
    await putTemplate(template);
    const run = runOf(template, copies);
    await put(`/api/runs/${run.id}`, run, 0);
    return { run, template };
  }
  const startedPlan = async (id: string): Promise<PlanSnapshot> => {
    await api().post(`/api/runs/${id}/start`);
    return (await api().get(`/api/runs/${id}/snapshot`)).body as PlanSnapshot;
  };
  const passOf = (plan: Plan): WorkEvent => {
    const mark = passSawn(plan.stacks[0]!, null, 1);
    return {
      ...mark,
      pass: null,
      id: randomUUID(),
      clientId: randomUUID(),
      at: '2026-11-24T09:05:00Z',
      person: null,
      saw: null,
    };
  };

  test('starting freezes the plan: a later start gives the same one', async () => {
    const { run } = await storedRun();
    const first = await api().post(`/api/runs/${run.id}/start`);
    expect(first.body).toMatchObject({ startedAt: '2026-11-24T09:00:00.000Z', coreVersion: expect.any(String) });
    expect(first.body.inputHash).toMatch(/^[0-9a-f]{64}$/);
    await put(`/api/runs/${run.id}`, { ...run, maxLayers: 1 }, 1);
    expect((await api().post(`/api/runs/${run.id}/start`)).body).toEqual(first.body);
    const { plan, ...started } = (await api().get(`/api/runs/${run.id}/snapshot`)).body as PlanSnapshot;
    expect(started).toEqual(first.body);
    expect(plan.stacks.length).toBeGreaterThan(0);
    expect((await api().get('/api/runs')).body).toMatchObject([{ startedAt: '2026-11-24T09:00:00.000Z' }]);
  });

  test('an event sent twice counts once; taking it back is another event', async () => {
    const { run } = await storedRun();
    const snapshot = await startedPlan(run.id);
    const event = passOf(snapshot.plan);
    const path = `/api/runs/${run.id}/events`;
    await api().post(path).send(event);
    expect((await api().post(path).send(event)).body).toMatchObject({ events: [event] });
    const back = {
      kind: 'pass-taken-back',
      id: randomUUID(),
      clientId: randomUUID(),
      at: '2026-11-24T09:06:00Z',
      person: null,
      saw: null,
      event: event.id,
    };
    const first = (await api().get(path)).body as StoredEvents;
    expect((await api().post(path).send(back)).body).toMatchObject({ events: [back], after: first.upTo });
    expect((await api().get(`${path}?after=${String(first.upTo)}`)).body).toMatchObject({ events: [back] });
    expect((await api().get(`${path}?after=here`)).body).toMatchObject({ kind: 'invalid-request', where: 'after' });
    expect((await api().get(path)).body).toMatchObject({ events: [event, back] });
  });

  test('an event for a run that is not there, or with another run’s id', async () => {
    const { run } = await storedRun();
    const snapshot = await startedPlan(run.id);
    const event = passOf(snapshot.plan);
    expect((await api().post(`/api/runs/${randomUUID()}/events`).send(event)).status).toBe(404);
    await api().post(`/api/runs/${run.id}/events`).send(event);
    const { run: other } = await storedRun();
    expect((await api().post(`/api/runs/${other.id}/events`).send(event)).body).toMatchObject({
      kind: 'id-taken',
      where: event.id,
    });
  });

  test('a pass of a part that the run does not make is refused, and so is a move of wood too thin to be any', async () => {
    const { run } = await storedRun();
    const snapshot = await startedPlan(run.id);
    const ghost = randomUUID();
    const event = { ...passOf(snapshot.plan), counts: { [ghost]: { good: 1, spoiled: 0 } } };
    const answer = await api().post(`/api/runs/${run.id}/events`).send(event);
    expect(answer.body).toMatchObject({ kind: 'not-found', where: ghost });
    const thin = typedStock('beech 6/4 x 3 x 12').item;
    const doc = { ...thin, thickness: { mm: 1e-9, typed: null } };
    expect((await put(`/api/rack/${thin.id}`, doc, 0)).body).toMatchObject({ where: 'thickness.mm' });
  });

  test('a pass of a stack that the run cannot hold is refused; one of more layers than planned is not, for it was sawn', async () => {
    const { run } = await storedRun();
    const { plan } = await startedPlan(run.id);
    const path = `/api/runs/${run.id}/events`;
    const unknown = await api()
      .post(path)
      .send({ ...passOf(plan), stack: 'ab12' });
    expect(unknown.body).toMatchObject({ kind: 'not-found', where: 'ab12' });
    // The same gang in a stack of another height, as an earlier plan had it.
    const { run: low, template } = await storedRun();
    const twin = { ...runOf(template), maxLayers: 2 };
    await put(`/api/runs/${twin.id}`, twin, 0);
    const lower = passOf((await startedPlan(twin.id)).plan);
    expect((await api().post(`/api/runs/${low.id}/events`).send(lower)).status).toBe(200);
  });

  test('the first pass starts the run', async () => {
    const { run: twin, template } = await storedRun();
    const event = passOf((await startedPlan(twin.id)).plan);
    const fresh = runOf(template);
    await put(`/api/runs/${fresh.id}`, fresh, 0);
    const { body } = await api().post(`/api/runs/${fresh.id}/events`).send(event);
    expect(body).toMatchObject({ events: [event], startedAt: '2026-11-24T09:00:00.000Z' });
  });

  test('a run that cannot be planned says why with 422', async () => {
    const template = newTemplate();
    const [part] = template.parts;
    await putTemplate({ ...template, parts: [{ ...part!, thickness: { mm: 70, typed: '70 mm' } }] });
    const run = runOf(template);
    await put(`/api/runs/${run.id}`, run, 0);
    const answer = await api().post(`/api/runs/${run.id}/start`);
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({ kind: 'cannot-plan', where: 'Luggage tag, Tag' });
  });
});

describe('pattern sheets', () => {
  const ask = (templateId: string, partIds: readonly string[], copies = 1) =>
    api()
      .post('/api/pattern-sheets')
      .send({
        patterns: [
          {
            templateId,
            revision: 1,
            partIds,
            copies,
            stack: null,
            bits: null,
            twoEntries: null,
            brads: [],
            places: [{ x: 0, y: 0 }],
            arrows: [],
          },
        ],
        options: { ...defaultPatternOptions(TYPICAL_SHOP), lineRule: 'outside' },
      });

  test('come as a PDF named after the template, whatever letters its name has', async () => {
    const template = newTemplate('Möwe Чайка "tag"');
    await putTemplate(template);
    const answer = await ask(template.id, [template.parts[0]!.id]);
    expect(answer.status).toBe(200);
    expect(answer.headers['content-type']).toBe('application/pdf');
    expect((answer.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });

  test('of a part that is not there, or more sheets than one PDF holds, are refused', async () => {
    const template = newTemplate();
    await putTemplate(template);
    expect((await ask(template.id, [randomUUID()])).body).toMatchObject({ kind: 'not-found', where: 'patterns.0' });
    expect((await ask(randomUUID(), [randomUUID()])).status).toBe(404);
    const [part] = template.parts;
    const wide = { ...template, parts: [{ ...part!, outline: { ...part!.outline, path: wider(part!.outline.path) } }] };
    await putTemplate(wide, 1);
    expect((await ask(template.id, [part!.id], 400)).body).toMatchObject({ kind: 'too-large' });
  });

  const wider = (path: Template['parts'][number]['outline']['path']) => ({
    ...path,
    segments: path.segments.map((segment) => ({ ...segment, to: { x: segment.to.x * 4, y: segment.to.y } })),
  });
});

test('the chart of blades comes as one page for the wall, whatever is in the drawer', async () => {
  const answer = await api().get('/api/blade-poster');
  expect([answer.status, answer.headers['content-type']]).toEqual([200, 'application/pdf']);
  expect((answer.body as Buffer).toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
});

describe('blades', () => {
  const send = (...moves: object[]) => api().post('/api/blade-moves').send({ moves });
  const move = (kind: BladeMove['kind'], count = 1): BladeMove => ({
    id: randomUUID(),
    clientId: randomUUID(),
    at: '2026-11-27T09:00:00.000Z',
    bladeId: '5-reverse',
    kind,
    count,
  });

  test('their ledger grows by entries; one sent twice counts once, one with other content is refused', async () => {
    const bought = move('bought', 12);
    const broken = move('broken');
    for (const moves of [[bought], [bought, broken]]) expect((await send(...moves)).status).toBe(200);
    expect((await api().get('/api/blade-moves')).body).toEqual({ moves: [bought, broken] });
    expect((await send({ ...broken, count: 3 })).status).toBe(409);
    expect((await api().get('/api/blade-moves')).body).toEqual({ moves: [bought, broken] });
  });

  test.each([
    ['a kind that is none', { ...move('worn'), kind: 'lost' }],
    ['none of them', { ...move('worn'), count: 0 }],
    ['an id that is none', { ...move('worn'), id: 'x' }],
  ])('%s is told by its field', async (_name, wrong) => {
    expect(await send(wrong)).toMatchObject({ status: 400, body: { where: expect.stringContaining('moves.0') } });
  });
});

test('a block to tilt the table by comes true to size; one that no paper holds is refused with what to do', async () => {
  const ask = (block: object) => api().post('/api/tilt-block').send(block);
  const answer = await ask({ tilt: Math.PI / 8, heightMm: 50.8 });
  expect([answer.status, answer.headers['content-type']]).toEqual([200, 'application/pdf']);
  expect(await ask({ tilt: Math.PI / 8, heightMm: 900 })).toMatchObject({
    status: 400,
    body: { hint: expect.stringContaining('lower') },
  });
  expect((await ask({ tilt: 2, heightMm: 50 })).status).toBe(400);
});

describe('the rack', () => {
  const { item } = typedStock('2 beech 6/4 x 5 1/2 x 48');
  const putItem = (doc: StockItem, version = 0) => put(`/api/rack/${doc.id}`, doc, version);
  const move = (kind: StockMove['kind'], count: number, runId: string | null = null): StockMove => ({
    id: randomUUID(),
    clientId: randomUUID(),
    at: '2026-11-24T09:00:00.000Z',
    itemId: item.id,
    kind,
    count,
    runId,
  });
  const send = (...moves: object[]) => api().post('/api/rack/moves').send({ moves });

  test('items are documents with versions, amounts a ledger in which an entry sent twice counts once', async () => {
    expect((await putItem(item)).body).toMatchObject({ version: 1 });
    expect((await putItem({ ...item, place: 'by the door' }, 0)).status).toBe(409);
    const received = move('received', 2);
    await send(received);
    await send(received, move('used', 1));
    const { body } = await api().get('/api/rack');
    expect(body).toMatchObject({ items: [{ doc: item }] });
    expect(stockCount(countStock((body as { moves: StockMove[] }).moves), item.id).onHand).toBe(1);
  });

  test('a whole table is taken at once, or not at all', async () => {
    const others = [typedStock('walnut 3/4 x 5 x 20').item, typedStock('cherry 3/4 x 5 x 20').item];
    const stock = { items: others, moves: others.map(({ id }) => ({ ...move('received', 3), itemId: id })) };
    expect((await api().post('/api/rack').set('Idempotency-Key', randomUUID()).send(stock)).body).toMatchObject({
      items: [{ version: 1 }, { version: 1 }],
    });
    // One of these is there already: neither is written.
    const again = { items: [item, { ...others[0]!, place: 'elsewhere' }], moves: [] };
    expect((await api().post('/api/rack').set('Idempotency-Key', randomUUID()).send(again)).status).toBe(409);
    expect(((await api().get('/api/rack')).body as { items: unknown[] }).items).toHaveLength(2);
  });

  test('a board that a run has reserved cannot be taken off the rack until it is released', async () => {
    await putItem(item);
    const run = randomUUID();
    await send(move('received', 2), move('reserved', 1, run));
    expect((await putItem({ ...item, archived: true }, 1)).body).toMatchObject({ kind: 'in-use', where: run });
    await send(move('released', 1, run));
    expect((await putItem({ ...item, archived: true }, 1)).status).toBe(200);
  });

  test('no more is reserved or used than is there, by two runs at once as well', async () => {
    await putItem(item);
    await send(move('received', 2));
    const [one, other] = [randomUUID(), randomUUID()];
    const answers = await Promise.all([send(move('reserved', 2, one)), send(move('reserved', 1, other))]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const refused = answers.find(({ status }) => status === 409)!.body as ApiFault;
    expect(refused).toMatchObject({ kind: 'not-enough', where: 'beech' });
    const holder = answers[0].status === 200 ? one : other;
    // What a run has reserved it may use; more it may not, nor may a count fall below nothing.
    expect((await send(move('used', 3, holder))).status).toBe(409);
    expect((await send(move('used', 1, holder))).status).toBe(200);
    expect((await send(move('corrected', -9))).status).toBe(409);
  });

  test('the same id with other content is refused, not answered with done', async () => {
    await putItem(item);
    const received = move('received', 2);
    expect((await send(received)).status).toBe(200);
    expect((await send({ ...received, count: 5 })).body).toMatchObject({ kind: 'id-taken', where: received.id });
  });

  test.each([
    ['a board without a width', { ...item, width: null }, 'width'],
    ['a negative size', { ...item, length: { mm: -3, typed: '-3' } }, 'length.mm'],
    ['wetter than water', { ...item, moisturePercent: 140 }, 'moisturePercent'],
  ])('%s is refused by its field', async (_name, doc, where) => {
    expect((await putItem(doc)).body).toMatchObject({ kind: 'invalid-request', where });
  });

  test('a move of nothing, or of an item that is not there', async () => {
    await putItem(item);
    expect((await send(move('received', 0))).body).toMatchObject({ kind: 'invalid-request', where: 'moves.0.count' });
    expect((await send({ ...move('received', 1), itemId: randomUUID() })).status).toBe(404);
  });
});

describe('what comes from outside', () => {
  test.each([
    ['not JSON', () => api().put(`/api/runs/${randomUUID()}`).set('If-Match', '"0"').type('json').send('{"a":'), 400],
    ['no body', () => api().put(`/api/runs/${randomUUID()}`).set('If-Match', '"0"'), 400],
    ['an id that is none', () => api().get("/api/templates/1' OR '1'='1"), 400],
    ['an unknown address', () => api().get('/api/secrets'), 404],
    ['more than a megabyte for a run', () => put(`/api/runs/${randomUUID()}`, { x: 'y'.repeat(1_100_000) }, 0), 413],
    ['another host name', () => api().get('/api/runs').set('Host', 'evil.example'), 403],
    [
      'another site’s page',
      () => api().post(`/api/runs/${randomUUID()}/start`).set('Origin', 'http://evil.example'),
      403,
    ],
  ])('%s', async (_name, send, status) => {
    const answer = await send();
    expect(answer.status).toBe(status);
    expect(Object.keys(answer.body as object).sort()).toEqual(
      expect.arrayContaining(['hint', 'kind', 'message', 'where']),
    );
  });

  test('a fault nobody foresaw tells the client nothing of the inside', async () => {
    await scratch.db.close();
    const answer = await api().get('/api/runs');
    expect(answer.status).toBe(500);
    expect(answer.body).toEqual(expect.objectContaining({ kind: 'unexpected', where: 'the server' }));
    scratch = await openScratch();
  });

  test('health, and headers that keep other sites out', async () => {
    const { body, headers } = await api().get('/api/health');
    expect(body).toMatchObject({ status: 'ok', database: 'own' });
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['x-powered-by']).toBeUndefined();
  });
});
