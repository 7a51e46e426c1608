import { sumMm, toNm } from '../units';
import {
  flatThickness,
  SAME_THICKNESS,
  waysFrom,
  woodById,
  type Defect,
  type Machines,
  type MilledStock,
  type StockItem,
} from '../wood';
import {
  cutList,
  eachNode,
  layOnBoards,
  verifyCuts,
  type CutStep,
  type CutTree,
  type LaidBoard,
  type LaidPiece,
  type Search,
} from './layout';
import type { Plan } from './plan';

/** Something on the rack and how many of it this run may have. */
export interface RackEntry {
  readonly item: StockItem;
  readonly free: number;
}

export interface WoodPlanInput {
  readonly plan: Plan;
  readonly rack: readonly RackEntry[];
  readonly machines: Machines;
  /** What layouts are chosen by: less wood, or less money where prices are known. */
  readonly objective: 'wood' | 'money';
}

/** One blank to be cut. */
export interface NeededBlank {
  readonly stackKey: string;
  readonly name: string;
  /** mm. */
  readonly length: number;
  readonly width: number;
  readonly turnable: boolean;
}

/** A board, or a slice resawn from one, with what is cut from it. mm. */
export interface BoardPlan {
  readonly itemId: string;
  /** Which of the alike ones, from 1; slices of one board share it. */
  readonly copy: number;
  readonly way: MilledStock;
  readonly length: number;
  readonly width: number;
  readonly defects: readonly Defect[];
  readonly tree: CutTree;
  readonly cuts: readonly CutStep[];
  /** Places in the blanks of its group. */
  readonly blanks: readonly number[];
  /** What is left and worth keeping, mm. */
  readonly offcuts: readonly {
    readonly x: number;
    readonly y: number;
    readonly length: number;
    readonly width: number;
  }[];
}

/** All blanks of one wood and thickness, and where they come from. */
export interface WoodGroup {
  readonly woodId: string;
  readonly thicknessMm: number;
  readonly blanks: readonly NeededBlank[];
  readonly boards: readonly BoardPlan[];
  readonly missing: readonly number[];
  /** Of the boards taken, the share that becomes blanks; and the share that kerfs let no layout pass. */
  readonly usedShare: number;
  readonly bestShare: number;
  /** What to buy, or null: board feet of solid wood, square feet of a sheet. */
  readonly toBuy: {
    readonly boardFeet: number | null;
    readonly squareFeet: number;
    readonly widest: number;
    readonly longest: number;
  } | null;
  /** Other woods on the rack of this thickness with room for what is missing. */
  readonly substitutes: readonly string[];
  readonly millingMinutes: number;
}

/** Offcuts smaller than this either way are slivers, mm: two inches. */
const USEFUL_SIDE = 50.8;
/** Of alike boards no run needs more than so many looked at. */
const MOST_ALIKE = 80;
const MM3_PER_BOARD_FOOT = 144 * 25.4 ** 3;
const MM2_PER_SQUARE_FOOT = (12 * 25.4) ** 2;
/** Where no machine says its kerf, mm: a usual hand-held saw. */
const KERF_BY_HAND = 2;
/** Using an offcut counts as less than its area; each inch of width makes a board count a little more, so that wide ones are spared. */
const OFFCUT_SHARE = 0.6;
const WIDTH_WEIGHT = 0.01;
/** Steps of the search for each group. */
const STEPS_PER_GROUP = 20_000;

/**
 * Lays the blanks that a plan still needs on what is on the rack, wood by wood. Boards of the very thickness come first,
 * then thicker ones planed or resawn. Pure; throws where a layout breaks a rule, which its checker is asked each time.
 */
export function planWood(
  { plan, rack, machines, objective }: WoodPlanInput,
  searchFor: (group: number, steps: number) => Search,
): WoodGroup[] {
  const kerf = toNm(Math.max(machines.rip?.kerfMm ?? KERF_BY_HAND, machines.crosscut?.kerfMm ?? KERF_BY_HAND));
  return needsOf(plan).map(({ woodId, thicknessMm, blanks }, n): WoodGroup => {
    const sources = sourcesFor(woodId, thicknessMm, rack, machines);
    const pieces = blanks.map(({ length, width, turnable }): LaidPiece => ({
      length: toNm(length),
      width: toNm(width),
      turnable,
    }));
    const boards = sources.map((source) => laidBoard(source, objective));
    const layout = layOnBoards(pieces, boards, kerf, searchFor(n, STEPS_PER_GROUP));
    const used = layout.used.map(({ board, tree, pieces: laid }): BoardPlan => {
      const source = sources[board];
      const size = boards[board];
      if (!source || !size) throw new Error('a layout uses a board that was not given');
      const wrong = verifyCuts(tree, size, pieces, kerf, size.flaws);
      if (wrong.length > 0) throw new Error(`a layout breaks the rules: ${wrong.join('; ')}`);
      return boardPlan(source, tree, laid);
    });
    const area = (of: readonly number[]): number =>
      sumMm(of.map((i) => (blanks[i]?.length ?? 0) * (blanks[i]?.width ?? 0)));
    const taken = sumMm(used.map(({ length, width }) => length * width));
    const laid = used.flatMap((board) => board.blanks);
    const withKerf =
      laid.reduce((sum, i) => sum + ((pieces[i]?.length ?? 0) + kerf) * ((pieces[i]?.width ?? 0) + kerf), 0) / 1e12;
    return {
      woodId,
      thicknessMm,
      blanks,
      boards: used,
      missing: layout.missing,
      usedShare: taken === 0 ? 0 : area(laid) / taken,
      bestShare: withKerf === 0 ? 0 : area(laid) / Math.min(taken, withKerf),
      toBuy:
        layout.missing.length === 0
          ? null
          : toBuy(
              woodId,
              thicknessMm,
              layout.missing.flatMap((i) => blanks[i] ?? []),
            ),
      substitutes: layout.missing.length === 0 ? [] : substitutesFor(woodId, thicknessMm, area(layout.missing), rack),
      millingMinutes: millingMinutes(used),
    };
  });
}

