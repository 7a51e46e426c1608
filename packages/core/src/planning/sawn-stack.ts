import type { Blade, BladeChoice } from '../blades';
import { boxGrown, boxHeight, boxWidth } from '../geometry';
import { err, ok, type Result } from '../result';
import { onRule, snapMm } from '../units';
import { bladesForCut } from './cut-blades';
import { gangPlace } from './gangs';
import type { PlanError, PlanInput } from './model/input';
import { bladePreferences, type Shop } from './model/shop';
import type { Blank, Gang, GangCut, PlannedCut, Reach, SawnStack } from './model/stack';
import { roughCuts } from './rough-cuts';
import { stackKey } from './stack-key';

/** A gang on its way to its stacks. */
export interface GangContext {
  readonly gang: Gang;
  readonly input: PlanInput;
  readonly reaches: ReadonlyMap<string, Reach>;
  /** What was worked out before, by layers, and for cuts by their height too: it is asked for again and again. */
  readonly sawn: Map<number, Result<SawnStack, PlanError>>;
  readonly found: Map<string, ReturnType<typeof bladesForCut>>;
}
/** With the outline first the stack is split and inside cuts are sawn in single layers. */
const sawnSingly = (cut: Pick<GangCut, 'kind'>, shop: Shop): boolean =>
  shop.cutOrder === 'outline-first' && cut.kind !== 'outside';

/** The blades for a cut in so many layers, best first. */
export function bladesFor(cut: GangCut, { gang, input, reaches, found }: GangContext, layers: number) {
  const { measure, openingMm, cutId } = cut;
  const heightMm = sawnSingly(cut, input.shop) ? gang.thicknessMm : gang.thicknessMm * layers;
  const key = `${cutId} ${String(heightMm)}`;
  const turnable = reaches.get(cutId) !== 'standing';
  const sawn = { measure, openingMm, hardnessN: gang.wood.hardnessN, heightMm, turnable };
  const blades = found.get(key) ?? bladesForCut(sawn, bladePreferences(input.shop), input.drawer);
  found.set(key, blades);
  return blades;
}

/** Layers of a gang as they are sawn together. */
export function sawnStack(context: GangContext, layers: number): Result<SawnStack, PlanError> {
  const known = context.sawn.get(layers) ?? makeStack(context, layers);
  context.sawn.set(layers, known);
  return known;
}

function makeStack(context: GangContext, layers: number): Result<SawnStack, PlanError> {
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
    blank: blankOf(gang, input.shop),
    roughCuts: cuts.every(({ reach }) => reach === 'free')
      ? []
      : roughCuts(gang.cuts, boxGrown(gang.box, input.shop.holdingMargin.mm), input.shop.holdingMargin.mm),
    cuts: sequence(cuts, input.shop),
    pierceHoles: cuts.reduce((sum, cut) => sum + (cut.kind === 'inside' ? cut.times : 0), 0),
    pierceBits: pierceBitsOf(cuts),
  });
}

function pierceBitsOf(cuts: readonly PlannedCut[]): SawnStack['pierceBits'] {
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
