import type { BladeEnds, BladePreferences, ToothForm } from '../../blades';
import { inches, type Length, type LengthUnit } from '../../units';
import { economyOf, factorsInForce, type FactorId } from './factors';
import type { PatternMethod } from './pattern-method';

/** What holds a blade at its ends. */
export const BLADE_HOLDERS = ['thumbscrew', 'key', 'pins'] as const;
export type BladeHolder = (typeof BLADE_HOLDERS)[number];

export interface Saw {
  readonly name: string;
  /** From the blade to the arm behind it. */
  readonly reach: Length;
  /** Greatest height of wood it takes. */
  readonly maxHeight: Length;
  /** Furthest the table tilts down to each side, degrees, as its scale reads. */
  readonly tiltLeftDegrees: number;
  readonly tiltRightDegrees: number;
  /** Slowest and fastest, strokes a minute; null where that is not known or cannot be set. */
  readonly strokes: { readonly least: number; readonly most: number } | null;
  readonly holder: BladeHolder;
  readonly ends: BladeEnds;
  /** False until the maker has said that these are the figures of their own saw. */
  readonly confirmed: boolean;
}

/** Twist and brad point bits go to a size; a Forstner bit makes large holes with a flat floor. */
export const BIT_KINDS = ['twist', 'brad-point', 'forstner'] as const;
export type BitKind = (typeof BIT_KINDS)[number];

/** A drill bit of the shop. */
export interface Bit {
  readonly kind: BitKind;
  readonly diameter: Length;
}

export type CutOrder = 'inside-first' | 'outline-first';
/** What is done to layers that were taken apart after their outline: each alone, or those that share cuts together. */
export type AfterOutline = 'singly' | 'together';
export type Holding = 'tape' | 'brads' | 'double-sided' | 'film' | 'glue-dots';
export type Paper = 'letter' | 'a4';

/**
 * How a maker likes corners: by what there is room for, turned on the spot wherever the blade can be, or those inside the wood by two
 * cuts that meet, which leaves them sharpest.
 */
export type CornerSchool = 'by-the-room' | 'on-the-spot' | 'two-cuts';

/** The maker's own facts and habits. */
export interface Shop {
  readonly name: string;
  /** Names of those who work at its saws, as the record shall say them. */
  readonly people: readonly string[];
  readonly units: LengthUnit;
  readonly paper: Paper;
  /** ISO 4217. */
  readonly currency: string;
  /** Value of an hour at the bench, minor units. */
  readonly hourValueMinor: number;
  /** The one that is planned for. */
  readonly saw: Saw;
  readonly otherSaws: readonly Saw[];
  /** Wood left round a part to hold it by, each side. */
  readonly holdingMargin: Length;
  /** Layers in a stack, at most, whatever the saw could take. */
  readonly maxLayers: number;
  readonly betweenSizes: 'larger' | 'smaller';
  readonly favouriteForm: ToothForm;
  /** True where plans use only blades that are left; false where those that ran out are bought. */
  readonly useWhatIsLeft: boolean;
  /** True where the blade that is in the saw is taken before one that is hardly better. */
  readonly keepInSaw: boolean;
  readonly cutOrder: CutOrder;
  readonly afterOutline: AfterOutline;
  readonly holding: Holding;
  /** How stacks from some height up are held, where that is another way; else null. */
  readonly holdHigh: { readonly from: Length; readonly holding: Holding } | null;
  /** True where an inside cut in very hard wood gets two entry holes: a spare start, and relief. */
  readonly secondEntry: boolean;
  readonly corners: CornerSchool;
  readonly pattern: PatternMethod;
  /** By wood id, where patterns are put on another way. */
  readonly patternFor: Readonly<Record<string, PatternMethod>>;
  /** Drill bits at hand; null where nobody has said. */
  readonly bits: readonly Bit[] | null;
  /** Time factors the maker has changed. */
  readonly factors: Readonly<Partial<Record<FactorId, number>>>;
}

/** A shop before its maker has said anything: a common bench saw and the more widespread habits. */
export const TYPICAL_SHOP: Shop = {
  name: '',
  people: [],
  units: 'in',
  paper: 'letter',
  currency: 'USD',
  hourValueMinor: 2500,
  saw: {
    name: '',
    reach: { mm: inches(16), typed: '16"' },
    maxHeight: { mm: inches(2), typed: '2"' },
    tiltLeftDegrees: 45,
    tiltRightDegrees: 45,
    strokes: null,
    holder: 'thumbscrew',
    ends: 'plain',
    confirmed: false,
  },
  otherSaws: [],
  holdingMargin: { mm: inches(1 / 4), typed: '1/4' },
  maxLayers: 4,
  betweenSizes: 'larger',
  favouriteForm: 'reverse',
  useWhatIsLeft: true,
  keepInSaw: true,
  cutOrder: 'inside-first',
  afterOutline: 'singly',
  holding: 'tape',
  holdHigh: null,
  secondEntry: true,
  corners: 'by-the-room',
  pattern: 'glue-stick-on-tape',
  patternFor: {},
  bits: null,
  factors: {},
};

/** What the shop asks of a blade beside the cut itself. */
export const bladePreferences = (shop: Shop): BladePreferences => ({
  betweenSizes: shop.betweenSizes,
  favouriteForm: shop.favouriteForm,
  ends: shop.saw.ends,
  useWhatIsLeft: shop.useWhatIsLeft,
  keepInSaw: shop.keepInSaw,
  economy: { ...economyOf(factorsInForce(shop.factors)), hourMinor: shop.hourValueMinor },
  units: shop.units,
});

/** Furthest that a table tilts to either side, degrees: what leans the other way is sawn the other way round. */
export const steepestTilt = ({ tiltLeftDegrees, tiltRightDegrees }: Saw): number =>
  Math.max(tiltLeftDegrees, tiltRightDegrees);
