import { beforeAll, describe, expect, test } from '@jest/globals';
import loadHighs from 'highs';
import { TYPICAL_BLADES } from '../blades';
import { circlePath } from '../geometry';
import { seededSearch } from '../layout';
import { highsSolver, type LinearSolver } from '../rods';
import { printedFor } from '../sheets/printed.test-support';
import { inches } from '../units';
import { TYPICAL_MACHINES } from '../wood';
import { bitsOf } from './costs/estimate';
import { inputFor, part, planned, rectangle, template } from './fixtures.test-support';
import type { PlanInput } from './model/input';
import type { Plan } from './model/plan';
import { NO_WISHES } from './model/wishes';
import { drawDown, planRods, planWood, verifyWood } from './supply';
import { onRack } from './supply/rack.test-support';
import { verifyPlan } from './verify';

/*
 * One product followed by hand from the count to the drill: twelve rocking whales for the fair, each a hull of 1/4 walnut
 * with a porthole, two rockers of 3/8 cherry, and one axle of 1/4 birch dowel. Every figure is derived beside it; blades,
 * heights and minutes by the tables of common practice that the program states.
 */
const hull = part('hull', {
  woodId: 'walnut',
  thickness: { mm: inches(1 / 4), typed: '1/4' },
  outline: { id: 'hull line', line: null, path: rectangle(inches(6), inches(3)) },
  insideCuts: [{ id: 'porthole', line: null, path: circlePath({ x: inches(3), y: inches(1.5) }, inches(1 / 2)) }],
});
const rocker = part('rocker', {
  woodId: 'cherry',
  thickness: { mm: inches(3 / 8), typed: '3/8' },
  perCopy: 2,
  outline: { id: 'rocker line', line: null, path: rectangle(inches(5), inches(1.5)) },
});
const axle = {
  id: 'axle',
  name: 'Axle',
  kind: 'dowel' as const,
  woodId: 'yellow-birch',
  thickness: { mm: inches(1 / 4), typed: '1/4' },
  width: null,
  length: { mm: inches(4), typed: '4' },
  perCopy: 1,
};
const whale = { ...template('whale', [hull, rocker]), rods: [axle] };
const RACK = [
  onRack('2 walnut 4/4 x 4 x 30', { id: 'walnut board' }),
  onRack('3 cherry 3/8 x 4 1/4 x 24', { id: 'cherry board' }),
  onRack('4 yellow birch dowels 1/4 x 24', { id: 'birch dowel' }),
];

let input: PlanInput;
let plan: Plan;
let solver: LinearSolver;
beforeAll(async () => {
  solver = highsSolver(await loadHighs());
  const run = { spares: { kind: 'percent' as const, percent: 5 } };
  input = { ...inputFor([whale], 12, { run, shop: { maxLayers: 4 } }), drawer: TYPICAL_BLADES };
  plan = await planned(input);
});

const stackOf = (name: string) => plan.stacks.filter(({ gangs }) => gangs[0]!.parts[0]!.partName === name);

describe('the count', () => {
  test('pieces with their spares', () => {
    // Hulls: 12 x 1, 5 % of 12 is 0.6, so 1 spare: 13. Rockers: 12 x 2 = 24, 5 % is 1.2, so 2: 26. Axles as hulls: 13.
    expect(plan.parts.map(({ partName, needed, spares, toCut }) => [partName, needed, spares, toCut])).toEqual([
      ['hull', 12, 1, 13],
      ['rocker', 24, 2, 26],
    ]);
    expect(plan.rods.map(({ name, tally, count }) => [name, tally.needed, tally.spares, count])).toEqual([
      ['Axle', 12, 1, 13],
    ]);
  });

  test('stacks, as few passes as can be and as even', () => {
    // Walnut is medium (1010 lbf). Four layers of 1/4 are 1 in: a 7 saws that. 13 by at most 4: 4 passes, 4 + 3 + 3 + 3.
    expect(stackOf('hull').map(({ layers, passesToCut }) => [layers.length, passesToCut])).toEqual([
      [4, 1],
      [3, 3],
    ]);
    // Cherry is medium (950). Four of 3/8 are 1-1/2: only a 12 (1-3/4) saws that in comfort. 26 by 4: 7 passes. Three and three
    // would need a blade for three; two are 3/4, for which the 7 of the hulls is in the saw: 6 x 4 + 2.
    expect(stackOf('rocker').map(({ layers, passesToCut }) => [layers.length, passesToCut])).toEqual([
      [2, 1],
      [4, 6],
    ]);
  });
});

