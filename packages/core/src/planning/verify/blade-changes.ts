import type { BladeChange } from '../model/plan';
import type { Shop } from '../model/shop';
import type { PlannedCut } from '../model/stack';
import { perMm, wearing } from './minutes';
import type { CutsInTurn } from './turns';

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

/** Every cut of a blade in the order it is sawn, once for each pass: cuts of one turn that are sawn equally often, then the next pass. */
function* sawnWith(bladeId: string, sawn: readonly CutsInTurn[], shop: Shop): Generator<SawnOnce> {
  for (const turn of sawn.filter(([{ cut }]) => cut.choice.blade.id === bladeId))
    for (let from = 0, to = 0; from < turn.length; from = to) {
      const times = turn[from]?.times ?? 0;
      while (turn[to]?.times === times) to++;
      for (let pass = 1; pass <= times; pass++)
        for (const { stack, phase, cut } of turn.slice(from, to)) {
          const takes = wearing(cut, shop) * perMm(phase, stack, shop).worn;
          yield { stackKey: stack.key, phaseKey: phase.key, cut, pass, takes };
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
  sawn: readonly CutsInTurn[],
  shop: Shop,
): string[] {
  const isCut = changes.length === TOLD && count > TOLD;
  if (!isCut && count !== changes.length + 1)
    return [`${String(count)} counted with ${String(changes.length)} changes`];
  let [used, next] = [0, 0];
  for (const { stackKey, phaseKey, cut, pass, takes } of sawnWith(bladeId, sawn, shop)) {
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
