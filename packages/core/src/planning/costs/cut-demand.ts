import {
  plyUnder,
  slantedPace,
  woodPace,
  type BladeEconomy,
  type CutDemand,
  type CutWant,
  type SawnPly,
  type WoodPace,
} from '../../blades';
import type { CutMeasure } from '../../patterns';
import { snapMm } from '../../units';
import { gangOfLayer, slantOf } from '../blanks';
import type { Phase, PlannedCut, UnnamedStack } from '../model/stack';

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

/** What a cut asks of a blade. */
export const demandOf = ({ measure, openingMm, hardnessN, heightMm, pace, turnable, wants }: SawnCut): CutDemand => ({
  hardnessN,
  heightMm: snapMm(heightMm),
  pace,
  lengthMm: measure.lengthMm,
  tightestRadius: measure.tightest?.radius ?? null,
  turning: measure.turning,
  corners: measure.corners,
  sharpInsideCorners: measure.sharpInsideCorners,
  turnable,
  openingMm,
  wants,
});

/** What each of the cuts of a phase asks of its blade; what lies under the blade is worked out once. */
export function demandIn(
  phase: Phase,
  stack: UnnamedStack,
  economy: Omit<BladeEconomy, 'hourMinor'>,
): (cut: PlannedCut) => CutDemand {
  const plies = pliesOf(phase.singly ? phase.layerIds.slice(0, 1) : phase.layerIds, stack);
  const hardnessN = Math.max(...plies.map((ply) => ply.hardnessN));
  const pace = woodPace(plies, economy);
  return ({ measure, openingMm, rule, reach, wants }) => {
    const slant = slantOf(rule);
    return demandOf({
      measure,
      openingMm,
      hardnessN,
      heightMm: phase.heightMm * slant,
      pace: slantedPace(pace, slant),
      turnable: reach !== 'standing',
      wants,
    });
  };
}

/** The boards of layers. */
export const pliesOf = (layerIds: readonly string[], stack: UnnamedStack): SawnPly[] =>
  layerIds.flatMap((id) => gangOfLayer(id, stack).plies.map(({ thicknessMm, wood }) => plyUnder(wood, thicknessMm)));
