import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import loadHighs from 'highs';
import { type Bars, cutBars, highsSolver, type Lengths, type LinearSolver } from '.';
import { tried } from '../cases.test-support';

let solver: LinearSolver;
beforeAll(async () => {
  solver = highsSolver(await loadHighs());
});

/** Each bar holds what is cut from it with a kerf between, no bar is cut twice, every piece is cut or missing. */
function expectSound(wanted: readonly Lengths[], bars: readonly Bars[], kerf: number): ReturnType<typeof cutBars> {
  const layout = cutBars(wanted, bars, kerf, solver);
  const left = wanted.map(({ count }, i) => count - (layout.missing[i] ?? 0));
  const used = bars.map(() => 0);
  for (const { bar, pieces } of layout.cuts) {
    used[bar]!++;
    const lengths = pieces.flatMap((count, i) => Array.from({ length: count }, () => wanted[i]!.length));
    expect(lengths.reduce((sum, length) => sum + length + kerf, -kerf)).toBeLessThanOrEqual(bars[bar]!.length);
    pieces.forEach((count, i) => (left[i]! -= count));
  }
  expect(left.every((count) => count === 0)).toBe(true);
  used.forEach((count, i) => expect(count).toBeLessThanOrEqual(bars[i]!.count));
  return layout;
}

/** All ways, by hand: each piece in turn on each bar begun, or on a new one of each kind. */
function fewestBars(pieces: readonly number[], length: number, kerf: number): number {
  let fewest = pieces.length;
  const place = (n: number, left: readonly number[]): void => {
    if (left.length >= fewest) return;
    const piece = pieces[n];
    if (piece === undefined) {
      fewest = left.length;
      return;
    }
    left.forEach((room, i) => {
      if (room >= piece + kerf) place(n + 1, [...left.slice(0, i), room - piece - kerf, ...left.slice(i + 1)]);
    });
    place(n + 1, [...left, length + kerf - piece - kerf]);
  };
  place(0, []);
  return fewest;
}

describe('lengths from bars', () => {
  test('a published case of thirteen widths: seventy-three bars, and no fewer', () => {
    // The worked example of the literature on the cutting stock problem: master rolls of 5600 mm.
    const [widths, counts] = [
      [1380, 1520, 1560, 1710, 1820, 1880, 1930, 2000, 2050, 2100, 2140, 2150, 2200],
      [22, 25, 12, 14, 18, 18, 20, 10, 12, 14, 16, 18, 20],
    ];
    const wanted = widths.map((length, i) => ({ length, count: counts[i]! }));
    const layout = expectSound(wanted, [{ length: 5600, count: 200, cost: 1 }], 0);
    expect([layout.cuts.length, layout.bound, layout.proven]).toEqual([73, 73, true]);
  });

  test('against trying every way: as few bars, and proven', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 100, max: 700 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 20 }),
        (lengths, kerf) => {
          const wanted = lengths.map((length) => ({ length, count: 1 }));
          const layout = expectSound(wanted, [{ length: 1000, count: 20, cost: 1 }], kerf);
          expect(layout.cuts.length).toBe(fewestBars(lengths, 1000, kerf));
          expect(layout.proven).toBe(true);
        },
      ),
      tried(60),
    );
  });

  test('few bars of several lengths: sound, as few missing as can be, never below the bound', () => {
    const lengths = fc.record({ length: fc.integer({ min: 50, max: 900 }), count: fc.integer({ min: 1, max: 6 }) });
    const bars = fc
      .record({ length: fc.integer({ min: 300, max: 1200 }), count: fc.integer({ min: 0, max: 4 }) })
      .map((bar) => ({ ...bar, cost: bar.length }));
    fc.assert(
      fc.property(
        fc.array(lengths, { minLength: 1, maxLength: 6 }),
        fc.array(bars, { minLength: 1, maxLength: 4 }),
        (wanted, given) => {
          const layout = expectSound(wanted, given, 3);
          expect(layout.cost).toBeGreaterThanOrEqual(layout.bound - 1e-6);
          const fits = (length: number): boolean => given.some((bar) => bar.count > 0 && bar.length >= length);
          // Whatever fits on a bar that was not cut would not be missing.
          const cut = given.map((_bar, i) => layout.cuts.filter(({ bar }) => bar === i).length);
          const spare = given.flatMap((bar, i) => (cut[i]! < bar.count ? [bar.length] : []));
          wanted.forEach(({ length, count }, i) => {
            if (!fits(length)) expect(layout.missing[i]).toBe(count);
            if (spare.some((one) => one >= length)) expect(layout.missing[i]).toBe(0);
          });
        },
      ),
      tried(80),
    );
  });

  test('an answer that the solver could not prove is not called proven', () => {
    // Bars of two costs leave a gap to the bound that only the solver’s own proof can close.
    const wanted = [
      { length: 40, count: 5 },
      { length: 35, count: 4 },
      { length: 30, count: 2 },
    ];
    const bars = [
      { length: 101, count: 9, cost: 1.7 },
      { length: 77, count: 9, cost: 1.31 },
    ];
    const sure = cutBars(wanted, bars, 0, solver);
    expect(sure.proven).toBe(true);
    const unsure = cutBars(wanted, bars, 0, (model) => {
      const answer = solver(model);
      return answer && { ...answer, isBest: false };
    });
    expect(unsure.proven).toBe(unsure.cost <= unsure.bound + 1e-6);
    expect(unsure.cost).toBeGreaterThanOrEqual(sure.cost - 1e-6);
  });

  test('nothing to cut from: all is missing', () => {
    expect(cutBars([{ length: 100, count: 3 }], [], 3, solver)).toMatchObject({ cuts: [], missing: [3], cost: 0 });
  });
});
