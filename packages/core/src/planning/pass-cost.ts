import { passMinutes, totalMinutes, wornWorth } from './estimate';
import { factorsInForce } from './model/factors';
import type { Shop } from './model/shop';
import type { HeightCost, SawnStack, UnnamedStack } from './model/stack';

const MINUTES_PER_HOUR = 60;

/** Minutes in money, minor units, by the shop's value of an hour. */
export const worthOf = (minutes: number, { hourValueMinor }: Pick<Shop, 'hourValueMinor'>): number =>
  (minutes / MINUTES_PER_HOUR) * hourValueMinor;

/**
 * What one pass of a stack costs, minor units, not rounded: its minutes, the blades it wears, and what is lost when it is
 * spoiled. A spoiled pass is sawn again, and the higher the stack the likelier that is (our estimate; factor `spoilShare`).
 */
function passCost(stack: UnnamedStack, shop: Shop): number {
  const { spoilShare } = factorsInForce(shop.factors);
  const done = worthOf(totalMinutes(passMinutes(stack, shop)), shop) + wornWorth(stack, shop);
  return done * (1 + spoilShare * stack.layers.length);
}

/** Every blade of a stack, once. */
export const bladeIds = ({ phases }: Pick<SawnStack, 'phases'>): string[] => [
  ...new Set(phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.id))),
];

/** What a layer of a stack costs, and its minutes. */
export const heightCost = (stack: UnnamedStack, shop: Shop): HeightCost => ({
  layers: stack.layers.length,
  minutesPerLayer: totalMinutes(passMinutes(stack, shop)) / stack.layers.length,
  costPerLayerMinor: passCost(stack, shop) / stack.layers.length,
  blades: bladeIds(stack),
});
