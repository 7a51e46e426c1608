import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { createStore } from 'zustand/vanilla';
import {
  err,
  ok,
  planRun,
  costOf,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  type Run,
  type Template,
  type WorkEvent,
  NO_WISHES,
} from '@rapid-jig/core';
import type { ApiFault } from '@rapid-jig/contract';
import type { Api } from '../api/client';
import { createQueue, openDocument } from '../documents/document';
import type { Services } from '../services';
import { newestOnly } from '../workers/clients';
import { createRunSession } from './run-session';

const corner = (x: number, y: number) => ({ kind: 'line' as const, to: { x, y } });
const template: Template = {
  id: 'tag',
  name: 'Tag',
  note: '',
  rods: [],
  drawings: [],
  archived: false,
  parts: [
    {
      id: 'body',
      name: 'Body',
      perCopy: 1,
      woodId: 'cherry',
      thickness: { mm: 6.35, typed: '1/4' },
      grain: 'along-x',
      sharedBlank: null,
      pinnedLayers: null,
      insideCuts: [],
      drawing: null,
      throughCuts: [],
      holes: [],
      marks: [],
      datum: null,
      outline: {
        id: 'cut',
        line: null,
        path: {
          start: { x: 0, y: 0 },
          closed: true,
          segments: [corner(90, 0), corner(90, 50), corner(0, 50), corner(0, 0)],
        },
      },
    },
  ],
};
const run: Run = {
  id: 'run',
  name: 'Run',
  dueDate: null,
  lines: [{ templateId: 'tag', revision: 1, copies: 8, spares: {}, onHand: {} }],
  spares: { kind: 'count', count: 0 },
  refillSpares: false,
  maxLayers: null,
  measured: [],
  wood: NO_WISHES,
  archived: false,
};
const OFF: ApiFault = { kind: 'unexpected', message: 'off', where: '', hint: '' };

let recorded: WorkEvent[];
let online: boolean;
let kept: Map<string, unknown>;

async function openSession() {
  const drafts: Services['drafts'] = {
    read: <T>(key: string) => Promise.resolve(kept.get(key) as T | undefined),
    write: (key, value) => Promise.resolve(void kept.set(key, value)),
    change: <T>(key: string, change: (value: T | undefined) => T) =>
      Promise.resolve(void kept.set(key, change(kept.get(key) as T | undefined))),
    remove: (key) => Promise.resolve(void kept.delete(key)),
  };
  const queue = createQueue();
  const document = await openDocument<Run>({
    key: 'run run',
    kind: 'run',
    stored: { doc: run, version: 1 },
    save: (doc, version) => Promise.resolve(ok({ doc, version: version + 1 })),
    drafts,
    queue,
  });
  const api: Partial<Api> = {
    startRun: () =>
      Promise.resolve(
        online
          ? ok({ inputHash: '', coreVersion: '', startedAt: '2026-11-24T10:00:00Z', plan: {} as never })
          : err(OFF),
      ),
    revision: () => Promise.resolve(ok({ ...template, parts: [{ ...template.parts[0]!, perCopy: 3 }] })),
    addEvent: (_id, event) => {
      if (!online) return Promise.resolve(err(OFF));
      if (recorded.every(({ id }) => id !== event.id)) recorded.push(event);
      return Promise.resolve(ok({ events: [...recorded] }));
    },
  };
  const planner = newestOnly(async (input) => {
    const result = await planRun(input, { onStage: () => undefined });
    return result.ok ? ok({ plan: result.value, cost: costOf(result.value), tookMs: 0 }) : result;
  });
  const still = <T>(doc: T) => ({ store: createStore(() => ({ doc })) });
  const services = {
    api,
    drafts,
    queue,
    planner,
    clientId: 'client',
    shop: still(TYPICAL_SHOP),
    drawer: still({ blades: TYPICAL_BLADES }),
  } as unknown as Services;
  const session = await createRunSession(services, document, {
    revisions: [{ revision: 1, template }],
    events: [...recorded],
    startedAt: null,
  });
  const stop = session.watch();
  await jest.advanceTimersByTimeAsync(10);
  return { session, document, stop };
}

beforeEach(() => {
  jest.useFakeTimers();
  [recorded, online, kept] = [[], true, new Map()];
});
afterEach(() => {
  jest.useRealTimers();
});

test('a pass marked is recorded once, and the plan is what is left', async () => {
  const { session } = await openSession();
  await session.markPass(session.store.getState().planned!.plan.stacks[0]!, 0);
  await jest.advanceTimersByTimeAsync(10);
  expect(recorded).toHaveLength(1);
  expect(session.store.getState().planned!.plan.parts[0]).toMatchObject({ good: 4, toCut: 4 });
  await session.takeBack(recorded[0]!.id);
  await jest.advanceTimersByTimeAsync(10);
  expect(session.store.getState().planned!.plan.parts[0]).toMatchObject({ good: 0, toCut: 8 });
});

test('two passes marked in the same moment are both recorded', async () => {
  const { session } = await openSession();
  const [stack] = session.store.getState().planned!.plan.stacks;
  await Promise.all([session.markPass(stack!, 0), session.markPass(stack!, 0)]);
  await jest.advanceTimersByTimeAsync(10);
  expect(recorded).toHaveLength(2);
  expect(session.store.getState().planned!.plan.parts[0]).toMatchObject({ good: 8, toCut: 0 });
});

test('with the server stopped the count goes on here, survives a closed tab, and is sent when it is back', async () => {
  online = false;
  const first = await openSession();
  await first.session.markPass(first.session.store.getState().planned!.plan.stacks[0]!, 1);
  await jest.advanceTimersByTimeAsync(10);
  expect(first.session.store.getState().planned!.plan.parts[0]).toMatchObject({ good: 3, spoiled: 1, toCut: 5 });
  expect(first.session.store.getState().trouble).toContain('off');
  first.stop();
  const again = await openSession();
  expect(again.session.store.getState().planned!.plan.parts[0]).toMatchObject({ good: 3, toCut: 5 });
  online = true;
  await jest.advanceTimersByTimeAsync(10_000);
  expect(recorded).toHaveLength(1);
  expect(again.session.store.getState().trouble).toBeNull();
});

test('an edit shows what it costs against the plan before it', async () => {
  const { session, document } = await openSession();
  document.edit((doc) => ({ ...doc, lines: [{ ...doc.lines[0]!, copies: 12 }] }));
  await jest.advanceTimersByTimeAsync(10);
  expect(session.store.getState().change).toMatchObject({ passes: 1, blanks: 4 });
});

test('a draft that pins a revision the server did not send with the run is planned all the same', async () => {
  kept.set('run run', { version: 1, doc: { ...run, lines: [{ ...run.lines[0]!, revision: 2 }] } });
  const { session } = await openSession();
  expect(session.store.getState()).toMatchObject({ error: null, trouble: null });
  expect(session.store.getState().planned!.plan.parts[0]).toMatchObject({ perCopy: 3, needed: 24 });
});
