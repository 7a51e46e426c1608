import { gangPlace } from './gangs';
import { factorsInForce } from './model/factors';
import type { GlueUp } from './model/plan';
import type { Shop } from './model/shop';
import type { StackedGang } from './model/stack';

/** What is glued up before it is sawn: blanks of several boards, those of each gang together. */
export function glueUpsOf(
  blanks: readonly { readonly gang: StackedGang; readonly count: number }[],
  { factors }: Pick<Shop, 'factors'>,
): GlueUp[] {
  const { glueBlank, clampWait } = factorsInForce(factors);
  const counts = new Map<string, number>();
  for (const { gang, count } of blanks) counts.set(gang.key, (counts.get(gang.key) ?? 0) + count);
  return [...counts].flatMap(([gangKey, count]): GlueUp[] => {
    const gang = blanks.find((one) => one.gang.key === gangKey)?.gang;
    if (!gang || gang.plies.length < 2) return [];
    const handsMinutes = glueBlank * (gang.plies.length - 1) * count;
    return [{ gangKey, where: gangPlace(gang), plies: gang.plies, count, handsMinutes, waitMinutes: clampWait }];
  });
}
