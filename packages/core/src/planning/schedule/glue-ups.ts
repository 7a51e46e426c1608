import { gangPlace } from '../blanks';
import { factorsInForce } from '../model/factors';
import type { GlueUp } from '../model/plan';
import type { Shop } from '../model/shop';
import type { StackedGang } from '../model/stack';

/** What is glued up before it is sawn: blanks of several boards, those of each gang together. */
export function glueUpsOf(
  blanks: readonly { readonly gang: StackedGang; readonly count: number }[],
  { factors }: Pick<Shop, 'factors'>,
): GlueUp[] {
  const { glueBlank, clampWait } = factorsInForce(factors);
  const counted = new Map<string, { readonly gang: StackedGang; readonly count: number }>();
  for (const { gang, count } of blanks)
    if (gang.plies.length > 1) counted.set(gang.key, { gang, count: (counted.get(gang.key)?.count ?? 0) + count });
  return [...counted.values()].map(({ gang, count }) => {
    const handsMinutes = glueBlank * (gang.plies.length - 1) * count;
    return {
      gangKey: gang.key,
      where: gangPlace(gang),
      plies: gang.plies,
      count,
      handsMinutes,
      waitMinutes: clampWait,
    };
  });
}
