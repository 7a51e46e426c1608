import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { createStore } from 'zustand/vanilla';
import {
  err,
  ok,
  passesByNumber,
  planRun,
  costOf,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  type Result,
  type Run,
  type Template,
  type WorkEvent,
  NO_STACK_WISHES,
  NO_WISHES,
  newRunLine,
  AS_DRAWN,
} from '@rapid-jig/core';
import type { ApiFault } from '@rapid-jig/contract';
import type { Api } from '../api/client';
import type { Entry } from '../documents/entry';
import { openStamps } from '../documents/stamp';
import { keptInMemory, type Kept } from '../documents/kept';
import { createRegister } from '../documents/register';
import { outboxOf, quiet } from '../documents/testing.test-support';
import { opener, type Services } from '../services';
import type { Planner } from '../workers/clients';
import type { PlannedRun } from '../workers/planner.worker';
import { WorkerFailed } from '../workers/restarting';
import { openRunSession } from './run-session';
import type { RunSession } from './run-state';

const corner = (x: number, y: number) => ({ kind: 'line' as const, to: { x, y } });
const template: Template = {
  id: 'tag',
  name: 'Tag',
  note: '',
  bodies: [],
  rods: [],
  meant: [],
  hardware: [],
  variants: [],
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
      pinnedLayers: 4,
      ...AS_DRAWN,
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
const QUIET_KIT = {
  onStage: () => undefined,
  solver: () => Promise.reject(new Error('parts of one kind need none')),
};

/** One layer, nobody said which. */
const SPOILED = { layerId: null, reason: null };

const run: Run = {
  id: 'run',
  name: 'Run',
  dueDate: null,
  lines: [newRunLine('tag', 1, 8)],
  spares: { kind: 'count', count: 0 },
  refillSpares: false,
  maxLayers: null,
  measured: [],
  wood: NO_WISHES,
  stacks: NO_STACK_WISHES,
  archived: false,
};
const OFF: ApiFault = { kind: 'unexpected', message: 'off', where: '', hint: '' };

let recorded: WorkEvent[];
let online: boolean;
let kept: Kept;
let tabs = 0;

/** What the server has of the run behind a place in its ledger; places are counted from 1. */
const work = (after = 0) => ({
  events: recorded.slice(after),
  startedAt: recorded.length > 0 ? '2026-11-24T10:00:00Z' : null,
  after,
  upTo: recorded.length,
});
const send = ({ kind, base }: Entry, { body }: { readonly body: unknown }): Promise<Result<unknown, ApiFault>> => {
  if (!online) return Promise.resolve(err(OFF));
  if (kind === 'document') return Promise.resolve(ok({ version: (base ?? 0) + 1 }));
  const event = body as WorkEvent;
  if (recorded.every(({ id }) => id !== event.id)) recorded.push(event);
  const place = recorded.findIndex(({ id }) => id === event.id);
  return Promise.resolve(ok({ ...work(place), events: [event], upTo: place + 1 }));
};

/** A run opened in a tab of its own; those before it are gone. */
async function openSession() {
  const outbox = outboxOf(send, kept, `tab-${String(++tabs)}`);
  await outbox.start();
  /** Once the run is open, its events are told as they were when they were asked for, when the test says so or at once. */
  const late = { answer: (): void => undefined, isHeld: false, askedAfter: 0 };
  const told = (after = 0) => {
    late.askedAfter = after;
    const then = ok(work(after));
    return late.isHeld
      ? new Promise<typeof then>((resolve) => (late.answer = () => resolve(then)))
      : Promise.resolve(then);
  };
  const api: Partial<Api> = {
    run: () => Promise.resolve(ok({ doc: run, version: 1, startedAt: null })),
    revisions: () => Promise.resolve(ok([{ revision: 1, template }])),
    events: (_id, after) => told(after),
    checkRun: (id) => {
      if (!online) return Promise.resolve(err(OFF));
      logged.push(id);
      return Promise.resolve(ok({ wrong: ['as here'] }));
    },
    revision: () => Promise.resolve(ok({ ...template, parts: [{ ...template.parts[0]!, perCopy: 3 }] })),
  };
  const worker = { isMissing: false };
  const logged: string[] = [];
  let asked = 0;
  const checker: { wrong: string[]; lastHeld: PlannedRun | null } = { wrong: [], lastHeld: null };
  const planner: Pick<Planner, 'plan' | 'check'> = {
    check: (planned) => {
      const { wrong, lastHeld } = checker;
      if (wrong.length === 0) checker.lastHeld = planned;
      return Promise.resolve({ wrong, lastHeld: wrong.length === 0 ? null : lastHeld });
    },
    plan: async (input) => {
      if (worker.isMissing) throw new WorkerFailed();
      const own = ++asked;
      const result = await planRun(input, QUIET_KIT);
      // As the worker's client does: an answer that a later question overtook is none.
      if (own !== asked) return null;
      return result.ok ? ok({ plan: result.value, cost: costOf(result.value), tookMs: 0 }) : result;
    },
  };
  const still = <T>(doc: T) => ({ store: createStore(() => ({ doc })) });
  const register = createRegister();
  const services = {
    api,
    outbox,
    register,
    open: opener(register, outbox, quiet),
    live: quiet,
    say: () => undefined,
    planner,
    clientId: 'client',
    stamps: openStamps('client', () => TYPICAL_SHOP),
    shop: still(TYPICAL_SHOP),
    drawer: still({ blades: TYPICAL_BLADES }),
    bladeLedger: { store: createStore(() => ({ moves: [] })) },
  } as unknown as Services;
  const opened = await openRunSession(services, 'run');
  if (!opened.ok) throw new Error(opened.error.message);
  const session = opened.value;
  const stop = session.watch();
  await jest.advanceTimersByTimeAsync(10);
  return { session, document: session.document, stop, late, worker, checker, logged };
}
const settle = () => jest.advanceTimersByTimeAsync(10);
const bodies = (session: RunSession) => session.store.getState().planned!.plan.parts[0];
const firstStack = (session: RunSession) => session.store.getState().planned!.plan.stacks[0]!;

beforeEach(() => {
  Object.assign(globalThis, { localStorage: { getItem: () => null } });
  jest.useFakeTimers();
  [recorded, online, kept] = [[], true, keptInMemory()];
});
afterEach(() => {
  Reflect.deleteProperty(globalThis, 'localStorage');
  jest.useRealTimers();
});

test('a pass marked is recorded once, and the plan is what is left; taken back, it is to saw again', async () => {
  const { session } = await openSession();
  session.markPass(firstStack(session), null, 1, []);
  await settle();
  expect(recorded).toMatchObject([{ kind: 'pass-sawn', pass: 1 }]);
  expect(bodies(session)).toMatchObject({ good: 4, toCut: 4 });
  await jest.advanceTimersByTimeAsync(1000);
  session.takeBack(firstStack(session), null, 1);
  await settle();
  expect(bodies(session)).toMatchObject({ good: 0, toCut: 8 });
});

test('a double tap on a box is one pass, and does not take it back either', async () => {
  const { session } = await openSession();
  const stack = firstStack(session);
  session.markPass(stack, null, 1, []);
  session.markPass(stack, null, 1, []);
  session.takeBack(stack, null, 1);
  await settle();
  expect(recorded).toHaveLength(1);
  expect(bodies(session)).toMatchObject({ good: 4, toCut: 4 });
});

test('unticking the first of two passes takes back the first', async () => {
  const { session } = await openSession();
  for (const pass of [1, 2]) session.markPass(firstStack(session), null, pass, []);
  await jest.advanceTimersByTimeAsync(1000);
  session.takeBack(firstStack(session), null, 1);
  await settle();
  expect(recorded[2]).toMatchObject({ kind: 'pass-taken-back', event: recorded[0]!.id });
  expect([...passesByNumber(session.store.getState().work, firstStack(session).key).keys()]).toEqual([2]);
});

test('a page that is behind marks a pass that another device has marked: it counts once', async () => {
  const { session } = await openSession();
  const { session: stale } = await openSession();
  session.markPass(firstStack(session), null, 1, []);
  await settle();
  stale.markPass(firstStack(stale), null, 1, [SPOILED]);
  await settle();
  expect(recorded).toHaveLength(2);
  expect(bodies(stale)).toMatchObject({ good: 4, spoiled: 0, toCut: 4 });
  await session.refresh();
  await settle();
  expect(bodies(session)).toMatchObject({ good: 4, spoiled: 0, toCut: 4 });
});

test('a tap is answered with itself: what others did meanwhile is asked for from the last place that was heard', async () => {
  const { session, late } = await openSession();
  const other = await openSession();
  session.markPass(firstStack(session), null, 1, []);
  await settle();
  other.session.markPass(firstStack(other.session), null, 2, []);
  await settle();
  // Its own tap is the second of the ledger, so it asks for what came before.
  expect(other.late.askedAfter).toBe(0);
  expect(other.session.store.getState().events).toHaveLength(2);
  await session.refresh();
  expect(late.askedAfter).toBe(1);
  expect(session.store.getState().events).toHaveLength(2);
});

test('an answer that was overtaken on its way takes nothing back', async () => {
  const { session, late } = await openSession();
  late.isHeld = true;
  const reading = session.refresh();
  session.markPass(firstStack(session), null, 1, []);
  await settle();
  late.answer();
  await reading;
  expect(session.store.getState().events).toHaveLength(1);
});

test('with the server stopped the count goes on here, survives a closed tab, and is sent when it is back', async () => {
  online = false;
  const first = await openSession();
  first.session.markPass(firstStack(first.session), null, 1, [SPOILED]);
  await settle();
  expect(bodies(first.session)).toMatchObject({ good: 3, spoiled: 1, toCut: 5 });
  expect(first.session.store.getState().trouble).toContain('off');
  first.stop();
  const again = await openSession();
  expect(bodies(again.session)).toMatchObject({ good: 3, toCut: 5 });
  online = true;
  await jest.advanceTimersByTimeAsync(10_000);
  expect(recorded).toHaveLength(1);
  expect(again.session.store.getState().trouble).toBeNull();
});

test('an edit shows what it costs against the plan before it', async () => {
  const { session, document } = await openSession();
  document.edit((doc) => ({ ...doc, lines: [{ ...doc.lines[0]!, copies: 12 }] }));
  await settle();
  expect(session.store.getState().change).toMatchObject({ passes: 1, blanks: 4 });
});

test('while what plans cannot be started the run says so and goes on counting; asked again it plans', async () => {
  const { session, document, worker, stop } = await openSession();
  worker.isMissing = true;
  document.edit((before) => ({ ...before, lines: [{ ...before.lines[0]!, copies: 20 }] }));
  await settle();
  expect(session.store.getState().isStalled).toBe(true);
  expect(bodies(session)).toMatchObject({ needed: 8 });
  worker.isMissing = false;
  await session.plan();
  expect(session.store.getState().isStalled).toBe(false);
  expect(bodies(session)).toMatchObject({ needed: 20 });
  stop();
});

test('a draft that pins a revision the server did not send with the run is planned all the same', async () => {
  online = false;
  const before = await openSession();
  before.document.edit((doc) => ({ ...doc, lines: [{ ...doc.lines[0]!, revision: 2 }] }));
  before.stop();
  const { session } = await openSession();
  expect(session.store.getState()).toMatchObject({ error: null, trouble: null });
  expect(bodies(session)).toMatchObject({ perCopy: 3, needed: 24 });
});

test('a plan that does not pass its check stays in view, with what is wrong and the last one that passed; the server logs it', async () => {
  const { session, document, checker, logged } = await openSession();
  const REST = 2500;
  await jest.advanceTimersByTimeAsync(REST);
  const held = session.store.getState().planned!;
  expect(session.store.getState().check).toMatchObject({ of: held, wrong: [], isLogged: false });
  checker.wrong = ['Body: 9 layers in its stacks, 8 are wanted'];
  document.edit((now) => ({ ...now, lines: now.lines.map((line) => ({ ...line, copies: 5 })) }));
  await settle();
  const { planned, check } = session.store.getState();
  expect(planned!.plan.parts[0]).toMatchObject({ needed: 5 });
  // What was said of the plan before says nothing of this one.
  expect(check!.of).not.toBe(planned);
  await jest.advanceTimersByTimeAsync(REST);
  expect(session.store.getState().planned).toBe(planned);
  expect(session.store.getState().check).toMatchObject({ of: planned, wrong: checker.wrong, isLogged: true });
  expect(session.store.getState().check!.lastHeld!.plan).toEqual(held.plan);
  expect(logged).toEqual(['run']);
});
