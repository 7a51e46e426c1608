import { compareCosts, costOf } from './costs';
import type { PlanInput, PlanKit } from './model/input';
import type { Plan, PlanCost } from './model/plan';
import type { Shop } from './model/shop';
import type { OwnCutOrder, StackWishes } from './model/wishes';
import { planRun } from './plan';

/** One thing that the maker wants of the stacks of a run, or does by habit. */
export type Wish =
  | { readonly kind: 'apart'; readonly partId: string }
  | { readonly kind: 'most'; readonly partId: string }
  | { readonly kind: 'pattern'; readonly partId: string }
  | { readonly kind: 'pin'; readonly place: number }
  | { readonly kind: 'first'; readonly templateId: string }
  | { readonly kind: 'patient' }
  | { readonly kind: 'layers' };

/** What a run costs more for a wish, figure by figure; below 0 it saves. null where there is no plan without it. */
export interface WishPrice {
  readonly wish: Wish;
  readonly price: PlanCost | null;
}

/** Every wish of a run, those for its stacks in the order in which they were made. */
export function wishesOf({ stacks, maxLayers }: PlanInput['run']): Wish[] {
  return [
    ...stacks.pins.map((_pin, place): Wish => ({ kind: 'pin', place })),
    ...Object.keys(stacks.most).map((partId): Wish => ({ kind: 'most', partId })),
    ...stacks.apart.map((partId): Wish => ({ kind: 'apart', partId })),
    ...Object.keys(stacks.patterns).map((partId): Wish => ({ kind: 'pattern', partId })),
    ...stacks.first.map((templateId): Wish => ({ kind: 'first', templateId })),
    ...(stacks.patient ? [{ kind: 'patient' } as const] : []),
    ...(maxLayers === null ? [] : [{ kind: 'layers' } as const]),
  ];
}

/** A run without one of its wishes. */
export function withoutWish(run: PlanInput['run'], wish: Wish): PlanInput['run'] {
  const { stacks } = run;
  const wished = (changes: Partial<StackWishes>) => ({ ...run, stacks: { ...stacks, ...changes } });
  switch (wish.kind) {
    case 'apart':
      return wished({ apart: stacks.apart.filter((id) => id !== wish.partId) });
    case 'most':
      return wished({ most: without(stacks.most, wish.partId) });
    case 'pattern':
      return wished({ patterns: without(stacks.patterns, wish.partId) });
    case 'pin':
      return wished({ pins: stacks.pins.filter((_pin, place) => place !== wish.place) });
    case 'first':
      return wished({ first: stacks.first.filter((id) => id !== wish.templateId) });
    case 'patient':
      return wished({ patient: false });
    case 'layers':
      return { ...run, maxLayers: null };
  }
}

/** A run in which the cuts of a phase are sawn in the maker's own order; null for the one found for them. */
export function withCutOrder(
  run: PlanInput['run'],
  { stackKey, phaseKey }: Pick<OwnCutOrder, 'stackKey' | 'phaseKey'>,
  cutIds: readonly string[] | null,
): PlanInput['run'] {
  const others = run.stacks.cutOrders.filter((own) => own.stackKey !== stackKey || own.phaseKey !== phaseKey);
  const cutOrders = cutIds === null ? others : [...others, { stackKey, phaseKey, cutIds }];
  return { ...run, stacks: { ...run.stacks, cutOrders } };
}

const without = <T>(record: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(record).filter(([own]) => own !== key));

/** What each wish of a run costs: its plan against one without that wish. Pure; plans once for each wish. */
export async function priceWishes(plan: Plan, input: PlanInput, kit: PlanKit): Promise<WishPrice[]> {
  const prices: WishPrice[] = [];
  for (const wish of wishesOf(input.run))
    prices.push({ wish, price: await dearerThan({ ...input, run: withoutWish(input.run, wish) }, plan, kit) });
  return prices;
}

/** The shop with the other order of cuts. */
export const otherSchool = (shop: Shop): Shop => ({
  ...shop,
  cutOrder: shop.cutOrder === 'inside-first' ? 'outline-first' : 'inside-first',
});

/** What the run would cost more in the other order of cuts; below 0 it would save. null where it cannot be planned so. */
export async function priceOfOtherSchool(plan: Plan, input: PlanInput, kit: PlanKit): Promise<PlanCost | null> {
  const other = await planRun({ ...input, shop: otherSchool(input.shop) }, kit);
  return other.ok ? compareCosts(costOf(plan), costOf(other.value)) : null;
}

async function dearerThan(input: PlanInput, plan: Plan, kit: PlanKit): Promise<PlanCost | null> {
  const other = await planRun(input, kit);
  return other.ok ? compareCosts(costOf(other.value), costOf(plan)) : null;
}
