import {
  besideChoice,
  chooseBlades,
  type BesideChoice,
  type Blade,
  type BladeChoice,
  type BladeFault,
  type BladePreferences,
  sawingHints,
  slantedPace,
  woodPace,
  type CutDemand,
  type CutWant,
  type HintedCut,
  type SawingHint,
  type WoodPace,
} from '../../blades';
import type { CutMeasure } from '../../patterns';
import type { Result } from '../../result';
import { snapMm } from '../../units';
import { pliesUnder } from '../costs';
import { gangOfLayer, isTilted, slantOf } from '../blanks';
import { bladePreferences, type Shop } from '../model/shop';
import type { Phase, PlannedCut, SawnStack } from '../model/stack';

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
  corners: measure.corners,
  sharpInsideCorners: measure.sharpInsideCorners,
  turnable,
  openingMm,
  wants,
});

/** What a planned cut asks of a blade. */
function demandOfPlanned(
  { measure, openingMm, rule, reach, wants }: PlannedCut,
  phase: Phase,
  stack: SawnStack,
  { economy }: BladePreferences,
): CutDemand {
  const plies = pliesUnder(phase, stack);
  const slant = slantOf(rule);
  return demandOf({
    measure,
    openingMm,
    hardnessN: Math.max(...plies.map(({ hardnessN }) => hardnessN)),
    heightMm: phase.heightMm * slant,
    pace: slantedPace(woodPace(plies, economy), slant),
    turnable: reach !== 'standing',
    wants,
  });
}

/** The blade of a planned cut beside the next sizes down and up that are in the drawer. */
export const besideCut = (
  cut: PlannedCut,
  phase: Phase,
  stack: SawnStack,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): BesideChoice => besideChoice(demandOfPlanned(cut, phase, stack, preferences), cut.choice.blade, drawer, preferences);

/** How a planned cut is sawn: speed, feed, corners, curves, and where the wood burns. */
export function hintsForCut(cut: PlannedCut, phase: Phase, stack: SawnStack, shop: Shop): SawingHint[] {
  const preferences = bladePreferences(shop);
  const gangs = phase.layerIds.map((id) => gangOfLayer(id, stack));
  const hinted: HintedCut = {
    ...demandOfPlanned(cut, phase, stack, preferences),
    woodIds: gangs.flatMap(({ plies }) => plies.map(({ wood }) => wood.id)),
    isTilted: isTilted(cut.rule),
    wasteMm: cut.openingMm ?? Math.min(...gangs.map(({ blank }) => blank.margin)),
  };
  return sawingHints(hinted, cut.choice.blade, preferences.economy, shop.saw.strokes);
}

/** The bit for the hole of an inside cut in a single layer that can be turned, mm; null where no blade or no bit serves. */
export function bitForLayer(
  cut: Omit<SawnCut, 'turnable' | 'pace'>,
  preferences: BladePreferences,
  drawer: readonly Blade[],
): number | null {
  const pace = woodPace([{ hardnessN: cut.hardnessN, thicknessMm: cut.heightMm, glued: false }], preferences.economy);
  const found = bladesForCut({ ...cut, pace, turnable: true }, preferences, drawer);
  return found.ok ? (found.value[0]?.bitMm ?? null) : null;
}
