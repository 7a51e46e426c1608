import { err, ok, type Fault, type Result } from '../result';
import { isTwoWays } from './decimal';

/** By definition (international yard and pound agreement, 1959). */
export const MM_PER_INCH = 25.4;
const NM_PER_MM = 1_000_000;
const SIXTY_FOURTH_NM = 396_875;

export type LengthUnit = 'in' | 'mm';

/** A length as a person gave it. */
export interface Length {
  /** Millimetres, snapped to the nanometre. */
  readonly mm: number;
  /** The text the maker typed, or null where the program made the value. */
  readonly typed: string | null;
}

export type LengthFault = Fault<'length-empty' | 'length-unreadable' | 'length-not-positive' | 'length-too-large'>;

/** Whole nanometres of a length in mm; everything that compares or counts lengths goes through here. */
export const toNm = (mm: number): number => Math.round(mm * NM_PER_MM);

/** Millimetres of a length in nanometres. */
export const fromNm = (nanometres: number): number => nanometres / NM_PER_MM;

/** A length in mm moved to the nearest whole nanometre. */
export const snapMm = (mm: number): number => fromNm(toNm(mm));

/** Inches in mm, to the nanometre. */
export const inches = (value: number): number => snapMm(value * MM_PER_INCH);

/** Adds lengths in mm without the drift of plain floats. */
export const sumMm = (lengths: readonly number[]): number => lengths.reduce((nm, mm) => nm + toNm(mm), 0) / NM_PER_MM;

/** -1, 0 or 1 as `a` is shorter than, as long as, or longer than `b` (mm, to the nanometre). */
export const compareMm = (a: number, b: number): number => Math.sign(toNm(a) - toNm(b));

/** How many pieces of `each` mm go into `whole` mm, with nothing lost between them. `howManyFit(9.525, 3.175)` is 3. */
export function howManyFit(whole: number, each: number): number {
  const eachNm = toNm(each);
  if (eachNm <= 0) throw new RangeError(`each must be above 0 mm, got ${String(each)}`);
  return Math.max(0, Math.floor(toNm(whole) / eachNm));
}

const VULGAR: ReadonlyMap<string, string> = new Map([
  ['½', '1/2'],
  ['⅓', '1/3'],
  ['⅔', '2/3'],
  ['¼', '1/4'],
  ['¾', '3/4'],
  ['⅛', '1/8'],
  ['⅜', '3/8'],
  ['⅝', '5/8'],
  ['⅞', '7/8'],
]);

const UNIT_NAMES: ReadonlyMap<string, number> = new Map([
  ['"', MM_PER_INCH],
  ['″', MM_PER_INCH],
  ['in', MM_PER_INCH],
  ['inch', MM_PER_INCH],
  ['inches', MM_PER_INCH],
  ['mm', 1],
  ['cm', 10],
]);

/** A sane end of the scale for anything in a small shop: 100 m. */
const LONGEST_MM = 100_000;

