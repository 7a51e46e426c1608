import { sawingMinutes, wearingMm, woodPace } from '../../blades';
import { compareMm } from '../../units';
import { slantOf, stripsFor } from '../blanks';
import { goesOf, type Handling, handlingOf } from '../phases';
import { demandIn, pliesOf } from './cut-demand';
import { patternMinutes, peelMinutes } from './patterns-on';
import { economyOf, factorsInForce, type FactorValues } from '../model/factors';
import type { Minutes } from '../model/plan';
import type { Shop } from '../model/shop';
import type { Phase, Stack, UnnamedStack } from '../model/stack';

const MINUTES_PER_HOUR = 60;

/** Minutes in money, minor units, by the shop's value of an hour. */
export const worthOf = (minutes: number, { hourValueMinor }: Pick<Shop, 'hourValueMinor'>): number =>
  (minutes / MINUTES_PER_HOUR) * hourValueMinor;

export const NO_MINUTES: Minutes = {
  pattern: 0,
  drilling: 0,
  threading: 0,
  cutting: 0,
  corners: 0,
  changing: 0,
  gluing: 0,
};

/** All hands-on minutes of an estimate. */
export const totalMinutes = (minutes: Minutes): number =>
  minutes.pattern +
  minutes.drilling +
  minutes.threading +
  minutes.cutting +
  minutes.corners +
  minutes.changing +
  minutes.gluing;

export const addMinutes = (a: Minutes, b: Minutes): Minutes => ({
  pattern: a.pattern + b.pattern,
  drilling: a.drilling + b.drilling,
  threading: a.threading + b.threading,
  cutting: a.cutting + b.cutting,
  corners: a.corners + b.corners,
  changing: a.changing + b.changing,
  gluing: a.gluing + b.gluing,
});

export const timesMinutes = (minutes: Minutes, times: number): Minutes => ({
  pattern: minutes.pattern * times,
  drilling: minutes.drilling * times,
  threading: minutes.threading * times,
  cutting: minutes.cutting * times,
  corners: minutes.corners * times,
  changing: minutes.changing * times,
  gluing: minutes.gluing * times,
});

/** Sizes that differ by no more are drilled with one bit, mm: a drawing has 6.35, 6.3500001 or 6.3 for a quarter of an inch. */
const ONE_BIT = 0.05;

/** The bit of each size of hole, mm: of sizes that one bit makes the smallest. */
export function bitOfSizes(diametersMm: readonly number[]): ReadonlyMap<number, number> {
  const bits = new Map<number, number>();
  let bit = -Infinity;
  for (const size of [...diametersMm].sort((a, b) => a - b)) {
    if (compareMm(size - bit, ONE_BIT) > 0) bit = size;
    bits.set(size, bit);
  }
  return bits;
}

/** Bits of a phase with the holes each makes in one pass, smallest first: for holes that stay, and for those the blade goes through. */
export function bitsOf(phases: readonly Phase[]): { readonly diameterMm: number; readonly count: number }[] {
  const counts = new Map<number, number>();
  const sizes = phases.flatMap((phase) => [...phase.pierceBits, ...phase.holes].map(({ diameterMm }) => diameterMm));
  const bits = bitOfSizes(sizes);
  const add = (diameterMm: number, count: number): void => {
    const bit = bits.get(diameterMm) ?? diameterMm;
    counts.set(bit, (counts.get(bit) ?? 0) + count);
  };
  for (const phase of phases) {
    for (const { diameterMm, count } of phase.pierceBits) add(diameterMm, count);
    for (const { diameterMm } of phase.holes) add(diameterMm, goesOf(phase));
  }
  return [...counts].sort(([a], [b]) => a - b).map(([diameterMm, count]) => ({ diameterMm, count }));
}

/**
 * Minutes of one pass of a stack, all phases, without changing blades. Where so many passes lie side by side each has its share of what
 * is done once for a blank.
 */
export function passMinutes(stack: UnnamedStack, shop: Shop, passes = 1): Minutes {
  const factors = factorsInForce(shop.factors);
  const handled = handlingOf(stack);
  const patterns = patternMinutes(stack, factors, undefined, handled);
  const handling = patterns + factors.holdLayer * handled.joins + factors.splitStack * handled.splits;
  const alone = stack.phases
    .map((phase) => phaseMinutes(phase, stack, factors))
    .reduce(addMinutes, { ...NO_MINUTES, pattern: handling });
  const blanks = stripsFor(stack.strip, passes);
  if (blanks === passes) return alone;
  const spared = 1 - blanks / passes;
  const once = readyMinutes(stack, factors, handled);
  return addMinutes(
    { ...alone, cutting: alone.cutting + nextMinutes(stack, factors, passes) },
    timesMinutes(once, -spared),
  );
}

