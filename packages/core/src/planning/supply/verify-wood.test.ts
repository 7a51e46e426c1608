import { beforeAll, describe, expect, test } from '@jest/globals';
import loadHighs from 'highs';
import { piecesIn, seededSearch, type CutTree } from '../../layout';
import { highsSolver, type LinearSolver } from '../../rods';
import { inches } from '../../units';
import { TYPICAL_MACHINES } from '../../wood';
import { inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import type { RackEntry, WoodGroup, WoodPlanInput } from '../model/supply';
import { NO_WISHES } from '../model/wishes';
import { planRods, planWood, verifyWood } from '.';
import { onRack } from './rack.test-support';
import { cases } from '../../cases.test-support';

let solver: LinearSolver;
beforeAll(async () => {
  solver = highsSolver(await loadHighs());
});

const STEPS = 60;
const chance = (seed: number) => seededSearch(seed, 0).random;

interface Asked {
  readonly wood: string;
  readonly thickness: number;
  readonly length: number;
  readonly width: number;
  readonly perCopy: number;
}

async function woodFor(asked: readonly Asked[], copies: number, rack: readonly RackEntry[], rods = false) {
  const parts = asked.map(({ wood, thickness, length, width, perCopy }, i) =>
    part(`p${String(i)}`, {
      woodId: wood,
      thickness: { mm: inches(thickness), typed: null },
      perCopy,
      outline: { id: `o${String(i)}`, line: null, path: rectangle(inches(length), inches(width)) },
    }),
  );
  const size = (mm: number) => ({ mm: inches(mm), typed: null });
  const rail = { id: 'rail', name: 'Rail', kind: 'strip' as const, woodId: 'walnut', perCopy: 2 };
  const toy = {
    ...template('toy', parts),
    rods: rods ? [{ ...rail, thickness: size(1 / 2), width: size(2), length: size(10) }] : [],
  };
  const plan = await planned(inputFor([toy], copies, { shop: { maxLayers: 2 } }));
  const cut = planRods(plan.rods, rack, TYPICAL_MACHINES, solver);
  const input: WoodPlanInput = {
    plan,
    rack,
    machines: TYPICAL_MACHINES,
    objective: 'wood',
    wishes: NO_WISHES,
    rods: cut,
  };
  return { input, groups: planWood(input, seededSearch, STEPS) };
}

const plate = (wood: string, thickness: number, length = 6, width = 3): Asked => ({
  wood,
  thickness,
  length,
  width,
  perCopy: 1,
});

describe('a board is given away once', () => {
  test('one 3/4 board for blanks of 1/2 and of 3/8: one of the two thicknesses goes without', async () => {
    const { input, groups } = await woodFor([plate('walnut', 1 / 2), plate('walnut', 3 / 8)], 1, [
      onRack('walnut 3/4 x 4 x 20'),
    ]);
    expect(groups.map(({ boards }) => boards.length).sort()).toEqual([0, 1]);
    expect(groups.map(({ missing }) => missing.length).sort()).toEqual([0, 1]);
    expect(verifyWood(input, groups)).toEqual([]);
  });

  test('the wide board is left to those that need its width, whatever stands first', async () => {
    // The 1/2 blank is 3-1/2 wide with its margins, the 3/8 one 7-1/2: the narrow board serves the first only.
    const rack = [onRack('walnut 3/4 x 8 x 20'), onRack('walnut 3/4 x 4 x 20')];
    for (const asked of [
      [plate('walnut', 1 / 2), plate('walnut', 3 / 8, 6, 7)],
      [plate('walnut', 1 / 2, 6, 7), plate('walnut', 3 / 8)],
    ]) {
      const { input, groups } = await woodFor(asked, 1, rack);
      expect(groups.flatMap(({ missing }) => missing)).toEqual([]);
      expect(verifyWood(input, groups)).toEqual([]);
    }
  });

  test('a strip that is cut for rods gives no blanks', async () => {
    // One strip of walnut, 1/2 by 2 by 24: two rails of 10 in take it, so the blank of 1-1/2 wide has nothing.
    const rack = [onRack('walnut strip 1/2 x 2 x 24')];
    const { input, groups } = await woodFor([plate('walnut', 1 / 2, 6, 1.5)], 1, rack, true);
    expect(input.rods[0]!.bars).toHaveLength(1);
    expect(groups[0]!.missing).toHaveLength(1);
    expect(verifyWood(input, groups)).toEqual([]);
  });

  test('a hundred blanks from a hundred and twenty alike boards: none is missing', async () => {
    const rack = [onRack('120 red oak 1/4 x 4 x 8')];
    const { groups } = await woodFor([plate('red-oak', 1 / 4)], 100, rack);
    expect(groups[0]!.missing).toEqual([]);
    expect(groups[0]!.boards).toHaveLength(100);
  });
});

test('on seeded racks and runs every rule is kept', async () => {
  const woods = ['walnut', 'cherry', 'birch plywood'] as const;
  for (let seed = 1; seed <= cases(120); seed++) {
    const random = chance(seed);
    const one = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)]!;
    const between = (low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
    const ids = { walnut: 'walnut', cherry: 'cherry', 'birch plywood': 'birch-plywood' } as const;
    const asked = Array.from({ length: between(1, 4) }, (): Asked => ({
      wood: ids[one(woods)],
      thickness: one([1 / 4, 3 / 8, 1 / 2]),
      length: between(2, 9),
      width: between(1, 6),
      perCopy: between(1, 3),
    }));
    const rack = Array.from({ length: between(1, 5) }, (_none, i) => {
      const [length, width] = [between(10, 40), between(3, 9)];
      const text = `${String(between(1, 3))} ${one(woods)} ${one(['1/4', '3/8', '1/2', '3/4', '4/4'])} x ${String(width)} x ${String(length)}`;
      return onRack(text.includes('plywood') ? text.replace('4/4', '1/4') : text, { id: `i${String(i)}` });
    });
    const { input, groups } = await woodFor(asked, between(1, 3), rack, random() < 0.3);
    expect({ seed, wrong: verifyWood(input, groups) }).toEqual({ seed, wrong: [] });
  }
}, 120_000);