/** Feet before anything else: `8'`, `2 ft 6 1/2"`. */
const FEET = /^(?<feet>\d+)\s*(?:'|′|ft\b|feet\b|foot\b)\s*-?\s*(?<rest>.*)$/;
const INCHES_PER_FOOT = 12;

const PATTERN =
  /^(?<whole>\d+(?:[.,]\d*)?|[.,]\d+)?(?:(?:^|[\s-]+)(?<num>\d+)\/(?<den>\d+))?\s*(?<unit>"|″|inches|inch|in|mm|cm)?$/;

const ambiguous = (text: string, figure: string): Result<never, LengthFault> =>
  err({
    kind: 'length-unreadable',
    message: `"${figure}" can be read in two ways.`,
    where: text,
    hint: `Type ${figure.replace(',', '')} or ${figure.replace(',', '.')}.`,
  });

const asFault = (kind: LengthFault['kind'], text: string, message: string): Result<never, LengthFault> =>
  err({ kind, message, where: text, hint: 'Type a length such as 3/4, 1 3/8", 1-3/8, 19 mm or 1.375.' });

/**
 * Reads a length as makers type it: `3/4`, `1 3/8"`, `1-3/8`, `19 mm`, `1.375`, `2 ½ in`, `8'`, `2' 6 1/2"`.
 * A fraction without a unit is inches; a decimal or whole number without one takes `bareUnit`.
 * The text is kept beside the value. A comma is a decimal one, but before three figures it is refused (`1,200`), and so is
 * a fraction behind a decimal (`1.5 1/2`). Errors: empty, unreadable, zero or negative, above 100 m.
 */
export function parseLength(text: string, bareUnit: LengthUnit): Result<Length, LengthFault> {
  const typed = text.trim();
  if (typed === '') return asFault('length-empty', text, 'A length is needed here.');
  const plain = [...typed]
    .map((letter) => {
      const fraction = VULGAR.get(letter);
      return fraction === undefined ? letter : ` ${fraction}`;
    })
    .join('')
    .replace(/\u2044/g, '/')
    .replace(/\s*\/\s*/g, '/')
    .trim()
    .toLowerCase();
  const unsigned = plain.replace(/^[-−]\s*/, '');
  const { feet, rest = unsigned } = FEET.exec(unsigned)?.groups ?? {};
  const footMm = Number(feet ?? '0') * INCHES_PER_FOOT * MM_PER_INCH;
  const groups = feet !== undefined && rest === '' ? { whole: '0' } : PATTERN.exec(rest)?.groups;
  if (
    !groups ||
    (feet !== undefined && /mm|cm/.test(rest)) ||
    (groups['whole'] === undefined && groups['num'] === undefined)
  ) {
    return asFault('length-unreadable', text, `"${typed}" is not a length.`);
  }
  const { whole, num, den, unit } = groups;
  if (whole !== undefined && isTwoWays(whole)) return ambiguous(text, whole);
  if (num !== undefined && whole !== undefined && /[.,]/.test(whole))
    return asFault('length-unreadable', text, `"${typed}" has a decimal and a fraction.`);
  if (den !== undefined && Number(den) === 0) {
    return asFault('length-unreadable', text, `"${typed}" divides by zero.`);
  }
  const isFraction = num !== undefined;
  const isInches = isFraction || feet !== undefined || bareUnit === 'in';
  const perUnit = unit ? (UNIT_NAMES.get(unit) ?? 1) : isInches ? MM_PER_INCH : 1;
  const fraction = isFraction ? Number(num) / Number(den) : 0;
  const mm = snapMm(footMm + (Number((whole ?? '0').replace(',', '.')) + fraction) * perUnit);
  if (mm <= 0 || unsigned !== plain) {
    return asFault('length-not-positive', text, `"${typed}" is not above zero.`);
  }
  if (mm > LONGEST_MM) return asFault('length-too-large', text, `"${typed}" is longer than 100 m.`);
  return ok({ mm, typed });
}

/** A figure that does not say of what: it took the unit that the shop worked in when it was typed. */
const BARE = /^[\d\s.,]+$/;

/** The unit a typed length was given in: of a bare figure the one in which it is this length; null when the program made it. */
export function typedUnit({ mm, typed }: Length): LengthUnit | null {
  if (typed === null) return null;
  const inUnit = (unit: LengthUnit): boolean => {
    const read = parseLength(typed, unit);
    return read.ok && read.value.mm === mm;
  };
  if (BARE.test(typed)) return inUnit('in') ? 'in' : inUnit('mm') ? 'mm' : null;
  return /[mc]m\s*$/i.test(typed) ? 'mm' : 'in';
}

/**
 * A length as it was typed, such that it reads as the same length wherever it is read: a bare figure has its unit behind it. What the
 * program made, or what does not say this length any more, in millimetres.
 */
export function textWithUnit(length: Length): string {
  const { mm, typed } = length;
  const unit = typedUnit(length);
  if (typed === null || unit === null) return `${String(mm)} mm`;
  return BARE.test(typed) ? `${typed}${unit === 'in' ? '"' : ' mm'}` : typed;
}

/** A length as it was typed; with its unit where a bare figure would be another length in `bareUnit`. */
export const textOfLength = (length: Length, bareUnit: LengthUnit): string =>
  length.typed !== null && typedUnit(length) === bareUnit ? length.typed : textWithUnit(length);

export interface InchFraction {
  readonly whole: number;
  readonly numerator: number;
  readonly denominator: number;
  /** True when the length is not this fraction but only nearest to it. */
  readonly near: boolean;
}

/** The nearest 1/64 in to a length in mm, in lowest terms. 34.925 mm is exactly 1 3/8. */
export function inchFraction(mm: number): InchFraction {
  const nm = toNm(mm);
  const sixtyFourths = Math.round(nm / SIXTY_FOURTH_NM);
  let numerator = sixtyFourths % 64;
  let denominator = 64;
  while (numerator !== 0 && numerator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  return {
    whole: Math.floor(sixtyFourths / 64),
    numerator,
    denominator: numerator === 0 ? 1 : denominator,
    near: sixtyFourths * SIXTY_FOURTH_NM !== nm,
  };
}

/** Prints a length in the given unit: `1 3/8"`, `≈ 1 3/8"` where it is only near, `≈ 0.004"` below a sixty-fourth, `34.93 mm` (to 0.01). */
export function formatLength(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${String(Math.round(toNm(mm) / 10_000) / 100)} mm`;
  const { whole, numerator, denominator, near } = inchFraction(mm);
  if (near && whole === 0 && numerator === 0) return `≈ ${(mm / MM_PER_INCH).toFixed(3)}"`;
  const fraction = numerator === 0 ? '' : `${String(numerator)}/${String(denominator)}`;
  const figure = whole === 0 && fraction !== '' ? fraction : [String(whole), fraction].filter(Boolean).join(' ');
  return `${near ? '≈ ' : ''}${figure}"`;
}

/** What is read off a rule without guessing (common practice), mm: a sixteenth of an inch, a millimetre. */
const RULE_STEP: Readonly<Record<LengthUnit, number>> = { in: inches(1 / 16), mm: 1 };

/** The least size that can be set on a rule and is no smaller, mm. */
export function onRule(size: number, unit: LengthUnit): number {
  const step = toNm(RULE_STEP[unit]);
  return fromNm(Math.ceil(toNm(size) / step) * step);
}

/** The finest step that orients and does not distract, mm: a sixteenth of an inch, half a millimetre. */
const GLANCE_STEP: Readonly<Record<LengthUnit, number>> = { in: inches(1 / 16), mm: 0.5 };

/** The nearest size in steps that are taken in at a glance, at least one of them; mm. For orientation, not for sawing. */
export function atGlance(size: number, unit: LengthUnit): number {
  const step = toNm(GLANCE_STEP[unit]);
  return fromNm(Math.max(1, Math.round(toNm(size) / step)) * step);
}
