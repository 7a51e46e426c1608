import type { BenchStepKind } from '../ledger';
import { PATTERN_WAYS, patternsPut, type PatternWay, type Phase, type PlannedStack } from '../planning';
import type { Caution } from './step';

type OfStep = (kind: BenchStepKind, phase: Phase | null, tiltDegrees: number) => readonly Caution[];

/** What can hurt at the steps of a stack, worked out once for each kind, phase and tilt. */
export function cautionsByStep(stack: PlannedStack): OfStep {
  const known = new Map<string, readonly Caution[]>();
  return (kind, phase, tiltDegrees) => {
    const key = `${kind} ${phase?.key ?? ''} ${String(tiltDegrees)}`;
    const cautions = known.get(key) ?? cautionsOf(kind, stack, phase, tiltDegrees);
    known.set(key, cautions);
    return cautions;
  };
}

/** What can hurt at a step of a stack, what matters most first. Common practice; no published source. */
function cautionsOf(kind: BenchStepKind, stack: PlannedStack, phase: Phase | null, tiltDegrees: number): Caution[] {
  switch (kind) {
    case 'glue':
      return ['clamps-wait'];
    case 'prepare':
      return when(
        stack.gangs.some(({ plies }) => plies.length > 1),
        'clamps-wait',
      );
    case 'stick':
      return [
        ...when(
          waysOn(stack).some(({ isSprayed }) => isSprayed),
          'moving-air',
        ),
        ...when(hasBrads(stack), 'brads'),
      ];
    case 'drill':
      return ['clamp-work'];
    case 'thread':
      return ['unplug'];
    case 'cut':
      return cutCautions(stack, phase, tiltDegrees);
    case 'peel':
      return when(
        waysOn(stack).some(({ material, isSprayed }) => material === 'none' && isSprayed),
        'solvent-dry',
      );
    default:
      return [];
  }
}

const when = (isSo: boolean, caution: Caution): Caution[] => (isSo ? [caution] : []);
const hasBrads = ({ held }: PlannedStack): boolean => held.method === 'brads';
const waysOn = (stack: PlannedStack): PatternWay[] => patternsPut(stack).map(({ method }) => PATTERN_WAYS[method]);

const cutCautions = (stack: PlannedStack, phase: Phase | null, tiltDegrees: number): Caution[] => [
  ...when(hasBrads(stack), 'brads'),
  ...when(
    stack.warnings.some(({ kind }) => kind === 'small-blank'),
    'small-blank',
  ),
  ...when(
    tiltDegrees !== 0 && phase !== null && phase.cuts.some(({ measure }) => measure.sharpInsideCorners > 0),
    'sharp-tilt',
  ),
  ...when(
    stack.gangs.some(({ plies }) => plies.some(({ wood }) => wood.kind === 'sheet')),
    'fine-dust',
  ),
  'fingers-beside',
];
