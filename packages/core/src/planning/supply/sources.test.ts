import { describe, expect, test } from '@jest/globals';
import { inches } from '../../units';
import { TYPICAL_MACHINES } from '../../wood';
import type { RackEntry } from '../model/supply';
import { onRack } from './rack.test-support';
import { boardOf, laidBoard, millingOptions, sourcesFor, worthBy } from './sources';

const NOTHING_GRANTED = { laminate: false, byHand: false, pins: [] };
const sources = (
  thickness: number,
  rack: RackEntry[],
  wishes = NOTHING_GRANTED,
  machines = TYPICAL_MACHINES,
  widest = inches(4),
) =>
  sourcesFor(
    { woodId: 'cherry', thicknessMm: inches(thickness), widest, count: 99 },
    rack,
    new Map(),
    machines,
    wishes,
  ).map(({ item, copy, slice, way }) => `${item.id}: ${way.way.kind} ${String(copy)}.${String(slice)}`);
const QUARTER = { woodId: 'cherry', thicknessMm: inches(1 / 4), widest: 0, count: 99 };
const costsOf = (rack: RackEntry[], objective: 'wood' | 'money' = 'wood'): number[] => {
  const all = sourcesFor(QUARTER, rack, new Map(), TYPICAL_MACHINES, NOTHING_GRANTED);
  return all.map((source) => laidBoard(source, worthBy(objective, all)).cost);
};
const costOf = (entry: RackEntry): number => costsOf([entry])[0]!;

describe('where a thickness comes from', () => {
  test('what is ready stands first; a resawn board stands for each of its slices', () => {
    const rack = [onRack('2 cherry 4/4 x 5 x 36'), onRack('cherry 1/4 x 5 x 36')];
    expect(sources(1 / 4, rack)).toEqual([
      'cherry 1/4 x 5 x 36: ready 1.1',
      '2 cherry 4/4 x 5 x 36: resaw 1.1',
      '2 cherry 4/4 x 5 x 36: resaw 1.2',
      '2 cherry 4/4 x 5 x 36: resaw 2.1',
      '2 cherry 4/4 x 5 x 36: resaw 2.2',
    ]);
  });

  test('too thin, another wood, a dowel, put away, reserved: none of these', () => {
    expect(
      sources(3 / 4, [
        onRack('cherry 1/4 x 5 x 36'),
        onRack('beech 3/4 x 5 x 36'),
        onRack('cherry dowel 3/4 x 36'),
        onRack('cherry 3/4 x 5 x 36', { archived: true }),
        { ...onRack('cherry 3/4 x 6 x 36'), free: 0 },
      ]),
    ).toEqual([]);
  });

  test('gluing up takes two boards for each, and only where it is granted; one left over stays', () => {
    const rack = [onRack('5 cherry 3/8 x 5 x 36')];
    expect(sources(3 / 4, rack)).toEqual([]);
    expect(sources(3 / 4, rack, { ...NOTHING_GRANTED, laminate: true })).toEqual([
      '5 cherry 3/8 x 5 x 36: laminate 1.1',
      '5 cherry 3/8 x 5 x 36: laminate 3.1',
    ]);
  });

  test('without a planer, or too wide for it, only by hand where that is granted', () => {
    const rack = [onRack('cherry 4/4 x 5 x 36')];
    const noPlaner = { ...TYPICAL_MACHINES, planer: null };
    expect(sources(3 / 4, rack, NOTHING_GRANTED, noPlaner)).toEqual([]);
    expect(sources(3 / 4, rack, { ...NOTHING_GRANTED, byHand: true }, noPlaner)).toHaveLength(1);
    const noRip = { ...TYPICAL_MACHINES, rip: null };
    expect(sources(3 / 4, [onRack('cherry 4/4 x 14 x 36')], NOTHING_GRANTED, noRip)).toEqual([]);
  });

  test('a board higher than the resaw takes is ripped and resawn where its strips are wide enough, else planed whole', () => {
    const rack = [onRack('cherry 4/4 x 7 x 36')];
    const pieces = (widest: number) => sources(1 / 4, rack, NOTHING_GRANTED, TYPICAL_MACHINES, inches(widest));
    expect(pieces(3)).toEqual([1, 2, 3, 4].map((slice) => `cherry 4/4 x 7 x 36: resaw 1.${String(slice)}`));
    expect(pieces(4)).toEqual(['cherry 4/4 x 7 x 36: plane 1.1']);
  });

  test('a strip has the defects that are in it, those across the kerf in both', () => {
    const knot = (y: number, width: number) => ({
      kind: 'knot' as const,
      x: 50,
      y: inches(y),
      length: 20,
      width: inches(width),
    });
    const board = onRack('cherry 4/4 x 7 x 36', { defects: [knot(1, 1), knot(3, 1), knot(5, 1)] });
    const all = sourcesFor(QUARTER, [board], new Map(), TYPICAL_MACHINES, NOTHING_GRANTED).map(boardOf);
    expect(all.map(({ width }) => width)).toEqual([1, 2, 3, 4].map(() => inches(3.4375)));
    // Strips from 0 to 3-7/16 and from 3-9/16 to 7; the first two pieces come from the lower one.
    // In sixteenths of an inch.
    const placed = (of: (typeof all)[number]) =>
      of.defects.map(({ y, width }) => [y, width].map((mm) => Math.round((16 * mm) / 25.4)));
    expect(all.map(placed)).toEqual([
      [
        [16, 16],
        [48, 7],
      ],
      [
        [16, 16],
        [48, 7],
      ],
      [
        [0, 7],
        [23, 16],
      ],
      [
        [0, 7],
        [23, 16],
      ],
    ]);
  });
});

