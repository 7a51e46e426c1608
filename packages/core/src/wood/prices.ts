import type { StockItem } from './stock';

/** Millimetres, square or cubic millimetres of an item, as its kind is sold. */
type Measure = (item: StockItem) => number;

export const faceOf: Measure = ({ length, width }) => (length?.mm ?? 0) * (width?.mm ?? 0);
export const volumeOf: Measure = (item) => faceOf(item) * (item.thickness?.mm ?? 0);
export const lengthOf: Measure = ({ length }) => length?.mm ?? 0;

/**
 * What one unit of a measure cost on average by the shop's own prices, minor units; also of what is used up, for its price
 * is still known. Null where no price is written down.
 */
export function averagePrice(stock: readonly StockItem[], measure: Measure): number | null {
  const priced = stock.filter((item) => item.costMinor !== null && measure(item) > 0);
  const whole = priced.reduce((sum, item) => sum + measure(item), 0);
  return whole === 0 ? null : priced.reduce((sum, { costMinor }) => sum + (costMinor ?? 0), 0) / whole;
}
