import { createStore, type StoreApi } from 'zustand/vanilla';
import type { StandingEvent } from '@rapid-jig/core';

/** When a step was begun on this device, ms since 1970. */
interface Begun {
  readonly stepKey: string;
  readonly since: number;
}

/** The step in view, and the one before it: gone back to, it goes on. */
export interface StepClock extends Begun {
  readonly before: Begun | null;
}

/** How long a step stood still, and whether it does now. */
export interface Pauses {
  readonly pausedMs: number;
  readonly pausedAt: number | null;
}

/** Longer than this nobody stands at one step: the page was left, or the clock was set. */
const LONGEST_STEP_MS = 12 * 3_600_000;

/** The clock of a step that is begun now, or goes on where it is the same, or is gone back to. */
export function clockFor(stepKey: string, known: StepClock | null, now: number): StepClock {
  if (known?.stepKey === stepKey) return known;
  if (known?.before?.stepKey === stepKey) return { ...known.before, before: null };
  return { stepKey, since: now, before: known && { stepKey: known.stepKey, since: known.since } };
}

/** The pauses of this device since a step was begun, as they stand: one that is taken back was none. */
export function pausesIn(standing: readonly StandingEvent[], clientId: string, since: number): Pauses {
  let [pausedMs, pausedAt]: [number, number | null] = [0, null];
  for (const event of standing) {
    if (event.kind !== 'noticed' || event.clientId !== clientId) continue;
    const at = Date.parse(event.at);
    if (at < since) continue;
    if (event.what === 'pause') pausedAt ??= at;
    else if (event.what === 'go-on' && pausedAt !== null) {
      pausedMs += Math.max(0, at - pausedAt);
      pausedAt = null;
    }
  }
  return { pausedMs, pausedAt };
}

/** Hands-on minutes of a step until now, pauses left out; null where the clock was set meanwhile, or the page left for half a day. */
export function minutesAt({ since }: Begun, { pausedMs, pausedAt }: Pauses, now: number): number | null {
  const worked = (pausedAt ?? now) - since - pausedMs;
  return worked < 0 || now - since > LONGEST_STEP_MS ? null : worked / 60_000;
}

/** The clock of a run at the bench, kept in this browser: a tab that is closed goes on where it stopped. */
export interface KeptClock {
  readonly store: StoreApi<StepClock | null>;
  keep(clock: StepClock): void;
}

export function keptClock(runId: string): KeptClock {
  const name = `rapid-jig-bench-${runId}`;
  const store = createStore<StepClock | null>(() => readClock(name));
  return {
    store,
    keep: (clock) => {
      if (clock === store.getState()) return;
      localStorage.setItem(name, JSON.stringify(clock));
      store.setState(clock, true);
    },
  };
}

function readClock(name: string): StepClock | null {
  const kept = localStorage.getItem(name);
  if (kept === null) return null;
  try {
    return JSON.parse(kept) as StepClock;
  } catch {
    // Cut off while it was written: the step is clocked from now on.
    return null;
  }
}
