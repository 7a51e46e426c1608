import { layersReady, type WorkDone } from '../../ledger';
import type { LinearSolver } from '../../rods';
import { err, ok, type Result } from '../../result';
import { compareMm } from '../../units';
import type { Way } from './best-passes';
import { bestOfRun, familyChoice } from './best-run';
import { eventsOfGangs, type Family, mostOn, passesOf, sawnTogether } from '../blanks';
import { withinBudget } from './family-budget';
import {
  bladesServe,
  contextAt,
  countsOf,
  type FamilyContext,
  heldOf,
  layerLimit,
  layersInAll,
  type MemberMix,
  mixName,
  newContext,
  reachesOf,
  sawnStack,
  unnamedStack,
} from '../stack';
import { allotToMembers, byKind, onesOfKinds, type MemberPasses } from './kinds';
import { factorsInForce } from '../model/factors';
import type { PlanError, PlanFault, PlanInput } from '../model/input';
import type { Shop } from '../model/shop';
import type { HeightCost, LayerLimit, Phase, SawnStack, Stack } from '../model/stack';
import type { PinnedStack } from '../model/wishes';
import type { MixCost } from './mix-cost';
import { keepsApart, layersIn, mixesWithin } from './mixes';
import { bladeIds, heightCost, worthOf } from '../costs';
import { isWeighed, type Mix } from '../phases';
import { pinnedMix, type PinnedMix } from './pinned';
import { layersOfPass, sawnMixes, type SawnMix } from './sawn-mixes';

/** A family with all that its cheapest passes are chosen from. */
interface OpenFamily {
  readonly context: FamilyContext;
  readonly limit: LayerLimit;
  /** Layers of each member that no pinned or begun pass gives. */
  readonly wanted: readonly number[];
  /** Passes that are not for the plan to choose. */
  readonly pinned: readonly MemberPasses[];
  readonly sawn: readonly SawnMix[];
  readonly priced: Priced;
}

/** What stacks of each mix of kinds cost. */
interface Priced {
  readonly mixes: readonly MixCost[];
  /** What a layer costs in the cheapest mix of each number of layers. */
  readonly heights: ReadonlyMap<number, HeightCost>;
  /** False where what passes share that lie side by side could only be shared out evenly. */
  readonly isExact: boolean;
}

export interface ChosenStacks {
  readonly stacks: readonly Stack[];
  /** Pinned stacks that cannot be sawn: the others are planned without them. */
  readonly pinsLeftOut: readonly PinnedStack[];
  /** False where a search ended before these were proven to be the cheapest. */
  readonly proven: boolean;
}

/** Makes the stacks of every family, done ones included. Errors: every part that cannot be sawn, and why. */
export async function chooseStacks(
  all: readonly Family[],
  input: PlanInput,
  work: WorkDone,
  solver: () => Promise<LinearSolver>,
): Promise<Result<ChosenStacks, PlanError>> {
  const { families, isWhole } = withinBudget(all, input, sawnTogether(work));
  const faults: PlanFault[] = [];
  const open: OpenFamily[] = [];
  const pins = input.run.stacks.pins.map((pin) => ({ pin, mix: pinnedMix(families, pin) }));
  for (const family of families) {
    const opened = openFamily(
      family,
      input,
      work,
      pins.flatMap(({ mix }) => (mix?.family === family ? [mix] : [])),
    );
    if (opened.ok) open.push(opened.value);
    // What is not to be cut need not be possible.
    else if (family.members.some(({ gang }) => gang.layersToCut > 0)) faults.push(...opened.error);
  }
  if (faults.length > 0) return err(faults);
  const ways = await bestOfRun(
    open.map(({ context, priced, wanted }) => familyChoice(byKind(context.family, wanted), priced.mixes, solver)),
    worthOf(factorsInForce(input.shop.factors).changeBlade, input.shop),
    new Set(open.flatMap(bladesInUse)),
    input.run.stacks.patient,
  );
  const stacks: Stack[] = [];
  for (const [i, family] of open.entries()) {
    const made = stacksOf(family, ways[i], work);
    if (!made.ok) return made;
    stacks.push(...made.value);
  }
  const held = open.flatMap(({ pinned }) => pinned);
  const pinsLeftOut = pins.flatMap(({ pin, mix }) => (mix && held.some((one) => one.mix === mix.mix) ? [] : [pin]));
  const proven =
    isWhole &&
    open.every(({ priced }) => priced.isExact) &&
    ways.every((way) => way.proven) &&
    stacks.every(({ phases }) => isWeighed(phases.filter(isInner)));
  return ok({ stacks, pinsLeftOut, proven });
}

