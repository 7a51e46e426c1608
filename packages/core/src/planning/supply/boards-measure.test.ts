import { expect, test } from '@jest/globals';
import { parseStock } from '../../wood';
import type { BoardPlan, RackEntry } from '../model/supply';
import { measuredOnBoards } from './boards-measure';

const entry = (id: string, typed: string): RackEntry => {
  const read = parseStock(typed, 'in');
  if (!read.ok) throw new Error(read.error.message);
  return { item: { ...read.value.item, id }, free: 1 };
};
const rack = [
  entry('thin', 'cherry 23/64 x 6 x 30'),
  entry('thick', 'cherry 13/32 x 6 x 30'),
  entry('true', 'cherry 3/8 x 6 x 30'),
];
const board = (itemId: string, kind: 'ready' | 'plane' = 'ready') =>
  ({ itemId, way: { way: kind === 'ready' ? { kind } : { kind, takenMm: 2 } } }) as BoardPlan;

test('boards laid as they are tell the thickest of them; planed ones come out as reckoned', () => {
  const on = (...boards: BoardPlan[]) => measuredOnBoards({ boards, thicknessMm: (25.4 * 3) / 8 }, rack)?.typed ?? null;
  expect(on(board('true'))).toBeNull();
  expect(on(board('thin'))).toBe('23/64');
  expect(on(board('thin'), board('thick'), board('true'))).toBe('13/32');
  expect(on(board('thick', 'plane'))).toBeNull();
  expect(on()).toBeNull();
});
