import { describe, expect, test } from '@jest/globals';
import { TYPICAL_BLADES } from '../../blades';
import { inches } from '../../units';
import { bladeUses } from '../schedule/blade-changes';
import { passMinutes, totalMinutes } from './estimate';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';

/** A shop whose every factor is a round figure, so that minutes can be added up by hand. */
const ROUND = {
  stickPattern: 2,
  holdLayer: 1,
  setUpDrill: 3,
  drillHole: 0.5,
  threadBlade: 0.25,
  sawSoft: 4000,
  sawMedium: 2000,
  sawHard: 1000,
  fastestFeed: 100,
  strainedShare: 0.5,
  turnCorner: 0.125,
  turnRound: 0.75,
  changeBlade: 5,
  lifeSoft: 1e6,
  lifeMedium: 1e6,
  lifeHard: 10_000,
  cornerWear: 5,
};

const plate = (id: string, woodId: string, thicknessMm: number, holes = 0) =>
  part(id, {
    woodId,
    thickness: { mm: thicknessMm, typed: null },
    outline: { id: `${id} o`, line: null, path: rectangle(150, 50) },
    insideCuts: Array.from({ length: holes }, (_, i) => ({
      id: `${id} ${String(i)}`,
      line: null,
      path: circle(5, 20 + i * 20, 25),
    })),
  });

describe('minutes of a pass, added up by hand', () => {
  test('two layers of hard wood with two holes', async () => {
    const input = inputFor([template('t', [plate('p', 'red-oak', 5, 2)])], 2, {
      shop: { factors: ROUND, maxLayers: 2 },
    });
    const [stack] = (await planned(input)).stacks;
    // Outline 400 mm, holes 2 x 10 pi mm; 10 mm high at 1000 mm2/min is 100 mm/min. That is 79 % of the 1/2 in that a number
    // 5 saws in comfort: a little slower, by the cube of what is beyond 75 %. Round each hole the work is turned once.
    const sawn = 400 + 2 * 10 * Math.PI;
    expect(passMinutes(stack!, input.shop)).toEqual({
      pattern: 2 + 1,
      drilling: 3 + 2 * 0.5,
      threading: 2 * 0.25,
      cutting: expect.closeTo((sawn / 100) * (1 + ((10 / 12.7 - 0.75) / 0.75) ** 3) + 2 * 0.75, 2),
      corners: 4 * 0.125,
      changing: 0,
      gluing: 0,
    });
  });

  test('thin soft wood is followed no faster than a hand follows', async () => {
    const input = inputFor([template('t', [plate('p', 'basswood', 3)])], 1, { shop: { factors: ROUND } });
    const [stack] = (await planned(input)).stacks;
    // 4000 / 3 would be 1333 mm/min; the hand follows 100.
    expect(passMinutes(stack!, input.shop).cutting).toBeCloseTo(400 / 100, 9);
  });

  test('above three quarters of a blade’s comfort it goes slower, by the cube, at 150 % at the share of the speed', async () => {
    const input = inputFor([template('t', [plate('p', 'sugar-maple', inches(1.5))])], 1, { shop: { factors: ROUND } });
    const [stack] = (await planned(input)).stacks;
    expect(stack!.phases[0]!.cuts[0]!.choice.strained).toBe(true);
    expect(stack!.warnings.map(({ kind }) => kind)).toContain('strained-blade');
    // A number 12 saws 1-1/4 of hard wood in comfort: 1-1/2 is 120 %. At 150 % it would take twice as long.
    const slowed = 1 + ((1.2 - 0.75) / 0.75) ** 3;
    expect(passMinutes(stack!, input.shop).cutting).toBeCloseTo((400 / (1000 / 38.1)) * slowed, 6);
  });

  test('the plan’s minutes are its passes’ minutes and the blade changes', async () => {
    const parts = [plate('a', 'red-oak', 5, 1), plate('b', 'basswood', 19)];
    const plan = await planned(inputFor([template('t', parts)], 7, { shop: { factors: ROUND } }));
    const passes = plan.stacks.reduce((sum, stack) => sum + totalMinutes(stack.passMinutes) * stack.passesToCut, 0);
    const mounts = plan.bladeUses.reduce((sum, use) => sum + use.mounts, 0);
    expect(totalMinutes(plan.minutes)).toBeCloseTo(passes + mounts * 5, 6);
  });
});

