import { describe, expect, test } from '@jest/globals';
import { inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import type { BladeChange } from '../model/plan';
import { verifyPlan } from '../verify';

/** Plates of 5 mm red oak, 400 mm round; a blade lasts `lifeMm` of that line through one layer. */
const plates = (copies: number, lifeMm: number) =>
  inputFor(
    [
      template('t', [
        part('p', {
          woodId: 'red-oak',
          thickness: { mm: 5, typed: null },
          outline: { id: 'o', line: null, path: rectangle(150, 50) },
        }),
      ]),
    ],
    copies,
    { shop: { maxLayers: 1, factors: { lifeHard: lifeMm * 5, cornerWear: 1e-9 } } },
  );
const changesFor = async (copies: number, lifeMm: number) => {
  const input = plates(copies, lifeMm);
  const plan = await planned(input);
  expect(verifyPlan(plan, input)).toEqual([]);
  const [use] = plan.bladeUses;
  return {
    count: use!.count,
    changes: use!.changes.map(({ pass, afterMm }) => [pass, Math.round(afterMm)]),
    plan,
    input,
  };
};

describe('a worn blade is changed', () => {
  test('before the cut that would wear it out, where most of its life is used', async () => {
    // 1000 mm are two and a half outlines: after two, 80 % are used, so each blade saws two.
    const { count, changes } = await changesFor(6, 1000);
    expect([count, changes]).toEqual([
      3,
      [
        [3, 0],
        [5, 0],
      ],
    ]);
  });

  test('within the cut where its life ends, when less was used', async () => {
    // 600 mm: two thirds are used after the first outline, so it goes on 200 mm into the second; a new one saws the other 200 and
    // the whole third.
    const { count, changes } = await changesFor(3, 600);
    expect([count, changes]).toEqual([2, [[2, 200]]]);
  });

  test('again and again in a line longer than its life', async () => {
    const { count, changes } = await changesFor(1, 150);
    expect([count, changes]).toEqual([
      3,
      [
        [1, 150],
        [1, 300],
      ],
    ]);
  });

  test('not at all where it lasts, exactly as long as it lasts', async () => {
    expect((await changesFor(5, 2000)).changes).toEqual([]);
    expect((await changesFor(6, 2000)).changes).toEqual([[6, 0]]);
  });

  test('of very many the first are told and all are counted', async () => {
    // A blade for two outlines: two hundred outlines take a hundred blades.
    const { count, changes } = await changesFor(200, 1000);
    expect([count, changes.length]).toEqual([100, 50]);
  });
});

test.each([
  ['a change left out', (changes: readonly object[]) => changes.slice(1)],
  ['a change too late', (changes: readonly object[]) => changes.map((one, i) => (i === 0 ? { ...one, pass: 4 } : one))],
  [
    'a change too early',
    (changes: readonly object[]) => changes.map((one, i) => (i === 0 ? { ...one, pass: 2 } : one)),
  ],
  ['a change off the line', (changes: readonly object[]) => changes.map((one) => ({ ...one, afterMm: 500 }))],
  ['a change in no stack', (changes: readonly object[]) => changes.map((one) => ({ ...one, stackKey: 'ff' }))],
])('%s is refused', async (_name, spoil) => {
  const { plan, input } = await changesFor(6, 1000);
  const [use] = plan.bladeUses;
  const bladeUses = [{ ...use!, changes: spoil(use!.changes) as BladeChange[] }];
  expect(verifyPlan({ ...plan, bladeUses }, input)).not.toEqual([]);
});
