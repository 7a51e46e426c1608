import { movesOfRun, type StockMove } from '../../ledger';
import type { PlannedHardware } from '../model/plan';
import type { RackEntry } from '../model/supply';

/** Bought things of one name that a run needs, against the rack. */
export interface BoughtNeed {
  readonly name: string;
  readonly kind: PlannedHardware['kind'];
  /** For all copies of the run. */
  readonly count: number;
  /** What the run has taken from the rack already. */
  readonly taken: number;
  /** What it can take now, item by item. */
  readonly toTake: readonly { readonly itemId: string; readonly count: number }[];
  readonly missing: number;
  /** Of what is missing, at what such things on the rack cost, minor units; null where no price is known. */
  readonly missingCostMinor: number | null;
}

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * What a run needs of bought things, each name once, in the order of the plan: what it has taken, what the rack has for it, what is
 * to be bought. Things are known by their name, whatever its capitals. `rack` says what the run may have: see `rackOfRun`.
 */
export function boughtNeeds(
  hardware: readonly PlannedHardware[],
  rack: readonly RackEntry[],
  moves: readonly StockMove[],
  runId: string,
): BoughtNeed[] {
  const names: PlannedHardware[] = [];
  for (const one of hardware) if (!names.some(({ name }) => sameName(name, one.name))) names.push(one);
  return names.map(({ name, kind }) => {
    const count = hardware.reduce((sum, one) => sum + (sameName(one.name, name) ? one.count : 0), 0);
    const alike = rack.filter(
      ({ item }) =>
        (item.kind === 'bought' || item.kind === 'consumable') && !item.archived && sameName(item.name, name),
    );
    const taken = takenBy(
      runId,
      alike.map(({ item }) => item.id),
      moves,
    );
    let wanted = Math.max(0, count - taken);
    const toTake = alike.flatMap(({ item, free }) => {
      const own = Math.min(wanted, free);
      wanted -= own;
      return own > 0 ? [{ itemId: item.id, count: own }] : [];
    });
    const price = alike.find(({ item }) => item.costMinor !== null)?.item.costMinor ?? null;
    return {
      name,
      kind,
      count,
      taken,
      toTake,
      missing: wanted,
      missingCostMinor: price === null ? null : price * wanted,
    };
  });
}

/** How many of some items a run has used, less what it gave back. */
function takenBy(runId: string, itemIds: readonly string[], moves: readonly StockMove[]): number {
  return movesOfRun(runId, itemIds, moves).reduce(
    (sum, { kind, count }) => sum + (kind === 'used' ? count : kind === 'returned' ? -count : 0),
    0,
  );
}
