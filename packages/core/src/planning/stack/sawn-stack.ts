import { plyUnder, slantedPace, woodPace, type CutWant, type SawnPly, type WoodPace } from '../../blades';
import { boxGrown, boxHeight, boxWidth, IDENTITY, inOrder, moved, turnsOver, undo, type Affine } from '../../geometry';
import { err, ok, type Result } from '../../result';
import { onRule, snapMm } from '../../units';
import { bladesForCut } from './cut-blades';
import { type Family, type Feature, gangKeyOf, gangPlace, roughCuts, slantOf, stackKey, stripFor } from '../blanks';
import { entriesOf, layerIdsOf, type Mix, phaseKey, type PhaseOutline, phasesOf, wantsSecondEntry } from '../phases';
import { inSequence } from './cut-sequence';
import type { FamilyContext } from './family-context';
import type { PlanError } from '../model/input';
import { economyOf, factorsInForce } from '../model/factors';
import { bladePreferences, type Shop } from '../model/shop';
import type {
  Blank,
  Gang,
  GangCut,
  Phase,
  PlannedCut,
  PlannedHole,
  SawnStack,
  StackedGang,
  Twin,
  UnnamedStack,
} from '../model/stack';
import { settleBlades, type OpenChoice, type SettledCut } from './settle-blades';

/** What lies under the blade: its height, the hardest of its woods, which limits it, and what all of them take. */
interface UnderBlade {
  readonly heightMm: number;
  readonly hardnessN: number;
  readonly pace: WoodPace;
}

/** What the members of a phase have of a feature, the first of them first. */
const inPhase = <T>({ of }: Feature<T>, { members }: Pick<PhaseOutline, 'members'>): T[] =>
  members.flatMap((i) => of[i] ?? []);

/** What lies under the blade in a phase of a mix. */
export function underBlade({ members, singly }: PhaseOutline, mix: Mix, { family, input }: FamilyContext): UnderBlade {
  let [heightMm, hardnessN] = [0, 0];
  const plies: SawnPly[] = [];
  for (const i of members) {
    const gang = family.members[i]?.gang;
    if (!gang) throw new RangeError(`the family has no member ${String(i)}`);
    const times = singly ? 1 : (mix[i] ?? 0);
    heightMm += gang.thicknessMm * times;
    for (const { wood, thicknessMm } of gang.plies) {
      hardnessN = Math.max(hardnessN, wood.hardnessN);
      plies.push(plyUnder(wood, thicknessMm * times));
    }
  }
  const pace = woodPace(plies, economyOf(factorsInForce(input.shop.factors)));
  return { heightMm: snapMm(heightMm), hardnessN, pace };
}

/** The phases of a mix, worked out once. */
export function phasesOfMix({ family, input, outlines }: FamilyContext, mix: Mix): readonly PhaseOutline[] {
  const key = mix.join(' ');
  const known = outlines.get(key) ?? phasesOf(family, mix, input.shop);
  outlines.set(key, known);
  return known;
}

/** The blades for a cut of some members, best first. The least room of them counts for its hole. */
export function bladesFor(cuts: readonly GangCut[], under: UnderBlade, context: FamilyContext) {
  const [cut] = cuts;
  if (!cut) throw new RangeError('a cut is of at least one member');
  const openings = cuts.flatMap(({ openingMm }) => openingMm ?? []);
  const openingMm = openings.length > 0 ? Math.min(...openings) : null;
  const slant = slantOf(cut.rule);
  const { hardnessN, pace } = under;
  const heightMm = under.heightMm * slant;
  const wants = wantsOf(cuts);
  const key = [cut.cutId, openingMm, heightMm, hardnessN, pace.minutesPerMm, ...wants].join(' ');
  const turnable = context.reaches.get(cut.cutId) !== 'standing';
  const sawn = {
    measure: cut.measure,
    openingMm,
    turnable,
    hardnessN,
    heightMm,
    pace: slantedPace(pace, slant),
    wants,
  };
  const blades =
    context.found.get(key) ?? bladesForCut(sawn, bladePreferences(context.input.shop), context.input.drawer);
  context.found.set(key, blades);
  return blades;
}

/** What any of the members wants of the line they share. */
const wantsOf = (cuts: readonly GangCut[]): CutWant[] => [...new Set(cuts.flatMap(({ wants }) => wants))];

/** Layers of a family as they are sawn together. */
export function sawnStack(context: FamilyContext, mix: Mix): Result<SawnStack, PlanError> {
  const made = unnamedStack(context, mix);
  return made.ok ? ok(named(made.value)) : made;
}

/** The same before it has the names that work is marked by: those are hashes, and take longer than all the rest. */
export function unnamedStack(context: FamilyContext, mix: Mix): Result<UnnamedStack, PlanError> {
  const key = mix.join(' ');
  const known = context.sawn.get(key) ?? makeStack(context, mix);
  context.sawn.set(key, known);
  return known;
}

function named(stack: UnnamedStack): SawnStack {
  const keys = new Map(stack.phases.map((phase) => [phase.key, phaseKey(phase)]));
  const keyOf = (key: string): string => keys.get(key) ?? key;
  const phases = stack.phases.map((phase) => ({ ...phase, key: keyOf(phase.key), after: phase.after.map(keyOf) }));
  return { key: stackKey(stack.layers), ...stack, phases };
}

