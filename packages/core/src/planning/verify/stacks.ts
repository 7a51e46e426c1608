import { stepOf } from '../../ledger';
import { inches, compareMm, TOUCHING, SAME_SHARE } from '../../units';
import { woodById } from '../../wood';
import { roughCuts, shortKey } from '../blanks';
import { factorsInForce } from '../model/factors';
import type { PlanInput } from '../model/input';
import type { Minutes, Plan, PlannedStack } from '../model/plan';
import type { HeightCost, StackedGang } from '../model/stack';
import { stackWarnings } from '../stack';
import { boxGrown } from '../../geometry';
import { qualityOf } from './blades';
import { marksOf } from './counts';
import { isSame, marginOf, type ExpectedGang } from './expected';
import { heldWrong } from './held';
import { bodiesInOrder, mayLieTogether } from './families';
import { minutesOfPass, perMm, wearing } from './minutes';
import { phasesWrong } from './phases';
import { stripWrong } from './strips';

/** A blank may be so much larger than its rule says where it has a margin: the most that comes of sixteenths of an inch, mm. */
const ROUNDED_UP = inches(1 / 16);
const layersOf = ({ layers }: PlannedStack, gangKey: string): number =>
  layers.filter((layer) => layer.gangKey === gangKey).length;

/** All stacks together: every part wanted is in one gang, passes give what is wanted, and each pass that stands is kept. */
export function stacksWrong(
  plan: Plan,
  { run }: PlanInput,
  gangs: readonly ExpectedGang[],
  standing: PlanInput['work'],
): string[] {
  const wrong: string[] = [];
  const keys = plan.stacks.map(({ key }) => key);
  if (new Set(keys).size < keys.length) wrong.push('two stacks have one key');
  const toCut = new Map(plan.parts.map((part) => [part.partId, part.toCut]));
  const planned = new Map(plan.parts.map((part) => [part.partId, part.planned]));
  const insisted = new Set(run.stacks.pins.flatMap(({ layers }) => layers.map(({ partId }) => partId)));
  const byGang = new Map<string, PlannedStack[]>();
  for (const stack of plan.stacks)
    for (const { key } of stack.gangs) byGang.set(key, [...(byGang.get(key) ?? []), stack]);
  const naming = eventsNaming(standing);
  for (const gang of gangs) {
    const own = byGang.get(gang.key) ?? [];
    const name = gang.parts.map((part) => part.name).join(' + ');
    const wanted = Math.max(...gang.parts.map(({ id }) => toCut.get(id) ?? 0));
    const coming = Math.max(...gang.parts.map(({ id }) => planned.get(id) ?? 0));
    const cut = own.reduce((sum, stack) => sum + layersOf(stack, gang.key) * stack.passesToCut, 0);
    // What is stuck already is sawn, wanted or not; only what is still to be made must not be too much.
    const inHand = coming - cut;
    const atOnce = gang.pinnedLayers ?? 1;
    const most = inHand + Math.ceil(Math.max(0, wanted - inHand) / atOnce) * atOnce;
    const isPinned = gang.parts.some(({ id }) => insisted.has(id));
    if (coming < wanted || (coming > most && !isPinned))
      wrong.push(`${name}: ${String(coming)} layers in its stacks, ${String(most)} are wanted`);
    const ready = own.reduce((sum, { layersReady }) => sum + (layersReady[gang.key] ?? 0), 0);
    const least = Math.min(readyLayers(gang, naming(gang.key)), cut);
    if (ready !== least) wrong.push(`${name}: blanks for ${String(ready)} layers are ready, not ${String(least)}`);
  }
  return wrong;
}

/** Finds the events that may say something of the blanks of a gang, in their order: those that name it, and early ones that name no layer. */
function eventsNaming(standing: PlanInput['work']): (gang: string) => PlanInput['work'] {
  const byGang = new Map<string, number[]>();
  const early: number[] = [];
  standing.forEach((event, i) => {
    const layers = 'stackLayers' in event ? event.stackLayers : [];
    if (!layers) early.push(i);
    const named = event.kind === 'blanks-cut' ? Object.keys(event.layers) : (layers ?? []);
    for (const gang of new Set(named.map((name) => name.replace(/\.\d+$/, '')))) {
      const places = byGang.get(gang);
      if (places) places.push(i);
      else byGang.set(gang, [i]);
    }
  });
  return (gang) => {
    const places = [...(byGang.get(gang) ?? []), ...early].sort((a, b) => a - b);
    return places.flatMap((i) => standing[i] ?? []);
  };
}

