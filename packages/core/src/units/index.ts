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
  typedUnit,
} from './length';
export type { InchFraction, Length, LengthFault, LengthUnit } from './length';
export { formatMinutes } from './minutes';
export { formatMoney, minorDigits } from './money';
