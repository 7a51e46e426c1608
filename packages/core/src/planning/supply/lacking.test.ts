import { describe, expect, test } from '@jest/globals';
import { inches } from '../../units';
import type { NeededBlank, RackEntry } from '../model/supply';
import { substitutesFor, toBuy } from './lacking';
import { onRack } from './rack.test-support';

const blank = (length: number, width: number): NeededBlank => ({
  stackKey: 's',
  nth: 0,
  templateId: 't',
  name: 'Hull',
  length: inches(length),
  width: inches(width),
  turnable: false,
});

describe('what is to be bought', () => {
  test('a board foot is 144 cubic inches: four of 6 by 12 by 1/2 are one', () => {
    const four = [1, 2, 3, 4].map(() => blank(12, 6));
    expect(toBuy('cherry', inches(1 / 2), four, []).boardFeet).toBeCloseTo(1, 9);
    // The same face as a sheet: 4 * 72 square inches of 144 to the square foot.
    expect(toBuy('birch-plywood', inches(1 / 2), four, [])).toMatchObject({
      boardFeet: null,
      squareFeet: expect.closeTo(2, 9),
    });
  });

  test('the least width and length are those of the widest and the longest, which may be two blanks', () => {
    const bought = toBuy('cherry', inches(1 / 4), [blank(20, 3), blank(5, 7)], []);
    expect([bought.longest, bought.widest]).toEqual([inches(20), inches(7)]);
  });
});

describe('what it costs, at what is written on the rack', () => {
  // Half a board foot: 72 cubic inches; as a sheet of 1/4, 288 square inches.
  const missing = [1, 2].map(() => blank(24, 6));
  const costOf = (woodId: string, ...rack: RackEntry[]) => toBuy(woodId, inches(1 / 4), missing, rack).costMinor;

  test('solid wood by volume, whatever its thickness, and also what is used up', () => {
    // A board foot for 8.00: half of one is 4.00.
    expect(costOf('cherry', onRack('cherry 1 x 6 x 24', { costMinor: 800 }))).toBe(400);
    expect(costOf('cherry', { ...onRack('cherry 1 x 6 x 24', { costMinor: 800, archived: true }), free: 0 })).toBe(400);
    // Two board feet for 8.00 and 10.00: 9.00 on average.
    const two = [onRack('cherry 1 x 6 x 24', { costMinor: 800 }), onRack('cherry 1/2 x 12 x 24', { costMinor: 1000 })];
    expect(costOf('cherry', ...two)).toBe(450);
  });

  test('sheets by face, of the same thickness only', () => {
    const sheets = [
      onRack('birch plywood 1/4 x 24 x 24', { costMinor: 1200 }),
      onRack('birch plywood 1/2 x 24 x 24', { costMinor: 9900 }),
    ];
    expect(costOf('birch-plywood', ...sheets)).toBe(600);
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
