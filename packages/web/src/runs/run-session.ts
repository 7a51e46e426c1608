import { createStore } from 'zustand/vanilla';
import type { ApiFault, StoredEvents } from '@rapid-jig/contract';
import {
  err,
  lostIn,
  newRunLine,
  ok,
  passesByNumber,
  passSawn,
  type PassSawn,
  type PassTakenBack,
  type Phase,
  type PlannedStack,
  type Result,
  type Run,
  type TemplateRevision,
  type WorkEvent,
} from '@rapid-jig/core';
import { createBounce } from '../fields/bounce';
import type { OpenDocument } from '../documents/document';
import { photoEntry } from '../documents/entry';
import type { Services } from '../services';
import { openRunLedger } from './run-ledger';
import { runPlanning } from './run-planning';
import type { RunSession, RunState } from './run-state';

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
  const { outbox, api, stamps } = services;
  const { id } = document.store.getState().doc;
  const ledger = openRunLedger(services, document, work);
  const store = createStore<RunState>(() => ({
    ...ledger.now(),
    revisions,
    startedAt: work.startedAt,
    planned: null,
    error: null,
    check: null,
    isStalled: false,
    isSlow: false,
    change: null,
  }));
  ledger.follow(store);
  const { plan, watch, addRevision } = runPlanning(services, document, store);
  const isBounce = createBounce();
  const markOf = ({ key }: PlannedStack, phase: Phase | null, pass: number): string =>
    `${key} ${phase?.key ?? ''} ${String(pass)}`;
  const marksOf = ({ key }: PlannedStack, pass: number): readonly PassSawn[] =>
    passesByNumber(store.getState().work, key).get(pass) ?? [];
  const lostOf = (stackKey: string, pass: number): readonly string[] => lostIn(store.getState().work, stackKey, pass);
  /** The mark that holds this phase of a pass; one of the whole pass holds all of them. */
  const markAt = (stack: PlannedStack, phase: Phase | null, pass: number): PassSawn | undefined =>
    marksOf(stack, pass).find((mark) => phase === null || mark.phase === null || mark.phase === phase.key);

  return {
    document,
    store,
    plan,
    watch,
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
      if (isBounce(markOf(stack, phase, pass)) || markAt(stack, phase, pass)) return;
      const lost = lostOf(stack.key, pass);
      ledger.record({ ...passSawn(stack, phase, pass, { spoiled, lost }), ...stamps.stamp() });
    },
    takeBack: (stack, phase, pass) => {
      const sawn = markAt(stack, phase, pass);
      if (!sawn || isBounce(markOf(stack, phase, pass))) return;
      const event: PassTakenBack = { kind: 'pass-taken-back', event: sawn.id, ...stamps.stamp() };
      ledger.record(event);
    },
    record: (events) => {
      // What one tap marks has one time, so that it can be taken back as one.
      const { at } = stamps.stamp();
      ledger.record(...events.map((event) => ({ ...event, ...stamps.stamp(), at }) as WorkEvent));
    },
    keepPhoto: (photo) => outbox.put(photoEntry(id, document.store.getState().doc.name, photo)),
    undo: (event) => ledger.record({ kind: 'pass-taken-back', event, ...stamps.stamp() }),
    lostOf,
    markRods: (rod, count) => ledger.record({ kind: 'rods-cut', rod, count, ...stamps.stamp() }),
    cutBlanks: async (cut) => {
      await document.flush();
      const answer = await api.cutBlanks(id, cut);
      if (!answer.ok) return answer;
      ledger.take(answer.value);
      return ok(answer.value.rack);
    },
    reserveWood: async (reserve) => {
      await document.flush();
      const answer = await api.reserveWood(id, reserve);
      return answer.ok ? ok(answer.value.moves) : answer;
    },
    refresh: async () => {
      const [read, work] = await Promise.all([document.refresh(), api.events(id, ledger.upTo())]);
      if (!read.ok) return read;
      if (!work.ok) return err(work.error);
      ledger.take(work.value);
      return ok(null);
    },
  };
}
