import { createStore, type StoreApi } from 'zustand/vanilla';
import type { ApiFault, CutBlanks, ReserveWood, StoredRack } from '@rapid-jig/contract';
import {
  compareCosts,
  ok,
  type PieceCount,
  type Result,
  type PassSawn,
  type PlanCost,
  type PlanError,
  type PlannedStack,
  type Run,
  type StockMove,
  type TemplateRevision,
  type WorkEvent,
} from '@rapid-jig/core';
import { mayPass } from '../api/client';
import type { OpenDocument } from '../documents/document';
import type { Services } from '../services';
import type { PlannedRun } from '../workers/planner.worker';

export interface RunState {
  readonly revisions: readonly TemplateRevision[];
  /** Recorded ones, then those still to be sent. */
  readonly events: readonly WorkEvent[];
  readonly startedAt: string | null;
  readonly planned: PlannedRun | null;
  readonly error: PlanError | null;
  /** What the last edits cost, against the plan before them. */
  readonly change: PlanCost | null;
  /** Why marking a pass did not reach the server, in words; it is kept and sent later. */
  readonly trouble: string | null;
}

/** A run in view: plans again whenever anything it depends on changes, and records what is sawn. */
export interface RunSession {
  readonly document: OpenDocument<Run>;
  readonly store: StoreApi<RunState>;
  /** Begins planning; returns how to end it. */
  watch(): () => void;
  addTemplate(templateId: string, revision: number): Promise<void>;
  /** Moves a line to the newest revision of its template. */
  takeRevision(templateId: string, revision: number): Promise<void>;
  markPass(stack: PlannedStack, spoiled: number): Promise<void>;
  takeBack(eventId: string): Promise<void>;
  markRods(rod: string, count: PieceCount): Promise<void>;
  /** Says that blanks are cut: what they took of the rack comes back, or why it was refused. */
  cutBlanks(cut: CutBlanks): Promise<Result<StoredRack, ApiFault>>;
  /** Holds boards for the run: all moves of the rack come back, or why it was refused. */
  reserveWood(reserve: ReserveWood): Promise<Result<readonly StockMove[], ApiFault>>;
}

export interface LoadedRun {
  readonly revisions: readonly TemplateRevision[];
  readonly events: readonly WorkEvent[];
  readonly startedAt: string | null;
}

/** Edits closer together than this are one, and their cost is shown together. */
const ONE_EDIT_MS = 1500;
const RETRY_MS = 4000;

export async function createRunSession(
  services: Services,
  document: OpenDocument<Run>,
  loaded: LoadedRun,
): Promise<RunSession> {
  const { planner, shop, drawer } = services;
  const unsent = await readUnsent(services, document);
  const recorded = new Set(loaded.events.map(({ id }) => id));
  const store = createStore<RunState>(() => ({
    revisions: loaded.revisions,
    events: [...loaded.events, ...unsent.filter(({ id }) => !recorded.has(id))],
    startedAt: loaded.startedAt,
    planned: null,
    error: null,
    change: null,
    trouble: null,
  }));
  let baseline: { cost: PlanCost; at: number } | null = null;

  const hasRevision = (templateId: string, revision: number): boolean =>
    store.getState().revisions.some((one) => one.template.id === templateId && one.revision === revision);

  const addRevision = async (templateId: string, revision: number): Promise<void> => {
    if (hasRevision(templateId, revision)) return;
    const answer = await services.api.revision(templateId, revision);
    if (!answer.ok) store.setState({ trouble: `${answer.error.message} ${answer.error.hint}` });
    else if (!hasRevision(templateId, revision)) {
      store.setState(({ revisions }) => ({ revisions: [...revisions, { revision, template: answer.value }] }));
    }
  };

  const plan = async (): Promise<void> => {
    // A draft, an undo or the other device's version may pin what was not loaded with the run.
    for (const { templateId, revision } of document.store.getState().doc.lines) await addRevision(templateId, revision);
    const start = performance.now();
    const { revisions, events } = store.getState();
    const result = await planner.plan({
      run: document.store.getState().doc,
      revisions,
      shop: shop.store.getState().doc,
      drawer: drawer.store.getState().doc.blades,
      work: events,
    });
    if (result === null) return;
    if (!result.ok) {
      store.setState({ error: result.error });
      return;
    }
    // Seen by `npm run bench` and in the browser's own tools.
    performance.measure('plan', { start, detail: { tookMs: result.value.tookMs } });
    const before = store.getState().planned?.cost;
    const now = performance.now();
    if (before && (!baseline || now - baseline.at > ONE_EDIT_MS)) baseline = { cost: before, at: now };
    else if (baseline) baseline = { ...baseline, at: now };
    const change = baseline ? compareCosts(baseline.cost, result.value.cost) : null;
    store.setState(({ planned }) => ({ planned: keepUnchanged(planned, result.value), error: null, change }));
  };

  return {
    document,
    store,
    watch: () => {
      void plan();
      const stops = [
        document.store.subscribe((now, before) => void (now.doc !== before.doc && plan())),
        shop.store.subscribe((now, before) => void (now.doc !== before.doc && plan())),
        drawer.store.subscribe((now, before) => void (now.doc !== before.doc && plan())),
        store.subscribe(
          (now, before) => void ((now.events !== before.events || now.revisions !== before.revisions) && plan()),
        ),
      ];
      if (unsent.length > 0) void sendUnsent(services, document, store);
      return () => {
        for (const stop of stops) stop();
      };
    },
    addTemplate: async (templateId, revision) => {
      await addRevision(templateId, revision);
      const line = { templateId, revision, copies: 1, spares: {}, onHand: {} };
      document.edit((run) => ({ ...run, lines: [...run.lines, line] }));
    },
    takeRevision: async (templateId, revision) => {
      await addRevision(templateId, revision);
      document.edit((run) => ({
        ...run,
        lines: run.lines.map((line) => (line.templateId === templateId ? { ...line, revision } : line)),
      }));
    },
    markPass: async (stack, spoiled) => {
      await record(services, document, store, passOf(stack, spoiled, services.clientId));
    },
    markRods: async (rod, count) => {
      await record(services, document, store, { kind: 'rods-cut', rod, count, ...newEvent(services.clientId) });
    },
    cutBlanks: async (cut) => {
      await document.flush();
      const { id } = document.store.getState().doc;
      const answer = await services.queue(() => services.api.cutBlanks(id, cut));
      if (!answer.ok) return answer;
      const unsentNow = await readUnsent(services, document);
      const known = new Set(answer.value.events.map((event) => event.id));
      store.setState({ events: [...answer.value.events, ...unsentNow.filter((event) => !known.has(event.id))] });
      return ok(answer.value.rack);
    },
    reserveWood: async (reserve) => {
      await document.flush();
      const answer = await services.queue(() => services.api.reserveWood(document.store.getState().doc.id, reserve));
      return answer.ok ? ok(answer.value.moves) : answer;
    },
    takeBack: async (eventId) => {
      const event: WorkEvent = { kind: 'pass-taken-back', event: eventId, ...newEvent(services.clientId) };
      await record(services, document, store, event);
    },
  };
}

