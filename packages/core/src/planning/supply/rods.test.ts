import { beforeAll, expect, test } from '@jest/globals';
import loadHighs from 'highs';
import { highsSolver, type LinearSolver } from '../../rods';
import { inches } from '../../units';
import { parseStock, TYPICAL_MACHINES } from '../../wood';
import { inputFor, template } from '../fixtures.test-support';
import { rodsOfRun } from '../needs/rods';
import { planRods, stripsToRip } from '.';

let solver: LinearSolver;
beforeAll(async () => {
  solver = highsSolver(await loadHighs());
});

const size = (count: number) => ({ mm: inches(count), typed: null });
const whale = {
  ...template('whale', []),
  rods: [
    {
      id: 'd',
      name: 'Axle',
      kind: 'dowel' as const,
      woodId: 'red-oak',
      thickness: size(3 / 8),
      width: null,
      length: size(11),
      perCopy: 1,
    },
    {
      id: 's',
      name: 'Rail',
      kind: 'strip' as const,
      woodId: 'cherry',
      thickness: size(1 / 4),
      width: size(1 / 2),
      length: size(20),
      perCopy: 2,
    },
  ],
};
const stock = (...typed: string[]) =>
  typed.map((text, i) => {
    const read = parseStock(text, 'in');
    if (!read.ok) throw new Error(read.error.message);
    return { item: { ...read.value.item, id: `item ${String(i)}` }, free: read.value.quantity };
  });
const lay = (copies: number, ...typed: string[]) =>
  planRods(rodsOfRun(inputFor([whale], copies)), stock(...typed), TYPICAL_MACHINES, solver);

test('six axles of 11 in: three fit on 36 in with two kerfs, so two dowels of three, and 2-5/8 in is left of each', () => {
  const [axles] = lay(6, '5 red oak dowels 3/8 x 36', '5 red oak dowels 1/2 x 36', 'birch dowel 3/8 x 36');
  expect(axles!.bars.map(({ itemId, copy, pieces }) => [itemId, copy, pieces])).toEqual([
    ['item 0', 1, [3]],
    ['item 0', 2, [3]],
  ]);
  expect(axles!.bars[0]!.restMm).toBeCloseTo(inches(36 - 33 - 3 / 8), 6);
  expect([axles!.missing, axles!.proven]).toEqual([[0], true]);
});

test('axles that no dowel has room for, at what such dowels cost by their length', () => {
  // A dowel of 36 in for 1.80 gives three of six; the three missing are 33 in at 5 an inch.
  const priced = stock('red oak dowel 3/8 x 36').map((entry) => ({
    ...entry,
    item: { ...entry.item, costMinor: 180 },
  }));
  const [axles] = planRods(rodsOfRun(inputFor([whale], 6)), priced, TYPICAL_MACHINES, solver);
  expect(axles).toMatchObject({ missing: [3], missingCostMinor: 165 });
  expect(lay(6, 'red oak dowel 3/8 x 36')[0]!.missingCostMinor).toBeNull();
});

test('a short dowel is used up before a long one is begun', () => {
  const [axles] = lay(1, 'red oak dowel 3/8 x 36', 'red oak dowel 3/8 x 12');
  expect(axles!.bars.map(({ itemId }) => itemId)).toEqual(['item 1']);
});

test('strips that are not there as strips are to be ripped from boards', () => {
  const groups = lay(2, 'cherry strip 1/4 x 1/2 x 42', 'cherry 1/4 x 6 x 48');
  // One strip of 42 in gives two of 20 with their kerf; the other two are ripped.
  expect(stripsToRip(groups).map(({ name, count }) => [name, count])).toEqual([['Rail', 2]]);
});
