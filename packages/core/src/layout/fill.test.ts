import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { piecesOf, treeOf } from './block';
import { kindsOf } from './kinds';
import { Filler } from './fill';
import { seededSearch } from './search';
import type { LaidPiece } from './tree';
import { verifyCuts } from './verify';
import { tried } from '../cases.test-support';

const side = fc.integer({ min: 5, max: 90 });
const pieces = fc.array(fc.record({ length: side, width: side, turnable: fc.boolean() }), {
  minLength: 1,
  maxLength: 25,
});
const filled = (
  all: readonly LaidPiece[],
  kerf: number,
  length: number,
  width: number,
  left = all.map((_p, i) => i),
) => {
  const filler = new Filler(all, kindsOf(all, kerf), kerf, seededSearch(8, 0).random);
  filler.from(left, { size: 0.5, chance: 0.2 });
  return { filler, block: filler.fill(length + kerf, width + kerf) };
};

describe('filling a place', () => {
  test('whatever the pieces: those laid lie in the place by cuts that can be made, those left did not fit alone', () => {
    fc.assert(
      fc.property(pieces, fc.integer({ min: 0, max: 4 }), side, side, (all, kerf, length, width) => {
        const { block } = filled(all, kerf, length, width);
        const fits = all.some(
          (one) =>
            (one.length <= length && one.width <= width) ||
            (one.turnable && one.width <= length && one.length <= width),
        );
        expect(block !== null).toBe(fits);
        if (!block) return;
        const place = { x: 0, y: 0, length, width };
        expect(verifyCuts(treeOf(block, place, kerf), place, all, kerf)).toEqual([]);
        expect(new Set(piecesOf(block)).size).toBe(block.count);
      }),
      tried(100),
    );
  });

  test('of pieces already laid none is taken again, and what is left is filled in the calls that follow', () => {
    const all = [1, 2, 3].map((): LaidPiece => ({ length: 40, width: 20, turnable: false }));
    const { filler, block } = filled(all, 0, 40, 20, [0, 2]);
    const second = filler.fill(40, 20);
    expect([...piecesOf(block!), ...piecesOf(second!)].sort((a, b) => a - b)).toEqual([0, 2]);
    expect(filler.fill(40, 20)).toBeNull();
  });

  test('a place that pieces fill to the last is filled to the last', () => {
    // By hand: 60 by 40 is two of 30 by 20 above two more.
    const all = [1, 2, 3, 4].map((): LaidPiece => ({ length: 30, width: 20, turnable: false }));
    expect(filled(all, 0, 60, 40).block).toMatchObject({ count: 4, length: 60, width: 40 });
    // With a kerf of 2 a place of 60 by 40 has room for one beside, none above.
    expect(filled(all, 2, 62, 40).block!.count).toBe(2);
  });

  test('work is counted, and asking for the count begins it anew', () => {
    const { filler } = filled([{ length: 10, width: 10, turnable: false }], 0, 50, 50);
    expect(filler.takeSteps()).toBeGreaterThan(0);
    expect(filler.takeSteps()).toBe(0);
  });
});