interface Needs {
  readonly woodId: string;
  readonly thicknessMm: number;
  readonly blanks: NeededBlank[];
}

/** Blanks of passes still to saw, one for each layer, by wood and thickness. */
function needsOf({ stacks }: Plan): Needs[] {
  const groups = new Map<string, Needs>();
  for (const { key, gang, blank, layers, passesToCut } of stacks) {
    const own = `${gang.wood.id} ${String(toNm(gang.thicknessMm))}`;
    const group = groups.get(own) ?? { woodId: gang.wood.id, thicknessMm: gang.thicknessMm, blanks: [] };
    const name = gang.parts.map(({ partName }) => partName).join(' + ');
    for (let n = 0; n < layers * passesToCut; n++)
      group.blanks.push({
        stackKey: key,
        name,
        length: blank.length,
        width: blank.width,
        turnable: gang.grain === 'any',
      });
    if (group.blanks.length > 0) groups.set(own, group);
  }
  return [...groups.values()];
}

interface Source {
  readonly item: StockItem;
  readonly copy: number;
  readonly way: MilledStock;
}

/** Every board of the wood that gives this thickness, the ready ones first; a resawn board stands for each of its slices. */
function sourcesFor(woodId: string, thicknessMm: number, rack: readonly RackEntry[], machines: Machines): Source[] {
  const usable = rack.filter(
    ({ item, free }) => item.woodId === woodId && item.kind !== 'dowel' && free > 0 && !item.archived,
  );
  return usable
    .flatMap(({ item, free }) => {
      const way = waysFrom(item, thicknessMm, machines).find(
        ({ lacking, yield: pieces }) => lacking.length === 0 && pieces >= 1,
      );
      if (!way) return [];
      return Array.from({ length: Math.min(free, MOST_ALIKE) * way.yield }, (_none, i): Source => ({
        item,
        copy: 1 + Math.floor(i / way.yield),
        way,
      }));
    })
    .sort((a, b) => Number(a.way.way.kind !== 'ready') - Number(b.way.way.kind !== 'ready'));
}

function laidBoard({ item, way }: Source, objective: WoodPlanInput['objective']): LaidBoard {
  const [length, width] = [toNm(item.length?.mm ?? 0), toNm(item.width?.mm ?? 0)];
  const area = (length / 1e6) * (width / 1e6);
  const milled = way.way.kind === 'ready' ? 1 : 1.15;
  const share = item.kind === 'offcut' ? OFFCUT_SHARE : 1;
  const wide = 1 + WIDTH_WEIGHT * (width / 1e6 / 25.4);
  const money = objective === 'money' && item.costMinor !== null ? item.costMinor : area;
  const flaws = item.defects.map((defect) => ({
    x: toNm(defect.x),
    y: toNm(defect.y),
    length: toNm(defect.length),
    width: toNm(defect.width),
  }));
  return { length, width, flaws, pins: [], cost: (money * milled * share * wide) / way.yield };
}

const inMm = (nanometres: number): number => nanometres / 1e6;

function boardPlan({ item, copy, way }: Source, tree: CutTree, blanks: readonly number[]): BoardPlan {
  const offcuts: { x: number; y: number; length: number; width: number }[] = [];
  eachNode(tree, (node) => {
    if (node.kind !== 'rest' || node.defect) return;
    const [length, width] = [inMm(node.length), inMm(node.width)];
    if (Math.min(length, width) >= USEFUL_SIDE) offcuts.push({ x: inMm(node.x), y: inMm(node.y), length, width });
  });
  const [length, width] = [item.length?.mm ?? 0, item.width?.mm ?? 0];
  return {
    itemId: item.id,
    copy,
    way,
    length,
    width,
    defects: item.defects,
    tree,
    cuts: cutList(tree),
    blanks,
    offcuts,
  };
}

function toBuy(woodId: string, thicknessMm: number, missing: readonly NeededBlank[]): WoodGroup['toBuy'] {
  const area = sumMm(missing.map(({ length, width }) => length * width));
  const isSheet = woodById(woodId)?.kind === 'sheet';
  return {
    boardFeet: isSheet ? null : (area * thicknessMm) / MM3_PER_BOARD_FOOT,
    squareFeet: area / MM2_PER_SQUARE_FOOT,
    widest: missing.reduce((most, { width }) => Math.max(most, width), 0),
    longest: missing.reduce((most, { length }) => Math.max(most, length), 0),
  };
}

function substitutesFor(woodId: string, thicknessMm: number, area: number, rack: readonly RackEntry[]): string[] {
  const room = new Map<string, number>();
  for (const { item, free } of rack) {
    if (item.woodId === null || item.woodId === woodId || item.archived || item.rough) continue;
    if (Math.abs(flatThickness(item) - thicknessMm) > SAME_THICKNESS) continue;
    const own = (item.length?.mm ?? 0) * (item.width?.mm ?? 0) * Math.max(0, free);
    room.set(item.woodId, (room.get(item.woodId) ?? 0) + own);
  }
  return [...room].filter(([, own]) => own >= area).map(([id]) => id);
}

/** Each board is milled once, however many slices of it are used. */
function millingMinutes(boards: readonly BoardPlan[]): number {
  const milled = new Map(boards.map(({ itemId, copy, way }) => [`${itemId} ${String(copy)}`, way.minutes]));
  return [...milled.values()].reduce((sum, minutes) => sum + minutes, 0);
}
