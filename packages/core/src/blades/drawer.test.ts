import { describe, expect, test } from '@jest/globals';
import { inches } from '../units';
import { chooseBlades, TYPICAL_BLADES, type Blade, type BladePreferences, type CutDemand } from '.';
import { LARGER as preferences, outlineIn, SMALLER } from './demands.test-support';

/** Red oak 1/2, a plain outline: 5 saws it in comfort, 7 is its larger neighbour. */
const plainOak = outlineIn('red-oak', 1 / 2, 1, 0);

const drawerOf = (...ids: string[]): Blade[] =>
  TYPICAL_BLADES.map((blade) => ({ ...blade, inDrawer: ids.includes(blade.id) }));

const pick = (cut: CutDemand, drawer: readonly Blade[], changes: Partial<BladePreferences> = {}): string[] => {
  const result = chooseBlades(cut, drawer, { ...preferences, ...changes });
  return result.ok ? result.value.map(({ blade }) => blade.id) : [result.error.kind];
};

describe('what is in the drawer decides', () => {
  test('with both sizes there, the school decides and the other stands behind it', () => {
    const both = drawerOf('5-reverse', '7-reverse');
    expect(pick(plainOak, both)).toEqual(['7-reverse', '5-reverse']);
    expect(pick(plainOak, both, { betweenSizes: 'smaller' })).toEqual(['5-reverse', '7-reverse']);
  });

  test('a size further than a neighbour is not taken for plain work when a nearer one serves', () => {
    expect(pick(plainOak, drawerOf('5-reverse', '12-reverse'))).toEqual(['5-reverse']);
  });

  test('without the right size the next larger one serves', () => {
    expect(pick(plainOak, drawerOf('3-reverse', '9-reverse'))).toEqual(['9-reverse']);
  });

  test('only smaller ones: the largest is stretched by half, or nothing', () => {
    // Number 3 saws 1/4 of hard wood in comfort: 3/8 is its limit, 1/2 is beyond it.
    expect(pick({ ...plainOak, heightMm: inches(3 / 8) }, drawerOf('3-reverse', '1-reverse'))).toEqual(['3-reverse']);
    expect(pick(plainOak, drawerOf('3-reverse'))).toEqual(['too-high-for-every-blade']);
  });

  test('the favourite teeth where there are any of the size, else what is there', () => {
    expect(pick(plainOak, drawerOf('5-reverse', '5-skip'), { favouriteForm: 'skip' })).toEqual(['5-skip']);
    const result = chooseBlades(plainOak, drawerOf('5-double'), preferences);
    expect(result.ok && result.value[0]!.reasons.map(({ rule }) => rule)).toContain('form-at-hand');
  });

  test('a spiral is taken only where the work cannot be turned', () => {
    const drawer = drawerOf('3-spiral', '5-reverse', '7-reverse');
    expect(pick(plainOak, drawer)).not.toContain('3-spiral');
    expect(pick({ ...plainOak, turnable: false }, drawer)).toEqual(['3-spiral']);
    expect(pick({ ...plainOak, turnable: false }, drawerOf('5-reverse'))).toEqual(['5-reverse']);
    expect(pick(plainOak, drawerOf('3-spiral'))).toEqual(['no-blade-for-ends']);
  });

  test('a saw for pinned ends takes pinned ones only', () => {
    const drawer = drawerOf('7-reverse', '7-skip-pinned');
    expect(pick(plainOak, drawer, { ends: 'pinned' })).toEqual(['7-skip-pinned']);
    expect(pick(plainOak, drawer)).toEqual(['7-reverse']);
  });
});

