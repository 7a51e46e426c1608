import { bitOfSizes, bitsOf, stripsFor, type Phase, type PlannedStack } from '../planning';
import { add, type Bench } from './step-list';

/** A phase that is drilled in so many passes. */
export interface Drilled {
  readonly stack: PlannedStack;
  readonly phase: Phase;
  readonly passes: readonly number[];
}

/** Holes of several phases with as few changes of the bit as can be: each bit once, first the one that is in the drill. */
export function addHoles(bench: Bench, drilled: readonly Drilled[]): void {
  const inDrill = bench.bitInDrill;
  const sizes = drilled.flatMap(({ phase }) => bitsOf([phase]).map(({ diameterMm }) => diameterMm));
  const bits = bitOfSizes(inDrill === null ? sizes : [...sizes, inDrill]);
  const first = inDrill === null ? null : bits.get(inDrill);
  const order = [...new Set(bits.values())].sort((a, b) => Number(b === first) - Number(a === first) || a - b);
  for (const wanted of order)
    for (const { stack, phase, passes } of drilled)
      for (const { diameterMm, count } of bitsOf([phase]))
        if (bits.get(diameterMm) === wanted) addBit(bench, { stack, phase, passes }, count, diameterMm);
}

function addBit(bench: Bench, { stack, phase, passes }: Drilled, holes: number, diameterMm: number): void {
  const { setUpDrill, drillHole } = bench.factors;
  // With the last bit a phase in which nothing is sawn is done.
  const isLast = bitsOf([phase]).slice(-1)[0]?.diameterMm === diameterMm;
  add(bench, stack, phase, passes, {
    kind: 'drill',
    detail: String(diameterMm),
    bit: { diameterMm, holes },
    tiltDegrees: tiltOf(phase),
    minutesOf: (count) => setUpDrill * stripsFor(stack.strip, count) + drillHole * holes * count,
    finishesPhase: phase.cuts.length === 0 && isLast,
  });
}

/** Holes for a tilted cut are drilled at its tilt. */
const tiltOf = ({ cuts }: Phase): number => cuts.find(({ kind }) => kind === 'inside')?.rule.tiltDegrees ?? 0;
