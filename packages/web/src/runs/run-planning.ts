import equal from 'fast-deep-equal';
import type { StoreApi } from 'zustand/vanilla';
import { compareCosts, type PlanCost, type PlanInput, type Run } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { bladesOf, type Services } from '../services';
import type { PlannedRun } from '../workers/planner.worker';
import { WorkerFailed } from '../workers/restarting';
import type { PlanInView, RunState } from './run-state';

/** Edits closer together than this are one, and their cost is shown together. */
const ONE_EDIT_MS = 1500;
/** What costs a plan much again waits until nothing was edited or marked for so long, ms: its check, the prices of its wishes. */
export const AT_REST_MS = 2000;
/** A plan that takes longer is told to be on its way. */
const SLOW_MS = 700;

/** Plans a run into its store. */
export interface RunPlanning {
  /** Plans now. */
  plan(): Promise<void>;
  /** Plans now, and again whenever something that the plan depends on is another; returns how to end it. */
  watch(): () => void;
  /** Fetches a revision that was not loaded with the run. */
  addRevision(templateId: string, revision: number): Promise<void>;
}

export function runPlanning(services: Services, document: OpenDocument<Run>, store: StoreApi<RunState>): RunPlanning {
  const { planner, shop, drawer, bladeLedger, api } = services;
  let baseline: { cost: PlanCost; at: number } | null = null;
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
  const inputNow = (): PlanInput => {
    const { revisions, events } = store.getState();
    const [run, habits] = [document.store.getState().doc, shop.store.getState().doc];
    return { run, revisions, shop: habits, drawer: bladesOf({ drawer, bladeLedger }), work: events };
  };
  /** What a series of edits has cost so far. */
  const changeTo = (cost: PlanCost): PlanCost | null => {
    const before = store.getState().planned?.cost;
    const at = performance.now();
    if (before && (!baseline || at - baseline.at > ONE_EDIT_MS)) baseline = { cost: before, at };
    else if (baseline) baseline = { ...baseline, at };
    return baseline ? compareCosts(baseline.cost, cost) : null;
  };
  /** No plan where what plans could not be started; what broke inside of it is not this. */
  const stalled = (error: unknown): null => {
    if (!(error instanceof WorkerFailed)) throw error;
    store.setState({ isStalled: true });
    return null;
  };
  const plan = async (): Promise<void> => {
    // A draft, an undo or the other device's version may pin what was not loaded with the run.
    for (const { templateId, revision } of document.store.getState().doc.lines) await addRevision(templateId, revision);
    const start = performance.now();
    const input = inputNow();
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
    const change = changeTo(result.value.cost);
    store.setState(({ planned }) => ({
      planned: { ...keepUnchanged(planned, result.value), input },
      error: null,
      isStalled: false,
      change,
    }));
  };
  /** What is wrong with a plan is told, never in its place; the server makes it again and keeps it in its log. */
  const check = async (of: PlanInView): Promise<void> => {
    const checked = await planner.check(of, of.input).catch(stalled);
    if (checked === null || store.getState().planned !== of) return;
    const logged = checked.wrong.length > 0 ? await api.checkRun(of.input.run.id) : null;
    const isLogged = logged !== null && logged.ok && logged.value.wrong.length > 0;
    store.setState({ check: { ...checked, of, isLogged } });
  };
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const checkAtRest = (of: PlanInView): void => {
    clearTimeout(waiting);
    waiting = setTimeout(() => void check(of), AT_REST_MS);
  };
  return {
    plan,
    addRevision,
    watch: () => {
      void plan();
      const stops = [
        store.subscribe(({ planned }, before) => void (planned && planned !== before.planned && checkAtRest(planned))),
        () => clearTimeout(waiting),
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
  };
}

/** The new plan with the very objects of the old one where a stack is the same, so that it is not drawn again. */
function keepUnchanged(before: PlannedRun | null, after: PlannedRun): PlannedRun {
  const known = new Map(before?.plan.stacks.map((stack) => [stack.key, stack]));
  const stacks = after.plan.stacks.map((stack) => {
    const same = known.get(stack.key);
    return same && equal(same, stack) ? same : stack;
  });
  return { ...after, plan: { ...after.plan, stacks } };
}