describe('the checker believes nothing', () => {
  let right: { input: WoodPlanInput; groups: WoodGroup[] };
  beforeAll(async () => {
    const rack = [
      onRack('2 walnut 4/4 x 4 x 20', { id: 'thick' }),
      onRack('walnut 1/2 x 8 x 20', { id: 'ready', defects: [{ kind: 'knot', x: 200, y: 30, length: 20, width: 15 }] }),
      onRack('2 walnut strip 1/2 x 2 x 24', { id: 'strip' }),
    ];
    const asked = [plate('walnut', 1 / 4), plate('walnut', 1 / 2, 5, 6), plate('walnut', 1 / 2, 30, 5)];
    right = await woodFor(asked, 4, rack, true);
  });

  const moved = (tree: CutTree, by: number): CutTree => ({ ...tree, x: tree.x + by }) as CutTree;
  const first = (groups: WoodGroup[], change: (group: WoodGroup) => WoodGroup): WoodGroup[] =>
    groups.map((group) => (group === groups.find(({ boards }) => boards.length > 0) ? change(group) : group));
  const firstBoard = (groups: WoodGroup[], change: (board: WoodGroup['boards'][number]) => object): WoodGroup[] =>
    first(groups, (group) => ({
      ...group,
      boards: group.boards.map((board, i) => (i === 0 ? { ...board, ...change(board) } : board)),
    }));
  const withRods = (change: (rods: WoodPlanInput['rods'][number]) => object) => (input: WoodPlanInput) => ({
    ...input,
    rods: input.rods.map((group) => ({ ...group, ...change(group) })),
  });

  test('the plan it is spoiled from is right, and has boards, slices, bars and something missing', () => {
    const { input, groups } = right;
    expect(verifyWood(input, groups)).toEqual([]);
    expect(groups.flatMap(({ boards }) => boards.map(({ way }) => way.way.kind))).toEqual(
      expect.arrayContaining(['resaw', 'ready']),
    );
    expect(input.rods[0]!.bars.length).toBeGreaterThan(0);
    expect(groups.flatMap(({ missing }) => missing).length).toBeGreaterThan(0);
  });

  const rest = (x: number, y: number, length: number, width: number) => ({ x, y, length, width });
  type Spoilt = (groups: WoodGroup[]) => WoodGroup[];
  const MUTANTS: readonly (readonly [string, Spoilt])[] = [
    ['a group left out', (groups) => groups.slice(1)],
    ['a board left out', (groups) => first(groups, (g) => ({ ...g, boards: g.boards.slice(1) }))],
    ['a board laid twice', (groups) => first(groups, (g) => ({ ...g, boards: [...g.boards, g.boards[0]!] }))],
    ['a blank neither laid nor missing', (groups) => groups.map((g) => ({ ...g, missing: [] }))],
    ['a blank laid and missing', (groups) => first(groups, (g) => ({ ...g, missing: [0, ...g.missing] }))],
    ['a blank more than needed', (groups) => first(groups, (g) => ({ ...g, blanks: [...g.blanks, g.blanks[0]!] }))],
    [
      'a blank renamed to another stack',
      (groups) => first(groups, (g) => ({ ...g, blanks: g.blanks.map((b) => ({ ...b, stackKey: 'x' })) })),
    ],
    [
      'a blank of another size',
      (groups) => first(groups, (g) => ({ ...g, blanks: g.blanks.map((b) => ({ ...b, length: b.length - 1 })) })),
    ],
    [
      'blanks with one number',
      (groups) => first(groups, (g) => ({ ...g, blanks: g.blanks.map((b) => ({ ...b, nth: 0 })) })),
    ],
    ['another thickness', (groups) => first(groups, (g) => ({ ...g, thicknessMm: g.thicknessMm + 1 }))],
    ['another wood', (groups) => first(groups, (g) => ({ ...g, woodId: 'cherry' }))],
    ['a board that is not on the rack', (groups) => firstBoard(groups, () => ({ itemId: 'nowhere' }))],
    ['a copy that is not there', (groups) => firstBoard(groups, () => ({ copy: 9 }))],
    ['a copy 0', (groups) => firstBoard(groups, () => ({ copy: 0 }))],
    ['a slice that is not there', (groups) => firstBoard(groups, () => ({ slice: 9 }))],
    [
      'one slice used twice',
      (groups) => first(groups, (g) => ({ ...g, boards: g.boards.map((b) => ({ ...b, copy: 1, slice: 1 })) })),
    ],
    ['more slices than the blade leaves', (groups) => firstBoard(groups, ({ way }) => ({ way: { ...way, yield: 3 } }))],
    ['milled another way', (groups) => firstBoard(groups, ({ way }) => ({ way: { ...way, way: { kind: 'ready' } } }))],
    ['milled in no time', (groups) => firstBoard(groups, ({ way }) => ({ way: { ...way, minutes: 1 } }))],
    ['a longer board', (groups) => firstBoard(groups, ({ length }) => ({ length: length + 10 }))],
    ['a wider board', (groups) => firstBoard(groups, ({ width }) => ({ width: width + 10 }))],
    ['cuts moved off the board', (groups) => firstBoard(groups, ({ treeNm }) => ({ treeNm: moved(treeNm, 1e9) }))],
    ['a list of other blanks', (groups) => firstBoard(groups, ({ blanks }) => ({ blanks: blanks.slice(1) }))],
    [
      'a board of one group given to another',
      (groups) => groups.map((g) => ({ ...g, boards: groups.find(({ boards }) => boards.length > 0)!.boards })),
    ],
    [
      'more left than the board has',
      (groups) => firstBoard(groups, ({ length }) => ({ offcuts: [rest(0, 0, length, 1)] })),
    ],
    [
      'an offcut over its end',
      (groups) => firstBoard(groups, ({ length, width }) => ({ offcuts: [rest(length - 5, width - 5, 9, 4)] })),
    ],
    [
      'an offcut twice',
      (groups) =>
        firstBoard(groups, ({ length, width }) => ({ offcuts: [1, 2].map(() => rest(length - 2, width - 2, 1, 1)) })),
    ],
    ['cut free without a jigsaw', (groups) => first(groups, (g) => ({ ...g, manner: 'free-form' }))],
    ['nothing to buy for what is missing', (groups) => groups.map((g) => ({ ...g, toBuy: null }))],
    [
      'missing though a board has room',
      (groups) =>
        groups.map((g) => ({
          ...g,
          boards: [],
          missing: g.blanks.map((_b, i) => i),
          toBuy: g.toBuy ?? { boards: null, sheets: null, widest: 1, longest: 1, costMinor: null },
        })),
    ],
    [
      'a defect built over',
      (groups) => groups.map((g) => ({ ...g, boards: g.boards.map((b) => (b.itemId === 'ready' ? onKnot(b) : b)) })),
    ],
  ];
  /** A piece of the board made to lie on its knot: the whole tree shifted there. */
  const onKnot = (board: WoodGroup['boards'][number]): WoodGroup['boards'][number] => {
    const [piece] = piecesIn(board.treeNm);
    return piece ? { ...board, treeNm: { ...piece, x: 200e6 - 1e6, y: 30e6 - 1e6 } } : board;
  };

  test.each(MUTANTS)('%s', (_name, spoil) => {
    const spoilt = spoil(right.groups);
    expect(JSON.stringify(spoilt)).not.toBe(JSON.stringify(right.groups));
    expect(verifyWood(right.input, spoilt)).not.toEqual([]);
  });

  test.each([
    ['a bar left out', withRods(({ bars }) => ({ bars: bars.slice(1) }))],
    ['a bar cut twice', withRods(({ bars }) => ({ bars: [...bars, ...bars] }))],
    [
      'a rod more on a bar',
      withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, pieces: b.pieces.map((n) => n + 1) })) })),
    ],
    [
      'a rod fewer, and none missing',
      withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, pieces: b.pieces.map((n) => n - 1) })) })),
    ],
    ['a longer bar', withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, lengthMm: b.lengthMm + 10 })) }))],
    [
      'an end longer than what is left',
      withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, restMm: b.restMm + 100 })) })),
    ],
    [
      'a bar that is not on the rack',
      withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, itemId: 'nowhere' })) })),
    ],
    ['a bar that is a board', withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, itemId: 'thick' })) }))],
    ['a copy of a bar that is not there', withRods(({ bars }) => ({ bars: bars.map((b) => ({ ...b, copy: 9 })) }))],
    [
      'one rod fewer asked for',
      withRods(({ rods }) => ({ rods: rods.map((rod) => ({ ...rod, count: rod.count - 1 })) })),
    ],
    ['no rods at all', (input: WoodPlanInput) => ({ ...input, rods: [] })],
    ['all missing, and none ripped instead', withRods(({ missing }) => ({ missing: missing.map((n) => n + 1) }))],
  ] as const)('rods: %s', (_name, spoil) => {
    expect(verifyWood(spoil(right.input), right.groups)).not.toEqual([]);
  });
});
