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
    // Walnut is medium (1010 lbf). Four layers of 1/4 are 1 in, for which this shop takes a 9; three are 3/4, easy for a 7, and two
    // 1/2, easy for a 5, which leaves less to smooth: 13 are 3 x 3 + 2 x 2.
    expect(stackOf('hull').map(({ layers, passesToCut }) => [layers.length, passesToCut])).toEqual([
      [3, 3],
      [2, 2],
    ]);
    // Cherry is medium (950). Four of 3/8 are 1-1/2: only a 12 (1-3/4) saws that in comfort, and roughly. Two are 3/4, for which the 7 of
    // the hulls is in the saw: 13 x 2.
    expect(stackOf('rocker').map(({ layers, passesToCut }) => [layers.length, passesToCut])).toEqual([[2, 13]]);
  });

  test('what a rocker costs two by two with a 7, and would in fours with a 12', () => {
    const [stack] = stackOf('rocker');
    const at = (count: number) => stack!.heights.find(({ layers }) => layers === count)!;
    // Round a rocker 13 in or 330.2 mm, at 1900 mm2 a minute; four corners at 0.04. Pattern 1, each more layer 0.5.
    const line = (layers: number) => (330.2 * layers * 9.525) / 1900;
    // At 3/4 of its comfort a 7 is not slowed, and has eight teeth in the wood. It leaves 2.1 ln(1.143 / 0.5) of the line to smooth; it
    // bends 0.73 times as much as a 5 is stiffer: 0.016 x 0.038^3 over 0.017 x 0.045^3.
    const seven = 2.1 * Math.log(1.143 / 0.5) + (0.73 * 0.016 * 0.038 ** 3) / (0.017 * 0.045 ** 3);
    expect(at(2)).toMatchObject({
      minutesPerLayer: expect.closeTo((1.5 + line(2) + 0.16) / 2, 6),
      qualityPerLayer: expect.closeTo((line(2) * seven) / 2, 6),
      blades: ['7-reverse'],
    });
    // A 12 at 1-1/2 of its 1-3/4: hard by ((6/7 - 3/4) / (1/4))^3, slower by two thirds of a twenty-seventh of that.
    const hard = ((6 / 7 - 0.75) / 0.25) ** 3;
    const slower = ((2 / 3) * hard) / 27;
    const burnt = 0.23 * hard - slower;
    const twelve = 2.1 * Math.log(1.5748 / 0.5) + (0.73 * 0.016 * 0.038 ** 3) / (0.024 * 0.062 ** 3) + burnt;
    const four = at(4);
    expect(four.minutesPerLayer).toBeCloseTo((2.5 + line(4) * (1 + slower) + 0.16) / 4, 6);
    expect(four.qualityPerLayer).toBeCloseTo((line(4) * twelve) / 4, 6);
    // An hour is worth 25; a blade 0.60 and a minute to change it, and lasts 25,000 mm2, each corner as 5 mm of line. Of every pass half
    // a per cent for each layer is spoiled.
    const minute = 2500 / 60;
    const worn = ((330.2 + 4 * 5) * 4 * 9.525 * (60 + minute)) / 25_000;
    const pass = 4 * (four.minutesPerLayer + four.qualityPerLayer) * minute + worn;
    expect(four.costPerLayerMinor).toBeCloseTo((pass * 1.02) / 4, 6);
    // A tenth of a minute saved at the saw is half a minute and more at the sanding block.
    expect(at(2).minutesPerLayer - four.minutesPerLayer).toBeLessThan(0.2);
    expect(four.qualityPerLayer - at(2).qualityPerLayer).toBeGreaterThan(0.5);
    expect(at(2).costPerLayerMinor).toBeLessThan(four.costPerLayerMinor);
  });
});

