import type { CutStep, CutTree, Manner } from '../../layout';
import type { Defect, Machines, MilledStock, StockItem } from '../../wood';
import type { Plan } from './plan';
import type { RodGroup } from './rod';
import type { PinnedBlank, WoodWishes } from './wishes';

/** Something on the rack and how many of it this run may have. */
export interface RackEntry {
  readonly item: StockItem;
  readonly free: number;
}

/** A way to a thickness, and the wood and time it takes. */
export interface MillingOption {
  readonly item: StockItem;
  readonly free: number;
  readonly milled: MilledStock;
  /** mm of rough thickness that go into a blank: the wood it costs. */
  readonly woodMm: number;
  /** For each piece of the needed thickness. */
  readonly minutesEach: number;
}

/** One blank to be cut. */
export interface NeededBlank {
  /** Of a strip that becomes a rod: the id of the rod. */
  readonly stackKey: string;
  /** null for a strip that becomes a rod. */
  readonly gangKey: string | null;
  /** Which of the boards that are glued up into one it is, from the top, and how many these are; 0 of 1 for a blank of one board. */
  readonly ply: number;
  readonly plies: number;
  /** Passes that are sawn from it, one layer each. */
  readonly layers: number;
  /** Which of the blanks of that stack, from 0. */
  readonly nth: number;
  readonly templateId: string;
  readonly name: string;
  /** mm. */
  readonly length: number;
  readonly width: number;
  readonly turnable: boolean;
}

/** All blanks of one wood and thickness. */
export interface WoodNeeds {
  readonly woodId: string;
  readonly nominalMm: number;
  readonly thicknessMm: number;
  readonly blanks: readonly NeededBlank[];
}

/** A board, or a slice resawn from one, with what is cut from it. mm. */
export interface BoardPlan {
  readonly itemId: string;
  /** Which of the alike ones, and which slice of it, from 1. */
  readonly copy: number;
  readonly slice: number;
  readonly way: MilledStock;
  readonly length: number;
  readonly width: number;
  readonly defects: readonly Defect[];
  /** Whole nanometres; all else here is mm. */
  readonly treeNm: CutTree;
  readonly cuts: readonly CutStep[];
  /** Places in the blanks of its group. */
  readonly blanks: readonly number[];
  /** Those of them that the maker put there. */
  readonly pinned: readonly number[];
  /** What is left and worth keeping, mm. */
  readonly offcuts: readonly {
    readonly x: number;
    readonly y: number;
    readonly length: number;
    readonly width: number;
  }[];
}

/** What to buy, as it is sold. */
export interface ToBuy {
  /** Solid wood: rough boards; null for a sheet. */
  readonly boards: {
    /** `4/4` and its like. */
    readonly rough: string;
    /** Blanks of the thickness from one thickness of board; below 1 where boards are glued up. */
    readonly slices: number;
    /** With kerfs, and the share that is allowed for waste. */
    readonly boardFeet: number;
    readonly wasteShare: number;
  } | null;
  /** Sheets of one size, whole or cut; null for solid wood, and where no sheet that is sold has room for a blank. */
  readonly sheets: { readonly lengthMm: number; readonly widthMm: number; readonly count: number } | null;
  /** The least width and length it must have, mm: of the widest blank and of the longest. */
  readonly widest: number;
  readonly longest: number;
  /** At what such wood on the rack cost, minor units; null where no price is known. */
  readonly costMinor: number | null;
}

export interface WoodPlanInput {
  readonly plan: Plan;
  readonly rack: readonly RackEntry[];
  readonly machines: Machines;
  /** What layouts are chosen by: less wood, or less money where prices are known. */
  readonly objective: 'wood' | 'money';
  readonly wishes: WoodWishes;
  /** What is cut from bars: a bar that is cut for rods gives no blanks, and strips no bar gives are ripped from boards. */
  readonly rods: readonly RodGroup[];
}

/** All blanks of one wood and thickness, and where they come from. */
export interface WoodGroup extends WoodNeeds {
  /** Of each blank the letter it has on drawings and in lists of cuts. */
  readonly letters: readonly string[];
  readonly kerfMm: number;
  readonly manner: Manner;
  readonly boards: readonly BoardPlan[];
  /** Boards of this thickness on which nothing is laid, one of each item and slice: a blank may be put there. */
  readonly spare: readonly BoardPlan[];
  readonly missing: readonly number[];
  /** Pinned blanks that are no longer needed, or whose board is gone or has no room there. */
  readonly unpinned: readonly PinnedBlank[];
  /** Of the boards taken, the share that becomes blanks; and the share that kerfs let no layout pass. */
  readonly usedShare: number;
  readonly bestShare: number;
  /** What to buy, or null. */
  readonly toBuy: ToBuy | null;
  /** Other woods on the rack of this thickness with room for what is missing. */
  readonly substitutes: readonly string[];
  readonly millingMinutes: number;
  /** Every way to this thickness from what is on the rack. */
  readonly milling: readonly MillingOption[];
}

/** A board and what is cut from it, without the list of cuts that is read at the machines. */
export type TakenBoard = Omit<BoardPlan, 'cuts' | 'pinned'>;

/** Of a group what decides which wood is taken. */
export interface TakenGroup extends Pick<
  WoodGroup,
  'woodId' | 'nominalMm' | 'thicknessMm' | 'blanks' | 'kerfMm' | 'manner' | 'missing' | 'toBuy'
> {
  readonly boards: readonly TakenBoard[];
}

/** What a run takes from the rack, as far as it has to be checked before it is given. */
export interface TakenWood {
  readonly groups: readonly TakenGroup[];
  readonly rods: readonly RodGroup[];
}

/** How far the laying is: groups done, and the best of all so far. */
export interface WoodProgress {
  readonly done: number;
  readonly of: number;
  readonly rounds: number;
}
