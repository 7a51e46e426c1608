/** Why the count of something on the rack changes. */
export const STOCK_MOVES = ['received', 'reserved', 'released', 'used', 'returned', 'corrected'] as const;
export type StockMoveKind = (typeof STOCK_MOVES)[number];

/** One entry of the ledger of stock. Entries are only ever added; a mistake is put right by another. */
export interface StockMove {
  readonly id: string;
  readonly clientId: string;
  /** UTC. */
  readonly at: string;
  readonly itemId: string;
  readonly kind: StockMoveKind;
  /** How many; below 0 only in a correction. */
  readonly count: number;
  /** The run it is for, or null. */
  readonly runId: string | null;
}

export interface StockCount {
  /** On the rack, reserved ones among them. */
  readonly onHand: number;
  /** How many each run has reserved. */
  readonly reserved: Readonly<Record<string, number>>;
  /** On the rack and reserved by no run. */
  readonly free: number;
}

const NOTHING: StockCount = { onHand: 0, reserved: {}, free: 0 };

/** What a run has moved of some items; an id counts once. */
export function movesOfRun(runId: string, itemIds: readonly string[], moves: readonly StockMove[]): StockMove[] {
  const own = moves.filter((move) => move.runId === runId && itemIds.includes(move.itemId));
  return [...new Map(own.map((move) => [move.id, move])).values()];
}

/** How many of each item there are. An id counts once. A run that uses what it had reserved reserves it no longer. */
export function countStock(moves: readonly StockMove[]): ReadonlyMap<string, StockCount> {
  const counts = new Map<string, { onHand: number; reserved: Map<string, number> }>();
  const seen = new Set<string>();
  for (const { id, itemId, kind, count, runId } of moves) {
    if (seen.has(id)) continue;
    seen.add(id);
    const own = counts.get(itemId) ?? { onHand: 0, reserved: new Map<string, number>() };
    counts.set(itemId, own);
    const reserve = (by: number): void => {
      if (runId !== null) own.reserved.set(runId, Math.max(0, (own.reserved.get(runId) ?? 0) + by));
    };
    if (kind === 'received' || kind === 'returned' || kind === 'corrected') own.onHand += count;
    else if (kind === 'reserved') reserve(count);
    else if (kind === 'released') reserve(-count);
    else {
      own.onHand -= count;
      reserve(-count);
    }
  }
  return new Map(
    [...counts].map(([itemId, { onHand, reserved }]) => {
      const held = [...reserved].filter(([, count]) => count > 0);
      const free = onHand - held.reduce((sum, [, count]) => sum + count, 0);
      return [itemId, { onHand, reserved: Object.fromEntries(held), free }];
    }),
  );
}

/** What a run has reserved now, in the order of the first entry of each item. */
export function reservedBy(
  runId: string,
  moves: readonly StockMove[],
): { readonly itemId: string; readonly count: number }[] {
  const counts = countStock(moves);
  return [...counts].flatMap(([itemId, { reserved }]) => {
    const count = reserved[runId] ?? 0;
    return count > 0 ? [{ itemId, count }] : [];
  });
}

/** The count of one item; nothing where no entry names it. */
export const stockCount = (counts: ReadonlyMap<string, StockCount>, itemId: string): StockCount =>
  counts.get(itemId) ?? NOTHING;
