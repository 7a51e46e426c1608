import { compareMm, inches, snapMm, howManyFit, SAME_THICKNESS } from '../units';
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
  /** Strips of one width that the board is ripped into first, being too wide for a machine; 1 where it is not. */
  readonly rippedInto: number;
  /** Of each piece, mm. */
  readonly widthMm: number;
  /** Pieces of the needed thickness that one board gives; 1/2 where two boards make one. */
  readonly yield: number;
  /** Minutes for each board: setting up, passes, feeding (our estimate). */
  readonly minutes: number;
  /** What has to be done by hand or bought, for want of a machine. */
  readonly lacking: readonly ('resaw' | 'planer')[];
}

/** Our estimates, minutes. */
const PASS_MINUTES = 0.6;
const RESAW_SETUP_MINUTES = 6;
const RESAW_MINUTES_PER_METRE = 1.5;
const PLANER_DEPTH_MM = 1;
const GLUE_MINUTES = 8;
const RIP_MINUTES = 1;

/** How many slices of a thickness a board gives: each is planed on both faces, and between them goes the blade. */
export function slicesFrom(flatMm: number, neededMm: number, kerfMm: number, allowanceMm: number): number {
  return howManyFit(flatMm + kerfMm, neededMm + 2 * allowanceMm + kerfMm);
}

/** Layers of the needed thickness that come from one of the board. */
export const layersFrom = ({ yield: pieces, rippedInto }: MilledStock): number => pieces / rippedInto;

/**
 * The ways to a needed thickness from one board, the least wood first, then what needs no machine that is not there, then
 * the fewest minutes. A board too wide for a machine is also ripped first. None where the board is too thin to be of use:
 * thinner than half of what is needed.
 */
export function waysFrom(item: StockItem, neededMm: number, machines: Machines): MilledStock[] {
  const flat = flatThickness(item);
  const board = { length: item.length?.mm ?? 0, width: item.width?.mm ?? 0, flat };
  if (Math.abs(flat - neededMm) <= SAME_THICKNESS && !item.rough)
    return [{ way: { kind: 'ready' }, rippedInto: 1, widthMm: board.width, yield: 1, minutes: 0, lacking: [] }];
  if (item.kind === 'sheet' || item.kind === 'dowel') return [];
  if (compareMm(flat, neededMm) < 0) return laminated(board, neededMm, machines);
  return [...planed(board, neededMm, machines), ...resawn(board, neededMm, machines)].sort(
    (a, b) => layersFrom(b) - layersFrom(a) || a.lacking.length - b.lacking.length || a.minutes - b.minutes,
  );
}

interface Board {
  readonly length: number;
  readonly width: number;
  readonly flat: number;
}

const planeMinutes = (takenMm: number): number => Math.max(1, Math.ceil(takenMm / PLANER_DEPTH_MM)) * PASS_MINUTES;

const lackingPlaner = (width: number, { planer }: Machines): readonly 'planer'[] =>
  planer === null || compareMm(width, planer.maxWidthMm) > 0 ? ['planer'] : [];

/** The board as wide as it is; and where that is beyond a limit, ripped into the fewest strips that are not. */
function widthsFor(width: number, limit: number, { rip }: Machines): Pick<MilledStock, 'rippedInto' | 'widthMm'>[] {
  const whole = { rippedInto: 1, widthMm: width };
  if (rip === null || compareMm(width, limit) <= 0) return [whole];
  const { kerfMm } = rip;
  const rippedInto = Math.ceil(snapMm(width + kerfMm) / snapMm(limit + kerfMm));
  return [whole, { rippedInto, widthMm: snapMm((width + kerfMm) / rippedInto - kerfMm) }];
}

function planed({ width, flat }: Board, neededMm: number, machines: Machines): MilledStock[] {
  const takenMm = snapMm(flat - neededMm);
  return widthsFor(width, machines.planer?.maxWidthMm ?? Infinity, machines).map(({ rippedInto, widthMm }) => ({
    way: { kind: 'plane', takenMm },
    rippedInto,
    widthMm,
    yield: rippedInto,
    minutes: (rippedInto - 1) * RIP_MINUTES + rippedInto * planeMinutes(takenMm),
    lacking: lackingPlaner(widthMm, machines),
  }));
}

function resawn({ length, width, flat }: Board, neededMm: number, machines: Machines): MilledStock[] {
  const { resaw, planer } = machines;
  const slices = slicesFrom(flat, neededMm, resaw?.kerfMm ?? inches(1 / 8), planer?.allowanceMm ?? inches(1 / 32));
  if (slices < 2) return [];
  const limit = resaw === null ? Infinity : Math.min(resaw.maxHeightMm, planer?.maxWidthMm ?? Infinity);
  const sawing = RESAW_SETUP_MINUTES + ((slices - 1) * RESAW_MINUTES_PER_METRE * length) / 1000;
  return widthsFor(width, limit, machines).map(({ rippedInto, widthMm }) => {
    const isTooTall = resaw === null || compareMm(widthMm, resaw.maxHeightMm) > 0;
    return {
      way: { kind: 'resaw', slices },
      rippedInto,
      widthMm,
      yield: rippedInto * slices,
      minutes: (rippedInto - 1) * RIP_MINUTES + rippedInto * (sawing + slices * 2 * PASS_MINUTES),
      lacking: [...(isTooTall ? (['resaw'] as const) : []), ...lackingPlaner(widthMm, machines)],
    };
  });
}

function laminated({ width, flat }: Board, neededMm: number, machines: Machines): MilledStock[] {
  if (compareMm(2 * flat, neededMm) < 0) return [];
  const minutes = GLUE_MINUTES + planeMinutes(2 * flat - neededMm);
  const lacking = lackingPlaner(width, machines);
  return [{ way: { kind: 'laminate', layers: 2 }, rippedInto: 1, widthMm: width, yield: 0.5, minutes, lacking }];
}
