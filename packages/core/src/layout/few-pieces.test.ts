import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type LaidPiece, layOnBoards, packStrip, seededSearch } from '.';
import { tried } from '../cases.test-support';

interface Size {
  readonly length: number;
  readonly width: number;
}

/**
 * The least length of a strip that takes pieces cut edge to edge, by trying every way to join them: two groups end to end
 * or side by side, each joined in every way itself. Sizes have a kerf taken in.
 */
function leastLength(pieces: readonly Size[], width: number): number {
  const known = new Map<number, readonly Size[]>();
  const shapesOf = (set: number): readonly Size[] => {
    const before = known.get(set);
    if (before) return before;
    const own = pieces.filter((_piece, i) => set === 1 << i);
    const shapes = [...own];
    for (let part = (set - 1) & set; part > set - part; part = (part - 1) & set)
      for (const a of shapesOf(part))
        for (const b of shapesOf(set - part)) {
          shapes.push({ length: a.length + b.length, width: Math.max(a.width, b.width) });
          if (a.width + b.width <= width)
            shapes.push({ length: Math.max(a.length, b.length), width: a.width + b.width });
        }
    const best = shapes.filter(
      (one, i) =>
        !shapes.some(
          (other, j) =>
            other.length <= one.length &&
            other.width <= one.width &&
            (other.length < one.length || other.width < one.width || j < i),
        ),
    );
    known.set(set, best);
    return best;
  };
  return Math.min(...shapesOf((1 << pieces.length) - 1).map(({ length }) => length));
}

test('every way tried: up to six pieces on a strip are never laid longer than the best way', () => {
  const side = fc.integer({ min: 20, max: 100 });
  fc.assert(
    fc.property(
      fc.array(fc.record({ length: side, width: side }), { minLength: 1, maxLength: 6 }),
      fc.integer({ min: 0, max: 3 }),
      (sizes, kerf) => {
        const pieces = sizes.map((one): LaidPiece => ({ ...one, turnable: false }));
        const grown = sizes.map(({ length, width }) => ({ length: length + kerf, width: width + kerf }));
        const found = packStrip(pieces, 120, kerf, seededSearch(1, 4000), 4000)!;
        expect(found.length).toBe(leastLength(grown, 120 + kerf) - kerf);
      },
    ),
    tried(60),
  );
});

test('every way tried: up to five pieces have room on a board just where some way has', () => {
  const side = fc.integer({ min: 20, max: 100 });
  fc.assert(
    fc.property(
      fc.array(fc.record({ length: side, width: side }), { minLength: 2, maxLength: 5 }),
      fc.integer({ min: -3, max: 3 }),
      (sizes, spare) => {
        const kerf = 2;
        const grown = sizes.map(({ length, width }) => ({ length: length + kerf, width: width + kerf }));
        const least = leastLength(grown, 120 + kerf) - kerf;
        const board = { length: least + spare, width: 120, flaws: [], cost: 1, pins: [] };
        const pieces = sizes.map((one): LaidPiece => ({ ...one, turnable: false }));
        const { missing } = layOnBoards(pieces, [board], kerf, seededSearch(1, 200));
        expect(missing.length === 0).toBe(spare >= 0);
      },
    ),
    tried(60),
  );
});

test('what may be turned is turned where that is shorter', () => {
  const pieces = [1, 2].map((): LaidPiece => ({ length: 90, width: 30, turnable: true }));
  // Lengthways they take 90 of a strip 60 wide; of one 90 wide, turned and end to end, 60.
  expect(packStrip(pieces, 60, 0, seededSearch(1, 10), 10)!.length).toBe(90);
  expect(packStrip(pieces, 90, 0, seededSearch(1, 10), 10)!.length).toBe(60);
});

test('by hand: two of 60 by 50 side by side, the third across the end', () => {
  const wide = [
    { length: 60, width: 50 },
    { length: 60, width: 50 },
    { length: 30, width: 100 },
  ];
  expect(leastLength(wide, 100)).toBe(90);
  expect(
    packStrip(
      wide.map((one) => ({ ...one, turnable: false })),
      100,
      0,
      seededSearch(1, 100),
      100,
    )!.length,
  ).toBe(90);
});
