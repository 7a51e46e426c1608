import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  boardAround,
  type CutTree,
  eachNode,
  type LaidBoard,
  type LaidPiece,
  layOnBoards,
  packStrip,
  stripBound,
  stripTree,
  seededSearch,
  verifyCuts,
} from '.';
import { tried } from '../cases.test-support';

const piece = (length: number, width: number, turnable = false): LaidPiece => ({ length, width, turnable });
const board = (length: number, width: number, flaws: LaidBoard['flaws'] = []): LaidBoard => ({
  length,
  width,
  flaws,
  cost: length * width,
  pins: [],
});
const laidIn = (tree: CutTree): number[] => {
  const found: number[] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'piece') found.push(node.piece);
  });
  return found.sort((a, b) => a - b);
};

const side = fc.integer({ min: 10, max: 400 });
const anyPieces = fc.array(fc.record({ length: side, width: side, turnable: fc.boolean() }), {
  minLength: 1,
  maxLength: 30,
});

describe('on a strip', () => {
  test('a sheet cut edge to edge at random comes together again without waste', () => {
    const cut = (l: number, w: number, n: number, random: () => number): LaidPiece[] => {
      if (n <= 1 || (l < 40 && w < 40)) return [piece(l, w)];
      const along = l > w;
      const at = Math.round((along ? l : w) * (0.25 + 0.5 * random()));
      const half = Math.floor(n / 2);
      return along
        ? [...cut(at, w, half, random), ...cut(l - at, w, n - half, random)]
        : [...cut(l, at, half, random), ...cut(l, w - at, n - half, random)];
    };
    for (const seed of [1, 2, 3]) {
      const pieces = cut(1536, 768, 24, seededSearch(seed, 0).random);
      const found = packStrip(pieces, 768, 0, seededSearch(seed, 20_000), 20_000)!;
      expect(found.length).toBe(1536);
      const place = { x: 0, y: 0, length: 1536, width: 768 };
      expect(verifyCuts(stripTree(found.sections, place, 0), place, pieces, 0)).toEqual([]);
    }
  });

  test('whatever the pieces, each is laid once, every cut goes from side to side and leaves its kerf', () => {
    fc.assert(
      fc.property(anyPieces, fc.integer({ min: 0, max: 6 }), (pieces, kerf) => {
        const fixed = pieces.map((one) => ({ ...one, turnable: false }));
        const found = packStrip(fixed, 420, kerf, seededSearch(7, 400), 400)!;
        const place = { x: 0, y: 0, length: found.length, width: 420 };
        const tree = stripTree(found.sections, place, kerf);
        expect(verifyCuts(tree, place, fixed, kerf)).toEqual([]);
        expect(laidIn(tree)).toEqual(fixed.map((_one, i) => i));
        expect(found.length).toBeGreaterThanOrEqual(found.bound);
      }),
      tried(60),
    );
  });

  test('a piece wider than the strip has no layout; the bound by hand', () => {
    expect(packStrip([piece(10, 500)], 400, 3, seededSearch(1, 100), 100)).toBeNull();
    // Four of 100 by 50 with a kerf of 2 beside each, on a strip 100 wide: 4 * 102 * 52 / 102 = 208, less one kerf.
    expect(
      stripBound(
        [1, 2, 3, 4].map(() => piece(100, 50)),
        100,
        2,
      ),
    ).toBe(206);
  });
});

