import type { StockItem } from '../../wood';
import type { RodGroup } from '../model/rod';
import type { TakenGroup, TakenWood, WoodGroup } from '../model/supply';
import { copiesOf } from './sources';

/** Shorter ends of dowels and strips are not put back, mm: three inches (our choice). */
const USEFUL_END = 76.2;

/** What cutting the blanks and rods of a run does to the rack, and for how much of the work they are then ready. */
export interface DrawDown {
  /** Boards and bars that are used; slices of one are one, a board glued up is two. */
  readonly used: readonly { readonly itemId: string; readonly count: number }[];
  /** What is left and worth keeping: offcuts, slices that nothing was cut from, ends of bars. */
  readonly back: readonly Omit<StockItem, 'id'>[];
  /** Layers that the blanks are enough for, by key of the gang. */
  readonly layers: Readonly<Record<string, number>>;
  /** Good lengths, by rod id. */
  readonly rods: Readonly<Record<string, number>>;
}

/** Of a laid-out run what decides which wood is taken: what is sent to be checked again. */
export const takenWood = (groups: readonly WoodGroup[], rods: readonly RodGroup[]): TakenWood => ({
  groups: groups.map(({ woodId, nominalMm, thicknessMm, blanks, kerfMm, manner, missing, toBuy, boards }) => ({
    woodId,
    nominalMm,
    thicknessMm,
    blanks,
    kerfMm,
    manner,
    missing,
    toBuy,
    boards: boards.map(({ cuts: _cuts, pinned: _pinned, ...board }) => board),
  })),
  rods,
});

/** Adds up what layouts take; what is missing in them is not cut. */
export function drawDown({ groups, rods }: TakenWood, rack: readonly StockItem[]): DrawDown {
  return { used: usedBy(groups, rods), back: leftOf(groups, rods, rack), ...readyBy(groups, rods) };
}

function usedBy(groups: readonly TakenGroup[], rods: readonly RodGroup[]): DrawDown['used'] {
  const copies = new Map<string, Set<number>>();
  const take = (itemId: string, copy: number): void =>
    void copies.set(itemId, (copies.get(itemId) ?? new Set()).add(copy));
  for (const board of groups.flatMap(({ boards }) => boards))
    for (const copy of copiesOf(board)) take(board.itemId, copy);
  for (const { itemId, copy } of rods.flatMap(({ bars }) => bars)) take(itemId, copy);
  return [...copies].map(([itemId, own]) => ({ itemId, count: own.size }));
}

function leftOf(
  groups: readonly TakenGroup[],
  rods: readonly RodGroup[],
  rack: readonly StockItem[],
): DrawDown['back'] {
  const restOf = (itemId: string, changes: Partial<StockItem>): Omit<StockItem, 'id'>[] => {
    const from = rack.find(({ id }) => id === itemId);
    if (!from) return [];
    const { id: _id, ...look } = from;
    return [{ ...look, costMinor: null, defects: [], ...changes }];
  };
  const made = (mm: number) => ({ mm, typed: null });
  const offcut = (itemId: string, thicknessMm: number, width: number, length: number) =>
    restOf(itemId, {
      kind: 'offcut',
      thickness: made(thicknessMm),
      width: made(width),
      length: made(length),
      rough: false,
    });
  const offcuts = groups.flatMap(({ thicknessMm, boards }) =>
    boards.flatMap(({ itemId, offcuts: own }) =>
      own.flatMap(({ length, width }) => offcut(itemId, thicknessMm, width, length)),
    ),
  );
  const slices = groups.flatMap(({ thicknessMm, boards }) => {
    const whole = new Map(boards.map((board) => [`${board.itemId} ${String(board.copy)}`, board]));
    return [...whole.values()].flatMap(({ itemId, copy, way, length }) => {
      const taken = boards.filter((board) => board.itemId === itemId && board.copy === copy).length;
      const left = Math.max(0, Math.floor(way.yield) - taken);
      return Array.from({ length: left }, () => offcut(itemId, thicknessMm, way.widthMm, length)).flat();
    });
  });
  const ends = rods.flatMap(({ bars }) =>
    bars.flatMap(({ itemId, restMm }) => (restMm >= USEFUL_END ? restOf(itemId, { length: made(restMm) }) : [])),
  );
  return [...offcuts, ...slices, ...ends];
}

function readyBy(groups: readonly TakenGroup[], rods: readonly RodGroup[]): Pick<DrawDown, 'layers' | 'rods'> {
  const lengths = new Map<string, number>();
  /** By key of the gang, what each of its boards is enough for. */
  const plies = new Map<string, number[]>();
  const add = (to: Map<string, number>, key: string, count: number): void =>
    void (count > 0 && to.set(key, (to.get(key) ?? 0) + count));
  for (const { blanks, boards } of groups)
    for (const place of boards.flatMap((board) => board.blanks)) {
      const blank = blanks[place];
      if (!blank) throw new RangeError(`blank ${String(place)} is not one of ${String(blanks.length)}`);
      if (blank.gangKey === null) add(lengths, blank.stackKey, 1);
      else {
        const own = plies.get(blank.gangKey) ?? Array<number>(blank.plies).fill(0);
        own[blank.ply] = (own[blank.ply] ?? 0) + blank.layers;
        plies.set(blank.gangKey, own);
      }
    }
  for (const { rods: own, bars } of rods)
    own.forEach(({ rodId }, i) =>
      add(
        lengths,
        rodId,
        bars.reduce((sum, { pieces }) => sum + (pieces[i] ?? 0), 0),
      ),
    );
  // A blank that is glued up is ready when all its boards are.
  const layers = [...plies].map(([key, own]) => [key, Math.min(...own)] as const).filter(([, count]) => count > 0);
  return { layers: Object.fromEntries(layers), rods: Object.fromEntries(lengths) };
}
