import { turningRadius, usableBlades } from '../blades';
import { boxGrown } from '../geometry';
import { layersReady, type PassSawn, type WorkDone } from '../ledger';
import { err, ok, type Result } from '../result';
import { formatLength, howManyFit } from '../units';
import { bestSizes, type PassCost } from './best-sizes';
import { gangPlace } from './gangs';
import { factorsInForce } from './model/factors';
import type { PlanError, PlanFault, PlanInput } from './model/input';
import type { Shop } from './model/shop';
import type { Gang, HeightCost, LayerLimit, Reach, SawnStack, Stack } from './model/stack';
import { bladeIds, heightCost, worthOf } from './pass-cost';
import { judgeReach } from './reach';
import { bladesFor, sawnStack, type GangContext } from './sawn-stack';
import { splitPinned, type PassSize } from './split';
import { stackKey } from './stack-key';

/** Makes the stacks of every gang, done ones included. Errors: every part that cannot be sawn, and why. */
export function chooseStacks(
  gangs: readonly Gang[],
  input: PlanInput,
  done: WorkDone,
): Result<readonly Stack[], PlanError> {
  const faults: PlanFault[] = [];
  const stacks = gangs.flatMap((gang) => {
    const made = stacksOfGang(gang, input, done);
    if (made.ok) return made.value;
    // What is not to be cut need not be possible.
    if (gang.layersToCut > 0) faults.push(...made.error);
    return [];
  });
  return faults.length > 0 ? err(faults) : ok(stacks);
}

function stacksOfGang(gang: Gang, input: PlanInput, work: WorkDone): Result<Stack[], PlanError> {
  const { shop } = input;
  const reaches = reachesOf(gang, shop);
  if (!reaches.ok) return reaches;
  const context: GangContext = { gang, input, reaches: reaches.value, sawn: new Map(), found: new Map() };
  const limit = layerLimit(context);
  if (!limit.ok) return limit;
  const heights = heightsUpTo(limit.value.layers, context);
  if (!heights.ok) return heights;
  const costs = heights.value.map((stack) => heightCost(stack, shop));
  const done = doneSizes(gang, work.passes);
  const todo =
    gang.pinnedLayers === null
      ? cheapestSizes(gang.layersToCut, costs, shop, bladesOf(done, context))
      : splitPinned(gang.layersToCut, gang.pinnedLayers);
  const told = { limitedBy: limitOf(limit.value, todo), heights: costs };
  const sizes = [...todo, ...done.filter(({ layers }) => todo.every((size) => size.layers !== layers))];
  const stacks: Stack[] = [];
  let ready = layersReady(work, gang.key, (pass) => pass.stack === stackKey(gang, pass.layers));
  for (const { layers } of sizes.sort((a, b) => b.layers - a.layers)) {
    const sawn = done.find((size) => size.layers === layers)?.events ?? [];
    const passesToCut = todo.find((size) => size.layers === layers)?.passes ?? 0;
    const own = Math.min(ready, layers * passesToCut);
    const stack = sawnStack(context, layers);
    ready -= own;
    if (stack.ok) stacks.push({ ...stack.value, passesToCut, layersReady: own, done: sawn, ...told });
    // What was sawn before the wood or the drawer changed cannot be drawn again; its pieces are in the count all the same.
    else if (passesToCut > 0) return stack;
  }
  return ok(stacks);
}

/** A stack of each height that is allowed, as one pass of it would be sawn; pinned ones have their own height alone. */
function heightsUpTo(most: number, context: GangContext): Result<readonly SawnStack[], PlanError> {
  const stacks: SawnStack[] = [];
  for (let layers = context.gang.pinnedLayers ?? 1; layers <= most; layers++) {
    const stack = sawnStack(context, layers);
    if (!stack.ok) return stack;
    stacks.push(stack.value);
  }
  return ok(stacks);
}

/** The passes that cost least, each change of blade counted once for each blade that some of them ask for. */
function cheapestSizes(
  layers: number,
  heights: readonly HeightCost[],
  shop: Shop,
  mounted: ReadonlySet<string>,
): PassSize[] {
  const costs = heights.map(({ layers: height, costPerLayerMinor, blades }): PassCost => ({
    layers: height,
    cost: costPerLayerMinor * height,
    blades,
  }));
  return bestSizes(layers, costs, worthOf(factorsInForce(shop.factors).changeBlade, shop), mounted);
}

/** Blades of passes that are sawn; what cannot be drawn again counts for none. */
function bladesOf(done: readonly { readonly layers: number }[], context: GangContext): ReadonlySet<string> {
  const stacks = done.map(({ layers }) => sawnStack(context, layers));
  return new Set(stacks.flatMap((stack) => (stack.ok ? bladeIds(stack.value) : [])));
}

