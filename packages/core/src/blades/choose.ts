import { err, ok, requireAbove, type Fault, type Result } from '../result';
import { compareMm, formatLength, type LengthUnit } from '../units';
import { hardnessClass } from '../wood';
import {
  curveTaken,
  isFlat,
  LARGEST_BIT,
  pierceBit,
  sizeIndex,
  steeredRadius,
  STRETCH,
  turningRadius,
  type Blade,
  type BladeEnds,
  type ToothForm,
} from './blade';
import { comfortOf, costInCut, VERY_HARD_N, type CutCost } from './cost';
import type { CutDemand } from './demand';
import type { BladeEconomy } from './economy';
import type { Reason } from './reason';

export interface BladePreferences {
  /** Which of two sizes in the border case. */
  readonly betweenSizes: 'larger' | 'smaller';
  readonly favouriteForm: ToothForm;
  /** What the clamps of the saw take. */
  readonly ends: BladeEnds;
  /** True where only blades that are left may be chosen; false where those that ran out are bought. */
  readonly useWhatIsLeft: boolean;
  /** True where the blade in the saw is taken before one that is hardly better. */
  readonly keepInSaw: boolean;
  readonly economy: BladeEconomy;
  /** In which faults speak of lengths. */
  readonly units: LengthUnit;
}

export interface BladeChoice {
  readonly blade: Blade;
  readonly reasons: readonly Reason[];
  /** True where the blade works above its comfortable height: slow, dulls, flexes. */
  readonly strained: boolean;
  /** The bit for the hole it is threaded through, mm; null where it comes in from the edge. */
  readonly bitMm: number | null;
}

export type BladeFault = Fault<
  'no-hardness' | 'no-blade-for-ends' | 'no-blade-left' | 'no-bit-for-opening' | 'too-high-for-every-blade'
>;

/**
 * Two sizes whose costs differ by no more than this share of the minutes of the line are a border case, and the school decides (our
 * estimate): that is some six per cent of what the cut takes. As a share of the whole the border would widen with every
 * curve, and finer work could get a larger blade.
 */
const BORDER_SHARE = 0.14;

/** Blades of the drawer that the saw's clamps take, and that are left where only those may be chosen. */
export const usableBlades = (
  drawer: readonly Blade[],
  { ends, useWhatIsLeft }: Pick<BladePreferences, 'ends' | 'useWhatIsLeft'>,
): Blade[] => drawer.filter((blade) => blade.inDrawer && blade.ends === ends && !(useWhatIsLeft && blade.onHand === 0));

/** A blade that could make a cut, with what it takes. */
interface Costed {
  readonly blade: Blade;
  readonly cost: CutCost;
}

/**
 * Blades for one cut, the best first; one after it serves as well by the other school. All are in the drawer and fit the
 * saw, and where the cut begins in a hole, a usual bit makes one that lets the blade through and has room in the waste.
 * The cheapest is taken (see {@link costInCut}); where its cheaper neighbour in the list of sizes costs hardly more, the
 * school chooses between the two. Within a size the favourite teeth are taken where they cost hardly more.
 * Work that cannot be turned takes a spiral where there is one.
 * Errors: the wood has no hardness; no blade has the ends the saw takes; all are used up; none passes a hole that has room;
 * the wood is higher than every blade can saw.
 */
export function chooseBlades(
  cut: CutDemand,
  drawer: readonly Blade[],
  preferences: BladePreferences,
): Result<readonly BladeChoice[], BladeFault> {
  requireAbove(0, cut.heightMm, 'heightMm', 'mm');
  if (!(cut.hardnessN > 0)) return err(NO_HARDNESS);
  const ofSaw = usableBlades(drawer, preferences);
  if (!ofSaw.some(isFlat)) return err(noBladeFault(drawer, preferences));
  const entering = ofSaw.filter((blade) => mayEnter(blade, cut.openingMm));
  const flat = entering.filter(isFlat);
  if (flat.length === 0) return err(noBitFault(cut.openingMm ?? 0, preferences));
  const spirals = cut.turnable
    ? []
    : costed(
        cut,
        entering.filter((blade) => !isFlat(blade)),
        preferences,
      );
  const able = spirals.length > 0 ? spirals : costed(cut, flat, preferences);
  const sizes = bestOfSizes(able, preferences);
  const [best] = sizes;
  if (!best) return err(tooHighFault(cut.heightMm, preferences));
  const other = neighbourOf(best, sizes, able);
  const isBorder = other !== undefined && isNear(best, other);
  const inOrder = isBorder ? bySchool(best, other, preferences) : [best];
  return ok(
    inOrder.map((one): BladeChoice => {
      const why = isBorder ? [schoolReason(best, other, preferences)] : sizeReasons(best, sizes);
      return {
        blade: one.blade,
        strained: isStrained(cut, one.blade),
        reasons: reasonsFor(cut, one, able, why, preferences),
        bitMm: cut.openingMm === null ? null : pierceBit(one.blade),
      };
    }),
  );
}

