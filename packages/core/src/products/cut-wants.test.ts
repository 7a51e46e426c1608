import { expect, test } from '@jest/globals';
import { part } from '../planning/fixtures.test-support';
import { wantsOf, withWant } from '.';

test('a kerf is wanted wide or narrow: the one lets go of the other, and what is wanted of nothing is not kept', () => {
  const wide = withWant(part('a'), 'o', 'room-for-paint', true);
  const clean = withWant(wide, 'o', 'clean-underside', true);
  expect(wantsOf(clean, 'o')).toEqual(['room-for-paint', 'clean-underside']);
  expect(wantsOf(clean, 'another')).toEqual([]);
  const narrow = withWant(clean, 'o', 'narrow-kerf', true);
  expect(wantsOf(narrow, 'o')).toEqual(['narrow-kerf', 'clean-underside']);
  const off = withWant(withWant(narrow, 'o', 'narrow-kerf', false), 'o', 'clean-underside', false);
  expect(off.cutWants).toEqual({});
});
