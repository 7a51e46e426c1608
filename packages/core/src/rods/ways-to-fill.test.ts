import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Fillable, waysToFill } from './ways-to-fill';
import { tried } from '../cases.test-support';

/** Every way there is, by counting through all of them. */
function everyWay(things: readonly Fillable[], room: number): number[][] {
  const [first, ...others] = things;
  if (!first) return [[]];
  return Array.from({ length: first.most + 1 }, (_none, n) => n).flatMap((n) =>
    n * first.length > room ? [] : everyWay(others, room - n * first.length).map((rest) => [n, ...rest]),
  );
}

const thing = fc.record({
  length: fc.integer({ min: 5, max: 60 }),
  value: fc.integer({ min: 0, max: 50 }),
  most: fc.integer({ min: 0, max: 4 }),
});
const some = fc.array(thing, { minLength: 1, maxLength: 5 });
const room = fc.integer({ min: 1, max: 120 });
const valueOf = (things: readonly Fillable[], way: readonly number[]): number =>
  way.reduce((sum, count, i) => sum + count * things[i]!.value, 0);

test('the last of ever better ways is the best of all', () => {
  fc.assert(
    fc.property(some, room, (things, size) => {
      const best = waysToFill(things, size, 0, { onlyBetter: true, limit: Infinity })!.at(-1);
      const most = Math.max(...everyWay(things, size).map((way) => valueOf(things, way)));
      expect(best ? valueOf(things, best) : 0).toBe(most);
    }),
    tried(100),
  );
});

test('all ways above a mark: just those that counting through finds', () => {
  fc.assert(
    fc.property(some, room, fc.integer({ min: 0, max: 150 }), (things, size, mark) => {
      const found = waysToFill(things, size, mark, { onlyBetter: false, limit: Infinity })!;
      const wanted = everyWay(things, size).filter((way) => valueOf(things, way) > mark);
      const valued = new Set(wanted.map((way) => way.map((count, i) => (things[i]!.value > 0 ? count : 0)).join()));
      // Things of no value may be left out of a way: it is as good without them.
      expect(new Set(found.map((way) => way.map((count, i) => (things[i]!.value > 0 ? count : 0)).join()))).toEqual(
        valued,
      );
      for (const way of found) {
        expect(way.reduce((sum, count, i) => sum + count * things[i]!.length, 0)).toBeLessThanOrEqual(size);
        way.forEach((count, i) => expect(count).toBeLessThanOrEqual(things[i]!.most));
      }
    }),
    tried(100),
  );
});

test('more ways than the limit are too many', () => {
  const things = [
    { length: 1, value: 1, most: 9 },
    { length: 1, value: 1, most: 9 },
  ];
  expect(waysToFill(things, 18, 0, { onlyBetter: false, limit: 5 })).toBeNull();
});
