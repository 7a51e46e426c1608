import { err, ok, requireAbove, type Fault, type Result } from '../result';
import { compareMm, inches } from '../units';
import { hardnessClass, NEWTONS_PER_POUND_FORCE } from '../wood';
import {
  BLADE_SIZES,
  comfortHeight,
  curveTaken,
  LARGEST_BIT,
  pierceBit,
  sizeIndex,
  steeredRadius,
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
  /** The largest hole that the waste of an inside cut has room for, mm; null where the blade comes in from the edge. */
  readonly openingMm: number | null;
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
  /** The bit for the hole it is threaded through, mm; null where it comes in from the edge. */
  readonly bitMm: number | null;
}

export type BladeFault = Fault<'no-blade-for-ends' | 'no-bit-for-opening' | 'too-high-for-every-blade'>;

/** A curve this tight or tighter is detail (common practice), mm. */
const DETAIL_RADIUS = inches(1 / 8);
/** So many sharp inside corners in one cut are "many" (common practice). */
export const MANY_CORNERS = 13;
/** Plain work starts at this size; thinner ones are for detail (common practice). */
const PLAIN_FROM: BladeSize = '3';
/** Woods this hard cut better with fewer teeth (common practice; the handbook's hardest woods). */
export const VERY_HARD_N = 1800 * NEWTONS_PER_POUND_FORCE;
/** A size that works in more than this share of its comfort is near its limit, and the next one up is as good (our reading). */
const BORDER_SHARE = 0.85;
/** So many sharp inside corners are "few" (common practice): more want a blade that turns in its own kerf. */
const FEW_CORNERS = 4;
/** A blade wider than this, front to back, leaves a ragged place where it is turned on the spot, mm (common practice: none above a number 9). */
const WIDEST_TO_PIVOT = inches(0.055);
/** A spiral cuts as wide a slot as a flat blade two sizes up (common practice). */
const SPIRAL_STEPS_DOWN = 2;

/** Blades of the drawer that the saw's clamps take. */
export const usableBlades = (drawer: readonly Blade[], ends: BladeEnds): Blade[] =>
  drawer.filter((blade) => blade.inDrawer && blade.ends === ends);

/**
 * Blades for one cut, the best first; those after it serve as well by another school. All are in the drawer and fit the
 * saw, and where the cut begins in a hole, a usual bit makes one that lets the blade through and has room in the waste.
 * The smallest size that saws the height in comfort is taken. In the border case, where it works near the end of its
 * comfort and the next size steers the curve and turns in the corners too, the school chooses between the two.
 * Errors: no blade has the ends the saw takes; none passes a hole that has room; the wood is higher than every blade can saw.
 */
export function chooseBlades(
  cut: CutDemand,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): Result<readonly BladeChoice[], BladeFault> {
  requireAbove(0, cut.heightMm, 'heightMm', 'mm');
  const ofSaw = usableBlades(drawer, preferences.ends);
  const usable = ofSaw.filter((blade) => mayEnter(blade, cut.openingMm));
  const flat = usable.filter((blade) => blade.form !== 'spiral');
  if (!ofSaw.some((blade) => blade.form !== 'spiral')) return err(noBladeFault(preferences.ends));
  if (flat.length === 0) return err(noBitFault(cut.openingMm ?? 0));
  const sizes = BLADE_SIZES.filter((size) => flat.some((blade) => blade.size === size));
  const base = baseSize(cut, sizes);
  if (!base) return err(tooHighFault(cut.heightMm));
  const ranked = cut.turnable ? rankSizes(cut, base, sizes, flat, preferences) : [];
  if (ranked.length > 0) return ok(ranked.map((pick) => withForm(cut, pick, base, flat, preferences)));
  return ok([forStandingWork(cut, base, usable, flat, preferences)]);
}

/** True where the blade comes in from the edge, or a usual bit makes a hole for it that the opening has room for. */
export function mayEnter(blade: Blade, openingMm: number | null): boolean {
  const bit = pierceBit(blade);
  return openingMm === null || (bit !== null && compareMm(bit, openingMm) <= 0);
}

