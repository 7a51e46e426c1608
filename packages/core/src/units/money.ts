/** Made once for each currency: making one takes longer than printing with it a hundred times. */
const formats = new Map<string, Intl.NumberFormat>();

function formatOf(currency: string): Intl.NumberFormat {
  const format =
    formats.get(currency) ??
    new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' });
  formats.set(currency, format);
  return format;
}

/** Prints whole minor units of a currency (ISO 4217 code), with as many decimals as that currency has. */
export const formatMoney = (minor: number, currency: string): string =>
  formatOf(currency).format(minor / 10 ** minorDigits(currency));

/** Decimals of a currency: 2 for EUR, 0 for JPY. */
export const minorDigits = (currency: string): number =>
  formatOf(currency).resolvedOptions().maximumFractionDigits ?? 2;
