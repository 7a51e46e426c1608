import { MM_PER_INCH, parseDecimal, snapMm, type LengthUnit } from '@rapid-jig/core';
import { useUnit } from '../use-services';
import { DecimalField } from './DecimalField';

interface FineFieldProps {
  readonly label: string;
  /** mm, as are the bounds. */
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onChange: (mm: number) => void;
  readonly help?: string;
  readonly width?: number;
}

/** Shown to the ten-thousandth of an inch, finer than any caliper. */
const INCH_STEP = 1e4;
const PER: Readonly<Record<LengthUnit, number>> = { in: MM_PER_INCH, mm: 1 };

/** What is measured with a caliper, such as a kerf: decimals of an inch, or millimetres; with `in` or `mm` behind it that unit. */
export function FineField({ label, value, least, most, onChange, help, width = 286 }: FineFieldProps) {
  const { unit } = useUnit();
  const shown = (mm: number): number =>
    unit === 'in' ? Math.round((mm / PER.in) * INCH_STEP) / INCH_STEP : Math.round(mm * INCH_STEP) / INCH_STEP;
  const parse = (typed: string): number | null => {
    const [, figure = '', own] = /^(.*?)\s*(in|mm)?\s*$/i.exec(typed.trim()) ?? [];
    const read = parseDecimal(figure);
    return read === null ? null : (read * PER[(own?.toLowerCase() ?? unit) as LengthUnit]) / PER[unit];
  };
  return (
    <DecimalField
      // What was half typed in one unit is no figure of the other.
      key={unit}
      label={`${label} (${unit})`}
      value={shown(value)}
      least={shown(least)}
      most={shown(most)}
      width={width}
      onChange={(typed) => onChange(snapMm(typed * PER[unit]))}
      parse={parse}
      {...(help === undefined ? {} : { help })}
    />
  );
}