const isInner = ({ cuts }: Phase): boolean => cuts.every(({ kind }) => kind !== 'outside');

function openFamily(
  family: Family,
  input: PlanInput,
  work: WorkDone,
  pins: readonly PinnedMix[],
): Result<OpenFamily, PlanError> {
  const reaches = reachesOf(family, input.shop);
  if (!reaches.ok) return reaches;
  const context = newContext(family, input, reaches.value);
  const sawn = sawnMixes(family, work, (mix) => sawnStack(contextOf(mix, context), countsOf(mix)));
  const limit = layerLimit(context);
  if (!limit.ok) return limit;
  const [only] = family.members;
  const pinnedLayers = only?.gang.pinnedLayers ?? null;
  const pending = family.members.map(({ gang }) => gang.layersToCut);
  for (const { begun } of sawn) for (const { unfinished } of begun) takeFrom(pending, unfinished, 1);
  const pinned =
    pinnedLayers === null
      ? pins
          .filter(({ mix }) => canBeHeld(mix, context))
          .map(({ mix, passes }) => ({ mix, passes: Math.max(0, passes - begunOf(mix, sawn)) }))
      : [
          {
            mix: [{ place: 0, count: pinnedLayers }],
            passes: Math.ceil(Math.max(0, pending[0] ?? 0) / pinnedLayers),
          },
        ];
  for (const { mix, passes } of pinned) takeFrom(pending, mix, passes);
  const wanted = pending.map((count) => Math.max(0, count));
  const costs = costsOf(context, limit.value, wanted);
  if (!costs.ok) return costs;
  const highest = Math.max(1, ...costs.value.heights.keys());
  const told: LayerLimit =
    highest < limit.value.layers && pinnedLayers === null ? { rule: 'blades', layers: highest } : limit.value;
  return ok({ context, limit: told, wanted, pinned, sawn, priced: costs.value });
}

/** The context of just the members of a mix, whose layers {@link countsOf} says. */
const contextOf = (mix: MemberMix, context: FamilyContext): FamilyContext =>
  contextAt(
    context,
    mix.map(({ place }) => place),
  );

/** Takes the layers of so many passes of a mix off what members want. */
function takeFrom(wanted: number[], mix: MemberMix, passes: number): void {
  for (const { place, count } of mix) wanted[place] = (wanted[place] ?? 0) - count * passes;
}

/** True where a pinned stack keeps apart what shall be, is no higher than the saw takes and has a blade for every cut. */
const canBeHeld = (mix: MemberMix, context: FamilyContext): boolean => {
  const own = contextOf(mix, context);
  if (!keepsApart(own.family.members, countsOf(mix), context.input.run.stacks.apart)) return false;
  const stack = unnamedStack(own, countsOf(mix));
  return stack.ok && compareMm(stack.value.stackHeightMm, context.input.shop.saw.maxHeight.mm) <= 0;
};

/** Passes of a mix that are done or begun: they are part of those that were pinned. */
const begunOf = (mix: MemberMix, sawn: readonly SawnMix[]): number => {
  const own = sawn.find((one) => mixName(one.mix) === mixName(mix));
  return own ? own.done.length + own.begun.length : 0;
};

/**
 * Every mix that saw, blades and wishes allow, priced. Each member alone and single is always among them. Of one member alone it is
 * priced for every number of passes that lie side by side; of several, each pass has its even share of what those of the same members
 * take.
 */
function costsOf(context: FamilyContext, { layers }: LayerLimit, wanted: readonly number[]): Result<Priced, PlanError> {
  const ones = contextAt(context, onesOfKinds(context.family));
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
    if (layersIn(mix) > 1 && pinnedLayers === null && !bladesServe(ones, mix)) continue;
    const stack = unnamedStack(ones, mix);
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
  return ok({ mixes: priced, heights, isExact });
}

