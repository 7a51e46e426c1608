import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  cutList,
  type CutResult,
  type CutStep,
  eachNode,
  gathered,
  type LaidBoard,
  type LaidPiece,
  layOnBoards,
  piecesIn,
  ripsFirst,
  seededSearch,
  verifyCuts,
} from '.';
import { tried } from '../cases.test-support';

interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

const letterOf = (piece: number): string => String.fromCharCode(65 + piece);

/**
 * Saws a board as the list says, with nothing but a rule and the list: each step takes alike parts in hand and cuts so many
 * of its setting off each, and what is left stays in hand. Returns where the pieces came from, by letter.
 */
function sawn(steps: readonly CutStep[], board: Rectangle, kerf: number): Map<string, Rectangle[]> {
  const inHand = new Map<number | null, Rectangle[]>([[null, [board]]]);
  const pieces = new Map<string, Rectangle[]>();
  const give = ({ kind, strip, letters }: CutResult, rectangle: Rectangle): void => {
    expect(Math.min(rectangle.length, rectangle.width)).toBeGreaterThan(0);
    if (kind === 'piece') pieces.set(letters, [...(pieces.get(letters) ?? []), rectangle]);
    else if (strip !== null) inHand.set(strip, [...(inHand.get(strip) ?? []), rectangle]);
  };
  for (const step of steps) {
    if (step.axis === 'jigsaw') throw new Error('no jigsaw was asked for');
    const { axis, settingNm: setting, takes, count } = step;
    const wanted = takes.filter(({ isLeft }) => !isLeft).reduce((sum, { parts, each }) => sum + parts * each, 0);
    expect(count).toBeGreaterThanOrEqual(wanted);
    for (const { from, parts, each, gives, isLeft } of takes) {
      const own = inHand.get(from) ?? [];
      expect(own).toHaveLength(parts);
      inHand.set(
        from,
        own.map((part) => {
          let left = part;
          for (let n = 0; n < each; n++) {
            if (isLeft) {
              give(gives, left);
              continue;
            }
            const { x, y, length, width } = left;
            const [off, rest] =
              axis === 'rip'
                ? [
                    { x, y, length, width: setting },
                    { x, y: y + setting + kerf, length, width: width - setting - kerf },
                  ]
                : [
                    { x, y, length: setting, width },
                    { x: x + setting + kerf, y, length: length - setting - kerf, width },
                  ];
            give(gives, off);
            left = rest;
          }
          return left;
        }),
      );
    }
  }
  return pieces;
}

const size = fc.record({ length: fc.integer({ min: 20, max: 260 }), width: fc.integer({ min: 20, max: 140 }) });
const flaw = fc.record({
  x: fc.integer({ min: 10, max: 600 }),
  y: fc.integer({ min: 5, max: 180 }),
  length: fc.integer({ min: 5, max: 40 }),
  width: fc.integer({ min: 5, max: 30 }),
});

const NEAR_FLAWS: [
  { length: number; width: number }[],
  { x: number; y: number; length: number; width: number }[],
  number,
] = [
  [
    { length: 53, width: 76 },
    { length: 21, width: 38 },
    { length: 20, width: 121 },
  ],
  [
    { x: 103, y: 5, length: 24, width: 5 },
    { x: 102, y: 5, length: 5, width: 10 },
  ],
  4,
];

/** Before the flaw a strip is cut off whose own last cut leaves nothing but sawdust: two kerfs lie beside each other. */
const TWO_KERFS: typeof NEAR_FLAWS = [
  [
    { length: 215, width: 82 },
    { length: 248, width: 37 },
    { length: 160, width: 36 },
    { length: 88, width: 87 },
    { length: 55, width: 50 },
    { length: 132, width: 83 },
    { length: 64, width: 21 },
  ],
  [{ x: 278, y: 5, length: 6, width: 5 }],
  4,
];

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
            const got = sawn(cutList(tree, letterOf), whole, kerf);
            expect([...got.keys()].sort()).toEqual(laid.map(letterOf).sort());
            for (const [letter, places] of got) {
              expect(places).toHaveLength(1);
              const at = places[0]!;
              expect({ length: at.length, width: at.width }).toEqual(sizes[letter.charCodeAt(0) - 65]);
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
      // Two flaws whose edges are nearer than a kerf.
      { ...tried(250), examples: [NEAR_FLAWS, TWO_KERFS] },
    );
  });

  test('a batch reads as the work: one fence setting for all strips of a width, one stop setting for all pieces', () => {
    // Fourteen of 100 by 30 on a board of 520 by 94, kerf 2: three rips of 30, five on each with kerfs between (508).
    const pieces = Array.from({ length: 14 }, (): LaidPiece => ({ length: 100, width: 30, turnable: false }));
    const board = { length: 520, width: 94, flaws: [], cost: 1, pins: [] };
    const [used] = layOnBoards(pieces, [board], 2, seededSearch(1, 2000)).used;
    expect(used!.pieces).toHaveLength(14);
    const tree = gathered(ripsFirst(gathered(used!.tree, 2), 20), 2);
    expect(verifyCuts(tree, board, pieces, 2)).toEqual([]);
    const steps = cutList(tree, () => 'A').map((step) =>
      step.axis === 'jigsaw' ? [] : [step.axis, step.settingNm, step.count],
    );
    expect(steps.filter(([axis]) => axis === 'rip')).toEqual([['rip', 30, 3]]);
    expect(steps).toContainEqual(['crosscut', 100, 14]);
  });

  test('gathered boards keep every rule and every piece', () => {
    fc.assert(
      fc.property(fc.array(size, { minLength: 1, maxLength: 12 }), fc.integer({ min: 0, max: 4 }), (sizes, kerf) => {
        const pieces = sizes.map((one): LaidPiece => ({ ...one, turnable: false }));
        const board = { length: 900, width: 300, flaws: [], cost: 1, pins: [] };
        for (const { tree, pieces: laid } of layOnBoards(pieces, [board], kerf, seededSearch(3, 10)).used) {
          const own = gathered(ripsFirst(gathered(tree, kerf), 50), kerf);
          expect(verifyCuts(own, board, pieces, kerf)).toEqual([]);
          expect(
            piecesIn(own)
              .map(({ piece }) => piece)
              .sort(),
          ).toEqual([...laid].sort());
          const whole = { x: 0, y: 0, length: 900, width: 300 };
          if (own.kind === 'cut')
            expect([...sawn(cutList(own, letterOf), whole, kerf).keys()].sort()).toEqual(laid.map(letterOf).sort());
        }
      }),
      tried(200),
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
      tried(100),
    );
  });
});
