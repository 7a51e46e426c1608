import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { driftBy, leanOfBlock, squarenessBy } from './square';
import { tried } from '../cases.test-support';

interface P {
  readonly x: number;
  readonly z: number;
}

/**
 * Saws the strip in cross-section: x to the right, z up from the table, a blade that leans to the right by `lean`. First with
 * the strip left of the blade, then turned over end for end (left stays left, above and below change), right of it.
 */
function sawnStrip(lean: number, thickness: number, width: number) {
  const at = (x: number, z: number): number => x + z * Math.tan(lean);
  const first: P[] = [0, thickness].map((z) => ({ x: at(width, z), z }));
  const turned = first.map(({ x, z }) => ({ x, z: thickness - z }));
  const second: P[] = [0, thickness].map((z) => ({ x: at(0, z), z }));
  const widthAt = (z: number): number => turned.find((p) => p.z === z)!.x - second.find((p) => p.z === z)!.x;
  return { belowMm: widthAt(0), aboveMm: widthAt(thickness), thicknessMm: thickness };
}

describe('a strip sawn on both sides', () => {
  test('tells the lean of the blade over the table, and the side of the table that stands high', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.1, max: 0.1, noNaN: true }).filter((lean) => Math.abs(lean) > 0.002),
        fc.double({ min: 5, max: 50, noNaN: true }),
        (lean, thickness) => {
          const { error, lower } = squarenessBy(sawnStrip(lean, thickness, 40));
          expect(error).toBeCloseTo(Math.abs(lean), 9);
          expect(lower).toBe(lean > 0 ? 'right' : 'left');
        },
      ),
      tried(100),
    );
  });

  test('equal widths are square, as far as a caliper tells', () => {
    expect(squarenessBy({ belowMm: 20, aboveMm: 20.01, thicknessMm: 19 }).lower).toBeNull();
    expect(() => squarenessBy({ belowMm: 20, aboveMm: 20, thicknessMm: 0 })).toThrow('thicknessMm');
  });
});

test('a block as high as it leans stands at 45 degrees; at 18.43 degrees 3 high leans 1', () => {
  expect(leanOfBlock(30, Math.PI / 4)).toBeCloseTo(30, 9);
  // From the table of nested rings: 1/4 on 3/4 without kerf is 18.43 degrees.
  expect(leanOfBlock(19.05, (18.4349 * Math.PI) / 180)).toBeCloseTo(6.35, 3);
});

test('a blade that is as far off as it has gone pulls by half a right angle; none off, not at all', () => {
  expect(driftBy(100, 100)).toBeCloseTo(Math.PI / 4, 12);
  expect(driftBy(0, 100)).toBe(0);
  // 1/4 in after 6 in: tan is 1/24.
  expect(Math.tan(driftBy(6.35, 152.4))).toBeCloseTo(1 / 24, 12);
  expect(() => driftBy(1, 0)).toThrow('lengthMm');
});
