import { BENCH_STEPS, stepOf, type BenchStepKind, type WorkDone } from '../ledger';

/** Planned against clocked minutes of the steps of one kind. */
export interface StepTimes {
  readonly kind: BenchStepKind;
  /** Steps, or passes sawn, that were clocked. */
  readonly count: number;
  readonly plannedMinutes: number;
  readonly minutes: number;
}

/** A step whose minutes are hardly those of hands: the page was left open, or several steps were gone on from at once. */
export interface UnlikelyTime {
  readonly eventId: string;
  readonly kind: BenchStepKind;
  readonly plannedMinutes: number;
  readonly minutes: number;
}

export interface RecordedTimes {
  /** In the order of the work; kinds of which nothing was clocked are left out. */
  readonly steps: readonly StepTimes[];
  /** Left out of the sums above. */
  readonly unlikely: readonly UnlikelyTime[];
}

/** Five times what was planned and five minutes more is not work; nor is a tenth of what was planned to take two minutes. */
const isUnlikely = (minutes: number, planned: number): boolean =>
  minutes > 5 * planned + 5 || (planned >= 2 && minutes < planned / 10);

/** Minutes of a run at the bench by kind of step, of those that were clocked and planned. */
export function recordedTimes({ standing }: Pick<WorkDone, 'standing'>): RecordedTimes {
  const sums = new Map<BenchStepKind, { count: number; plannedMinutes: number; minutes: number }>();
  const unlikely: UnlikelyTime[] = [];
  for (const event of standing) {
    if (event.kind !== 'step-done' && event.kind !== 'pass-sawn') continue;
    const kind = event.kind === 'step-done' ? stepOf(event) : 'cut';
    if (kind === null) continue;
    const { minutes, plannedMinutes } = event;
    if (minutes === null || plannedMinutes === null) continue;
    if (isUnlikely(minutes, plannedMinutes)) {
      unlikely.push({ eventId: event.id, kind, plannedMinutes, minutes });
      continue;
    }
    const sum = sums.get(kind) ?? { count: 0, plannedMinutes: 0, minutes: 0 };
    sums.set(kind, {
      count: sum.count + 1,
      plannedMinutes: sum.plannedMinutes + plannedMinutes,
      minutes: sum.minutes + minutes,
    });
  }
  return {
    steps: BENCH_STEPS.flatMap((kind) => {
      const sum = sums.get(kind);
      return sum ? [{ kind, ...sum }] : [];
    }),
    unlikely,
  };
}
