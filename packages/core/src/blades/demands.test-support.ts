import { TYPICAL_ECONOMY, woodPace, type BladePreferences, type CutDemand } from '.';
import { inches } from '../units';
import { woodById } from '../wood';

/** The school that goes larger in the border case. */
export const LARGER: BladePreferences = {
  betweenSizes: 'larger',
  favouriteForm: 'reverse',
  ends: 'plain',
  useWhatIsLeft: true,
  keepInSaw: true,
  economy: TYPICAL_ECONOMY,
  units: 'in',
};
export const SMALLER: BladePreferences = { ...LARGER, betweenSizes: 'smaller' };

/** A cut in one piece of wood; what it takes follows from hardness and height. */
export function demandOf(
  cut: Omit<CutDemand, 'pace' | 'lengthMm' | 'wants' | 'corners' | 'turning'> & Partial<CutDemand>,
): CutDemand {
  const pace = woodPace([{ hardnessN: cut.hardnessN, thicknessMm: cut.heightMm, glued: false }], TYPICAL_ECONOMY);
  return { pace, lengthMm: 400, turning: 2 * Math.PI, corners: cut.sharpInsideCorners, wants: [], ...cut };
}

/** An outline by wood, height and tightest curve in inches, and sharp inside corners. */
export const outlineIn = (
  wood: string,
  heightInches: number,
  radiusInches: number | null,
  corners: number,
  more: Partial<CutDemand> = {},
): CutDemand => {
  const known = woodById(wood);
  if (!known) throw new RangeError(`no wood ${wood}`);
  return demandOf({
    hardnessN: known.hardnessN,
    heightMm: inches(heightInches),
    tightestRadius: radiusInches === null ? null : inches(radiusInches),
    sharpInsideCorners: corners,
    turnable: true,
    openingMm: null,
    ...more,
  });
};
