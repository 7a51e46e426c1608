import { compareMm, inches, snapMm } from '../units';
import { flatThickness, type StockItem } from './stock';

/** The maker's machines; null where there is none, and its step is bought ready or done by hand. */
export interface Machines {
  readonly rip: { readonly kerfMm: number } | null;
  readonly crosscut: { readonly kerfMm: number } | null;
  readonly resaw: { readonly kerfMm: number; readonly maxHeightMm: number } | null;
  readonly planer: { readonly maxWidthMm: number; readonly allowanceMm: number } | null;
  /** Cuts blanks out of boards and sheets wherever they lie. */
  readonly jigsaw: { readonly kerfMm: number } | null;
}

/** A common small shop. Kerfs of usual blades; the allowance is what planing takes off each face (common practice). */
export const TYPICAL_MACHINES: Machines = {
  rip: { kerfMm: inches(1 / 8) },
  crosscut: { kerfMm: inches(1 / 8) },
  resaw: { kerfMm: inches(1 / 16), maxHeightMm: inches(6) },
  planer: { maxWidthMm: inches(12), allowanceMm: inches(1 / 64) },
  jigsaw: null,
};

export type MillingWay =
  /** As it is: measured thickness is what is needed. */
  | { readonly kind: 'ready' }
  | { readonly kind: 'plane'; readonly takenMm: number }
  | { readonly kind: 'resaw'; readonly slices: number }
  /** Two layers glued, each of the stock's thickness or planed to half of what is needed. */
  | { readonly kind: 'laminate'; readonly layers: 2 };

export interface MilledStock {
  readonly way: MillingWay;
  /** Pieces of the needed thickness that one board gives; 1/2 where two boards make one. */
  readonly yield: number;
  /** Minutes for each board: setting up, passes, feeding (our estimate). */
  readonly minutes: number;
  /** What has to be done by hand or bought, for want of a machine. */
  readonly lacking: readonly ('resaw' | 'planer')[];
}

/** Measured and needed thickness this near are the same, mm: a fine sheet of paper or two. */
export const SAME_THICKNESS = 0.3;
/** Our estimates, minutes. */
const PASS_MINUTES = 0.6;
const RESAW_SETUP_MINUTES = 6;
const RESAW_MINUTES_PER_METRE = 1.5;
const PLANER_DEPTH_MM = 1;
const GLUE_MINUTES = 8;

/** How many slices of a thickness a board gives: each is planed on both faces, and between them goes the blade. */
export function slicesFrom(flatMm: number, neededMm: number, kerfMm: number, allowanceMm: number): number {
  const each = neededMm + 2 * allowanceMm;
  return Math.max(0, Math.floor((snapMm(flatMm + kerfMm) + 1e-9) / (each + kerfMm)));
}

/**
 * The ways to a needed thickness from one board, the least wood first, then the fewest minutes. None where the board
 * is too thin to be of use: thinner than half of what is needed.
 */
export function waysFrom(item: StockItem, neededMm: number, machines: Machines): MilledStock[] {
  const flat = flatThickness(item);
  const length = (item.length?.mm ?? 0) / 1000;
  const width = item.width?.mm ?? 0;
  if (Math.abs(flat - neededMm) <= SAME_THICKNESS && !item.rough)
    return [{ way: { kind: 'ready' }, yield: 1, minutes: 0, lacking: [] }];
  if (item.kind === 'sheet' || item.kind === 'dowel') return [];
  const planed = (takenMm: number): number => Math.max(1, Math.ceil(takenMm / PLANER_DEPTH_MM)) * PASS_MINUTES;
  const noPlaner =
    machines.planer === null || compareMm(width, machines.planer.maxWidthMm) > 0 ? (['planer'] as const) : [];
  const ways: MilledStock[] = [];
  if (compareMm(flat, neededMm) >= 0) {
    const takenMm = snapMm(flat - neededMm);
    ways.push({ way: { kind: 'plane', takenMm }, yield: 1, minutes: planed(takenMm), lacking: noPlaner });
    const { resaw } = machines;
    const slices = slicesFrom(
      flat,
      neededMm,
      resaw?.kerfMm ?? inches(1 / 8),
      machines.planer?.allowanceMm ?? inches(1 / 32),
    );
    if (slices > 1) {
      const noResaw = resaw === null || compareMm(width, resaw.maxHeightMm) > 0 ? (['resaw'] as const) : [];
      const minutes = RESAW_SETUP_MINUTES + (slices - 1) * RESAW_MINUTES_PER_METRE * length + slices * 2 * PASS_MINUTES;
      ways.push({ way: { kind: 'resaw', slices }, yield: slices, minutes, lacking: [...noResaw, ...noPlaner] });
    }
  } else if (compareMm(2 * flat, neededMm) >= 0) {
    ways.push({
      way: { kind: 'laminate', layers: 2 },
      yield: 0.5,
      minutes: GLUE_MINUTES + planed(2 * flat - neededMm),
      lacking: noPlaner,
    });
  }
  return ways.sort((a, b) => b.yield - a.yield || a.minutes - b.minutes);
}
