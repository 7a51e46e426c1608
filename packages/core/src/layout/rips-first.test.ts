import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type CutTree, eachNode, type LaidPiece, layOnBoards, ripsFirst, seededSearch, verifyCuts } from '.';
import { tried } from '../cases.test-support';

const placesIn = (tree: CutTree): string[] => {
  const places: string[] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'piece') places.push([node.piece, node.x, node.y, node.length, node.width].join(' '));
  });
  return places.sort();
};
/** How long each rip is. */
const rips = (tree: CutTree): number[] => {
  const lengths: number[] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'cut' && node.axis === 'rip') lengths.push(node.length);
  });
  return lengths;
};

describe('rips come before crosscuts where both ways give the same', () => {
  test('two rows of four, crosscut first: four rips of 30 become one of 126', () => {
    // Four columns of 30 with kerfs of 2 between: 30 * 4 + 2 * 3 = 126 long; in each, pieces of 20 and 10.
    const column = (i: number): CutTree => {
      const [x, length] = [i * 32, 30];
      const piece = (n: number, y: number, width: number): CutTree => ({
        kind: 'piece',
        piece: 2 * i + n,
        turned: false,
        x,
        y,
        length,
        width,
      });
      return {
        kind: 'cut',
        axis: 'rip',
        at: 20,
        x,
        y: 0,
        length,
        width: 32,
        first: piece(0, 0, 20),
        second: piece(1, 22, 10),
      };
    };
    const from = (i: number): CutTree =>
      i === 3
        ? column(3)
        : {
            kind: 'cut',
            axis: 'crosscut',
            at: i * 32 + 30,
            x: i * 32,
            y: 0,
            length: 126 - i * 32,
            width: 32,
            first: column(i),
            second: from(i + 1),
          };
    const tree = from(0);
    const pieces = [0, 1, 2, 3].flatMap(() => [20, 10].map((width) => ({ length: 30, width, turnable: false })));
    const board = { length: 126, width: 32 };
    expect(verifyCuts(tree, board, pieces, 2)).toEqual([]);
    expect(rips(tree)).toEqual([30, 30, 30, 30]);
    const better = ripsFirst(tree);
    expect(verifyCuts(better, board, pieces, 2)).toEqual([]);
    expect(rips(better)).toEqual([126]);
    expect(placesIn(better)).toEqual(placesIn(tree));
  });

  test('whatever the layout: every piece stays where it lies, no rule is broken, and there are no more cuts', () => {
    const sizes = fc.constantFrom(40, 60, 90);
    fc.assert(
      fc.property(
        fc.array(fc.record({ length: sizes, width: sizes }), { minLength: 2, maxLength: 24 }),
        fc.integer({ min: 0, max: 4 }),
        (some, kerf) => {
          const pieces = some.map((one): LaidPiece => ({ ...one, turnable: false }));
          const boards = [400, 500, 600].map((length) => ({ length, width: 200, flaws: [], cost: length, pins: [] }));
          for (const { board, tree } of layOnBoards(pieces, boards, kerf, seededSearch(6, 20)).used) {
            const better = ripsFirst(tree);
            expect(verifyCuts(better, boards[board]!, pieces, kerf)).toEqual([]);
            expect(placesIn(better)).toEqual(placesIn(tree));
            expect(rips(better).length).toBeLessThanOrEqual(rips(tree).length);
          }
        },
      ),
      tried(300),
    );
  });
});
