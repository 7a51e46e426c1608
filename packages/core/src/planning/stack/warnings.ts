import { curveTaken, isFlat, turningRadius } from '../../blades';
import { compareMm } from '../../units';
import { isTilted, SMALL_BLANK, stackName, stackPlace } from '../blanks';
import type { BladeUse, PlanWarning } from '../model/plan';
import type { PlannedCut, Stack } from '../model/stack';

/** Warnings of one stack, the gravest first. */
export function stackWarnings(stack: Stack): PlanWarning[] {
  const where = stackPlace(stack);
  const warn = (kind: PlanWarning['kind'], inputs: PlanWarning['inputs']): PlanWarning => ({
    kind,
    stackKey: stack.key,
    where,
    inputs,
  });
  const warnOf = (
    kind: PlanWarning['kind'],
    cuts: readonly PlannedCut[],
    inputs: PlanWarning['inputs'],
  ): PlanWarning => ({
    ...warn(kind, inputs),
    cutIds: [...new Set(cuts.map(({ cutId }) => cutId))],
  });
  const warnings: PlanWarning[] = [];
  const { length, width } = stack.gangs[0]?.blank ?? { length: Infinity, width: Infinity };
  if (compareMm(Math.max(length, width), SMALL_BLANK) < 0) {
    warnings.push(warn('small-blank', { lengthMm: length, widthMm: width, leastMm: SMALL_BLANK }));
  }
  const cuts = stack.phases.flatMap((phase) => phase.cuts);
  const standing = cuts.filter(({ reach }) => reach === 'standing');
  if (standing.some(({ choice }) => isFlat(choice.blade))) {
    warnings.push(warnOf('no-spiral-in-drawer', standing, { cuts: standing.length }));
  } else if (standing.length > 0) warnings.push(warnOf('standing-work', standing, { cuts: standing.length }));
  const limited = cuts.filter(({ reach }) => reach === 'limited');
  if (limited.length > 0) warnings.push(warnOf('cannot-turn-round', limited, { cuts: limited.length }));
  if (stack.roughCuts.length > 0)
    warnings.push(warn('rough-cut-first', Object.fromEntries(stack.roughCuts.map(({ corner, leg }) => [corner, leg]))));
  for (const { cuts: own, heightMm } of stack.phases) {
    const strained = own.filter(({ choice }) => choice.strained);
    const [first] = strained;
    if (first) warnings.push(warnOf('strained-blade', strained, { heightMm, size: first.choice.blade.size }));
  }
  const tight = cuts.filter(isTooTight);
  if (tight.length > 0) warnings.push(warnOf('curve-too-tight', tight, { ...tightest(tight), cuts: tight.length }));
  if (stack.held.insteadOf === 'brads') warnings.push(warn('no-room-for-brads', { layers: stack.layers.length }));
  if (stack.held.insteadOf === 'double-sided') warnings.push(warn('must-come-clean', { layers: stack.layers.length }));
  // A tilted blade cannot turn in a sharp inside corner: it binds below and snaps.
  const bound = cuts.filter(({ rule, measure }) => isTilted(rule) && measure.sharpInsideCorners > 0);
  if (bound.length > 0) warnings.push(warnOf('tilted-corners', bound, { cuts: bound.length }));
  const over = stack.gangs.filter(({ turnedOver }) => turnedOver);
  if (over.length > 0) warnings.push(warn('face-down', { parts: stackName({ gangs: over }) }));
  const veneered = over.filter(({ wood, plies }) => wood.kind === 'sheet' && plies.length === 1);
  if (veneered.length > 0) warnings.push(warn('one-sided-face', { parts: stackName({ gangs: veneered }) }));
  return warnings;
}

/** True of a cut with a curve that its blade does not turn. */
const isTooTight = ({ choice: { blade }, measure: { tightest } }: PlannedCut): boolean =>
  tightest !== null && isFlat(blade) && curveTaken(blade, tightest.radius) === 'pivots';

/** The tightest curve of cuts against what its blade turns. */
function tightest(cuts: readonly PlannedCut[]): PlanWarning['inputs'] {
  const [worst] = cuts
    .map(({ choice: { blade }, measure }) => ({
      size: blade.size,
      radiusMm: measure.tightest?.radius ?? Infinity,
      limitMm: turningRadius(blade),
    }))
    .sort((a, b) => a.radiusMm / a.limitMm - b.radiusMm / b.limitMm);
  return worst ?? {};
}

/** Blades of which the drawer holds fewer than the plan wears out; only counted ones can be short. */
export function bladeWarnings(uses: readonly BladeUse[]): PlanWarning[] {
  return uses.flatMap(({ blade, count }) =>
    blade.onHand !== null && blade.onHand < count
      ? [
          {
            kind: 'few-blades' as const,
            stackKey: null,
            where: `Number ${blade.size}, ${blade.form} teeth`,
            inputs: { needed: count, onHand: blade.onHand },
          },
        ]
      : [],
  );
}
