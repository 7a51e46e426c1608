import { createStore, type StoreApi } from 'zustand/vanilla';
import { v4 as newId } from 'uuid';
import type { ApiFault, CutBlanks, NewPhoto, ReserveWood, StoredEvents, StoredRack } from '@rapid-jig/contract';
import {
  addUpWork,
  compareCosts,
  err,
  lostIn,
  ok,
  passesByNumber,
  passSawn,
  type Phase,
  type PieceCount,
  type Result,
  type PassSawn,
  type PassTakenBack,
  type PlanCost,
  type PlanError,
  type PlanInput,
  type PlannedStack,
  type Run,
  type SpoiledLayer,
  type StandingEvent,
  type StockMove,
  type TemplateRevision,
  type WorkDone,
  type WorkEvent,
  newRunLine,
} from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { eventEntry, photoEntry, type Entry } from '../documents/entry';
import { bladesOf, type Services } from '../services';
import { wordsOfOthers } from '../words/others';
import type { PlannedRun } from '../workers/planner.worker';
import { WorkerFailed } from '../workers/restarting';

/** A plan, and all that it was made from. */
export interface PlanInView extends PlannedRun {
  readonly input: PlanInput;
}

export interface RunState {
  readonly revisions: readonly TemplateRevision[];
  /** Recorded ones, then those still to be sent. */
  readonly events: readonly WorkEvent[];
  /** What they add up to. */
  readonly work: WorkDone;
  readonly startedAt: string | null;
  readonly planned: PlanInView | null;
  readonly error: PlanError | null;
  /** True while what plans cannot be started, so that the plan in view may be an old one. */
  readonly isStalled: boolean;
  /** True while a plan takes so long that the page says so. */
  readonly isSlow: boolean;
  /** What the last edits cost, against the plan before them. */
  readonly change: PlanCost | null;
  /** Why what was marked is not recorded yet, or was refused, in words. */
  readonly trouble: string | null;
}

/** An event that is yet to be given its device and time. */
export type Tapped = StandingEvent extends infer E
  ? E extends StandingEvent
    ? Omit<E, 'id' | 'clientId' | 'at'>
    : never
  : never;

/** A run in view: plans again whenever anything it depends on changes, and records what is sawn. */
export interface RunSession {
  readonly document: OpenDocument<Run>;
  readonly store: StoreApi<RunState>;
  /** Begins planning; returns how to end it. */
  watch(): () => void;
  /** Plans now; planning that stalled is tried anew. */
  plan(): Promise<void>;
  addTemplate(templateId: string, revision: number): Promise<void>;
  /** Moves a line to the newest revision of its template. */
  takeRevision(templateId: string, revision: number): Promise<void>;
  /** Marks a phase of a pass of a stack by its number, null for all of it; what is marked already stays as it is. */
  markPass(stack: PlannedStack, phase: Phase | null, pass: number, spoiled: readonly SpoiledLayer[]): void;
  /** Takes that mark back; not in the moment in which it was made, for that is a tap that bounced. */
  takeBack(stack: PlannedStack, phase: Phase | null, pass: number): void;
  markRods(rod: string, count: PieceCount): void;
  /** Records what else was done or noticed; events of one tap together. */
  record(events: readonly Tapped[]): void;
  /** Keeps a photo; what names it is recorded after it. */
  keepPhoto(photo: NewPhoto): void;
  /** Takes an event back. */
  undo(eventId: string): void;
  /** Ids of the layers of a pass that are spoiled. */
  lostOf(stackKey: string, pass: number): readonly string[];
  /** Reads what other devices have done. */
  refresh(): Promise<Result<null, ApiFault>>;
  /** Says that blanks are cut: what they took of the rack comes back, or why it was refused. */
  cutBlanks(cut: CutBlanks): Promise<Result<StoredRack, ApiFault>>;
  /** Holds boards for the run: the entries of the rack that say so come back, or why it was refused. */
  reserveWood(reserve: ReserveWood): Promise<Result<readonly StockMove[], ApiFault>>;
}

/** Edits closer together than this are one, and their cost is shown together. */
const ONE_EDIT_MS = 1500;
/** A plan that takes longer is told to be on its way. */
const SLOW_MS = 700;
/** A second tap within this is the same tap. */
const BOUNCE_MS = 600;

/** Opens a run: its document, the revisions it pins, and what was done in it, recorded or still on its way. */
export async function openRunSession(services: Services, id: string): Promise<Result<RunSession, ApiFault>> {
  const { api, open } = services;
  const opened = await open<Run>({
    key: `run ${id}`,
    kind: 'run',
    path: `/runs/${id}`,
    label: ({ name }) => name,
    load: () => api.run(id),
  });
  if (!opened.ok) return opened;
  const [revisions, work] = await Promise.all([api.revisions(id), api.events(id)]);
  if (!revisions.ok) return revisions;
  if (!work.ok) return work;
  return ok(createRunSession(services, opened.value, revisions.value, work.value));
}

