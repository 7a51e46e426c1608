import { createStore, type StoreApi } from 'zustand/vanilla';

/** When the step in view was begun on this device, and how long it stood still; ms since 1970. */
export interface StepClock {
  readonly stepKey: string;
  readonly since: number;
  readonly pausedMs: number;
  /** null while work goes on. */
  readonly pausedAt: number | null;
}

/** Longer than this nobody stands at one step: the page was left, or the clock was set. */
const LONGEST_STEP_MS = 12 * 3_600_000;

/** The clock of a step that is begun now, or goes on where it is the same. */
export const clockFor = (stepKey: string, known: StepClock | null, now: number): StepClock =>
  known?.stepKey === stepKey ? known : { stepKey, since: now, pausedMs: 0, pausedAt: null };

/** Hands-on minutes of a step until now, pauses left out; null where the clock was set meanwhile, or the page left for half a day. */
export function minutesAt({ since, pausedMs, pausedAt }: StepClock, now: number): number | null {
  const worked = (pausedAt ?? now) - since - pausedMs;
  return worked < 0 || now - since > LONGEST_STEP_MS ? null : worked / 60_000;
}

export const pausedNow = (clock: StepClock, now: number): StepClock =>
  clock.pausedAt === null ? { ...clock, pausedAt: now } : clock;

export const goingOn = (clock: StepClock, now: number): StepClock =>
  clock.pausedAt === null
    ? clock
    : { ...clock, pausedMs: clock.pausedMs + Math.max(0, now - clock.pausedAt), pausedAt: null };

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
