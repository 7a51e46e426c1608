import { layersReady, type WorkDone } from '../../ledger';
import type { LinearSolver } from '../../rods';
import { err, ok, type Result } from '../../result';
import { compareMm } from '../../units';
import type { Way } from './best-passes';
import { bestOfRun, familyChoice } from './best-run';
import { eventsOfGangs, type Family, passesOf, sawnTogether } from '../blanks';
import { withinBudget } from './family-budget';
import {
  contextOf,
  countsOf,
  type FamilyContext,
  heldOf,
  inBestOrder,
  layerLimit,
  layersInAll,
  type MemberMix,
  mixName,
  newContext,
  reachesOf,
  sawnStack,
  unnamedStack,
} from '../stack';
import { allotToMembers, byKind, type MemberPasses } from './kinds';
import { factorsInForce } from '../model/factors';
import type { PlanError, PlanFault, PlanInput } from '../model/input';
import type { Shop } from '../model/shop';
import type { HeightCost, LayerLimit, Phase, SawnStack, Stack } from '../model/stack';
import type { PinnedStack } from '../model/wishes';
import { keepsApart } from './mixes';
import { bladeIds, heightCost, worthOf } from '../costs';
import { isWeighed } from '../phases';
import { pinnedMix, type PinnedMix } from './pinned';
import { isPatternedAsPriced, type Priced, pricesOf } from './prices';
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
  let isAsPriced = true;
  for (const [i, family] of open.entries()) {
    const made = stacksOf(family, ways[i], work);
    if (!made.ok) return made;
    stacks.push(...made.value);
    isAsPriced &&= made.value.every((stack) => isPatternedAsPriced(stack, family.context, family.priced));
  }
  const held = open.flatMap(({ pinned }) => pinned);
  const pinsLeftOut = pins.flatMap(({ pin, mix }) => (mix && held.some((one) => one.mix === mix.mix) ? [] : [pin]));
  const proven =
    isWhole &&
    isAsPriced &&
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
  const costs = pricesOf(context, limit.value, wanted);
  if (!costs.ok) return costs;
  const highest = Math.max(1, ...costs.value.heights.keys());
  const told: LayerLimit =
    highest < limit.value.layers && pinnedLayers === null ? { rule: 'blades', layers: highest } : limit.value;
  return ok({ context, limit: told, wanted, pinned, sawn, priced: costs.value });
}

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
const begunOf = (mix: MemberMix, sawn: readonly SawnMix[]): number =>
  sawn
    .filter((one) => mixName(one.mix) === mixName(mix))
    .reduce((sum, { done, begun }) => sum + done.length + begun.length, 0);

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
  const mixes = mixesToSaw(todo, sawn, context);
  const ready = context.family.members.map(({ gang }) =>
    layersReady({ standing: eventsOfGangs(work, [gang.key]) }, gang.key, (pass) => layersOfPass(pass, gang)),
  );
  const limitedBy = limitOf(limit, todo);
  const stacks: Stack[] = [];
  const highestFirst = mixes.sort((a, b) => layersInAll(b.mix) - layersInAll(a.mix));
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

/** A mix with its layers from the top down as they are sawn. */
interface MixToSaw {
  readonly mix: MemberMix;
  passesToCut: number;
  readonly own?: SawnMix;
}

/** What is begun goes on in the order it lies in; what is new lies in the best. */
function mixesToSaw(todo: readonly MemberPasses[], sawn: readonly SawnMix[], context: FamilyContext): MixToSaw[] {
  const begun = new Map(sawn.map((own) => [mixName(own.mix), own]));
  const mixes = new Map<string, MixToSaw>();
  for (const { mix, passes } of todo) {
    const name = mixName(mix);
    const own = begun.get(name);
    const known = mixes.get(name) ?? {
      mix: own?.mix ?? inBestOrder(mix, context),
      passesToCut: 0,
      ...(own && { own }),
    };
    known.passesToCut += passes;
    mixes.set(name, known);
  }
  const goingOn = new Set([...mixes.values()].map(({ own }) => own));
  const only = sawn.filter((own) => !goingOn.has(own)).map((own) => ({ mix: own.mix, passesToCut: 0, own }));
  return [...mixes.values(), ...only];
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
