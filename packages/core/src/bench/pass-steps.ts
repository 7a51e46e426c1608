import {
  isOutlined,
  nextMinutes,
  passesAhead,
  passesOf,
  phaseMinutes,
  type Phase,
  type PlannedStack,
  type Spell,
} from '../planning';
import { cutDetail, FREED, stepName } from './done';
import { addHoles } from './holes';
import type { BenchStep } from './step';
import { add, byPass, isOpen, type Bench } from './step-list';

/** All passes of what one blade saws of a stack at one tilt, one after the other. */
export function addSpell(
  bench: Bench,
  stack: PlannedStack,
  passes: readonly number[],
  spell: Spell,
  isLast: boolean,
): void {
  const work = stack.phases.map((phase, i) => ({
    phase,
    sawn: sawnInSpell(bench, stack, phase, spell),
    // What is only drilled is done between the phases before and after it.
    isDrilled: phase.cuts.length === 0 && i > 0 && isAfter(spell, stack, i),
    later: stack.phases.slice(i + 1),
  }));
  for (const pass of passes) {
    for (const { phase, sawn, isDrilled, later } of work) {
      if (isOpen(bench, stack, phase, pass)) {
        if (sawn) addCuts(bench, stack, phase, pass, sawn);
        else if (isDrilled) addPhaseHoles(bench, stack, phase, pass);
      } else if (sawn && later.every((next) => isOpen(bench, stack, next, pass))) addFreed(bench, stack, phase, pass);
    }
    if (isLast) addEnd(bench, stack, pass);
  }
}

/** True where the phase that is sawn before the i-th is of this spell, and the next one is not before. */
const isAfter = ({ cuts }: Spell, { phases }: PlannedStack, i: number): boolean => {
  const before = phases.slice(0, i).filter((phase) => phase.cuts.length > 0);
  return cuts.some(({ phase }) => phase.key === before[before.length - 1]?.key);
};

function addPhaseHoles(bench: Bench, stack: PlannedStack, phase: Phase, pass: number): void {
  const i = stack.phases.indexOf(phase);
  const handled = i === 0 ? undefined : bench.handlingOf(stack)[i];
  const { splitStack, holdLayer } = bench.factors;
  const minutes = splitStack * (handled?.splits ?? 0) + holdLayer * (handled?.joins ?? 0);
  if (minutes > 0) add(bench, stack, phase, [pass], { kind: 'split', minutesOf: byPass(minutes) });
  addHoles(bench, [{ stack, phase, passes: [pass] }]);
}

/** What one blade saws of a phase at one tilt, the same for every pass. */
interface SawnInSpell {
  readonly wanted: Pick<BenchStep, 'blade' | 'tiltDegrees'> & { readonly detail: string };
  /** What the blade is threaded for. */
  readonly threadedIds: readonly string[];
  readonly cutIds: readonly string[];
  readonly threadMinutes: number;
  readonly cutMinutes: number;
  readonly finishesPhase: boolean;
}

/** Of a phase what a spell saws; null where that is nothing. */
function sawnInSpell({ factors }: Bench, stack: PlannedStack, phase: Phase, spell: Spell): SawnInSpell | null {
  const cuts = spell.cuts.filter((one) => one.phase.key === phase.key).map(({ cut }) => cut);
  if (cuts.length === 0) return null;
  const { blade, tiltDegrees } = spell;
  const { threading, cutting, corners } = phaseMinutes({ ...phase, cuts }, stack, factors);
  const next = isOutlined({ cuts }) ? nextMinutes(stack, factors, passesOf(stack)) : 0;
  return {
    wanted: { detail: `${blade.id} ${String(tiltDegrees)}`, blade, tiltDegrees },
    threadedIds: cuts.filter(({ kind }) => kind === 'inside').map(({ cutId }) => cutId),
    cutIds: cuts.map(({ cutId }) => cutId),
    threadMinutes: threading,
    cutMinutes: cutting + corners + next,
    finishesPhase: phase.cuts[phase.cuts.length - 1]?.cutId === cuts[cuts.length - 1]?.cutId,
  };
}

/** The cuts of one phase of one pass with one blade: what comes before them, the blade through its hole, the cut. */
function addCuts(bench: Bench, stack: PlannedStack, phase: Phase, pass: number, sawn: SawnInSpell): void {
  const { wanted, threadedIds, cutIds, finishesPhase } = sawn;
  if (phase !== stack.phases[0]) addPhaseHoles(bench, stack, phase, pass);
  if (threadedIds.length > 0)
    add(bench, stack, phase, [pass], {
      ...wanted,
      kind: 'thread',
      cutIds: threadedIds,
      minutesOf: byPass(sawn.threadMinutes),
    });
  const isSawn = (id: string): boolean =>
    bench.ticked.isDone(stepName('cut', stack.key, phase.key, cutDetail(id)), pass);
  add(bench, stack, phase, [pass], {
    ...wanted,
    kind: 'cut',
    cutIds,
    sawnCutIds: bench.ticked.isAtSaw(stack.key) ? cutIds.filter(isSawn) : [],
    minutesOf: byPass(sawn.cutMinutes),
    finishesPhase,
  });
  if (finishesPhase) addFreed(bench, stack, phase, pass);
}

/** Layers that their outline has freed are taken apart before anything else is done to them. */
function addFreed(bench: Bench, stack: PlannedStack, phase: Phase, pass: number): void {
  const frees = bench.handlingOf(stack)[stack.phases.indexOf(phase)]?.frees ?? 0;
  const minutesOf = byPass(bench.factors.splitStack * frees);
  if (frees > 0) add(bench, stack, phase, [pass], { kind: 'split', detail: FREED, minutesOf });
}

/** After the last cut of a pass: what holds it comes off, and the first of a stack is tried before the others are sawn. */
function addEnd(bench: Bench, stack: PlannedStack, pass: number): void {
  add(bench, stack, null, [pass], { kind: 'peel', minutesOf: byPass(bench.peelMinutesOf(stack)) });
  if (stack.done.length === 0 && pass === passesAhead(stack)[0])
    add(bench, stack, null, [pass], { kind: 'check', minutesOf: byPass(0) });
}

/** Passes that are sawn, and stuck at the bench before, and not yet taken off. */
export function addUnpeeled(bench: Bench, stack: PlannedStack): void {
  const stuck = stepName('stick', stack.key, null, null);
  for (const pass of stack.done.filter((one) => bench.ticked.isDone(stuck, one))) {
    add(bench, stack, null, [pass], { kind: 'peel', minutesOf: byPass(bench.peelMinutesOf(stack)) });
    if (pass === Math.min(...stack.done)) add(bench, stack, null, [pass], { kind: 'check', minutesOf: byPass(0) });
  }
}

/** A stack of which nothing is left to saw but holes to drill. */
export function addDrilledOnly(bench: Bench, stack: PlannedStack): void {
  for (const pass of passesAhead(stack)) {
    for (const phase of stack.phases.slice(1))
      if (isOpen(bench, stack, phase, pass)) addPhaseHoles(bench, stack, phase, pass);
    addEnd(bench, stack, pass);
  }
}
