import { comfortHeight, pierceBit, STRETCH } from '../../blades';
import { boxGrown } from '../../geometry';
import { keptIn, measureCut, openingRoom } from '../../patterns';
import { cutsOf, shapeOfPart } from '../../products';
import { compareMm, inches, snapMm, TOUCHING } from '../../units';
import { hardnessClass, woodById } from '../../wood';
import { bladesForCut } from '../cut-blades';
import { shortKey } from '../key';
import type { PlanInput } from '../model/input';
import type { Minutes, Plan, PlannedStack } from '../model/plan';
import { bladePreferences } from '../model/shop';
import { factorsInForce } from '../model/factors';
import type { HeightCost, PlannedCut } from '../model/stack';
import { judgeReach } from '../reach';
import { roughCuts } from '../rough-cuts';
import { stackWarnings } from '../warnings';
import { standingOf } from './counts';
import { isSame, marginOf, type ExpectedGang } from './expected';
import { minutesOfPass, ratesFor } from './minutes';

/** A blank may be so much larger than its rule says where it has a margin: the most that comes of sixteenths of an inch, mm. */
const ROUNDED_UP = inches(1 / 16);

/** All stacks together: every part wanted is in one gang, passes give what is wanted, and each pass that stands is kept. */
export function stacksWrong(plan: Plan, { work }: PlanInput, gangs: readonly ExpectedGang[]): string[] {
  const wrong: string[] = [];
  const standing = standingOf(work);
  const keys = plan.stacks.map(({ key }) => key);
  if (new Set(keys).size < keys.length) wrong.push('two stacks have one key');
  const toCut = new Map(plan.parts.map((part) => [part.partId, part.toCut]));
  const byGang = new Map<string, PlannedStack[]>();
  for (const stack of plan.stacks) byGang.set(stack.gang.key, [...(byGang.get(stack.gang.key) ?? []), stack]);
  for (const gang of gangs) {
    const own = byGang.get(gang.key) ?? [];
    const wanted = Math.max(...gang.parts.map(({ id }) => toCut.get(id) ?? 0));
    const layers = own.reduce((sum, stack) => sum + stack.layers * stack.passesToCut, 0);
    const most = gang.pinnedLayers === null ? wanted : Math.ceil(wanted / gang.pinnedLayers) * gang.pinnedLayers;
    const name = gang.parts.map((part) => part.name).join(' + ');
    if (layers !== most) wrong.push(`${name}: ${String(layers)} layers in its stacks, ${String(most)} are wanted`);
    const ready = own.reduce((sum, { layersReady }) => sum + layersReady, 0);
    const least = Math.min(readyLayers(gang, standing), layers);
    if (ready !== least) wrong.push(`${name}: blanks for ${String(ready)} layers are ready, not ${String(least)}`);
  }
  return wrong;
}

/** Layers for which blanks were marked as cut, less those that passes have used up since. */
function readyLayers({ key }: ExpectedGang, standing: PlanInput['work']): number {
  let ready = 0;
  for (const event of standing) {
    if (event.kind === 'blanks-cut') ready += event.layers[key] ?? 0;
    if (event.kind === 'pass-sawn' && event.stack === shortKey({ gang: key, layers: event.layers }))
      ready = Math.max(0, ready - event.layers);
  }
  return ready;
}

/** Each stack against its gang, its cuts against the template, its blades against drawer and saw. */
export function eachStackWrong(plan: Plan, input: PlanInput, gangs: readonly ExpectedGang[]): string[] {
  const rows = new Map(plan.parts.map((row) => [row.partId, row]));
  const byKey = new Map(gangs.map((gang) => [gang.key, gang]));
  const settled = { ...input, work: standingOf(input.work) };
  return plan.stacks.flatMap((stack) => stackWrong(stack, rows, settled, byKey.get(stack.gang.key)));
}

type Rows = ReadonlyMap<string, Plan['parts'][number]>;

