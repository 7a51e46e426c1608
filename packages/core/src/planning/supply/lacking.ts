import { SAME_THICKNESS, sumMm } from '../../units';
import { averagePrice, faceOf, flatThickness, volumeOf, woodById } from '../../wood';
import type { NeededBlank, RackEntry, ToBuy } from '../model/supply';

const MM3_PER_BOARD_FOOT = 144 * 25.4 ** 3;
const MM2_PER_SQUARE_FOOT = (12 * 25.4) ** 2;

/** Of blanks that no board has room for: how much wood of which least size. Solid wood is sold by volume, sheets by face. */
export function toBuy(
  woodId: string,
  thicknessMm: number,
  missing: readonly NeededBlank[],
  rack: readonly RackEntry[],
): ToBuy {
  const area = sumMm(missing.map(({ length, width }) => length * width));
  const isSheet = woodById(woodId)?.kind === 'sheet';
  const alike = rack
    .map(({ item }) => item)
    .filter((item) => item.woodId === woodId && item.kind !== 'dowel')
    .filter((item) => !isSheet || Math.abs(flatThickness(item) - thicknessMm) <= SAME_THICKNESS);
  const price = averagePrice(alike, isSheet ? faceOf : volumeOf);
  return {
    boardFeet: isSheet ? null : (area * thicknessMm) / MM3_PER_BOARD_FOOT,
    squareFeet: area / MM2_PER_SQUARE_FOOT,
    widest: missing.reduce((most, { width }) => Math.max(most, width), 0),
    longest: missing.reduce((most, { length }) => Math.max(most, length), 0),
    costMinor: price === null ? null : Math.round(price * area * (isSheet ? 1 : thicknessMm)),
  };
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
