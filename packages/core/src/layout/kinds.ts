import { pieceBlock, type Block } from './block';
import type { LaidPiece } from './tree';

/** Equal pieces, one way round: sizes with a kerf taken in. */
export interface PieceKind {
  readonly length: number;
  readonly width: number;
  readonly area: number;
  readonly turned: boolean;
  /** Which pieces they are; a piece that may be turned is of two kinds of one group. */
  readonly group: number;
}

/** Pieces of a list by their kinds. */
export interface Kinds {
  readonly all: readonly PieceKind[];
  /** Group of each piece. */
  readonly groupOf: readonly number[];
  readonly groups: number;
}

/** Equal pieces as kinds; a piece that may be turned and is not square is a kind each way. */
export function kindsOf(pieces: readonly LaidPiece[], kerf: number): Kinds {
  const groups = new Map<string, number>();
  const all: PieceKind[] = [];
  const groupOf = pieces.map((piece, place) => {
    const key = `${String(piece.length)} ${String(piece.width)} ${String(piece.turnable)}`;
    const known = groups.get(key);
    if (known !== undefined) return known;
    const group = groups.size;
    groups.set(key, group);
    for (const turned of piece.turnable && piece.length !== piece.width ? [false, true] : [false]) {
      const { length, width, area } = pieceBlock(piece, place, kerf, turned);
      all.push({ length, width, area, turned, group });
    }
    return group;
  });
  return { all, groupOf, groups: groups.size };
}

/** Places of pieces still to be laid, by group. */
export type Left = number[][];

/** The places given, by group. */
export function leftOf({ groupOf, groups }: Kinds, places: Iterable<number>): Left {
  const left: Left = Array.from({ length: groups }, () => []);
  for (const place of places) left[groupOf[place] ?? -1]?.push(place);
  return left;
}

/** One piece of a kind, taken from what is left; null where there is none. */
export function takePiece(left: Left, { length, width, area, turned, group }: PieceKind): Block | null {
  const piece = left[group]?.pop();
  return piece === undefined ? null : { length, width, area, count: 1, piece, turned, joined: null };
}

/** So many equal pieces are a batch: at least so many of each size on average. */
const BATCH = 3;

export const isBatch = ({ groups, groupOf }: Kinds): boolean => groups * BATCH <= groupOf.length;
