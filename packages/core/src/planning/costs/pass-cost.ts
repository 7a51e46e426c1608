import { costInCut } from '../../blades';
import { demandIn } from './cut-demand';
import { passMinutes, totalMinutes, wornWorth, worthOf } from './estimate';
import { goesOf } from '../phases';
import { factorsInForce } from '../model/factors';
import { bladePreferences, type Shop } from '../model/shop';
import type { HeightCost, Phase, SawnStack, UnnamedStack } from '../model/stack';

/**
 * Minutes that the cuts of one pass leave behind them: to smooth their faces, and what is lost on the average to burnt faces and lines
 * that wander. By the same cost their blades are chosen by, see {@link costInCut}; they are not minutes at the saw.
 */
export function qualityMinutes(stack: UnnamedStack, shop: Shop): number {
  const { economy } = bladePreferences(shop);
  const ofPhase = (phase: Phase): number => {
    const demandOfCut = demandIn(phase, stack, economy);
    return phase.cuts.reduce((sum, cut) => {
      const { smoothing, risk } = costInCut(demandOfCut(cut), cut.choice.blade, economy);
      return sum + smoothing + risk;
    }, 0);
  };
  return stack.phases.reduce((sum, phase) => sum + goesOf(phase) * ofPhase(phase), 0);
}

/** Every blade of a stack, once. */
export const bladeIds = ({ phases }: Pick<SawnStack, 'phases'>): string[] => [
  ...new Set(phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.id))),
];

/**
 * What a layer of a stack costs of which there are so many passes, minor units, not rounded: the minutes of a pass, what its cuts leave to
 * smooth and put at risk, the blades it wears with their changes, and what is lost when it is spoiled. A spoiled pass is sawn again, and
 * the higher the stack the likelier that is (our estimate; factor `spoilShare`).
 */
export function heightCost(stack: UnnamedStack, shop: Shop, passes: number): HeightCost {
  const layers = stack.layers.length;
  const minutes = totalMinutes(passMinutes(stack, shop, passes));
  const quality = qualityMinutes(stack, shop);
  const { spoilShare } = factorsInForce(shop.factors);
  const cost = (worthOf(minutes + quality, shop) + wornWorth(stack, shop)) * (1 + spoilShare * layers);
  return {
    layers,
    minutesPerLayer: minutes / layers,
    qualityPerLayer: quality / layers,
    costPerLayerMinor: cost / layers,
    blades: bladeIds(stack),
  };
}
