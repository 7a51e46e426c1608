import { countStock, movesOfRun, stockCount, type StockMove } from '../../ledger';
import type { StockItem } from '../../wood';
import type { PartCount } from '../model/count';

/** Pieces of a part that lie on the rack from earlier runs, and those of this run that may go there. */
export interface Surplus {
  /** The item of the rack that they are; null where there is none yet. */
  readonly itemId: string | null;
  /** On the rack, for any run. */
  readonly free: number;
  /** Good ones of this run that nobody wants and that are not on the rack yet. */
  readonly toKeep: number;
}

/**
 * What a part leaves over, against the rack. A run gives away what is beyond its need once nothing of the part is to be sawn any more:
 * its unused spares, and what pinned layers made too many. What it has put on the rack already is not offered again.
 */
export function surplusOf(
  { partId, toCut, good, onHand, needed }: Pick<PartCount, 'partId' | 'toCut' | 'good' | 'onHand' | 'needed'>,
  items: readonly StockItem[],
  moves: readonly StockMove[],
  runId: string,
): Surplus {
  const item = items.find((one) => one.kind === 'made' && one.partId === partId && !one.archived);
  const over = toCut === 0 ? Math.max(0, good + onHand - needed) : 0;
  if (!item) return { itemId: null, free: 0, toKeep: over };
  const kept = movesOfRun(runId, [item.id], moves).reduce(
    (sum, { kind, count }) => sum + (kind === 'received' ? count : 0),
    0,
  );
  return { itemId: item.id, free: stockCount(countStock(moves), item.id).free, toKeep: Math.max(0, over - kept) };
}
