import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LABEL_HEIGHT, placeLabels } from './place-labels';

const label = fc.record({
  x: fc.integer({ min: 0, max: 300 }),
  y: fc.integer({ min: 0, max: 200 }),
  width: fc.integer({ min: 20, max: 140 }),
});

test('no label covers another, however close together what they speak of lies', () => {
  fc.assert(
    fc.property(fc.array(label, { minLength: 1, maxLength: 14 }), (labels) => {
      const boxes = placeLabels(labels).map(({ left, top }, i) => ({
        left,
        top,
        right: left + labels[i]!.width,
        bottom: top + LABEL_HEIGHT,
      }));
      for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1))
          expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true);
    }),
    { seed: 1, numRuns: 200 },
  );
});

test('a label alone stands right above its place', () => {
  const [only] = placeLabels([{ x: 50, y: 60, width: 40 }]);
  expect(only!.left).toBeGreaterThan(50);
  expect(only!.left).toBeLessThan(60);
  expect(only!.top + LABEL_HEIGHT).toBeLessThan(60);
});
