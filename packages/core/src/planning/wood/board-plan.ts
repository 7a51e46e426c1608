import { fromNm, toNm } from '../../units';
import type { Defect, MilledStock } from '../../wood';
import { cutList, eachNode, restNode, type CutStep, type CutTree, type Pin } from '../layout';
import { boardOf, type Source } from './sources';

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
  readonly tree: CutTree;
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

/** Offcuts smaller than this either way are slivers, mm: two inches. */
const USEFUL_SIDE = 50.8;

/** A board with what is cut from it. */
export function boardPlan(source: Source, tree: CutTree, blanks: readonly number[], pins: readonly Pin[]): BoardPlan {
  const offcuts: { x: number; y: number; length: number; width: number }[] = [];
  eachNode(tree, (node) => {
    if (node.kind !== 'rest' || node.defect) return;
    const [length, width] = [fromNm(node.length), fromNm(node.width)];
    if (Math.min(length, width) >= USEFUL_SIDE) offcuts.push({ x: fromNm(node.x), y: fromNm(node.y), length, width });
  });
  const { item, copy, slice, way } = source;
  return {
    itemId: item.id,
    copy,
    slice,
    way,
    ...boardOf(source),
    tree,
    cuts: cutList(tree),
    blanks,
    pinned: pins.map(({ piece }) => piece),
    offcuts,
  };
}

/** Of the sources that are not used the first of each item and slice, with nothing on them. */
export function spareBoards(sources: readonly Source[], used: ReadonlySet<number>): BoardPlan[] {
  const first = new Map<string, Source>();
  sources.forEach((source, i) => {
    const key = `${source.item.id} ${String(source.slice)}`;
    if (!used.has(i) && !first.has(key)) first.set(key, source);
  });
  return [...first.values()].map((source) => {
    const { length, width } = boardOf(source);
    const whole = restNode({ x: 0, y: 0, length: toNm(length), width: toNm(width) });
    return { ...boardPlan(source, whole, [], []), offcuts: [] };
  });
}