describe('what using a board costs', () => {
  test('wood: as much face as it has, an offcut less, a wide one more for its face, a milled one more', () => {
    const narrow = costOf(onRack('cherry 1/4 x 4 x 40'));
    expect(costOf(onRack('cherry offcut 1/4 x 4 x 40'))).toBeLessThan(narrow);
    expect(costOf(onRack('cherry 1/4 x 8 x 20'))).toBeGreaterThan(narrow);
    expect(costOf(onRack('cherry 5/16 x 4 x 40'))).toBeGreaterThan(narrow);
    // Each of two slices is charged half of its board.
    expect(costOf(onRack('cherry 4/4 x 4 x 40'))).toBeLessThan(costOf(onRack('cherry 5/16 x 4 x 40')));
  });

  test('money: what was paid where it is known, whatever the face; else what so much of the others was paid for', () => {
    const rack = [
      onRack('cherry 1/4 x 4 x 40', { costMinor: 3000 }),
      onRack('cherry 1/4 x 4 x 80', { costMinor: 1000 }),
      // Of the others 480 square inches were 4000: these 160 are worth 1333.
      onRack('cherry 1/4 x 4 x 40 '),
    ];
    const [dear, cheap, unknown] = costsOf(rack, 'money');
    expect(dear! / cheap!).toBeCloseTo(3, 9);
    expect(unknown! / cheap!).toBeCloseTo(4 / 3, 9);
    const [small, large, other] = costsOf(rack, 'wood');
    expect([large! / small!, other! / small!]).toEqual([2, 1]);
  });

  test('money where nothing was written down, or all was a gift, is wood', () => {
    const rack = [onRack('cherry 1/4 x 4 x 40'), onRack('cherry 1/4 x 4 x 80')];
    expect(costsOf(rack, 'money')).toEqual(costsOf(rack, 'wood'));
    const gift = onRack('cherry 1/4 x 4 x 60', { costMinor: 0 });
    const [given, ...others] = costsOf([gift, ...rack], 'money');
    expect(others).toEqual(costsOf(rack, 'wood'));
    expect(given).toBeGreaterThan(0);
    expect(given).toBeLessThan(2);
  });
});

test('ways to mill, compared: two slices of a 4/4 board cost half of its inch each, planing it down all of it', () => {
  const options = millingOptions('cherry', inches(1 / 4), [onRack('cherry 4/4 x 5 x 36')], TYPICAL_MACHINES);
  expect(options.map(({ milled, woodMm }) => [milled.way.kind, woodMm])).toEqual([
    ['resaw', inches(1 / 2)],
    ['plane', inches(1)],
  ]);
  // 14.3 mm are planed off a millimetre at a time: fifteen passes of 0.6 minutes.
  expect(options[1]!.minutesEach).toBeCloseTo(9, 6);
});
