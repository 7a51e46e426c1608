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

/** Of alike boards no run needs more than so many looked at. */
const MOST_ALIKE = 80;
/** Milling counts as so much more wood: what is ready goes first. */
const MILLED = 1.15;
/** Wet wood counts as so much more: what is dry goes first. */
const WET = 2;
/** Using an offcut counts as less than its area; each inch of width makes a board count a little more, so that wide ones are spared. */
const OFFCUT_SHARE = 0.6;
const WIDTH_WEIGHT = 0.01;

/** Entries of a wood that blanks can be cut from. */
export const usableOf = (woodId: string, rack: readonly RackEntry[]): RackEntry[] =>
  rack.filter(({ item, free }) => item.woodId === woodId && item.kind !== 'dowel' && free > 0 && !item.archived);

/**
 * Every board of the wood that gives this thickness, the ready ones first; a board ripped or resawn stands for each of its
 * pieces. None is ripped where its strips would be narrower than `widest`, the widest blank, mm.
 */
export function sourcesFor(
  woodId: string,
  thicknessMm: number,
  widest: number,
  rack: readonly RackEntry[],
  machines: Machines,
  wishes: Pick<WoodWishes, 'laminate' | 'byHand'>,
): Source[] {
  return usableOf(woodId, rack)
    .flatMap(({ item, free }) => {
      const way = waysFrom(item, thicknessMm, machines).find(
        ({ lacking, strips, widthMm, way: { kind } }) =>
          (strips === 1 || compareMm(widthMm, widest) >= 0) &&
          (wishes.byHand || lacking.length === 0) &&
          (wishes.laminate || kind !== 'laminate'),
      );
      return way ? sourcesOf(item, Math.min(free, MOST_ALIKE), way) : [];
    })
    .sort((a, b) => Number(a.way.way.kind !== 'ready') - Number(b.way.way.kind !== 'ready'));
}

function sourcesOf(item: StockItem, free: number, way: MilledStock): Source[] {
  const boards = 1 / way.yield;
  if (boards > 1)
    return Array.from({ length: Math.floor(free / boards) }, (_none, i) => ({
      item,
      copy: 1 + i * boards,
      slice: 1,
      way,
    }));
  return Array.from({ length: free * way.yield }, (_none, i) => ({
    item,
    copy: 1 + Math.floor(i / way.yield),
    slice: 1 + (i % way.yield),
    way,
  }));
}

/** The board that blanks are laid on, mm: of one that is ripped first, the strip and the defects that are in it. */
export function boardOf({ item, slice, way }: Source): {
  readonly length: number;
  readonly width: number;
  readonly defects: readonly Defect[];
} {
  const { strips, widthMm: width } = way;
  const length = item.length?.mm ?? 0;
  if (strips === 1) return { length, width, defects: item.defects };
  const strip = Math.floor((slice - 1) / layersFrom(way));
  const from = (strip * ((item.width?.mm ?? 0) - width)) / (strips - 1);
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
