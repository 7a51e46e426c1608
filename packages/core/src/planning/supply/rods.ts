import { cutBars, type LinearSolver } from '../../rods';
import { fromNm, SAME_THICKNESS, sumMm, toNm } from '../../units';
import { averagePrice, type Machines, type StockItem, lengthOf } from '../../wood';
import type { PlannedRod, RodBar, RodGroup } from '../model/rod';
import type { RackEntry } from '../model/supply';

/** Where no machine says its kerf, mm: a fine hand saw in a mitre box. */
const KERF_BY_HAND = 1;

/** Cuts rods from the bars of their section on the rack, at the least length taken; see {@link cutBars}. Pure. */
export function planRods(
  rods: readonly PlannedRod[],
  rack: readonly RackEntry[],
  machines: Machines,
  solver: LinearSolver,
): RodGroup[] {
  const groups = new Map<string, PlannedRod[]>();
  for (const rod of rods.filter(({ count }) => count > 0)) {
    const key = [rod.kind, rod.woodId, toNm(rod.thicknessMm), rod.widthMm === null ? '' : toNm(rod.widthMm)].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), rod]);
  }
  // Sections a fraction of a millimetre apart may come from the same bars: what one group cuts the next cannot have.
  const taken = new Map<string, number>();
  return [...groups.values()].map((own) => {
    const group = groupOf(own, rack, taken, machines, solver);
    for (const { itemId, copy } of group.bars) taken.set(itemId, Math.max(taken.get(itemId) ?? 0, copy));
    return group;
  });
}

function groupOf(
  rods: readonly PlannedRod[],
  rack: readonly RackEntry[],
  taken: ReadonlyMap<string, number>,
  machines: Machines,
  solver: LinearSolver,
): RodGroup {
  const [first] = rods;
  if (!first) throw new Error('a group of rods has at least one');
  const able = rack
    .map(({ item, free }) => ({ item, first: taken.get(item.id) ?? 0, free: free - (taken.get(item.id) ?? 0) }))
    .filter(({ item, free }) => free > 0 && !item.archived && isOfSection(item, first));
  const wanted = rods.map(({ lengthMm, count }) => ({ length: toNm(lengthMm), count }));
  const bars = able.map(({ item, free }) => {
    const length = item.length?.mm ?? 0;
    return { length: toNm(length), count: free, cost: length };
  });
  const kerf = toNm(machines.crosscut?.kerfMm ?? KERF_BY_HAND);
  const layout = cutBars(wanted, bars, kerf, solver);
  const copies = able.map((entry) => entry.first);
  const cut = layout.cuts.flatMap(({ bar, pieces }): RodBar[] => {
    const item = able[bar]?.item;
    const copy = (copies[bar] ?? 0) + 1;
    copies[bar] = copy;
    if (!item) return [];
    const length = toNm(item.length?.mm ?? 0);
    const gone = pieces.reduce((sum, count, i) => sum + count * ((wanted[i]?.length ?? 0) + kerf), 0);
    return [{ itemId: item.id, copy, lengthMm: fromNm(length), pieces, restMm: fromNm(Math.max(0, length - gone)) }];
  });
  const used = sumMm(cut.map(({ lengthMm }) => lengthMm));
  const laid = sumMm(rods.map(({ lengthMm, count }, i) => lengthMm * (count - (layout.missing[i] ?? 0))));
  const lacking = sumMm(rods.map(({ lengthMm }, i) => lengthMm * (layout.missing[i] ?? 0)));
  const alike = rack.map(({ item }) => item).filter((item) => isOfSection(item, first));
  const price = averagePrice(alike, lengthOf);
  const { kind, woodId, thicknessMm, widthMm } = first;
  return {
    kind,
    woodId,
    thicknessMm,
    widthMm,
    rods,
    bars: cut,
    missing: layout.missing,
    missingCostMinor: price === null ? null : Math.round(price * lacking),
    usedShare: used === 0 ? 0 : laid / used,
    proven: layout.proven,
  };
}

/** True of a dowel or strip of the section of a rod, within what counts as the same thickness. */
export function isOfSection({ kind, woodId, thickness, width }: StockItem, rod: PlannedRod): boolean {
  const isNear = (mm: number | undefined, needed: number): boolean =>
    mm !== undefined && Math.abs(mm - needed) <= SAME_THICKNESS;
  if (woodId !== rod.woodId || !isNear(thickness?.mm, rod.thicknessMm)) return false;
  return rod.widthMm === null ? kind === 'dowel' : kind === 'strip' && isNear(width?.mm, rod.widthMm);
}

/** Strips that no strip on the rack gives: they are ripped from boards as blanks are. */
export const stripsToRip = (groups: readonly RodGroup[]): PlannedRod[] =>
  groups
    .filter(({ kind }) => kind === 'strip')
    .flatMap(({ rods, missing }) => rods.map((rod, i) => ({ ...rod, count: missing[i] ?? 0 })))
    .filter(({ count }) => count > 0);
