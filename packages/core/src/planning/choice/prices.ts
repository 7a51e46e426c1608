import { ok, type Result } from '../../result';
import { type Family, layersOfGang, mostOn } from '../blanks';
import { heightCost, patternMinutes } from '../costs';
import { factorsInForce } from '../model/factors';
import type { PlanError } from '../model/input';
import type { HeightCost, LayerLimit, Stack } from '../model/stack';
import type { Mix } from '../phases';
import {
  bladesServe,
  contextAt,
  contextOf,
  countsOf,
  type FamilyContext,
  inBestOrder,
  lyingOf,
  memberMix,
  SAME_MINUTES,
  unnamedStack,
} from '../stack';
import { byKind, onesOfKinds } from './kinds';
import type { MixCost } from './mix-cost';
import { layersIn, mixesWithin } from './mixes';

/** What stacks of each mix of kinds cost. */
export interface Priced {
  readonly mixes: readonly MixCost[];
  /** What a layer costs in the cheapest mix of each number of layers. */
  readonly heights: ReadonlyMap<number, HeightCost>;
  /** False where what passes share that lie side by side could only be shared out evenly. */
  readonly isExact: boolean;
  /** The context they were priced in: one member of each kind. */
  readonly ones: FamilyContext;
}

/** The context of one member of each kind, which lies as all of that kind do. */
function contextOfKinds(context: FamilyContext): FamilyContext {
  const places = onesOfKinds(context.family);
  const lying = places.map((_place, kind) => lyingOf(context.family.members.filter((member) => member.kind === kind)));
  return { ...contextAt(context, places), lying, within: new Map(), orders: new Map() };
}

/** A mix of kinds in the best order, in a family that has one of each kind. */
function laidInOrder(mix: Mix, ones: FamilyContext): { readonly context: FamilyContext; readonly counts: Mix } {
  const laid = inBestOrder(memberMix(new Map(mix.entries())), ones);
  return { context: contextOf(laid, ones), counts: countsOf(laid) };
}

/**
 * Every mix that saw, blades and wishes allow, priced. Each member alone and single is always among them. Of one member alone it is
 * priced for every number of passes that lie side by side; of several, each pass has its even share of what those of the same members
 * take.
 */
export function pricesOf(
  context: FamilyContext,
  { layers }: LayerLimit,
  wanted: readonly number[],
): Result<Priced, PlanError> {
  const ones = contextOfKinds(context);
  const { family, input } = ones;
  const { shop, run } = input;
  const heightMm = shop.saw.maxHeight.mm;
  const pinnedLayers = family.members[0]?.gang.pinnedLayers ?? null;
  const asked = byKind(context.family, wanted);
  const mixes =
    pinnedLayers === null
      ? mixesWithin(family.members, { wanted: asked, layers, heightMm, wishes: run.stacks })
      : [[pinnedLayers]];
  const isAlone = wanted.filter((count) => count > 0).length <= 1;
  const priced: MixCost[] = [];
  const heights = new Map<number, HeightCost>();
  let isExact = true;
  for (const mix of mixes) {
    const { context: inMix, counts } = laidInOrder(mix, ones);
    if (layersIn(mix) > 1 && pinnedLayers === null && !bladesServe(inMix, counts)) continue;
    const stack = unnamedStack(inMix, counts);
    if (!stack.ok) return stack;
    const passes = passesWithin(mix, context.family, wanted);
    const height = heightCost(stack.value, shop, passes);
    const known = heights.get(height.layers);
    if (!known || height.costPerLayerMinor < known.costPerLayerMinor) heights.set(height.layers, height);
    const most = Math.min(mostOn(stack.value.strip), passes);
    const side = isAlone ? Array.from({ length: most }, (_none, i) => i + 1) : [1];
    if (!isAlone && most > 1) isExact = false;
    for (const abreast of side) {
      const own = isAlone ? heightCost(stack.value, shop, abreast) : height;
      const all = mix.map((count) => count * abreast);
      priced.push({ mix: all, abreast, cost: own.costPerLayerMinor * layersIn(all), blades: own.blades });
    }
  }
  return ok({ mixes: priced, heights, isExact, ones });
}

/** False where the order of its layers, as a body or a pass that is begun wants it, takes more of patterns than its kinds were priced with. */
export function isPatternedAsPriced(stack: Stack, { family }: FamilyContext, { ones }: Pick<Priced, 'ones'>): boolean {
  if (stack.passesToCut === 0 || stack.gangs.length < 2) return true;
  const layers = family.members.map(({ gang }) => layersOfGang(gang.key, stack));
  const { context, counts } = laidInOrder(byKind(family, layers), ones);
  const priced = unnamedStack(context, counts);
  const factors = factorsInForce(ones.input.shop.factors);
  return priced.ok && patternMinutes(stack, factors) <= patternMinutes(priced.value, factors) + SAME_MINUTES;
}

/** How many passes of a mix of kinds may be of the same members, and so lie side by side; at least one. */
function passesWithin(mix: Mix, { members }: Pick<Family, 'members'>, wanted: readonly number[]): number {
  const most = mix.flatMap((count, kind) => {
    const own = members.map((member, i) => (member.kind === kind ? (wanted[i] ?? 0) : 0));
    return count > 0 ? [Math.floor(Math.max(...own) / count)] : [];
  });
  return Math.max(1, Math.min(...most));
}
