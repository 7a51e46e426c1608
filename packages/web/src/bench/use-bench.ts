import { useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import {
  benchSteps,
  broughtBy,
  layersSpoiled,
  nextSteps,
  ofStep,
  tickCut,
  tickStep,
  type BenchStep,
  type Notice,
  type Plan,
  type PlannedStack,
  type SpoilReason,
} from '@rapid-jig/core';
import { useOpenRun, useRunState } from '../runs/RunRoute';
import type { Tapped } from '../runs/run-state';
import { useTakeBack } from '../runs/use-take-back';
import { useBladeInSaw, useServices, useShop } from '../use-services';
import { useBounce } from '../fields/use-bounce';
import { clockFor, keptClock, minutesAt, pausesIn, type Pauses, type StepClock } from './bench-clock';

/** What stands at the bench now, and what a tap does. */
export interface Bench {
  /** What is to do now, and then; empty when all is done, null before there is a plan. */
  readonly steps: readonly BenchStep[] | null;
  /** All that is left; of a large run, where it takes longer than a tap may, a moment later. null before there is a plan. */
  readonly left: readonly BenchStep[] | null;
  readonly stack: PlannedStack | null;
  readonly isPaused: boolean;
  /** True where there is something to take back. */
  readonly mayGoBack: boolean;
  goOn(): void;
  goBack(): void;
  /** One of the cuts of the step in view is sawn. */
  cutSawn(cutId: string): void;
  notice(what: Notice, words?: string, photoId?: string): void;
  spoil(layerId: string | null, reason: SpoilReason | null): void;
  /** Key of the stack that is done before all others; null for the order of the plan. */
  readonly first: string | null;
  doFirst(stackKey: string | null): void;
}

/** The step in view and the one that follows. */
const SHOWN = 2;

export function useBench(): Bench {
  const { session } = useOpenRun();
  const takeBack = useTakeBack();
  const planned = useRunState('planned');
  const work = useRunState('work');
  const { bladeLedger, clientId } = useServices();
  const shop = useShop();
  const bladeInSaw = useBladeInSaw()?.id ?? null;
  const [first, setFirst] = useState<string | null>(null);
  const asked = useMemo(
    () => planned && ([planned.plan, work, shop, { bladeInSaw, first }] as const),
    [planned, work, shop, bladeInSaw, first],
  );
  const steps = useMemo(() => asked && nextSteps(...asked, SHOWN), [asked]);
  const settled = useSettled(asked);
  const counted = asked && isLarge(asked[0]) ? settled : asked;
  const left = useMemo(() => counted && benchSteps(...counted), [counted]);
  const step = steps?.[0] ?? null;
  const stack = planned?.plan.stacks.find(({ key }) => key === step?.stackKey) ?? null;
  const clock = useStepClock(session.document.store.getState().doc.id, step?.key ?? null);
  const pauses = useMemo(
    (): Pauses => pausesIn(work.standing, clientId, clock?.since ?? Infinity),
    [work, clientId, clock],
  );
  const isBounce = useBounce();
  const brought = useMemo(() => broughtBy(work, clientId), [work, clientId]);

  const where = {
    subject: step ? ofStep(step.kind) : null,
    stack: step?.stackKey ?? null,
    phase: step?.phaseKey ?? null,
    pass: step?.passes.length === 1 ? (step.passes[0] ?? null) : null,
    bladeId: bladeInSaw,
  };
  return {
    steps,
    left,
    stack,
    isPaused: pauses.pausedAt !== null,
    mayGoBack: brought.length > 0,
    goOn: () => {
      if (!step || !clock || isBounce('on')) return;
      const minutes = minutesAt(clock, pauses, Date.now());
      const taps = tickStep(step, stack, minutes, (pass) => session.lostOf(stack?.key ?? '', pass));
      session.record(taps);
      if (step.kind === 'blade' && step.blade && step.blade.id !== bladeInSaw)
        bladeLedger.enter(step.blade.id, 'put-in');
    },
    goBack: () => {
      if (!isBounce('back')) brought.forEach(takeBack);
    },
    cutSawn: (cutId) => {
      if (step && stack && !isBounce('cut')) session.record([tickCut(step, stack, cutId)]);
    },
    notice: (what, words, photoId) => {
      // Pausing and going on are one button.
      if (isBounce(what === 'go-on' ? 'pause' : what)) return;
      session.record([{ kind: 'noticed', what, ...where, words: words ?? null, photoId: photoId ?? null }]);
      if (bladeInSaw !== null && what === 'blade-broke') bladeLedger.enter(bladeInSaw, 'broken');
      if (bladeInSaw !== null && what === 'blade-dull') bladeLedger.enter(bladeInSaw, 'worn');
    },
    spoil: (layerId, reason) => {
      const [pass] = step?.passes ?? [];
      if (!stack || pass === undefined || isBounce('spoil')) return;
      const phase = stack.phases.find(({ key }) => key === step?.phaseKey) ?? null;
      const tap: Tapped = layersSpoiled(stack, phase, pass, layerId, reason);
      session.record([tap]);
    },
    first,
    doFirst: setFirst,
  };
}

/** True of a plan whose steps take longer to count than a tap may. */
const isLarge = ({ stacks }: Plan): boolean =>
  stacks.reduce((sum, { passesToCut, begun }) => sum + passesToCut + begun.length, 0) > MANY_PASSES;
const MANY_PASSES = 500;

/** Long enough that what a tap changes is painted before, ms. */
const SETTLED_MS = 300;

/** A value once it has stood for a moment; the first there is at once. */
function useSettled<T>(value: T | null): T | null {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled ?? value;
}

/** The clock of the step in view. */
function useStepClock(runId: string, stepKey: string | null): StepClock | null {
  const [kept] = useState(() => keptClock(runId));
  const clock = useStore(kept.store);
  useEffect(() => {
    if (stepKey !== null) kept.keep(clockFor(stepKey, kept.store.getState(), Date.now()));
  }, [kept, stepKey]);
  return clock?.stepKey === stepKey ? clock : null;
}
