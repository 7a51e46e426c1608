import type { Flaw, LaidBoard } from '../../layout';
import { compareMm, snapMm, toNm } from '../../units';
import {
  averagePrice,
  type Defect,
  faceOf,
  isWet,
  layersFrom,
  type Machines,
  type MilledStock,
  type StockItem,
  waysFrom,
} from '../../wood';
import type { MillingOption, RackEntry } from '../model/supply';
import type { WoodWishes } from '../model/wishes';

/** A board as blanks are laid on it: as it is, planed, glued up, or a slice of it. */
export interface Source {
  readonly item: StockItem;
  /** Which of the alike ones, from 1; slices of one board share it. */
  readonly copy: number;
  /** Which slice of it, from 1. */
  readonly slice: number;
  readonly way: MilledStock;
}

/** Milling counts as so much more wood: what is ready goes first. */
const MILLED = 1.15;
/** Wet wood counts as so much more: what is dry goes first. */
const WET = 2;
/** Using an offcut counts as less than its area; each inch of width makes a board count a little more, so that wide ones are spared. */
const OFFCUT_SHARE = 0.6;
const WIDTH_WEIGHT = 0.01;

/** Boards that are spoken for: by item, which of the alike ones. */
export type Taken = ReadonlyMap<string, ReadonlySet<number>>;

/** Entries of a wood that blanks can be cut from. */
export const usableOf = (woodId: string, rack: readonly RackEntry[]): RackEntry[] =>
  rack.filter(({ item, free }) => item.woodId === woodId && item.kind !== 'dowel' && free > 0 && !item.archived);

/** The blanks that boards are sought for. */
export interface SourceNeeds {
  readonly woodId: string;
  readonly thicknessMm: number;
  /** Of the widest blank, mm: no board is ripped narrower first. */
  readonly widest: number;
  /** No more pieces of any item are of use. */
  readonly count: number;
}

/**
 * Every board of the wood that gives this thickness and is not taken, the ready ones first; a board ripped or resawn stands
 * for each of its pieces. Of alike ones there are as many as blanks could use, and those that a pin names.
 */
export function sourcesFor(
  { woodId, thicknessMm, widest, count }: SourceNeeds,
  rack: readonly RackEntry[],
  taken: Taken,
  machines: Machines,
  wishes: Pick<WoodWishes, 'laminate' | 'byHand' | 'pins'>,
): Source[] {
  return usableOf(woodId, rack)
    .flatMap(({ item, free }) => {
      const way = waysFrom(item, thicknessMm, machines).find(
        (one) => (one.rippedInto === 1 || compareMm(one.widthMm, widest) >= 0) && isAllowed(one, wishes),
      );
      if (!way) return [];
      const pinned = new Set(
        wishes.pins.flatMap((pin) => (pin.itemId === item.id ? [`${String(pin.copy)} ${String(pin.slice)}`] : [])),
      );
      return sourcesOf(item, free, taken.get(item.id) ?? NONE, way).filter(
        ({ copy, slice }, i) => i < count || pinned.has(`${String(copy)} ${String(slice)}`),
      );
    })
    .sort((a, b) => Number(a.way.way.kind !== 'ready') - Number(b.way.way.kind !== 'ready'));
}

const NONE: ReadonlySet<number> = new Set();

/** True where a way needs nothing that is not granted. */
export const isAllowed = (
  { lacking, way }: MilledStock,
  { byHand, laminate }: Pick<WoodWishes, 'laminate' | 'byHand'>,
) => (byHand || lacking.length === 0) && (laminate || way.kind !== 'laminate');

/** Which of the alike boards a source is made of: itself, and the next one where two are glued up. */
export const copiesOf = ({ copy, way }: { readonly copy: number; readonly way: MilledStock }): number[] =>
  Array.from({ length: Math.max(1, Math.round(1 / way.yield)) }, (_none, i) => copy + i);

/** Every piece of the alike boards that are not taken. */
function sourcesOf(item: StockItem, free: number, taken: ReadonlySet<number>, way: MilledStock): Source[] {
  const sources: Source[] = [];
  const each = Math.max(1, Math.round(1 / way.yield));
  const slices = Math.max(1, Math.round(way.yield));
  for (let copy = 1; copy + each - 1 <= free; copy += each) {
    if (copiesOf({ copy, way }).some((one) => taken.has(one))) continue;
    for (let slice = 1; slice <= slices; slice++) sources.push({ item, copy, slice, way });
  }
  return sources;
}

/** The board that blanks are laid on, mm: of one that is ripped first, the strip and the defects that are in it. */
export function boardOf({ item, slice, way }: Source): {
  readonly length: number;
  readonly width: number;
  readonly defects: readonly Defect[];
} {
  const { rippedInto, widthMm: width } = way;
  const length = item.length?.mm ?? 0;
  if (rippedInto === 1) return { length, width, defects: item.defects };
  const strip = Math.floor((slice - 1) / layersFrom(way));
  const from = (strip * ((item.width?.mm ?? 0) - width)) / (rippedInto - 1);
  const defects = item.defects.flatMap((defect) => {
    const [low, high] = [Math.max(0, defect.y - from), Math.min(width, defect.y + defect.width - from)];
    return low < high ? [{ ...defect, y: snapMm(low), width: snapMm(high - low) }] : [];
  });
  return { length, width, defects };
}

/** Defects as the layout takes them, whole nanometres. */
export const flawsOf = (defects: readonly Defect[]): Flaw[] =>
  defects.map(({ x, y, length, width }) => ({ x: toNm(x), y: toNm(y), length: toNm(length), width: toNm(width) }));

/** A gift is worth this, minor units: the search weighs what is laid against what it costs. */
const LEAST_WORTH = 1;

/**
 * What a whole board is worth: its face, mm2; or what was paid for it, minor units, and where that is not known what so
 * much face of the others was paid for. Where nothing is known of any, their faces.
 */
export function worthBy(objective: 'wood' | 'money', sources: readonly Source[]): (item: StockItem) => number {
  if (objective === 'wood') return faceOf;
  const average = averagePrice(
    sources.map(({ item }) => item),
    faceOf,
  );
  const perFace = average === null || average === 0 ? 1 : average;
  return (item) => Math.max(LEAST_WORTH, item.costMinor ?? faceOf(item) * perFace);
}

/** A source as the layout takes it: whole nanometres, and what using it costs. */
export function laidBoard(source: Source, worth: (item: StockItem) => number): LaidBoard {
  const { item, way } = source;
  const { length, width, defects } = boardOf(source);
  const milled = way.way.kind === 'ready' ? 1 : MILLED;
  const wet = isWet(item) ? WET : 1;
  const share = item.kind === 'offcut' ? OFFCUT_SHARE : 1;
  const wide = 1 + WIDTH_WEIGHT * (width / 25.4);
  const cost = (worth(item) * milled * wet * share * wide) / way.yield;
  return { length: toNm(length), width: toNm(width), flaws: flawsOf(defects), cost, pins: [] };
}

/** All ways to a thickness from what is on the rack, least wood first, then least time. */
export function millingOptions(
  woodId: string,
  thicknessMm: number,
  rack: readonly RackEntry[],
  machines: Machines,
): MillingOption[] {
  return usableOf(woodId, rack)
    .flatMap(({ item, free }) =>
      waysFrom(item, thicknessMm, machines).map((milled) => ({
        item,
        free,
        milled,
        woodMm: (item.thickness?.mm ?? 0) / layersFrom(milled),
        minutesEach: milled.minutes / milled.yield,
      })),
    )
    .sort((a, b) => a.woodMm - b.woodMm || a.minutesEach - b.minutesEach);
}
