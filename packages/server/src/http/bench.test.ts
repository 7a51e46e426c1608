import { randomUUID } from 'node:crypto';
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import type { Backups, PlanSnapshot } from '@rapid-jig/contract';
import { addUpWork, benchSteps, layersSpoiled, tickStep, type WorkEvent } from '@rapid-jig/core';
import { alone, appFor, newTemplate, NOW, openScratch, readOf, runOf } from '../testing/server.test-support';
import { backupsIn, isBackupDue } from '../db/backup';
import { tasks } from '../heavy/tasks';
import { pictureAlone } from '../store/jpeg';
import { keepPhoto, photoFolder, photoOf, removeUnnamedPhotos, takeInPhotos } from '../store/photos';
import { addEvent, putRun } from '../store/runs';
import { putTemplate } from '../store/templates';

const segment = (kind: number, text: string): Buffer => {
  const body = Buffer.from(text);
  const head = Buffer.from([0xff, kind, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([head, body]);
};
/** A JPEG as a camera writes it: its place in one segment, a comment in another, then the picture. */
const jpeg = (place = 'GPS 54.1 N', picture = 'picture'): Buffer =>
  Buffer.concat([
    Buffer.from([0xff, 0xd8]),
    segment(0xe0, 'JFIF\0'),
    segment(0xe2, 'MPF another picture of the sea'),
    segment(0xe1, `Exif ${place}`),
    segment(0xfe, 'taken by the sea'),
    segment(0xdb, 'tables'),
    frame(600, 800),
    segment(0xda, 'scan'),
    Buffer.from(picture),
    segment(0xfe, 'between the scans, still by the sea'),
    segment(0xda, 'next scan'),
    Buffer.from([0x41, 0xff, 0x00, 0x42, 0xff, 0xd3, 0x43]),
    Buffer.from([0xff, 0xd9]),
  ]);
/** A frame of so many px: precision, height, width. */
const frame = (height: number, width: number): Buffer => {
  const body = Buffer.alloc(5);
  body[0] = 8;
  body.writeUInt16BE(height, 1);
  body.writeUInt16BE(width, 3);
  return segment(0xc0, body.toString('latin1'));
};

let scratch: Awaited<ReturnType<typeof openScratch>>;
beforeEach(async () => {
  scratch = await openScratch();
});
afterEach(() => scratch.remove());
const api = () => request(appFor(scratch.db));
const post = (id: string, bytes: Buffer) =>
  api()
    .post('/api/photos')
    .send({ id, jpeg: bytes.toString('base64') });

describe('photos of the work', () => {
  test('are kept with everything else, without place and words', async () => {
    const id = randomUUID();
    expect((await post(id, jpeg())).status).toBe(200);
    const back = await api().get(`/api/photos/${id}`);
    expect(back.headers['content-type']).toBe('image/jpeg');
    const bytes = back.body as Buffer;
    expect(bytes.includes('GPS')).toBe(false);
    expect(bytes.includes('sea')).toBe(false);
    for (const kept of ['JFIF', 'tables', 'picture', 'next scan']) expect(bytes.includes(kept)).toBe(true);
    // The data of a scan stay as they are, restarts and stuffed bytes too.
    expect(bytes.includes(Buffer.from([0x41, 0xff, 0x00, 0x42, 0xff, 0xd3, 0x43, 0xff, 0xd9]))).toBe(true);
  });

  test('said again they are one; another picture under the same id is refused', async () => {
    const id = randomUUID();
    await post(id, jpeg());
    // Taken elsewhere, but the same picture.
    expect((await post(id, jpeg('GPS 12 S'))).status).toBe(200);
    // What hangs on behind the picture is none of it.
    expect((await post(id, Buffer.concat([jpeg(), Buffer.from('PK secrets')]))).status).toBe(200);
    expect((await post(id, jpeg('', 'another'))).body).toMatchObject({ kind: 'id-taken' });
  });

  test.each([
    ['words', Buffer.from('this is no picture at all')],
    ['a picture that was cut off', jpeg().subarray(0, 40)],
    ['one without its end', jpeg().subarray(0, jpeg().length - 2)],
    [
      'one that claims to be 65,535 px high and wide',
      Buffer.concat([jpeg().subarray(0, 2), frame(65_535, 65_535), jpeg().subarray(2)]),
    ],
    ['one without a frame', Buffer.from([0xff, 0xd8, 0xff, 0xd9])],
  ])('%s are refused with what to do', async (_name, bytes) => {
    const answer = await post(randomUUID(), bytes);
    expect(answer.status).toBe(400);
    expect(answer.body).toMatchObject({
      kind: 'invalid-request',
      where: 'jpeg',
      hint: expect.stringContaining('again'),
    });
  });

  test('one of many megabytes is told to be too large; one that is not there is not found', async () => {
    const huge = await api()
      .post('/api/photos')
      .send({ id: randomUUID(), jpeg: 'A'.repeat(4_000_000) });
    expect(huge.status).toBe(413);
    expect(huge.body).toMatchObject({ kind: 'too-large' });
    expect((await api().get(`/api/photos/${randomUUID()}`)).status).toBe(404);
    expect(pictureAlone(Buffer.alloc(0))).toBeNull();
  });
});

test('a photo that no event names is removed after two months, one that is named stays', async () => {
  const [named, unnamed] = [randomUUID(), randomUUID()];
  for (const id of [named, unnamed]) await scratch.db.write((session) => keepPhoto(session, id, jpeg()));
  const [template, clientId] = [newTemplate(), randomUUID()];
  const run = runOf(template);
  const noticed = { kind: 'noticed', what: 'note', subject: null, stack: null, phase: null, pass: null } as const;
  const event = { ...noticed, bladeId: null, words: null, photoId: named, id: randomUUID(), clientId };
  await scratch.db.write(async (session) => {
    await putTemplate(session, await readOf(template), 0);
    await putRun(session, run, 0);
    await addEvent(session, run.id, { ...event, at: NOW.toISOString(), person: null, saw: null });
  });
  const later = (days: number): Date => new Date(Date.now() + days * 86_400_000);
  const left = async (days: number): Promise<number[]> => {
    await scratch.db.write((session) => removeUnnamedPhotos(session, later(days)));
    return Promise.all([named, unnamed].map(async (id) => (await api().get(`/api/photos/${id}`)).status));
  };
  expect(await left(59)).toEqual([200, 200]);
  expect(await left(61)).toEqual([200, 404]);
});

describe('backups', () => {
  test('are made, listed and taken as a file on the main computer, and nowhere else', async () => {
    const place = { url: scratch.url, folder: await mkdtemp(join(tmpdir(), 'rapid-jig-backups-')), keep: 2 };
    const shops = [{ base: '' as const, db: scratch.db, backups: place }];
    const here = () => request(appFor(scratch.db, { shops }));
    expect((await here().get('/api/backups')).body).toEqual({ folder: place.folder, keep: 2, backups: [] });
    const made = (await here().post('/api/backups')).body as Backups;
    expect(made.backups).toHaveLength(1);
    const [{ name, bytes }] = made.backups as [Backups['backups'][0]];
    const file = await here().get(`/api/backups/${name}`).responseType('blob');
    expect([file.status, (file.body as Buffer).length]).toEqual([200, bytes]);
    expect((file.body as Buffer).subarray(0, 15).toString()).toBe('SQLite format 3');
    for (const other of ['..%2Fshop.db', 'shop-20261201-000000.backup'])
      expect((await here().get(`/api/backups/${other}`)).status).toBe(404);
    const elsewhere = () =>
      request(appFor(scratch.db, { shops, isOwn: () => false, devices: { ...alone().devices, knows: () => true } }));
    for (const answer of [await elsewhere().get(`/api/backups/${name}`), await elsewhere().post('/api/backups')])
      expect([answer.status, answer.body]).toMatchObject([403, { kind: 'forbidden' }]);
    await rm(place.folder, { recursive: true });
  });

  test('one is due a day after the last', async () => {
    const place = { url: scratch.url, folder: await mkdtemp(join(tmpdir(), 'rapid-jig-backups-')), keep: 2 };
    const at = (hours: number): Date => new Date(NOW.getTime() + hours * 3_600_000);
    expect(await isBackupDue(place, at(0))).toBe(true);
    await tasks().backup({ place, now: at(0).toISOString() });
    expect([await isBackupDue(place, at(23)), await isBackupDue(place, at(24))]).toEqual([false, true]);
    for (const hours of [24, 48]) await tasks().backup({ place, now: at(hours).toISOString() });
    expect((await backupsIn(place.folder)).map(({ madeAt }) => Date.parse(madeAt))).toEqual([
      at(48).getTime(),
      at(24).getTime(),
    ]);
    await rm(place.folder, { recursive: true });
  });
});

test('photos that an earlier version kept as files are taken in, once, and leave their folder', async () => {
  expect(photoFolder('file:///shop/shop.db', '/data')).toBe('/shop/shop.photos');
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-photos-'));
  await takeInPhotos(scratch.db, join(folder, 'none there'));
  const id = randomUUID();
  await writeFile(join(folder, `${id}.jpg`), jpeg());
  await writeFile(join(folder, 'half.jpg.part'), 'cut off');
  await takeInPhotos(scratch.db, folder);
  await takeInPhotos(scratch.db, folder);
  expect(await scratch.db.read((session) => photoOf(session, id))).toEqual(jpeg());
  expect(await readdir(folder)).toEqual(['half.jpg.part']);
  await rm(folder, { recursive: true });
});

describe('taps at the bench', () => {
  const put = (path: string, doc: object) =>
    api().put(path).set('If-Match', '"0"').set('Idempotency-Key', randomUUID()).send(doc);
  const made = (tap: object): WorkEvent =>
    ({ ...tap, id: randomUUID(), clientId: randomUUID(), at: NOW.toISOString(), person: null, saw: null }) as WorkEvent;

  test('of a stack that the run has are taken once, of another refused; what they say is planned with', async () => {
    const template = newTemplate();
    await put(`/api/templates/${template.id}`, template);
    const run = runOf(template);
    await put(`/api/runs/${run.id}`, run);
    const events = `/api/runs/${run.id}/events`;
    await api().post(`/api/runs/${run.id}/start`);
    const { plan } = (await api().get(`/api/runs/${run.id}/snapshot`)).body as PlanSnapshot;
    const [stack] = plan.stacks;
    const [stick] = benchSteps(plan, addUpWork([]), { factors: {} }, { bladeInSaw: null, first: null }).filter(
      ({ kind }) => kind === 'stick',
    );
    const [stuck] = tickStep(stick!, stack!, 2, () => []).map(made);
    const spoiled = made(layersSpoiled(stack!, null, 1, null, 'slipped'));
    for (const event of [stuck!, stuck!, spoiled]) expect((await api().post(events).send(event)).status).toBe(200);
    expect((await api().get(events)).body).toMatchObject({ events: [stuck, spoiled] });
    const elsewhere = { ...spoiled, id: randomUUID(), stack: 'abcdef' };
    expect((await api().post(events).send(elsewhere)).body).toMatchObject({ kind: 'not-found', where: 'abcdef' });
    // The same id with another reason is another event.
    expect(
      (
        await api()
          .post(events)
          .send({ ...spoiled, pass: 2 })
      ).body,
    ).toMatchObject({ kind: 'id-taken' });
  });
});
