import { layOnBoards, seededSearch } from '../../layout';
import { compareMm, inches, SAME_THICKNESS, toNm } from '../../units';
import {
  averagePrice,
  faceOf,
  flatThickness,
  ROUGH_QUARTERS,
  slicesFrom,
  volumeOf,
  woodById,
  type Machines,
} from '../../wood';
import type { NeededBlank, RackEntry, ToBuy } from '../model/supply';

const MM3_PER_BOARD_FOOT = 144 * 25.4 ** 3;
/** Boards are bought with so much more than the blanks and their kerfs, for knots, ends and grain that does not suit (common practice: a fifth). */
const WASTE_ALLOWANCE = 0.2;
/** Where no machine says its kerf, mm. */
const KERF = inches(1 / 8);
/** Sheets as they are sold, whole and cut, in inches, length first (common practice). */
const SHEET_SIZES = [
  [24, 12],
  [24, 24],
  [48, 24],
  [48, 48],
  [96, 48],
] as const;
/** Enough to see how many sheets of a size it takes. */
const STEPS = 400;

/** What to buy for blanks that no board has room for, as it is sold: rough boards by volume, sheets by the piece. */
export function toBuy(
  woodId: string,
  thicknessMm: number,
  missing: readonly NeededBlank[],
  rack: readonly RackEntry[],
  machines: Machines,
): ToBuy {
  const longest = missing.reduce((most, { length }) => Math.max(most, length), 0);
  const widest = missing.reduce((most, { width }) => Math.max(most, width), 0);
  const alike = rack.map(({ item }) => item).filter((item) => item.woodId === woodId && item.kind !== 'dowel');
  if (woodById(woodId)?.kind !== 'sheet') {
    const boards = roughBoards(thicknessMm, missing, machines);
    const price = averagePrice(alike, volumeOf);
    const costMinor = price === null ? null : Math.round(price * boards.boardFeet * MM3_PER_BOARD_FOOT);
    return { boards, sheets: null, widest, longest, costMinor };
  }
  const sheets = sheetsFor(missing, machines);
  const ofThickness = alike.filter((item) => Math.abs(flatThickness(item) - thicknessMm) <= SAME_THICKNESS);
  const price = averagePrice(ofThickness, faceOf);
  const face = sheets ? sheets.count * sheets.lengthMm * sheets.widthMm : 0;
  return { boards: null, sheets, widest, longest, costMinor: price === null ? null : Math.round(price * face) };
}

/**
 * Rough boards: the thinnest of the usual ones that is thick enough, resawn where there is a machine for it, planed where not; the face of all blanks with a kerf on two sides, over the slices, and the allowance for waste.
 * Board feet are rough ones: length x width x rough thickness, 144 cubic inches each, nothing counted under an inch thick.
 */
function roughBoards(
  thicknessMm: number,
  missing: readonly NeededBlank[],
  { rip, resaw, planer }: Machines,
): NonNullable<ToBuy['boards']> {
  const kerf = rip?.kerfMm ?? KERF;
  const face = missing.reduce((sum, { length, width }) => sum + (length + kerf) * (width + kerf), 0);
  const thinnest = ROUGH_QUARTERS.find(({ flat }) => compareMm(flat, thicknessMm) >= 0);
  const thickest = ROUGH_QUARTERS[ROUGH_QUARTERS.length - 1];
  const board = thinnest ?? thickest;
  if (!board) throw new Error('there is no rough thickness in the table');
  const resawn = resaw ? slicesFrom(board.flat, thicknessMm, resaw.kerfMm, planer?.allowanceMm ?? inches(1 / 32)) : 1;
  // Thicker than the thickest rough board: glued up from several.
  const slices = thinnest ? Math.max(1, resawn) : 1 / Math.ceil(thicknessMm / board.flat);
  const volume = (face / slices) * (1 + WASTE_ALLOWANCE) * board.rough;
  return { rough: board.name, slices, boardFeet: volume / MM3_PER_BOARD_FOOT, wasteShare: WASTE_ALLOWANCE };
}

/** The size of sheet, whole or cut, and how many of it, that takes the least face for all; null where a blank fits none. */
function sheetsFor(missing: readonly NeededBlank[], { rip, crosscut }: Machines): ToBuy['sheets'] {
  const kerf = toNm(Math.max(rip?.kerfMm ?? KERF, crosscut?.kerfMm ?? KERF));
  const pieces = missing.map(({ length, width, turnable }) => ({ length: toNm(length), width: toNm(width), turnable }));
  const offers = SHEET_SIZES.flatMap(([long, wide]) => {
    const [lengthMm, widthMm] = [inches(long), inches(wide)];
    const sheet = { length: toNm(lengthMm), width: toNm(widthMm), flaws: [], pins: [], cost: 1 };
    const laid = layOnBoards(
      pieces,
      pieces.map(() => sheet),
      kerf,
      seededSearch(1, STEPS),
    );
    return laid.missing.length > 0 ? [] : [{ lengthMm, widthMm, count: laid.used.length }];
  });
  const faceBought = (offer: (typeof offers)[number]): number => offer.count * offer.lengthMm * offer.widthMm;
  return [...offers].sort((a, b) => faceBought(a) - faceBought(b) || a.count - b.count)[0] ?? null;
}

/** Other woods of the thickness with so much area on the rack, mm2. */
export function substitutesFor(
  woodId: string,
  thicknessMm: number,
  area: number,
  rack: readonly RackEntry[],
): string[] {
  const room = new Map<string, number>();
  for (const { item, free } of rack) {
    if (item.woodId === null || item.woodId === woodId || item.archived || item.rough) continue;
    if (Math.abs(flatThickness(item) - thicknessMm) > SAME_THICKNESS) continue;
    const own = (item.length?.mm ?? 0) * (item.width?.mm ?? 0) * Math.max(0, free);
    room.set(item.woodId, (room.get(item.woodId) ?? 0) + own);
  }
  return [...room].filter(([, own]) => own >= area).map(([id]) => id);
}