function createRunSession(
  services: Services,
  document: OpenDocument<Run>,
  revisions: readonly TemplateRevision[],
  work: StoredEvents,
): RunSession {
  const { planner, shop, drawer, bladeLedger, outbox, api, clientId } = services;
  const { id } = document.store.getState().doc;
  const lane = `run ${id}`;
  const isOwn = (entry: Entry): boolean => entry.lane === lane && entry.kind === 'event';
  const waiting = (): Entry[] => outbox.store.getState().entries.filter(isOwn);
  /** The ledger up to a place, in its order; and own events that stand behind others not heard of yet. */
  let heard = { events: work.events, upTo: work.upTo, ahead: [] as readonly WorkEvent[] };
  /** Recorded ones, then those on their way; what was refused does not count. */
  const withWaiting = (): WorkEvent[] => {
    const recorded = [...heard.events, ...heard.ahead];
    const known = new Set(recorded.map(({ id }) => id));
    const own = waiting().filter(({ fate, key }) => fate === 'waiting' && !known.has(key));
    // Entries of this kind hold one event each.
    return [...recorded, ...own.map(({ body }) => body as WorkEvent)];
  };
  const troubleNow = (): string | null => {
    const fault = waiting().find((entry) => entry.fault !== null)?.fault;
    return fault ? `${fault.message} ${fault.hint}` : null;
  };
  const counted = (): Pick<RunState, 'events' | 'work' | 'trouble'> => {
    const events = withWaiting();
    return { events, work: addUpWork(events), trouble: troubleNow() };
  };
  const store = createStore<RunState>(() => ({
    ...counted(),
    revisions,
    startedAt: work.startedAt,
    planned: null,
    error: null,
    isStalled: false,
    isSlow: false,
    change: null,
  }));
  /** Adds a stretch of the ledger; what of it is new here. */
  const take = ({ events, startedAt, after, upTo }: StoredEvents): readonly WorkEvent[] => {
    const known = new Set(heard.events.map(({ id }) => id));
    const fresh = events.filter((event) => !known.has(event.id));
    const isNext = after <= heard.upTo;
    const own = heard.ahead.filter((event) => fresh.every(({ id }) => id !== event.id));
    heard = isNext
      ? { events: [...heard.events, ...fresh], upTo: Math.max(heard.upTo, upTo), ahead: own }
      : { ...heard, ahead: [...own, ...fresh] };
    store.setState({ ...counted(), startedAt });
    return fresh;
  };
  outbox.onOutcome((entry, outcome) => {
    if (!isOwn(entry)) return;
    // The API gives back each event with its place in the ledger; where others have come before it, they are asked for.
    if (outcome.fate === 'sent') {
      const answer = outcome.answer as StoredEvents;
      take(answer);
      if (answer.after > heard.upTo) void hear();
    } else store.setState(counted());
  });
  services.live.on(`work ${id}`, () => void hear());
  const record = (...events: WorkEvent[]): void => {
    for (const event of events) outbox.put(eventEntry(id, document.store.getState().doc.name, event));
    store.setState(counted());
  };
  /** Takes what other devices did and says it. */
  const hear = async (): Promise<void> => {
    const answer = await api.events(id, heard.upTo);
    if (!answer.ok) return;
    const others = take(answer.value).filter((event) => event.clientId !== clientId);
    const words = wordsOfOthers(others, store.getState().planned?.plan ?? null);
    if (words !== null) services.say(words);
  };
  let baseline: { cost: PlanCost; at: number } | null = null;
  let lastMark = { pass: '', at: -Infinity };
  const markOf = ({ key }: PlannedStack, phase: Phase | null, pass: number): string =>
    `${key} ${phase?.key ?? ''} ${String(pass)}`;
  const marksOf = ({ key }: PlannedStack, pass: number): readonly PassSawn[] =>
    passesByNumber(store.getState().work, key).get(pass) ?? [];
  const lostOf = (stackKey: string, pass: number): readonly string[] => {
    const { work: now } = store.getState();
    return lostIn(now, stackKey, pass, passesByNumber(now, stackKey).get(pass) ?? []);
  };
  /** The mark that holds this phase of a pass; one of the whole pass holds all of them. */
  const markAt = (stack: PlannedStack, phase: Phase | null, pass: number): PassSawn | undefined =>
    marksOf(stack, pass).find((mark) => phase === null || mark.phase === null || mark.phase === phase.key);

  const hasRevision = (templateId: string, revision: number): boolean =>
    store.getState().revisions.some((one) => one.template.id === templateId && one.revision === revision);

  const addRevision = async (templateId: string, revision: number): Promise<void> => {
    if (hasRevision(templateId, revision)) return;
    const answer = await api.revision(templateId, revision);
    if (!answer.ok) store.setState({ trouble: `${answer.error.message} ${answer.error.hint}` });
    else if (!hasRevision(templateId, revision)) {
      store.setState((state) => ({ revisions: [...state.revisions, { revision, template: answer.value }] }));
    }
  };

  const plan = async (): Promise<void> => {
    // A draft, an undo or the other device's version may pin what was not loaded with the run.
    for (const { templateId, revision } of document.store.getState().doc.lines) await addRevision(templateId, revision);
    const start = performance.now();
    const now = store.getState();
    const input: PlanInput = {
      run: document.store.getState().doc,
      revisions: now.revisions,
      shop: shop.store.getState().doc,
      drawer: bladesOf({ drawer, bladeLedger }),
      work: now.events,
    };
    const slow = setTimeout(() => store.setState({ isSlow: true }), SLOW_MS);
    const result = await planner.plan(input).catch(stalled);
    clearTimeout(slow);
    if (store.getState().isSlow) store.setState({ isSlow: false });
    if (result === null) return;
    if (!result.ok) {
      store.setState({ error: result.error, isStalled: false });
      return;
    }
    // Seen by `npm run bench` and in the browser's own tools.
    performance.measure('plan', { start, detail: { tookMs: result.value.tookMs } });
    const before = store.getState().planned?.cost;
    const at = performance.now();
    if (before && (!baseline || at - baseline.at > ONE_EDIT_MS)) baseline = { cost: before, at };
    else if (baseline) baseline = { ...baseline, at };
    const change = baseline ? compareCosts(baseline.cost, result.value.cost) : null;
    store.setState(({ planned }) => ({
      planned: { ...keepUnchanged(planned, result.value), input },
      error: null,
      isStalled: false,
      change,
    }));
  };
  /** No plan where what plans could not be started; what broke inside of it is not this. */
  const stalled = (error: unknown): null => {
    if (!(error instanceof WorkerFailed)) throw error;
    store.setState({ isStalled: true });
    return null;
  };

  return {
    document,
    store,
    plan,
    watch: () => {
      void plan();
      const stops = [
        document.store.subscribe((now, before) => void (now.doc !== before.doc && plan())),
        shop.store.subscribe((now, before) => void (now.doc !== before.doc && plan())),
        drawer.store.subscribe((now, before) => void (now.doc !== before.doc && plan())),
        bladeLedger.store.subscribe(() => void plan()),
        store.subscribe(
          (now, before) => void ((now.events !== before.events || now.revisions !== before.revisions) && plan()),
        ),
      ];
      return () => {
        for (const stop of stops) stop();
      };
    },
    addTemplate: async (templateId, revision) => {
      await addRevision(templateId, revision);
      const line = newRunLine(templateId, revision, 1);
      document.edit((run) => ({ ...run, lines: [...run.lines, line] }));
    },
    takeRevision: async (templateId, revision) => {
      await addRevision(templateId, revision);
      document.edit((run) => ({
        ...run,
        lines: run.lines.map((line) => (line.templateId === templateId ? { ...line, revision } : line)),
      }));
    },
    markPass: (stack, phase, pass, spoiled) => {
      if (markAt(stack, phase, pass)) return;
      lastMark = { pass: markOf(stack, phase, pass), at: performance.now() };
      const lost = lostOf(stack.key, pass);
      record({ ...passSawn(stack, phase, pass, { spoiled, lost }), ...newEvent(clientId) });
    },
    takeBack: (stack, phase, pass) => {
      const sawn = markAt(stack, phase, pass);
      const isBounce = lastMark.pass === markOf(stack, phase, pass) && performance.now() - lastMark.at < BOUNCE_MS;
      if (!sawn || isBounce) return;
      const event: PassTakenBack = { kind: 'pass-taken-back', event: sawn.id, ...newEvent(clientId) };
      record(event);
    },
    record: (events) => record(...events.map((event) => ({ ...event, ...newEvent(clientId) }) as WorkEvent)),
    keepPhoto: (photo) => outbox.put(photoEntry(id, document.store.getState().doc.name, photo)),
    undo: (event) => record({ kind: 'pass-taken-back', event, ...newEvent(clientId) }),
    lostOf,
    markRods: (rod, count) => record({ kind: 'rods-cut', rod, count, ...newEvent(clientId) }),
    cutBlanks: async (cut) => {
      await document.flush();
      const answer = await api.cutBlanks(id, cut);
      if (!answer.ok) return answer;
      take(answer.value);
      return ok(answer.value.rack);
    },
    reserveWood: async (reserve) => {
      await document.flush();
      const answer = await api.reserveWood(id, reserve);
      return answer.ok ? ok(answer.value.moves) : answer;
    },
    refresh: async () => {
      const [read, work] = await Promise.all([document.refresh(), api.events(id, heard.upTo)]);
      if (!read.ok) return read;
      if (!work.ok) return err(work.error);
      take(work.value);
      return ok(null);
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

export const newEvent = (clientId: string) => ({ id: newId(), clientId, at: new Date().toISOString() });
