import { boxGrown, moved, movePath, type Affine, type Path } from '../../geometry';
import { keptIn, measureCut, openingRoom, pierceHolesFor } from '../../patterns';
import { cutsOf, shapeOfPart, type Part } from '../../products';
import { compareMm } from '../../units';
import { NEWTONS_PER_POUND_FORCE } from '../../wood';
import { judgeReach, shortKey } from '../blanks';
import type { PlanInput } from '../model/input';
import type { PlannedStack } from '../model/plan';
import type { Phase, PlannedCut, PlannedHole } from '../model/stack';
import { bladeWrong } from './blades';
import { isSame, marginOf, type ExpectedGang } from './expected';
import { isOneHole, isOneLine } from './families';
import { gangsOfPhase } from './minutes';
import { isEntangled, nestedIn } from './nested';

/** What a cut or hole of a phase is in each gang: its own id, and those of its twins. */
const idsOf = (one: PlannedCut | PlannedHole): string[] => [
  'cutId' in one ? one.cutId : one.holeId,
  ...one.twins.map(({ id }) => id),
];

/** Phases of a stack against its layers: all that is to be done is done once, in layers that have it, in an order that works. */
export function phasesWrong(stack: PlannedStack, own: readonly ExpectedGang[], input: PlanInput): string[] {
  return [
    ...completeness(stack, own),
    ...orderWrong(stack),
    ...earlierWrong(stack, own, input),
    ...stack.phases.flatMap((phase) => phaseWrong(phase, stack, own, input)),
    ...separately(stack, own, input),
  ];
}

/** Every cut and hole of every layer is in exactly one phase that has the layer, and nothing is done to a layer that has it not. */
function completeness({ layers, phases }: PlannedStack, own: readonly ExpectedGang[]): string[] {
  const wrong: string[] = [];
  for (const { id, gangKey } of layers) {
    const parts = own.find(({ key }) => key === gangKey)?.parts ?? [];
    const wanted = parts.flatMap((part) => [
      ...cutsOf(part).map(({ cut }) => cut.id),
      ...part.holes.map((hole) => hole.id),
    ]);
    const mine = new Set(wanted);
    const through = phases.filter(({ layerIds }) => layerIds.includes(id));
    const done = through.flatMap(({ cuts, holes }) => [...cuts, ...holes]);
    const hits = done.map((one) => idsOf(one).filter((item) => mine.has(item)));
    if (hits.some((found) => found.length !== 1)) wrong.push(`something is sawn in layer ${id} that it does not have`);
    if (!isSame(hits.flat().sort(), [...wanted].sort())) wrong.push(`not all of layer ${id} is done once`);
  }
  return wrong;
}

/** Phases come after those they name, none twice, and any two that share a layer stand in an order. */
function orderWrong({ layers, phases }: PlannedStack): string[] {
  const wrong: string[] = [];
  const ids = layers.map(({ id }) => id);
  const before = new Map<string, Set<string>>();
  for (const { key, layerIds, singly, after } of phases) {
    if (key !== shortKey({ layers: layerIds, singly })) wrong.push('the key of a phase is not that of its layers');
    if (
      !isSame(
        layerIds,
        ids.filter((id) => layerIds.includes(id)),
      ) ||
      layerIds.length === 0
    )
      wrong.push('the layers of a phase are not in the order of the stack');
    if (after.some((other) => !before.has(other))) wrong.push('a phase stands before one that must be done first');
    if (before.has(key)) wrong.push('a phase stands twice');
    const known = new Set(after.flatMap((other) => [other, ...(before.get(other) ?? [])]));
    for (const other of phases.slice(
      0,
      phases.findIndex((phase) => phase.key === key),
    ))
      if (other.layerIds.some((id) => layerIds.includes(id)) && !known.has(other.key))
        wrong.push('two phases of one layer stand in no order');
    before.set(key, known);
  }
  return wrong;
}

/** In each layer what lies in the piece that an inside cut frees comes before that cut, and of each part inside and outline as the shop does. */
function earlierWrong({ layers, phases }: PlannedStack, own: readonly ExpectedGang[], { shop }: PlanInput): string[] {
  const wrong: string[] = [];
  for (const { id, gangKey } of layers) {
    const gang = own.find(({ key }) => key === gangKey);
    if (!gang) continue;
    const done = phases
      .filter(({ layerIds }) => layerIds.includes(id))
      .flatMap(({ holes, cuts }) => [...holes, ...cuts].flatMap((one) => idsOf(one)));
    const place = new Map(done.map((item, i) => [item, i]));
    const isBefore = (first: string, then: string): boolean => (place.get(first) ?? -1) < (place.get(then) ?? Infinity);
    if (nestedIn(gang).some(({ inner, outer }) => !isBefore(inner, outer)))
      wrong.push('a piece falls out before all is sawn in it');
    for (const { outline, insideCuts, throughCuts } of gang.parts)
      if (
        [...insideCuts, ...throughCuts].some(
          (cut) => isBefore(cut.id, outline.id) !== (shop.cutOrder === 'inside-first'),
        )
      )
        wrong.push('inside cuts and outlines are in the wrong order');
  }
  return wrong;
}

