import { type HardnessClass, hardnessClass } from '../wood';
import { factorsInForce, type FactorValues } from './model/factors';
import type { BladeTurn, BladeUse, Minutes } from './model/plan';
import type { Shop } from './model/shop';
import type { PlannedCut, SawnStack, Stack } from './model/stack';

export const NO_MINUTES: Minutes = { pattern: 0, drilling: 0, threading: 0, cutting: 0, corners: 0, changing: 0 };

/** All hands-on minutes of an estimate. */
export const totalMinutes = (minutes: Minutes): number =>
  minutes.pattern + minutes.drilling + minutes.threading + minutes.cutting + minutes.corners + minutes.changing;

export const addMinutes = (a: Minutes, b: Minutes): Minutes => ({
  pattern: a.pattern + b.pattern,
  drilling: a.drilling + b.drilling,
  threading: a.threading + b.threading,
  cutting: a.cutting + b.cutting,
  corners: a.corners + b.corners,
  changing: a.changing + b.changing,
});

const RATE: Readonly<Record<HardnessClass, 'sawSoft' | 'sawMedium' | 'sawHard'>> = {
  soft: 'sawSoft',
  medium: 'sawMedium',
  hard: 'sawHard',
};
const LIFE: Readonly<Record<HardnessClass, 'lifeSoft' | 'lifeMedium' | 'lifeHard'>> = {
  soft: 'lifeSoft',
  medium: 'lifeMedium',
  hard: 'lifeHard',
};

/** Minutes of one pass of a stack, without changing blades. */
export function passMinutes(stack: SawnStack, shop: Shop): Minutes {
  const factors = factorsInForce(shop.factors);
  const hardness = hardnessClass(stack.gang.wood.hardnessN);
  const sum = (of: (cut: PlannedCut) => number): number => stack.cuts.reduce((total, cut) => total + of(cut), 0);
  return {
    pattern: factors.stickPattern * patternsPerPass(stack) + factors.holdLayer * (stack.layers - 1),
    drilling: drilling(stack, factors),
    threading: factors.threadBlade * stack.pierceHoles,
    cutting: sum((cut) => cut.times * (cut.measure.lengthMm / feed(cut, hardness, factors))),
    corners: sum((cut) => cut.times * cut.measure.corners * factors.turnCorner),
    changing: 0,
  };
}

/** The drill is set up for each bit; holes that stay go through all layers at once. */
function drilling({ pierceHoles, pierceBits, gang }: SawnStack, { setUpDrill, drillHole }: FactorValues): number {
  const bits = gang.drilled.length + pierceBits.length;
  const holes = pierceHoles + gang.drilled.reduce((sum, { count }) => sum + count, 0);
  return setUpDrill * bits + drillHole * holes;
}

/** Each layer needs its own pattern where the stack is split before the inside cuts. */
export const patternsPerPass = (stack: SawnStack): number => Math.max(1, ...stack.cuts.map(({ times }) => times));

/** How fast a line is followed, mm/min: the cut face a minute over the height, but never faster than a hand follows. */
function feed(cut: PlannedCut, hardness: HardnessClass, factors: FactorValues): number {
  const steady = Math.min(factors.fastestFeed, factors[RATE[hardness]] / cut.heightMm);
  return cut.choice.strained ? steady * factors.strainedShare : steady;
}

/** Cut face of one pass along a cut, mm2. */
const cutFace = ({ measure, heightMm, times }: PlannedCut): number => measure.lengthMm * heightMm * times;

/** Cut face that a blade lasts in the wood of a stack, mm2. */
const bladeLife = ({ gang }: SawnStack, factors: FactorValues): number =>
  factors[LIFE[hardnessClass(gang.wood.hardnessN)]];

/** Blades that one pass wears out, by the share of its life that each cut takes from one. */
export function bladesWorn(stack: SawnStack, shop: Shop): number {
  const life = bladeLife(stack, factorsInForce(shop.factors));
  return stack.cuts.reduce((worn, cut) => worn + cutFace(cut) / life, 0);
}

/** The blades the remaining passes wear out, in the order they are first used. */
export function bladeUses(turns: readonly BladeTurn[], stacks: readonly Stack[], shop: Shop): BladeUse[] {
  const factors = factorsInForce(shop.factors);
  const blades = new Map(turns.map(({ blade }) => [blade.id, blade]));
  return [...blades.values()].map((blade) => {
    let [faceAreaMm2, worn] = [0, 0];
    for (const stack of stacks) {
      const life = bladeLife(stack, factors);
      for (const cut of stack.cuts) {
        if (cut.choice.blade.id !== blade.id) continue;
        const area = cutFace(cut) * stack.passesToCut;
        faceAreaMm2 += area;
        worn += area / life;
      }
    }
    const count = Math.max(1, Math.ceil(worn));
    // A worn blade is changed in the middle of a turn; a part-worn one is kept and put in again.
    return { blade, faceAreaMm2, count, mounts: turns.filter((turn) => turn.blade.id === blade.id).length + count - 1 };
  });
}
