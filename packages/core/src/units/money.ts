/** Prints whole minor units of a currency (ISO 4217 code), with as many decimals as that currency has. */
export function formatMoney(minor: number, currency: string): string {
  const format = new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' });
  return format.format(minor / 10 ** minorDigits(currency));
}

/** Decimals of a currency: 2 for EUR, 0 for JPY. */
export function minorDigits(currency: string): number {
  const format = new Intl.NumberFormat('en', { style: 'currency', currency });
  return format.resolvedOptions().maximumFractionDigits ?? 2;
}
