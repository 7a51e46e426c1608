import { randomUUID } from 'node:crypto';
import { connect, type AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Change } from '@rapid-jig/contract';
import { appFor, newTemplate, openScratch, runOf } from '../testing/server.test-support';

let scratch: Awaited<ReturnType<typeof openScratch>>;
let server: Server;
let address: string;
let stopping: AbortController;
beforeEach(async () => {
  scratch = await openScratch();
  stopping = new AbortController();
  server = appFor(scratch.db, { stopping: stopping.signal }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/api`;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  await scratch.remove();
});

const put = (path: string, doc: object, version = 0): Promise<Response> =>
  fetch(address + path, {
    method: 'PUT',
    headers: {
      'Content-Type': 'application/json',
      'If-Match': `"${String(version)}"`,
      'Idempotency-Key': randomUUID(),
      'X-Tab': 'tablet',
    },
    body: JSON.stringify(doc),
  });

/** Listens as a page does; the answer waits for so many changes. */
async function listen(signal: AbortSignal): Promise<(count: number) => Promise<Change[]>> {
  const stream = await fetch(`${address}/live`, { signal });
  expect(stream.headers.get('content-type')).toBe('text/event-stream');
  const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader();
  let heard = '';
  return async (count) => {
    for (;;) {
      const found = [...heard.matchAll(/^data: (.*)$/gm)].map(([, data]) => JSON.parse(data!) as Change);
      if (found.length >= count) return found;
      heard += (await reader.read()).value ?? '';
    }
  };
}

test('who listens is told which document a write has changed and who wrote it, once it is stored; what fails is not told', async () => {
  const stop = new AbortController();
  const changes = await listen(stop.signal);
  const template = newTemplate();
  const run = runOf(template);
  expect((await put(`/runs/${run.id}`, run)).status).toBe(404);
  expect((await put(`/templates/${template.id}`, template)).status).toBe(200);
  expect((await put(`/runs/${run.id}`, run)).status).toBe(200);
  expect(await changes(2)).toEqual([
    { topics: ['templates', `template ${template.id}`], by: 'tablet' },
    { topics: ['runs', `run ${run.id}`], by: 'tablet' },
  ]);
  stop.abort();
});

test('a write whose connection is cut before it is answered is told all the same', async () => {
  const stop = new AbortController();
  const changes = await listen(stop.signal);
  const template = newTemplate();
  const body = JSON.stringify(template);
  const head = [
    `PUT /api/templates/${template.id} HTTP/1.1`,
    'Host: 127.0.0.1',
    'Content-Type: application/json',
    'If-Match: "0"',
    `Idempotency-Key: ${randomUUID()}`,
    `Content-Length: ${String(Buffer.byteLength(body))}`,
  ];
  let goOn: () => void = () => undefined;
  const other = scratch.db.write(() => new Promise<void>((done) => (goOn = done)));
  const isCut = new Promise((cut) => server.once('request', (_asked, answer) => answer.once('close', cut)));
  const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
  socket.write(`${head.join('\r\n')}\r\n\r\n${body}`);
  await new Promise((asked) => server.once('request', asked));
  socket.destroy();
  await isCut;
  goOn();
  await other;
  expect(await changes(1)).toEqual([{ topics: ['templates', `template ${template.id}`], by: null }]);
  stop.abort();
});

test('a page that listens does not hold up a program that stops', async () => {
  const stream = await fetch(`${address}/live`);
  stopping.abort();
  // Read to its end, which is there.
  expect(await stream.text()).toContain('retry');
});
