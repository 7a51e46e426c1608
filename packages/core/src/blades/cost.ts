import { hardnessClass, NEWTONS_PER_POUND_FORCE } from '../wood';
import { inches, MM_PER_INCH } from '../units';
import {
  BLADE_SIZES,
  comfortHeight,
  isFlat,
  sizeIndex,
  steeredRadius,
  stiffness,
  STRETCH,
  type Blade,
  type ToothForm,
} from './blade';
import type { CutDemand } from './demand';
import { wearingMm, type BladeEconomy } from './economy';

/** What a blade takes for a cut, in minutes of the shop. */
export interface CutCost {
  /** Of `sawing`, the line alone as a blade saws it that suits the height. */
  readonly line: number;
  /** Following the line, its corners and its curves. */
  readonly sawing: number;
  /** Smoothing the face that it leaves. */
  readonly smoothing: number;
  /** What is lost on the average to a burnt face, a wandering line or a last layer unlike the first. */
  readonly risk: number;
  /** Blades worn, each with its price and the change. */
  readonly wear: number;
  readonly total: number;
}

/*
 * The figures below are our estimate: they are set so that the cheapest blade is the one that makers pick (common practice),
 * in every wood, height and kind of work that is known to us. Each is a share of the minutes of the line.
 */
/** From this share of its comfort on a blade works hard. */
const EASY_SHARE = 0.75;
/** What is lost at the whole of its comfort, and with the cube of what is beyond the easy. */
const LOSS_AT_COMFORT = 0.23;
/** Smoothing grows with the logarithm of the width, from blades of this width on, mm. */
const SMOOTH_WIDTH = 0.5;
const SMOOTHING = 2.1;
/** A spiral leaves a face as rough again. */
const SPIRAL_ROUGHNESS = 2;
/** With fewer teeth in the wood than these it is torn a little more with each that is missing (common practice asks for three to six). */
const TEETH_IN_WOOD = 6.7;
const FEW_TEETH = 0.76;
/** What a blade as stiff as a number 5 loses to bending on a straight line in wood that slows the hand. */
const BENDING = 0.73;
/** In wood that saws faster than a hand follows it is pushed less, by this power of what the wood would take. */
const PUSH = 0.45;
/** Where a line curves with this radius a blade is turned back to it so often that it drifts half as far, mm. */
const DRIFT_RADIUS = 2;
/** What curves take: by the logarithm of how often the blade's radius goes into theirs, squared, and one. */
const CURVES = 1.4;
/** A blade whose kerf is no wider than its body steers nothing: as one of so many times the radius. */
const BINDS = 1000;
/** A number 5, by which others are measured: it turns a corner in the usual time. */
const FIVE = { thicknessMm: inches(0.016), widthMm: inches(0.038) };
/** A blade wider than this leaves a ragged place where it is turned on the spot, mm (common practice: none above a number 9). */
export const WIDEST_TO_PIVOT = inches(0.055);
/** Minutes to clean a ragged corner with a file. */
const RAGGED_CORNER = 0.75;
/** Where corners stand closer than four widths of a blade it is wider than what it shall leave: by the square of what is beyond (our estimate). */
const WIDTHS_TO_A_CORNER = 4;
const TOO_WIDE = 30;
/** Woods this hard pack the gullets of teeth that stand close, the more the finer they are (common practice; the handbook's hardest woods). */
export const VERY_HARD_N = 1800 * NEWTONS_PER_POUND_FORCE;
const PACKED = 0.45;
/** With more teeth than these in the wood at once there is no room for the dust of any (our estimate). */
const CROWDED_FROM = 18;
const CROWDED = 0.38;
/** Teeth of a plain number 5 to the inch. */
const TEETH_OF_FIVE = 15;
/** A wide kerf's teeth that cut upwards carry the dust back in. */
const OPEN_GULLETS: readonly ToothForm[] = ['skip', 'ground', 'spiral'];
/** Pieces that are painted want a kerf like that of a number 5 at least, mm (common practice). */
const KERF_FOR_PAINT = inches(0.023);
const TIGHT_PAINT = 4.5;
/** Pieces that hold each other want a kerf like that of a number 3 at most, mm (common practice: a puzzle wants a narrow one). */
const KERF_FOR_FIT = inches(0.021);
const LOOSE_FIT = 4.5;
/** Teeth that also cut upwards leave the lower face clean. */
const CLEAN_BELOW: readonly ToothForm[] = ['reverse', 'two-way', 'wide-kerf'];
const SPLINTERS = 0.22;
/** A spiral cuts as wide a slot as a flat blade two sizes up, and as high (common practice). */
const SPIRAL_STEPS = 2;

