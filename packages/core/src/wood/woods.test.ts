import { describe, expect, test } from '@jest/globals';
import { hardnessClass, woodById, WOODS } from '.';

describe('the table of woods', () => {
  test('has at least twenty species and five sheet goods, each with an origin', () => {
    expect(WOODS.filter(({ kind }) => kind === 'solid').length).toBeGreaterThanOrEqual(20);
    expect(WOODS.filter(({ kind }) => kind === 'sheet').length).toBeGreaterThanOrEqual(5);
    for (const wood of WOODS) {
      expect(wood.hardnessN).toBeGreaterThan(1000);
      expect(wood.densityKgM3).toBeGreaterThan(300);
      expect(wood.densityKgM3).toBeLessThan(1100);
      expect(wood.source === 'saws-like').toBe(wood.sawsLike !== null);
    }
    expect(new Set(WOODS.map(({ id }) => id)).size).toBe(WOODS.length);
  });

  // Wood Handbook, chapter 5 (from memory): side hardness in lbf, turned into newtons by hand.
  test.each([
    ['white-pine', 1690, 'soft'],
    ['cherry', 4226, 'medium'],
    ['walnut', 4493, 'medium'],
    ['red-oak', 5738, 'hard'],
    ['sugar-maple', 6450, 'hard'],
    ['birch-plywood', 5605, 'hard'],
  ])('%s: %d N, saws %s', (id, newtons, sawing) => {
    const wood = woodById(id);
    expect(wood?.hardnessN).toBe(newtons);
    expect(hardnessClass(wood?.hardnessN ?? 0)).toBe(sawing);
  });

  test('no two woods share a colour', () => {
    expect(new Set(WOODS.map(({ swatch }) => swatch.ground)).size).toBe(WOODS.length);
  });

  test('an unknown wood is undefined', () => {
    expect(woodById('driftwood')).toBeUndefined();
  });
});
