import { hardnessClass, type HardnessClass, type Wood } from '../wood';

/** What a shop's time, blades and sawing are worth; what each class of wood takes. */
export interface BladeEconomy {
  /** Cut face sawn in a minute by a blade that suits the height, mm2. */
  readonly faceAMinute: Readonly<Record<HardnessClass, number>>;
  /** Cut face that a blade lasts, mm2. */
  readonly faceOfALife: Readonly<Record<HardnessClass, number>>;
  /** How long a blade lasts in glued sheets, as a share of that. */
  readonly gluedLife: number;
  /** A corner wears a blade like so much of the line, mm. */
  readonly cornerWearMm: number;
  /** Fastest that a hand follows a line, mm a minute. */
  readonly fastestFeed: number;
  /** Speed at one and a half times a blade's comfort, as a share of the usual. */
  readonly strainedShare: number;
  readonly cornerMinutes: number;
  /** For once round in curves, beside the length of the line. */
  readonly roundMinutes: number;
  readonly changeMinutes: number;
  /** Of a blade that has no price of its own, minor units. */
  readonly bladeMinor: number;
  /** Value of an hour, minor units. */
  readonly hourMinor: number;
}

/** Before a shop has said anything (our estimate; a blade's life in hard wood: common practice). */
export const TYPICAL_ECONOMY: BladeEconomy = {
  faceAMinute: { soft: 2600, medium: 1900, hard: 1300 },
  // 1-1/4 in hard maple uses up a mid-size blade in about one and a half feet (common practice): 31.75 mm x 457 mm.
  faceOfALife: { soft: 40_000, medium: 25_000, hard: 14_500 },
  gluedLife: 0.75,
  cornerWearMm: 5,
  fastestFeed: 200,
  strainedShare: 0.6,
  cornerMinutes: 0.04,
  // A hand that turns the work in a tight curve by two radians a second feeds it hardly at all meanwhile.
  roundMinutes: 0.05,
  changeMinutes: 1,
  bladeMinor: 60,
  hourMinor: 2500,
};

/** A board under the blade. */
export interface SawnPly {
  readonly hardnessN: number;
  readonly thicknessMm: number;
  /** True of sheet goods, whose glue dulls. */
  readonly glued: boolean;
}

/** A board of a wood as a blade meets it. */
export const plyUnder = ({ hardnessN, kind }: Pick<Wood, 'hardnessN' | 'kind'>, thicknessMm: number): SawnPly => ({
  hardnessN,
  thicknessMm,
  glued: kind === 'sheet',
});

/** What wood under a blade takes for each mm of a line sawn square. */
export interface WoodPace {
  /** Minutes, were the hand never the slower. */
  readonly minutesPerMm: number;
  /** Share of a blade's life. */
  readonly wornPerMm: number;
}

/** Each board takes its thickness over the face a minute saws of it: a mean of the woods, weighted by thickness. */
export function woodPace(
  plies: readonly SawnPly[],
  { faceAMinute, faceOfALife, gluedLife }: Pick<BladeEconomy, 'faceAMinute' | 'faceOfALife' | 'gluedLife'>,
): WoodPace {
  let [minutesPerMm, wornPerMm] = [0, 0];
  for (const { hardnessN, thicknessMm, glued } of plies) {
    const kind = hardnessClass(hardnessN);
    minutesPerMm += thicknessMm / faceAMinute[kind];
    wornPerMm += thicknessMm / (faceOfALife[kind] * (glued ? gluedLife : 1));
  }
  return { minutesPerMm, wornPerMm };
}

/** The same at a tilt, where the blade meets `slant` times as much wood. */
export const slantedPace = ({ minutesPerMm, wornPerMm }: WoodPace, slant: number): WoodPace => ({
  minutesPerMm: minutesPerMm * slant,
  wornPerMm: wornPerMm * slant,
});

/** A line with its corners, as long as a line without any that wears a blade as much, mm. */
export const wearingMm = (
  { lengthMm, corners }: { readonly lengthMm: number; readonly corners: number },
  { cornerWearMm }: Pick<BladeEconomy, 'cornerWearMm'>,
): number => lengthMm + corners * cornerWearMm;
