import type { RodGroup, StockItem, WoodGroup } from '@rapid-jig/core';

interface Taken {
  readonly groups: readonly WoodGroup[];
  readonly rods: readonly RodGroup[];
}

/** Shorter ends of dowels and strips are not put back, mm: three inches. */
const USEFUL_END = 76.2;

/** How many of each item the layouts take; slices resawn from one board are one, a board glued up is two. */
export function boardsTaken({ groups, rods }: Taken): { readonly itemId: string; readonly count: number }[] {
  const copies = new Map<string, Set<number>>();
  const take = (itemId: string, copy: number): void =>
    void copies.set(itemId, (copies.get(itemId) ?? new Set()).add(copy));
  for (const { itemId, copy, way } of groups.flatMap(({ boards }) => boards)) {
    for (let n = 0; n < Math.max(1, 1 / way.yield); n++) take(itemId, copy + n);
  }
  for (const { itemId, copy } of rods.flatMap(({ bars }) => bars)) take(itemId, copy);
  return [...copies].map(([itemId, own]) => ({ itemId, count: own.size }));
}

/** What the layouts leave and is worth keeping, each an offcut of the thickness it was milled to, or a shorter bar. */
export function offcutsOf({ groups, rods }: Taken, rack: readonly StockItem[]): Omit<StockItem, 'id'>[] {
  const restOf = (itemId: string, changes: Partial<StockItem>): Omit<StockItem, 'id'>[] => {
    const from = rack.find(({ id }) => id === itemId);
    if (!from) return [];
    const { id: _id, ...look } = from;
    return [{ ...look, costMinor: null, defects: [], ...changes }];
  };
  const offcuts = groups.flatMap(({ thicknessMm, boards }) =>
    boards.flatMap(({ itemId, offcuts: own }) =>
      own.flatMap(({ length, width }) =>
        restOf(itemId, {
          kind: 'offcut',
          thickness: { mm: thicknessMm, typed: null },
          width: { mm: width, typed: null },
          length: { mm: length, typed: null },
          rough: false,
        }),
      ),
    ),
  );
  const ends = rods.flatMap(({ bars }) =>
    bars.flatMap(({ itemId, restMm }) =>
      restMm >= USEFUL_END ? restOf(itemId, { length: { mm: restMm, typed: null } }) : [],
    ),
  );
  return [...offcuts, ...ends];
}
