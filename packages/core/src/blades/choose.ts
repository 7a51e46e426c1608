import { err, ok, requireAbove, type Fault, type Result } from '../result';
import { compareMm, inches } from '../units';
import { hardnessClass, NEWTONS_PER_POUND_FORCE } from '../wood';
import {
  BLADE_SIZES,
  comfortHeight,
  sizeIndex,
  STRETCH,
  turningRadius,
  type Blade,
  type BladeEnds,
  type BladeSize,
  type ToothForm,
} from './blade';
import type { Reason } from './reason';

/** What a cut asks of a blade. */
export interface CutDemand {
  /** The hardest layer, newtons. */
  readonly hardnessN: number;
  /** Wood under the blade, mm. */
  readonly heightMm: number;
  /** Radius of the tightest curve, mm; null where there is none. */
  readonly tightestRadius: number | null;
  readonly sharpInsideCorners: number;
  /** False where the work cannot be turned about the blade. */
  readonly turnable: boolean;
}

export interface BladePreferences {
  /** Which of two sizes in the border case. */
  readonly betweenSizes: 'larger' | 'smaller';
  readonly favouriteForm: ToothForm;
  /** What the clamps of the saw take. */
  readonly ends: BladeEnds;
}

export interface BladeChoice {
  readonly blade: Blade;
  readonly reasons: readonly Reason[];
  /** True where the blade works above its comfortable height: slow, dulls, flexes. */
  readonly strained: boolean;
}

export type BladeFault = Fault<'no-blade-for-ends' | 'too-high-for-every-blade'>;

/** A curve this tight or tighter is detail (common practice), mm. */
const DETAIL_RADIUS = inches(1 / 8);
/** So many sharp inside corners in one cut are "many" (common practice). */
export const MANY_CORNERS = 13;
/** Plain work starts at this size; thinner ones are for detail (common practice). */
const PLAIN_FROM: BladeSize = '3';
/** Woods this hard cut better with fewer teeth (common practice; the handbook's hardest woods). */
export const VERY_HARD_N = 1800 * NEWTONS_PER_POUND_FORCE;
/** A spiral cuts as wide a slot as a flat blade two sizes up (common practice). */
const SPIRAL_STEPS_DOWN = 2;

/**
 * Blades for one cut, the best first; those after it serve as well by another school. All are in the drawer and fit the
 * saw. Errors: no blade has the ends the saw takes; the wood is higher than every blade can saw.
 */
export function chooseBlades(
  cut: CutDemand,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): Result<readonly BladeChoice[], BladeFault> {
  requireAbove(0, cut.heightMm, 'heightMm', 'mm');
  const usable = drawer.filter((blade) => blade.inDrawer && blade.ends === preferences.ends);
  const flat = usable.filter((blade) => blade.form !== 'spiral');
  if (flat.length === 0) return err(noBladeFault(preferences.ends));
  const sizes = BLADE_SIZES.filter((size) => flat.some((blade) => blade.size === size));
  const base = baseSize(cut, sizes);
  if (!base) return err(tooHighFault(cut.heightMm));
  const ranked = cut.turnable ? rankSizes(cut, base, sizes, flat, preferences) : [];
  if (ranked.length > 0) return ok(ranked.map((pick) => withForm(cut, pick, base, flat, preferences)));
  return ok([forStandingWork(cut, base, usable, flat, preferences)]);
}

interface BaseSize {
  readonly size: BladeSize;
  readonly strained: boolean;
  readonly reasons: readonly Reason[];
}

interface SizePick {
  readonly size: BladeSize;
  readonly reasons: readonly Reason[];
}

/** The smallest size that saws this height in comfort, else the largest that can be stretched to it. */
function baseSize(cut: CutDemand, sizes: readonly BladeSize[]): BaseSize | null {
  const hardness = hardnessClass(cut.hardnessN);
  const reason = (rule: Reason['rule'], size: BladeSize): Reason => ({
    rule,
    inputs: { size, hardness, heightMm: cut.heightMm, comfortMm: comfortHeight(size, hardness) },
    source: 'common-practice',
  });
  const inComfort = sizes.find((size) => compareMm(comfortHeight(size, hardness), cut.heightMm) >= 0);
  if (inComfort) return { size: inComfort, strained: false, reasons: [reason('comfort-height', inComfort)] };
  const largest = sizes[sizes.length - 1];
  if (!largest || compareMm(comfortHeight(largest, hardness) * STRETCH, cut.heightMm) < 0) return null;
  return { size: largest, strained: true, reasons: [reason('above-comfort', largest)] };
}

const isDetailed = (cut: CutDemand): boolean =>
  cut.sharpInsideCorners >= MANY_CORNERS ||
  (cut.tightestRadius !== null && compareMm(cut.tightestRadius, DETAIL_RADIUS) <= 0);