/** Layers for which blanks were marked as cut, less those that passes have used up since they were begun. */
function readyLayers({ key }: ExpectedGang, standing: PlanInput['work']): number {
  let ready = 0;
  const begun = new Set<string>();
  for (const event of standing) {
    if (event.kind === 'blanks-cut') ready += event.layers[key] ?? 0;
    for (const { mark, own } of blanksTaken(event, key)) {
      if (begun.has(mark)) continue;
      begun.add(mark);
      ready = Math.max(0, ready - own);
    }
  }
  return ready;
}

/** What an event takes of the blanks of a gang: so many layers for each pass that it names. */
function blanksTaken(event: PlanInput['work'][number], gang: string): { mark: string; own: number }[] {
  const layersIn = (ids: readonly string[]): number => ids.filter((layer) => layer.startsWith(`${gang}.`)).length;
  if (event.kind === 'step-done' && stepOf(event) === 'stick')
    return event.passes.map((pass) => ({
      mark: `${String(event.stack)} ${String(pass)}`,
      own: layersIn(event.stackLayers ?? []),
    }));
  if (event.kind !== 'pass-sawn' && event.kind !== 'layers-spoiled') return [];
  const { stack, stackLayers, layers, pass, id } = event;
  const early = (): number => (stack === shortKey({ gang, layers }) ? layers : 0);
  return [{ mark: `${stack} ${String(pass ?? id)}`, own: stackLayers ? layersIn(stackLayers) : early() }];
}

/** Each stack against its gangs, its cuts against the templates, its blades against drawer and saw. */
export function eachStackWrong(
  plan: Plan,
  input: PlanInput,
  gangs: readonly ExpectedGang[],
  standing: PlanInput['work'],
): string[] {
  const rows = new Map(plan.parts.map((row) => [row.partId, row]));
  const byKey = new Map(gangs.map((gang) => [gang.key, gang]));
  const byStack = new Map<string, PlanInput['work'][number][]>();
  for (const event of standing)
    if ('stack' in event && event.stack !== null)
      byStack.set(event.stack, [...(byStack.get(event.stack) ?? []), event]);
  return plan.stacks.flatMap((stack) => {
    const name = stack.gangs.map(({ parts }) => parts.map(({ partName }) => partName).join(' + ')).join(' / ');
    const own = stack.gangs.flatMap(({ key }) => byKey.get(key) ?? []);
    if (own.length === 0 || own.length < stack.gangs.length)
      return [`${name}: no such parts lie together in the templates`];
    return stackWrong(stack, own, rows, input, byStack.get(stack.key) ?? []).map((what) => `${name}: ${what}`);
  });
}

type Rows = ReadonlyMap<string, Plan['parts'][number]>;

function stackWrong(
  stack: PlannedStack,
  own: readonly ExpectedGang[],
  rows: Rows,
  input: PlanInput,
  standing: PlanInput['work'],
): string[] {
  const wrong = [
    ...layersWrong(stack),
    ...stack.gangs.flatMap((gang, i) => (own[i] ? gangWrong(gang, own[i], rows, input) : [])),
    ...heightWrong(stack, own, input),
    ...(mayLieTogether(stack, own, input) ? [] : ['such layers may not be cut together']),
    ...(bodiesInOrder(stack, own) ? [] : ['layers of a body lie in another order than in the body']),
    ...phasesWrong(stack, own, input),
    ...heldWrong(stack, own, input),
    ...stripWrong(stack, input),
    ...workWrong(stack, standing),
  ];
  const minutes = minutesOfPass(stack, input.shop);
  wrong.push(...heightsWrong(stack, minutes, input));
  const isOff = (kind: keyof Minutes): boolean =>
    !(Math.abs(stack.passMinutes[kind] - minutes[kind]) <= SAME_SHARE * (1 + minutes[kind]));
  if ((Object.keys(minutes) as (keyof Minutes)[]).some(isOff))
    wrong.push(`minutes of a pass are ${JSON.stringify(stack.passMinutes)}`);
  if (!isSame(stack.warnings, stackWarnings(stack))) wrong.push('warnings are not those of the stack');
  return wrong;
}