describe('at the saw', () => {
  test('blades by height and school', () => {
    // A 7 at all of its comfort (1 in) is a border case, and this shop goes larger: a 9. Three layers are 3/4: easy for a 7.
    const sizes = (name: string) =>
      stackOf(name).map(({ phases: [phase] }) => [...new Set(phase!.cuts.map(({ choice }) => choice.blade.size))]);
    expect(sizes('hull')).toEqual([['9'], ['7']]);
    // 1-1/2 is above a 9's 1-1/4: a 12, at 86 % of its 1-3/4.
    expect(sizes('rocker')).toEqual([['7'], ['12']]);
  });

  test('bits by the blade across its corners', () => {
    // A 9 is 0.053 by 0.018 in: 0.0560 across; a 7 is 0.045 by 0.017: 0.0481. The first sixty-fourth above both is 4/64.
    expect(stackOf('hull').map(({ phases }) => bitsOf(phases))).toEqual([
      [{ diameterMm: inches(4 / 64), count: 1 }],
      [{ diameterMm: inches(4 / 64), count: 1 }],
    ]);
    expect(stackOf('rocker').flatMap(({ phases }) => bitsOf(phases))).toEqual([]);
  });

  test('minutes of one pass of four hulls, from the factors shown under Shop', () => {
    // Round the hull 18 in, round the porthole pi x 1 in: 21.14 in or 537 mm. A medium wood gives 1900 mm2 a minute: at 25.4
    // high 74.8 mm a minute, 7.18 minutes. Pattern 1, three more layers 0.5 each; drill set up 0.4 and one hole 0.2; thread
    // 0.5; four corners at 0.04.
    const [four] = stackOf('hull');
    const { pattern, drilling, threading, cutting, corners } = four!.passMinutes;
    expect([pattern, drilling, threading]).toEqual([2.5, expect.closeTo(0.6, 9), 0.5]);
    expect(cutting).toBeCloseTo(((18 + Math.PI) * 25.4 * 25.4) / 1900, 2);
    expect(corners).toBeCloseTo(0.16, 9);
  });

  test('paper prints the same bit at the same place, as often as there are passes', () => {
    const patterns = printedFor(plan, input);
    const hulls = patterns.filter(({ parts }) => parts === 'hull');
    expect(hulls.map(({ copies }) => copies).sort()).toEqual([1, 3]);
    for (const { pierce } of hulls) expect(pierce).toMatchObject([{ cut: 'porthole', bitMm: inches(4 / 64) }]);
  });
});

describe('the wood', () => {
  test('from boards to blanks, and what is to be bought', () => {
    const rods = planRods(plan.rods, RACK, TYPICAL_MACHINES, solver);
    const task = { plan, rack: RACK, machines: TYPICAL_MACHINES, objective: 'wood' as const, wishes: NO_WISHES, rods };
    const groups = planWood(task, seededSearch, 2000);
    expect(verifyPlan(plan, input)).toEqual([]);
    expect(verifyWood(task, groups)).toEqual([]);
    const of = (wood: string) => groups.find(({ woodId }) => woodId === wood)!;
    // Hulls: 13 blanks of 6-1/2 by 3-1/2. A 4/4 board gives two slices of 1/4 (13/16 holds two of 9/32 and a kerf of 1/16).
    // On 30 in go four with kerfs (26-3/8), so a board gives eight and two boards all 13.
    const walnut = of('walnut');
    expect(walnut.blanks.map(({ length, width }) => [length, width])).toEqual(
      Array.from({ length: 13 }, () => [inches(6.5), inches(3.5)]),
    );
    expect(walnut.missing).toEqual([]);
    expect(new Set(walnut.boards.map(({ copy }) => copy)).size).toBe(2);
    // Rockers: four layers of 3/8 are 1-1/2 high, as high as the rocker is wide: a block, with an inch to hold at each end, so
    // 24 blanks of 7 by 2; two layers are 3/4, so 2 plates of 5-1/2 by 2. On 4-1/4 by 24 lie two rows (4-1/8 with the kerf) of
    // three long ones each (21-1/4): eighteen on three boards, so six long ones and the two short are missing.
    const cherry = of('cherry');
    expect(cherry.blanks.map(({ length }) => length)).toEqual([
      ...Array.from({ length: 2 }, () => inches(5.5)),
      ...Array.from({ length: 24 }, () => inches(7)),
    ]);
    expect(cherry.boards).toHaveLength(3);
    expect(cherry.missing.map((i) => cherry.blanks[i]!.length)).toEqual([
      ...Array.from({ length: 2 }, () => inches(5.5)),
      ...Array.from({ length: 6 }, () => inches(7)),
    ]);
    // The boards read as work: one fence setting, then one of the stop.
    const steps = cherry.boards.map(({ cuts }) =>
      cuts.map((step) => (step.axis === 'jigsaw' ? [] : [step.axis, step.settingNm / 1e6, step.count])),
    );
    const rips = ['rip', inches(2), 2];
    // Of 24 less 21-1/4 a rest of 2-5/8 is kept whole: it is cut off first.
    expect(steps).toEqual(
      Array.from({ length: 3 }, () => [['crosscut', inches(21.25), 1], rips, ['crosscut', inches(7), 6]]),
    );
    // To buy: six of 7-1/8 and two of 5-5/8 by 2-1/8 with their kerfs; from 4/4 one slice of 3/8 (13/16 holds no two of 13/32 and a kerf), so
    // planed down: a fifth more, of 144 to the board foot.
    expect(cherry.toBuy!.boards).toMatchObject({ rough: '4/4', slices: 1 });
    expect(cherry.toBuy!.boards!.boardFeet).toBeCloseTo(((6 * 7.125 + 2 * 5.625) * 2.125 * 1.2) / 144, 3);
    // Axles: 13 of 4 in. On 24 in go five with kerfs (20-1/2), so three dowels.
    expect(rods[0]).toMatchObject({ missing: [0], proven: true });
    expect(rods[0]!.bars).toHaveLength(3);
    // Drawn down: two boards of walnut, three of cherry, three dowels; ready are 13 hulls, 18 rockers, 13 axles.
    const down = drawDown(
      { groups, rods },
      RACK.map(({ item }) => item),
    );
    expect(Object.fromEntries(down.used.map(({ itemId, count }) => [itemId, count]))).toEqual({
      'walnut board': 2,
      'cherry board': 3,
      'birch dowel': 3,
    });
    expect(Object.values(down.layers)).toEqual([13, 18]);
    expect(down.rods).toEqual({ axle: 13 });
  });
});
