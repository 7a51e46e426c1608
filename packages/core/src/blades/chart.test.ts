import { describe, expect, test } from '@jest/globals';
import { BLADE_SIZES, bladeChart, CHART_WORKS, sizeIndex, TYPICAL_BLADES } from '.';
import { inches } from '../units';
import { woodById, WOODS } from '../wood';
import { LARGER as larger } from './demands.test-support';

const HEIGHTS = Array.from({ length: 40 }, (_, i) => inches((i + 1) / 16));
const rowOf = (wood: string, drawer = TYPICAL_BLADES) => bladeChart([woodById(wood)!], HEIGHTS, drawer, larger)[0]!;
const sizeAt = (wood: string, work: (typeof CHART_WORKS)[number], heightInches: number) =>
  rowOf(wood).strips[work].find(({ toMm }) => toMm >= inches(heightInches) - 1e-6)?.choice?.blade.size;

describe('the chart of woods and heights', () => {
  test('says what makers pick (common practice): rows of their table that fall in its kinds of work', () => {
    expect(sizeAt('birch-plywood', 'plain', 1 / 2)).toBe('7');
    expect(sizeAt('birch-plywood', 'fine', 1 / 2)).toBe('5');
    expect(sizeAt('red-oak', 'average', 3 / 4)).toBe('9');
    expect(sizeAt('red-oak', 'fine', 1 / 2)).toBe('5');
    expect(sizeAt('yellow-poplar', 'plain', 1 / 4)).toBe('3');
  });

  test('each strip runs from nothing to the greatest height without a gap, its sizes never smaller as it rises', () => {
    for (const { strips } of bladeChart(WOODS, HEIGHTS, TYPICAL_BLADES, larger))
      for (const work of CHART_WORKS) {
        const strip = strips[work];
        expect([strip[0]!.fromMm, strip[strip.length - 1]!.toMm]).toEqual([0, inches(2.5)]);
        strip.slice(1).forEach((stretch, i) => {
          const before = strip[i]!;
          expect(stretch.fromMm).toBe(before.toMm);
          if (!stretch.choice) return;
          expect(before.choice).not.toBeNull();
          expect(sizeIndex(stretch.choice.blade.size)).toBeGreaterThanOrEqual(sizeIndex(before.choice!.blade.size));
        });
      }
  });

  test('finer work never takes a larger blade, nor a harder wood a smaller one at any height', () => {
    const woods = [...WOODS].sort((a, b) => a.hardnessN - b.hardnessN);
    const at = (row: ReturnType<typeof rowOf>, work: (typeof CHART_WORKS)[number], height: number) => {
      const choice = row.strips[work].find(({ toMm }) => toMm >= height)?.choice;
      return choice ? sizeIndex(choice.blade.size) : BLADE_SIZES.length;
    };
    const rows = bladeChart(woods, HEIGHTS, TYPICAL_BLADES, larger);
    rows.forEach((row, w) => {
      for (const height of HEIGHTS) {
        expect(at(row, 'fine', height)).toBeLessThanOrEqual(at(row, 'average', height));
        expect(at(row, 'average', height)).toBeLessThanOrEqual(at(row, 'plain', height));
        const softer = rows[w - 1];
        for (const work of CHART_WORKS)
          if (softer) expect(at(softer, work, height)).toBeLessThanOrEqual(at(row, work, height));
      }
    });
  });

  test('an empty drawer, and wood too high for every blade, are said and not filled in', () => {
    expect(rowOf('red-oak', []).strips.plain).toEqual([
      { fromMm: 0, toMm: inches(2.5), choice: null, fault: expect.objectContaining({ kind: 'no-blade-for-ends' }) },
    ]);
    // A number 12 saws 1-1/4 of hard wood in comfort and half as much again with a warning: 1-7/8.
    const { plain } = rowOf('sugar-maple').strips;
    expect(plain[plain.length - 1]).toMatchObject({
      fromMm: inches(15 / 8),
      fault: { kind: 'too-high-for-every-blade' },
    });
    expect(plain[plain.length - 2]).toMatchObject({ choice: { strained: true }, toMm: inches(15 / 8) });
  });
});
