import { describe, expect, test } from '@jest/globals';
import { TYPICAL_SHOP } from '@rapid-jig/core';
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
      headers: (init.headers ?? {}) as Record<string, string>,
      body: init.body === undefined ? undefined : JSON.parse(String(init.body)),
    });
    return Promise.resolve().then(answer);
  };
  return { sent, send: send as typeof fetch };
}

const fault = { kind: 'not-found', message: 'There is no such run.', where: 'x', hint: 'Go back.' };

describe('asking the server', () => {
  test('a write carries the version it changes', async () => {
    const { sent, send } = serverThat(() => Response.json({ version: 4, doc: TYPICAL_SHOP }));
    const answer = await createApi('/demo', send).putShop(TYPICAL_SHOP, 3);
    expect(answer).toEqual({ ok: true, value: { version: 4, doc: TYPICAL_SHOP } });
    expect(sent).toEqual([
      {
        url: '/demo/api/shop',
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', 'If-Match': '"3"' },
        body: TYPICAL_SHOP,
      },
    ]);
  });

  test('an event carries no version: its id is enough', async () => {
    const { sent, send } = serverThat(() => Response.json({ events: [] }));
    await createApi('', send).addEvent('r', { kind: 'pass-taken-back', id: 'i', clientId: 'c', at: 't', event: 'e' });
    expect(sent[0]).toMatchObject({ url: '/api/runs/r/events', method: 'POST' });
    expect(sent[0]?.headers).not.toHaveProperty('If-Match');
  });

  test('nothing to answer is null', async () => {
    const { send } = serverThat(() => new Response(null, { status: 204 }));
    expect(await createApi('', send).putDrawing('d', { fileName: 'a.svg', text: '<svg/>' })).toEqual({
      ok: true,
      value: null,
    });
  });

  test('a fault comes through as it was told', async () => {
    const { send } = serverThat(() => Response.json(fault, { status: 404 }));
    const answer = await createApi('', send).run('x');
    expect(answer).toEqual({ ok: false, error: fault });
    expect(answer.ok || mayPass(answer.error)).toBe(false);
  });

  test.each([
    ['a server that is off', () => Promise.reject(new TypeError('fetch failed'))],
    ['an answer that is no JSON', () => new Response('<html>', { status: 502 })],
    ['JSON that is no fault', () => Response.json([1, 2], { status: 500 })],
  ])('%s may come back: the edit is worth sending again', async (_name, answer) => {
    const { send } = serverThat(answer);
    const result = await createApi('', send).runs();
    expect(!result.ok && mayPass(result.error)).toBe(true);
  });
});
