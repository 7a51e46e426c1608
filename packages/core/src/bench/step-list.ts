import type { passesByNumber } from '../ledger';
import {
  isPhaseDone,
  type BegunPass,
  type FactorValues,
  type handlingByPhase,
  type Phase,
  type Plan,
  type PlannedStack,
} from '../planning';
import type { cautionsByStep } from './cautions';
import { stepName, type Ticked } from './done';
import type { BenchStep } from './step';

/** The steps that are being put together, and what they are made from. */
export interface Bench {
  readonly plan: Plan;
  readonly ticked: Ticked;
  readonly factors: FactorValues;
  /** What is the same for every pass of a stack, worked out once for each; of its marks, by the number of the pass. */
  readonly marksOf: (stack: PlannedStack) => ReturnType<typeof passesByNumber>;
  readonly handlingOf: (stack: PlannedStack) => ReturnType<typeof handlingByPhase>;
  readonly begunOf: (stack: PlannedStack) => ReadonlyMap<number, BegunPass>;
  readonly peelMinutesOf: (stack: PlannedStack) => number;
  readonly cautionsOf: (stack: PlannedStack) => ReturnType<typeof cautionsByStep>;
  readonly steps: BenchStep[];
  /** mm; null before the first hole. */
  bitInDrill: number | null;
}

/** Answers once for each stack, and remembers it. */
export function once<T>(of: (stack: PlannedStack) => T): (stack: PlannedStack) => T {
  const known = new Map<PlannedStack, T>();
  return (stack) => {
    const answer = known.get(stack) ?? of(stack);
    known.set(stack, answer);
    return answer;
  };
}

/** What is said of a step beside stack, phase and passes; the rest is as of a bare one. */
type Wanted = Pick<BenchStep, 'kind'> & {
  /** Minutes for so many passes. */
  readonly minutesOf: (passes: number) => number;
} & Partial<
    Pick<
      BenchStep,
      'cutIds' | 'sawnCutIds' | 'bit' | 'detail' | 'blade' | 'tiltDegrees' | 'waitMinutes' | 'finishesPhase'
    >
  >;

/** So many minutes for each pass. */
export const byPass =
  (minutes: number): Wanted['minutesOf'] =>
  (passes) =>
    minutes * passes;

/** Of no stack and no pass, with nothing in the hand. */
export const BARE_STEP = {
  detail: null,
  stackKey: null,
  phaseKey: null,
  passes: [],
  cutIds: [],
  sawnCutIds: [],
  bit: null,
  blade: null,
  tiltDegrees: 0,
  waitMinutes: 0,
  finishesPhase: false,
} as const;

/** True where a phase of a pass is still to do: neither the plan nor what was marked since says that it is done. */
export function isOpen({ marksOf, begunOf }: Bench, stack: PlannedStack, phase: Phase, pass: number): boolean {
  const begun = begunOf(stack).get(pass);
  if (begun?.phases.includes(phase.key)) return false;
  return !isPhaseDone(phase, stack, marksOf(stack).get(pass) ?? [], begun?.lost ?? []);
}

/** A step of a stack for those of the passes for which it is not done yet; nothing where it is done for all. */
export function add(
  bench: Bench,
  stack: PlannedStack,
  phase: Phase | null,
  passes: readonly number[],
  wanted: Wanted,
): void {
  const { kind, detail = null, bit = null, tiltDegrees = 0, finishesPhase = false } = wanted;
  const phaseKey = phase?.key ?? null;
  const name = stepName(kind, stack.key, phaseKey, detail);
  const isDone = (pass: number): boolean =>
    finishesPhase && phase ? !isOpen(bench, stack, phase, pass) : bench.ticked.isDone(name, pass);
  const open = passes.filter((pass) => !isDone(pass));
  if (open.length === 0) return;
  // Field by field: of tens of thousands of steps, spreading what is wanted took most of the time.
  bench.steps.push({
    key: `${name} ${open.join(',')}`,
    kind,
    stackKey: stack.key,
    phaseKey,
    passes: open,
    detail,
    cutIds: wanted.cutIds ?? [],
    sawnCutIds: wanted.sawnCutIds ?? [],
    bit,
    blade: wanted.blade ?? null,
    tiltDegrees,
    minutes: wanted.minutesOf(open.length),
    waitMinutes: wanted.waitMinutes ?? 0,
    finishesPhase,
    cautions: bench.cautionsOf(stack)(kind, phase, tiltDegrees),
  });
  if (bit) bench.bitInDrill = bit.diameterMm;
}
