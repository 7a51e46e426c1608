import { MM_PER_INCH, snapMm } from '@rapid-jig/core';
import { useUnit } from '../services';
import { DecimalField } from './DecimalField';

interface FineFieldProps {
  readonly label: string;
  /** mm, as are the bounds. */
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onChange: (mm: number) => void;
}

/** Shown to the ten-thousandth of an inch, finer than any caliper. */
const INCH_STEP = 1e4;

/** What is measured with a caliper, such as a kerf: decimals of an inch, or millimetres. */
export function FineField({ label, value, least, most, onChange }: FineFieldProps) {
  const { unit } = useUnit();
  const per = unit === 'in' ? MM_PER_INCH : 1;
  const shown = (mm: number): number => (unit === 'in' ? Math.round((mm / per) * INCH_STEP) / INCH_STEP : mm);
  return (
    <DecimalField
      label={`${label} (${unit})`}
      value={shown(value)}
      least={shown(least)}
      most={shown(most)}
      width={286}
      onChange={(typed) => onChange(snapMm(typed * per))}
    />
  );
}
