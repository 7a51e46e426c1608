import { passesByNumber, type WorkDone } from '../ledger';
import {
  factorsInForce,
  glueMinutes,
  handlingByPhase,
  isToSaw,
  layersOfGang,
  passesAhead,
  patternMinutes,
  peelMinutes,
  spellsOf,
  stripsFor,
  type Plan,
  type PlannedStack,
  type Shop,
  type Spell,
} from '../planning';
import { stepName, tickedIn } from './done';
import { addDrilledOnly, addSpell, addUnpeeled } from './pass-steps';
import { addHoles } from './holes';
import { withSettings, wishedFirst } from './settings';
import type { BenchStep } from './step';
import { cautionsByStep } from './cautions';
import { add, byPass, isOpen, once, type Bench } from './step-list';

/** What stands in the saw, and the key of a stack that is wished for before all others; null for neither. */
export interface AtTheSaw {
  readonly bladeInSaw: string | null;
  readonly first: string | null;
}

/**
 * All that is still to do at the bench, in order. What a blade saws first is made ready, stuck, and drilled together, bit by bit;
 * then each pass is threaded and sawn; the first of a stack is checked before the others follow. Steps that were ticked off are left
 * out, and so is what was marked since the plan was made. The same plan and record give the same steps.
 */
export function benchSteps(plan: Plan, work: WorkDone, shop: Pick<Shop, 'factors'>, at: AtTheSaw): BenchStep[] {
  const bench = openBench(plan, work, shop);
  // Each stage adds its steps to the bench.
  Array.from(stagesOf(bench));
  return withSettings(bench, wishedFirst(bench.steps, at.first), at.bladeInSaw);
}

/** The first of them, as many as are asked for: of tens of thousands no more are made than these need. */
export function nextSteps(
  plan: Plan,
  work: WorkDone,
  shop: Pick<Shop, 'factors'>,
  at: AtTheSaw,
  count: number,
): BenchStep[] {
  if (at.first !== null) return benchSteps(plan, work, shop, at).slice(0, count);
  const bench = openBench(plan, work, shop);
  for (const made of stagesOf(bench)) if (made >= count) break;
  return withSettings(bench, bench.steps.slice(0, count), at.bladeInSaw).slice(0, count);
}

const openBench = (plan: Plan, work: WorkDone, shop: Pick<Shop, 'factors'>): Bench => ({
  plan,
  marksOf: once(({ key }) => passesByNumber(work, key)),
  ticked: tickedIn(work),
  factors: factorsInForce(shop.factors),
  handlingOf: once(handlingByPhase),
  begunOf: once(({ begun }) => new Map(begun.map((one) => [one.pass, one]))),
  peelMinutesOf: once(peelMinutes),
  cautionsOf: once(cautionsByStep),
  steps: [],
  bitInDrill: null,
});

/** Adds all steps to a bench; says after each stage of the work how many there are. */
function* stagesOf(bench: Bench): Generator<number> {
  const { plan } = bench;
  const stacks = plan.stacks.filter(isToSaw);
  const byKey = new Map(stacks.map((stack) => [stack.key, stack]));
  const waiting = new Map<string, Spell[]>();
  const begun = new Set<string>();
  for (const stack of plan.stacks) addUnpeeled(bench, stack);
  addGlueUps(bench);
  yield bench.steps.length;
  for (const turn of plan.bladeTurns) {
    const own = turn.spells.flatMap(({ stackKey }): StackSpell[] => {
      const stack = byKey.get(stackKey);
      if (!stack) return [];
      const spells = waiting.get(stackKey) ?? spellsOf(stack);
      waiting.set(stackKey, spells);
      const spell = spells.shift();
      return spell ? [{ stack, spell, isLast: spells.length === 0 }] : [];
    });
    yield* addTurn(bench, own, begun);
    for (const { stack } of own) begun.add(stack.key);
  }
  const others = stacks.filter(({ key }) => !begun.has(key));
  yield* addReady(bench, others, passesAhead);
  for (const stack of others) addDrilledOnly(bench, stack);
}

/** What one blade saws of a stack at one tilt; the last of them ends its passes. */
interface StackSpell {
  readonly stack: PlannedStack;
  readonly spell: Spell;
  readonly isLast: boolean;
}