function stackWrong(stack: PlannedStack, rows: Rows, input: PlanInput, gang: ExpectedGang | undefined): string[] {
  const name = stack.gang.parts.map(({ partName }) => partName).join(' + ');
  if (!gang) return [`${name}: no such parts lie together in the templates`];
  const wrong = [
    ...gangWrong(stack, gang, rows),
    ...sizeWrong(stack, gang, input),
    ...cutsWrong(stack, gang, input),
    ...orderWrong(stack, input),
  ];
  const minutes = minutesOfPass(stack, input.shop);
  if (stack.passesToCut > 0) wrong.push(...heightsWrong(stack, minutes, input));
  if (!isSame(stack.passMinutes, minutes)) wrong.push(`minutes of a pass are ${JSON.stringify(stack.passMinutes)}`);
  if (!isSame(stack.warnings, stackWarnings(stack))) wrong.push('warnings are not those of the stack');
  return wrong.map((what) => `${name}: ${what}`);
}

/** What it says of heights holds for its own height, from the minutes and the wear reckoned again. */
function heightsWrong(stack: PlannedStack, passMinutes: Minutes, { shop }: PlanInput): string[] {
  const { layers, heights, cuts } = stack;
  const { bladePrice, spoilShare } = factorsInForce(shop.factors);
  const minutes = Object.values(passMinutes).reduce((sum, part) => sum + part, 0);
  const face = cuts.reduce((sum, { measure, heightMm, times }) => sum + measure.lengthMm * heightMm * times, 0);
  const paid = (minutes / 60) * shop.hourValueMinor + (bladePrice * face) / ratesFor(stack, shop).life;
  const blades = [...new Set(cuts.map(({ choice }) => choice.blade.id))];
  const right = {
    blades,
    layers,
    minutesPerLayer: minutes / layers,
    costPerLayerMinor: (paid * (1 + spoilShare * layers)) / layers,
  };
  const told = heights.find((height) => height.layers === layers);
  if (told && isNear(told, right)) return [];
  return [`says that ${String(layers)} layers cost ${JSON.stringify(told)}`];
}

/** Sums of floats in another order differ by this share at most. */
const SUMMED = 1e-9;
const isNear = (told: HeightCost, right: HeightCost): boolean =>
  isSame([...told.blades].sort(), [...right.blades].sort()) &&
  (['minutesPerLayer', 'costPerLayerMinor'] as const).every(
    (field) => Math.abs(told[field] - right[field]) <= SUMMED * Math.max(1, right[field]),
  );

function gangWrong({ key, gang, layers, done }: PlannedStack, expected: ExpectedGang, rows: Rows): string[] {
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const { parts, template, woodId, nominalMm, thicknessMm, pinnedLayers, box } = expected;
  say(key !== shortKey({ gang: expected.key, layers }), 'the key is not that of its contents');
  say(!isSame(gang.wood, woodById(woodId)), `the wood is ${gang.wood.id}`);
  say(compareMm(gang.nominalMm, nominalMm) !== 0, 'the nominal thickness');
  say(compareMm(gang.thicknessMm, thicknessMm) !== 0, `the thickness is ${String(gang.thicknessMm)} mm`);
  say(gang.pinnedLayers !== pinnedLayers, 'the pinned layers');
  say(gang.templateId !== template.id || gang.templateName !== template.name, 'the template');
  say(gang.grain !== parts[0]?.grain, 'the grain');
  say(!isSame(gang.box, box), 'the box round its parts');
  const counts = parts.map(({ id }) => {
    const { planned: _planned, leftOver: _leftOver, ...count } = rows.get(id) ?? {};
    return count;
  });
  say(!isSame(gang.parts, counts), 'the parts in it');
  const holes = parts.flatMap((part) => part.holes.map(({ diameterMm }) => diameterMm)).sort((a, b) => a - b);
  say(
    !isSame(
      gang.drilled.flatMap(({ diameterMm, count }) => Array<number>(count).fill(diameterMm)),
      holes,
    ),
    'the holes that stay',
  );
  say(new Set(done).size < done.length, 'one pass is done twice');
  return wrong;
}

