export { parseCount, parseDecimal } from './decimal';
export {
  compareMm,
  formatLength,
  fromNm,
  howManyFit,
  inches,
  inchFraction,
  MM_PER_INCH,
  onRule,
  parseLength,
  snapMm,
  sumMm,
  toNm,
  atGlance,
  textOfLength,
  textWithUnit,
  typedUnit,
} from './length';
export type { InchFraction, Length, LengthFault, LengthUnit } from './length';
export {
  FLATTENING_TOLERANCE,
  SAME_OUTLINE,
  SAME_POINT,
  SAME_SHARE,
  SAME_THICKNESS,
  STRAIGHT,
  TOUCHING,
} from './tolerances';
export { formatArea, formatDecimal, formatDistance, formatFaceArea, formatFine, formatShare } from './measures';
export { greatestCommonDivisor, leastCommonMultiple } from './whole';
export { formatMinutes } from './minutes';
export { formatMoney, minorDigits } from './money';
