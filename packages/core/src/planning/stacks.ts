import { turningRadius, usableBlades, type Blade, type BladeChoice } from '../blades';
import { boxGrown, boxHeight, boxWidth } from '../geometry';
import { layersReady, type PassSawn, type WorkDone } from '../ledger';
import { err, ok, type Result } from '../result';
import { formatLength, howManyFit, onRule, snapMm } from '../units';
import { gangPlace } from './gangs';
import type { PlanError, PlanFault, PlanInput } from './model/input';
import { bladesForCut } from './cut-blades';
import { bladePreferences, type Shop } from './model/shop';
import type { Blank, Gang, GangCut, LayerLimit, PlannedCut, Reach, Stack } from './model/stack';
import { judgeReach } from './reach';
import { roughCuts } from './rough-cuts';
import { stackKey } from './stack-key';
import { type PassSize, splitEvenly, splitPinned } from './split';

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
  const context: GangContext = { gang, input, reaches: reaches.value };
  const limit = layerLimit(context);
  if (!limit.ok) return limit;
  const todo =
    gang.pinnedLayers === null
      ? splitEvenly(gang.layersToCut, limit.value.layers)
      : splitPinned(gang.layersToCut, gang.pinnedLayers);
  const done = doneSizes(gang, work.passes);
  const sizes = [...todo, ...done.filter(({ layers }) => todo.every((size) => size.layers !== layers))];
  const stacks: Stack[] = [];
  let ready = layersReady(work, gang.key, (pass) => pass.stack === stackKey(gang, pass.layers));
  for (const { layers } of sizes.sort((a, b) => b.layers - a.layers)) {
    const sawn = done.find((size) => size.layers === layers)?.events ?? [];
    const passesToCut = todo.find((size) => size.layers === layers)?.passes ?? 0;
    const own = Math.min(ready, layers * passesToCut);
    const stack = makeStack(context, { layers, passes: passesToCut }, { sawn, ready: own }, limit.value);
    ready -= own;
    if (stack.ok) stacks.push(stack.value);
    // What was sawn before the wood or the drawer changed cannot be drawn again; its pieces are in the count all the same.
    else if (passesToCut > 0) return stack;
  }
  return ok(stacks);
}

