import { stepOf, type BenchStepKind, type StepDone, type WorkDone } from '../ledger';

/** Names what a step is of: steps of one kind, stack, phase and detail are told apart by their passes alone. */
export const stepName = (
  step: BenchStepKind,
  stack: string | null,
  phase: string | null,
  detail: string | null,
): string => [step, stack ?? '', phase ?? '', detail ?? ''].join(' ');

/** What the record of taking layers apart after their outline names: another than that of coming to a phase. */
export const FREED = 'freed';

/** What the record of a single cut names beside its phase: another than that of all that one blade saws there. */
export const cutDetail = (cutId: string): string => `${ONE_CUT}${cutId}`;
const ONE_CUT = 'cut ';

/** True of the record of a single cut. */
export const isOfOneCut = (event: Pick<StepDone, 'subject' | 'detail'>): boolean =>
  stepOf(event) === 'cut' && (event.detail?.startsWith(ONE_CUT) ?? false);

/** What was ticked off at the bench. */
export interface Ticked {
  /** True where a step was done for a pass. */
  isDone(name: string, pass: number): boolean;
  /** When a step of this name was done last, UTC; null where it was not. */
  lastOf(name: string): string | null;
  /** When boards of a gang were glued up last, for whatever passes, UTC; null where they were not. */
  gluedUp(gangKey: string): string | null;
  /** True where the blade was threaded for a pass of a stack, or some of it was sawn. */
  isAtSaw(stackKey: string): boolean;
  /** How the table was set last, degrees. */
  readonly tiltDegrees: number;
}

/**
 * Adds up the steps that stand. In whatever order two devices are heard, the same steps are done; the table stands as the ledger has
 * it last, whatever their clocks say.
 */
export function tickedIn({ standing }: Pick<WorkDone, 'standing'>): Ticked {
  const passes = new Map<string, Set<number>>();
  const last = new Map<string, string>();
  const glued = new Map<string, string>();
  const atSaw = new Set<string>();
  let tilted: StepDone | null = null;
  for (const event of standing) {
    if (event.kind !== 'step-done') continue;
    const step = stepOf(event);
    if (step === null) continue;
    const name = stepName(step, event.stack, event.phase, event.detail);
    passes.set(name, new Set([...(passes.get(name) ?? []), ...event.passes]));
    if (event.at > (last.get(name) ?? '')) last.set(name, event.at);
    const { detail } = event;
    if (step === 'glue' && detail !== null && event.at > (glued.get(detail) ?? '')) glued.set(detail, event.at);
    if (event.stack !== null && (step === 'thread' || step === 'cut')) atSaw.add(event.stack);
    if (step === 'tilt') tilted = event;
  }
  return {
    isDone: (name, pass) => passes.get(name)?.has(pass) ?? false,
    isAtSaw: (stackKey) => atSaw.has(stackKey),
    lastOf: (name) => last.get(name) ?? null,
    gluedUp: (gangKey) => glued.get(gangKey) ?? null,
    tiltDegrees: Number(tilted?.detail ?? 0),
  };
}