/** One line that several layers have is sawn at once, unless the shop saws layers alone after the outline. */
function separately({ phases, gangs }: PlannedStack, own: readonly ExpectedGang[], { shop }: PlanInput): string[] {
  if (shop.cutOrder === 'outline-first' && shop.afterOutline === 'singly') return [];
  if (isEntangled(own)) return [];
  // Tilted cuts are sawn layer by layer whatever the shop does.
  const level = phases.flatMap(({ key, cuts }) => {
    const kept = cuts.filter(({ rule }) => rule.tiltDegrees === 0);
    return kept.length > 0 || cuts.length === 0 ? [{ key, cuts: kept }] : [];
  });
  if (gangs.length === 1) return level.length > 1 ? ['one gang is sawn in two phases'] : [];
  const lines = level.flatMap(({ key, cuts }) =>
    cuts.map(({ cutId, kind, rule }) => ({ key, kind, rule, line: lineOf(cutId, gangs, own) })),
  );
  const isTwice = lines.some((one, i) =>
    lines.some(
      (other, k) =>
        k > i &&
        other.key !== one.key &&
        other.kind === one.kind &&
        // What falls out of one layer and is kept of another is no one cut.
        isSame(other.rule, one.rule) &&
        one.line &&
        other.line &&
        isOneLine(one.line, other.line),
    ),
  );
  return isTwice ? ['one line is sawn in two phases'] : [];
}

const placeOf = (id: string, parts: readonly Part[]): Part | undefined =>
  parts.find((part) => cutsOf(part).some(({ cut }) => cut.id === id) || part.holes.some((hole) => hole.id === id));

/** A line in the frame of the stack. */
function lineOf(cutId: string, gangs: PlannedStack['gangs'], own: readonly ExpectedGang[]) {
  for (const [i, { parts }] of own.entries()) {
    const found = parts.flatMap(cutsOf).find(({ cut }) => cut.id === cutId);
    const at = gangs[i]?.at;
    if (found && at) return movePath(found.cut.path, at);
  }
  return undefined;
}

const atOf = (id: string, gangs: PlannedStack['gangs'], own: readonly ExpectedGang[]): Affine | undefined =>
  gangs[own.findIndex(({ parts }) => placeOf(id, parts) !== undefined)]?.at;

function phaseWrong(phase: Phase, stack: PlannedStack, own: readonly ExpectedGang[], input: PlanInput): string[] {
  const { cuts, holes, layerIds, singly, heightMm, pierceBits } = phase;
  const { shop } = input;
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const gangs = gangsOfPhase(phase, stack);
  const under = singly ? gangs.slice(0, 1) : gangs;
  say(
    compareMm(
      heightMm,
      under.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0),
    ) !== 0,
    `a height of ${String(heightMm)} mm`,
  );
  const alone = shop.cutOrder === 'outline-first' && shop.afterOutline === 'singly';
  const isOutline = cuts.some(({ kind }) => kind === 'outside');
  const isTilted = cuts.some(({ rule }) => rule.tiltDegrees !== 0);
  const mayBeAlone = isTilted || (alone && !isOutline) || isEntangled(own);
  say(singly && (!mayBeAlone || layerIds.length === 1 || new Set(gangs).size > 1), 'sawn one by one');
  say(!singly && layerIds.length > 1 && isTilted, 'a tilted cut through several layers');
  say(alone && !singly && layerIds.length > 1 && !isOutline, 'sawn together after the outline');
  const bits = cuts
    .filter(({ kind }) => kind === 'inside')
    .flatMap(({ choice, entries }) => Array<number>((singly ? layerIds.length : 1) * entries).fill(choice.bitMm ?? 0));
  say(
    !isSame(
      pierceBits.flatMap(({ diameterMm, count }) => Array<number>(count).fill(diameterMm)),
      bits.sort((a, b) => a - b),
    ),
    'the bits of its pierce holes',
  );
  for (const hole of holes) say(holeIsWrong(hole, stack, own), `hole ${hole.holeId}`);
  for (const cut of cuts)
    for (const what of cutWrong(cut, phase, stack, own, input)) wrong.push(`cut ${cut.cutId}: ${what}`);
  return wrong;
}

