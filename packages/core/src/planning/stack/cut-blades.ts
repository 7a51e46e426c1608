import {
  besideChoice,
  chooseBlades,
  type BesideChoice,
  type Blade,
  type BladeChoice,
  type BladeFault,
  type BladePreferences,
  sawingHints,
  woodPace,
  type HintedCut,
  type SawingHint,
} from '../../blades';
import type { Result } from '../../result';
import { demandIn, demandOf, type SawnCut } from '../costs';
import { gangOfLayer, isTilted } from '../blanks';
import { bladePreferences, type Shop } from '../model/shop';
import type { Phase, PlannedCut, SawnStack } from '../model/stack';

/**
 * Blades for a cut from a drawer, the best first: the one place that asks for them, so that plan, pattern and
 * paper say the same. Errors as of {@link chooseBlades}.
 */
export const bladesForCut = (
  cut: SawnCut,
  preferences: BladePreferences,
  drawer: readonly Blade[],
): Result<readonly BladeChoice[], BladeFault> => chooseBlades(demandOf(cut), drawer, preferences);

/** The blade of a planned cut beside the next sizes down and up that are in the drawer. */
export const besideCut = (
  cut: PlannedCut,
  phase: Phase,
  stack: SawnStack,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): BesideChoice =>
  besideChoice(demandIn(phase, stack, preferences.economy)(cut), cut.choice.blade, drawer, preferences);

/** How a planned cut is sawn: speed, feed, corners, curves, and where the wood burns. */
export function hintsForCut(cut: PlannedCut, phase: Phase, stack: SawnStack, shop: Shop): SawingHint[] {
  const preferences = bladePreferences(shop);
  const gangs = phase.layerIds.map((id) => gangOfLayer(id, stack));
  const hinted: HintedCut = {
    ...demandIn(phase, stack, preferences.economy)(cut),
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
