import { expect, test } from '@jest/globals';
import { circlePath } from '@rapid-jig/core';
import { cutsWords, placesWords, placeWords } from './places';

const BOX = { minX: 0, minY: 0, maxX: 90, maxY: 60 };

test.each([
  [{ x: 5, y: 55 }, 'at the upper left'],
  [{ x: 45, y: 30 }, 'in the middle'],
  [{ x: 85, y: 30 }, 'at the right'],
  [{ x: 45, y: 2 }, 'at the bottom'],
  [{ x: 80, y: 5 }, 'at the lower right'],
])('%j lies %s', (point, words) => {
  expect(placeWords(point, BOX)).toBe(words);
});

test('two in one corner are numbered from the top, and a drawing without height has no upper end', () => {
  const points = [
    { x: 10, y: 45 },
    { x: 12, y: 58 },
    { x: 80, y: 30 },
  ];
  expect(placesWords(points, BOX)).toEqual(['at the upper left, 2 of 2', 'at the upper left, 1 of 2', 'at the right']);
  expect(placeWords({ x: 5, y: 0 }, { ...BOX, maxY: 0 })).toBe('at the left');
});

test('cuts are named by what they are and where they lie, the first three of many', () => {
  const at = (kind: 'outline' | 'inside' | 'through', x: number, y: number) => ({
    kind,
    path: circlePath({ x, y }, 2),
  });
  const cuts = [at('outline', 45, 30), at('inside', 10, 55), at('through', 45, 5)];
  expect(cutsWords(cuts, BOX)).toBe('the outline; the opening at the upper left; the line at the bottom');
  expect(cutsWords([...cuts, at('inside', 80, 30), at('inside', 80, 55)], BOX)).toMatch(/at the bottom; 2 more$/);
});
