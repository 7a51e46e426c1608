import type { BladeChange, PlannedStack } from '../model/plan';
import type { Shop } from '../model/shop';
import type { PlannedCut } from '../model/stack';
import { perMm, timesOf, wearing } from './minutes';

/** Shares of a life are sums of many. */
const NEAR = 1e-6;
/** Changes told one by one; of more only the number is known. */
const TOLD = 50;

interface SawnOnce {
  readonly stackKey: string;
  readonly phaseKey: string;
  readonly cut: PlannedCut;
  readonly pass: number;
  /** Share of a life that it takes. */
  readonly takes: number;
}

/** Every cut of a blade in the order it is sawn, once for each pass: cuts that follow each other, then the next pass. */
function* sawnWith(bladeId: string, stacks: readonly PlannedStack[], shop: Shop): Generator<SawnOnce> {
  for (const stack of stacks) {
    const cuts = stack.phases.flatMap((phase) => {
      const times = timesOf(stack, phase);
      const { worn } = perMm(phase, stack, shop);
      return times === 0
        ? []
        : phase.cuts.map((cut) => ({ phaseKey: phase.key, cut, times, takes: wearing(cut, shop) * worn }));
    });
    for (let from = 0; from < cuts.length;) {
      const first = cuts[from];
      let to = from + 1;
      const isSpell = (i: number): boolean =>
        cuts[i]?.cut.choice.blade.id === first?.cut.choice.blade.id && cuts[i]?.times === first?.times;
      while (isSpell(to)) to++;
      if (first?.cut.choice.blade.id === bladeId)
        for (let pass = 1; pass <= first.times; pass++)
          for (const { times: _times, ...one } of cuts.slice(from, to)) yield { stackKey: stack.key, pass, ...one };
      from = to;
    }
  }
}

/**
 * The changes of a blade against what each cut takes of its life: no blade is sawn on with when it is dull, none is thrown away
 * with a quarter of its life left but where it is used up within a cut, and as many are counted as are changed.
 */
export function changesWrong(
  bladeId: string,
  changes: readonly BladeChange[],
  count: number,
  stacks: readonly PlannedStack[],
  shop: Shop,
): string[] {
  const isCut = changes.length === TOLD && count > TOLD;
  if (!isCut && count !== changes.length + 1)
    return [`${String(count)} counted with ${String(changes.length)} changes`];
  let [used, next] = [0, 0];
  for (const { stackKey, phaseKey, cut, pass, takes } of sawnWith(bladeId, stacks, shop)) {
    let sawnMm = 0;
    for (let change = changes[next]; change; change = changes[next]) {
      const { afterMm } = change;
      const isHere =
        change.stackKey === stackKey &&
        change.phaseKey === phaseKey &&
        change.cutId === cut.cutId &&
        change.pass === pass;
      if (!isHere) break;
      const { lengthMm } = cut.measure;
      if (!(afterMm >= sawnMm - NEAR && afterMm <= lengthMm + NEAR)) return ['is changed off the line'];
      used += ((afterMm - sawnMm) / lengthMm) * takes;
      if (used > 1 + NEAR) return ['is sawn on with when it is dull'];
      if (used < (afterMm === 0 ? 0.75 : 1) - NEAR) return ['is changed before it is worn'];
      [used, sawnMm, next] = [0, afterMm, next + 1];
    }
    if (isCut && next === changes.length) return [];
    used += takes * (1 - sawnMm / cut.measure.lengthMm);
    if (used > 1 + NEAR) return ['is sawn on with when it is dull'];
  }
  return next === changes.length ? [] : ['is changed where it is not in the saw'];
}