describe('the tightest curve', () => {
  test('a larger neighbour that could not steer it gives way to the smaller size', () => {
    const wide = TYPICAL_BLADES.map((blade) => ({
      ...blade,
      inDrawer: blade.id === '5-reverse' || blade.id === '7-reverse',
      // A blade ten millimetres wide in a narrow kerf: it steers nothing tighter than a dinner plate.
      widthMm: blade.id === '7-reverse' ? 10 : blade.widthMm,
    }));
    expect(pick(plainOak, wide)).toEqual(['5-reverse']);
  });

  test('detail takes the smallest size that saws the height, whatever the school', () => {
    const detail = { ...plainOak, tightestRadius: inches(1 / 16) };
    for (const betweenSizes of ['larger', 'smaller'] as const) {
      expect(pick(detail, TYPICAL_BLADES, { betweenSizes })).toEqual(['5-reverse']);
    }
  });

  test('many sharp corners on a short line are detail as much as a tight curve', () => {
    expect(pick({ ...plainOak, sharpInsideCorners: 40, lengthMm: 150 }, TYPICAL_BLADES)).toEqual(['5-reverse']);
    expect(pick({ ...plainOak, sharpInsideCorners: 12 }, TYPICAL_BLADES)).toEqual(['7-reverse', '5-reverse']);
  });
});

describe('in a drawer with every kind of teeth', () => {
  const every = TYPICAL_BLADES.map((blade) => ({ ...blade, inDrawer: true }));
  const LENGTHS = [150, 300, 600, 1200];
  const FAVOURITES = ['reverse', 'skip', 'two-way', 'plain'] as const;
  /** What is taken for lines of any length, in either school and whatever teeth are liked. */
  const taken = (
    of: readonly (readonly [wood: string, heightInches: number, radiusInches: number | null, corners: number])[],
    more: Partial<CutDemand> = {},
    liked: readonly BladePreferences['favouriteForm'][] = FAVOURITES,
  ): Blade[] =>
    of.flatMap((cut) =>
      LENGTHS.flatMap((lengthMm) =>
        liked.flatMap((favouriteForm) =>
          [preferences, SMALLER].map((school) => {
            const found = chooseBlades(outlineIn(...cut, { lengthMm, ...more }), every, { ...school, favouriteForm });
            if (!found.ok) throw new Error(found.error.message);
            return found.value[0]!.blade;
          }),
        ),
      ),
    );
  const sizesOf = (blades: readonly Blade[]): string[] => [...new Set(blades.map(({ size }) => size))].sort();

  // Common practice, no published source.
  test('1/4 yellow-poplar, a plain outline with a few corners: a 3 in either school, never a plain-toothed 5', () => {
    const plain = ([3 / 8, null] as const).flatMap((radius) =>
      [1, 3, 4].map((corners) => ['yellow-poplar', 1 / 4, radius, corners] as const),
    );
    expect(sizesOf(taken(plain))).toEqual(['3']);
  });

  test('very hard wood 1-1/2 in high: a skip before a wide kerf, which is strained as much and packs', () => {
    const high = ['hickory', 'purpleheart'].flatMap((wood) =>
      ([1 / 4, 3 / 16, null] as const).flatMap((radius) =>
        [0, 3, 8].map((corners) => [wood, 3 / 2, radius, corners] as const),
      ),
    );
    const blades = taken(high, {}, ['reverse', 'skip']);
    expect([...new Set(blades.map(({ id }) => id))]).toEqual(['12-skip']);
  });

  test.each(['sugar-maple', 'birch-plywood', 'cherry', 'walnut', 'basswood'])(
    'fretwork in 1/8 veneer of %s: a 1 or a 2/0',
    (wood) => {
      const fretwork = [13, 20, 60].map((corners) => [wood, 1 / 8, 1 / 16, corners] as const);
      expect(['1', '2/0']).toEqual(expect.arrayContaining(sizesOf(taken(fretwork))));
    },
  );

  test('a puzzle in 1/2 plywood, whose pieces hold each other: a 5 or a 3; without that want a 7 in one school', () => {
    const puzzle = ([1 / 4, 3 / 16, 1 / 8] as const).map((radius) => ['birch-plywood', 1 / 2, radius, 0] as const);
    expect(['3', '5']).toEqual(expect.arrayContaining(sizesOf(taken(puzzle, { wants: ['narrow-kerf'] }))));
    expect(sizesOf(taken(puzzle))).toContain('7');
  });
});