/** The greatest height that a blade saws in comfort in wood of a hardness in newtons, mm. */
export function comfortOf({ size, form }: Pick<Blade, 'size' | 'form'>, hardnessN: number): number {
  const like = form === 'spiral' ? BLADE_SIZES[Math.min(sizeIndex(size) + SPIRAL_STEPS, BLADE_SIZES.length - 1)] : size;
  return comfortHeight(like ?? size, hardnessClass(hardnessN));
}

/** How far beyond easy work a blade is: 0 up to three quarters of its comfort, 1 at the whole of it; cubed. */
const hardship = (comfortShare: number): number => (Math.max(0, comfortShare - EASY_SHARE) / (1 - EASY_SHARE)) ** 3;

/**
 * How much longer a line takes than with a blade that suits the height, 1 or more: with the cube of the strain, so that at one
 * and a half times its comfort its speed is `strainedShare` of the usual. `comfortShare` is the height over the blade's comfort.
 */
export const slowedBy = (comfortShare: number, { strainedShare }: Pick<BladeEconomy, 'strainedShare'>): number =>
  1 + ((1 / strainedShare - 1) * hardship(comfortShare)) / hardship(STRETCH);

/**
 * How often the usual minutes of a corner a blade takes to turn in one sharp inside corner: as the square of its width, a number
 * 5 once; a spiral is not turned.
 */
export const cornerShare = (blade: Pick<Blade, 'widthMm' | 'form'>): number =>
  isFlat(blade) ? (blade.widthMm / FIVE.widthMm) ** 2 : 0;

/** Minutes of a line in a wood by a blade that suits it, mm; the hand follows no faster than it can. */
export const lineMinutes = (
  { pace, lengthMm }: Pick<CutDemand, 'pace' | 'lengthMm'>,
  { fastestFeed }: Pick<BladeEconomy, 'fastestFeed'>,
): number => lengthMm * Math.max(pace.minutesPerMm, 1 / fastestFeed);

/** Minutes at the saw: following a line with its curves, for which the work is turned whatever the blade, and turning in its corners. */
export function sawingMinutes(
  cut: CutDemand,
  blade: Blade,
  economy: Omit<BladeEconomy, 'hourMinor'>,
): { readonly cutting: number; readonly corners: number } {
  const slowed = slowedBy(cut.heightMm / comfortOf(blade, cut.hardnessN), economy);
  const turned = cut.corners + cut.sharpInsideCorners * (cornerShare(blade) - 1);
  return {
    cutting: lineMinutes(cut, economy) * slowed + economy.roundMinutes * (cut.turning / (2 * Math.PI)),
    corners: turned * economy.cornerMinutes,
  };
}

/**
 * What a blade takes for a cut, in minutes: the one cost by which blades are chosen. Sawing at the pace that height and wood
 * allow it, its curves and corners (a wide blade turns slower in those), smoothing, the risk of a spoiled piece, and its own wear by
 * the shop's value of an hour. Its terms and figures are written out in docs/figures.md.
 */
