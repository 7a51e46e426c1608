import { toNm } from '../units';
import type { TypedStock } from './parse-stock';
import type { StockItem } from './stock';

type Facts = Partial<Pick<StockItem, 'costMinor' | 'place' | 'note' | 'moisturePercent'>>;

/** What a table says of the rack: something new, something known whose count or facts differ, or nothing new. */
export type StockChange =
  | { readonly kind: 'new'; readonly stock: TypedStock }
  | {
      readonly kind: 'changed';
      readonly item: StockItem;
      /** How many more, or fewer, than are there. */
      readonly difference: number;
      readonly before: number;
      /** Cost, place, note and moisture as the table has them, where they differ. */
      readonly facts: Facts;
    }
  | { readonly kind: 'same'; readonly item: StockItem };

/**
 * Holds a table of stock against the rack, row by row: a row of the same wood and size as an item is that item, of
 * several the one in the same place; its quantity is how many there now are. An empty cell leaves what is known. So the
 * rack's own table changes nothing.
 */
export function stockChanges(
  rows: readonly TypedStock[],
  rack: readonly { readonly item: StockItem; readonly onHand: number }[],
): StockChange[] {
  const taken = new Set<string>();
  return rows.map((stock): StockChange => {
    const alike = rack.filter(({ item }) => !taken.has(item.id) && lookOf(item) === lookOf(stock.item));
    const known = alike.find(({ item }) => item.place === stock.item.place) ?? alike[0];
    if (!known) return { kind: 'new', stock };
    const { item, onHand } = known;
    taken.add(item.id);
    const facts = factsThatDiffer(stock.item, item);
    const difference = stock.quantity - onHand;
    if (difference === 0 && Object.keys(facts).length === 0) return { kind: 'same', item };
    return { kind: 'changed', item, difference, before: onHand, facts };
  });
}

function factsThatDiffer(told: Omit<StockItem, 'id'>, known: StockItem): Facts {
  const { costMinor, place, note, moisturePercent } = told;
  return {
    ...(costMinor === null || costMinor === known.costMinor ? {} : { costMinor }),
    ...(place === '' || place === known.place ? {} : { place }),
    ...(note === '' || note === known.note ? {} : { note }),
    ...(moisturePercent === null || moisturePercent === known.moisturePercent ? {} : { moisturePercent }),
  };
}

const lookOf = ({ kind, woodId, name, thickness, width, length }: Omit<StockItem, 'id'>): string =>
  [kind, woodId, name, ...[thickness, width, length].map((size) => size && toNm(size.mm))].join('|');