/** The new plan with the very objects of the old one where a stack is the same, so that it is not drawn again. */
function keepUnchanged(before: PlannedRun | null, after: PlannedRun): PlannedRun {
  const known = new Map(before?.plan.stacks.map((stack) => [stack.key, stack]));
  const stacks = after.plan.stacks.map((stack) => {
    const same = known.get(stack.key);
    return same && JSON.stringify(same) === JSON.stringify(stack) ? same : stack;
  });
  return { ...after, plan: { ...after.plan, stacks } };
}

export const newEvent = (clientId: string) => ({ id: crypto.randomUUID(), clientId, at: new Date().toISOString() });

/** One pass of a stack: every layer gives one of each part, less what was spoiled. */
export function passOf({ key, layers, gang }: PlannedStack, spoiled: number, clientId: string): PassSawn {
  const counts = gang.parts.map(({ partId }) => [partId, { good: layers - spoiled, spoiled }] as const);
  return { kind: 'pass-sawn', stack: key, layers, counts: Object.fromEntries(counts), ...newEvent(clientId) };
}

const unsentKey = (document: OpenDocument<Run>): string => `events ${document.store.getState().doc.id}`;

const readUnsent = async ({ drafts }: Services, document: OpenDocument<Run>): Promise<readonly WorkEvent[]> =>
  (await drafts.read<WorkEvent[]>(unsentKey(document))) ?? [];

/** Shows an event at once, keeps it in this browser, and sends it. */
async function record(
  services: Services,
  document: OpenDocument<Run>,
  store: StoreApi<RunState>,
  event: WorkEvent,
): Promise<void> {
  store.setState(({ events }) => ({ events: [...events, event] }));
  await services.drafts.change<WorkEvent[]>(unsentKey(document), (unsent = []) => [...unsent, event]);
  await sendUnsent(services, document, store);
}

async function sendUnsent(services: Services, document: OpenDocument<Run>, store: StoreApi<RunState>): Promise<void> {
  const { api, drafts, queue } = services;
  const { id } = document.store.getState().doc;
  await document.flush();
  await queue(async () => {
    const again = (words: string, passing: boolean): void => {
      store.setState({ trouble: words });
      if (passing) setTimeout(() => void sendUnsent(services, document, store), RETRY_MS);
    };
    if (store.getState().startedAt === null) {
      const started = await api.startRun(id);
      if (!started.ok) {
        again(`${started.error.message} ${started.error.hint}`, mayPass(started.error));
        return;
      }
      store.setState({ startedAt: started.value.startedAt });
    }
    for (const event of await readUnsent(services, document)) {
      const answer = await api.addEvent(id, event);
      if (!answer.ok) {
        again(`${answer.error.message} ${answer.error.hint}`, mayPass(answer.error));
        return;
      }
      await drafts.change<WorkEvent[]>(unsentKey(document), (unsent = []) =>
        unsent.filter(({ id }) => id !== event.id),
      );
      const left = await readUnsent(services, document);
      store.setState({ events: [...answer.value.events, ...left] });
    }
    store.setState({ trouble: null });
  });
}
