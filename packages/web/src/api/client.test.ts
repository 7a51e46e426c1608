import { describe, expect, test } from '@jest/globals';
import { TYPICAL_SHOP } from '@rapid-jig/core';
import { eventEntry, newEntry } from '../documents/entry';
import { createApi, mayPass } from './client';

interface Sent {
  readonly url: string;
  readonly method: string;
  readonly headers: Record<string, string>;
  readonly body: unknown;
}

function serverThat(answer: () => Response | Promise<Response>) {
  const sent: Sent[] = [];
  const send = (url: string, init: RequestInit = {}) => {
    sent.push({
      url,
      method: init.method ?? 'GET',
      headers: Object.fromEntries(new Headers(init.headers)),
      body: init.body === undefined ? undefined : JSON.parse(String(init.body)),
    });
    return Promise.resolve().then(answer);
  };
  return { sent, send: send as typeof fetch };
}

const fault = { kind: 'not-found', message: 'There is no such run.', where: 'x', hint: 'Go back.' };

describe('asking the server', () => {
  const shopEntry = newEntry({
    kind: 'document',
    label: 'Shop',
    lane: 'shop',
    path: '/shop',
    formKind: 'settings',
    body: TYPICAL_SHOP,
    base: 3,
    key: 'k',
  });

  test('a document carries the version it changes, and its key', async () => {
    const { sent, send } = serverThat(() => Response.json({ version: 4 }));
    const answer = await createApi('/demo', send, 'tab').send(shopEntry, { key: 'k', body: TYPICAL_SHOP });
    expect(answer).toEqual({ ok: true, value: { version: 4 } });
    expect(sent).toEqual([
      {
        url: '/demo/api/shop',
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'if-match': '"3"', 'idempotency-key': 'k', 'x-tab': 'tab' },
        body: TYPICAL_SHOP,
      },
    ]);
  });

  test('an event carries no version: its id is its key', async () => {
    const { sent, send } = serverThat(() => Response.json({ events: [], startedAt: null }));
    const event = {
      kind: 'pass-taken-back' as const,
      id: 'i',
      clientId: 'c',
      at: 't',
      person: null,
      saw: null,
      event: 'e',
    };
    await createApi('', send, 'tab').send(eventEntry('r', 'Fair', event), { key: 'i', body: event });
    expect(sent[0]).toMatchObject({ url: '/api/runs/r/events', method: 'POST', headers: { 'idempotency-key': 'i' } });
    expect(sent[0]?.headers).not.toHaveProperty('if-match');
  });

  test('an original goes as its bytes and comes back so', async () => {
    const bytes = new Uint8Array([60, 0, 255]);
    const kept = new Map<string, { body: BodyInit; name: string }>();
    const send = ((url: string, init: RequestInit = {}) => {
      if (init.method === 'PUT') {
        kept.set(url, { body: init.body!, name: new Headers(init.headers).get('X-File-Name')! });
        return Promise.resolve(new Response(null, { status: 204 }));
      }
      const { body, name } = kept.get(url)!;
      return Promise.resolve(new Response(body, { headers: { 'X-File-Name': name } }));
    }) as typeof fetch;
    const api = createApi('', send, 'tab');
    expect(await api.putDrawing('d', { fileName: 'Möwe.svg', bytes })).toEqual({ ok: true, value: null });
    expect(await api.drawing('d')).toEqual({ ok: true, value: { fileName: 'Möwe.svg', bytes } });
  });

  test('a fault comes through as it was told', async () => {
    const { send } = serverThat(() => Response.json(fault, { status: 404 }));
    const answer = await createApi('', send, 'tab').run('x');
    expect(answer).toEqual({ ok: false, error: fault });
    expect(answer.ok || mayPass(answer.error)).toBe(false);
  });

  test.each([
    ['a server that is off', () => Promise.reject(new TypeError('fetch failed'))],
    ['an answer that is no JSON', () => new Response('<html>', { status: 502 })],
    ['JSON that is no fault', () => Response.json([1, 2], { status: 500 })],
    ['a good answer that was cut off', () => new Response('[{"version": 1, "do')],
    ['a good answer of something else', () => Response.json([{ hello: 'world' }])],
  ])('%s may come back: the edit is worth sending again', async (_name, answer) => {
    const { send } = serverThat(answer);
    const result = await createApi('', send, 'tab').runs();
    expect(!result.ok && mayPass(result.error)).toBe(true);
  });
});
