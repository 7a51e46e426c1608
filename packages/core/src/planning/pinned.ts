import type { Family } from './families';
import type { PinnedStack } from './model/wishes';
import type { Mix } from './phases';

/** A pinned stack as a mix of the family it belongs to. */
export interface PinnedMix {
  readonly family: Family;
  readonly mix: Mix;
  readonly passes: number;
}

/** The mix that a pinned stack asks for; null where its parts may not be cut together in this run. */
export function pinnedMix(families: readonly Family[], { layers, passes }: PinnedStack): PinnedMix | null {
  const asked = layers.filter(({ count }) => count > 0);
  for (const family of families) {
    const placeOf = (partId: string): number =>
      family.members.findIndex(({ gang }) => gang.parts.some((part) => part.partId === partId));
    const places = asked.map(({ partId }) => placeOf(partId));
    if (asked.length === 0 || places.includes(-1)) continue;
    const mix = family.members.map((_member, i) =>
      asked.reduce((sum, { count }, k) => sum + (places[k] === i ? count : 0), 0),
    );
    return { family, mix, passes };
  }
  return null;
}
