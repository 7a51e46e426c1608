import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { BLADE_MOVES, bladesLeft, bladesNow, bladeTally, toOrder, type BladeMove, type DrawerBlade } from '.';
import { typicalBlade } from '../blades';
import { tried } from '../cases.test-support';

const blade = (id: string, onHand: number | null, reorderAt: number | null = null): DrawerBlade => {
  const { inSaw: _none, ...drawn } = typicalBlade('5', 'skip', 'plain');
  return { ...drawn, id, onHand, reorderAt };
};
let nth = 0;
const move = (bladeId: string, kind: BladeMove['kind'], count = 1): BladeMove => ({
  id: `m${String(nth++)}`,
  clientId: 'c',
  at: '2026-11-27T10:00:00Z',
  bladeId,
  kind,
  count,
});
const left = (drawer: readonly DrawerBlade[], moves: readonly BladeMove[]) =>
  bladesNow(drawer, moves).map(({ onHand, inSaw }) => [onHand, inSaw]);

test('a dozen bought, two worn, one broken, one thrown away: eight are left, and none is in the saw', () => {
  const moves = [
    move('a', 'bought', 12),
    move('a', 'put-in'),
    move('a', 'worn', 2),
    move('a', 'broken'),
    move('a', 'thrown-away'),
  ];
  expect(left([blade('a', null)], moves)).toEqual([[8, false]]);
  expect(bladeTally('a', moves)).toMatchObject({ bought: 12, 'put-in': 1, worn: 2, broken: 1, 'thrown-away': 1 });
});

test('the last one put in is in the saw until it is taken out or used up; another kind wearing out leaves it there', () => {
  const drawer = [blade('a', 6), blade('b', 6)];
  expect(left(drawer, [move('a', 'put-in'), move('b', 'put-in')])).toEqual([
    [6, false],
    [6, true],
  ]);
  expect(left(drawer, [move('b', 'put-in'), move('a', 'worn')])).toEqual([
    [5, false],
    [6, true],
  ]);
  expect(left(drawer, [move('b', 'put-in'), move('b', 'taken-out')])).toEqual([
    [6, false],
    [6, false],
  ]);
  expect(left(drawer, [move('b', 'put-in'), move('b', 'broken')])).toEqual([
    [6, false],
    [5, false],
  ]);
});

test('blades that were never counted stay so until they are bought or counted', () => {
  expect(left([blade('a', null)], [move('a', 'worn', 3)])).toEqual([[null, false]]);
  expect(left([blade('a', null)], [move('a', 'worn'), move('a', 'corrected', 5), move('a', 'worn')])).toEqual([
    [4, false],
  ]);
});

test('more used up than were counted leaves none, and a new count counts from what was entered', () => {
  const drawer = [blade('a', 1)];
  const moves = [move('a', 'broken'), move('a', 'broken'), move('a', 'worn')];
  expect(left(drawer, moves)).toEqual([[0, false]]);
  const entered = bladesLeft(drawer, moves).get('a')!;
  expect(entered).toBe(-2);
  expect(left(drawer, [...moves, move('a', 'corrected', 5 - entered)])).toEqual([[5, false]]);
});

test('it is time to order at the point that was set, not above it', () => {
  const drawer = bladesNow([blade('a', 3, 3), blade('b', 4, 3), blade('c', 0), blade('d', null, 2)], []);
  expect(toOrder(drawer).map(({ id }) => id)).toEqual(['a']);
});

test('taps of two devices in any order, some sent twice, leave the same number of blades', () => {
  const anyMove = fc.tuple(fc.constantFrom('a', 'b'), fc.constantFrom(...BLADE_MOVES), fc.integer({ min: 1, max: 9 }));
  fc.assert(
    fc.property(fc.array(anyMove, { maxLength: 20 }), fc.infiniteStream(fc.nat()), (taps, order) => {
      const moves = taps.map(([id, kind, count]) => move(id, kind, count));
      const shuffled = moves
        .map((one) => ({ one, at: order.next().value }))
        .sort((x, y) => x.at - y.at)
        .map(({ one }) => one);
      const drawer = [blade('a', 50), blade('b', 50)];
      const counts = (list: readonly BladeMove[]) => bladesNow(drawer, list).map(({ onHand }) => onHand);
      expect(counts([...shuffled, ...moves])).toEqual(counts(moves));
    }),
    tried(100),
  );
});
