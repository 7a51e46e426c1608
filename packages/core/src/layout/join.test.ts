import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Block, pieceBlock, piecesOf } from './block';
import { joinAgreeing } from './join';
import { seededSearch } from './search';
import type { LaidPiece } from './tree';
import { tried } from '../cases.test-support';

const piece = (length: number, width: number): LaidPiece => ({ length, width, turnable: false });
const leavesOf = (pieces: readonly LaidPiece[]): Block[] => pieces.map((one, i) => pieceBlock(one, i, 0));
const strip = (pieces: readonly LaidPiece[], width: number) => ({
  width,
  narrowest: Math.min(...pieces.map((one) => one.width)),
  area: pieces.reduce((sum, one) => sum + one.length * one.width, 0),
  longest: 10_000,
});
const joined = (pieces: readonly LaidPiece[], width: number, steps = 200): Block[] =>
  joinAgreeing(leavesOf(pieces), strip(pieces, width), seededSearch(1, steps));

/** Every block is as long and wide as its two parts make it, down to the pieces. */
function isSound(block: Block, pieces: readonly LaidPiece[]): boolean {
  if (!block.joined) {
    const own = pieces[block.piece ?? -1];
    return own !== undefined && own.length === block.length && own.width === block.width;
  }
  const { first, second, along } = block.joined;
  const [length, width] = along
    ? [first.length + second.length, Math.max(first.width, second.width)]
    : [Math.max(first.length, second.length), first.width + second.width];
  return block.length === length && block.width === width && isSound(first, pieces) && isSound(second, pieces);
}

describe('joining pieces whose sides agree', () => {
  test('a square cut into quarters, and those again, comes together as one block without waste', () => {
    const pieces = [piece(50, 50), piece(50, 50), piece(50, 25), piece(50, 25), piece(25, 50), piece(25, 50)];
    const [block, ...others] = joined(pieces, 100);
    expect(others).toEqual([]);
    expect(block!.area).toBe(block!.length * block!.width);
    expect([block!.width, block!.length]).toEqual([100, 100]);
  });

  test('sides that do not agree are left alone', () => {
    expect(joined([piece(53, 31), piece(71, 47)], 60)).toHaveLength(2);
  });

  test('whatever the pieces: each is in one block, none wider than the strip, every block as large as its parts', () => {
    const side = fc.integer({ min: 10, max: 60 }).map((n) => 5 * Math.ceil(n / 5));
    fc.assert(
      fc.property(fc.array(fc.tuple(side, side), { minLength: 1, maxLength: 20 }), (sizes) => {
        const pieces = sizes.map(([length, width]) => piece(length, width));
        const blocks = joined(pieces, 100, 30);
        expect(blocks.flatMap(piecesOf).sort((a, b) => a - b)).toEqual(pieces.map((_one, i) => i));
        for (const block of blocks) {
          expect(block.width).toBeLessThanOrEqual(100);
          expect(isSound(block, pieces)).toBe(true);
        }
      }),
      tried(100),
    );
  });
});
