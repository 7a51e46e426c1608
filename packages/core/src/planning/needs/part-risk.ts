import { flatten } from '../../geometry';
import { fragileTips } from '../../patterns';
import type { Part } from '../../products';
import { howManyFit } from '../../units';
import { hardnessClass, woodById } from '../../wood';
import { factorsInForce } from '../model/factors';
import type { PlanInput } from '../model/input';
import type { PartAtRisk } from './spares';

/** Worse than an even chance is no plan: likelihoods are held below it. */
const WORST = 0.5;

/** How a part is sawn: layers of it in one pass, and layers of the whole stack. */
export interface SawnHeight {
  readonly own: number;
  readonly all: number;
}

/**
 * What a part stands in danger of (factors of the shop, our estimates): each layer for itself, more for every fragile tip and in
 * hard wood; the whole pass, more the higher the stack. Where it is not known how it is `sawn`, stacks are taken to be as high as the
 * limit and the saw allow.
 */
export function riskOf(
  part: Part,
  needed: number,
  { run, shop }: Pick<PlanInput, 'run' | 'shop'>,
  sawn?: SawnHeight,
): PartAtRisk {
  const { layerLoss, tipLoss, hardLoss, spoilShare } = factorsInForce(shop.factors);
  const tips = fragileTips([part.outline, ...part.insideCuts].map(({ path }) => flatten(path))).length;
  const wood = woodById(part.woodId);
  const isHard = wood !== undefined && hardnessClass(wood.hardnessN) === 'hard';
  const most = Math.min(run.maxLayers ?? shop.maxLayers, howManyFit(shop.saw.maxHeight.mm, part.thickness.mm), needed);
  const layers = sawn?.own ?? Math.max(1, part.pinnedLayers ?? most);
  return {
    needed,
    layers,
    layerRisk: Math.min(WORST, layerLoss + tips * tipLoss + (isHard ? hardLoss : 0)),
    passRisk: Math.min(WORST, spoilShare * (sawn?.all ?? layers)),
  };
}
