import { cutList, type CutTree, eachNode, type Pin, restNode } from '../../layout';
import { fromNm, toNm } from '../../units';
import type { BoardPlan } from '../model/supply';
import { boardOf, type Source } from './sources';

/** Offcuts smaller than this either way are slivers, mm: two inches. */
export const USEFUL_SIDE = 50.8;

/** A board with what is cut from it. */
export function boardPlan(
  source: Source,
  tree: CutTree,
  blanks: readonly number[],
  pins: readonly Pin[],
  letterOf: (blank: number) => string,
): BoardPlan {
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
    treeNm: tree,
    cuts: cutList(tree, letterOf),
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
    return { ...boardPlan(source, whole, [], [], () => ''), offcuts: [] };
  });
}
