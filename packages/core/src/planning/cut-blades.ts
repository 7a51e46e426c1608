import {
  besideChoice,
  chooseBlades,
  type BesideChoice,
  type Blade,
  type BladeChoice,
  type BladeFault,
  type BladePreferences,
  slantedPace,
  woodPace,
  type CutDemand,
  type CutWant,
  type WoodPace,
} from '../blades';
import type { CutMeasure } from '../patterns';
import type { Result } from '../result';
import { snapMm } from '../units';
import { pliesUnder } from './estimate';
import type { Phase, PlannedCut, SawnStack } from './model/stack';
import { slantOf } from './tilt';

/** A cut as it lies under the blade: the wood, its height in mm, and whether the work can be turned about the blade. */
export interface SawnCut {
  readonly measure: CutMeasure;
  /** Of an inside cut the largest hole there is room for, mm; else null. */
  readonly openingMm: number | null;
  /** Of the hardest layer. */
  readonly hardnessN: number;
  readonly heightMm: number;
  readonly pace: WoodPace;
  readonly turnable: boolean;
  readonly wants: readonly CutWant[];
}

/**
 * Blades for a cut from a drawer, the best first: the one place that asks for them, so that plan, pattern and
 * paper say the same. Errors as of {@link chooseBlades}.
 */
export const bladesForCut = (
  cut: SawnCut,
  preferences: BladePreferences,
  drawer: readonly Blade[],
): Result<readonly BladeChoice[], BladeFault> => chooseBlades(demandOf(cut), drawer, preferences);

const demandOf = ({ measure, openingMm, hardnessN, heightMm, pace, turnable, wants }: SawnCut): CutDemand => ({
  hardnessN,
  heightMm: snapMm(heightMm),
  pace,
  lengthMm: measure.lengthMm,
  tightestRadius: measure.tightest?.radius ?? null,
  sharpInsideCorners: measure.sharpInsideCorners,
  turnable,
  openingMm,
  wants,
});

/** The blade of a planned cut beside the next sizes down and up that are in the drawer. */
export function besideCut(
  { choice, measure, openingMm, rule, reach, wants }: PlannedCut,
  phase: Phase,
  stack: SawnStack,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): BesideChoice {
  const plies = pliesUnder(phase, stack);
  const slant = slantOf(rule);
  const demand = demandOf({
    measure,
    openingMm,
    hardnessN: Math.max(...plies.map(({ hardnessN }) => hardnessN)),
    heightMm: phase.heightMm * slant,
    pace: slantedPace(woodPace(plies, preferences.economy), slant),
    turnable: reach !== 'standing',
    wants,
  });
  return besideChoice(demand, choice.blade, drawer, preferences);
}

/** The bit for the hole of an inside cut in a single layer that can be turned, mm; null where no blade or no bit serves. */
export function bitForLayer(
  cut: Omit<SawnCut, 'turnable' | 'pace'>,
  preferences: BladePreferences,
  drawer: readonly Blade[],
): number | null {
  const pace = woodPace([{ hardnessN: cut.hardnessN, thicknessMm: cut.heightMm }], preferences.economy);
  const found = bladesForCut({ ...cut, pace, turnable: true }, preferences, drawer);
  return found.ok ? (found.value[0]?.bitMm ?? null) : null;
}
