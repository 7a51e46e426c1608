import type { Family } from '../blanks';
import { type MemberMix, memberMix } from '../stack';
import type { PinnedStack } from '../model/wishes';

/** A pinned stack as a mix of the family it belongs to. */
export interface PinnedMix {
  readonly family: Family;
  readonly mix: MemberMix;
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
    const counts = new Map<number, number>();
    asked.forEach(({ count }, k) => {
      const place = places[k] ?? 0;
      counts.set(place, (counts.get(place) ?? 0) + count);
    });
    return { family, mix: memberMix(counts), passes };
  }
  return null;
}
