import { mayPin, piecesIn, type Pin } from '../../layout';
import { err, type Fault, ok, type Result } from '../../result';
import { fromNm, snapMm, toNm } from '../../units';
import type { BoardPlan, WoodGroup } from '../model/supply';
import type { PinnedBlank } from '../model/wishes';
import { flawsOf } from './sources';

export type PinFault = Fault<'beyond-board' | 'cannot-part'>;

/** Nearer than this to where it would lie tight against an edge or a pinned neighbour, it is put there, mm. */
const SNAP = 6;

/**
 * Pins a blank of a group where the maker put it: its lower left corner on a board, mm. It is moved tight against what is
 * very near, and a gap beside it is never narrower than the kerf. Error: it hangs over the board, or cuts from side to
 * side cannot part it from what is pinned there, or from a defect.
 */
export function pinBlank(
  group: WoodGroup,
  board: BoardPlan,
  place: number,
  at: { readonly x: number; readonly y: number },
): Result<PinnedBlank, PinFault> {
  const blank = group.blanks[place];
  if (!blank) throw new RangeError(`blank ${String(place)} is not one of ${String(group.blanks.length)}`);
  const turned =
    blank.turnable &&
    group.boards.flatMap(({ treeNm }) => piecesIn(treeNm)).some(({ piece, turned: now }) => piece === place && now);
  const [length, width] = turned ? [blank.width, blank.length] : [blank.length, blank.width];
  const others = pinnedOn(board).filter(({ piece }) => piece !== place);
  const kerf = group.kerfMm;
  const x = settled(at.x, board.length - length, kerf, tightBeside(others, 'x', 'length', length, kerf));
  const y = settled(at.y, board.width - width, kerf, tightBeside(others, 'y', 'width', width, kerf));
  if (x === null || y === null)
    return err({
      kind: 'beyond-board',
      message: 'It is larger than this board.',
      where: blank.name,
      hint: 'Put it on a longer or wider one.',
    });
  const own: Pin = { piece: place, turned, x: toNm(x), y: toNm(y), length: toNm(length), width: toNm(width) };
  const size = { length: toNm(board.length), width: toNm(board.width) };
  if (!mayPin(size, flawsOf(board.defects), [...others, own], toNm(kerf), group.manner))
    return err({
      kind: 'cannot-part',
      message: 'No cuts from side to side free it there from a defect or from another pinned blank.',
      where: blank.name,
      hint: 'Move it clear of them by the kerf, in line with them, or let the other one go first.',
    });
  const { stackKey, nth } = blank;
  const { itemId, copy, slice } = board;
  return ok({ stackKey, nth, itemId, copy, slice, turned, x: snapMm(x), y: snapMm(y) });
}

/**
 * Pins a blank of a group on a board where there is room beside what is pinned there, near the lower left corner. Error:
 * it has no room there that cuts could free it from.
 */
export function pinOnBoard(group: WoodGroup, board: BoardPlan, place: number): Result<PinnedBlank, PinFault> {
  const others = pinnedOn(board);
  const ends = (start: 'x' | 'y', size: 'length' | 'width'): number[] => {
    const pinned = others.map((pin) => fromNm(pin[start] + pin[size]) + group.kerfMm);
    const beyondDefects = board.defects.map((defect) => defect[start] + defect[size] + group.kerfMm);
    return [...pinned, ...beyondDefects].sort((a, b) => a - b);
  };
  const inCorner = pinBlank(group, board, place, { x: 0, y: 0 });
  const ys = [0, ...ends('y', 'width')];
  for (const x of [0, ...ends('x', 'length')]) {
    for (const y of ys) {
      const tried = x + y === 0 ? inCorner : pinBlank(group, board, place, { x, y });
      if (tried.ok) return tried;
    }
  }
  return inCorner;
}

const pinnedOn = ({ treeNm, pinned }: BoardPlan): Pin[] =>
  piecesIn(treeNm).filter(({ piece }) => pinned.includes(piece));

/** Places in which a piece lies with just a kerf between it and a neighbour, or in line with it. mm. */
function tightBeside(
  others: readonly Pin[],
  start: 'x' | 'y',
  size: 'length' | 'width',
  own: number,
  kerf: number,
): number[] {
  return others.flatMap((other) => {
    const [from, to] = [fromNm(other[start]), fromNm(other[start] + other[size])];
    return [from, to + kerf, from - kerf - own];
  });
}

/** Within the room there is, tight where it nearly is; null where there is none. */
function settled(at: number, room: number, kerf: number, tight: readonly number[]): number | null {
  if (room < 0) return null;
  const near = [0, room, ...tight].filter((place) => place >= 0 && place <= room && Math.abs(place - at) <= SNAP);
  const [best] = near.sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
  const place = best ?? Math.min(room, Math.max(0, at));
  if (place <= kerf) return 0;
  return room - place <= kerf ? room : place;
}
