import { describe, expect, test } from '@jest/globals';
import { inches } from '../../units';
import { TYPICAL_MACHINES } from '../../wood';
import type { NeededBlank, RackEntry } from '../model/supply';
import { substitutesFor, toBuy } from './lacking';
import { onRack } from './rack.test-support';

const blank = (length: number, width: number): NeededBlank => ({
  stackKey: 's',
  gangKey: 'g',
  layers: 1,
  nth: 0,
  templateId: 't',
  name: 'Hull',
  length: inches(length),
  width: inches(width),
  ply: 0,
  plies: 1,
  turnable: false,
});

const buy = (
  woodId: string,
  thickness: number,
  missing: NeededBlank[],
  rack: RackEntry[] = [],
  machines = TYPICAL_MACHINES,
) => toBuy(woodId, inches(thickness), missing, rack, machines);

describe('what is to be bought', () => {
  test('forty blanks of 1/4 from rough boards: two slices from a 4/4 one, kerfs and a fifth for waste', () => {
    const forty = Array.from({ length: 40 }, () => blank(6, 6));
    // By hand: 6-1/8 x 6-1/8 is 37.52 square inches; 40 of them over two slices are 750.3; with a fifth 900.4; 1 in thick.
    const { boards } = buy('cherry', 1 / 4, forty);
    expect(boards).toMatchObject({ rough: '4/4', slices: 2, wasteShare: 0.2 });
    expect(boards!.boardFeet).toBeCloseTo(900.375 / 144, 3);
    // Without a resaw a whole board is planed down for each.
    const planed = buy('cherry', 1 / 4, forty, [], { ...TYPICAL_MACHINES, resaw: null });
    expect(planed.boards).toMatchObject({ rough: '4/4', slices: 1 });
    expect(planed.boards!.boardFeet).toBeCloseTo((2 * 900.375) / 144, 3);
  });

  test.each([
    // What is left of a rough board once it is flat: 13/16, 1-1/16, 1-5/16, 1-3/4 (common practice).
    [3 / 4, '4/4', 1],
    [7 / 8, '5/4', 1],
    [1.25, '6/4', 1],
    [1.5, '8/4', 1],
    // Each slice 1/8 and 1/32 for planing both faces, and a kerf of 1/16 between: 4 x 5/32 and 3 x 1/16 are just 13/16.
    [1 / 8, '4/4', 4],
    // Two of 1-3/4 glued up.
    [3, '8/4', 0.5],
  ])('%d in thick comes from %s, %d at a time', (thickness, rough, slices) => {
    expect(buy('cherry', thickness, [blank(6, 6)]).boards).toMatchObject({ rough, slices });
  });

  test('sheets by the piece, whole or cut: the size that takes the least face', () => {
    // Four of 11 by 11 lie on 24 by 24 with a kerf; a 12 by 24 holds two, so two of those are as much face in more pieces.
    const four = [1, 2, 3, 4].map(() => blank(11, 11));
    expect(buy('birch-plywood', 1 / 4, four)).toMatchObject({
      boards: null,
      sheets: { lengthMm: inches(24), widthMm: inches(24), count: 1 },
    });
    expect(buy('birch-plywood', 1 / 4, [blank(90, 40)]).sheets).toMatchObject({ lengthMm: inches(96), count: 1 });
    expect(buy('birch-plywood', 1 / 4, [blank(97, 4)]).sheets).toBeNull();
  });

  test('the least width and length are those of the widest and the longest, which may be two blanks', () => {
    const bought = buy('cherry', 1 / 4, [blank(20, 3), blank(5, 7)]);
    expect([bought.longest, bought.widest]).toEqual([inches(20), inches(7)]);
  });
});

describe('what it costs, at what is written on the rack', () => {
  const missing = [1, 2].map(() => blank(24, 6));
  const costOf = (woodId: string, ...rack: RackEntry[]) => buy(woodId, 1 / 4, missing, rack).costMinor;
  // 2 x 24.125 x 6.125 over two slices and a fifth more, 1 in thick, in board feet.
  const boardFeet = (24.125 * 6.125 * 1.2) / 144;

  test('solid wood by volume, whatever its thickness, and also what is used up', () => {
    // A board foot for 8.00.
    const one = onRack('cherry 1 x 6 x 24', { costMinor: 800 });
    expect(costOf('cherry', one)).toBe(Math.round(800 * boardFeet));
    expect(costOf('cherry', { item: { ...one.item, archived: true }, free: 0 })).toBe(Math.round(800 * boardFeet));
    // Two board feet for 8.00 and 10.00: 9.00 on average.
    const two = [one, onRack('cherry 1/2 x 12 x 24', { costMinor: 1000 })];
    expect(costOf('cherry', ...two)).toBe(Math.round(900 * boardFeet));
  });

  test('sheets by face, of the same thickness only', () => {
    const sheets = [
      onRack('birch plywood 1/4 x 24 x 24', { costMinor: 1200 }),
      onRack('birch plywood 1/2 x 24 x 24', { costMinor: 9900 }),
    ];
    // Two of 24 by 6 are one sheet of 24 by 24 (12 is too narrow for both and a kerf): 12.00, the price of such a one.
    expect(costOf('birch-plywood', ...sheets)).toBe(1200);
  });

  test('no price known, or only of another wood: none is made up', () => {
    expect(costOf('cherry', onRack('cherry 1 x 6 x 24'), onRack('beech 1 x 6 x 24', { costMinor: 800 }))).toBeNull();
  });
});

describe('another wood instead', () => {
  const area = inches(1) ** 2 * 100;
  const inFor = (...rack: RackEntry[]): string[] => substitutesFor('cherry', inches(1 / 4), area, rack);

  test('of the thickness, with as much face as is missing, all its boards together', () => {
    expect(inFor(onRack('beech 1/4 x 5 x 20'))).toEqual(['beech']);
    expect(inFor(onRack('beech 1/4 x 5 x 19'))).toEqual([]);
    expect(inFor(onRack('beech 1/4 x 5 x 10'), onRack('beech 1/4 x 6 x 10'))).toEqual(['beech']);
    expect(inFor(onRack('2 beech 1/4 x 5 x 10'))).toEqual(['beech']);
  });

  test('neither the same wood, nor another thickness, nor rough, nor put away, nor reserved by others', () => {
    expect(inFor(onRack('cherry 1/4 x 9 x 90'))).toEqual([]);
    expect(inFor(onRack('beech 3/8 x 9 x 90'))).toEqual([]);
    expect(inFor(onRack('beech 4/4 x 9 x 90'))).toEqual([]);
    expect(inFor(onRack('beech 1/4 x 9 x 90', { archived: true }))).toEqual([]);
    expect(inFor({ ...onRack('beech 1/4 x 9 x 90'), free: -1 })).toEqual([]);
    expect(inFor(onRack('24 brass hinges'))).toEqual([]);
  });
});
