import { describe, expect, test } from '@jest/globals';
import { inches } from '../../units';
import { TYPICAL_MACHINES } from '../../wood';
import { onRack } from './rack.test-support';
import { laidBoard, millingOptions, sourcesFor, type RackEntry } from './sources';

const NOTHING_GRANTED = { laminate: false, byHand: false };
const sources = (thickness: number, rack: RackEntry[], wishes = NOTHING_GRANTED, machines = TYPICAL_MACHINES) =>
  sourcesFor('cherry', inches(thickness), rack, machines, wishes).map(
    ({ item, copy, slice, way }) => `${item.id}: ${way.way.kind} ${String(copy)}.${String(slice)}`,
  );
const costOf = (entry: RackEntry, objective: 'wood' | 'money' = 'wood'): number => {
  const [source] = sourcesFor('cherry', inches(1 / 4), [entry], TYPICAL_MACHINES, NOTHING_GRANTED);
  return laidBoard(source!, objective).cost;
};

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
    expect(sources(3 / 4, [onRack('cherry 4/4 x 14 x 36')])).toEqual([]);
  });

  test('a board higher than the resaw takes gives one, planed, in place of two slices', () => {
    expect(sources(1 / 4, [onRack('cherry 4/4 x 7 x 36')])).toEqual(['cherry 4/4 x 7 x 36: plane 1.1']);
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

  test('money: what was paid where it is known, whatever the face', () => {
    const dear = onRack('cherry 1/4 x 4 x 40', { costMinor: 3000 });
    const cheap = onRack('cherry 1/4 x 4 x 80', { costMinor: 1000 });
    expect(costOf(cheap, 'money')).toBeLessThan(costOf(dear, 'money'));
    expect(costOf(cheap, 'wood')).toBeGreaterThan(costOf(dear, 'wood'));
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