const choiceOf = (cut: CutDemand, blade: Blade, strained: boolean, reasons: readonly Reason[]): BladeChoice => ({
  blade,
  strained,
  reasons,
  bitMm: cut.openingMm === null ? null : pierceBit(blade),
});

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

/** Detail takes the smallest size that saws the height, plain work none below a 3; in the border case the school chooses. */
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
  const border = borderOf(cut, small, large, flat);
  if (border.rule !== 'school') return [{ size: small, reasons: [...floor, border] }];
  const reason: Reason = { ...border, inputs: { ...border.inputs, betweenSizes }, source: 'your-choice' };
  const order = betweenSizes === 'larger' ? [large, small] : [small, large];
  return order.map((size) => ({ size, reasons: [...floor, reason] }));
}

/** Whether two neighbours are a border case (`school`), or why the smaller one is the answer in every school. */
function borderOf(cut: CutDemand, small: BladeSize, large: BladeSize, flat: readonly Blade[]): Reason {
  const comfortMm = comfortHeight(small, hardnessClass(cut.hardnessN));
  const share = cut.heightMm / comfortMm;
  const inputs = { small, large, share: Math.round(share * 100), borderShare: BORDER_SHARE * 100 };
  if (share <= BORDER_SHARE) return { rule: 'well-within', inputs, source: 'common-practice' };
  const ofLarge = flat.filter(({ size }) => size === large);
  if (!ofLarge.some((blade) => steeredRadius(blade) <= (cut.tightestRadius ?? Infinity)))
    return { rule: 'larger-too-wide', inputs: { ...inputs, radiusMm: cut.tightestRadius ?? 0 }, source: 'published' };
  const pivots = ofLarge.some(({ widthMm }) => widthMm <= WIDEST_TO_PIVOT);
  if (cut.sharpInsideCorners > FEW_CORNERS && !pivots)
    return {
      rule: 'larger-too-coarse',
      inputs: { ...inputs, corners: cut.sharpInsideCorners },
      source: 'common-practice',
    };
  return { rule: 'school', inputs, source: 'common-practice' };
}

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
  return choiceOf(cut, blade, base.strained, [
    ...base.reasons,
    ...pick.reasons,
    form,
    ...steeringReason(cut, blade),
    ...holeReason(cut, blade),
  ]);
}

/** Said where the opening is so narrow that it tells which blades get through. */
function holeReason({ openingMm }: CutDemand, blade: Blade): Reason[] {
  const bitMm = pierceBit(blade);
  if (openingMm === null || bitMm === null || openingMm > LARGEST_BIT) return [];
  return [{ rule: 'passes-the-hole', inputs: { size: blade.size, bitMm, openingMm }, source: 'published' }];
}

function steeringReason(cut: CutDemand, blade: Blade): Reason[] {
  if (cut.tightestRadius === null) return [];
  const limits = { handMm: steeredRadius(blade), limitMm: turningRadius(blade) };
  const inputs = { radiusMm: cut.tightestRadius, ...limits, size: blade.size };
  return [{ rule: curveTaken(blade, cut.tightestRadius), inputs, source: 'published' }];
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
  return choiceOf(cut, spiral, base.strained, [...base.reasons, reason, ...holeReason(cut, spiral)]);
}

const noBladeFault = (ends: BladeEnds): BladeFault => ({
  kind: 'no-blade-for-ends',
  message: `No blade with ${ends} ends is marked as being in your drawer.`,
  where: 'Blades',
  hint: `Open Blades and mark the ones you have, or change the ends your saw takes under Shop.`,
});

const noBitFault = (openingMm: number): BladeFault => ({
  kind: 'no-bit-for-opening',
  message: `The narrowest opening has room for a hole of ${String(Math.floor(openingMm * 100) / 100)} mm, and no blade in your drawer passes one so small.`,
  where: 'Blades',
  hint: 'Put a thinner blade with plain ends in the drawer, or widen the opening in the drawing.',
});

const tooHighFault = (heightMm: number): BladeFault => ({
  kind: 'too-high-for-every-blade',
  message: `No blade in your drawer saws ${String(Math.round(heightMm * 10) / 10)} mm of this wood.`,
  where: 'Blades',
  hint: 'Use thinner wood, put a larger blade in the drawer, or saw the part from thinner layers.',
});
