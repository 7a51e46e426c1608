import { describe, expect, test } from '@jest/globals';
import { offsetRings, shoelace, thinnestBridge } from '.';
import { blob, chance, disc, rectangle, ring } from './shapes.test-support';
import type { Point } from './point';

describe('the thinnest bridge of shapes with a closed answer', () => {
  test('two plates joined by a bar: the width of the bar', () => {
    const dumbbell = ring(
      [0, 0],
      [30, 0],
      [30, 13],
      [50, 13],
      [50, 0],
      [80, 0],
      [80, 30],
      [50, 30],
      [50, 17],
      [30, 17],
      [30, 30],
      [0, 30],
    );
    const found = thinnestBridge([dumbbell]);
    expect(found?.width).toBeCloseTo(4, 9);
    for (const end of [found!.from, found!.to]) {
      expect(end.x).toBeGreaterThanOrEqual(30);
      expect(end.x).toBeLessThanOrEqual(50);
    }
  });

  test('a round hole near the edge of a plate: what stands between them', () => {
    const found = thinnestBridge([rectangle(0, 0, 60, 40), disc(5, { x: 30, y: 7 })]);
    expect(found?.width).toBeCloseTo(2, 6);
    expect(found?.from.x).toBeCloseTo(30, 4);
  });

  test('two round holes: the gap between their circles', () => {
    const holes = [disc(4, { x: 20, y: 20 }), disc(6, { x: 30, y: 27 })];
    const found = thinnestBridge([rectangle(0, 0, 60, 60), ...holes]);
    // Circles of 720 short lines stand in by less than a hundred-thousandth of their radius.
    expect(found?.width).toBeCloseTo(Math.hypot(10, 7) - 10, 3);
  });

  test('a ring: its wall, though all of it thins at once', () => {
    expect(thinnestBridge([disc(20), disc(17)])?.width).toBeCloseTo(3, 3);
  });

  test('a notch that nearly reaches the other side: from its point', () => {
    const found = thinnestBridge([ring([0, 0], [60, 0], [60, 20], [32, 20], [30, 3], [28, 20], [0, 20])]);
    expect(found).toMatchObject({ width: expect.closeTo(3, 9), from: { x: 30, y: 3 }, to: { x: 30, y: 0 } });
  });

  test('the order and direction of the lines change nothing', () => {
    const rings = [rectangle(0, 0, 60, 40), disc(5, { x: 30, y: 7 })];
    const turned = rings.map((points) => [...points].reverse()).reverse();
    expect(thinnestBridge(turned)?.width).toBeCloseTo(thinnestBridge(rings)!.width, 9);
  });
});

describe('wood that is no bridge', () => {
  test.each<[string, Point[]]>([
    ['a rectangle', rectangle(0, 0, 50, 10)],
    ['a disc', disc(10)],
    ['a wedge that runs out into a tip', ring([0, 0], [40, 4], [0, 8])],
    ['a bar that is as thin all along', ring([0, 0], [10, 0], [10, 10], [40, 10], [40, 12], [8, 12], [8, 2], [0, 2])],
  ])('%s', (_name, shape) => {
    const found = thinnestBridge([shape]);
    // Offsets shrink each of these to nothing without ever splitting it.
    expect(found).toBeNull();
  });
});

/** Twice the smallest inward offset after which the count of outlines grows or that of holes falls, by bisection. */
function byOffsets(rings: readonly Point[][], most: number): number | null {
  const whole = (by: number): boolean => {
    const left = offsetRings(rings, -by).filter((one) => Math.abs(shoelace(one)) > 1e-6);
    const outlines = left.filter((one) => shoelace(one) > 0).length;
    return outlines <= 1 && left.length - outlines === rings.length - 1;
  };
  // From below: a later offset may well leave one piece again.
  for (let by = 0; by < most; by += most / 400) {
    if (whole(by)) continue;
    let [low, high] = [by - most / 400, by];
    for (let i = 0; i < 14; i++) {
      const middle = (low + high) / 2;
      if (whole(middle)) low = middle;
      else high = middle;
    }
    return 2 * high;
  }
  return null;
}

describe('the thinnest bridge against offsets by the clipping library', () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12])('random blobs with holes, seed %i', (seed) => {
    const next = chance(seed);
    const outline = blob(14, next, 40);
    const holes = [blob(9, next, 4, { x: 3, y: 2 })].filter(() => next() > 0.4);
    const rings = [outline, ...holes];
    const clear = holes.every((hole) => hole.every((p) => p.x ** 2 + p.y ** 2 < 8 ** 2));
    expect(clear).toBe(true);
    const [found, expected] = [thinnestBridge(rings)?.width ?? null, byOffsets(rings, 12)];
    // A tip that swells by under two hundredths is none to us; below that both must agree to the offset's own roundness.
    if (expected === null) expect(found ?? Infinity).toBeGreaterThan(23);
    else expect(Math.abs((found ?? Infinity) - expected)).toBeLessThan(0.05);
  });
});
