import { err, ok, type Result } from '../result';
import { snapMm, toNm } from '../units';
import { blanksOf, gangOfLayer, gangsOfRun, passesOf, settingsOf } from './blanks';
import { addMinutes, begunMinutes, consumablesFor, NO_MINUTES, passMinutes, timesMinutes, timesToSaw } from './costs';
import {
  bladeTurns,
  bladeUses,
  costOfChanges,
  glueUpsOf,
  inOrderOf,
  isToSaw,
  scheduleSpells,
  spellsOf,
} from './schedule';
import { type CountedPart, hardwareOfRun, rodsOfRun } from './needs';
import { layersInHand } from './phases';
import { factorsInForce } from './model/factors';
import type { PartCount } from './model/count';
import type { PlanError, PlanInput, PlanKit } from './model/input';
import type {
  BladeTurn,
  BladeUse,
  BlankNeed,
  Minutes,
  Plan,
  PlannedPart,
  PlannedStack,
  PlanWarning,
} from './model/plan';
import type { CutBlank, SawnStack, Stack, StackedGang } from './model/stack';
import type { PinnedStack } from './model/wishes';
import { insuredStacks } from './insured-stacks';
import { bladeWarnings, stackWarnings } from './stack';

/**
 * Plans a run: what to cut from what, in which stacks, with which blade, in which order. Pure: the same input gives the
 * same plan, to the byte. An aborted plan says so and nothing else.
 */
export async function planRun(asked: PlanInput, kit: PlanKit, signal?: AbortSignal): Promise<Result<Plan, PlanError>> {
  kit.onStage('count');
  const counts = gangsOfRun(asked);
  if (!counts.ok) return counts;
  if (await stopped(signal)) return err(STOPPED);

  kit.onStage('stack');
  const made = await insuredStacks(asked, counts.value, () => kit.solver().catch(notLoaded)).catch(withoutSolver);
  if (!made.ok) return made;
  const { input, counted, work } = made.value.known;
  const { stacks, pinsLeftOut, proven } = made.value.chosen;
  if (await stopped(signal)) return err(STOPPED);

  kit.onStage('order');
  const { changeBlade, setTilt } = factorsInForce(input.shop.factors);
  const costs = { blade: changeBlade, tilt: setTilt };
  const spells = scheduleSpells(stacks, costs, input.run.stacks.first);
  const ordered = inOrderOf(spells, stacks);
  const turns = bladeTurns(spells);

  kit.onStage('estimate');
  const uses = bladeUses(turns, spells, input.shop);
  const planned = ordered.map((stack) => finish(stack, input));
  const layers = piecesToCome(planned);
  const glueUps = glueUpsOf(planned, work, input.shop);
  const parts = counted.map(({ count }) => withLeftOver(count, layers.get(count.partId) ?? 0));
  return ok({
    parts,
    stacks: planned,
    blanks: blankNeeds(planned),
    glueUps,
    rods: rodsOfRun(input),
    hardware: hardwareOfRun(input),
    bladeTurns: turns,
    changingSaved: costOfChanges(ordered.filter(isToSaw).flatMap(spellsOf), costs) - costOfChanges(spells, costs),
    bladeUses: uses,
    consumables: consumablesFor(ordered, input.shop),
    minutes: {
      ...allMinutes(planned, uses, turns, input),
      gluing: glueUps.reduce((sum, { handsMinutes }) => sum + handsMinutes, 0),
    },
    piecesAtRisk: Math.max(0, ...planned.filter(isToSaw).map(piecesIn)),
    proven,
    warnings: [
      ...pinsLeftOut.map((pin) => pinWarning(pin, counted)),
      ...planned.flatMap((stack) => (isToSaw(stack) ? stack.warnings : [])),
      ...bladeWarnings(uses),
      ...leftOverWarnings(parts),
    ],
  });
}

class SolverMissing extends Error {}

const notLoaded = (cause: unknown): never => {
  throw new SolverMissing('the solver was not loaded', { cause });
};

/** What the host could not fetch is told to the maker; anything else that breaks is none of this. */
function withoutSolver(error: unknown): Result<never, PlanError> {
  if (!(error instanceof SolverMissing)) throw error;
  return err([
    {
      kind: 'no-solver',
      message: 'The part of the program that finds the cheapest stacks of unlike layers could not be fetched.',
      where: 'the run',
      hint: 'See that the program still runs on its computer, then change anything to plan again.',
    },
  ]);
}

/** Lets the host's abort arrive between stages. */
async function stopped(signal: AbortSignal | undefined): Promise<boolean> {
  await Promise.resolve();
  return signal?.aborted ?? false;
}