/** Each gang is there once, its layers are numbered from 0 and lie together, and all is named by what is in it. */
function layersWrong({ key, gangs, layers }: PlannedStack): string[] {
  const expected = gangs.flatMap((gang) =>
    layers.filter(({ gangKey }) => gangKey === gang.key).map((_layer, nth) => `${gang.key}.${String(nth)}`),
  );
  const [only] = gangs;
  const named =
    gangs.length === 1 && only
      ? shortKey({ gang: only.key, layers: layers.length })
      : shortKey({ layers: layers.map(({ id }) => id) });
  return [
    ...(isSame(
      layers.map(({ id }) => id),
      expected,
    ) && expected.length > 0
      ? []
      : ['the layers are not those of its gangs']),
    ...(layers.every(({ id, gangKey }) => id.startsWith(`${gangKey}.`)) ? [] : ['a layer names another gang']),
    ...(new Set(gangs.map((gang) => gang.key)).size < gangs.length ? ['a gang stands twice'] : []),
    ...(key === named ? [] : ['the key is not that of its contents']),
  ];
}

/** What it says of heights holds for its own height, from the minutes and the wear reckoned again. */
function heightsWrong(stack: PlannedStack, passMinutes: Minutes, { shop }: PlanInput): string[] {
  const { layers, heights, phases } = stack;
  const { bladePrice, changeBlade, spoilShare } = factorsInForce(shop.factors);
  const hour = shop.hourValueMinor / 60;
  const minutes = Object.values(passMinutes).reduce((sum, part) => sum + part, 0);
  const blades = phases.reduce((sum, phase) => {
    const { worn } = perMm(phase, stack, shop);
    return phase.cuts.reduce((paid, cut) => {
      const { priceMinor } = cut.choice.blade;
      return paid + wearing(cut, shop) * worn * ((priceMinor === null ? bladePrice : priceMinor) + changeBlade * hour);
    }, sum);
  }, 0);
  const quality = qualityOf(stack, shop);
  const paid = (minutes + quality) * hour + blades;
  const right = {
    blades: [...new Set(phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.id)))],
    layers: layers.length,
    minutesPerLayer: minutes / layers.length,
    qualityPerLayer: quality / layers.length,
    costPerLayerMinor: (paid * (1 + spoilShare * layers.length)) / layers.length,
  };
  const told = heights.find((height) => height.layers === layers.length);
  if (told && isNear(told, right)) return [];
  return [`says that ${String(layers.length)} layers cost ${JSON.stringify(told)}`];
}

const isNear = (told: HeightCost, right: HeightCost): boolean =>
  isSame([...told.blades].sort(), [...right.blades].sort()) &&
  (['minutesPerLayer', 'qualityPerLayer', 'costPerLayerMinor'] as const).every(
    (field) => Math.abs(told[field] - right[field]) <= SAME_SHARE * Math.max(1, right[field]),
  );

function gangWrong(gang: StackedGang, expected: ExpectedGang, rows: Rows, input: PlanInput): string[] {
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const { parts, template, woodId, nominalMm, thicknessMm, plies, pattern, pinnedLayers, box, bodyId } = expected;
  say(!isSame(gang.wood, woodById(woodId)), `the wood is ${gang.wood.id}`);
  say(compareMm(gang.nominalMm, nominalMm) !== 0, 'the nominal thickness');
  say(compareMm(gang.thicknessMm, thicknessMm) !== 0, `the thickness is ${String(gang.thicknessMm)} mm`);
  const boards = gang.plies.map(({ wood, ...ply }) => ({ ...ply, woodId: wood.id }));
  say(!isSame(boards, plies), 'the boards it is glued up from');
  say(gang.pattern !== pattern, 'the way its pattern is put on');
  say(gang.apartClean !== parts[0]?.apartClean, 'whether it must come apart clean');
  say(gang.pinnedLayers !== pinnedLayers, 'the pinned layers');
  say(gang.bodyId !== bodyId, 'the body it is a layer of');
  say(gang.templateId !== template.id || gang.templateName !== template.name, 'the template');
  say(gang.grain !== parts[0]?.grain, 'the grain');
  say(!isSame(gang.box, box), 'the box round its parts');
  const counts = parts.map(({ id }) => {
    const { planned: _planned, leftOver: _leftOver, ...count } = rows.get(id) ?? {};
    return count;
  });
  say(!isSame(gang.parts, counts), 'the parts in it');
  return [...wrong, ...blankWrong(gang, expected, input)];
}

