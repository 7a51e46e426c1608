import type { BoardsLayout } from '../../layout';
import type { RodGroup } from '../model/rod';
import type { WoodNeeds } from '../model/supply';
import { copiesOf, type Source, type Taken } from './sources';

/** Boards by item, and which of the alike ones. */
export type Copies = ReadonlyMap<string, readonly number[]>;

/** What a layout takes from the rack; a board glued up is two. */
export function copiesTaken(layout: BoardsLayout, sources: readonly Source[]): Copies {
  const copies = new Map<string, number[]>();
  for (const { board } of layout.used) {
    const source = sources[board];
    if (!source) throw new RangeError(`board ${String(board)} is not one of ${String(sources.length)}`);
    copies.set(source.item.id, [...(copies.get(source.item.id) ?? []), ...copiesOf(source)]);
  }
  return copies;
}

/** Bars that are cut for rods. */
export function takenByRods(rods: readonly RodGroup[]): Map<string, Set<number>> {
  const taken = new Map<string, Set<number>>();
  for (const { itemId, copy } of rods.flatMap(({ bars }) => bars)) take(taken, new Map([[itemId, [copy]]]));
  return taken;
}

export function take(taken: Map<string, Set<number>>, copies: Copies): void {
  for (const [itemId, own] of copies) taken.set(itemId, new Set([...(taken.get(itemId) ?? []), ...own]));
}

/** What laying one group comes to on what others have left. */
interface Trial {
  readonly layout: BoardsLayout;
  readonly copies: Copies;
}

/** Of up to so many rivals every order is tried; of more, some: each may go first. */
const MOST_IN_EVERY_ORDER = 3;

/**
 * The order of laying rivals that leaves the fewest blanks missing, then costs least; the first found where several do. Yields
 * after each trial; answered with true, it is content with the best so far.
 */
export function* bestOrder(
  rivals: readonly WoodNeeds[],
  before: Taken,
  laid: (needs: WoodNeeds, taken: Taken) => Trial,
): Generator<null, readonly WoodNeeds[], boolean> {
  if (rivals.length < 2) return rivals;
  let [best, least] = [rivals, { missing: Infinity, cost: Infinity }];
  for (const order of ordersOf(rivals)) {
    const taken = new Map([...before].map(([id, own]) => [id, new Set(own)] as const));
    const sum = { missing: 0, cost: 0 };
    for (const needs of order) {
      const { layout, copies } = laid(needs, taken);
      take(taken, copies);
      sum.missing += layout.missing.length;
      sum.cost += layout.cost;
      if (yield null) return best;
    }
    if (sum.missing < least.missing || (sum.missing === least.missing && sum.cost < least.cost))
      [best, least] = [order, sum];
  }
  return best;
}

/** Widest blanks first, to begin with: width is what is scarce. */
function ordersOf(rivals: readonly WoodNeeds[]): WoodNeeds[][] {
  const widest = ({ blanks }: WoodNeeds): number => blanks.reduce((most, { width }) => Math.max(most, width), 0);
  const first = [...rivals].sort((a, b) => widest(b) - widest(a) || b.thicknessMm - a.thicknessMm);
  if (rivals.length <= MOST_IN_EVERY_ORDER) return permutations(first);
  return [first, ...first.map((one) => [one, ...first.filter((other) => other !== one)])];
}

const permutations = <T>(items: readonly T[]): T[][] =>
  items.length === 0
    ? [[]]
    : items.flatMap((one, i) => permutations(items.filter((_other, k) => k !== i)).map((rest) => [one, ...rest]));
