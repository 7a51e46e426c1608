import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { layOnBoards, packStrip, piecesIn, stripTree, seededSearch, verifyCuts, type LaidPiece } from '.';
import { tried } from '../cases.test-support';

const batch = fc.record({
  length: fc.integer({ min: 16, max: 176 }),
  width: fc.integer({ min: 16, max: 176 }),
  count: fc.integer({ min: 3, max: 24 }),
  turnable: fc.boolean(),
});
const piecesOf = (batches: readonly { length: number; width: number; count: number; turnable: boolean }[]) =>
  batches.flatMap(({ count, ...piece }): LaidPiece[] => Array.from({ length: count }, () => piece));

/** A strip 24 in wide, kerf 1/8 in, in sixteenths. */
const WIDTH = 384;
const KERF = 2;
const STEPS = 1500;

const placesIn = (count: number): number[] => Array.from({ length: count }, (_none, i) => i);

describe('batches of equal blanks', () => {
  test('on a strip every piece is laid once, and the cuts keep every rule', () => {
    fc.assert(
      fc.property(fc.array(batch, { minLength: 1, maxLength: 7 }), fc.integer(), (batches, seed) => {
        const pieces = piecesOf(batches).map((piece) => ({ ...piece, turnable: false }));
        const laid = packStrip(pieces, WIDTH, KERF, seededSearch(seed, Infinity), STEPS)!;
        const board = { x: 0, y: 0, length: laid.length, width: WIDTH };
        const tree = stripTree(laid.sections, board, KERF);
        expect(verifyCuts(tree, board, pieces, KERF)).toEqual([]);
        expect(
          piecesIn(tree)
            .map(({ piece }) => piece)
            .sort((a, b) => a - b),
        ).toEqual(placesIn(pieces.length));
        expect(laid.length).toBeGreaterThanOrEqual(laid.bound);
      }),
      tried(25),
    );
  });

  test('on sheets every piece is laid once or told as missing, turned ones too', () => {
    fc.assert(
      fc.property(fc.array(batch, { minLength: 1, maxLength: 4 }), fc.integer(), (batches, seed) => {
        const pieces = piecesOf(batches);
        const sheet = { length: 480, width: WIDTH, flaws: [], pins: [], cost: 1 };
        const laid = layOnBoards(pieces, [sheet, sheet, sheet], KERF, seededSearch(seed, STEPS));
        for (const { tree } of laid.used) expect(verifyCuts(tree, sheet, pieces, KERF)).toEqual([]);
        const onSheets = laid.used.flatMap(({ tree }) => piecesIn(tree).map(({ piece }) => piece));
        expect([...onSheets, ...laid.missing].sort((a, b) => a - b)).toEqual(placesIn(pieces.length));
      }),
      tried(25),
    );
  });

  test.each([
    // By hand: 12 of 4 x 6 on a board 24 wide are 4 rips of 6 (with kerfs: 3, since 4 x 6 1/8 is more than 24 1/8), 4 columns.
    ['three rips of four', [[64, 96, 12]], 4 * 64 + 3 * KERF],
    // Four rips of 5 7/8 fill the width with their kerfs: three columns.
    ['four rips of three', [[64, 94, 12]], 3 * 64 + 2 * KERF],
    // Two rips side by side, 16 and 7 7/8 wide: each as long as three of 8, or six of 3 15/16.
    [
      'two sizes whose rips end alike',
      [
        [128, 256, 3],
        [63, 126, 6],
      ],
      3 * 128 + 2 * KERF,
    ],
  ])('%s', (_name, sizes, length) => {
    const pieces = piecesOf(
      sizes.map(([own = 0, width = 0, count = 0]) => ({ length: own, width, count, turnable: false })),
    );
    expect(packStrip(pieces, WIDTH, KERF, seededSearch(1, Infinity), STEPS)?.length).toBe(length);
  });

  test('no longer than a second library, which need not cut edge to edge, lays them', () => {
    const chance = seededSearch(7, 0).random;
    const between = (low: number, high: number): number => low + Math.floor(chance() * (high - low + 1));
    for (let n = 0; n < 8; n++) {
      const batches = Array.from({ length: between(2, 5) }, () => ({
        length: between(16, 176),
        width: between(16, 176),
        count: between(3, 12),
        turnable: false,
      }));
      const pieces = piecesOf(batches);
      const laid = packStrip(pieces, WIDTH, KERF, seededSearch(n, Infinity), 10_000)!;
      expect(fitsShorter(pieces, laid.length - 1)).toBe(false);
    }
  });
});

/** True where maxrects-packer lays all pieces on a strip of this length. */
function fitsShorter(pieces: readonly LaidPiece[], length: number): boolean {
  const options = { smart: false, pot: false, square: false, allowRotation: false, border: 0 };
  const packer = new MaxRectsPacker(length, WIDTH, KERF, options);
  const largestFirst = [...pieces].sort((a, b) => b.length * b.width - a.length * a.width);
  packer.addArray(largestFirst.map((piece) => ({ width: piece.length, height: piece.width }) as never));
  return packer.bins.length === 1 && !packer.bins[0]?.rects.some(({ oversized }) => oversized);
}
