import { hardnessClass } from '../../wood';
import { factorsInForce } from '../model/factors';
import type { Minutes, PlannedStack } from '../model/plan';
import type { Shop } from '../model/shop';

/** Rates of the wood of a stack: cut face a minute, and the face that a blade lasts, mm2. */
export function ratesFor(
  { gang }: PlannedStack,
  { factors }: Pick<Shop, 'factors'>,
): { readonly saw: number; readonly life: number } {
  const { sawSoft, sawMedium, sawHard, lifeSoft, lifeMedium, lifeHard } = factorsInForce(factors);
  switch (hardnessClass(gang.wood.hardnessN)) {
    case 'soft':
      return { saw: sawSoft, life: lifeSoft };
    case 'medium':
      return { saw: sawMedium, life: lifeMedium };
    case 'hard':
      return { saw: sawHard, life: lifeHard };
  }
}

/** The minutes of one pass, added up from the factors in force. */
export function minutesOfPass(stack: PlannedStack, shop: Shop): Minutes {
  const f = factorsInForce(shop.factors);
  const { saw } = ratesFor(stack, shop);
  const { cuts, layers, pierceBits, pierceHoles, gang } = stack;
  let [pattern, cutting, corners] = [f.stickPattern, 0, 0];
  for (const { times, measure, heightMm, choice } of cuts) {
    pattern = Math.max(pattern, f.stickPattern * times);
    const feed = Math.min(f.fastestFeed, saw / heightMm) * (choice.strained ? f.strainedShare : 1);
    cutting += times * (measure.lengthMm / feed);
    corners += times * measure.corners * f.turnCorner;
  }
  const bits = gang.drilled.length + pierceBits.length;
  const holes = pierceHoles + gang.drilled.reduce((sum, { count }) => sum + count, 0);
  return {
    pattern: pattern + f.holdLayer * (layers - 1),
    drilling: f.setUpDrill * bits + f.drillHole * holes,
    threading: f.threadBlade * pierceHoles,
    cutting,
    corners,
    changing: 0,
  };
}
