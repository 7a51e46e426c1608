import type { Blade } from '../blades';
import type { BladeTurn } from './model/plan';
import { timesToSaw } from './estimate';
import type { Stack } from './model/stack';

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

/** The blades that what is still to be sawn of a stack asks for, in order. */
const bladesToCome = (stack: Stack): Blade[] =>
  bladesInOrder({ phases: stack.phases.filter((phase) => timesToSaw(stack, phase) > 0) });

/**
 * The order to saw in: go on with a stack that starts with the blade in the saw, else with the one given first.
 * Stacks with nothing left to cut come last, in the order given.
 */
export function orderStacks(stacks: readonly Stack[]): Stack[] {
  const waiting = stacks.filter(isToSaw).map((stack) => ({ stack, blades: bladesToCome(stack) }));
  const ordered: Stack[] = [];
  let mounted: string | undefined;
  while (waiting.length > 0) {
    const same = waiting.findIndex(({ blades }) => blades[0]?.id === mounted);
    const [next] = waiting.splice(Math.max(0, same), 1);
    if (!next) break;
    ordered.push(next.stack);
    mounted = next.blades.at(-1)?.id;
  }
  return [...ordered, ...stacks.filter((stack) => !isToSaw(stack))];
}

/** Which blade is in the saw when, over stacks already in order. */
export function bladeTurns(ordered: readonly Stack[]): BladeTurn[] {
  const turns: { blade: Blade; stackKeys: string[] }[] = [];
  for (const stack of ordered) {
    for (const blade of bladesToCome(stack)) {
      const last = turns[turns.length - 1];
      if (last?.blade.id === blade.id) last.stackKeys.push(stack.key);
      else turns.push({ blade, stackKeys: [stack.key] });
    }
  }
  return turns;
}
