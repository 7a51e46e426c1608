import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type CutNode, type CutTree, type LaidPiece, layOnBoards, restNode, seededSearch, verifyCuts } from '.';
import { tried } from '../cases.test-support';

/**
 * A board of 100 by 40 with a kerf of 2: crosscut at 60, the left part ripped at 20. By hand: pieces of 60 by 20 and
 * 60 by 18, and beyond the crosscut a rest of 38 by 40.
 */
const PIECES: LaidPiece[] = [
  { length: 60, width: 20, turnable: false },
  { length: 60, width: 18, turnable: false },
];
const BOARD = { length: 100, width: 40 };
const KERF = 2;
const pieceAt = (piece: number, x: number, y: number, length: number, width: number, turned = false): CutTree => ({
  kind: 'piece',
  piece,
  turned,
  x,
  y,
  length,
  width,
});
const RIPPED: CutNode = {
  kind: 'cut',
  axis: 'rip',
  at: 20,
  x: 0,
  y: 0,
  length: 60,
  width: 40,
  first: pieceAt(0, 0, 0, 60, 20),
  second: pieceAt(1, 0, 22, 60, 18),
};
const WHOLE: CutNode = {
  kind: 'cut',
  axis: 'crosscut',
  at: 60,
  x: 0,
  y: 0,
  length: 100,
  width: 40,
  first: RIPPED,
  second: restNode({ x: 62, y: 0, length: 38, width: 40 }),
};
const wrongIn = (tree: CutTree, flaws: Parameters<typeof verifyCuts>[4] = [], pieces = PIECES): string[] =>
  verifyCuts(tree, BOARD, pieces, KERF, flaws);
const withLeft = (left: CutTree): CutTree => ({ ...WHOLE, first: left });

describe('the checker of layouts finds each fault that is put in', () => {
  test('nothing is wrong with the board laid by hand', () => {
    expect(wrongIn(WHOLE)).toEqual([]);
    expect(verifyCuts(WHOLE, BOARD, PIECES, KERF, [], [0, 1])).toEqual([]);
  });

  test('a piece left out, and one that is not meant to be there', () => {
    const without = withLeft({ ...RIPPED, second: restNode({ x: 0, y: 22, length: 60, width: 18 }) });
    expect(verifyCuts(without, BOARD, PIECES, KERF, [], [0, 1])).toEqual(['piece 1 is left out']);
    expect(verifyCuts(WHOLE, BOARD, PIECES, KERF, [], [0])).toEqual(['piece 1 is not meant to be here']);
  });

  test.each<[string, CutTree, string]>([
    ['a board that is smaller', { ...WHOLE, length: 101 }, 'reaches beyond the board'],
    ['a second piece in the kerf', withLeft({ ...RIPPED, second: pieceAt(1, 0, 21, 60, 18) }), 'reaches into the kerf'],
    ['a first piece in the kerf', withLeft({ ...RIPPED, at: 19 }), 'reaches into the kerf'],
    ['a piece beyond its part', withLeft({ ...RIPPED, second: pieceAt(1, 0, 23, 60, 18) }), 'beyond the cut'],
    ['a cut beside its part', withLeft({ ...RIPPED, at: 41 }), 'cuts outside of what it parts'],
    ['a cut that stops short', withLeft({ ...RIPPED, first: pieceAt(0, 3, 0, 60, 20) }), 'not cut from side to side'],
    ['wood that is nowhere', { ...WHOLE, second: null }, 'loses wood beyond its kerf'],
    ['a piece laid twice', withLeft({ ...RIPPED, second: pieceAt(0, 0, 22, 60, 18) }), 'is laid twice'],
    ['a piece that is not there', withLeft({ ...RIPPED, first: pieceAt(7, 0, 0, 60, 20) }), 'is no piece of the list'],
    ['another size', withLeft({ ...RIPPED, first: pieceAt(0, 0, 0, 60, 19) }), 'has another size'],
    ['nothing at all', withLeft({ ...RIPPED, first: restNode({ x: 0, y: 0, length: 60, width: 0 }) }), 'has no size'],
  ])('%s', (_fault, tree, told) => {
    expect(wrongIn(tree).join('; ')).toContain(told);
  });

  test('grain across is wrong unless the piece may be turned', () => {
    const tree = withLeft({ ...RIPPED, first: pieceAt(0, 0, 0, 60, 20, true) });
    expect(wrongIn(tree).join()).toContain('has its grain across');
    const turnable = [{ length: 20, width: 60, turnable: true }, ...PIECES.slice(1)];
    expect(wrongIn(tree, [], turnable)).toEqual([]);
  });

  test('a flaw under a piece is told, one that only touches it or lies in the rest is not', () => {
    const flaw = (x: number, y: number) => [{ x, y, length: 5, width: 5 }];
    expect(wrongIn(WHOLE, flaw(58, 10)).join()).toContain('lies on a flaw');
    expect(wrongIn(WHOLE, flaw(60, 10))).toEqual([]);
    expect(wrongIn(WHOLE, flaw(80, 10))).toEqual([]);
  });

  test('cut out with a jigsaw: each piece on the board and a kerf from the others', () => {
    const free = (...inside: CutTree[]): CutTree => ({ kind: 'free', x: 0, y: 0, ...BOARD, inside: inside as [] });
    expect(wrongIn(free(pieceAt(0, 0, 0, 60, 20), pieceAt(1, 10, 22, 60, 18)))).toEqual([]);
    expect(wrongIn(free(pieceAt(0, 0, 0, 60, 20), pieceAt(1, 10, 21, 60, 18))).join()).toContain('nearer');
    expect(wrongIn(free(pieceAt(0, 41, 0, 60, 20))).join()).toContain('beyond the board');
  });

  test('a piece of a layout moved by as much as a kerf, whichever it is, is found out', () => {
    const sides = fc.record({ length: fc.integer({ min: 30, max: 200 }), width: fc.integer({ min: 30, max: 120 }) });
    fc.assert(
      fc.property(fc.array(sides, { minLength: 2, maxLength: 12 }), fc.nat(), (sizes, which) => {
        const pieces = sizes.map((size) => ({ ...size, turnable: false }));
        const boards = [1, 2, 3, 4].map(() => ({ length: 600, width: 240, flaws: [], cost: 1, pins: [] }));
        const { used } = layOnBoards(pieces, boards, KERF, seededSearch(which, 10));
        for (const { board, tree, pieces: laid } of used) {
          const size = boards[board]!;
          expect(verifyCuts(tree, size, pieces, KERF)).toEqual([]);
          const moved = movedIn(tree, laid[which % laid.length]!);
          expect(verifyCuts(moved, size, pieces, KERF)).not.toEqual([]);
        }
      }),
      tried(200),
    );
  });
});

/** The tree with one of its pieces a kerf farther along and across, its own size kept. */
function movedIn(tree: CutTree, piece: number): CutTree {
  if (tree.kind === 'piece') return tree.piece === piece ? { ...tree, x: tree.x + KERF, y: tree.y + KERF } : tree;
  if (tree.kind !== 'cut') return tree;
  return { ...tree, first: movedIn(tree.first, piece), second: tree.second && movedIn(tree.second, piece) };
}
