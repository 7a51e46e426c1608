import type { Blade, BladeChoice } from '../blades';
import { boxGrown, boxHeight, boxWidth, IDENTITY, inOrder, moved, turnsOver, undo, type Affine } from '../geometry';
import { err, ok, type Result } from '../result';
import { onRule, snapMm, sumMm } from '../units';
import { bladesForCut } from './cut-blades';
import type { Family, Feature, Member } from './families';
import { gangPlace } from './gangs';
import type { PlanError, PlanInput } from './model/input';
import { bladePreferences, type Shop } from './model/shop';
import type {
  Blank,
  Gang,
  GangCut,
  GangHole,
  Phase,
  PlannedCut,
  PlannedHole,
  Reach,
  SawnStack,
  StackedGang,
  Twin,
} from './model/stack';
import { layerIdsOf, phasesOf, type Mix, type PhaseOutline } from './phases';
import { roughCuts } from './rough-cuts';
import { stackKey } from './stack-key';

/** A family on its way to its stacks. */
export interface FamilyContext {
  readonly family: Family;
  readonly input: PlanInput;
  /** By the id of the cut. */
  readonly reaches: ReadonlyMap<string, Reach>;
  /** What was worked out before, by mix, and for cuts by height and wood: it is asked for again and again. */
  readonly sawn: Map<string, Result<SawnStack, PlanError>>;
  readonly found: Map<string, ReturnType<typeof bladesForCut>>;
}

/** What lies under the blade: its height, and the hardest of its woods, which limits it. */
interface UnderBlade {
  readonly heightMm: number;
  readonly hardnessN: number;
}

const membersIn = ({ members }: Family, mix: Mix): Member[] => members.filter((_member, i) => (mix[i] ?? 0) > 0);

/** What some members of a mix have of a feature, the first of them first. */
const inMix = <T>({ of }: Feature<T>, mix: Mix): T[] =>
  of.flatMap((one, i) => (one !== null && (mix[i] ?? 0) > 0 ? [one] : []));

/** What lies under the blade in a phase. */
export function underBlade(
  { layerIds, singly }: Pick<PhaseOutline, 'layerIds' | 'singly'>,
  family: Family,
): UnderBlade {
  const gangs = layerIds.map((id) => gangOfLayer(id, family));
  const under = singly ? gangs.slice(0, 1) : gangs;
  return {
    heightMm: snapMm(sumMm(under.map(({ thicknessMm }) => thicknessMm))),
    hardnessN: Math.max(...under.map(({ wood }) => wood.hardnessN)),
  };
}

function gangOfLayer(id: string, { members }: Family): Gang {
  const found = members.find(({ gang }) => id.startsWith(`${gang.key}.`));
  if (!found) throw new RangeError(`layer ${id} is of no gang of its family`);
  return found.gang;
}

/** The blades for a cut of some members, best first. The least room of them counts for its hole. */
export function bladesFor(cuts: readonly GangCut[], under: UnderBlade, context: FamilyContext) {
  const [cut] = cuts;
  if (!cut) throw new RangeError('a cut is of at least one member');
  const openings = cuts.flatMap(({ openingMm }) => openingMm ?? []);
  const openingMm = openings.length > 0 ? Math.min(...openings) : null;
  const key = [cut.cutId, openingMm, under.heightMm, under.hardnessN].join(' ');
  const turnable = context.reaches.get(cut.cutId) !== 'standing';
  const sawn = { measure: cut.measure, openingMm, turnable, ...under };
  const blades =
    context.found.get(key) ?? bladesForCut(sawn, bladePreferences(context.input.shop), context.input.drawer);
  context.found.set(key, blades);
  return blades;
}

/** Layers of a family as they are sawn together. */
export function sawnStack(context: FamilyContext, mix: Mix): Result<SawnStack, PlanError> {
  const key = mix.join(' ');
  const known = context.sawn.get(key) ?? makeStack(context, mix);
  context.sawn.set(key, known);
  return known;
}

interface OpenChoice {
  readonly phase: PhaseOutline;
  readonly cuts: readonly GangCut[];
  readonly ranked: readonly BladeChoice[];
}

function makeStack(context: FamilyContext, mix: Mix): Result<SawnStack, PlanError> {
  const { family, input, reaches } = context;
  const { shop } = input;
  const members = membersIn(family, mix);
  const [first] = members;
  if (!first) throw new RangeError('a stack has at least one layer');
  const outlines = phasesOf(family, mix, shop);
  const open: OpenChoice[] = [];
  for (const phase of outlines) {
    const under = underBlade(phase, family);
    for (const place of phase.cuts) {
      const cuts = cutsIn(phase, family.cuts[place], family, mix);
      const found = bladesFor(cuts, under, context);
      if (!found.ok) return err([{ ...found.error, where: gangPlace(first.gang) }]);
      open.push({ phase, cuts, ranked: found.value });
    }
  }
  const settled = settleBlades(open);
  const back = undo(first.at);
  const phases = outlines.map((phase): Phase => {
    const cuts = settled.filter((one) => one.phase === phase).map((one) => plannedCut(one, reaches));
    return {
      key: phase.key,
      layerIds: phase.layerIds,
      singly: phase.singly,
      heightMm: underBlade(phase, family).heightMm,
      holes: phase.holes.map((place) => plannedHole(family.holes[place], phase, family, mix, back)),
      cuts: sequence(cuts, shop),
      pierceBits: pierceBitsOf(cuts, phase),
      after: phase.after,
    };
  });
  const layers = layerIdsOf(family, mix).map((id) => ({ id, gangKey: gangOfLayer(id, family).key }));
  const isFree = settled.every(({ cuts: [cut] }) => cut && (reaches.get(cut.cutId) ?? 'free') === 'free');
  const blankBox = boxGrown(first.gang.box, shop.holdingMargin.mm);
  return ok({
    key: stackKey(layers),
    gangs: members.map((member) => stackedGang(member, inOrder(member.at, back), shop)),
    layers,
    stackHeightMm: snapMm(sumMm(layers.map(({ id }) => gangOfLayer(id, family).thicknessMm))),
    roughCuts: isFree ? [] : roughCuts(first.gang.cuts, blankBox, shop.holdingMargin.mm),
    phases,
  });
}

