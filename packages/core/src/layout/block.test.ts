import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { joinBlocks, pieceBlock, piecesOf, treeOf } from './block';
import { type CutTree, eachNode, type LaidPiece } from './tree';
import { verifyCuts } from './verify';
import { tried } from '../cases.test-support';

const piece = (length: number, width: number): LaidPiece => ({ length, width, turnable: false });
const restsOf = (tree: CutTree): [number, number][] => {
  const rests: [number, number][] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'rest') rests.push([node.length, node.width]);
  });
  return rests.sort((a, b) => b[0] * b[1] - a[0] * a[1]);
};

describe('a block cut out of a board', () => {
  test('a low piece is ripped off the whole board, a short one crosscut, so that one rest is large', () => {
    const board = { x: 0, y: 0, length: 600, width: 80 };
    const cut = (length: number, width: number) => restsOf(treeOf(pieceBlock(piece(length, width), 0, 2), board, 2));
    // Ripped first: 600 by 80 - 30 - 2; crosscut first would leave 500 by 48 and 98 by 80.
    expect(cut(500, 30)).toEqual([
      [600, 48],
      [98, 30],
    ]);
    // Crosscut first: 600 - 100 - 2 by 80.
    expect(cut(100, 30)).toEqual([
      [498, 80],
      [100, 48],
    ]);
    expect(cut(600, 80)).toEqual([]);
  });

  test('joined end to end lengths and kerfs add up, side by side widths do; the tree keeps every rule', () => {
    const side = fc.integer({ min: 5, max: 60 });
    const sizes = fc.array(fc.tuple(side, side, fc.boolean()), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(sizes, fc.integer({ min: 0, max: 4 }), fc.nat(50), fc.nat(50), (all, kerf, longer, wider) => {
        const pieces = all.map(([length, width]) => piece(length, width));
        const block = pieces
          .map((one, i) => pieceBlock(one, i, kerf))
          .reduce((joined, next, i) => joinBlocks(joined, next, all[i]![2]));
        expect(piecesOf(block)).toEqual(pieces.map((_one, i) => i));
        let [length, width] = [pieces[0]!.length, pieces[0]!.width];
        for (const [i, one] of pieces.entries()) {
          if (i === 0) continue;
          if (all[i]![2]) [length, width] = [length + kerf + one.length, Math.max(width, one.width)];
          else [length, width] = [Math.max(length, one.length), width + kerf + one.width];
        }
        expect([block.length - kerf, block.width - kerf]).toEqual([length, width]);
        const board = { x: 0, y: 0, length: length + longer, width: width + wider };
        expect(verifyCuts(treeOf(block, board, kerf), board, pieces, kerf)).toEqual([]);
      }),
      tried(100),
    );
  });
});
