import { stepOf, type StepDone } from '../../ledger';
import { fromNm, SAME_SHARE, toNm } from '../../units';
import { blanksOf, canonicalJson } from '../blanks';
import { filmSheetsFor } from '../costs';
import { factorsInForce } from '../model/factors';
import type { PlanInput } from '../model/input';
import { changesWrong } from './blade-changes';
import { changingMinutes, sawnInTurns, stackByStack } from './turns';
import type { Consumables, Minutes, PatternsUsed, Plan, PlannedStack } from '../model/plan';
import { isSame } from './expected';
import { PATTERN_METHODS, PATTERN_WAYS, type PatternMethod } from '../model/pattern-method';
import { minutesOfPhase, patternsIn, perMm, slanted, timesOf } from './minutes';
import { blanksTaken } from './strips';

/** Sums over the whole plan, each added up again: blanks, blades, minutes, what is used up, risk and warnings. */
export function wholeWrong(plan: Plan, input: PlanInput, standing: PlanInput['work']): string[] {
  return [
    ...blanksWrong(plan),
    ...glueUpsWrong(plan, input, standing),
    ...bladesWrong(plan, input),
    ...minutesWrong(plan, input),
    ...consumablesWrong(plan, input),
    ...warningsWrong(plan),
  ];
}

const isWaiting = ({ passesToCut, begun }: PlannedStack): boolean => passesToCut + begun.length > 0;
const toSaw = ({ stacks }: Plan): PlannedStack[] => stacks.filter(isWaiting);

function blanksWrong(plan: Plan): string[] {
  const tally = new Map<string, number>();
  const add = (key: readonly (string | number)[], count: number): void =>
    void tally.set(key.join(' '), (tally.get(key.join(' ')) ?? 0) + count);
  for (const stack of plan.stacks)
    for (const { gangKey, rule, length, width, passes, count } of blanksOf(stack))
      for (const { wood, thicknessMm } of stack.gangs.find(({ key }) => key === gangKey)?.plies ?? [])
        add([wood.id, rule, passes, toNm(thicknessMm), toNm(length), toNm(width)], count);
  for (const { woodId, rule, passes, thicknessMm, length, width, count } of plan.blanks)
    add([woodId, rule, passes, toNm(thicknessMm), toNm(length), toNm(width)], -count);
  const off = [...tally]
    .filter(([, count]) => count !== 0)
    .map(([key]) => `blanks ${key} are not what the stacks need`);
  const named = plan.blanks.every(({ parts }) => parts.length > 0 && parts.every((part) => part.length > 0));
  return named ? off : [...off, 'blanks for no part'];
}

/** Blanks of several boards are glued up before they are sawn, as many as there are, but for those that were. */
function glueUpsWrong({ stacks, glueUps }: Plan, { shop }: PlanInput, standing: PlanInput['work']): string[] {
  const { glueBlank, clampWait } = factorsInForce(shop.factors);
  const wanted = new Map<string, number>();
  const gangs = new Map(stacks.flatMap((stack) => stack.gangs.map((gang) => [gang.key, gang] as const)));
  const steps = standing.filter((event): event is StepDone => event.kind === 'step-done' && stepOf(event) === 'glue');
  for (const stack of stacks.filter(({ passesToCut }) => passesToCut > 0))
    for (const gang of stack.gangs.filter(({ plies }) => plies.length > 1)) {
      const glued = gluedFor(gang.key, stack, steps);
      const left = blanksOf({ ...stack, gangs: [gang], layersReady: {}, passesToCut: stack.passesToCut - glued });
      wanted.set(
        gang.key,
        left.reduce((sum, { count }) => sum + count, wanted.get(gang.key) ?? 0),
      );
    }
  const isRight = glueUps.every(({ gangKey, plies, count, handsMinutes, waitMinutes }) => {
    const own = gangs.get(gangKey)?.plies ?? [];
    const hands = count * (own.length - 1) * glueBlank;
    const isNear = Math.abs(handsMinutes - hands) <= SAME_SHARE * (1 + hands);
    return wanted.get(gangKey) === count && isSame(plies, own) && isNear && waitMinutes === clampWait;
  });
  return isRight && glueUps.length === wanted.size ? [] : ['what is glued up is not what the blanks are of'];
}

/** Passes to cut for which the boards of a gang are glued up: of the lowest numbers that no pass has, those that a step named. */
function gluedFor(
  gangKey: string,
  { key, done, begun, passesToCut }: PlannedStack,
  glued: readonly StepDone[],
): number {
  const steps = glued.filter(({ detail }) => detail === gangKey);
  if (steps.some(({ stack }) => stack === null)) return passesToCut;
  const named = new Set(steps.filter(({ stack }) => stack === key).flatMap(({ passes }) => passes));
  const taken = new Set([...done, ...begun.map(({ pass }) => pass)]);
  let [ready, counted] = [0, 0];
  for (let pass = 1; counted < passesToCut; pass++) {
    if (taken.has(pass)) continue;
    counted++;
    if (named.has(pass)) ready++;
  }
  return ready;
}

