import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import request from 'supertest';
import type { LocalNetwork } from '@rapid-jig/contract';
import { openDevices, type Devices } from '../devices';
import { appFor, NOW, openScratch } from '../testing/server.test-support';
import { isOwnComputer } from './guards';

let scratch: Awaited<ReturnType<typeof openScratch>>;
let devices: Devices;
let now: number;
beforeEach(async () => {
  scratch = await openScratch();
  now = NOW.getTime();
  devices = await openDevices(scratch.db, () => new Date(now));
});
afterEach(() => scratch.remove());

/** The program on the local network, as a guest or the main computer asks it. */
const asked = (isOwn: boolean) =>
  request(
    appFor(scratch.db, {
      devices,
      hosts: () => ['192.168.1.5'],
      way: () => ({ addresses: ['http://192.168.1.5:4321/'], trust: null }),
      isOwn: () => isOwn,
    }),
  );
const pair = (code: string) => asked(false).post('/api/devices/pair').send({ code, name: 'Tablet' });

test('a guest sees nothing and writes nothing before it has typed the code, whatever name it asks under', async () => {
  for (const path of ['/api/runs', '/api/live', '/api/health', '/api/drawings/x'])
    for (const host of ['localhost', '192.168.1.5'])
      expect((await asked(false).get(path).set('Host', host)).body).toMatchObject({ kind: 'unknown-device' });
  expect((await asked(false).put('/api/shop').set('Host', 'localhost').send({})).status).toBe(401);
  expect((await asked(false).get('/api/devices')).status).toBe(403);
  expect((await asked(true).get('/api/runs')).status).toBe(200);
});

test('where there are secure pages the plain port leads other devices there, and a key is worth nothing on it', async () => {
  const cookie = (await pair(devices.code())).get('Set-Cookie')![0]!.split(';')[0]!;
  const authority = {
    authority: 'PEM',
    fingerprint: 'AA:BB',
    replaced: null,
    maySign: () => true,
    certify: () => Promise.reject(new Error()),
  };
  const plain = (isOwn: boolean) =>
    request(
      appFor(scratch.db, {
        devices,
        hosts: () => ['192.168.1.5'],
        authority,
        securePort: () => 4322,
        isOwn: () => isOwn,
      }),
    );
  const from = (path: string) => plain(false).get(path).set({ Host: '192.168.1.5:4321', Cookie: cookie });
  const page = await from('/runs/7?x=1').set('Accept', 'text/html,*/*');
  expect([page.status, page.get('Location')]).toEqual([307, 'https://192.168.1.5:4322/runs/7?x=1']);
  const answer = await from('/api/runs').set('Accept', 'application/json');
  expect(answer.status).toBe(403);
  expect(answer.body).toMatchObject({ kind: 'forbidden', hint: expect.stringContaining('https://192.168.1.5:4322/') });
  const paired = plain(false).post('/api/devices/pair').send({ code: devices.code(), name: 'Other' });
  expect((await paired).status).toBe(403);
  expect((await from('/trust')).text).toContain('AA:BB');
  expect((await plain(true).get('/api/runs')).status).toBe(200);
});

test('a name or address that this computer has come to have is answered without a new start', async () => {
  let names = ['192.168.1.5'];
  const app = appFor(scratch.db, { devices, hosts: () => names });
  const from = (host: string) => request(app).get('/api/health').set('Host', host);
  expect((await from('10.0.0.7')).status).toBe(403);
  names = ['10.0.0.7'];
  expect((await from('10.0.0.7')).status).toBe(200);
  expect((await from('192.168.1.5')).status).toBe(403);
});

test('what is sent over the network is packed; on this computer that would take longer than sending', async () => {
  const cookie = (await pair(devices.code())).get('Set-Cookie')![0]!.split(';')[0]!;
  const docs = (isOwn: boolean) => asked(isOwn).get('/api/docs').set({ Cookie: cookie, 'Accept-Encoding': 'gzip' });
  expect((await docs(false)).get('Content-Encoding')).toBe('gzip');
  expect((await docs(true)).get('Content-Encoding')).toBeUndefined();
});

