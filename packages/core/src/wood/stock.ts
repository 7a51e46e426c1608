import type { Length } from '../units';
import { inches } from '../units';

/**
 * What lies on a rack. Boards, sheets, strips and offcuts have all three sizes, a dowel its diameter and length; pieces made beyond what
 * was wanted wait there for the next run.
 */
export const STOCK_KINDS = ['board', 'sheet', 'strip', 'offcut', 'dowel', 'bought', 'consumable', 'made'] as const;
export type StockKind = (typeof STOCK_KINDS)[number];

/** True of what is wood to be cut, and has its sizes. */
export const isTimber = (kind: StockKind): boolean => kind !== 'bought' && kind !== 'consumable' && kind !== 'made';

/** An area of a board that must not be used, mm from its lower left corner, x along the grain. */
export interface Defect {
  readonly kind: 'knot' | 'split' | 'wane';
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/**
 * What lies on the rack, so many of it alike. How many there are is in the ledger of stock moves, not here.
 * Of a dowel the thickness is its diameter; bought parts and consumables may have no size.
 */
export interface StockItem {
  readonly id: string;
  readonly kind: StockKind;
  /** null for bought parts, consumables and pieces made. */
  readonly woodId: string | null;
  /** What it is called where no wood says it; else ''. */
  readonly name: string;
  /** As measured. */
  readonly thickness: Length | null;
  readonly width: Length | null;
  /** Along the grain. */
  readonly length: Length | null;
  /** True for rough boards, which are not flat yet. */
  readonly rough: boolean;
  /** For one, minor units of the shop's currency; null where not known. */
  readonly costMinor: number | null;
  readonly place: string;
  readonly note: string;
  /** Of pieces made: the part of a template that they are; else null. */
  readonly partId: string | null;
  readonly moisturePercent: number | null;
  readonly defects: readonly Defect[];
  readonly archived: boolean;
}

/** What an item of the rack holds before anything is known of it. */
export const BARE_STOCK: Omit<StockItem, 'id' | 'kind'> = {
  woodId: null,
  name: '',
  thickness: null,
  width: null,
  length: null,
  rough: false,
  costMinor: null,
  place: '',
  note: '',
  partId: null,
  moisturePercent: null,
  defects: [],
  archived: false,
};

/**
 * Wood with more moisture than this is not dry enough for work that is kept indoors, %: it still shrinks, and with it
 * what was cut to size (USDA Wood Handbook, FPL-GTR-282, chapter 13, most for single pieces in damp coastal air; from memory).
 */
export const DRY_ENOUGH_PERCENT = 13;

/** True where moisture was measured and is above {@link DRY_ENOUGH_PERCENT}. */
export const isWet = ({ moisturePercent }: Pick<StockItem, 'moisturePercent'>): boolean =>
  (moisturePercent ?? 0) > DRY_ENOUGH_PERCENT;

/** Rough thickness in quarters of an inch, and what is left once it is flat, mm (common practice). */
export const ROUGH_QUARTERS: readonly { readonly name: string; readonly rough: number; readonly flat: number }[] = [
  { name: '4/4', rough: inches(1), flat: inches(13 / 16) },
  { name: '5/4', rough: inches(5 / 4), flat: inches(17 / 16) },
  { name: '6/4', rough: inches(3 / 2), flat: inches(21 / 16) },
  { name: '8/4', rough: inches(2), flat: inches(7 / 4) },
];

/** The rough thickness that a text names, mm; null where it names none. */
export const roughQuarters = (text: string): number | null =>
  ROUGH_QUARTERS.find(({ name }) => name === text.trim())?.rough ?? null;

/** How thick a board is once it is flat, mm: rough boards lose what the trade counts on; others nothing. */
export function flatThickness({ thickness, rough }: Pick<StockItem, 'thickness' | 'rough'>): number {
  const mm = thickness?.mm ?? 0;
  if (!rough) return mm;
  const quarters = ROUGH_QUARTERS.find((one) => Math.abs(one.rough - mm) < ROUGH_TOLERANCE);
  return quarters?.flat ?? Math.max(0, mm - FLATTENING_LOSS);
}

const ROUGH_TOLERANCE = 1;
/** Taken off a rough board of any other thickness to make it flat, mm (common practice: three sixteenths). */
const FLATTENING_LOSS = inches(3 / 16);