interface GangContext {
  readonly gang: Gang;
  readonly input: PlanInput;
  readonly reaches: ReadonlyMap<string, Reach>;
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
function bladesServe({ gang, input, reaches }: GangContext, layers: number): boolean {
  const able = usableBlades(input.drawer, input.shop.saw.ends).filter(({ form }) => form !== 'spiral');
  const steerable = Math.min(...able.map(turningRadius));
  return gang.cuts.every((cut) => {
    const found = bladesFor(cut, { gang, input, reaches }, layers);
    const radius = cut.measure.tightest?.radius ?? Infinity;
    if (!found.ok) return false;
    return found.value.some(
      ({ blade, strained }) => !strained && (turningRadius(blade) <= radius || radius < steerable),
    );
  });
}

/** With the outline first the stack is split and inside cuts are sawn in single layers. */
const sawnSingly = (cut: Pick<GangCut, 'kind'>, shop: Shop): boolean =>
  shop.cutOrder === 'outline-first' && cut.kind !== 'outside';

function bladesFor({ measure, openingMm, ...cut }: GangCut, { gang, input, reaches }: GangContext, layers: number) {
  const heightMm = sawnSingly(cut, input.shop) ? gang.thicknessMm : gang.thicknessMm * layers;
  const turnable = reaches.get(cut.cutId) !== 'standing';
  const sawn = { measure, openingMm, hardnessN: gang.wood.hardnessN, heightMm, turnable };
  return bladesForCut(sawn, bladePreferences(input.shop), input.drawer);
}

function makeStack(
  context: GangContext,
  { layers, passes }: PassSize,
  done: { readonly sawn: readonly string[]; readonly ready: number },
  limitedBy: LayerLimit,
): Result<Stack, PlanError> {
  const { gang, input, reaches } = context;
  const choices: { cut: GangCut; ranked: readonly BladeChoice[] }[] = [];
  for (const cut of gang.cuts) {
    const found = bladesFor(cut, context, layers);
    if (!found.ok) return err([{ ...found.error, where: gangPlace(gang) }]);
    choices.push({ cut, ranked: found.value });
  }
  const cuts = settleBlades(choices).map(({ cut, choice }): PlannedCut => {
    const singly = sawnSingly(cut, input.shop);
    return {
      cutId: cut.cutId,
      partId: cut.partId,
      kind: cut.kind,
      measure: cut.measure,
      openingMm: cut.openingMm,
      heightMm: snapMm(singly ? gang.thicknessMm : gang.thicknessMm * layers),
      times: singly ? layers : 1,
      choice,
      reach: reaches.get(cut.cutId) ?? 'free',
    };
  });
  const { cuts: omitted, layersToCut, ...described } = gang;
  return ok({
    key: stackKey(gang, layers),
    gang: described,
    layers,
    stackHeightMm: snapMm(gang.thicknessMm * layers),
    passesToCut: passes,
    layersReady: done.ready,
    done: done.sawn,
    blank: blankOf(gang, input.shop),
    roughCuts: cuts.every(({ reach }) => reach === 'free')
      ? []
      : roughCuts(gang.cuts, boxGrown(gang.box, input.shop.holdingMargin.mm), input.shop.holdingMargin.mm),
    cuts: sequence(cuts, input.shop),
    pierceHoles: cuts.reduce((sum, cut) => sum + (cut.kind === 'inside' ? cut.times : 0), 0),
    pierceBits: pierceBitsOf(cuts),
    limitedBy,
  });
}

function pierceBitsOf(cuts: readonly PlannedCut[]): Stack['pierceBits'] {
  const counts = new Map<number, number>();
  for (const { choice, times } of cuts)
    if (choice.bitMm !== null) counts.set(choice.bitMm, (counts.get(choice.bitMm) ?? 0) + times);
  return [...counts].sort(([a], [b]) => a - b).map(([diameterMm, count]) => ({ diameterMm, count }));
}

interface SettledCut {
  readonly cut: GangCut;
  readonly choice: BladeChoice;
}

/**
 * One blade for the whole stack where one serves every cut (the one that is first choice for the longest line);
 * otherwise each cut has its own first choice.
 */
function settleBlades(choices: readonly { cut: GangCut; ranked: readonly BladeChoice[] }[]): SettledCut[] {
  const firstChoices = choices.flatMap(({ cut, ranked }) => (ranked[0] ? [{ cut, choice: ranked[0] }] : []));
  const lengthAsFirst = (blade: Blade): number =>
    firstChoices.reduce((sum, { cut, choice }) => sum + (choice.blade.id === blade.id ? cut.measure.lengthMm : 0), 0);
  const common = (choices[0]?.ranked ?? [])
    .map(({ blade }) => blade)
    .filter((blade) => choices.every(({ ranked }) => ranked.some((choice) => choice.blade.id === blade.id)))
    .sort((a, b) => lengthAsFirst(b) - lengthAsFirst(a))[0];
  if (!common) return firstChoices;
  return choices.map(({ cut, ranked }, i) => {
    const choice = ranked.find(({ blade }) => blade.id === common.id);
    const first = firstChoices[i];
    if (!choice || !first) throw new Error(`blade ${common.id} was said to serve every cut`);
    if (choice === first.choice) return first;
    const inputs = { size: common.size, first: first.choice.blade.size };
    return {
      cut,
      choice: { ...choice, reasons: [...choice.reasons, { rule: 'same-blade', inputs, source: 'our-estimate' }] },
    };
  });
}

/** Inside cuts, then through cuts, before outlines or after them; within each kind, cuts with the same blade together. */
function sequence(cuts: readonly PlannedCut[], shop: Shop): PlannedCut[] {
  const ofKind = (kind: GangCut['kind']): PlannedCut[] => {
    const own = cuts.filter((cut) => cut.kind === kind);
    const blades = [...new Set(own.map(({ choice }) => choice.blade.id))];
    return blades.flatMap((id) => own.filter(({ choice }) => choice.blade.id === id));
  };
  const within = [...ofKind('inside'), ...ofKind('through')];
  return shop.cutOrder === 'inside-first' ? [...within, ...ofKind('outside')] : [...ofKind('outside'), ...within];
}

/**
 * The box around the parts plus the holding margin, but for datum edges, which lie on the board's own; its length along the
 * grain. A margin is a little more where that makes a size that can be set on a rule.
 */
function blankOf({ box, flush, grain }: Gang, { holdingMargin: { mm: margin }, units }: Shop): Blank {
  const held = (size: number, flushSides: number): number =>
    flushSides === 2 ? snapMm(size) : onRule(size + (2 - flushSides) * margin, units);
  const across = held(boxWidth(box), flush.across);
  const up = held(boxHeight(box), flush.up);
  return grain === 'along-y' ? { length: up, width: across, margin } : { length: across, width: up, margin };
}

const tooThick = (gang: Gang, layers: number, shop: Shop): PlanFault => ({
  kind: 'too-thick-for-saw',
  message: `${layers > 1 ? `${String(layers)} pinned layers of ` : ''}${formatLength(gang.thicknessMm, shop.units)} are more than the ${formatLength(shop.saw.maxHeight.mm, shop.units)} the saw takes.`,
  where: gangPlace(gang),
  hint: layers > 1 ? 'Pin fewer layers.' : 'Use thinner wood, or correct the height of the saw under Shop.',
});
