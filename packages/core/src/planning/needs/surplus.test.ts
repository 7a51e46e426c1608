import { expect, test } from '@jest/globals';
import type { StockMove } from '../../ledger';
import { BARE_STOCK, type StockItem } from '../../wood';
import { surplusOf } from './surplus';

const fins: StockItem = {
  id: 'fins',
  ...BARE_STOCK,
  kind: 'made',
  name: 'Rocking whale: Fin',
  partId: 'fin',
};
const move = (id: string, kind: StockMove['kind'], count: number, runId: string): StockMove => ({
  id,
  clientId: 'c',
  at: '2026-11-24T10:00:00Z',
  itemId: 'fins',
  kind,
  count,
  runId,
});
const fin = { partId: 'fin', needed: 16, onHand: 0 };

test('while a part is still to be sawn nothing is over; then it is what is good beyond the need', () => {
  expect(surplusOf({ ...fin, toCut: 2, good: 17 }, [], [], 'run').toKeep).toBe(0);
  expect(surplusOf({ ...fin, toCut: 0, good: 18 }, [], [], 'run')).toEqual({ itemId: null, free: 0, toKeep: 2 });
  expect(surplusOf({ ...fin, toCut: 0, good: 15, onHand: 3 }, [], [], 'run').toKeep).toBe(2);
});

test('what the run has put on the rack is not offered again, and the next run may use it', () => {
  const moves = [move('a', 'received', 2, 'run'), move('a', 'received', 2, 'run'), move('b', 'used', 1, 'next')];
  const counted = { ...fin, toCut: 0, good: 18 };
  expect(surplusOf(counted, [fins], moves, 'run')).toEqual({ itemId: 'fins', free: 1, toKeep: 0 });
  expect(surplusOf(counted, [fins], moves, 'next')).toEqual({ itemId: 'fins', free: 1, toKeep: 2 });
  // Another part of the same name is another thing.
  expect(surplusOf({ ...counted, partId: 'other' }, [fins], moves, 'next').itemId).toBeNull();
});