export function costInCut(cut: CutDemand, blade: Blade, economy: BladeEconomy): CutCost {
  const line = lineMinutes(cut, economy);
  const share = cut.heightMm / comfortOf(blade, cut.hardnessN);
  const slowed = slowedBy(share, economy);
  const { cutting, corners } = sawingMinutes(cut, blade, economy);
  const sawing = cutting + corners;
  const smoothing = line * (roughness(cut, blade) + curveShare(cut, blade)) + raggedMinutes(cut, blade);
  const risk =
    line * (Math.max(0, LOSS_AT_COMFORT * hardship(share) - (slowed - 1)) + bendingShare(cut, blade, economy));
  const worth =
    ((blade.priceMinor ?? economy.bladeMinor) * 60) / Math.max(1, economy.hourMinor) + economy.changeMinutes;
  const wear = wearingMm(cut, economy) * cut.pace.wornPerMm * worth;
  return { line, sawing, smoothing, risk, wear, total: sawing + smoothing + risk + wear };
}

/** What a blade loses to bending off its line: the more, the harder it is pushed against the wood; the less, the more the line curves. */
function bendingShare({ pace, tightestRadius }: CutDemand, blade: Blade, { fastestFeed }: BladeEconomy): number {
  if (!isFlat(blade)) return 0;
  const pushed = Math.min(1, pace.minutesPerMm * fastestFeed) ** PUSH;
  const straight = tightestRadius === null ? 1 : tightestRadius / (tightestRadius + DRIFT_RADIUS);
  return (BENDING * pushed * straight * stiffness(FIVE)) / stiffness(blade);
}

/** The tightest curve against what a hand steers with the blade: nothing for a spiral, which is not steered. */
function curveShare({ tightestRadius }: CutDemand, blade: Blade): number {
  if (tightestRadius === null || !isFlat(blade)) return 0;
  return CURVES * Math.log1p(Math.min(BINDS, steeredRadius(blade) / tightestRadius) ** 2);
}

function roughness(cut: CutDemand, blade: Blade): number {
  const { widthMm, kerfMm, teethPerInch, form } = blade;
  const teeth = (cut.heightMm / MM_PER_INCH) * teethPerInch;
  const face = SMOOTHING * Math.max(0, Math.log(widthMm / SMOOTH_WIDTH)) * (form === 'spiral' ? SPIRAL_ROUGHNESS : 1);
  const torn = FEW_TEETH * Math.max(0, TEETH_IN_WOOD / teeth - 1);
  const packed = OPEN_GULLETS.includes(form) ? 0 : packedGullets(cut, teeth, teethPerInch);
  const tight = cut.wants.includes('room-for-paint') ? TIGHT_PAINT * Math.max(0, 1 - kerfMm / KERF_FOR_PAINT) : 0;
  const loose = cut.wants.includes('narrow-kerf') ? LOOSE_FIT * Math.max(0, kerfMm / KERF_FOR_FIT - 1) : 0;
  const splinters = cut.wants.includes('clean-underside') && !CLEAN_BELOW.includes(form) ? SPLINTERS : 0;
  return face + torn + packed + tight + loose + splinters + tooWide(cut, blade);
}

/** What is lost where a blade is nearly as wide as the lines between two corners are long. */
function tooWide({ corners, lengthMm }: CutDemand, blade: Blade): number {
  const widths = isFlat(blade) ? (blade.widthMm * corners) / lengthMm : 0;
  return TOO_WIDE * Math.max(0, widths - 1 / WIDTHS_TO_A_CORNER) ** 2;
}

/** Dust that finds no room: in very hard wood between fine teeth, in high stacks between many. */
function packedGullets({ hardnessN }: CutDemand, teeth: number, teethPerInch: number): number {
  const fine = hardnessN >= VERY_HARD_N ? (PACKED * teethPerInch) / TEETH_OF_FIVE : 0;
  return fine + CROWDED * Math.max(0, teeth / CROWDED_FROM - 1);
}

const raggedMinutes = ({ sharpInsideCorners }: CutDemand, blade: Blade): number =>
  isFlat(blade) && blade.widthMm > WIDEST_TO_PIVOT ? RAGGED_CORNER * sharpInsideCorners : 0;