/** Where the cheapest passes are lower than anything forbids, it is the cost that limits them. */
function limitOf(limit: LayerLimit, sizes: readonly PassSize[]): LayerLimit {
  const highest = Math.max(0, ...sizes.map(({ layers }) => layers));
  const passes = sizes.reduce((sum, size) => sum + size.passes, 0);
  const all = sizes.reduce((sum, size) => sum + size.layers * size.passes, 0);
  // As few passes as the limit allows at all, however even they are, are limited by it.
  return highest > 0 && passes > Math.ceil(all / limit.layers) ? { rule: 'cost', layers: highest } : limit;
}

function doneSizes(gang: Gang, passes: readonly PassSawn[]): { layers: number; events: string[] }[] {
  return [...new Set(passes.map(({ layers }) => layers))].flatMap((layers) => {
    const key = stackKey(gang, layers);
    const events = passes.filter((pass) => pass.stack === key && pass.layers === layers).map(({ id }) => id);
    return events.length > 0 ? [{ layers, events }] : [];
  });
}

function reachesOf(gang: Gang, shop: Shop): Result<Map<string, Reach>, PlanError> {
  const blank = boxGrown(gang.box, shop.holdingMargin.mm);
  const reaches = new Map(gang.cuts.map((cut) => [cut.cutId, judgeReach(cut.path, blank, shop.saw.reach.mm)]));
  const out = gang.cuts.filter((cut) => reaches.get(cut.cutId) === 'out-of-reach');
  if (out.length === 0) return ok(reaches);
  const reach = formatLength(shop.saw.reach.mm, shop.units);
  return err([
    {
      kind: 'out-of-reach',
      message: `${String(out.length)} of its lines lie further than ${reach} from every edge of the blank, so the arm is in the way.`,
      where: gangPlace(gang),
      hint: 'Saw it from a smaller blank, cut the part in two, or rough-cut the blank so that the line is nearer an edge.',
    },
  ]);
}

/** The most layers that limits, saw and blades allow for this gang. */
function layerLimit(context: GangContext): Result<LayerLimit, PlanError> {
  const { gang, input } = context;
  const { shop, run } = input;
  const bySaw = howManyFit(shop.saw.maxHeight.mm, gang.thicknessMm);
  const least = gang.pinnedLayers ?? 1;
  if (bySaw < least) return err([tooThick(gang, least, shop)]);
  if (gang.pinnedLayers !== null) return ok({ rule: 'pinned', layers: gang.pinnedLayers });
  const limits: LayerLimit[] = [
    { rule: 'need', layers: Math.max(1, gang.layersToCut) },
    run.maxLayers === null
      ? { rule: 'shop-limit', layers: shop.maxLayers }
      : { rule: 'run-limit', layers: run.maxLayers },
    { rule: 'saw-height', layers: bySaw },
  ];
  const wanted = limits.reduce((least, limit) => (limit.layers < least.layers ? limit : least));
  for (let layers = wanted.layers; layers > 1; layers--) {
    if (bladesServe(context, layers)) return ok(layers === wanted.layers ? wanted : { rule: 'blades', layers });
  }
  return ok({ rule: wanted.layers === 1 ? wanted.rule : 'blades', layers: 1 });
}

/** True where every cut has a blade that saws this many layers in comfort and steers what it could steer lower down. */
function bladesServe(context: GangContext, layers: number): boolean {
  const { gang, input } = context;
  const able = usableBlades(input.drawer, input.shop.saw.ends).filter(({ form }) => form !== 'spiral');
  const steerable = Math.min(...able.map(turningRadius));
  return gang.cuts.every((cut) => {
    const found = bladesFor(cut, context, layers);
    const radius = cut.measure.tightest?.radius ?? Infinity;
    if (!found.ok) return false;
    return found.value.some(
      ({ blade, strained }) => !strained && (turningRadius(blade) <= radius || radius < steerable),
    );
  });
}

const tooThick = (gang: Gang, layers: number, shop: Shop): PlanFault => ({
  kind: 'too-thick-for-saw',
  message: `${layers > 1 ? `${String(layers)} pinned layers of ` : ''}${formatLength(gang.thicknessMm, shop.units)} are more than the ${formatLength(shop.saw.maxHeight.mm, shop.units)} the saw takes.`,
  where: gangPlace(gang),
  hint: layers > 1 ? 'Pin fewer layers.' : 'Use thinner wood, or correct the height of the saw under Shop.',
});
