import { layersOfGang } from '../blanks';
import type { PlannedStack } from '../model/plan';
import type { PinnedStack } from '../model/wishes';

/** A stack as it is pinned: its layers by part, and as many passes as it has. */
export const pinOf = (stack: PlannedStack): PinnedStack => ({
  layers: layersByPart(stack),
  passes: stack.passesToCut + stack.begun.length + stack.done.length,
});

const layersByPart = (stack: Pick<PlannedStack, 'gangs' | 'layers'>): PinnedStack['layers'] =>
  stack.gangs.flatMap(({ key, parts: [part] }) =>
    part ? [{ partId: part.partId, count: layersOfGang(key, stack) }] : [],
  );

const keyOf = ({ layers }: Pick<PinnedStack, 'layers'>): string =>
  layers
    .map(({ partId, count }) => `${partId} ${String(count)}`)
    .sort()
    .join();

/** True where two pins are of the same stack, however often each is sawn. */
export const isSamePin = (a: Pick<PinnedStack, 'layers'>, b: Pick<PinnedStack, 'layers'>): boolean =>
  keyOf(a) === keyOf(b);

/**
 * The pins after one layer of a part was moved from one pass of a stack into one pass of another, or into a pass of its own: both
 * passes are pinned as they then are, and one pass less of each is left of what was pinned. Sums of layers stay.
 */
export function pinsAfterMove(
  pins: readonly PinnedStack[],
  from: PlannedStack,
  to: PlannedStack | null,
  partId: string,
): PinnedStack[] {
  const without = changed(layersByPart(from), partId, -1);
  const onto = changed(to ? layersByPart(to) : [], partId, 1);
  const taken = [from, ...(to ? [to] : [])].reduce<readonly PinnedStack[]>(
    (left, stack) => withPasses(left, layersByPart(stack), -1, false),
    pins,
  );
  return withPasses(without.length > 0 ? withPasses(taken, without, 1, true) : taken, onto, 1, true);
}

function changed(layers: PinnedStack['layers'], partId: string, by: number): PinnedStack['layers'] {
  const before = layers.find((layer) => layer.partId === partId)?.count ?? 0;
  const others = layers.filter((layer) => layer.partId !== partId);
  return before + by > 0 ? [...others, { partId, count: before + by }] : others;
}

/** Pins with so many passes more of a stack; one that is not pinned yet is put in only where that is asked. */
function withPasses(
  pins: readonly PinnedStack[],
  layers: PinnedStack['layers'],
  by: number,
  isAsked: boolean,
): PinnedStack[] {
  const known = pins.some((pin) => isSamePin(pin, { layers }));
  if (!known) return isAsked ? [...pins, { layers, passes: by }] : [...pins];
  return pins
    .map((pin) => (isSamePin(pin, { layers }) ? { ...pin, passes: pin.passes + by } : pin))
    .filter(({ passes }) => passes > 0);
}
