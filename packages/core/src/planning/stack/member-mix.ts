import type { Family } from '../blanks';
import type { Mix } from '../phases';

/**
 * How many layers a stack has of members of its family, by their places: from the top down, those it has none of left out, since of
 * thousands of equal parts a stack has a few.
 */
export type MemberMix = readonly { readonly place: number; readonly count: number }[];

/** The members at which there are layers, with how many, in the order of the family. */
export const memberMix = (counts: ReadonlyMap<number, number>): MemberMix =>
  [...counts]
    .filter(([, count]) => count > 0)
    .map(([place, count]) => ({ place, count }))
    .sort((a, b) => a.place - b.place);

/** Equal for mixes of the same layers, in whatever order they lie. */
export const mixName = (mix: MemberMix): string =>
  mix
    .map(({ place, count }) => `${String(place)}:${String(count)}`)
    .sort()
    .join(' ');

export const layersInAll = (mix: MemberMix): number => mix.reduce((sum, { count }) => sum + count, 0);

/** Just these members of a family, with what is sawn in them: a family in the same frame. */
export function familyAt({ members, cuts, holes }: Family, places: readonly number[]): Family {
  const here = <T>(features: readonly { readonly of: readonly (T | null)[] }[]): { readonly of: (T | null)[] }[] =>
    features
      .map(({ of }) => ({ of: places.map((place) => of[place] ?? null) }))
      .filter(({ of }) => of.some((one) => one !== null));
  return { members: places.flatMap((place) => members[place] ?? []), cuts: here(cuts), holes: here(holes) };
}

/** A mix as layers of each member of the family {@link familyAt} makes of its places. */
export const countsOf = (mix: MemberMix): Mix => mix.map(({ count }) => count);
