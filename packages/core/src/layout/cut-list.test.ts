import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { cutList, type CutTree, eachNode, type LaidBoard, type LaidPiece, layOnBoards, seededSearch } from '.';

interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/**
 * Saws a board as the list says, with nothing but a rule and the list: each step takes a part in hand and leaves what lies
 * before the blade and what lies beyond its kerf. Returns where the pieces came from.
 */
function sawn(tree: CutTree, board: Rectangle, kerf: number): Map<number, Rectangle> {
  const parts = new Map<number, Rectangle>([[0, board]]);
  const pieces = new Map<number, Rectangle>();
  for (const step of cutList(tree)) {
    if (step.axis === 'jigsaw') throw new Error('no jigsaw was asked for');
    const { part, axis, distance, before, beyond } = step;
    const inHand = parts.get(part);
    if (!inHand) throw new Error(`part ${String(part)} is not there to be cut, or was cut before`);
    parts.delete(part);
    const { x, y, length, width } = inHand;
    const [first, second] =
      axis === 'rip'
        ? [
            { x, y, length, width: distance },
            { x, y: y + distance + kerf, length, width: width - distance - kerf },
          ]
        : [
            { x, y, length: distance, width },
            { x: x + distance + kerf, y, length: length - distance - kerf, width },
          ];
    for (const [result, rectangle] of [
      [before, first],
      [beyond, second],
    ] as const) {
      if (result.kind === 'part') parts.set(result.part, rectangle);
      if (result.kind === 'piece') pieces.set(result.piece, rectangle);
      if (result.kind === 'dust') expect(Math.min(rectangle.length, rectangle.width)).toBeLessThanOrEqual(0);
      else expect(Math.min(rectangle.length, rectangle.width)).toBeGreaterThan(0);
    }
  }
  expect([...parts.keys()].filter((part) => part > 0)).toEqual([]);
  return pieces;
}

const size = fc.record({ length: fc.integer({ min: 20, max: 260 }), width: fc.integer({ min: 20, max: 140 }) });
const flaw = fc.record({
  x: fc.integer({ min: 10, max: 600 }),
  y: fc.integer({ min: 5, max: 180 }),
  length: fc.integer({ min: 5, max: 40 }),
  width: fc.integer({ min: 5, max: 30 }),
});

describe('the list of cuts', () => {
  test('followed with nothing but a rule it gives every piece, at its size, from clear wood', () => {
    fc.assert(
      fc.property(
        fc.array(size, { minLength: 1, maxLength: 14 }),
        fc.array(flaw, { maxLength: 2 }),
        fc.integer({ min: 0, max: 4 }),
        (sizes, flaws, kerf) => {
          const pieces = sizes.map((one): LaidPiece => ({ ...one, turnable: false }));
          const boards = [700, 800, 900].map((length): LaidBoard => ({
            length,
            width: 200,
            flaws,
            cost: length,
            pins: [],
          }));
          const { used } = layOnBoards(pieces, boards, kerf, seededSearch(4, 10));
          for (const { board, tree, pieces: laid } of used) {
            const { length, width } = boards[board]!;
            const whole = { x: 0, y: 0, length, width };
            if (tree.kind === 'piece') continue;
            const got = sawn(tree, whole, kerf);
            expect([...got.keys()].sort((a, b) => a - b)).toEqual([...laid].sort((a, b) => a - b));
            for (const [piece, at] of got) {
              expect({ length: at.length, width: at.width }).toEqual(sizes[piece]);
              for (const one of flaws)
                expect(
                  at.x >= one.x + one.length ||
                    one.x >= at.x + at.length ||
                    at.y >= one.y + one.width ||
                    one.y >= at.y + at.width,
                ).toBe(true);
            }
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  test('what is left of the board, the pieces and the sawdust are the board', () => {
    fc.assert(
      fc.property(fc.array(size, { minLength: 1, maxLength: 10 }), (sizes) => {
        const pieces = sizes.map((one): LaidPiece => ({ ...one, turnable: false }));
        const board = { length: 900, width: 300, flaws: [], cost: 1, pins: [] };
        for (const { tree } of layOnBoards(pieces, [board], 0, seededSearch(2, 10)).used) {
          let area = 0;
          eachNode(tree, (node) => {
            if (node.kind === 'piece' || node.kind === 'rest') area += node.length * node.width;
          });
          expect(area).toBe(board.length * board.width);
        }
      }),
    );
  });
});
