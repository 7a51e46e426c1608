import { passMinutes, totalMinutes, wornWorth } from './estimate';
import { factorsInForce } from '../model/factors';
import type { Shop } from '../model/shop';
import type { HeightCost, SawnStack, UnnamedStack } from '../model/stack';

const MINUTES_PER_HOUR = 60;

/** Minutes in money, minor units, by the shop's value of an hour. */
export const worthOf = (minutes: number, { hourValueMinor }: Pick<Shop, 'hourValueMinor'>): number =>
  (minutes / MINUTES_PER_HOUR) * hourValueMinor;

/**
 * What one pass of a stack costs, minor units, not rounded: its minutes, the blades it wears, and what is lost when it is
 * spoiled. A spoiled pass is sawn again, and the higher the stack the likelier that is (our estimate; factor `spoilShare`).
 */
function passCost(stack: UnnamedStack, minutes: number, shop: Shop): number {
  const { spoilShare } = factorsInForce(shop.factors);
  return (worthOf(minutes, shop) + wornWorth(stack, shop)) * (1 + spoilShare * stack.layers.length);
}

/** Every blade of a stack, once. */
export const bladeIds = ({ phases }: Pick<SawnStack, 'phases'>): string[] => [
  ...new Set(phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.id))),
];

/** What a layer of a stack costs of which there are so many passes, and its minutes. */
export function heightCost(stack: UnnamedStack, shop: Shop, passes: number): HeightCost {
  const layers = stack.layers.length;
  const minutes = totalMinutes(passMinutes(stack, shop, passes));
  return {
    layers,
    minutesPerLayer: minutes / layers,
    costPerLayerMinor: passCost(stack, minutes, shop) / layers,
    blades: bladeIds(stack),
  };
}
