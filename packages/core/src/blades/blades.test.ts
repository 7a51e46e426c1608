import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BLADE_SIZES,
  chooseBlades,
  comfortHeight,
  curveTaken,
  pierceBit,
  sizeIndex,
  steeredRadius,
  STRETCH,
  turningRadius,
  typicalBlade,
  TYPICAL_BLADES,
  type Blade,
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
  openingMm: number | null = null,
): CutDemand => ({
  hardnessN: woodById(wood)!.hardnessN,
  heightMm: inches(heightInches),
  tightestRadius: radiusInches === null ? null : inches(radiusInches),
  sharpInsideCorners: corners,
  turnable,
  openingMm,
});

const first = (cut: CutDemand, preferences: BladePreferences) => {
  const result = chooseBlades(cut, TYPICAL_BLADES, preferences);
  if (!result.ok) throw new Error(result.error.message);
  return result.value[0]!;
};

describe('what a maker would pick', () => {
  // Common practice, no published source. Corners: none 0, few up to 4, some up to 12, many above. The answer of the school
  // that goes larger first, then that of the other; where they agree it is no border case.
  test.each([
    ['birch-plywood', 1 / 4, 3 / 8, 8, '5', '3'],
    ['birch-plywood', 1 / 2, 1 / 16, 20, '5', '5'],
    ['birch-plywood', 1 / 2, null, 3, '7', '5'],
    ['red-oak', 1 / 2, 3 / 16, 0, '7', '5'],
    ['red-oak', 1 / 2, 1 / 16, 20, '5', '5'],
    ['red-oak', 3 / 4, 1 / 4, 8, '9', '7'],
    ['yellow-poplar', 1 / 4, 3 / 8, 3, '3', '3'],
    ['mdf', 1 / 2, 1 / 4, 0, '5', '5'],
    ['red-oak', 1, null, 8, '9', '9'],
    ['white-pine', 3 / 2, 3 / 16, 3, '9', '7'],
  ] as const)('%s %d in, curve %s, %d corners: %s by the larger school, %s by the smaller', (...row) => {
    const [wood, height, radius, corners, large, small] = row;
    for (const [preferences, size] of [
      [larger, large],
      [smaller, small],
    ] as const) {
      const { blade, reasons } = first(demand(wood, height, radius, corners), preferences);
      expect(blade.size).toBe(size);
      expect(reasons.map(({ rule }) => rule)).toContain('comfort-height');
      expect(reasons.some(({ rule }) => rule === 'school')).toBe(large !== small);
    }
  });

  test('what is no border case says why, with its figures', () => {
    const reasonsFor = (cut: CutDemand) => first(cut, larger).reasons;
    // A 3 saws 1/2 of soft wood in comfort: 1/4 is half of that.
    expect(reasonsFor(demand('yellow-poplar', 1 / 4, 3 / 8, 3))).toContainEqual(
      expect.objectContaining({ rule: 'well-within', inputs: expect.objectContaining({ small: '3', share: 50 }) }),
    );
    // 1 in of hard wood is all the comfort of a 9; a 12 is wider than what turns on the spot.
    expect(reasonsFor(demand('red-oak', 1, null, 8))).toContainEqual(
      expect.objectContaining({
        rule: 'larger-too-coarse',
        inputs: expect.objectContaining({ large: '12', corners: 8 }),
      }),
    );
    // A 9 with reverse teeth steers no less than about 1 mm, by the formula: 1.35^2 / (8 x 0.178) - 0.23.
    expect(reasonsFor(demand('red-oak', 3 / 4, null, 0)).map(({ rule }) => rule)).toContain('school');
  });

  test('thicker or harder never gives a smaller size, in either school', () => {
    const woods = ['basswood', 'yellow-poplar', 'cherry', 'red-oak', 'sugar-maple'];
    for (const preferences of [larger, smaller]) {
      for (const corners of [0, 3, 8, 20]) {
        for (const [w, wood] of woods.entries()) {
          let before = -1;
          for (let n = 1; n <= 20; n++) {
            const size = sizeIndex(first(demand(wood, n / 16, 1, corners), preferences).blade.size);
            expect(size).toBeGreaterThanOrEqual(before);
            before = size;
            const softer = woods[w - 1];
            if (softer === undefined) continue;
            expect(size).toBeGreaterThanOrEqual(
              sizeIndex(first(demand(softer, n / 16, 1, corners), preferences).blade.size),
            );
          }
        }
      }
    }
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

  test('says whether the tightest curve is steered, taken slowly or pivoted', () => {
    const ruleAt = (radius: number) =>
      first(demand('red-oak', 1 / 2, radius / 25.4, 20), { ...larger, favouriteForm: 'reverse' }).reasons.find(
        ({ rule }) => ['steers', 'slow-turn', 'pivots'].includes(rule),
      );
    const blade = TYPICAL_BLADES.find(({ id }) => id === '5-reverse')!;
    const limit = blade.widthMm ** 2 / (8 * (blade.kerfMm - blade.thicknessMm)) - blade.thicknessMm / 2;
    expect(ruleAt(1.41 * limit)?.rule).toBe('steers');
    expect(ruleAt(1.39 * limit)?.rule).toBe('slow-turn');
    expect(ruleAt(1.01 * limit)).toMatchObject({
      rule: 'slow-turn',
      inputs: { limitMm: expect.closeTo(limit, 9), handMm: expect.closeTo(1.4 * limit, 9) },
    });
    expect(ruleAt(0.99 * limit)?.rule).toBe('pivots');
  });

  test('what a hand steers, against radius charts of narrow band saw blades (from memory)', () => {
    // Width and smallest radius, in; bodies of 0.022 in kerfs of 0.039.
    const chart = [
      [1 / 8, 3 / 16],
      [3 / 16, 5 / 16],
      [1 / 4, 5 / 8],
      [3 / 8, 23 / 16],
      [1 / 2, 5 / 2],
    ] as const;
    const shares = chart
      .map(([width, radius]) => {
        const blade = { widthMm: inches(width), thicknessMm: inches(0.022), kerfMm: inches(0.039) };
        return inches(radius) / steeredRadius(blade);
      })
      .sort((a, b) => a - b);
    // The median of the chart is what a hand is taken to steer; none is further off than by a third.
    expect(shares[2]).toBeCloseTo(1, 1);
    expect(shares.every((share) => share > 0.75 && share < 4 / 3)).toBe(true);
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

  test('an opening with no room for the hole of the usual blade takes a smaller one, and says so', () => {
    // A number 5 is 0.0412 in across its corners and wants 3/64; a number 1 is 0.0291 and passes 1/32 (0.794 mm).
    const wide = first(demand('red-oak', 1 / 8, null, 20, true, 5), smaller);
    expect([wide.blade.size, wide.bitMm]).toEqual(['1', inches(1 / 32)]);
    const plain = first(demand('red-oak', 3 / 16, null, 0, true, 1), larger);
    expect(plain.bitMm).toBe(inches(1 / 32));
    expect(plain).toMatchObject({ blade: { size: '1' }, strained: true });
    expect(plain.reasons.map(({ rule }) => rule)).toContain('passes-the-hole');
  });

  test('an opening too narrow for every blade is told with the room there is', () => {
    const result = chooseBlades(demand('red-oak', 1 / 4, null, 0, true, 0.5), TYPICAL_BLADES, larger);
    expect(result).toMatchObject({ ok: false, error: { kind: 'no-bit-for-opening' } });
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
    openingMm: fc.option(fc.double({ min: 0.2, max: 10, noNaN: true })),
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
          if (cut.openingMm !== null) expect(pierceBit(blade)!).toBeLessThanOrEqual(cut.openingMm + 1e-6);
          if (blade.form === 'spiral') continue;
          const limit = comfortHeight(blade.size, hardnessClass(cut.hardnessN)) * STRETCH;
          expect(limit).toBeGreaterThanOrEqual(cut.heightMm - 1e-6);
        }
      },
    ),
  );
});

test('one more blade in the drawer never makes the choice worse: no strain that was not, no curve harder to take for nothing', () => {
  const hardships = ['steers', 'slow-turn', 'pivots'];
  const judged = (cut: CutDemand, drawer: readonly Blade[], preferences: BladePreferences) => {
    const result = chooseBlades(cut, drawer, preferences);
    const choice = result.ok ? result.value[0] : undefined;
    if (!choice) return { strained: true, share: Infinity, curve: Infinity };
    const share = cut.heightMm / comfortHeight(choice.blade.size, hardnessClass(cut.hardnessN));
    const curve = cut.tightestRadius === null ? 0 : hardships.indexOf(curveTaken(choice.blade, cut.tightestRadius));
    return { strained: choice.strained, share, curve };
  };
  fc.assert(
    fc.property(
      fc.record({
        hardnessN: fc.integer({ min: 1500, max: 7000 }),
        heightMm: fc.double({ min: 1, max: 50, noNaN: true }),
        tightestRadius: fc.option(fc.double({ min: 0.3, max: 5, noNaN: true })),
        sharpInsideCorners: fc.nat(40),
        turnable: fc.constant(true),
        openingMm: fc.constant(null),
      }),
      fc.subarray(BLADE_SIZES.map((size) => typicalBlade(size, 'reverse', 'plain'))),
      fc.constantFrom(...BLADE_SIZES),
      fc.constantFrom(larger, smaller),
      (cut, own, size, preferences) => {
        const drawer = own.map((blade) => ({ ...blade, inDrawer: true }));
        const before = judged(cut, drawer, preferences);
        const after = judged(cut, [...drawer, { ...typicalBlade(size, 'skip', 'plain'), inDrawer: true }], preferences);
        expect(after.strained && !before.strained).toBe(false);
        // A curve is harder to take only with a blade that is less near its limit, where the other was strained.
        if (after.curve > before.curve) expect([before.strained, after.share < before.share]).toEqual([true, true]);
      },
    ),
    { numRuns: 600 },
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
