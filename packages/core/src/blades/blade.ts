import type { HardnessClass } from '../wood';
import { inches } from '../units';

/** The universal numbers, thin to thick; a neighbour is one place in this list. */
export const BLADE_SIZES = ['2/0', '1', '3', '5', '7', '9', '12'] as const;
export type BladeSize = (typeof BLADE_SIZES)[number];

/**
 * How the teeth stand, in general words: wide-kerf is skip with reverse teeth below and more set, ground teeth are cut with a
 * stone after hardening; a spiral cuts to every side and is not steered.
 */
export const TOOTH_FORMS = ['plain', 'skip', 'double', 'reverse', 'two-way', 'wide-kerf', 'ground', 'spiral'] as const;
export type ToothForm = (typeof TOOTH_FORMS)[number];

export type BladeEnds = 'plain' | 'pinned';

/** Where a figure of a blade comes from: our table, the maker's packet, or measured by the maker. */
export const FIGURE_SOURCES = ['typical', 'packet', 'measured'] as const;
export type FigureSource = (typeof FIGURE_SOURCES)[number];
export type BladeFigure = 'widthMm' | 'thicknessMm' | 'kerfMm' | 'teethPerInch';

export interface Blade {
  readonly id: string;
  readonly size: BladeSize;
  readonly form: ToothForm;
  readonly ends: BladeEnds;
  /** Front to back, mm. */
  readonly widthMm: number;
  /** The body, side to side, mm. */
  readonly thicknessMm: number;
  /** The slot it leaves, mm. */
  readonly kerfMm: number;
  readonly teethPerInch: number;
  readonly sources: Readonly<Record<BladeFigure, FigureSource>>;
  /** Of one, minor units; null where it is the shop's usual price. */
  readonly priceMinor: number | null;
  /** With so many left it is time to order more; null where that is not watched. */
  readonly reorderAt: number | null;
  /** How far it pulls off a straight line, degrees, to the right above 0; null where that was never measured. */
  readonly driftDegrees: number | null;
  /** True where the maker has it. */
  readonly inDrawer: boolean;
  /** Blades left, or null where they were never counted. */
  readonly onHand: number | null;
  /** True of the one that is in the saw now. */
  readonly inSaw: boolean;
}

/** A spiral cuts to every side and is not steered; every other blade is flat. */
export const isFlat = ({ form }: Pick<Blade, 'form'>): boolean => form !== 'spiral';

/**
 * What a flat blade sets against the wood that is fed to it, mm4 but for the twelfth: it bends in the plane of its width, by thickness
 * times the cube of the width (elementary bending, I = t w^3 / 12).
 */
export const stiffness = ({ thicknessMm, widthMm }: Pick<Blade, 'thicknessMm' | 'widthMm'>): number =>
  thicknessMm * widthMm ** 3;

export const sizeIndex = (size: BladeSize): number => BLADE_SIZES.indexOf(size);

/**
 * Radius below which a blade can no longer be steered smoothly, mm: w^2 / (8 (k - b)) - b/2.
 * A rectangle (w by b) in a ring of width k touches it with its back corners outside and its middle inside.
 * It limits smooth steering, not what can be cut: below it the work is pivoted, nibbled or looped.
 */
export function turningRadius(blade: Pick<Blade, 'widthMm' | 'thicknessMm' | 'kerfMm'>): number {
  const slack = blade.kerfMm - blade.thicknessMm;
  if (slack <= 0) return Infinity;
  return Math.max(0, blade.widthMm ** 2 / (8 * slack) - blade.thicknessMm / 2);
}

/**
 * What a hand steers smoothly is larger than what just fits the slot. Radius charts for narrow band saw blades, which turn in
 * the same way, sit at 1.26 to 1.80 times the formula at their usual body and kerf, median 1.39 (general machine-shop charts,
 * from memory).
 */
const HAND_SHARE = 1.4;

/** The tightest curve that a hand steers smoothly with a blade, radius in mm; Infinity where it binds. */
export const steeredRadius = (blade: Pick<Blade, 'widthMm' | 'thicknessMm' | 'kerfMm'>): number =>
  HAND_SHARE * turningRadius(blade);

/** How a curve is taken: steered, slowly, or by pivoting and nibbling. */
export type CurveTaken = 'steers' | 'slow-turn' | 'pivots';

/** How a blade takes a curve of a radius, mm. */
export function curveTaken(blade: Pick<Blade, 'widthMm' | 'thicknessMm' | 'kerfMm'>, radius: number): CurveTaken {
  if (steeredRadius(blade) <= radius) return 'steers';
  return turningRadius(blade) <= radius ? 'slow-turn' : 'pivots';
}

/** What a blade saws in comfort, mm (common practice, no published source; editable later by the log). */
const COMFORT_INCHES: Readonly<Record<HardnessClass, readonly number[]>> = {
  soft: [1 / 4, 3 / 8, 1 / 2, 3 / 4, 3 / 2, 7 / 4, 2],
  medium: [1 / 8, 1 / 4, 3 / 8, 5 / 8, 1, 5 / 4, 7 / 4],
  hard: [1 / 16, 1 / 8, 1 / 4, 1 / 2, 3 / 4, 1, 5 / 4],
};

/** Above comfort by this much a cut is still possible: slow, dulls, flexes (common practice). */
export const STRETCH = 1.5;

/** The greatest height of wood of this hardness that the size saws in comfort, mm. */
export function comfortHeight(size: BladeSize, hardness: HardnessClass): number {
  return inches(COMFORT_INCHES[hardness][sizeIndex(size)] ?? 0);
}

/** Makers' bits: every 1/64 in from 1/32 to 1/4. */
const SMALLEST_BIT_64THS = 2;
const LARGEST_BIT_64THS = 16;
/** The largest of them, mm. */
export const LARGEST_BIT = inches(LARGEST_BIT_64THS / 64);

/** A pin across a pinned end wants about this much, mm (common practice; measure your own). */
const PIN_HOLE_MM = inches(3 / 16);

/** The smallest bit whose hole lets the blade through, mm: its diagonal, or its pin. Null where no usual bit does. */
export function pierceBit(blade: Pick<Blade, 'widthMm' | 'thicknessMm' | 'ends'>): number | null {
  const needed = blade.ends === 'pinned' ? PIN_HOLE_MM : Math.hypot(blade.widthMm, blade.thicknessMm);
  for (let n = SMALLEST_BIT_64THS; n <= LARGEST_BIT_64THS; n++) {
    if (inches(n / 64) >= needed) return inches(n / 64);
  }
  return null;
}