/** What the members whose layers are in a phase have of a cut. */
export function cutsIn(
  phase: PhaseOutline,
  feature: Feature<GangCut> | undefined,
  family: Family,
  mix: Mix,
): GangCut[] {
  return feature ? inMix(feature, mixOf(phase, family, mix)) : [];
}

/** Of a mix what is in a phase. */
const mixOf = ({ layerIds }: PhaseOutline, { members }: Family, mix: Mix): Mix =>
  members.map(({ gang }, i) => (layerIds.some((id) => id.startsWith(`${gang.key}.`)) ? (mix[i] ?? 0) : 0));

function plannedCut({ cuts, choice }: SettledCut, reaches: ReadonlyMap<string, Reach>): PlannedCut {
  const [first, ...others] = cuts;
  if (!first) throw new RangeError('a cut is of at least one member');
  const { cutId, partId, kind, measure } = first;
  const openings = cuts.flatMap(({ openingMm }) => openingMm ?? []);
  return {
    cutId,
    partId,
    kind,
    measure,
    openingMm: openings.length > 0 ? Math.min(...openings) : null,
    twins: others.map((other): Twin => ({ partId: other.partId, id: other.cutId })),
    choice,
    reach: reaches.get(cutId) ?? 'free',
  };
}

function plannedHole(
  feature: Feature<GangHole> | undefined,
  phase: PhaseOutline,
  family: Family,
  mix: Mix,
  back: Affine,
): PlannedHole {
  const own = mixOf(phase, family, mix);
  const place = feature?.of.findIndex((hole, i) => hole !== null && (own[i] ?? 0) > 0) ?? -1;
  const hole = feature?.of[place];
  const at = family.members[place]?.at;
  if (!feature || !hole || !at) throw new RangeError('a hole is of at least one member');
  const others = inMix(feature, own).filter((other) => other !== hole);
  return {
    ...hole,
    center: moved(inOrder(at, back), hole.center),
    twins: others.map(({ partId, holeId }): Twin => ({ partId, id: holeId })),
  };
}

function pierceBitsOf(cuts: readonly PlannedCut[], { singly, layerIds }: PhaseOutline): Phase['pierceBits'] {
  const counts = new Map<number, number>();
  const times = singly ? layerIds.length : 1;
  for (const { choice } of cuts)
    if (choice.bitMm !== null) counts.set(choice.bitMm, (counts.get(choice.bitMm) ?? 0) + times);
  return [...counts].sort(([a], [b]) => a - b).map(([diameterMm, count]) => ({ diameterMm, count }));
}

interface SettledCut extends Omit<OpenChoice, 'ranked'> {
  readonly choice: BladeChoice;
}

/** One blade for the whole stack where one serves every cut; else one for each phase where one does; else the first choices. */
function settleBlades(open: readonly OpenChoice[]): SettledCut[] {
  const whole = settledWithOne(open);
  if (whole) return whole;
  return [...new Set(open.map(({ phase }) => phase))].flatMap((phase) => {
    const own = open.filter((one) => one.phase === phase);
    return (
      settledWithOne(own) ?? own.flatMap(({ cuts, ranked }) => (ranked[0] ? [{ phase, cuts, choice: ranked[0] }] : []))
    );
  });
}

/** All with the one blade that serves every cut and is first choice for the longest line; null where none does. */
function settledWithOne(open: readonly OpenChoice[]): SettledCut[] | null {
  const lengthAsFirst = (blade: Blade): number =>
    open.reduce(
      (sum, { cuts: [cut], ranked: [first] }) =>
        sum + (first?.blade.id === blade.id ? (cut?.measure.lengthMm ?? 0) : 0),
      0,
    );
  const common = (open[0]?.ranked ?? [])
    .map(({ blade }) => blade)
    .filter((blade) => open.every(({ ranked }) => ranked.some((choice) => choice.blade.id === blade.id)))
    .sort((a, b) => lengthAsFirst(b) - lengthAsFirst(a))[0];
  if (!common) return null;
  return open.map(({ phase, cuts, ranked }) => {
    const choice = ranked.find(({ blade }) => blade.id === common.id);
    const [first] = ranked;
    if (!choice || !first) throw new Error(`blade ${common.id} was said to serve every cut`);
    if (choice === first) return { phase, cuts, choice };
    const inputs = { size: common.size, first: first.blade.size };
    const reason = { rule: 'same-blade' as const, inputs, source: 'our-estimate' as const };
    return { phase, cuts, choice: { ...choice, reasons: [...choice.reasons, reason] } };
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

function stackedGang({ gang }: Member, at: Affine, shop: Shop): StackedGang {
  const { cuts: _cuts, holes: _holes, layersToCut: _layers, ...described } = gang;
  const isAsDrawn = at.a === 1 && at.d === 1 && Math.hypot(at.e, at.f) === 0;
  return { ...described, at: isAsDrawn ? IDENTITY : at, turnedOver: turnsOver(at), blank: blankOf(gang, shop) };
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