describe('blades worn out', () => {
  test('area of cut face over what a blade lasts, rounded up', async () => {
    const input = inputFor([template('t', [plate('p', 'red-oak', 5)])], 12, { shop: { factors: ROUND, maxLayers: 4 } });
    const plan = await planned(input);
    // 12 layers of 400 mm by 5 mm: 24,000 mm2, and four corners as 5 mm of line each: 25,200 at 10,000 a blade.
    expect(plan.bladeUses).toMatchObject([{ faceAreaMm2: expect.closeTo(24_000, 6), count: 3, mounts: 3 }]);
  });

  test('a blade put in twice is mounted twice, and one part-worn is enough', async () => {
    const thin = plate('thin', 'red-oak', inches(1 / 4));
    const holed = plate('holed', 'red-oak', inches(3 / 4), 1);
    const plan = await planned(
      inputFor([template('t', [thin, holed])], 1, { shop: { factors: { ...ROUND, lifeHard: 1e6 } } }),
    );
    for (const use of plan.bladeUses) {
      expect(use.count).toBe(1);
      expect(use.mounts).toBe(plan.bladeTurns.filter(({ blade }) => blade.id === use.blade.id).length);
    }
  });

  test('nothing left to saw wears nothing', async () => {
    const plan = await planned(inputFor([template('t', [plate('p', 'red-oak', 5)])], 0));
    expect([plan.bladeUses, plan.bladeTurns, plan.minutes.changing]).toEqual([[], [], 0]);
    expect(bladeUses([], [], inputFor([], 1).shop)).toEqual([]);
  });
});

describe('the order of sawing', () => {
  test('work that cannot be turned gets the spiral, and says so; without one in the drawer it warns', async () => {
    // A strip of 800 by 200 with a small lengthwise slot in its middle, on a saw of 300 mm reach. Half way along its long
    // sides too there are 400 mm of wood before and behind the blade.
    const strip = part('strip', {
      woodId: 'purpleheart',
      thickness: { mm: inches(3 / 4), typed: '3/4' },
      outline: { id: 'o', line: null, path: rectangle(788, 188) },
      insideCuts: [{ id: 'slot', line: null, path: rectangle(10, 4, 389, 92) }],
    });
    const shop = { saw: { ...inputFor([], 1).shop.saw, reach: { mm: 300, typed: '300 mm' } } };
    const input = inputFor([template('t', [strip])], 1, { shop });
    const plan = await planned(input);
    const slot = plan.stacks[0]!.phases[0]!.cuts.find(({ cutId }) => cutId === 'slot');
    expect(slot).toMatchObject({ reach: 'standing', choice: { blade: { form: 'spiral', size: '3' } } });
    expect(plan.warnings).toMatchObject([{ kind: 'standing-work', inputs: { cuts: 2 } }]);
    const flat = TYPICAL_BLADES.map((blade) => ({
      ...blade,
      inDrawer: blade.form === 'skip' && blade.ends === 'plain',
    }));
    const without = await planned({ ...input, drawer: flat });
    expect(without.warnings.map(({ kind }) => kind)).toContain('no-spiral-in-drawer');
  });

  test('a blank too small to hold is warned of, one large enough is not', async () => {
    const small = part('fin', { outline: { id: 'o', line: null, path: rectangle(40, 20) } });
    expect((await planned(inputFor([template('t', [small])], 1))).warnings.map(({ kind }) => kind)).toEqual([
      'small-blank',
    ]);
    expect((await planned(inputFor([template('t', [part('a')])], 1))).warnings).toEqual([]);
  });
});
