import { passesByNumber, type WorkDone } from '../ledger';
import { isPhaseDone, type FactorValues, type Phase, type Plan, type PlannedStack } from '../planning';
import { cautionsOf } from './cautions';
import { stepName, type Ticked } from './done';
import type { BenchStep } from './step';

/** The steps that are being put together, and what they are made from. */
export interface Bench {
  readonly plan: Plan;
  /** What is marked of the passes of a stack. */
  readonly marksOf: (stackKey: string) => ReturnType<typeof passesByNumber>;
  readonly ticked: Ticked;
  readonly factors: FactorValues;
  readonly steps: BenchStep[];
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

/** Marks by stack, added up once for each: a bench of many passes asks thousands of times. */
export function marksByStack(work: WorkDone): Bench['marksOf'] {
  const known = new Map<string, ReturnType<typeof passesByNumber>>();
  return (stackKey) => {
    const marks = known.get(stackKey) ?? passesByNumber(work, stackKey);
    known.set(stackKey, marks);
    return marks;
  };
}

/** True where a phase of a pass is still to do: neither the plan nor what was marked since says that it is done. */
export function isOpen({ marksOf }: Bench, stack: PlannedStack, phase: Phase, pass: number): boolean {
  const begun = stack.begun.find((one) => one.pass === pass);
  if (begun?.phases.includes(phase.key)) return false;
  return !isPhaseDone(phase, stack, marksOf(stack.key).get(pass) ?? [], begun?.lost ?? []);
}

/** A step of a stack for those of the passes for which it is not done yet; nothing where it is done for all. */
export function add(
  bench: Bench,
  stack: PlannedStack,
  phase: Phase | null,
  passes: readonly number[],
  { minutesOf, ...wanted }: Wanted,
): void {
  const phaseKey = phase?.key ?? null;
  const name = stepName(wanted.kind, stack.key, phaseKey, wanted.detail ?? null);
  const isDone = (pass: number): boolean =>
    wanted.finishesPhase === true && phase ? !isOpen(bench, stack, phase, pass) : bench.ticked.isDone(name, pass);
  const open = passes.filter((pass) => !isDone(pass));
  if (open.length === 0) return;
  bench.steps.push({
    ...BARE_STEP,
    key: `${name} ${open.join(',')}`,
    stackKey: stack.key,
    phaseKey,
    passes: open,
    ...wanted,
    detail: wanted.detail ?? null,
    minutes: minutesOf(open.length),
    cautions: cautionsOf(wanted.kind, stack, phase, wanted.tiltDegrees ?? 0),
  });
}
