import { expect, test } from '@jest/globals';
import type { StockMove } from '../../ledger';
import { BARE_STOCK, type StockItem } from '../../wood';
import type { PlannedHardware } from '../model/plan';
import { boughtNeeds } from './bought';
import { rackOfRun } from './rack-of-run';

const item = (id: string, name: string, costMinor: number | null): StockItem => ({
  id,
  ...BARE_STOCK,
  kind: 'bought',
  name,
  costMinor,
});
let made = 0;
const move = (itemId: string, kind: StockMove['kind'], count: number, runId: string | null): StockMove => ({
  id: `m${String(++made)}`,
  clientId: 'c',
  at: '2026-11-24T10:00:00Z',
  itemId,
  kind,
  count,
  runId,
});
const needs = (templateId: string, name: string, count: number): PlannedHardware => ({
  id: `${templateId} ${name}`,
  templateId,
  templateName: templateId,
  name,
  kind: 'bought',
  count,
});

test('things of one name are counted over all templates, against two boxes of them and what other runs hold', () => {
  const items = [item('box', 'Brass hinge', 45), item('tin', 'brass hinge ', null), item('m', 'Magnet', null)];
  const moves = [
    move('box', 'received', 10, null),
    move('tin', 'received', 6, null),
    move('box', 'reserved', 4, 'other'),
    move('m', 'received', 3, null),
  ];
  const asked = [needs('a', 'Brass hinge', 8), needs('b', 'brass HINGE', 7), needs('b', 'Cord', 2)];
  const [hinge, cord] = boughtNeeds(asked, rackOfRun(items, moves, 'run'), moves, 'run');
  // 10 less 4 held by another run, and 6: 12 of the 15; three to buy at 45.
  expect(hinge).toEqual({
    name: 'Brass hinge',
    kind: 'bought',
    count: 15,
    taken: 0,
    toTake: [
      { itemId: 'box', count: 6 },
      { itemId: 'tin', count: 6 },
    ],
    missing: 3,
    missingCostMinor: 135,
  });
  expect(cord).toMatchObject({ name: 'Cord', toTake: [], missing: 2, missingCostMinor: null });
});

test('what the run has taken is not taken again; what it gave back is', () => {
  const items = [item('box', 'Hinge', null)];
  const used = move('box', 'used', 8, 'run');
  const moves = [move('box', 'received', 20, null), used, used, move('box', 'returned', 2, 'run')];
  const [hinge] = boughtNeeds([needs('a', 'Hinge', 8)], rackOfRun(items, moves, 'run'), moves, 'run');
  expect(hinge).toMatchObject({ taken: 6, toTake: [{ itemId: 'box', count: 2 }], missing: 0 });
});
