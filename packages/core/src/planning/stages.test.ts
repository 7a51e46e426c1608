import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { FACTORS, factorsInForce, filmSheetsFor, hashOf, judgeReach } from '.';
import { circle, rectangle } from './fixtures.test-support';
import { tried } from '../cases.test-support';

describe('reach', () => {
  const board = { minX: 0, minY: 0, maxX: 800, maxY: 200 };

  test.each([
    ['small work turns right round', circle(20, 50, 50), { minX: 0, minY: 0, maxX: 120, maxY: 100 }, 400, 'free'],
    [
      'a long strip cannot turn, but every line can be followed past the arm',
      rectangle(780, 180, 10, 10),
      board,
      400,
      'limited',
    ],
    // In the middle of 800 by 800 with 300 of reach no edge comes within 300: worked by hand.
    [
      'the middle of a great panel',
      circle(5, 400, 400),
      { minX: 0, minY: 0, maxX: 800, maxY: 800 },
      300,
      'out-of-reach',
    ],
    // Across the strip's middle the wood behind a lengthwise line is 395 either way: only from the side does it fit.
    ['a lengthwise line in the middle of a strip', rectangle(10, 4, 395, 98), board, 300, 'standing'],
  ] as const)('%s', (_name, path, blank, reach, expected) => {
    expect(judgeReach(path, blank, reach)).toBe(expected);
  });

  test('more reach is never worse', () => {
    const order = ['out-of-reach', 'standing', 'limited', 'free'];
    const at = fc.integer({ min: 30, max: 770 });
    fc.assert(
      fc.property(
        at,
        fc.integer({ min: 30, max: 170 }),
        fc.integer({ min: 20, max: 900 }),
        fc.nat(200),
        (x, y, reach, more) => {
          const near = order.indexOf(judgeReach(circle(20, x, y), board, reach));
          expect(order.indexOf(judgeReach(circle(20, x, y), board, reach + more))).toBeGreaterThanOrEqual(near);
        },
      ),
      tried(100),
    );
  });

  test('a path off its blank is a broken promise', () => {
    expect(() => judgeReach(circle(20, 0, 0), board, 300)).toThrow('leaves its blank');
  });
});

test('shelf film for a stack of k layers is 2 (k - 1) + 1 sheets', () => {
  expect([1, 2, 3, 4].map(filmSheetsFor)).toEqual([1, 3, 5, 7]);
});

test('every factor names its origin, and the maker’s own figure wins', () => {
  expect(FACTORS.every(({ name, unit, value, source }) => name && unit && value > 0 && source)).toBe(true);
  expect(factorsInForce({ changeBlade: 2.5 }).changeBlade).toBe(2.5);
  // 31.75 mm x 457 mm of cut face.
  expect(factorsInForce({}).lifeHard).toBeCloseTo(31.75 * 457, -2);
});

test('equal contents have equal keys whatever the order of their fields', () => {
  expect(hashOf({ a: 1, b: [2, { d: 3, c: 4 }] })).toBe(hashOf({ b: [2, { c: 4, d: 3 }], a: 1 }));
  // SHA-256 of the two letters {} as published test tools give it.
  expect(hashOf({})).toBe('44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a');
});