/** Detail takes the smallest size that saws the height; plain work may take its neighbour, as the school goes. */
function rankSizes(
  cut: CutDemand,
  base: BaseSize,
  sizes: readonly BladeSize[],
  flat: readonly Blade[],
  { betweenSizes }: BladePreferences,
): SizePick[] {
  const inputs = { corners: cut.sharpInsideCorners, radiusMm: cut.tightestRadius ?? 'none' };
  if (isDetailed(cut)) {
    return [{ size: base.size, reasons: [{ rule: 'detail-smaller', inputs, source: 'common-practice' }] }];
  }
  const lifted = sizes.find((size) => sizeIndex(size) >= Math.max(sizeIndex(base.size), sizeIndex(PLAIN_FROM)));
  const small = lifted ?? base.size;
  const floor: Reason[] =
    small === base.size ? [] : [{ rule: 'plain-from-three', inputs: { size: small }, source: 'common-practice' }];
  const large = sizes.find((size) => sizeIndex(size) === sizeIndex(small) + 1);
  if (!large || base.strained) return [{ size: small, reasons: floor }];
  const order = betweenSizes === 'larger' ? [large, small] : [small, large];
  const schooled = order.map((size): SizePick => ({
    size,
    reasons: [...floor, { rule: 'school', inputs: { small, large, betweenSizes }, source: 'your-choice' }],
  }));
  const steering = schooled.filter(({ size }) => canSteer(cut, flat, size));
  return steering.length > 0 ? steering : schooled;
}

const canSteer = (cut: CutDemand, flat: readonly Blade[], size: BladeSize): boolean =>
  cut.tightestRadius === null ||
  flat.some((blade) => blade.size === size && turningRadius(blade) <= (cut.tightestRadius ?? Infinity));

/** Turns a size into a blade of the drawer: the tooth form by wood and liking. */
function withForm(
  cut: CutDemand,
  pick: SizePick,
  base: BaseSize,
  flat: readonly Blade[],
  { favouriteForm }: BladePreferences,
): BladeChoice {
  const ofSize = flat.filter((blade) => blade.size === pick.size);
  const skip = ofSize.find((blade) => blade.form === 'skip');
  const favourite = ofSize.find((blade) => blade.form === favouriteForm);
  const wantsSkip = cut.hardnessN >= VERY_HARD_N && skip !== undefined;
  const blade = (wantsSkip ? skip : undefined) ?? favourite ?? skip ?? ofSize[0];
  if (!blade) throw new Error(`no blade of size ${pick.size} in the drawer it was chosen from`);
  const inputs = { form: blade.form, favourite: favouriteForm };
  const form: Reason = wantsSkip
    ? { rule: 'very-hard-skip', inputs, source: 'common-practice' }
    : { rule: favourite ? 'favourite-form' : 'form-at-hand', inputs, source: 'your-choice' };
  return {
    blade,
    strained: base.strained,
    reasons: [...base.reasons, ...pick.reasons, form, ...steeringReason(cut, blade)],
  };
}

function steeringReason(cut: CutDemand, blade: Blade): Reason[] {
  if (cut.tightestRadius === null) return [];
  const limit = turningRadius(blade);
  const rule = limit <= cut.tightestRadius ? 'steers' : 'pivots';
  return [{ rule, inputs: { radiusMm: cut.tightestRadius, limitMm: limit, size: blade.size }, source: 'published' }];
}

/** Work that cannot be turned wants teeth all round; without such a blade, a flat one with a warning in its reasons. */
function forStandingWork(
  cut: CutDemand,
  base: BaseSize,
  usable: readonly Blade[],
  flat: readonly Blade[],
  preferences: BladePreferences,
): BladeChoice {
  const wanted = Math.max(0, sizeIndex(base.size) - SPIRAL_STEPS_DOWN);
  const spirals = usable
    .filter((blade) => blade.form === 'spiral')
    .sort((a, b) => Math.abs(sizeIndex(a.size) - wanted) - Math.abs(sizeIndex(b.size) - wanted));
  const [spiral] = spirals;
  const inputs = { size: spiral?.size ?? base.size, flat: base.size };
  if (!spiral) {
    const pick: SizePick = {
      size: base.size,
      reasons: [{ rule: 'no-spiral-left', inputs, source: 'common-practice' }],
    };
    return withForm(cut, pick, base, flat, preferences);
  }
  const reason: Reason = { rule: 'no-turn-spiral', inputs, source: 'common-practice' };
  return { blade: spiral, strained: base.strained, reasons: [...base.reasons, reason] };
}

const noBladeFault = (ends: BladeEnds): BladeFault => ({
  kind: 'no-blade-for-ends',
  message: `No blade with ${ends} ends is marked as being in your drawer.`,
  where: 'Blades',
  hint: `Open Blades and mark the ones you have, or change the ends your saw takes under Shop.`,
});

const tooHighFault = (heightMm: number): BladeFault => ({
  kind: 'too-high-for-every-blade',
  message: `No blade in your drawer saws ${String(Math.round(heightMm * 10) / 10)} mm of this wood.`,
  where: 'Blades',
  hint: 'Use thinner wood, put a larger blade in the drawer, or saw the part from thinner layers.',
});
