import { factorsInForce } from '../model/factors';
import type { Plan, PlannedStack } from '../model/plan';
import type { Shop } from '../model/shop';
import type { Phase, PlannedCut } from '../model/stack';
import { timesOf } from './minutes';

/** A cut that is still to be sawn, and how often. */
export interface CutToSaw {
  readonly stack: PlannedStack;
  readonly phase: Phase;
  readonly cut: PlannedCut;
  readonly times: number;
}

/** Cuts of a stack that follow each other with one blade at one tilt. */
export type CutsInTurn = readonly [CutToSaw, ...CutToSaw[]];

const isOneSetting = ({ cut: one }: CutToSaw, { cut: other }: CutToSaw): boolean =>
  one.choice.blade.id === other.choice.blade.id && one.rule.tiltDegrees === other.rule.tiltDegrees;

function inTurnsOf(stack: PlannedStack): CutsInTurn[] {
  const turns: [CutToSaw, ...CutToSaw[]][] = [];
  for (const phase of stack.phases)
    for (const cut of phase.cuts) {
      const one = { stack, phase, cut, times: timesOf(stack, phase) };
      const last = turns[turns.length - 1];
      if (one.times === 0) continue;
      if (last && isOneSetting(last[0], one)) last.push(one);
      else turns.push([one]);
    }
  return turns;
}

/**
 * What the turns of a plan saw, in their order; null where that is not each stack's own cuts in their own order, all of them and
 * nothing else.
 */
export function sawnInTurns({ bladeTurns }: Plan, toSaw: readonly PlannedStack[]): CutsInTurn[] | null {
  const left = new Map(toSaw.map((stack) => [stack.key, inTurnsOf(stack)]));
  const sawn: CutsInTurn[] = [];
  for (const { blade, spells } of bladeTurns)
    for (const { stackKey, tiltDegrees } of spells) {
      const next = left.get(stackKey)?.shift();
      if (next?.[0].cut.choice.blade.id !== blade.id || next[0].cut.rule.tiltDegrees !== tiltDegrees) return null;
      sawn.push(next);
    }
  return [...left.values()].every((rest) => rest.length === 0) ? sawn : null;
}

/** The same cuts with each stack sawn to its end before the next. */
export const stackByStack = (toSaw: readonly PlannedStack[]): CutsInTurn[] => toSaw.flatMap(inTurnsOf);

/** Minutes of putting blades in and setting the table over cuts in an order; the one in the saw is in it, and the table level. */
export function changingMinutes(turns: readonly CutsInTurn[], { factors }: Shop): number {
  const { changeBlade, setTilt } = factorsInForce(factors);
  let inSaw = turns.find(([{ cut }]) => cut.choice.blade.inSaw)?.[0].cut.choice.blade.id;
  let [table, minutes] = [0, 0];
  for (const [{ cut }] of turns) {
    if (cut.choice.blade.id !== inSaw) minutes += changeBlade;
    if (cut.rule.tiltDegrees !== table) minutes += setTilt;
    [inSaw, table] = [cut.choice.blade.id, cut.rule.tiltDegrees];
  }
  return minutes;
}