/** What is done once for passes that lie side by side: the pattern on, layers held to each other, the drill set up for each bit. */
function readyMinutes(stack: UnnamedStack, factors: FactorValues, handled: Handling): Minutes {
  const on = patternMinutes(stack, factors, undefined, handled) - peelMinutes(stack, handled);
  const bits = stack.phases.reduce((sum, phase) => sum + bitsOf([phase]).length, 0);
  return { ...NO_MINUTES, pattern: on + factors.holdLayer * handled.joins, drilling: factors.setUpDrill * bits };
}

/** Of a phase what is drilled, threaded and sawn; the drill is set up for each bit. */
export function phaseMinutes(phase: Phase, stack: UnnamedStack, factors: FactorValues): Minutes {
  const goes = goesOf(phase);
  const economy = economyOf(factors);
  const demandOfCut = demandIn(phase, stack, economy);
  const sawn = phase.cuts.map((cut) => sawingMinutes(demandOfCut(cut), cut.choice.blade, economy));
  const bits = bitsOf([phase]);
  const holes = bits.reduce((total, { count }) => total + count, 0);
  return {
    ...NO_MINUTES,
    drilling: factors.setUpDrill * bits.length + factors.drillHole * holes,
    // Through one of its holes, however many it has.
    threading: factors.threadBlade * goes * phase.cuts.filter(({ entries }) => entries > 0).length,
    cutting: sawn.reduce((total, { cutting }) => total + goes * cutting, 0),
    corners: sawn.reduce((total, { corners }) => total + goes * corners, 0),
  };
}

/** All layers of a phase: mm of wood sawn for each mm of a line sawn square, and the share of a blade's life that it takes. */
export function sawnPerMm(
  { layerIds }: Phase,
  stack: UnnamedStack,
  factors: FactorValues,
): { readonly woodMm: number; readonly worn: number } {
  const plies = pliesOf(layerIds, stack);
  const woodMm = plies.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0);
  return { woodMm, worn: woodPace(plies, economyOf(factors)).wornPerMm };
}

/** What the blades cost that one pass wears out, with their changes, minor units: each cut takes a share of the life of its own. */
export function wornWorth(stack: UnnamedStack, shop: Shop): number {
  const factors = factorsInForce(shop.factors);
  const economy = economyOf(factors);
  return stack.phases.reduce((sum, phase) => {
    const { worn } = sawnPerMm(phase, stack, factors);
    return phase.cuts.reduce((total, { measure, rule, choice: { blade } }) => {
      const price = (blade.priceMinor ?? factors.bladePrice) + worthOf(factors.changeBlade, shop);
      return total + wearingMm(measure, economy) * slantOf(rule) * worn * price;
    }, sum);
  }, 0);
}

/** Minutes of so many passes of a phase that are begun: those that lie side by side are drilled in one go. */
export function begunMinutes(phase: Phase, stack: UnnamedStack, factors: FactorValues, passes: number): Minutes {
  const all = timesMinutes(phaseMinutes(phase, stack, factors), passes);
  const spared = (passes - stripsFor(stack.strip, passes)) * bitsOf([phase]).length * factors.setUpDrill;
  const next = isOutlined(phase) ? passes * nextMinutes(stack, factors, passes) : 0;
  return { ...all, drilling: all.drilling - spared, cutting: all.cutting + next };
}

/** True of the phase that frees a part, after which the next on its blank is begun. */
export const isOutlined = ({ cuts }: Pick<Phase, 'cuts'>): boolean => cuts.some(({ kind }) => kind === 'outside');

/** Minutes that a pass takes for going on from the part before it on its blank; on the average of so many passes. */
export const nextMinutes = (
  { strip }: Pick<UnnamedStack, 'strip'>,
  { nextOnBlank }: Pick<FactorValues, 'nextOnBlank'>,
  passes: number,
): number => nextOnBlank * (1 - stripsFor(strip, passes) / passes);

/** How often a phase is still to be sawn: in the passes to cut, and in those begun without it. */
export const timesToSaw = ({ passesToCut, begun }: Stack, { key }: Phase): number =>
  passesToCut + begun.filter(({ phases }) => !phases.includes(key)).length;
