import type { StockItem, WoodGroup } from '@rapid-jig/core';

/** How many of each item the layouts take; slices resawn from one board are one. */
export function boardsTaken(groups: readonly WoodGroup[]): { readonly itemId: string; readonly count: number }[] {
  const copies = new Map<string, Set<number>>();
  for (const { itemId, copy } of groups.flatMap(({ boards }) => boards)) {
    copies.set(itemId, (copies.get(itemId) ?? new Set()).add(copy));
  }
  return [...copies].map(([itemId, own]) => ({ itemId, count: own.size }));
}

/** What the layouts leave and is worth keeping, each an offcut of the thickness it was milled to. */
export function offcutsOf(groups: readonly WoodGroup[], rack: readonly StockItem[]): Omit<StockItem, 'id'>[] {
  return groups.flatMap(({ thicknessMm, boards }) =>
    boards.flatMap(({ itemId, offcuts }) => {
      const from = rack.find(({ id }) => id === itemId);
      if (!from) return [];
      const { id: _id, ...look } = from;
      return offcuts.map((offcut) => ({
        ...look,
        kind: 'offcut' as const,
        thickness: { mm: thicknessMm, typed: null },
        width: { mm: offcut.width, typed: null },
        length: { mm: offcut.length, typed: null },
        rough: false,
        costMinor: null,
        defects: [],
      }));
    }),
  );
}