/** True where the blade comes in from the edge, or a usual bit makes a hole for it that the opening has room for. */
export function mayEnter(blade: Blade, openingMm: number | null): boolean {
  const bit = pierceBit(blade);
  return openingMm === null || (bit !== null && compareMm(bit, openingMm) <= 0);
}

const isStrained = (cut: CutDemand, blade: Blade): boolean =>
  compareMm(cut.heightMm, comfortOf(blade, cut.hardnessN)) > 0;

/** Those that can be stretched to the height at all, with what each takes. */
function costed(cut: CutDemand, blades: readonly Blade[], { economy }: BladePreferences): Costed[] {
  return blades
    .filter((blade) => compareMm(cut.heightMm, comfortOf(blade, cut.hardnessN) * STRETCH) <= 0)
    .map((blade) => ({ blade, cost: costInCut(cut, blade, economy) }));
}

const isNear = (best: Costed, other: Costed): boolean =>
  other.cost.total - best.cost.total <= best.cost.line * BORDER_SHARE;

const cheaper = (a: Costed, b: Costed): Costed => (b.cost.total < a.cost.total ? b : a);

/**
 * Of each size the cheapest blade, or, where that costs hardly more, the one in the saw or with the favourite teeth; the
 * cheapest size first.
 */
function bestOfSizes(able: readonly Costed[], { favouriteForm, keepInSaw }: BladePreferences): Costed[] {
  const sizes = new Map<string, Costed[]>();
  for (const one of able) sizes.set(one.blade.size, [...(sizes.get(one.blade.size) ?? []), one]);
  return [...sizes.values()]
    .map((own) => {
      const best = own.reduce(cheaper);
      const near = own.filter((one) => isNear(best, one));
      const isIn = keepInSaw ? near.find(({ blade }) => blade.inSaw) : undefined;
      return isIn ?? near.find(({ blade }) => blade.form === favouriteForm) ?? best;
    })
    .sort((a, b) => a.cost.total - b.cost.total);
}

/**
 * The cheaper of the sizes one place away in the universal list, with the teeth of the best where there is one: between sizes it is
 * not the teeth that differ.
 */
function neighbourOf({ blade: best }: Costed, sizes: readonly Costed[], able: readonly Costed[]): Costed | undefined {
  const beside = sizes.filter(({ blade }) => Math.abs(sizeIndex(blade.size) - sizeIndex(best.size)) === 1);
  return beside
    .map((one) => able.find(({ blade }) => blade.size === one.blade.size && blade.form === best.form) ?? one)
    .sort((a, b) => a.cost.total - b.cost.total)[0];
}

function bySchool(best: Costed, other: Costed, { betweenSizes, keepInSaw }: BladePreferences): [Costed, Costed] {
  if (keepInSaw && best.blade.inSaw !== other.blade.inSaw) return best.blade.inSaw ? [best, other] : [other, best];
  const isLarger = sizeIndex(best.blade.size) > sizeIndex(other.blade.size);
  return isLarger === (betweenSizes === 'larger') ? [best, other] : [other, best];
}

function schoolReason(best: Costed, other: Costed, { betweenSizes }: BladePreferences): Reason {
  const [small, large] = sizeIndex(best.blade.size) < sizeIndex(other.blade.size) ? [best, other] : [other, best];
  const inputs = {
    small: small.blade.size,
    large: large.blade.size,
    percent: percentMore(best, other),
    betweenSizes,
  };
  return { rule: 'within-border', inputs, source: 'your-choice' };
}

/** What the next size down and up would cost more, and mostly for what. */
function sizeReasons(best: Costed, sizes: readonly Costed[]): Reason[] {
  return ([-1, 1] as const).flatMap((step): Reason[] => {
    const next = sizes
      .filter(({ blade }) => Math.sign(sizeIndex(blade.size) - sizeIndex(best.blade.size)) === step)
      .sort((a, b) => step * (sizeIndex(a.blade.size) - sizeIndex(b.blade.size)))[0];
    if (!next) return [];
    const inputs = { size: next.blade.size, percent: percentMore(best, next), most: mostOf(best.cost, next.cost) };
    return [{ rule: step < 0 ? 'smaller-costs' : 'larger-costs', inputs, source: 'our-estimate' }];
  });
}

const percentMore = (best: Costed, other: Costed): number => Math.round((other.cost.total / best.cost.total - 1) * 100);

