import { addUpWork } from '../ledger';
import { err, ok, type Result } from '../result';
import { snapMm, toNm } from '../units';
import { blanksOf } from './blanks';
import { consumablesFor } from './consumables';
import { addMinutes, bladeUses, NO_MINUTES, passMinutes } from './estimate';
import { factorsInForce } from './model/factors';
import { gangsOfRun } from './gangs-of-run';
import type { PartCount } from './model/count';
import type { PlanError, PlanInput, PlanKit } from './model/input';
import type { BladeUse, BlankNeed, Minutes, Plan, PlannedPart, PlannedStack, PlanWarning } from './model/plan';
import type { Stack } from './model/stack';
import { bladeTurns, orderStacks } from './order';
import { chooseStacks } from './stacks';
import { rodsOfRun } from './supply/rods';
import { bladeWarnings, stackWarnings } from './warnings';

/**
 * Plans a run: what to cut from what, in which stacks, with which blade, in which order. Pure: the same input gives the
 * same plan, to the byte. An aborted plan says so and nothing else.
 */
export async function planRun(asked: PlanInput, kit: PlanKit, signal?: AbortSignal): Promise<Result<Plan, PlanError>> {
  kit.onStage('count');
  const known = gangsOfRun(asked);
  if (!known.ok) return known;
  const { input, counted, gangs } = known.value;
  if (await stopped(signal)) return err(STOPPED);

  kit.onStage('stack');
  const stacks = chooseStacks(gangs, input, addUpWork(input.work));
  if (!stacks.ok) return stacks;
  if (await stopped(signal)) return err(STOPPED);

  kit.onStage('order');
  const ordered = orderStacks(stacks.value);
  const turns = bladeTurns(ordered);

  kit.onStage('estimate');
  const uses = bladeUses(turns, ordered, input.shop);
  const planned = ordered.map((stack) => finish(stack, input));
  const layers = layersByPart(planned);
  const parts = counted.map(({ count }) => withLeftOver(count, layers.get(count.partId) ?? 0));
  return ok({
    parts,
    stacks: planned,
    blanks: blankNeeds(planned),
    rods: rodsOfRun(input),
    bladeTurns: turns,
    bladeUses: uses,
    consumables: consumablesFor(ordered, input.shop),
    minutes: allMinutes(planned, uses, input),
    piecesAtRisk: Math.max(0, ...planned.map((s) => (s.passesToCut > 0 ? s.layers * s.gang.parts.length : 0))),
    warnings: [
      ...planned.flatMap((stack) => (stack.passesToCut > 0 ? stack.warnings : [])),
      ...bladeWarnings(uses),
      ...leftOverWarnings(parts),
    ],
  });
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
  passMinutes: passMinutes(stack, shop),
  warnings: stackWarnings(stack),
});

/** How many of each part the stacks give. */
function layersByPart(stacks: readonly Stack[]): ReadonlyMap<string, number> {
  const layers = new Map<string, number>();
  for (const stack of stacks)
    for (const { partId } of stack.gang.parts)
      layers.set(partId, (layers.get(partId) ?? 0) + stack.layers * stack.passesToCut);
  return layers;
}

function withLeftOver(count: PartCount, planned: number): PlannedPart {
  return { ...count, planned, leftOver: Math.max(0, planned + count.onHand + count.good - count.total) };
}

function allMinutes(stacks: readonly PlannedStack[], uses: readonly BladeUse[], { shop }: PlanInput): Minutes {
  const sawing = stacks.reduce((sum, { passMinutes: one, passesToCut: n }) => {
    const { pattern, drilling, threading, cutting, corners } = one;
    return addMinutes(sum, {
      pattern: pattern * n,
      drilling: drilling * n,
      threading: threading * n,
      cutting: cutting * n,
      corners: corners * n,
      changing: 0,
    });
  }, NO_MINUTES);
  const mounts = uses.reduce((sum, use) => sum + use.mounts, 0);
  return { ...sawing, changing: mounts * factorsInForce(shop.factors).changeBlade };
}

/** Blanks of equal wood, thickness and size together, in the order they are first needed. */
function blankNeeds(stacks: readonly PlannedStack[]): BlankNeed[] {
  const needs = new Map<string, BlankNeed>();
  for (const stack of stacks) {
    const { gang } = stack;
    const parts = gang.parts.map(({ partName }) => `${gang.templateName}: ${partName}`);
    for (const { rule, length, width, count, passes } of blanksOf(stack)) {
      const key = [gang.wood.id, rule, passes, ...[gang.nominalMm, length, width].map(toNm)].join('|');
      const before = needs.get(key);
      needs.set(key, {
        woodId: gang.wood.id,
        nominalMm: gang.nominalMm,
        thicknessMm: gang.thicknessMm,
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