/** Blades in the order their cuts come, each change once; how much of each is worn. */
function bladesWrong(plan: Plan, { shop, run }: PlanInput): string[] {
  const wrong: string[] = [];
  const order = plan.stacks.findIndex((stack) => !isWaiting(stack));
  if (order >= 0 && plan.stacks.slice(order).some(isWaiting)) wrong.push('what is finished stands before what is not');
  const { bladeTurns } = plan;
  const sawn = sawnInTurns(plan, toSaw(plan));
  if (!sawn) return [...wrong, 'the turns of the blades are not those of the cuts'];
  if (bladeTurns.some(({ blade }, i) => blade.id === bladeTurns[i + 1]?.blade.id))
    wrong.push('one turn is told as two');
  const first = [...new Set(sawn.map(([{ stack }]) => stack.key))];
  const standing = toSaw(plan).map(({ key }) => key);
  const isFirst = sawn.map(([{ stack }]) =>
    stack.gangs.some(({ templateId }) => run.stacks.first.includes(templateId)),
  );
  if (isFirst.lastIndexOf(true) > isFirst.indexOf(false) && isFirst.includes(false))
    wrong.push('something is sawn before all of what is to be first');
  if (!isSame(first, standing.slice(0, first.length)))
    wrong.push('the stacks do not stand in the order they are first sawn');
  const saved = changingMinutes(stackByStack(toSaw(plan)), shop) - changingMinutes(sawn, shop);
  if (saved < -SAME_SHARE) wrong.push('changing takes longer than stack by stack');
  if (!(Math.abs(plan.changingSaved - saved) <= SAME_SHARE))
    wrong.push(`${String(plan.changingSaved)} minutes of changing saved, not ${String(saved)}`);
  const faces = new Map<string, number>();
  for (const { stack, phase, cut, times } of sawn.flat()) {
    const { id } = cut.choice.blade;
    faces.set(id, (faces.get(id) ?? 0) + slanted(cut) * times * perMm(phase, stack, shop).face);
  }
  if (plan.bladeUses.length !== faces.size) wrong.push('other blades are used than the cuts take');
  for (const { blade, faceAreaMm2, count, mounts, changes } of plan.bladeUses) {
    const area = faces.get(blade.id) ?? 0;
    if (Math.abs(faceAreaMm2 - area) > area * SAME_SHARE) wrong.push(`blade ${blade.id}: its cut face`);
    wrong.push(...changesWrong(blade.id, changes, count, sawn, shop).map((what) => `blade ${blade.id}: ${what}`));
    const isIn = blade.inSaw && bladeTurns[0]?.blade.id === blade.id ? 1 : 0;
    const put = bladeTurns.filter((turn) => turn.blade.id === blade.id).length + count - 1 - isIn;
    if (mounts !== put) wrong.push(`blade ${blade.id}: put in ${String(mounts)} times, not ${String(put)}`);
  }
  return wrong;
}

function minutesWrong(plan: Plan, { shop }: PlanInput): string[] {
  const sum = (of: (minutes: Minutes) => number): number =>
    toSaw(plan).reduce((total, stack) => {
      const whole = total + of(stack.passMinutes) * stack.passesToCut;
      return stack.phases.reduce((all, phase) => {
        const left = timesOf(stack, phase) - stack.passesToCut;
        return left === 0 ? all : all + left * of(minutesOfPhase(phase, stack, shop, blanksTaken(stack, left) / left));
      }, whole);
    }, 0);
  const mounts = plan.bladeUses.reduce((total, use) => total + use.mounts, 0);
  const { changeBlade, setTilt } = factorsInForce(shop.factors);
  let [settings, table] = [0, 0];
  for (const tilt of plan.bladeTurns.flatMap(({ spells }) => spells.map(({ tiltDegrees }) => tiltDegrees))) {
    if (tilt !== table) settings++;
    table = tilt;
  }
  const expected: Minutes = {
    pattern: sum(({ pattern }) => pattern),
    drilling: sum(({ drilling }) => drilling),
    threading: sum(({ threading }) => threading),
    cutting: sum(({ cutting }) => cutting),
    corners: sum(({ corners }) => corners),
    changing: mounts * changeBlade + settings * setTilt,
    gluing: plan.glueUps.reduce((total, { handsMinutes }) => total + handsMinutes, 0),
  };
  return (Object.keys(expected) as (keyof Minutes)[])
    .filter((kind) => !(Math.abs(plan.minutes[kind] - expected[kind]) <= SAME_SHARE * (1 + expected[kind])))
    .map((kind) => `minutes of ${kind} are ${String(plan.minutes[kind])}, not ${String(expected[kind])}`);
}