function holeIsWrong(hole: PlannedHole, { gangs }: PlannedStack, own: readonly ExpectedGang[]): boolean {
  const all = own.flatMap(({ parts }) => parts);
  return idsOf(hole).some((id) => {
    const part = placeOf(id, all);
    const drawn = part?.holes.find((one) => one.id === id);
    const at = atOf(id, gangs, own);
    if (!part || !drawn || !at || !isOneHole(drawn, hole, at)) return true;
    // Its own is there to the letter; twins may lie off by what one outline may from another.
    const isOwn = id === hole.holeId;
    const place = moved(at, drawn.center);
    return isOwn && (part.id !== hole.partId || drawn.diameterMm !== hole.diameterMm || !isSame(place, hole.center));
  });
}

function cutWrong(
  cut: PlannedCut,
  phase: Phase,
  stack: PlannedStack,
  own: readonly ExpectedGang[],
  input: PlanInput,
): string[] {
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const { measure, openingMm, reach, kind, twins } = cut;
  const gang = own.find(({ parts }) => placeOf(cut.cutId, parts));
  const part = gang && placeOf(cut.cutId, gang.parts);
  const drawn = part && cutsOf(part).find((one) => one.cut.id === cut.cutId);
  if (!gang || !part || !drawn) return ['no layer has it'];
  say(cut.partId !== part.id || kind !== drawn.kind, 'is of another part or kind');
  say(!isSame(measure, measureCut(drawn.cut.path, kind)), 'is measured wrongly');
  const { line: side, tiltDegrees, kept } = part.cutRules[cut.cutId] ?? { line: 'on', tiltDegrees: 0, kept: null };
  say(!isSame(cut.rule, { line: side, tiltDegrees, kept }), 'is sawn otherwise than its part says');
  say(
    Math.abs(tiltDegrees) > Math.max(input.shop.saw.tiltLeftDegrees, input.shop.saw.tiltRightDegrees),
    'is tilted further than the table goes',
  );
  const wants = new Set(idsOf(cut).flatMap((id) => own.flatMap(({ parts }) => placeOf(id, parts)?.cutWants[id] ?? [])));
  say(cut.wants.length !== wants.size || cut.wants.some((want) => !wants.has(want)), 'what it wants of a blade');
  const blank = boxGrown(gang.box, marginOf(input));
  say(reach !== judgeReach(drawn.cut.path, blank, input.shop.saw.reach.mm), 'its reach');
  const line = lineOf(cut.cutId, stack.gangs, own);
  for (const { id, partId } of twins) {
    const twin = lineOf(id, stack.gangs, own);
    say(
      !twin ||
        !line ||
        !isOneLine(twin, line) ||
        placeOf(
          id,
          own.flatMap(({ parts }) => parts),
        )?.id !== partId,
      `its twin ${id}`,
    );
  }
  const least = idsOf(cut).flatMap((id) => roomOf(id, own));
  const room = kind === 'inside' && least.length > 0 ? Math.min(...least) : null;
  say(openingMm !== room, 'the room in its opening');
  say(cut.entries !== entriesWanted(cut, phase, stack, own, input), 'its entry holes');
  return stack.passesToCut === 0 ? wrong : [...wrong, ...bladeWrong(cut, phase, stack, input)];
}

/** Entry holes: one where a bit goes in, two in very hard wood where the shop wants them and both have room. */
function entriesWanted(
  { cutId, choice: { bitMm } }: PlannedCut,
  phase: Phase,
  stack: PlannedStack,
  own: readonly ExpectedGang[],
  { shop }: PlanInput,
): number {
  if (bitMm === null) return 0;
  const hardest = Math.max(
    ...gangsOfPhase(phase, stack).flatMap(({ plies }) => plies.map(({ wood }) => wood.hardnessN)),
  );
  if (!shop.secondEntry || hardest < 1800 * NEWTONS_PER_POUND_FORCE) return 1;
  for (const { parts, template } of own) {
    const part = placeOf(cutId, parts);
    if (!part) continue;
    const shape = shapeOfPart(part, template.parts);
    const holes = pierceHolesFor(shape, { bitFor: (id) => (id === cutId ? bitMm : null), secondFor: () => true });
    return Math.max(1, holes.length);
  }
  return 1;
}

const rooms = new WeakMap<ExpectedGang, Map<string, readonly number[]>>();

/** The room that an inside cut has for its hole in the part that draws it; none where any hole goes in. Measured once. */
function roomOf(id: string, own: readonly ExpectedGang[]): readonly number[] {
  for (const gang of own) {
    const part = placeOf(id, gang.parts);
    const drawn = part && cutsOf(part).find(({ cut }) => cut.id === id);
    if (!part || drawn?.kind !== 'inside') continue;
    const measured = rooms.get(gang) ?? new Map<string, readonly number[]>();
    rooms.set(gang, measured);
    const kept = (): readonly Path[] => keptIn(drawn.cut.path, shapeOfPart(part, gang.template.parts));
    const room = measured.get(id) ?? [openingRoom(drawn.cut.path, kept()) ?? []].flat();
    measured.set(id, room);
    return room;
  }
  return [];
}
