import { ofStep, type LayersSpoiled, type SpoilReason, type StepDone, type Unstamped } from '../ledger';
import { gangOfLayer, lastPhases, passSawn, type MarkedPass, type Phase, type PlannedStack } from '../planning';
import { cutDetail } from './done';
import type { BenchStep } from './step';

/** What ticking a step off records. */
export type StepTick = MarkedPass | Unstamped<StepDone>;

/**
 * What is recorded when a step is done: its passes as sawn through its phase where the step finishes it, else the step itself.
 * `minutes` are those of the whole step, shared by its passes; `lostOf` names the layers that were spoiled before.
 */
export function tickStep(
  step: BenchStep,
  stack: PlannedStack | null,
  minutes: number | null,
  lostOf: (pass: number) => readonly string[],
): StepTick[] {
  const { phaseKey, passes, blade } = step;
  if (!step.finishesPhase || stack === null) return [stepDone(step, stack, minutes, step.minutes)];
  const phase = stack.phases.length === 1 ? null : (stack.phases.find(({ key }) => key === phaseKey) ?? null);
  return passes.map((pass) => ({
    ...passSawn(stack, phase, pass, { spoiled: [], lost: lostOf(pass) }),
    bladeId: blade?.id ?? null,
    minutes: minutes === null ? null : minutes / passes.length,
    plannedMinutes: step.minutes / passes.length,
  }));
}

/** What is recorded when one cut of a step is sawn: its minutes are in those of the whole. */
export const tickCut = (step: BenchStep, stack: PlannedStack, cutId: string): Unstamped<StepDone> =>
  stepDone({ ...step, detail: cutDetail(cutId) }, stack, null, null);

const stepDone = (
  { kind, stackKey, phaseKey, passes, detail }: BenchStep,
  stack: PlannedStack | null,
  minutes: number | null,
  plannedMinutes: number | null,
): Unstamped<StepDone> => ({
  kind: 'step-done',
  subject: ofStep(kind),
  stack: stackKey,
  stackLayers: stack?.layers.map(({ id }) => id) ?? null,
  phase: phaseKey,
  passes,
  detail,
  minutes,
  plannedMinutes,
});

/** Layers of a pass that came to nothing; null for all of them. */
export function layersSpoiled(
  stack: PlannedStack,
  phase: Phase | null,
  pass: number,
  layerId: string | null,
  reason: SpoilReason | null,
): Unstamped<LayersSpoiled> {
  const ids = stack.layers.map(({ id }) => id);
  const last = lastPhases(stack);
  return {
    kind: 'layers-spoiled',
    stack: stack.key,
    stackLayers: ids,
    layers: ids.length,
    pass,
    phase: phase?.key ?? null,
    lost: ids
      .filter((id) => layerId === null || id === layerId)
      .map((id) => ({ layerId: id, reason, pieces: piecesOf(id, stack), finishedIn: last.get(id) ?? '' })),
  };
}

function piecesOf(layerId: string, stack: PlannedStack): Readonly<Record<string, number>> {
  const pieces: Record<string, number> = {};
  for (const { partId } of gangOfLayer(layerId, stack).parts) pieces[partId] = (pieces[partId] ?? 0) + 1;
  return pieces;
}