describe('on boards', () => {
  const flawless = fc.record({ length: fc.integer({ min: 200, max: 900 }), width: fc.integer({ min: 60, max: 500 }) });
  const flawed = fc
    .tuple(flawless, fc.array(fc.record({ x: side, y: side, length: side, width: side }), { maxLength: 3 }))
    .map(([{ length, width }, flaws]) =>
      board(
        length,
        width,
        flaws.filter(({ x, y }) => x < length && y < width),
      ),
    );

  test('whatever the boards and their flaws: kerf and grain kept, no flaw used, each piece once or told as missing', () => {
    fc.assert(
      fc.property(
        anyPieces,
        fc.array(flawed, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 5 }),
        (pieces, boards, kerf) => {
          const layout = layOnBoards(pieces, boards, kerf, seededSearch(3, 20));
          const laid = layout.used.flatMap(({ tree }) => laidIn(tree));
          expect([...laid, ...layout.missing].sort((a, b) => a - b)).toEqual(pieces.map((_one, i) => i));
          expect(new Set(layout.used.map((one) => one.board)).size).toBe(layout.used.length);
          for (const { board: n, tree } of layout.used)
            expect(verifyCuts(tree, boards[n]!, pieces, kerf, boards[n]!.flaws)).toEqual([]);
        },
      ),
      tried(500),
    );
  });

  test('a pinned piece stays where it was put, and the rest is laid around it', () => {
    fc.assert(
      fc.property(anyPieces, flawed, fc.nat(1000), fc.nat(1000), (pieces, flawedBoard, across, up) => {
        const [first] = pieces;
        if (!first || first.length > flawedBoard.length || first.width > flawedBoard.width) return;
        const kerf = 3;
        const { length, width } = first;
        // A gap narrower than the kerf beside a piece cannot be sawn.
        const at = (room: number, share: number): number => {
          const place = Math.round((room * share) / 1000);
          return place <= kerf ? 0 : room - place <= kerf ? room : place;
        };
        const [x, y] = [at(flawedBoard.length - length, across), at(flawedBoard.width - width, up)];
        const pin = { piece: 0, turned: false, x, y, length, width };
        const isOnFlaw = flawedBoard.flaws.some(
          (flaw) => flaw.x < x + length && x < flaw.x + flaw.length && flaw.y < y + width && y < flaw.y + flaw.width,
        );
        const boards = [{ ...flawedBoard, pins: [pin] }, board(900, 500)];
        if (isOnFlaw) {
          expect(boardAround(flawedBoard, flawedBoard.flaws, [pin], kerf)).toBeNull();
          return;
        }
        const layout = layOnBoards(pieces, boards, kerf, seededSearch(3, 20));
        const { tree } = layout.used.find((one) => one.board === 0)!;
        expect(verifyCuts(tree, flawedBoard, pieces, kerf, flawedBoard.flaws)).toEqual([]);
        const places: unknown[] = [];
        eachNode(tree, (node) => {
          if (node.kind === 'piece' && node.piece === 0) places.push({ ...node });
        });
        expect(places).toEqual([{ kind: 'piece', ...pin }]);
        const laid = layout.used.flatMap((one) => laidIn(one.tree));
        expect([...laid, ...layout.missing].sort((a, b) => a - b)).toEqual(pieces.map((_one, i) => i));
      }),
      tried(500),
    );
  });

  test('four pinned pieces around a fifth, each in the way of the cut beside another: no cut goes from side to side', () => {
    const pin = (piece: number, x: number, y: number, length: number, width: number) => ({
      piece,
      turned: false,
      x,
      y,
      length,
      width,
    });
    const wheel = [pin(0, 0, 0, 60, 30), pin(1, 70, 0, 30, 60), pin(2, 40, 70, 60, 30), pin(3, 0, 40, 30, 60)];
    const whole = { length: 100, width: 100 };
    expect(boardAround(whole, [], [...wheel, pin(4, 40, 40, 20, 20)], 3)).toBeNull();
    expect(boardAround(whole, [], wheel.slice(0, 3), 3)).not.toBeNull();
  });

  test('cut out with a jigsaw, whatever the boards: kerf and grain kept, no flaw used, each piece once or told as missing', () => {
    fc.assert(
      fc.property(anyPieces, fc.array(flawed, { minLength: 1, maxLength: 4 }), (pieces, boards) => {
        const layout = layOnBoards(pieces, boards, 2, seededSearch(3, 20), 'free-form');
        const laid = layout.used.flatMap(({ tree }) => laidIn(tree));
        expect([...laid, ...layout.missing].sort((a, b) => a - b)).toEqual(pieces.map((_one, i) => i));
        for (const { board: n, tree } of layout.used)
          expect(verifyCuts(tree, boards[n]!, pieces, 2, boards[n]!.flaws)).toEqual([]);
      }),
      tried(300),
    );
  });

  test('a wheel of four round a fifth: no cuts from side to side free it, a jigsaw does', () => {
    const pieces = [...[1, 2, 3, 4].map(() => piece(60, 33, true)), piece(24, 24)];
    const laid = (manner: 'edge-to-edge' | 'free-form') =>
      layOnBoards(pieces, [board(96, 96)], 3, seededSearch(2, 4000), manner).missing.length;
    expect(laid('edge-to-edge')).toBeGreaterThan(0);
    expect(laid('free-form')).toBe(0);
  });

  test('batches for a jigsaw take no more boards than cut from side to side', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const random = seededSearch(seed, 0).random;
      const side = (): number => 20 + Math.floor(60 * random());
      const pieces = [1, 2].flatMap(() => {
        const one = piece(side(), side());
        return Array.from({ length: 8 }, () => one);
      });
      const boards = Array.from({ length: 6 }, () => board(240, 110));
      const laid = (manner: 'edge-to-edge' | 'free-form') =>
        layOnBoards(pieces, boards, 3, seededSearch(seed, 1_500), manner);
      const [cut, free] = [laid('edge-to-edge'), laid('free-form')];
      expect(free.missing.length).toBeLessThanOrEqual(cut.missing.length);
      if (free.missing.length === cut.missing.length) expect(free.used.length).toBeLessThanOrEqual(cut.used.length);
    }
  });

  test('few pieces, against brute force: never more boards than the best of all orders needs', () => {
    // Pieces as wide as the boards: then only the order along the board counts, and every way can be tried.
    const orders = <T>(items: readonly T[]): T[][] =>
      items.length < 2
        ? [[...items]]
        : items.flatMap((one, i) =>
            orders([...items.slice(0, i), ...items.slice(i + 1)]).map((rest) => [one, ...rest]),
          );
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 100, max: 450 }), { minLength: 1, maxLength: 6 }), (lengths) => {
        const kerf = 3;
        const fewest = Math.min(
          ...orders(lengths).map((order) => {
            let [boards, at] = [1, 0];
            for (const length of order) {
              if (at + length > 600) [boards, at] = [boards + 1, 0];
              at += length + kerf;
            }
            return boards;
          }),
        );
        const layout = layOnBoards(
          lengths.map((length) => piece(length, 90)),
          lengths.map(() => board(600, 90)),
          kerf,
          seededSearch(5, 500),
        );
        expect(layout.missing).toEqual([]);
        expect(layout.used.length).toBe(fewest);
      }),
      tried(40),
    );
  });

  test('a small board is taken before a large one where it does, and the same input gives the same layout', () => {
    const boards = [board(2400, 200), board(500, 120)];
    const lay = () => layOnBoards([piece(200, 100), piece(250, 110)], boards, 3, seededSearch(9, 500));
    expect(lay().used.map((one) => one.board)).toEqual([1]);
    expect(lay()).toEqual(lay());
  });

  test('what is too wide for every board is missing', () => {
    expect(layOnBoards([piece(100, 300)], [board(900, 200)], 3, seededSearch(1, 50)).missing).toEqual([0]);
    expect(layOnBoards([piece(100, 300, true)], [board(900, 200)], 3, seededSearch(1, 50)).missing).toEqual([]);
  });
});
