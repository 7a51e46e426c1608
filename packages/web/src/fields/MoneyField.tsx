import { minorDigits, parseDecimal } from '@rapid-jig/core';
import { DecimalField } from './DecimalField';
import { useShop } from '../use-services';

interface MoneyFieldProps {
  readonly label: string;
  /** In the least coins of the shop's currency; null where it is not known. */
  readonly minor: number | null;
  readonly onChange: (minor: number) => void;
  /** Given where an emptied field means something. */
  readonly onClear?: () => void;
  readonly help?: string;
  readonly width?: number;
}

/** In whole currency; what is dearer is a slip of the finger. */
const MOST = 1_000_000;

/** An amount of money; one with more decimals than the currency has coins for is refused. */
export function MoneyField({ minor, onChange, ...rest }: MoneyFieldProps) {
  const digits = minorDigits(useShop().currency);
  const coin = 10 ** digits;
  const parse = (typed: string): number | null => {
    const amount = parseDecimal(typed);
    const decimals = /[.,](\d*)$/.exec(typed.trim())?.[1]?.length ?? 0;
    return decimals > digits ? null : amount;
  };
  return (
    <DecimalField
      {...rest}
      value={minor === null ? null : minor / coin}
      least={0}
      most={MOST}
      parse={parse}
      wrongWords={`An amount up to ${String(MOST)}, with ${String(digits)} decimals at the most and no commas for thousands.`}
      onChange={(amount) => onChange(Math.round(amount * coin))}
    />
  );
}