const STOPPED: PlanError = [
  { kind: 'stopped', message: 'Planning was stopped.', where: 'the run', hint: 'Change anything to plan again.' },
];

const finish = (stack: Stack, { shop }: PlanInput): PlannedStack => ({
  ...stack,
  passMinutes: passMinutes(stack, shop, passesOf(stack)),
  warnings: stackWarnings(stack),
});

/** Pieces that one pass of a stack gives. */
export const piecesIn = (stack: SawnStack): number =>
  stack.layers.reduce((sum, { id }) => sum + gangOfLayer(id, stack).parts.length, 0);

/** How many of each part the stacks are still to give: passes to cut, and layers of those begun that are not finished. */
function piecesToCome(stacks: readonly Stack[]): ReadonlyMap<string, number> {
  const pieces = new Map<string, number>();
  const add = (layerId: string, stack: Stack, count: number): void => {
    for (const { partId } of gangOfLayer(layerId, stack).parts) pieces.set(partId, (pieces.get(partId) ?? 0) + count);
  };
  for (const stack of stacks) {
    for (const { id } of stack.layers) add(id, stack, stack.passesToCut);
    for (const id of layersInHand(stack)) add(id, stack, 1);
  }
  return pieces;
}

function withLeftOver(count: PartCount, planned: number): PlannedPart {
  return { ...count, planned, leftOver: Math.max(0, planned + count.onHand + count.good - count.total) };
}

function allMinutes(
  stacks: readonly PlannedStack[],
  uses: readonly BladeUse[],
  turns: readonly BladeTurn[],
  { shop }: PlanInput,
): Minutes {
  const factors = factorsInForce(shop.factors);
  const sawing = stacks.reduce((sum, stack) => {
    const whole = addMinutes(sum, timesMinutes(stack.passMinutes, stack.passesToCut));
    return stack.phases.reduce((total, phase) => {
      const left = timesToSaw(stack, phase) - stack.passesToCut;
      return left === 0 ? total : addMinutes(total, begunMinutes(phase, stack, factors, left));
    }, whole);
  }, NO_MINUTES);
  const mounts = uses.reduce((sum, use) => sum + use.mounts, 0);
  const settings = settingsOf(turns.flatMap(({ spells }) => spells.map(({ tiltDegrees }) => tiltDegrees)));
  return { ...sawing, changing: mounts * factors.changeBlade + settings * factors.setTilt };
}

/** The blanks of stacks, each with the gang it is for. */
const gangBlanks = (stacks: readonly PlannedStack[]): (CutBlank & { readonly gang: StackedGang })[] =>
  stacks.flatMap((stack) =>
    blanksOf(stack).map((blank) => ({ ...blank, gang: gangOfLayer(`${blank.gangKey}.0`, stack) })),
  );

/** Blanks of equal wood, thickness and size together, in the order they are first needed: one for each board that is glued up. */
function blankNeeds(stacks: readonly PlannedStack[]): BlankNeed[] {
  const needs = new Map<string, BlankNeed>();
  for (const { gang, rule, length, width, count, passes } of gangBlanks(stacks)) {
    const parts = gang.parts.map(({ partName }) => `${gang.templateName}: ${partName}`);
    for (const { wood, nominalMm, thicknessMm } of gang.plies) {
      const key = [wood.id, rule, passes, ...[nominalMm, length, width].map(toNm)].join('|');
      const before = needs.get(key);
      needs.set(key, {
        woodId: wood.id,
        nominalMm,
        thicknessMm,
        length: snapMm(length),
        width: snapMm(width),
        rule,
        passes,
        count: (before?.count ?? 0) + count,
        parts: [...new Set([...(before?.parts ?? []), ...parts])],
      });
    }
  }
  return [...needs.values()];
}

const leftOverWarnings = (parts: readonly PlannedPart[]): PlanWarning[] =>
  parts
    .filter(({ leftOver }) => leftOver > 0)
    .map(({ leftOver, templateName, partName }) => ({
      kind: 'left-over',
      stackKey: null,
      where: `${templateName}, ${partName}`,
      inputs: { pieces: leftOver },
    }));

/** A pinned stack that the run cannot have. */
function pinWarning({ layers, passes }: PinnedStack, counted: readonly CountedPart[]): PlanWarning {
  const names = layers.map(
    ({ partId }) => counted.find(({ count }) => count.partId === partId)?.count.partName ?? 'a part that is gone',
  );
  const inputs = { layers: layers.reduce((sum, { count }) => sum + count, 0), passes };
  return { kind: 'pin-left-out', stackKey: null, where: names.join(' / '), inputs };
}
