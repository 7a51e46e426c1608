import type { LaidBoard } from '@rapid-jig/core';
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import potpack from 'potpack';
import type { Sized } from './zero-waste';

const areaOf = ({ length, width }: Sized): number => length * width;

/** Packs pieces, largest first, into bins of one size, neither turned nor cut edge to edge. */
function packed(pieces: readonly Sized[], length: number, width: number, padding: number): MaxRectsPacker {
  const packer = new MaxRectsPacker(length, width, padding, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: false,
    border: 0,
  });
  packer.addArray(
    [...pieces]
      .sort((a, b) => areaOf(b) - areaOf(a))
      .map((piece) => ({ width: piece.length, height: piece.width, data: piece }) as never),
  );
  return packer;
}

/** maxrects-packer: the least length of a strip that takes all pieces in one bin, found by halving from `shortest`. */
export function maxrectsLength(pieces: readonly Sized[], width: number, padding: number, shortest: number): number {
  let [low, high] = [shortest, 6 * shortest];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const { bins } = packed(pieces, middle, width, padding);
    if (bins.length === 1 && !bins[0]?.rects.some((rect) => rect.oversized)) high = middle;
    else low = middle;
  }
  return high;
}

/**
 * maxrects-packer: area of the boards it fills, largest or smallest first, whichever takes less. It knows no flaws: what it
 * lays on one goes to the next board.
 */
export function maxrectsStock(pieces: readonly Sized[], boards: readonly LaidBoard[], padding: number): number {
  const smallestFirst = [...boards].sort((a, b) => areaOf(a) - areaOf(b));
  return Math.min(inOrder(pieces, smallestFirst, padding), inOrder(pieces, smallestFirst.reverse(), padding));
}

function inOrder(pieces: readonly Sized[], boards: readonly LaidBoard[], padding: number): number {
  let [left, used] = [pieces, 0];
  for (const board of boards) {
    if (left.length === 0) break;
    const [bin] = packed(left, board.length, board.width, padding).bins;
    const good = (bin?.rects ?? []).filter(
      ({ oversized, x, y, width, height }) =>
        !oversized &&
        board.flaws.every((f) => x >= f.x + f.length || f.x >= x + width || y >= f.y + f.width || f.y >= y + height),
    );
    const laid = new Set(good.map((rect) => rect.data as unknown));
    if (laid.size === 0) continue;
    used += areaOf(board);
    left = left.filter((piece) => !laid.has(piece));
  }
  return left.length > 0 ? Infinity : used;
}

/** potpack: area of the one container that it chooses itself. */
export function potpackArea(pieces: readonly Sized[], padding: number): number {
  const { w, h } = potpack(pieces.map(({ length, width }) => ({ w: length + padding, h: width + padding })));
  return w * h;
}
