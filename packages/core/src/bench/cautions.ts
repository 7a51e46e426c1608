import type { BenchStepKind } from '../ledger';
import { PATTERN_WAYS, patternsPut, type Phase, type PlannedStack } from '../planning';
import type { Caution } from './step';

/** What can hurt at a step of a stack, what matters most first. Common practice; no published source. */
export function cautionsOf(
  kind: BenchStepKind,
  stack: PlannedStack,
  phase: Phase | null,
  tiltDegrees: number,
): Caution[] {
  const cautions: Caution[] = [];
  const ways = patternsPut(stack).map(({ method }) => PATTERN_WAYS[method]);
  if (kind === 'prepare' && stack.gangs.some(({ plies }) => plies.length > 1)) cautions.push('clamps-wait');
  if (kind === 'stick' && ways.some(({ isSprayed }) => isSprayed)) cautions.push('moving-air');
  if (kind === 'stick' && stack.held.method === 'brads') cautions.push('brads');
  if (kind === 'drill') cautions.push('clamp-work');
  if (kind === 'thread') cautions.push('unplug');
  if (kind === 'cut') cautions.push(...cutCautions(stack, phase, tiltDegrees));
  if (kind === 'peel' && ways.some(({ material, isSprayed }) => material === 'none' && isSprayed))
    cautions.push('solvent-dry');
  return cautions;
}

function cutCautions(stack: PlannedStack, phase: Phase | null, tiltDegrees: number): Caution[] {
  const cautions: Caution[] = [];
  if (stack.held.method === 'brads') cautions.push('brads');
  if (stack.warnings.some(({ kind }) => kind === 'small-blank')) cautions.push('small-blank');
  if (tiltDegrees !== 0 && phase?.cuts.some(({ measure }) => measure.sharpInsideCorners > 0) === true)
    cautions.push('sharp-tilt');
  if (stack.gangs.some(({ plies }) => plies.some(({ wood }) => wood.kind === 'sheet'))) cautions.push('fine-dust');
  cautions.push('fingers-beside');
  return cautions;
}
