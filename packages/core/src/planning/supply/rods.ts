import type { Template } from '../../products';
import { cutBars, type LinearSolver } from '../../rods';
import { SAME_THICKNESS, sumMm, toNm } from '../../units';
import { averagePrice, type Machines, type StockItem, lengthOf } from '../../wood';
import type { PlanInput } from '../model/input';
import type { PlannedRod, RodBar, RodGroup } from '../model/rod';

/** Where no machine says its kerf, mm: a fine hand saw in a mitre box. */
const KERF_BY_HAND = 1;

/** Dowels and strips of every line of a run. */
export const rodsOfRun = ({ run, revisions }: Pick<PlanInput, 'run' | 'revisions'>): PlannedRod[] =>
  run.lines.flatMap(({ templateId, revision, copies }) => {
    const found = revisions.find((one) => one.revision === revision && one.template.id === templateId);
    return found ? rodsOfTemplate(found.template, copies) : [];
  });

const rodsOfTemplate = ({ id, name, rods }: Template, copies: number): PlannedRod[] =>
  rods
    .filter(({ perCopy }) => perCopy * copies > 0)
    .map((rod) => ({
      rodId: rod.id,
      templateId: id,
      templateName: name,
      name: rod.name,
      kind: rod.kind,
      woodId: rod.woodId,
      thicknessMm: rod.thickness.mm,
      widthMm: rod.width?.mm ?? null,
      lengthMm: rod.length.mm,
      count: rod.perCopy * copies,
    }));

/** Cuts rods from the bars of their section on the rack, at the least length taken; see {@link cutBars}. Pure. */
export function planRods(
  rods: readonly PlannedRod[],
  rack: readonly { readonly item: StockItem; readonly free: number }[],
  machines: Machines,
  solver: LinearSolver,
): RodGroup[] {
  const groups = new Map<string, PlannedRod[]>();
  for (const rod of rods) {
    const key = [rod.kind, rod.woodId, toNm(rod.thicknessMm), rod.widthMm === null ? '' : toNm(rod.widthMm)].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), rod]);
  }
  return [...groups.values()].map((own) => groupOf(own, rack, machines, solver));
}

function groupOf(
  rods: readonly PlannedRod[],
  rack: readonly { readonly item: StockItem; readonly free: number }[],
  machines: Machines,
  solver: LinearSolver,
): RodGroup {
  const [first] = rods;
  if (!first) throw new Error('a group of rods has at least one');
  const able = rack.filter(({ item, free }) => free > 0 && !item.archived && isOfSection(item, first));
  const wanted = rods.map(({ lengthMm, count }) => ({ length: toNm(lengthMm), count }));
  const bars = able.map(({ item, free }) => ({
    length: toNm(item.length?.mm ?? 0),
    count: free,
    cost: item.length?.mm ?? 0,
  }));
  const kerf = toNm(machines.crosscut?.kerfMm ?? KERF_BY_HAND);
  const layout = cutBars(wanted, bars, kerf, solver);
  const copies = able.map(() => 0);
  const cut = layout.cuts.flatMap(({ bar, pieces }): RodBar[] => {
    const item = able[bar]?.item;
    const copy = (copies[bar] ?? 0) + 1;
    copies[bar] = copy;
    if (!item) return [];
    const taken = pieces.reduce((sum, count, i) => sum + count * ((wanted[i]?.length ?? 0) + kerf), 0);
    const restMm = Math.max(0, toNm(item.length?.mm ?? 0) - taken) / 1e6;
    return [{ itemId: item.id, copy, lengthMm: item.length?.mm ?? 0, pieces, restMm }];
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

function isOfSection({ kind, woodId, thickness, width }: StockItem, rod: PlannedRod): boolean {
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
