import { MM_PER_INCH, type LengthUnit } from './length';

const MM_PER_FOOT = 12 * MM_PER_INCH;

const figures = new Map<number, Intl.NumberFormat>();

/** A figure with so many decimals, thousands parted: `1,234.5`. */
export function formatDecimal(value: number, decimals: number): string {
  const format =
    figures.get(decimals) ??
    new Intl.NumberFormat('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
  figures.set(decimals, format);
  return format.format(value);
}

/** A share from 0 to 1 as per cent, one decimal: `13.1 %`. */
export const formatShare = (share: number): string => `${formatDecimal(100 * share, 1)} %`;

/** What a fraction of an inch cannot say, such as a kerf: thousandths of an inch, or hundredths of a millimetre. */
export const formatFine = (mm: number, unit: LengthUnit): string =>
  unit === 'in' ? `${formatDecimal(mm / MM_PER_INCH, 3)}"` : `${formatDecimal(mm, 2)} mm`;

/** A long line: feet or metres. */
export const formatDistance = (mm: number, unit: LengthUnit): string =>
  unit === 'in' ? `${formatDecimal(mm / MM_PER_FOOT, 1)} ft` : `${formatDecimal(mm / 1000, 2)} m`;

/** Wood, tape or film by area: square feet or square metres. */
export const formatArea = (mm2: number, unit: LengthUnit): string =>
  unit === 'in' ? `${formatDecimal(mm2 / MM_PER_FOOT ** 2, 1)} sq ft` : `${formatDecimal(mm2 / 1e6, 2)} m²`;

/** An area the size of a part, or of a cut's face: square inches or square centimetres. */
export const formatFaceArea = (mm2: number, unit: LengthUnit): string =>
  unit === 'in' ? `${formatDecimal(mm2 / MM_PER_INCH ** 2, 1)} sq in` : `${formatDecimal(mm2 / 100, 1)} cm²`;
