import { wearingMm } from '../../blades';
import { snapMm, SAME_SHARE } from '../../units';
import { sawnPerMm, timesToSaw } from '../costs';
import { economyOf, factorsInForce, type FactorValues } from '../model/factors';
import type { BladeChange, BladeTurn, BladeUse } from '../model/plan';
import type { Shop } from '../model/shop';
import type { Phase, PlannedCut } from '../model/stack';
import type { Spell } from './schedule';
import { slantOf } from '../blanks';

/** A blade is changed before a cut that would wear it out where so much of its life is used; else it is used up in the cut. */
const CHANGED_EARLY = 0.75;
/** More changes of a blade than these are counted and not told one by one. */
const MOST_TOLD = 50;

/** A cut as it wears a blade out each time it is sawn. */
interface WornBy {
  readonly stackKey: string;
  readonly phaseKey: string;
  readonly cut: PlannedCut;
  readonly faceMm2: number;
  /** Share of a blade that it takes. */
  readonly share: number;
}

/** Cuts that follow each other in each pass, and how many passes there are. */
interface Passes {
  readonly cuts: readonly WornBy[];
  readonly times: number;
}

/** The blades the remaining passes wear out, in the order they are first used. */
export function bladeUses(turns: readonly BladeTurn[], spells: readonly Spell[], shop: Shop): BladeUse[] {
  const passesOf = passesBy(factorsInForce(shop.factors));
  const used = new Map(turns.map(({ blade }) => [blade.id, { blade, passes: [] as Passes[] }]));
  for (const spell of spells) used.get(spell.blade.id)?.passes.push(...passesOf(spell));
  return [...used.values()].map(({ blade, passes }) => {
    const { changes, count } = bladeChanges(passes);
    const faceAreaMm2 = passes.reduce(
      (sum, { cuts, times }) => cuts.reduce((area, { faceMm2 }) => area + faceMm2 * times, sum),
      0,
    );
    // A worn blade is changed in the middle of a turn; a part-worn one is kept and put in again.
    const own = turns.filter((turn) => turn.blade.id === blade.id).length;
    // The one that is in the saw already need not be put in.
    const isIn = blade.inSaw && turns[0]?.blade.id === blade.id ? 1 : 0;
    return { blade, faceAreaMm2, count: count + 1, changes, mounts: own + count - isIn };
  });
}

/** The cuts of a spell that are sawn equally often, pass by pass; what a phase takes for each mm is reckoned once. */
function passesBy(factors: FactorValues): (spell: Spell) => Passes[] {
  const economy = economyOf(factors);
  const known = new Map<Phase, ReturnType<typeof sawnPerMm>>();
  return ({ stack, cuts }) => {
    const passes: { cuts: WornBy[]; times: number }[] = [];
    for (const { phase, cut } of cuts) {
      const perMm = known.get(phase) ?? sawnPerMm(phase, stack, factors);
      known.set(phase, perMm);
      const slant = slantOf(cut.rule);
      const worn: WornBy = {
        stackKey: stack.key,
        phaseKey: phase.key,
        cut,
        faceMm2: cut.measure.lengthMm * slant * perMm.woodMm,
        share: wearingMm(cut.measure, economy) * slant * perMm.worn,
      };
      const times = timesToSaw(stack, phase);
      const last = passes[passes.length - 1];
      if (last?.times === times) last.cuts.push(worn);
      else passes.push({ cuts: [worn], times });
    }
    return passes;
  };
}

interface BladeChangesOf {
  /** The first of them, in order. */
  readonly changes: readonly BladeChange[];
  /** How many there are in all. */
  readonly count: number;
}

/**
 * Where a blade is changed for a new one over what it saws in order, so that no cut is sawn on with a dull one: before a cut
 * that would wear it out where most of its life is used, else within that cut, where its life ends. A blade that is part-worn
 * when another is put in is kept and goes on later.
 */
function bladeChanges(passes: readonly Passes[]): BladeChangesOf {
  const changes: BladeChange[] = [];
  let [used, count] = [0, 0];
  const change = (worn: WornBy, pass: number, afterMm: number): void => {
    count++;
    used = 0;
    const { stackKey, phaseKey, cut } = worn;
    if (changes.length < MOST_TOLD)
      changes.push({ stackKey, phaseKey, cutId: cut.cutId, pass, afterMm: snapMm(afterMm) });
  };
  for (const { cuts, times } of passes) {
    const ofPass = cuts.reduce((sum, { share }) => sum + share, 0);
    for (let pass = 1; pass <= times; pass++) {
      // Passes that the blade lasts through are taken at once.
      const whole =
        ofPass > 0 ? Math.min(times - pass + 1, Math.floor((1 - used) / ofPass + SAME_SHARE)) : times - pass + 1;
      used += whole * ofPass;
      pass += whole;
      if (pass > times) break;
      for (const worn of cuts) {
        if (used + worn.share <= 1 + SAME_SHARE) {
          used += worn.share;
          continue;
        }
        if (used >= CHANGED_EARLY) change(worn, pass, 0);
        let left = worn.share;
        while (used + left > 1 + SAME_SHARE) {
          left -= 1 - used;
          change(worn, pass, worn.cut.measure.lengthMm * (1 - left / worn.share));
        }
        used += left;
      }
    }
  }
  return { changes, count };
}