/** A datum edge lies on the board's own edge: one margin less that way. */
function blankWrong({ blank, flush, grain }: StackedGang, { box, parts }: ExpectedGang, input: PlanInput): string[] {
  const margin = marginOf(input);
  const onSide = (a: number, b: number, side: number): boolean =>
    Math.abs(a - side) < TOUCHING && Math.abs(b - side) < TOUCHING;
  const datums = parts.flatMap(({ datum }) => datum ?? []);
  const sides = {
    across: datums.some(({ from, to }) => [box.minX, box.maxX].some((x) => onSide(from.x, to.x, x))) ? 1 : 0,
    up: datums.some(({ from, to }) => [box.minY, box.maxY].some((y) => onSide(from.y, to.y, y))) ? 1 : 0,
  };
  const [wide, high] = [
    box.maxX - box.minX + (2 - sides.across) * margin,
    box.maxY - box.minY + (2 - sides.up) * margin,
  ];
  const [length, width] = grain === 'along-y' ? [high, wide] : [wide, high];
  const isOff = (given: number, least: number): boolean =>
    compareMm(given, least) < 0 || compareMm(given, least + ROUNDED_UP) > 0;
  return [
    ...(isSame(flush, sides) ? [] : ['the edges that lie on the board’s own']),
    ...(isOff(blank.length, length) || isOff(blank.width, width)
      ? [`a blank of ${String(blank.length)} by ${String(blank.width)} mm`]
      : []),
    ...(compareMm(blank.margin, margin) === 0 ? [] : [`a margin of ${String(blank.margin)} mm`]),
  ];
}

/** Layers and height within what is allowed, but for stacks that the maker has put together. */
function heightWrong(stack: PlannedStack, own: readonly ExpectedGang[], input: PlanInput): string[] {
  const { layers, passesToCut, stackHeightMm, limitedBy, roughCuts: rough, phases } = stack;
  const { shop, run } = input;
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const thickness = layers.map(({ gangKey }) => own.find(({ key }) => key === gangKey)?.thicknessMm ?? NaN);
  const height = thickness.reduce((sum, mm) => sum + mm, 0);
  say(!Number.isInteger(passesToCut) || passesToCut < 0, `${String(passesToCut)} passes`);
  say(compareMm(stackHeightMm, height) !== 0, `a height of ${String(stackHeightMm)} mm`);
  const pinned = own.flatMap(({ pinnedLayers }) => pinnedLayers ?? []);
  const byPart = own.flatMap(({ parts }) => parts.map(({ id }) => run.stacks.most[id] ?? Infinity));
  const most = pinned[0] ?? Math.min(run.maxLayers ?? shop.maxLayers, ...byPart);
  if (passesToCut > 0) {
    say(compareMm(height, shop.saw.maxHeight.mm) > 0, 'higher than the saw takes');
    if (!isPinnedStack(stack, run)) {
      say(layers.length > most, `${String(layers.length)} layers where ${String(most)} are allowed`);
      say(layers.length > limitedBy.layers && limitedBy.rule !== 'need', 'more layers than its own limit');
    }
  }
  const [first] = own;
  const outlines = (first?.parts ?? []).map(({ outline }) => ({ kind: 'outside' as const, path: outline.path }));
  const isFree = phases.every(({ cuts }) => cuts.every(({ reach }) => reach === 'free'));
  const corners = isFree || !first ? [] : roughCuts(outlines, boxGrown(first.box, marginOf(input)), marginOf(input));
  say(!isSame(rough, corners), 'the corners sawn off first');
  return wrong;
}

const isPinnedStack = (stack: PlannedStack, { stacks: { pins } }: PlanInput['run']): boolean =>
  pins.some(({ layers }) =>
    layers.every(
      ({ partId, count }) =>
        count ===
        stack.gangs
          .filter(({ parts }) => parts.some((part) => part.partId === partId))
          .reduce((sum, { key }) => sum + layersOf(stack, key), 0),
    ),
  );

function workWrong(stack: PlannedStack, standing: PlanInput['work']): string[] {
  const { done, begun } = marksOf(stack, standing);
  const byPass = <T extends { readonly pass: number }>(passes: readonly T[]): T[] =>
    [...passes].sort((a, b) => a.pass - b.pass);
  return [
    ...(isSame(
      [...stack.done].sort((a, b) => a - b),
      done,
    )
      ? []
      : ['other passes done than the events say']),
    ...(isSame(byPass(stack.begun.map((pass) => ({ ...pass, lost: [...pass.lost].sort() }))), byPass(begun))
      ? []
      : ['other passes begun than the events say']),
  ];
}