function sizeWrong(
  stack: PlannedStack,
  { thicknessMm, box, parts, pinnedLayers }: ExpectedGang,
  input: PlanInput,
): string[] {
  const { layers, passesToCut, stackHeightMm, blank, gang, done, limitedBy } = stack;
  const { shop, run, work } = input;
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const isCount = (n: number, least: number): boolean => Number.isInteger(n) && n >= least;
  say(!isCount(layers, 1) || !isCount(passesToCut, 0), `${String(passesToCut)} passes of ${String(layers)} layers`);
  say(compareMm(stackHeightMm, layers * thicknessMm) !== 0, `a height of ${String(stackHeightMm)} mm`);
  const most = pinnedLayers ?? run.maxLayers ?? shop.maxLayers;
  if (passesToCut > 0) {
    say(compareMm(stackHeightMm, shop.saw.maxHeight.mm) > 0, 'higher than the saw takes');
    say(layers > most, `${String(layers)} layers where ${String(most)} are allowed`);
    say(layers > limitedBy.layers && limitedBy.rule !== 'need', 'more layers than its own limit');
  }
  const passes = work.filter((event) => event.kind === 'pass-sawn' && event.stack === stack.key);
  say(!isSame([...done].sort(), passes.map(({ id }) => id).sort()), 'other passes done than the events say');
  // A datum edge lies on the board's own edge: one margin less that way.
  const margin = marginOf(input);
  const onSide = (a: number, b: number, side: number): boolean =>
    Math.abs(a - side) < TOUCHING && Math.abs(b - side) < TOUCHING;
  const datums = parts.flatMap(({ datum }) => datum ?? []);
  const flush = {
    across: datums.some(({ from, to }) => [box.minX, box.maxX].some((x) => onSide(from.x, to.x, x))) ? 1 : 0,
    up: datums.some(({ from, to }) => [box.minY, box.maxY].some((y) => onSide(from.y, to.y, y))) ? 1 : 0,
  };
  say(!isSame(gang.flush, flush), 'the edges that lie on the board’s own');
  const [wide, high] = [
    box.maxX - box.minX + (2 - flush.across) * margin,
    box.maxY - box.minY + (2 - flush.up) * margin,
  ];
  const [length, width] = gang.grain === 'along-y' ? [high, wide] : [wide, high];
  const isOff = (given: number, least: number): boolean =>
    compareMm(given, least) < 0 || compareMm(given, least + ROUNDED_UP) > 0;
  say(
    isOff(blank.length, length) || isOff(blank.width, width),
    `a blank of ${String(blank.length)} by ${String(blank.width)} mm`,
  );
  say(compareMm(blank.margin, margin) !== 0, `a margin of ${String(blank.margin)} mm`);
  return wrong;
}