/** The part of a cost in which another is most above it. */
function mostOf(cost: CutCost, other: CutCost): 'sawing' | 'smoothing' | 'risk' | 'wear' {
  return (['sawing', 'smoothing', 'risk', 'wear'] as const).reduce((most, part) =>
    other[part] - cost[part] > other[most] - cost[most] ? part : most,
  );
}

function reasonsFor(
  cut: CutDemand,
  { blade }: Costed,
  able: readonly Costed[],
  why: readonly Reason[],
  preferences: BladePreferences,
): Reason[] {
  return [
    heightReason(cut, blade),
    ...why,
    ...(cut.turnable ? [] : [standingReason(blade)]),
    formReason(cut, blade, able, preferences),
    ...steeringReason(cut, blade),
    ...holeReason(cut, blade),
  ];
}

function heightReason(cut: CutDemand, blade: Blade): Reason {
  const comfortMm = comfortOf(blade, cut.hardnessN);
  const inputs = { size: blade.size, hardness: hardnessClass(cut.hardnessN), heightMm: cut.heightMm, comfortMm };
  return { rule: isStrained(cut, blade) ? 'above-comfort' : 'comfort-height', inputs, source: 'common-practice' };
}

/** Work that cannot be turned wants teeth all round; without such a blade, a flat one with a warning in its reasons. */
const standingReason = (blade: Blade): Reason => ({
  rule: isFlat(blade) ? 'no-spiral-left' : 'no-turn-spiral',
  inputs: { size: blade.size },
  source: 'common-practice',
});

function formReason(cut: CutDemand, blade: Blade, able: readonly Costed[], preferences: BladePreferences): Reason {
  const inputs = { form: blade.form, favourite: preferences.favouriteForm };
  if (preferences.keepInSaw && blade.inSaw) return { rule: 'in-the-saw', inputs, source: 'your-choice' };
  if (blade.form === preferences.favouriteForm) return { rule: 'favourite-form', inputs, source: 'your-choice' };
  const passedOver = able.some((one) => one.blade.size === blade.size && one.blade.form === preferences.favouriteForm);
  if (!passedOver) return { rule: 'form-at-hand', inputs, source: 'your-choice' };
  if (cut.hardnessN >= VERY_HARD_N) return { rule: 'very-hard-skip', inputs, source: 'common-practice' };
  return { rule: 'form-costs-less', inputs, source: 'our-estimate' };
}

/** Said where the opening is so narrow that it tells which blades get through. */
function holeReason({ openingMm }: CutDemand, blade: Blade): Reason[] {
  const bitMm = pierceBit(blade);
  if (openingMm === null || bitMm === null || openingMm > LARGEST_BIT) return [];
  return [{ rule: 'passes-the-hole', inputs: { size: blade.size, bitMm, openingMm }, source: 'published' }];
}

function steeringReason(cut: CutDemand, blade: Blade): Reason[] {
  if (cut.tightestRadius === null || !isFlat(blade)) return [];
  const limits = { handMm: steeredRadius(blade), limitMm: turningRadius(blade) };
  const inputs = { radiusMm: cut.tightestRadius, ...limits, size: blade.size };
  return [{ rule: curveTaken(blade, cut.tightestRadius), inputs, source: 'published' }];
}

const NO_HARDNESS: BladeFault = {
  kind: 'no-hardness',
  message: 'The hardness of this wood is not known, and without it no blade can be chosen.',
  where: 'Woods',
  hint: 'Choose a wood of the list that saws like it.',
};

function noBladeFault(drawer: readonly Blade[], { ends }: BladePreferences): BladeFault {
  if (usableBlades(drawer, { ends, useWhatIsLeft: false }).some(isFlat))
    return {
      kind: 'no-blade-left',
      message: `Every blade with ${ends} ends in your drawer is used up.`,
      where: 'Blades',
      hint: 'Enter those you bought under Blades, or let plans count on blades to buy under Shop.',
    };
  return {
    kind: 'no-blade-for-ends',
    message: `No blade with ${ends} ends is marked as being in your drawer.`,
    where: 'Blades',
    hint: `Open Blades and mark the ones you have, or change the ends your saw takes under Shop.`,
  };
}

const noBitFault = (openingMm: number, { units }: BladePreferences): BladeFault => ({
  kind: 'no-bit-for-opening',
  message: `The narrowest opening has room for a hole of ${formatLength(openingMm, units)}, and no blade in your drawer passes one so small.`,
  where: 'Blades',
  hint: 'Put a thinner blade with plain ends in the drawer, or widen the opening in the drawing.',
});

const tooHighFault = (heightMm: number, { units }: BladePreferences): BladeFault => ({
  kind: 'too-high-for-every-blade',
  message: `No blade in your drawer saws ${formatLength(heightMm, units)} of this wood.`,
  where: 'Blades',
  hint: 'Split the stack, use thinner wood, put a larger blade in the drawer, or take it to a saw that takes one.',
});
