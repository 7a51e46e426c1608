import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BLADE_SIZES,
  chooseBlades,
  comfortOf,
  costInCut,
  pierceBit,
  sizeIndex,
  steeredRadius,
  STRETCH,
  turningRadius,
  TYPICAL_BLADES,
  type Blade,
  type BladePreferences,
  type CutDemand,
} from '.';
import { inches } from '../units';
import { WOODS } from '../wood';
import { demandOf, LARGER as larger, outlineIn as demand, SMALLER as smaller } from './demands.test-support';
import { tried } from '../cases.test-support';

const EVERY_KIND = TYPICAL_BLADES.map((blade) => ({ ...blade, inDrawer: true }));

const chosen = (cut: CutDemand, preferences: BladePreferences, drawer: readonly Blade[] = TYPICAL_BLADES) => {
  const result = chooseBlades(cut, drawer, preferences);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const first = (cut: CutDemand, preferences: BladePreferences) => chosen(cut, preferences)[0]!;

describe('what a maker would pick', () => {
  // Common practice, no published source. Corners: none 0, few up to 4, some up to 12, many above. The answer of the school
  // that goes larger first, then that of the other; where they agree it is no border case. In a common drawer and in one with every
  // kind of teeth.
  test.each([
    ['birch-plywood', 1 / 4, 3 / 8, [5, 8, 12], '5', '3'],
    ['birch-plywood', 1 / 2, 1 / 16, [13, 20, 60], '5', '5'],
    ['birch-plywood', 1 / 2, null, [1, 3, 4], '7', '5'],
    ['red-oak', 1 / 2, 3 / 16, [0], '7', '5'],
    ['red-oak', 1 / 2, 1 / 16, [13, 20, 60], '5', '5'],
    ['red-oak', 3 / 4, 1 / 4, [5, 8, 12], '9', '7'],
    ['yellow-poplar', 1 / 4, 3 / 8, [1, 3, 4], '3', '3'],
    ['mdf', 1 / 2, 1 / 4, [0], '5', '5'],
    ['red-oak', 1, null, [5, 8, 12], '9', '9'],
    ['white-pine', 3 / 2, 3 / 16, [1, 3, 4], '9', '7'],
  ] as const)('%s %d in, curve %s, %j corners: %s by the larger school, %s by the smaller', (...row) => {
    const [wood, height, radius, counts, large, small] = row;
    for (const corners of counts)
      for (const lengthMm of [150, 300, 600, 1200])
        for (const [preferences, size, drawer] of [
          [larger, large, TYPICAL_BLADES],
          [smaller, small, TYPICAL_BLADES],
          [larger, large, EVERY_KIND],
          [smaller, small, EVERY_KIND],
        ] as const) {
          const cut = demand(wood, height, radius, corners, { lengthMm });
          const [choice, other] = chosen(cut, preferences, drawer);
          expect([corners, lengthMm, choice!.blade.size]).toEqual([corners, lengthMm, size]);
          const rules = choice!.reasons.map(({ rule }) => rule);
          expect(rules).toContain('comfort-height');
          // The runner-up is named as such where there is one, and what the neighbours would cost where there is none.
          expect(rules.includes('within-border')).toBe(large !== small);
          expect(rules.includes('larger-costs')).toBe(large === small);
          expect(other?.blade.size).toBe(large === small ? undefined : preferences === larger ? small : large);
        }
  });

  test('pieces to be painted want the kerf of a 5 even where a 3 would do', () => {
    const cut = demand('yellow-poplar', 1 / 4, 3 / 8, 3);
    expect(first(cut, larger).blade.size).toBe('3');
    expect(first({ ...cut, wants: ['room-for-paint'] }, larger).blade.size).toBe('5');
  });

  test('a clean lower face wants teeth that cut upwards too, whatever is liked', () => {
    const cut = demand('cherry', 1 / 2, 1, 0);
    const liking = { ...larger, favouriteForm: 'skip' as const };
    expect(first(cut, liking).blade.form).toBe('skip');
    const clean = first({ ...cut, wants: ['clean-underside'] }, liking);
    expect(clean.blade.form).toBe('reverse');
    expect(clean.reasons.map(({ rule }) => rule)).toContain('form-costs-less');
  });

  test('what is no border case says what the next sizes would cost more, and for what', () => {
    // 1 in of hard wood is beyond the comfort of a 7, and a 12 leaves a ragged place in every corner.
    const { reasons } = first(demand('red-oak', 1, null, 8), larger);
    expect(reasons).toContainEqual(
      expect.objectContaining({ rule: 'smaller-costs', inputs: expect.objectContaining({ size: '7', most: 'risk' }) }),
    );
    expect(reasons).toContainEqual(
      expect.objectContaining({
        rule: 'larger-costs',
        inputs: expect.objectContaining({ size: '12', most: 'smoothing' }),
      }),
    );
  });

  test('within one tooth form, thicker or harder never gives a smaller size, and finer never a larger', () => {
    const kinds = [...new Set(WOODS.map(({ hardnessN }) => hardnessN))].sort((a, b) => a - b);
    const drawer = TYPICAL_BLADES.filter(({ form }) => form === 'reverse');
    const length = fc.integer({ min: 60, max: 3000 });
    const radius = fc.option(fc.double({ min: 0.1, max: 60, noNaN: true }));
    const height = fc.integer({ min: 2, max: 100 }).map((n) => n / 64);
    const sizeOf = (cut: CutDemand, preferences: BladePreferences): number => {
      const found = chooseBlades(cut, drawer, preferences);
      return found.ok ? sizeIndex(found.value[0]!.blade.size) : BLADE_SIZES.length;
    };
    fc.assert(
      fc.property(
        fc.tuple(fc.constantFrom(...kinds), fc.constantFrom(...kinds)),
        fc.tuple(height, height),
        fc.tuple(radius, fc.double({ min: 0.2, max: 1, noNaN: true })),
        fc.tuple(fc.nat(40), fc.nat(20)),
        length,
        fc.constantFrom(larger, smaller),
        ([one, other], [low, high], [tightest, share], [corners, more], lengthMm, school) => {
          const cut = demandOf({
            hardnessN: Math.min(one, other),
            heightMm: inches(Math.min(low, high)),
            tightestRadius: tightest,
            sharpInsideCorners: corners,
            turnable: true,
            openingMm: null,
            lengthMm,
          });
          const { pace: _pace, ...bare } = cut;
          const size = sizeOf(cut, school);
          expect(sizeOf(demandOf({ ...bare, heightMm: inches(Math.max(low, high)) }), school)).toBeGreaterThanOrEqual(
            size,
          );
          expect(sizeOf(demandOf({ ...bare, hardnessN: Math.max(one, other) }), school)).toBeGreaterThanOrEqual(size);
          const finer = { ...cut, tightestRadius: (tightest ?? 60) * share, sharpInsideCorners: corners + more };
          expect(sizeOf(finer, school)).toBeLessThanOrEqual(size);
        },
      ),
      tried(2000),
    );
  });

  test('a hard dense wood that cannot be turned gets a number 3 spiral', () => {
    const { blade, reasons } = first(demand('purpleheart', 3 / 4, null, 0, { turnable: false }), larger);
    expect([blade.size, blade.form]).toEqual(['3', 'spiral']);
    expect(reasons.map(({ rule }) => rule)).toContain('no-turn-spiral');
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
    const wide = first(demand('red-oak', 1 / 16, null, 20, { openingMm: 5 }), smaller);
    expect([wide.blade.size, wide.bitMm]).toEqual(['1', inches(1 / 32)]);
    const plain = first(demand('red-oak', 3 / 16, null, 0, { openingMm: 1 }), larger);
    expect(plain.bitMm).toBe(inches(1 / 32));
    expect(plain).toMatchObject({ blade: { size: '1' }, strained: true });
    expect(plain.reasons.map(({ rule }) => rule)).toContain('passes-the-hole');
  });

  test('an opening too narrow for every blade is told with the room there is', () => {
    const result = chooseBlades(demand('red-oak', 1 / 4, null, 0, { openingMm: 0.5 }), TYPICAL_BLADES, larger);
    expect(result).toMatchObject({ ok: false, error: { kind: 'no-bit-for-opening' } });
  });

  test.each([
    ['of wood without a hardness', demand('red-oak', 1 / 4, null, 0, { hardnessN: NaN }), 'no-hardness'],
    ['5 in high', demand('basswood', 5, null, 0), 'too-high-for-every-blade'],
  ])('a cut %s is told, and not sawn with the nearest', (_name, cut, kind) => {
    expect(chooseBlades(cut, TYPICAL_BLADES, larger)).toMatchObject({ error: { kind } });
  });

  test('a curve that no blade turns is pivoted, and says so', () => {
    const { reasons } = first(demand('red-oak', 1 / 2, 0.05 / 25.4, 0), larger);
    expect(reasons.map(({ rule }) => rule)).toContain('pivots');
  });

  test('fewer teeth for high stacks: of two that differ in them alone the coarser is taken', () => {
    const nine = TYPICAL_BLADES.find(({ id }) => id === '9-reverse')!;
    const coarse = { ...nine, id: 'coarse', teethPerInch: nine.teethPerInch - 3 };
    const fine = { ...nine, id: 'fine', teethPerInch: nine.teethPerInch + 6 };
    const chosenAt = (heightInches: number) => {
      const found = chooseBlades(demand('white-pine', heightInches, null, 0), [coarse, fine], {
        ...larger,
        favouriteForm: 'skip',
      });
      return found.ok ? found.value[0]!.blade.id : '';
    };
    expect(chosenAt(1.75)).toBe('coarse');
    expect(chosenAt(1 / 2)).toBe('fine');
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
      (bare, drawer, preferences) => {
        const cut = demandOf(bare);
        const result = chooseBlades(cut, drawer, preferences);
        if (!result.ok) return;
        for (const { blade } of result.value) {
          expect(drawer).toContain(blade);
          if (cut.openingMm !== null) expect(pierceBit(blade)!).toBeLessThanOrEqual(cut.openingMm + 1e-6);
          expect(comfortOf(blade, cut.hardnessN) * STRETCH).toBeGreaterThanOrEqual(cut.heightMm - 1e-6);
        }
      },
    ),
    tried(100),
  );
});

test('one more blade in the drawer never makes the best worse by more than the border that the schools choose in', () => {
  fc.assert(
    fc.property(
      fc.record({
        hardnessN: fc.integer({ min: 1500, max: 11000 }),
        heightMm: fc.double({ min: 1, max: 50, noNaN: true }),
        tightestRadius: fc.option(fc.double({ min: 0.3, max: 5, noNaN: true })),
        sharpInsideCorners: fc.nat(40),
        turnable: fc.constant(true),
        openingMm: fc.constant(null),
        lengthMm: fc.integer({ min: 50, max: 3000 }),
      }),
      fc.subarray([...TYPICAL_BLADES]),
      fc.constantFrom(...TYPICAL_BLADES),
      fc.constantFrom(larger, smaller),
      (bare, own, more, preferences) => {
        const cut = demandOf(bare);
        const costs = (drawer: readonly Blade[]): number[] => {
          const found = chooseBlades(
            cut,
            drawer.map((blade) => ({ ...blade, inDrawer: true })),
            preferences,
          );
          return found.ok
            ? found.value.map(({ blade }) => costInCut(cut, blade, preferences.economy).total)
            : [Infinity];
        };
        const [before, after] = [costs(own), costs([...own, more])];
        // Teeth that are liked and the school may each take what costs up to six per cent more than the cheapest.
        const cheapest = Math.min(...own.map((blade) => costs([blade])[0]!), costs([more])[0]!);
        expect(after[0]!).toBeLessThanOrEqual(cheapest * 1.06 ** 2 + 1e-9);
        expect(Math.min(...after)).toBeLessThanOrEqual(Math.min(...before) * 1.06 + 1e-9);
      },
    ),
    tried(600),
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