function cutsWrong(stack: PlannedStack, { parts, template, box, cutIds }: ExpectedGang, input: PlanInput): string[] {
  const { cuts, pierceHoles, pierceBits, roughCuts: rough } = stack;
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  say(!isSame(cuts.map(({ cutId }) => cutId).sort(), [...cutIds].sort()), 'not every cut of its parts is there once');
  const blank = boxGrown(box, marginOf(input));
  for (const part of parts) {
    const shape = shapeOfPart(part, template.parts);
    for (const { cut, kind } of cutsOf(part)) {
      const planned = cuts.find(({ cutId }) => cutId === cut.id);
      if (!planned) continue;
      const at = `cut ${cut.id}`;
      say(planned.partId !== part.id || planned.kind !== kind, `${at} is of another part or kind`);
      say(!isSame(planned.measure, measureCut(cut.path, kind)), `${at} is measured wrongly`);
      const openingMm = kind === 'inside' ? openingRoom(cut.path, keptIn(cut.path, shape)) : null;
      say(planned.openingMm !== openingMm, `${at}: the room in its opening`);
      say(planned.reach !== judgeReach(cut.path, blank, input.shop.saw.reach.mm), `${at}: its reach`);
      for (const what of cutWrong(planned, stack, input)) wrong.push(`${at}: ${what}`);
    }
  }
  const inside = cuts.filter(({ kind }) => kind === 'inside');
  say(pierceHoles !== inside.reduce((sum, { times }) => sum + times, 0), `${String(pierceHoles)} pierce holes`);
  const bits = inside
    .flatMap(({ choice, times }) => Array<number>(times).fill(choice.bitMm ?? 0))
    .sort((a, b) => a - b);
  say(
    !isSame(
      pierceBits.flatMap(({ diameterMm, count }) => Array<number>(count).fill(diameterMm)),
      bits,
    ),
    'the bits of its pierce holes',
  );
  const outlines = parts.map(({ outline }) => ({ kind: 'outside' as const, path: outline.path }));
  const corners = cuts.every(({ reach }) => reach === 'free') ? [] : roughCuts(outlines, blank, marginOf(input));
  say(!isSame(rough, corners), 'the corners sawn off first');
  return wrong;
}

function cutWrong(cut: PlannedCut, { layers, gang, passesToCut }: PlannedStack, { shop, drawer }: PlanInput): string[] {
  const { heightMm, times, kind, choice, openingMm, measure, reach } = cut;
  const { blade, strained, bitMm, reasons } = choice;
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const singly = shop.cutOrder === 'outline-first' && kind !== 'outside';
  say(times !== (singly ? layers : 1), `sawn ${String(times)} times`);
  say(
    compareMm(heightMm, snapMm(gang.thicknessMm * (singly ? 1 : layers))) !== 0,
    `a height of ${String(heightMm)} mm`,
  );
  if (passesToCut === 0) return wrong;
  const own = drawer.find(({ id }) => id === blade.id);
  say(!own?.inDrawer || !isSame(own, blade), `blade ${blade.id} is not in the drawer`);
  say(blade.ends !== shop.saw.ends, `blade ${blade.id} does not fit the saw`);
  const comfort = comfortHeight(blade.size, hardnessClass(gang.wood.hardnessN));
  if (blade.form !== 'spiral') {
    say(compareMm(heightMm, comfort * STRETCH) > 0, `blade ${blade.id} cannot saw ${String(heightMm)} mm`);
    say(strained !== compareMm(heightMm, comfort) > 0, `blade ${blade.id} is strained, or not, otherwise than said`);
  }
  const bit = kind === 'inside' ? pierceBit(blade) : null;
  say(bitMm !== bit, `a bit of ${String(bitMm)} mm`);
  say(bit !== null && openingMm !== null && compareMm(bit, openingMm) > 0, 'its opening has no room for the bit');
  say(reasons.length === 0, 'no reason is given');
  const sawn = { measure, openingMm, hardnessN: gang.wood.hardnessN, heightMm, turnable: reach !== 'standing' };
  const able = bladesForCut(sawn, bladePreferences(shop), drawer);
  say(
    !able.ok || !able.value.some((one) => one.blade.id === blade.id),
    `blade ${blade.id} is no choice for it in this shop`,
  );
  return wrong;
}

/** Inside and through cuts before all outlines, or behind them, as the shop saws. */
function orderWrong({ cuts }: PlannedStack, { shop }: PlanInput): string[] {
  const isFirst = (kind: PlannedCut['kind']): boolean => (kind !== 'outside') === (shop.cutOrder === 'inside-first');
  const kinds = cuts.map(({ kind }) => kind);
  return kinds.some((kind, i) => i > 0 && isFirst(kind) && !isFirst(kinds[i - 1] ?? kind))
    ? ['inside cuts and outlines are in the wrong order']
    : [];
}