test('the code lets a device in for good, by a cookie no script can read; turned out, it is a guest again', async () => {
  const { body } = await asked(true).get('/api/devices');
  const network = body as LocalNetwork;
  expect(network).toMatchObject({ addresses: ['http://192.168.1.5:4321/'], code: devices.code(), devices: [] });
  expect(network.qrSvg).toContain('<svg');
  const let_in = await pair(` ${network.code} `);
  expect(let_in.status).toBe(204);
  const [cookie] = let_in.get('Set-Cookie') ?? [];
  expect(cookie).toMatch(/HttpOnly; SameSite=Strict/);
  const own = cookie!.split(';')[0]!;
  const runs = () => asked(false).get('/api/runs').set('Cookie', own);
  expect((await runs()).status).toBe(200);
  // After a restart too; and the code that was used lets in nobody else.
  devices = await openDevices(scratch.db, () => new Date(now));
  expect((await runs()).status).toBe(200);
  expect((await pair(network.code)).body).toMatchObject({ kind: 'wrong-code' });
  const [known] = ((await asked(true).get('/api/devices')).body as LocalNetwork).devices;
  expect(known).toMatchObject({ name: 'Tablet' });
  expect((await asked(false).delete(`/api/devices/${known!.id}`).set('Cookie', own)).status).toBe(403);
  expect((await asked(true).delete(`/api/devices/${known!.id}`)).status).toBe(204);
  expect((await runs()).status).toBe(401);
});

test('a code lets in one device: after it there is another one', async () => {
  const used = devices.code();
  expect((await pair(used)).status).toBe(204);
  expect(devices.code()).not.toBe(used);
  expect((await pair(used)).status).toBe(403);
});

test('guessing ends at the address it comes from; meanwhile the right code lets in another device at once', async () => {
  const right = devices.code();
  expect(right).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}$/);
  const guess = (code: string, address: string) => devices.pair({ code, name: 'Tablet' }, address);
  const refused = (hint: string) => ({ fault: { kind: 'wrong-code', hint: expect.stringContaining(hint) } });
  for (let n = 0; n < 25; n++)
    await expect(guess(`WRNG-${String(1000 + n)}`, 'fe80::1')).rejects.toMatchObject(
      refused(n < 5 ? 'Look at the code' : 'Wait a minute'),
    );
  // Not even the right one tells the guest anything.
  await expect(guess(right, 'fe80::1')).rejects.toMatchObject(refused('Wait a minute'));
  expect(devices.code()).toBe(right);
  expect(await guess(` ${right.toLowerCase().replace('-', ' ')}`, '192.168.1.20')).toBeTruthy();
  now += 61_000;
  expect(await guess(devices.code(), 'fe80::1')).toBeTruthy();
});

test('a device that is turned out loses its stream at once', async () => {
  const server = appFor(scratch.db, { devices, isOwn: () => false }).listen(0);
  try {
    const key = await devices.pair({ code: devices.code(), name: 'Tablet' }, '192.168.1.20');
    const { port } = server.address() as AddressInfo;
    const stream = await fetch(`http://localhost:${String(port)}/api/live`, {
      headers: { cookie: `rapid-jig-device=${key}` },
    });
    const reader = stream.body!.getReader();
    expect((await reader.read()).done).toBe(false);
    const [device] = await devices.list();
    await devices.turnOut(device!.id);
    const end = async (): Promise<never> => {
      while (!(await reader.read()).done);
      throw new Error('the stream ended');
    };
    await expect(end()).rejects.toThrow();
  } finally {
    server.closeAllConnections();
    server.close();
  }
});

test.each([
  ['127.0.0.1', true],
  ['127.0.0.2', true],
  ['::1', true],
  ['::ffff:127.0.0.1', true],
  ['192.168.1.20', false],
  ['::ffff:192.168.1.20', false],
  [undefined, false],
])('a connection from %s is this computer’s own: %s', (remoteAddress, isOwn) => {
  expect(isOwnComputer({ socket: { remoteAddress } } as Parameters<typeof isOwnComputer>[0])).toBe(isOwn);
});
