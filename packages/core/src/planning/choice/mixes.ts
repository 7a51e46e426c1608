import { howManyFit } from '../../units';
import { type Family, staysApart } from '../blanks';
import type { StackWishes } from '../model/wishes';
import type { Mix } from '../phases';

/** What stacks of a family may hold at most. */
export interface MixLimits {
  /** Layers still wanted of each: no stack holds more. */
  readonly wanted: readonly number[];
  readonly layers: number;
  readonly heightMm: number;
  readonly wishes: Pick<StackWishes, 'apart' | 'most'>;
}

export const layersIn = (mix: Mix): number => mix.reduce((sum, count) => sum + count, 0);

/** All mixes within the limits, each with one layer at the least; those with fewer layers of the first members come first. */
export function mixesWithin(members: Family['members'], { wanted, layers, heightMm, wishes }: MixLimits): Mix[] {
  const mixes: Mix[] = [];
  const fill = (place: number, mix: readonly number[], left: number, leftMm: number): void => {
    const thicknessMm = members[place]?.gang.thicknessMm;
    if (thicknessMm === undefined) {
      if (left < layers) mixes.push(mix);
      return;
    }
    const room = Math.min(left, wanted[place] ?? 0, howManyFit(leftMm, thicknessMm));
    for (let count = 0; count <= room; count++)
      fill(place + 1, [...mix, count], left - count, leftMm - count * thicknessMm);
  };
  fill(0, [], layers, heightMm);
  const mostIn = (mix: Mix): number =>
    Math.min(
      ...members.flatMap(({ gang }, i) =>
        (mix[i] ?? 0) > 0 ? gang.parts.map(({ partId }) => wishes.most[partId] ?? Infinity) : [],
      ),
    );
  return mixes.filter((mix) => layersIn(mix) <= mostIn(mix) && keepsApart(members, mix, wishes.apart));
}

/** True where what shall stay apart has the stack to itself. */
export function keepsApart(members: Family['members'], mix: Mix, apart: StackWishes['apart']): boolean {
  const present = members.filter((_member, i) => (mix[i] ?? 0) > 0);
  return present.length < 2 || !present.some(({ gang }) => staysApart(gang, apart));
}
