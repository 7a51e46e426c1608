import { expect, test } from '@jest/globals';
import { seededSearch } from '../../layout';
import { inches } from '../../units';
import { TYPICAL_MACHINES } from '../../wood';
import { inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import type { PlanInput } from '../model/input';
import type { RodGroup } from '../model/rod';
import type { WoodGroup } from '../model/supply';
import { NO_WISHES } from '../model/wishes';
import { passSawn } from '../phases/pass-sawn';
import { verifyPlan } from '../verify';
import { drawDown, planWood, verifyWood } from '.';
import { onRack } from './rack.test-support';

const TASK = { machines: TYPICAL_MACHINES, objective: 'wood' as const, wishes: NO_WISHES, rods: [] };
const BASE = { clientId: 'c', at: '2026-11-26T10:00:00Z', person: null, saw: null };

test('blanks that are cut are neither laid nor bought again, whatever stacks they are sawn in; passes use them up', async () => {
  const plate = part('plate', { outline: { id: 'o', line: null, path: rectangle(inches(4), inches(3)) } });
  const input = (work: PlanInput['work'], copies = 6, maxLayers = 3): PlanInput =>
    inputFor([template('toy', [plate])], copies, { shop: { maxLayers }, work: [...work] });
  const rack = [onRack('4 red oak 1/4 x 3 1/2 x 14')];
  const lay = async (from: PlanInput) => {
    const plan = await planned(from);
    const task = { ...TASK, plan, rack };
    const groups = planWood(task, seededSearch, 300);
    expect(verifyWood(task, groups)).toEqual([]);
    return { plan, groups };
  };
  // By hand: blanks of 4-1/2 by 3-1/2; three on a board of 14 with two kerfs (13-3/4), so six take two boards.
  const before = await lay(input([]));
  const down = drawDown(
    { groups: before.groups, rods: [] },
    rack.map(({ item }) => item),
  );
  const gang = before.plan.stacks[0]!.gangs[0]!.key;
  expect(down.used).toEqual([{ itemId: rack[0]!.item.id, count: 2 }]);
  expect(down.layers).toEqual({ [gang]: 6 });
  const cut = { ...BASE, kind: 'blanks-cut' as const, id: 'cut', layers: down.layers, rods: down.rods };
  const after = await lay(input([cut]));
  expect(after.groups).toEqual([]);
  expect(after.plan.stacks.map(({ layersReady }) => layersReady)).toEqual([{ [gang]: 6 }]);
  // The same event twice is one; two more copies need two more blanks, in stacks of another size too.
  expect((await lay(input([cut, cut], 8, 4))).groups[0]!.blanks).toHaveLength(2);
  // A pass of three uses up three: for three more there are blanks, and ten copies less three sawn want four more.
  const pass = { ...BASE, id: 'p', ...passSawn(before.plan.stacks[0]!, null, 1) };
  const sawn = await lay(input([cut, pass], 10));
  expect(sawn.plan.stacks.reduce((sum, { layersReady }) => sum + (layersReady[gang] ?? 0), 0)).toBe(3);
  expect(sawn.groups[0]!.blanks).toHaveLength(4);
});

test('what comes back: offcuts of a board, and the slice that nothing was cut from', async () => {
  const plate = part('plate', { outline: { id: 'o', line: null, path: rectangle(inches(4), inches(3)) } });
  const plan = await planned(inputFor([template('toy', [plate])], 1));
  const rack = [onRack('red oak 4/4 x 3 1/2 x 14', { id: 'rough', place: 'wall' })];
  const groups = planWood({ ...TASK, plan, rack }, seededSearch, 300);
  const { used, back } = drawDown(
    { groups, rods: [] },
    rack.map(({ item }) => item),
  );
  expect(used).toEqual([{ itemId: 'rough', count: 1 }]);
  // 14 less 4-1/2 and a kerf of 1/8 is 9-3/8; and the second slice of 1/4 as long and wide as the board.
  const sizes = back.map(({ kind, thickness, width, length, place, rough }) => [
    kind,
    thickness!.mm,
    width!.mm,
    length!.mm,
    place,
    rough,
  ]);
  expect(sizes).toEqual([
    ['offcut', inches(1 / 4), inches(3.5), inches(9.375), 'wall', false],
    ['offcut', inches(1 / 4), inches(3.5), inches(14), 'wall', false],
  ]);
});

test('what is glued up takes two boards, bars are taken one by one, and ends under three inches are not kept', () => {
  const glued = [
    { thicknessMm: 6, blanks: [], boards: [{ itemId: 'b', copy: 1, way: { yield: 0.5 }, blanks: [], offcuts: [] }] },
  ];
  expect(drawDown({ groups: glued as unknown as WoodGroup[], rods: [] }, []).used).toEqual([{ itemId: 'b', count: 2 }]);
  const bars = [
    { itemId: 'rod', copy: 1, restMm: 100, pieces: [2] },
    { itemId: 'rod', copy: 2, restMm: 50, pieces: [1] },
  ];
  const rod = onRack('beech dowel 3/8 x 36', { id: 'rod' }).item;
  const down = drawDown({ groups: [], rods: [{ rods: [{ rodId: 'axle' }], bars }] as unknown as RodGroup[] }, [rod]);
  expect(down).toMatchObject({ used: [{ itemId: 'rod', count: 2 }], rods: { axle: 3 }, layers: {} });
  expect(down.back).toMatchObject([{ kind: 'dowel', length: { mm: 100 } }]);
});

test('a blank glued up of two woods takes a board of each, and is ready when both are cut', async () => {
  const eighth = { mm: inches(1 / 8), typed: '1/8' };
  const pendant = part('pendant', {
    woodId: 'walnut',
    thickness: eighth,
    gluedTo: [{ woodId: 'sugar-maple', thickness: eighth }],
    outline: { id: 'o', line: null, path: rectangle(inches(4), inches(3)) },
  });
  const input = (work: PlanInput['work']) =>
    inputFor([template('set', [pendant])], 3, { shop: { maxLayers: 3 }, work: [...work] });
  const plan = await planned(input([]));
  const gang = plan.stacks[0]!.gangs[0]!.key;
  const readyOn = (...typed: string[]) => {
    const rack = typed.map((text) => onRack(text));
    const groups = planWood({ ...TASK, plan, rack }, seededSearch, 300);
    expect(verifyWood({ ...TASK, plan, rack }, groups)).toEqual([]);
    return {
      groups,
      down: drawDown(
        { groups, rods: [] },
        rack.map(({ item }) => item),
      ),
    };
  };
  // Blanks of 4-1/2 by 3-1/2: three of walnut on a board of 14, of maple only two on one of 9-1/2.
  const short = readyOn('walnut 1/8 x 3 1/2 x 14', 'sugar maple 1/8 x 3 1/2 x 9 1/2');
  expect(short.groups.map(({ woodId, blanks, missing }) => [woodId, blanks.length, missing.length])).toEqual([
    ['walnut', 3, 0],
    ['sugar-maple', 3, 1],
  ]);
  expect(short.down.layers).toEqual({ [gang]: 2 });
  const none = readyOn('walnut 1/8 x 3 1/2 x 14');
  expect(none.down.layers).toEqual({});
  const { down } = readyOn('walnut 1/8 x 3 1/2 x 14', 'sugar maple 1/8 x 3 1/2 x 14');
  const cut = { ...BASE, kind: 'blanks-cut' as const, id: 'cut', layers: down.layers, rods: down.rods };
  const after = await planned(input([cut]));
  expect(after.blanks).toEqual([]);
  // Cut is not glued: that is still to be done.
  expect(after.glueUps.map(({ count }) => count)).toEqual([3]);
  expect(verifyPlan(after, input([cut]))).toEqual([]);
});