function consumablesWrong(plan: Plan, { shop }: PlanInput): string[] {
  const { holding } = shop;
  const waiting = plan.stacks.filter(({ passesToCut }) => passesToCut > 0);
  const total = (of: (stack: PlannedStack) => number): number =>
    fromNm(toSaw(plan).reduce((sum, stack) => sum + toNm(stack.passesToCut * of(stack)), 0));
  const held = (way: Consumables['holding'], of: (stack: PlannedStack) => number): number =>
    total((stack) => (stack.held.method === way ? of(stack) : 0));
  /** Over the blanks on top of the passes to cut, of whichever of them some are cut already. */
  const onTop = (stack: PlannedStack, of: (length: number, width: number) => number): number => {
    const top = stack.gangs[0]?.key;
    const layers = stack.layers.filter(({ gangKey }) => gangKey === top).length;
    const all = blanksOf({ ...stack, layersReady: {} }).filter(({ gangKey }) => gangKey === top);
    return all.reduce((sum, { length, width, count }) => sum + (count / layers) * of(length, width), 0);
  };
  const face = (stack: PlannedStack): number => onTop(stack, (length, width) => length * width);
  const overBlanks = (way: Consumables['holding'], of: (stack: PlannedStack) => number): number =>
    waiting.reduce((sum, stack) => sum + (stack.held.method === way ? of(stack) : 0), 0);
  const usedFor = (method: PatternMethod): PatternsUsed => {
    const own = (stack: PlannedStack) => patternsIn(stack).filter(([, way]) => way === method);
    const { isPrinted, material } = PATTERN_WAYS[method];
    const traced = new Set(waiting.flatMap((stack) => own(stack).map(([gangKey]) => gangKey)));
    const copies = waiting.reduce((sum, stack) => sum + blanksTaken(stack, stack.passesToCut) * own(stack).length, 0);
    const using = waiting.filter((stack) => own(stack).length > 0);
    const materialMm2 =
      material === 'none' ? 0 : using.reduce((sum, stack) => sum + face(stack) * own(stack).length, 0);
    return { method, copies, sheets: isPrinted ? copies : traced.size, materialMm2 };
  };
  const expected: Consumables = {
    patterns: PATTERN_METHODS.map(usedFor).filter(({ copies }) => copies > 0),
    holding,
    edgeTapeMm: overBlanks('tape', (stack) => onTop(stack, (length, width) => 2 * (length + width))),
    doubleSidedMm2: overBlanks('double-sided', (stack) => face(stack) * (stack.layers.length - 1)),
    filmSheets: held('film', ({ layers }) => filmSheetsFor(layers.length)),
    brads: held('brads', (stack) => stack.held.brads.length),
    // A dot on each side of every joint (common practice).
    glueDots: held('glue-dots', ({ layers }) => 4 * (layers.length - 1)),
  };
  return isSameUse(plan.consumables, expected) ? [] : ['what is used up is not what the stacks need'];
}

/** The same, but for what sums of lengths and areas lose. */
function isSameUse(told: Consumables, right: Consumables): boolean {
  const countsOf = ({ patterns, edgeTapeMm: _edge, doubleSidedMm2: _face, ...counts }: Consumables) => ({
    ...counts,
    patterns: patterns.map(({ materialMm2: _area, ...pattern }) => pattern),
  });
  const measuresOf = ({ patterns, edgeTapeMm, doubleSidedMm2 }: Consumables): number[] => [
    edgeTapeMm,
    doubleSidedMm2,
    ...patterns.map(({ materialMm2 }) => materialMm2),
  ];
  const measures = measuresOf(right);
  const isNear = (one: number, i: number): boolean => Math.abs(one - (measures[i] ?? NaN)) <= SUM_LOSES;
  return isSame(countsOf(told), countsOf(right)) && measuresOf(told).every(isNear);
}

/** What sums of hundreds of areas may lose that are rounded one by one, mm2. */
const SUM_LOSES = 0.01;

const piecesIn = ({ layers, gangs }: PlannedStack): number =>
  layers.reduce((sum, { gangKey }) => sum + (gangs.find(({ key }) => key === gangKey)?.parts.length ?? 0), 0);

function warningsWrong(plan: Plan): string[] {
  const wrong: string[] = [];
  const risk = Math.max(0, ...toSaw(plan).map(piecesIn));
  if (plan.piecesAtRisk !== risk) wrong.push(`${String(plan.piecesAtRisk)} pieces at risk, not ${String(risk)}`);
  const kinds = new Set(plan.warnings.map(({ kind, where }) => canonicalJson([kind, where])));
  const has = (kind: string, where: string): boolean => kinds.has(canonicalJson([kind, where]));
  const told = new Set(plan.warnings.map(canonicalJson));
  for (const stack of toSaw(plan))
    for (const warning of stack.warnings)
      if (!told.has(canonicalJson(warning))) wrong.push(`a warning of ${warning.where} is not told`);
  for (const { leftOver, templateName, partName } of plan.parts)
    if (leftOver > 0 !== has('left-over', `${templateName}, ${partName}`))
      wrong.push(`${partName}: left over is not told`);
  for (const { blade, count } of plan.bladeUses) {
    const isShort = blade.onHand !== null && blade.onHand < count;
    if (isShort !== has('few-blades', `Number ${blade.size}, ${blade.form} teeth`))
      wrong.push(`blade ${blade.id}: that too few are left is not told`);
  }
  return wrong;
}
