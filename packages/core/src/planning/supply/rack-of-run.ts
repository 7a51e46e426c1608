import { countStock, stockCount, type StockMove } from '../../ledger';
import type { StockItem } from '../../wood';
import type { RackEntry } from '../model/supply';

/** What lies on the rack, each item with how many of it a run may have: all that no other run has reserved. */
export function rackOfRun(items: readonly StockItem[], moves: readonly StockMove[], runId: string): RackEntry[] {
  const counts = countStock(moves);
  return items.map((item) => {
    const { free, reserved } = stockCount(counts, item.id);
    return { item, free: free + (reserved[runId] ?? 0) };
  });
}
