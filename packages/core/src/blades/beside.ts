import { compareMm, MM_PER_INCH } from '../units';
import { BLADE_SIZES, curveTaken, isFlat, sizeIndex, stiffness, STRETCH, type Blade, type CurveTaken } from './blade';
import { mayEnter, usableBlades, type BladePreferences } from './choose';
import { comfortOf, costInCut, type CutCost } from './cost';
import type { CutDemand } from './demand';
import { wearingMm, type BladeEconomy } from './economy';

/** What one blade would do in a cut. */
export interface BladeInCut {
  readonly blade: Blade;
  /** The height as a share of what it saws in comfort. */
  readonly comfortShare: number;
  /** How the tightest curve is taken; null where there is none. */
  readonly curve: CurveTaken | null;
  /** Teeth that stand in the wood at once: fewer cut rougher, more have less room for dust. */
  readonly teethInCut: number;
  /** What it takes, minutes. */
  readonly cost: CutCost;
  /** Blades it wears, a share of one or more. */
  readonly worn: number;
  /** Why it could not be used at all: too high for it even strained, or the opening has no room for its hole; else null. */
  readonly cannot: 'too-high' | 'no-hole' | null;
}

export interface BesideChoice {
  readonly chosen: BladeInCut;
  /** The next smaller and larger size of the drawer, where there is one. */
  readonly smaller: BladeInCut | null;
  readonly larger: BladeInCut | null;
}

/** The blade of a cut beside the next one down and up, by the figures that tell what each gains and loses. */
export function besideChoice(
  cut: CutDemand,
  chosen: Blade,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): BesideChoice {
  const { economy } = preferences;
  const flat = usableBlades(drawer, preferences).filter(isFlat);
  const next = (step: 1 | -1): BladeInCut | null => {
    for (let i = sizeIndex(chosen.size) + step; i >= 0 && i < BLADE_SIZES.length; i += step) {
      const ofSize = flat.filter(({ size }) => size === BLADE_SIZES[i]);
      const blade = ofSize.find(({ form }) => form === chosen.form) ?? ofSize[0];
      if (blade) return inCut(cut, blade, economy);
    }
    return null;
  };
  return { chosen: inCut(cut, chosen, economy), smaller: next(-1), larger: next(1) };
}

function inCut(cut: CutDemand, blade: Blade, economy: BladeEconomy): BladeInCut {
  const comfortMm = comfortOf(blade, cut.hardnessN);
  return {
    blade,
    comfortShare: cut.heightMm / comfortMm,
    curve: cut.tightestRadius === null ? null : curveTaken(blade, cut.tightestRadius),
    teethInCut: (cut.heightMm / MM_PER_INCH) * blade.teethPerInch,
    cost: costInCut(cut, blade, economy),
    worn: wearingMm(cut, economy) * cut.pace.wornPerMm,
    cannot:
      compareMm(cut.heightMm, comfortMm * STRETCH) > 0 ? 'too-high' : mayEnter(blade, cut.openingMm) ? null : 'no-hole',
  };
}

/** How much stiffer one blade is than another of one length against the wood that is fed to it. */
export const stiffnessRatio = (one: Blade, other: Blade): number => stiffness(one) / stiffness(other);