/** How many passes of a mix of kinds may be of the same members, and so lie side by side; at least one. */
function passesWithin(mix: Mix, { members }: Pick<Family, 'members'>, wanted: readonly number[]): number {
  const most = mix.flatMap((count, kind) => {
    const own = members.map((member, i) => (member.kind === kind ? (wanted[i] ?? 0) : 0));
    return count > 0 ? [Math.floor(Math.max(...own) / count)] : [];
  });
  return Math.max(1, Math.min(...most));
}

/** Blades of passes that are sawn, begun or pinned; what cannot be drawn again counts for none. */
function bladesInUse({ context, sawn, pinned }: OpenFamily): string[] {
  const mixes = [...sawn, ...pinned.filter(({ passes }) => passes > 0)].map(({ mix }) => mix);
  return mixes.flatMap((mix) => {
    const stack = unnamedStack(contextOf(mix, context), countsOf(mix));
    return stack.ok ? bladeIds(stack.value) : [];
  });
}

/** The stacks of a family: chosen, pinned, begun and done; those with more layers first. */
function stacksOf(family: OpenFamily, way: Way | undefined, work: WorkDone): Result<Stack[], PlanError> {
  const { context, sawn, pinned, limit, priced } = family;
  const chosen = allotToMembers(context.family, way?.stacks ?? [], family.wanted);
  const todo = [...pinned, ...chosen].filter(({ passes }) => passes > 0);
  const mixes = new Map<string, { readonly mix: MemberMix; passesToCut: number; own?: SawnMix }>();
  const named = (mix: MemberMix) => {
    const name = mixName(mix);
    const known = mixes.get(name) ?? { mix, passesToCut: 0 };
    mixes.set(name, known);
    return known;
  };
  for (const { mix, passes } of todo) named(mix).passesToCut += passes;
  for (const own of sawn) named(own.mix).own = own;
  const ready = context.family.members.map(({ gang }) =>
    layersReady({ standing: eventsOfGangs(work, [gang.key]) }, gang.key, (pass) => layersOfPass(pass, gang)),
  );
  const limitedBy = limitOf(limit, todo);
  const stacks: Stack[] = [];
  const highestFirst = [...mixes.values()].sort((a, b) => layersInAll(b.mix) - layersInAll(a.mix));
  for (const { mix, passesToCut, own } of highestFirst) {
    const inMix = contextOf(mix, context);
    const stack = sawnStack(inMix, countsOf(mix));
    if (!stack.ok) {
      // What was sawn before the wood or the drawer changed cannot be drawn again; its pieces are in the count all the same.
      if (passesToCut > 0) return stack;
      continue;
    }
    const taken = mix.map(({ place, count }) => ({ place, count: Math.min(ready[place] ?? 0, count * passesToCut) }));
    takeFrom(ready, taken, 1);
    const done = own?.done ?? [];
    const begun = own?.begun.map(({ pass, phases, lost }) => ({ pass, phases, lost })) ?? [];
    stacks.push({
      ...stack.value,
      passesToCut,
      begun,
      done,
      layersReady: Object.fromEntries(
        taken.flatMap(({ count }, i) => (count > 0 ? [[inMix.family.members[i]?.gang.key ?? '', count]] : [])),
      ),
      held: heldOf(stack.value, inMix),
      limitedBy,
      heights: heightsFor(stack.value, passesOf({ passesToCut, begun, done }), priced.heights, context.input.shop),
    });
  }
  return ok(stacks);
}

/** What layers cost in stacks of each height beside a stack, whose own height has what it costs itself. */
const heightsFor = (
  stack: SawnStack,
  passes: number,
  cheapest: ReadonlyMap<number, HeightCost>,
  shop: Shop,
): HeightCost[] =>
  [...new Map(cheapest).set(stack.layers.length, heightCost(stack, shop, passes)).values()].sort(
    (a, b) => a.layers - b.layers,
  );

/** Where the cheapest passes are lower than anything forbids, it is the cost that limits them. */
function limitOf(limit: LayerLimit, todo: readonly MemberPasses[]): LayerLimit {
  const highest = Math.max(0, ...todo.map(({ mix }) => layersInAll(mix)));
  const passes = todo.reduce((sum, one) => sum + one.passes, 0);
  const all = todo.reduce((sum, one) => sum + layersInAll(one.mix) * one.passes, 0);
  // As few passes as the limit allows at all, however even they are, are limited by it.
  return highest > 0 && passes > Math.ceil(all / limit.layers) ? { rule: 'cost', layers: highest } : limit;
}
