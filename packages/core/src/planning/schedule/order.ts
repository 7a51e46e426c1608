import type { Blade } from '../../blades';
import type { BladeTurn } from '../model/plan';
import type { Stack } from '../model/stack';
import { isToSaw, type Spell } from './schedule';

/** The blades of a stack in the order its cuts use them; all its passes are sawn with one before the next is put in. */
export function bladesInOrder({ phases }: Pick<Stack, 'phases'>): Blade[] {
  const blades: Blade[] = [];
  for (const { choice } of phases.flatMap(({ cuts }) => cuts)) {
    if (blades[blades.length - 1]?.id !== choice.blade.id) blades.push(choice.blade);
  }
  return blades;
}

/** Stacks in the order they are first sawn; then those of which only holes are left, and last the finished ones, as they are given. */
export function inOrderOf(spells: readonly Spell[], stacks: readonly Stack[]): Stack[] {
  const ordered = [...new Set(spells.map(({ stack }) => stack))];
  const others = stacks.filter((stack) => !ordered.includes(stack));
  return [...ordered, ...others.filter(isToSaw), ...others.filter((stack) => !isToSaw(stack))];
}

/** Which blade is in the saw when, and what it saws. */
export function bladeTurns(spells: readonly Spell[]): BladeTurn[] {
  const turns: { blade: Blade; spells: { stackKey: string; tiltDegrees: number }[] }[] = [];
  for (const { stack, blade, tiltDegrees } of spells) {
    const last = turns[turns.length - 1];
    const turn = last?.blade.id === blade.id ? last : { blade, spells: [] };
    if (turn !== last) turns.push(turn);
    turn.spells.push({ stackKey: stack.key, tiltDegrees });
  }
  return turns;
}