/**
 * What is sawn with one blade. Stacks that begin with it are made ready together; once sawing has begun, what is stuck already is
 * sawn first, for nobody lays down the work in hand to make other blanks ready.
 */
function* addTurn(bench: Bench, spells: readonly StackSpell[], begun: ReadonlySet<string>): Generator<number> {
  const fresh = [...new Set(spells.map(({ stack }) => stack))].filter(({ key }) => !begun.has(key));
  const isSawing = fresh.some((stack) => isAtSaw(bench, stack));
  for (const wanted of [true, false]) {
    const passes = (stack: PlannedStack): number[] => {
      const stuck = stepName('stick', stack.key, null, null);
      const inHand = (pass: number): boolean => begun.has(stack.key) || (isSawing && bench.ticked.isDone(stuck, pass));
      return passesAhead(stack).filter((pass) => inHand(pass) === wanted);
    };
    yield* addReady(bench, fresh, passes);
    yield bench.steps.length;
    for (const { stack, spell, isLast } of spells) {
      addSpell(bench, stack, passes(stack), spell, isLast);
      yield bench.steps.length;
    }
  }
}

/** True where a pass of a stack was threaded, sawn, or spoiled. */
const isAtSaw = ({ marksOf, ticked }: Bench, stack: PlannedStack): boolean =>
  marksOf(stack).size > 0 || ticked.isAtSaw(stack.key) || stack.begun.some(({ lost }) => lost.length > 0);

/**
 * Boards that are glued up come first: they wait in the clamps while other stacks are made ready. For each pass once: where more are
 * wanted later, just theirs are still to glue.
 */
function addGlueUps(bench: Bench): void {
  const { plan, ticked, factors } = bench;
  for (const stack of plan.stacks.filter(isToSaw))
    for (const gang of stack.gangs.filter(({ plies }) => plies.length > 1)) {
      // Records that name no stack are of a time when all was glued up at once.
      if (ticked.lastOf(stepName('glue', null, null, gang.key)) !== null) continue;
      // What is in hand was glued up before.
      add(bench, stack, null, passesAhead(stack).slice(stack.begun.length), {
        kind: 'glue',
        detail: gang.key,
        minutesOf: (passes) => glueMinutes(gang, stack, passes, factors),
        waitMinutes: factors.clampWait,
      });
    }
}

/** Wood, patterns and the holes of the first phase for stacks that begin together; the holes bit by bit over all of them. */
function* addReady(
  bench: Bench,
  stacks: readonly PlannedStack[],
  passesOf: (stack: PlannedStack) => readonly number[],
): Generator<number> {
  const fresh = (stack: PlannedStack): number[] => passesOf(stack).filter((pass) => !isBegun(bench, stack, pass));
  for (const stack of stacks) {
    add(bench, stack, null, fresh(stack).slice(blanksCutFor(stack)), { kind: 'prepare', minutesOf: byPass(0) });
    yield bench.steps.length;
  }
  for (const stack of stacks) {
    const [first] = bench.handlingOf(stack);
    const on = patternMinutes(stack, bench.factors) - bench.peelMinutesOf(stack);
    const once = on + bench.factors.holdLayer * (first?.joins ?? 0);
    add(bench, stack, null, fresh(stack), {
      kind: 'stick',
      minutesOf: (passes) => once * stripsFor(stack.strip, passes),
    });
    yield bench.steps.length;
  }
  const drilled = stacks.flatMap((stack) => {
    const [phase] = stack.phases;
    return phase ? [{ stack, phase, passes: passesOf(stack).filter((pass) => isOpen(bench, stack, phase, pass)) }] : [];
  });
  addHoles(bench, drilled);
}

/** Passes whose blanks were marked as cut. */
const blanksCutFor = (stack: PlannedStack): number =>
  Math.min(...stack.gangs.map(({ key }) => Math.floor((stack.layersReady[key] ?? 0) / layersOfGang(key, stack))));

/** True of a pass of which a phase is sawn. */
const isBegun = ({ begunOf }: Bench, stack: PlannedStack, pass: number): boolean =>
  (begunOf(stack).get(pass)?.phases.length ?? 0) > 0;
