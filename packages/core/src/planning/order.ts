import type { Blade } from '../blades';
import type { BladeTurn } from './model/plan';
import { timesToSaw } from './estimate';
import type { PlannedCut, Stack } from './model/stack';

/** The blades of a stack in the order its cuts use them; all its passes are sawn with one before the next is put in. */
export function bladesInOrder({ phases }: Pick<Stack, 'phases'>): Blade[] {
  const blades: Blade[] = [];
  for (const { choice } of phases.flatMap(({ cuts }) => cuts)) {
    if (blades[blades.length - 1]?.id !== choice.blade.id) blades.push(choice.blade);
  }
  return blades;
}

/** True where something of a stack is still to be sawn: whole passes, or what is left of those begun. */
export const isToSaw = (stack: Stack): boolean => stack.passesToCut > 0 || stack.begun.length > 0;

/** The cuts of a stack that are still to be sawn, in order. */
const cutsToCome = (stack: Stack): PlannedCut[] =>
  stack.phases.filter((phase) => timesToSaw(stack, phase) > 0).flatMap(({ cuts }) => cuts);

/**
 * The order to saw in: go on with a stack that starts with the blade in the saw, best at the tilt of the table, else with the one
 * given first.
 * Stacks with nothing left to cut come last, in the order given.
 */
export function orderStacks(stacks: readonly Stack[]): Stack[] {
  const waiting = stacks.filter(isToSaw).map((stack) => ({ stack, cuts: cutsToCome(stack) }));
  const ordered: Stack[] = [];
  let last: PlannedCut | undefined;
  const isIn = ({ choice: { blade } }: PlannedCut): boolean => (last ? blade.id === last.choice.blade.id : blade.inSaw);
  while (waiting.length > 0) {
    const goesOn = (isSame: (first: PlannedCut) => boolean): number =>
      waiting.findIndex(({ cuts: [first] }) => first !== undefined && isSame(first));
    const atTilt = goesOn((first) => isIn(first) && first.rule.tiltDegrees === (last?.rule.tiltDegrees ?? 0));
    const same = atTilt >= 0 ? atTilt : goesOn(isIn);
    const [next] = waiting.splice(Math.max(0, same), 1);
    if (!next) break;
    ordered.push(next.stack);
    last = next.cuts.at(-1);
  }
  return [...ordered, ...stacks.filter((stack) => !isToSaw(stack))];
}

/** Which blade is in the saw when, over stacks already in order. */
export function bladeTurns(ordered: readonly Stack[]): BladeTurn[] {
  const turns: { blade: Blade; stackKeys: string[]; tiltsDegrees: number[] }[] = [];
  for (const stack of ordered)
    for (const { choice, rule } of cutsToCome(stack)) {
      const last = turns[turns.length - 1];
      const { blade } = choice;
      const turn = last?.blade.id === blade.id ? last : { blade, stackKeys: [], tiltsDegrees: [] };
      if (turn !== last) turns.push(turn);
      if (turn.stackKeys[turn.stackKeys.length - 1] !== stack.key) turn.stackKeys.push(stack.key);
      if (turn.tiltsDegrees[turn.tiltsDegrees.length - 1] !== rule.tiltDegrees)
        turn.tiltsDegrees.push(rule.tiltDegrees);
    }
  return turns;
}
