/** A comma and three figures: thousands to one maker, a decimal to another. */
const TWO_WAYS = /^-?[1-9]\d{0,2},\d{3}$/;
const DECIMAL = /^-?(\d*[.,]?\d+|\d+[.,])$/;

/** True of a figure such as `1,200`, which is 1200 to one maker and 1.2 to another. */
export const isTwoWays = (figure: string): boolean => TWO_WAYS.test(figure.trim());

/**
 * A number as people type it, with a point or a comma before its decimals: `2.5`, `2,5`, `,5`. Null where it is no
 * such number, and where it can be read in two ways ({@link isTwoWays}).
 */
export function parseDecimal(text: string): number | null {
  const figure = text.trim();
  return DECIMAL.test(figure) && !isTwoWays(figure) ? Number(figure.replace(',', '.')) : null;
}

const COUNT = /^(\d+|[1-9]\d{0,2}(,\d{3})+)$/;

/** A count as people type it: whole, so that commas before three figures each part thousands (`1,000`). Null where it is none. */
export function parseCount(text: string): number | null {
  const figure = text.trim();
  return COUNT.test(figure) ? Number(figure.replaceAll(',', '')) : null;
}
