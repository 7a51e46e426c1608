import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { countStock, stockCount, type StockMove, type StockMoveKind } from '.';
import { tried } from '../cases.test-support';

let made = 0;
const move = (kind: StockMoveKind, count: number, runId: string | null = null, id = String(made++)): StockMove => ({
  id,
  clientId: 'c',
  at: '2026-11-24T10:00:00.000Z',
  itemId: 'board',
  kind,
  count,
  runId,
});
const counted = (...moves: StockMove[]) => stockCount(countStock(moves), 'board');

describe('the ledger of stock', () => {
  test('received, reserved, used, an offcut returned, corrected', () => {
    expect(counted(move('received', 5), move('reserved', 2, 'fair'))).toEqual({
      onHand: 5,
      reserved: { fair: 2 },
      free: 3,
    });
    expect(counted(move('received', 5), move('reserved', 2, 'fair'), move('used', 1, 'fair'))).toEqual({
      onHand: 4,
      reserved: { fair: 1 },
      free: 3,
    });
    expect(counted(move('received', 5), move('reserved', 2, 'fair'), move('released', 2, 'fair'))).toEqual({
      onHand: 5,
      reserved: {},
      free: 5,
    });
    expect(counted(move('received', 1), move('returned', 2), move('corrected', -1)).onHand).toBe(2);
    expect(stockCount(countStock([]), 'board')).toEqual({ onHand: 0, reserved: {}, free: 0 });
  });

  test('an entry sent twice counts once, and free is what is there less what is reserved', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom<StockMoveKind>('received', 'reserved', 'returned', 'used'),
            fc.integer({ min: 1, max: 9 }),
            fc.constantFrom('a', 'b'),
          ),
        ),
        (entries) => {
          const moves = entries.map(([kind, count, run], i) => move(kind, count, run, `m${String(i)}`));
          const once = counted(...moves);
          expect(counted(...moves, ...moves)).toEqual(once);
          expect(once.free).toBe(once.onHand - Object.values(once.reserved).reduce((sum, count) => sum + count, 0));
        },
      ),
      tried(100),
    );
  });
});