describe('at the saw', () => {
  test('blades by height and school', () => {
    // Three layers are 3/4, at the most of what is easy for a 7; two are 1/2, easy for a 5 (5/8) and no border case.
    const sizes = (name: string) =>
      stackOf(name).map(({ phases: [phase] }) => [...new Set(phase!.cuts.map(({ choice }) => choice.blade.size))]);
    expect(sizes('hull')).toEqual([['7'], ['5']]);
    expect(sizes('rocker')).toEqual([['7']]);
  });

  test('bits by the blade across its corners', () => {
    // A 7 is 0.045 by 0.017 in: 0.0481 across; the first sixty-fourth above it is 4/64. A 5 is 0.038 by 0.016: 0.0412, so 3/64.
    expect(stackOf('hull').map(({ phases }) => bitsOf(phases))).toEqual([
      [{ diameterMm: inches(4 / 64), count: 1 }],
      [{ diameterMm: inches(3 / 64), count: 1 }],
    ]);
    expect(stackOf('rocker').flatMap(({ phases }) => bitsOf(phases))).toEqual([]);
  });

  test('minutes of one pass of three hulls, from the factors shown under Shop', () => {
    // Round the hull 18 in, round the porthole pi x 1 in: 21.14 in or 537 mm. A medium wood gives 1900 mm2 a minute: at 19.05
    // high 99.7 mm a minute, 5.38 minutes; turned once round in the porthole 0.05. Pattern 1, two more layers 0.5 each; drill set up 0.4
    // and one hole 0.2; thread 0.5; four corners at 0.04.
    const [three] = stackOf('hull');
    const { pattern, drilling, threading, cutting, corners } = three!.passMinutes;
    expect([pattern, drilling, threading]).toEqual([2, expect.closeTo(0.6, 9), 0.5]);
    expect(cutting).toBeCloseTo(((18 + Math.PI) * 25.4 * 19.05) / 1900 + 0.05, 2);
    expect(corners).toBeCloseTo(0.16, 9);
  });

  test('paper prints the same bit at the same place, as often as there are passes', () => {
    const patterns = printedFor(plan, input);
    const hulls = patterns.filter(({ parts }) => parts === 'hull');
    expect(hulls.map(({ copies }) => copies).sort()).toEqual([2, 3]);
    for (const { copies, pierce } of hulls)
      expect(pierce).toMatchObject([{ cut: 'porthole', bitMm: inches(copies === 3 ? 4 / 64 : 3 / 64) }]);
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
    // Rockers: two layers are 3/4 high and 1-1/2 wide, so plates of 5-1/2 by 2. On 4-1/4 by 24 lie two rows (4-1/8 with the kerf) of four
    // each (22-3/8): 24 on three boards, so two are missing.
    const cherry = of('cherry');
    expect(cherry.blanks.map(({ length, width }) => [length, width])).toEqual(
      Array.from({ length: 26 }, () => [inches(5.5), inches(2)]),
    );
    expect(cherry.boards).toHaveLength(3);
    expect(cherry.missing).toHaveLength(2);
    // The boards read as work: one fence setting, then one of the stop.
    const steps = cherry.boards.map(({ cuts }) =>
      cuts.map((step) => (step.axis === 'jigsaw' ? [] : [step.axis, step.settingNm / 1e6, step.count])),
    );
    const rips = ['rip', inches(2), 2];
    expect(steps).toEqual(Array.from({ length: 3 }, () => [rips, ['crosscut', inches(5.5), 8]]));
    // To buy: two of 5-5/8 by 2-1/8 with their kerfs; from 4/4 one slice of 3/8 (13/16 holds no two of 13/32 and a kerf), so
    // planed down: a fifth more, of 144 to the board foot.
    expect(cherry.toBuy!.boards).toMatchObject({ rough: '4/4', slices: 1 });
    expect(cherry.toBuy!.boards!.boardFeet).toBeCloseTo((2 * 5.625 * 2.125 * 1.2) / 144, 3);
    // Axles: 13 of 4 in. On 24 in go five with kerfs (20-1/2), so three dowels.
    expect(rods[0]).toMatchObject({ missing: [0], proven: true });
    expect(rods[0]!.bars).toHaveLength(3);
    // Drawn down: two boards of walnut, three of cherry, three dowels; ready are 13 hulls, 24 rockers, 13 axles.
    const down = drawDown(
      { groups, rods },
      RACK.map(({ item }) => item),
    );
    expect(Object.fromEntries(down.used.map(({ itemId, count }) => [itemId, count]))).toEqual({
      'walnut board': 2,
      'cherry board': 3,
      'birch dowel': 3,
    });
    expect(Object.values(down.layers)).toEqual([13, 24]);
    expect(down.rods).toEqual({ axle: 13 });
  });
});
