import { gangOfLayer, isToSaw, layersInHand, type Plan, type PlannedStack } from '../planning';

/** What a plan makes of pieces of one part that were spoiled. */
export interface MakeUp {
  readonly partId: string;
  readonly partName: string;
  /** Spares that took their place. */
  readonly bySpares: number;
  /** Pieces that are sawn for it again. */
  readonly again: number;
  /** Where: stacks that have more layers of the part to saw than before, with the passes they have now. */
  readonly stacks: readonly { readonly stack: PlannedStack; readonly isNew: boolean }[];
}

/** Compares the plan before something was spoiled with the one after, for the parts whose spoiled count grew. */
export function makeUpOf(before: Plan, after: Plan): MakeUp[] {
  return after.parts.flatMap((now): MakeUp[] => {
    const then = before.parts.find(({ partId }) => partId === now.partId);
    const spoiled = now.spoiled - (then?.spoiled ?? 0);
    if (!then || spoiled <= 0) return [];
    const bySpares = Math.min(spoiled, Math.max(0, then.sparesLeft - now.sparesLeft));
    const stacks = after.stacks.filter(isToSaw).flatMap((stack) => {
      const old = before.stacks.find(({ key }) => key === stack.key);
      const more = layersAhead(stack, now.partId) - (old ? layersAhead(old, now.partId) : 0);
      return more > 0 ? [{ stack, isNew: !old || !isToSaw(old) }] : [];
    });
    return [{ partId: now.partId, partName: now.partName, bySpares, again: spoiled - bySpares, stacks }];
  });
}

/** Layers of a part that a stack is still to give, in its passes to saw and in those in hand. */
function layersAhead(stack: PlannedStack, partId: string): number {
  const hasPart = (id: string): boolean => gangOfLayer(id, stack).parts.some((part) => part.partId === partId);
  const own = stack.layers.filter(({ id }) => hasPart(id)).length;
  return stack.passesToCut * own + layersInHand(stack).filter(hasPart).length;
}
