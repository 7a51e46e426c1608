import type { Blade } from '../blades';
import type { BladeTurn } from './model/plan';
import type { Stack } from './model/stack';

/** The blades of a stack in the order its cuts use them; all its passes are sawn with one before the next is put in. */
export function bladesInOrder(stack: Stack): Blade[] {
  const blades: Blade[] = [];
  for (const { choice } of stack.cuts) {
    if (blades[blades.length - 1]?.id !== choice.blade.id) blades.push(choice.blade);
  }
  return blades;
}

/**
 * The order to saw in: go on with a stack that starts with the blade in the saw, else with the one given first.
 * Stacks with nothing left to cut come last, in the order given.
 */
export function orderStacks(stacks: readonly Stack[]): Stack[] {
  const waiting = stacks.filter((stack) => stack.passesToCut > 0);
  const ordered: Stack[] = [];
  let mounted: string | undefined;
  while (waiting.length > 0) {
    const same = waiting.findIndex((stack) => bladesInOrder(stack)[0]?.id === mounted);
    const [next] = waiting.splice(Math.max(0, same), 1);
    if (!next) break;
    ordered.push(next);
    mounted = bladesInOrder(next).at(-1)?.id;
  }
  return [...ordered, ...stacks.filter((stack) => stack.passesToCut === 0)];
}

/** Which blade is in the saw when, over stacks already in order. */
export function bladeTurns(ordered: readonly Stack[]): BladeTurn[] {
  const turns: { blade: Blade; stackKeys: string[] }[] = [];
  for (const stack of ordered) {
    if (stack.passesToCut === 0) continue;
    for (const blade of bladesInOrder(stack)) {
      const last = turns[turns.length - 1];
      if (last?.blade.id === blade.id) last.stackKeys.push(stack.key);
      else turns.push({ blade, stackKeys: [stack.key] });
    }
  }
  return turns;
}