function makeStack(context: FamilyContext, mix: Mix): Result<UnnamedStack, PlanError> {
  const { family, input, reaches } = context;
  const { shop } = input;
  const places = mix.flatMap((count, i) => (count > 0 ? [i] : []));
  const [first] = places.flatMap((i) => family.members[i] ?? []);
  if (!first) throw new RangeError('a stack has at least one layer');
  const outlines = phasesOfMix(context, mix);
  const open: OpenChoice[] = [];
  for (const phase of outlines) {
    const under = underBlade(phase, mix, context);
    for (const place of phase.cuts) {
      const cuts = featureCuts(family, place, phase);
      const found = bladesFor(cuts, under, context);
      if (!found.ok) return err([{ ...found.error, where: gangPlace(first.gang) }]);
      open.push({ phase, cuts, ranked: found.value });
    }
  }
  const settled = settleBlades(open);
  const back = undo(first.at);
  const phases = outlines.map((phase): Phase => {
    const under = underBlade(phase, mix, context);
    const isSecondWanted = wantsSecondEntry(shop, under.hardnessN);
    const cuts = settled.filter((one) => one.phase === phase).map((one) => plannedCut(one, isSecondWanted, context));
    return {
      key: phase.key,
      layerIds: phase.layerIds,
      singly: phase.singly,
      heightMm: under.heightMm,
      holes: phase.holes.map((place) => plannedHole(family, place, phase, back)),
      cuts: inSequence(cuts, gangsOf(phase, family), shop.cutOrder),
      pierceBits: pierceBitsOf(cuts, phase),
      after: phase.after,
    };
  });
  const isFree = settled.every(({ cuts: [cut] }) => cut && (reaches.get(cut.cutId) ?? 'free') === 'free');
  const blankBox = boxGrown(first.gang.box, shop.holdingMargin.mm);
  const gangs = places.map((i) => stackedGang(context, i, back));
  const layers = layerIdsOf(family, mix).map((id) => ({ id, gangKey: gangKeyOf(id) }));
  return ok({
    gangs,
    layers,
    stackHeightMm: snapMm(places.reduce((sum, i, k) => sum + (mix[i] ?? 0) * (gangs[k]?.thicknessMm ?? 0), 0)),
    roughCuts: isFree ? [] : roughCuts(first.gang.cuts, blankBox, shop.holdingMargin.mm),
    strip: stripFor({ gangs, layers, phases }, shop),
    phases,
  });
}

const gangsOf = ({ members }: PhaseOutline, family: Family): Gang[] =>
  members.flatMap((place) => family.members[place]?.gang ?? []);

/** What the members of a phase have of the cut at a place of the family. */
export function featureCuts(family: Family, place: number, phase: PhaseOutline): GangCut[] {
  const feature = family.cuts[place];
  return feature ? inPhase(feature, phase) : [];
}

function plannedCut(
  { cuts, choice }: SettledCut,
  isSecondWanted: boolean,
  { reaches, entries }: FamilyContext,
): PlannedCut {
  const [first, ...others] = cuts;
  if (!first) throw new RangeError('a cut is of at least one member');
  const { cutId, partId, kind, rule, measure } = first;
  const openings = cuts.flatMap(({ openingMm }) => openingMm ?? []);
  const entryKey = [cutId, choice.bitMm, isSecondWanted].join(' ');
  const holes = entries.get(entryKey) ?? entriesOf(first, choice.bitMm, isSecondWanted);
  entries.set(entryKey, holes);
  return {
    cutId,
    partId,
    kind,
    rule,
    measure,
    openingMm: openings.length > 0 ? Math.min(...openings) : null,
    wants: wantsOf(cuts),
    twins: others.map((other): Twin => ({ partId: other.partId, id: other.cutId })),
    choice,
    entries: holes,
    reach: reaches.get(cutId) ?? 'free',
  };
}

function plannedHole({ members, holes }: Family, place: number, phase: PhaseOutline, back: Affine): PlannedHole {
  const feature = holes[place];
  const i = phase.members.find((member) => feature?.of[member]);
  const [hole, ...others] = feature ? inPhase(feature, phase) : [];
  const at = i === undefined ? undefined : members[i]?.at;
  if (!hole || !at) throw new RangeError('a hole is of at least one member');
  return {
    ...hole,
    center: moved(inOrder(at, back), hole.center),
    twins: others.map(({ partId, holeId }): Twin => ({ partId, id: holeId })),
  };
}

function pierceBitsOf(cuts: readonly PlannedCut[], { singly, layerIds }: PhaseOutline): Phase['pierceBits'] {
  const counts = new Map<number, number>();
  const times = singly ? layerIds.length : 1;
  for (const { choice, entries } of cuts)
    if (choice.bitMm !== null) counts.set(choice.bitMm, (counts.get(choice.bitMm) ?? 0) + times * entries);
  return [...counts].sort(([a], [b]) => a - b).map(([diameterMm, count]) => ({ diameterMm, count }));
}

/** A member as it lies in a stack whose first gang is moved `back` into its own frame. */
function stackedGang({ family, input, described }: FamilyContext, place: number, back: Affine): StackedGang {
  const member = family.members[place];
  if (!member) throw new RangeError(`the family has no member ${String(place)}`);
  const own = inOrder(member.at, back);
  const at = own.a === 1 && own.d === 1 && Math.hypot(own.e, own.f) === 0 ? IDENTITY : own;
  const known = described.get(member);
  if (known) return { ...known, at, turnedOver: turnsOver(at) };
  const {
    bodyPlaces: _places,
    cuts: _cuts,
    holes: _holes,
    around: _around,
    layersToCut: _layers,
    ...gang
  } = member.gang;
  const fresh = { ...gang, at, turnedOver: turnsOver(at), blank: blankOf(member.gang, input.shop) };
  described.set(member, fresh);
  return fresh;
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
