import { parseStock, type StockItem } from '../../wood';
import type { RackEntry } from '../model/supply';

/** Stock as it is typed, its own text its id, all of it free. */
export function onRack(text: string, changes: Partial<StockItem> = {}): RackEntry {
  const read = parseStock(text, 'in');
  if (!read.ok) throw new Error(read.error.message);
  return { item: { ...read.value.item, id: text, ...changes }, free: read.value.quantity };
}
