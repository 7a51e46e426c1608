import { wearingMm } from '../blades';
import { sawnPerMm, timesToSaw } from './estimate';
import { economyOf, factorsInForce, type FactorValues } from './model/factors';
import type { BladeChange, BladeTurn, BladeUse } from './model/plan';
import type { Shop } from './model/shop';
import type { Phase, PlannedCut, Stack } from './model/stack';
import type { Spell } from './schedule';
import { snapMm } from '../units';
import { slantOf } from './tilt';

/** A blade is changed before a cut that would wear it out where so much of its life is used; else it is used up in the cut. */
const CHANGED_EARLY = 0.75;
/** Sums of shares are whole to this much. */
const ROUNDING = 1e-9;
/** More changes of a blade than these are counted and not told one by one. */
const MOST_TOLD = 50;

/** A cut as it wears a blade out. */
interface WornBy {
  readonly stackKey: string;
  readonly phaseKey: string;
  readonly cut: PlannedCut;
  /** Share of a blade that it takes each time. */
  readonly share: number;
}

/** Cuts that follow each other in each pass, and how many passes there are. */
interface Passes {
  readonly cuts: readonly WornBy[];
  readonly times: number;
}

/** The blades the remaining passes wear out, in the order they are first used. */
export function bladeUses(turns: readonly BladeTurn[], spells: readonly Spell[], shop: Shop): BladeUse[] {
  const factors = factorsInForce(shop.factors);
  const used = new Map(turns.map(({ blade }) => [blade.id, { blade, faceAreaMm2: 0 }]));
  for (const { stack, blade, cuts } of spells)
    for (const { phase, cut } of cuts) {
      const use = used.get(blade.id);
      if (!use) throw new Error(`blade ${blade.id} has no turn`);
      const sawnMm = cut.measure.lengthMm * slantOf(cut.rule) * timesToSaw(stack, phase);
      use.faceAreaMm2 += sawnMm * sawnPerMm(phase, stack, factors).woodMm;
    }
  return [...used.values()].map(({ blade, faceAreaMm2 }) => {
    const { changes, count } = bladeChanges(blade.id, spells, factors);
    // A worn blade is changed in the middle of a turn; a part-worn one is kept and put in again.
    const own = turns.filter((turn) => turn.blade.id === blade.id).length;
    // The one that is in the saw already need not be put in.
    const isIn = blade.inSaw && turns[0]?.blade.id === blade.id ? 1 : 0;
    return { blade, faceAreaMm2, count: count + 1, changes, mounts: own + count - isIn };
  });
}

/**
 * Where a blade is changed for a new one over the spells in order, so that no cut is sawn on with a dull one: before a cut that
 * would wear it out where most of its life is used, else within that cut, where its life ends. A blade that is part-worn when
 * another is put in is kept and goes on later.
 */
function bladeChanges(bladeId: string, spells: readonly Spell[], factors: FactorValues): BladeChangesOf {
  const changes: BladeChange[] = [];
  let [used, count] = [0, 0];
  const change = (worn: WornBy, pass: number, afterMm: number): void => {
    count++;
    used = 0;
    const { stackKey, phaseKey, cut } = worn;
    if (changes.length < MOST_TOLD)
      changes.push({ stackKey, phaseKey, cutId: cut.cutId, pass, afterMm: snapMm(afterMm) });
  };
  for (const { cuts, times } of passesWith(bladeId, spells, factors)) {
    const ofPass = cuts.reduce((sum, { share }) => sum + share, 0);
    for (let pass = 1; pass <= times; pass++) {
      // Passes that the blade lasts through are taken at once.
      const whole =
        ofPass > 0 ? Math.min(times - pass + 1, Math.floor((1 - used) / ofPass + ROUNDING)) : times - pass + 1;
      used += whole * ofPass;
      pass += whole;
      if (pass > times) break;
      for (const worn of cuts) {
        if (used + worn.share <= 1 + ROUNDING) {
          used += worn.share;
          continue;
        }
        if (used >= CHANGED_EARLY) change(worn, pass, 0);
        let left = worn.share;
        while (used + left > 1 + ROUNDING) {
          left -= 1 - used;
          change(worn, pass, worn.cut.measure.lengthMm * (1 - left / worn.share));
        }
        used += left;
      }
    }
  }
  return { changes, count };
}

interface BladeChangesOf {
  /** The first of them, in order. */
  readonly changes: readonly BladeChange[];
  /** How many there are in all. */
  readonly count: number;
}

/** What a blade saws, in order: the cuts of a spell that are sawn equally often, pass by pass. */
function passesWith(bladeId: string, spells: readonly Spell[], factors: FactorValues): Passes[] {
  return spells
    .filter(({ blade }) => blade.id === bladeId)
    .flatMap(({ stack, cuts }) => {
      const passes: { cuts: WornBy[]; times: number }[] = [];
      for (const { phase, cut } of cuts) {
        const times = timesToSaw(stack, phase);
        const last = passes[passes.length - 1];
        const own = last?.times === times ? last : { cuts: [], times };
        if (own !== last) passes.push(own);
        own.cuts.push(wornBy(cut, phase, stack, factors));
      }
      return passes;
    });
}

function wornBy(cut: PlannedCut, phase: Phase, stack: Stack, factors: FactorValues): WornBy {
  const wearing = wearingMm(cut.measure, economyOf(factors)) * slantOf(cut.rule);
  const share = wearing * sawnPerMm(phase, stack, factors).worn;
  return { stackKey: stack.key, phaseKey: phase.key, cut, share };
}
