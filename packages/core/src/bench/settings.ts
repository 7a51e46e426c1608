import { BARE_STEP, type Bench } from './step-list';
import type { BenchStep } from './step';

/** All that is glued up, then the stack that is wished for, each in its own order. */
export function wishedFirst(steps: readonly BenchStep[], first: string | null): readonly BenchStep[] {
  const rank = ({ kind, stackKey }: BenchStep): number => (kind === 'glue' ? 0 : stackKey === first ? 1 : 2);
  return first === null ? steps : [...steps].sort((a, b) => rank(a) - rank(b));
}

/** Puts in the blade and sets the table where the next step wants another. */
export function withSettings(
  { ticked, factors }: Bench,
  steps: readonly BenchStep[],
  bladeInSaw: string | null,
): BenchStep[] {
  let bladeId = bladeInSaw;
  let tilt = ticked.tiltDegrees;
  return steps.flatMap((step) => {
    if (step.blade === null) return [step];
    const before: BenchStep[] = [];
    const { blade, tiltDegrees } = step;
    const own = { ...BARE_STEP, blade, tiltDegrees, cautions: ['unplug'] as const };
    if (blade.id !== bladeId)
      before.push({
        ...own,
        key: `blade ${blade.id} before ${step.key}`,
        kind: 'blade',
        detail: blade.id,
        minutes: factors.changeBlade,
      });
    if (tiltDegrees !== tilt)
      before.push({
        ...own,
        key: `tilt ${String(tiltDegrees)} before ${step.key}`,
        kind: 'tilt',
        detail: String(tiltDegrees),
        minutes: factors.setTilt,
      });
    [bladeId, tilt] = [blade.id, tiltDegrees];
    return [...before, step];
  });
}
