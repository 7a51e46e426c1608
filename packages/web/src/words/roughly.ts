import { formatLength, inches, type LengthUnit } from '@rapid-jig/core';

/** A length that is told by eye: to half an inch, or to 5 mm. */
export function roughly(mm: number, unit: LengthUnit): string {
  const step = unit === 'in' ? inches(1 / 2) : 5;
  return formatLength(Math.max(1, Math.round(mm / step)) * step, unit);
}
