import { layersReady, type WorkDone } from '../ledger';
import type { LinearSolver } from '../rods';
import { err, ok, type Result } from '../result';
import { compareMm } from '../units';
import type { MixCost, MixPasses, Way } from './best-passes';
import { bestOfRun, familyChoice } from './best-run';
import type { Family } from './families';
import { withinBudget } from './family-budget';
import { allotToMembers, byKind, mixOfKinds, oneOfEachKind } from './kinds';
import { heldOf } from './held';
import { factorsInForce } from './model/factors';
import type { PlanError, PlanFault, PlanInput } from './model/input';
import type { HeightCost, LayerLimit, Phase, SawnStack, Stack } from './model/stack';
import type { PinnedStack } from './model/wishes';
import { keepsApart, layersIn, mixesWithin } from './mixes';
import { bladeIds, heightCost, worthOf } from './pass-cost';
import type { Mix } from './phases';
import { isWeighed } from './phase-order';
import { pinnedMix, type PinnedMix } from './pinned';
import { newContext, sawnStack, unnamedStack, type FamilyContext } from './sawn-stack';
import { layersOfPass, sawnMixes, type SawnMix } from './sawn-mixes';
import { bladesServe, layerLimit, reachesOf } from './stack-limits';

/** A family with all that its cheapest passes are chosen from. */
interface OpenFamily {
  readonly context: FamilyContext;
  readonly limit: LayerLimit;
  /** Layers of each member that no pinned or begun pass gives. */
  readonly wanted: readonly number[];
  /** Passes that are not for the plan to choose. */
  readonly pinned: readonly MixPasses[];
  readonly sawn: readonly SawnMix[];
  /** What a stack of each mix of kinds costs. */
  readonly stacks: readonly (MixCost & { readonly height: HeightCost })[];
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
  const { families, isWhole } = withinBudget(all, input);
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
    open.map(({ context, stacks, wanted }) => familyChoice(byKind(context.family, wanted), stacks, solver)),
    worthOf(factorsInForce(input.shop.factors).changeBlade, input.shop),
    new Set(open.flatMap(bladesInUse)),
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
    isWhole && ways.every((way) => way.proven) && stacks.every(({ phases }) => isWeighed(phases.filter(isInner)));
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
  const sawn = sawnMixes(family, work, (mix) => sawnStack(context, mix));
  const limit = layerLimit(context);
  if (!limit.ok) return limit;
  const [only] = family.members;
  const pinnedLayers = only?.gang.pinnedLayers ?? null;
  const pending = family.members.map(({ gang }, i) => gang.layersToCut - unfinishedIn(sawn, i));
  const pinned =
    pinnedLayers === null
      ? pins
          .filter(({ mix }) => canBeHeld(mix, context))
          .map(({ mix, passes }) => ({ mix, passes: Math.max(0, passes - begunOf(mix, sawn)) }))
      : [{ mix: [pinnedLayers], passes: Math.ceil(Math.max(0, pending[0] ?? 0) / pinnedLayers) }];
  const given = (i: number): number => pinned.reduce((sum, { mix, passes }) => sum + (mix[i] ?? 0) * passes, 0);
  const wanted = pending.map((count, i) => Math.max(0, count - given(i)));
  const costs = costsOf(context, limit.value, wanted);
  if (!costs.ok) return costs;
  const highest = Math.max(1, ...costs.value.map(({ mix }) => layersIn(mix)));
  const told: LayerLimit =
    highest < limit.value.layers && pinnedLayers === null ? { rule: 'blades', layers: highest } : limit.value;
  return ok({ context, limit: told, wanted, pinned, sawn, stacks: costs.value });
}

/** True where a pinned stack keeps apart what shall be, is no higher than the saw takes and has a blade for every cut. */
const canBeHeld = (mix: Mix, context: FamilyContext): boolean => {
  if (!keepsApart(context.family.members, mix, context.input.run.stacks.apart)) return false;
  const stack = unnamedStack(context, mix);
  return stack.ok && compareMm(stack.value.stackHeightMm, context.input.shop.saw.maxHeight.mm) <= 0;
};

/** Layers of a member in passes that are begun, and whose pieces are not counted yet. */
const unfinishedIn = (sawn: readonly SawnMix[], member: number): number =>
  sawn.reduce((sum, { begun }) => sum + begun.reduce((own, { unfinished }) => own + (unfinished[member] ?? 0), 0), 0);

const isSameMix = (a: Mix, b: Mix): boolean => a.join() === b.join();

/** Passes of a mix that are done or begun: they are part of those that were pinned. */
const begunOf = (mix: Mix, sawn: readonly SawnMix[]): number => {
  const own = sawn.find((one) => isSameMix(one.mix, mix));
  return own ? own.done.length + own.begun.length : 0;
};

