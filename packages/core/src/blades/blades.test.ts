import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BLADE_SIZES,
  chooseBlades,
  comfortHeight,
  pierceBit,
  STRETCH,
  turningRadius,
  TYPICAL_BLADES,
  type BladePreferences,
  type CutDemand,
} from '.';
import { inches } from '../units';
import { hardnessClass, woodById } from '../wood';

const larger: BladePreferences = { betweenSizes: 'larger', favouriteForm: 'reverse', ends: 'plain' };
const smaller: BladePreferences = { ...larger, betweenSizes: 'smaller' };

const demand = (
  wood: string,
  heightInches: number,
  radiusInches: number | null,
  corners: number,
  turnable = true,
): CutDemand => ({
  hardnessN: woodById(wood)!.hardnessN,
  heightMm: inches(heightInches),
  tightestRadius: radiusInches === null ? null : inches(radiusInches),
  sharpInsideCorners: corners,
  turnable,
});

const first = (cut: CutDemand, preferences: BladePreferences) => {
  const result = chooseBlades(cut, TYPICAL_BLADES, preferences);
  if (!result.ok) throw new Error(result.error.message);
  return result.value[0]!;
};

describe('what a maker would pick', () => {
  // checks.md, common practice: none 0, few up to 4, some up to 12, many above.
  test.each([
    ['birch-plywood', 1 / 4, 3 / 8, 8, ['5', '3']],
    ['birch-plywood', 1 / 2, 1 / 16, 20, ['5']],
    ['birch-plywood', 1 / 2, null, 3, ['7', '5']],
    ['red-oak', 1 / 2, 3 / 16, 0, ['7', '5']],
    ['red-oak', 1 / 2, 1 / 16, 20, ['5']],
    ['red-oak', 3 / 4, 1 / 4, 8, ['9', '7']],
    ['white-pine', 3 / 2, 3 / 16, 3, ['7', '9']],
  ] as const)('%s %d in, curve %s, %d corners: %j', (wood, height, radius, corners, sizes) => {
    for (const preferences of [larger, smaller]) {
      const { blade, reasons } = first(demand(wood, height, radius, corners), preferences);
      expect(sizes).toContain(blade.size);
      expect(reasons.map(({ rule }) => rule)).toContain('comfort-height');
    }
  });

  test('the school that goes smaller takes 7 in red oak 3/4, the other 9', () => {
    expect(first(demand('red-oak', 3 / 4, 1 / 4, 8), larger).blade.size).toBe('9');
    expect(first(demand('red-oak', 3 / 4, 1 / 4, 8), smaller).blade.size).toBe('7');
  });

  test('a hard dense wood that cannot be turned gets a number 3 spiral', () => {
    const { blade, reasons } = first(demand('purpleheart', 3 / 4, null, 0, false), larger);
    expect([blade.size, blade.form]).toEqual(['3', 'spiral']);
    expect(reasons.at(-1)?.rule).toBe('no-turn-spiral');
  });

  test('very hard wood takes skip teeth whatever is liked', () => {
    expect(first(demand('hickory', 1 / 2, 1, 0), larger).blade.form).toBe('skip');
    expect(first(demand('cherry', 1 / 2, 1, 0), larger).blade.form).toBe('reverse');
  });

  test('says that a curve below the steering limit must be pivoted', () => {
    const { reasons } = first(demand('red-oak', 3 / 4, 0.02, 0), larger);
    expect(reasons.map(({ rule }) => rule)).toContain('pivots');
  });
});

describe('what cannot be done', () => {
  test('wood higher than every blade can be stretched to', () => {
    const result = chooseBlades(demand('sugar-maple', 2, null, 0), TYPICAL_BLADES, larger);
    expect(result).toMatchObject({ ok: false, error: { kind: 'too-high-for-every-blade' } });
  });

  test('up to one and a half times the comfortable height is possible, and marked', () => {
    expect(first(demand('sugar-maple', 1.5, null, 0), larger)).toMatchObject({ strained: true, blade: { size: '12' } });
  });

  test('a saw for pinned ends with a drawer of plain ones', () => {
    const result = chooseBlades(demand('red-oak', 0.5, null, 0), TYPICAL_BLADES, { ...larger, ends: 'pinned' });
    expect(result).toMatchObject({ ok: false, error: { kind: 'no-blade-for-ends' } });
  });

  test('a height that is not above zero is a broken promise', () => {
    expect(() => chooseBlades(demand('red-oak', 0, null, 0), TYPICAL_BLADES, larger)).toThrow('heightMm');
  });
});

test('whatever is chosen is in the drawer and can saw the height', () => {
  const anyCut = fc.record({
    hardnessN: fc.integer({ min: 1500, max: 11000 }),
    heightMm: fc.double({ min: 1, max: 60, noNaN: true }),
    tightestRadius: fc.option(fc.double({ min: 0.5, max: 100, noNaN: true })),
    sharpInsideCorners: fc.nat(40),
    turnable: fc.boolean(),
  });
  fc.assert(
    fc.property(
      anyCut,
      fc.subarray([...TYPICAL_BLADES]),
      fc.constantFrom(larger, smaller),
      (cut, drawer, preferences) => {
        const result = chooseBlades(cut, drawer, preferences);
        if (!result.ok) return;
        for (const { blade } of result.value) {
          expect(drawer).toContain(blade);
          if (blade.form === 'spiral') continue;
          const limit = comfortHeight(blade.size, hardnessClass(cut.hardnessN)) * STRETCH;
          expect(limit).toBeGreaterThanOrEqual(cut.heightMm - 1e-6);
        }
      },
    ),
  );
});

describe('blade figures', () => {
  test('turning radius of a rectangle in a ring, checked by placing its corners', () => {
    const blade = { widthMm: 1.143, thicknessMm: 0.4318, kerfMm: 0.6096 };
    const radius = turningRadius(blade);
    // The blade's back corner lies on the outer wall, its inner side touches the inner wall (Pythagoras).
    const innerWall = radius - blade.kerfMm / 2;
    const outerWall = radius + blade.kerfMm / 2;
    const corner = Math.hypot(innerWall + blade.thicknessMm, blade.widthMm / 2);
    expect(corner).toBeCloseTo(outerWall, 9);
    expect(turningRadius({ ...blade, kerfMm: blade.thicknessMm })).toBe(Infinity);
  });

  test('thicker numbers are wider, stiffer and have fewer teeth', () => {
    const skip = TYPICAL_BLADES.filter(({ form, ends }) => form === 'skip' && ends === 'plain');
    expect(skip.map(({ size }) => size)).toEqual([...BLADE_SIZES]);
    for (const [i, blade] of skip.slice(1).entries()) {
      expect(blade.widthMm).toBeGreaterThan(skip[i]!.widthMm);
      expect(blade.teethPerInch).toBeLessThanOrEqual(skip[i]!.teethPerInch);
      expect(blade.kerfMm).toBeGreaterThan(blade.thicknessMm);
    }
  });

  test('plain ends pass a smaller hole than pinned ones', () => {
    const seven = { widthMm: inches(0.045), thicknessMm: inches(0.017) };
    // Diagonal 0.0481 in; the next 1/64 above it is 4/64.
    expect(pierceBit({ ...seven, ends: 'plain' })).toBe(inches(4 / 64));
    expect(pierceBit({ ...seven, ends: 'pinned' })).toBe(inches(3 / 16));
    expect(pierceBit({ widthMm: 30, thicknessMm: 1, ends: 'plain' })).toBeNull();
  });
});