/** Every mix that saw, blades and wishes allow, priced. Each member alone and single is always among them. */
function costsOf(
  context: FamilyContext,
  { layers }: LayerLimit,
  wanted: readonly number[],
): Result<OpenFamily['stacks'], PlanError> {
  const { family, input } = context;
  const heightMm = input.shop.saw.maxHeight.mm;
  const ones = oneOfEachKind(family);
  const pinnedLayers = ones[0]?.gang.pinnedLayers ?? null;
  const limits = { wanted: byKind(family, wanted), layers, heightMm, wishes: input.run.stacks };
  const mixes = pinnedLayers === null ? mixesWithin(ones, limits) : [[pinnedLayers]];
  const priced: (MixCost & { readonly height: HeightCost })[] = [];
  for (const kinds of mixes) {
    const mix = mixOfKinds(family, kinds);
    if (layersIn(mix) > 1 && pinnedLayers === null && !bladesServe(context, mix)) continue;
    const stack = unnamedStack(context, mix);
    if (!stack.ok) return stack;
    const height = heightCost(stack.value, input.shop);
    priced.push({ mix: kinds, cost: height.costPerLayerMinor * height.layers, blades: height.blades, height });
  }
  return ok(priced);
}

/** Blades of passes that are sawn, begun or pinned; what cannot be drawn again counts for none. */
function bladesInUse({ context, sawn, pinned }: OpenFamily): string[] {
  const mixes = [...sawn, ...pinned.filter(({ passes }) => passes > 0)].map(({ mix }) => mix);
  return mixes.flatMap((mix) => {
    const stack = unnamedStack(context, mix);
    return stack.ok ? bladeIds(stack.value) : [];
  });
}

/** The stacks of a family: chosen, pinned, begun and done; those with more layers first. */
function stacksOf(family: OpenFamily, way: Way | undefined, work: WorkDone): Result<Stack[], PlanError> {
  const { context, sawn, pinned, limit } = family;
  const chosen = allotToMembers(context.family, way?.stacks ?? [], family.wanted);
  const todo = [...pinned, ...chosen].filter(({ passes }) => passes > 0);
  // By their names: in a run of very many equal parts mixes are as long as they are many.
  const passes = new Map<string, number>();
  for (const one of todo) passes.set(one.mix.join(), (passes.get(one.mix.join()) ?? 0) + one.passes);
  const sawnBy = new Map(sawn.map((one) => [one.mix.join(), one]));
  const mixes = new Map([...todo, ...sawn].map(({ mix }) => [mix.join(), mix]));
  const ready = context.family.members.map(({ gang }) =>
    layersReady(work, gang.key, (pass) => layersOfPass(pass, gang)),
  );
  const limitedBy = limitOf(limit, todo);
  const stacks: Stack[] = [];
  for (const [name, mix] of [...mixes].sort(([, a], [, b]) => layersIn(b) - layersIn(a))) {
    const passesToCut = passes.get(name) ?? 0;
    const own = sawnBy.get(name);
    const stack = sawnStack(context, mix);
    if (!stack.ok) {
      // What was sawn before the wood or the drawer changed cannot be drawn again; its pieces are in the count all the same.
      if (passesToCut > 0) return stack;
      continue;
    }
    const taken = mix.map((count, i) => Math.min(ready[i] ?? 0, count * passesToCut));
    taken.forEach((count, i) => (ready[i] = (ready[i] ?? 0) - count));
    stacks.push({
      ...stack.value,
      passesToCut,
      begun: own?.begun.map(({ pass, phases, lost }) => ({ pass, phases, lost })) ?? [],
      done: own?.done ?? [],
      layersReady: Object.fromEntries(
        context.family.members.flatMap(({ gang }, i) => ((taken[i] ?? 0) > 0 ? [[gang.key, taken[i] ?? 0]] : [])),
      ),
      held: heldOf(stack.value, mix, context),
      limitedBy,
      heights: heightsFor(stack.value, family),
    });
  }
  return ok(stacks);
}

/** What a layer costs in stacks of each number of layers: at its own the stack's, at others that of the cheapest mix. */
function heightsFor(stack: SawnStack, { context, stacks }: OpenFamily): HeightCost[] {
  const best = new Map<number, HeightCost>();
  for (const { height } of stacks) {
    const known = best.get(height.layers);
    if (!known || height.costPerLayerMinor < known.costPerLayerMinor) best.set(height.layers, height);
  }
  best.set(stack.layers.length, heightCost(stack, context.input.shop));
  return [...best.values()].sort((a, b) => a.layers - b.layers);
}

/** Where the cheapest passes are lower than anything forbids, it is the cost that limits them. */
function limitOf(limit: LayerLimit, todo: readonly MixPasses[]): LayerLimit {
  const highest = Math.max(0, ...todo.map(({ mix }) => layersIn(mix)));
  const passes = todo.reduce((sum, one) => sum + one.passes, 0);
  const all = todo.reduce((sum, one) => sum + layersIn(one.mix) * one.passes, 0);
  // As few passes as the limit allows at all, however even they are, are limited by it.
  return highest > 0 && passes > Math.ceil(all / limit.layers) ? { rule: 'cost', layers: highest } : limit;
}
