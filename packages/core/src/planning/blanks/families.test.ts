import { describe, expect, test } from '@jest/globals';
import type { Path, Point } from '../../geometry';
import { countNeeds } from '../needs/count';
import { formFamilies, MOST_KINDS, type Family } from './families';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { gangsOfRun } from './gangs-of-run';
import { handlingOf } from '../phases/handling';
import { lantern, lanterns } from '../lantern.test-support';
import type { PlanInput } from '../model/input';
import { NO_STACK_WISHES } from '../model/wishes';
import { layerIdsOf, phasesOf } from '../phases/phases';
import { verifyPlan } from '../verify';

const polygon = (points: readonly Point[]): Path => ({
  start: points[0]!,
  segments: [...points.slice(1), points[0]!].map((to) => ({ kind: 'line', to })),
  closed: true,
});
/** A shape that no turn and no mirror lays on itself, mm: its heel stands `off` from the left. */
const boot = (id: string, off = 0, flip = 1) => ({
  id,
  line: null,
  path: polygon(
    [
      [0, 0],
      [90, 0],
      [90, 30],
      [40, 30],
      [40, 80],
      [10, 80],
      [10, 40],
      [0, 40],
    ].map(([x = 0, y = 0]) => ({ x: off + flip * x, y })),
  ),
});

const familiesOf = (input: PlanInput): readonly Family[] => {
  const known = gangsOfRun(input);
  if (!known.ok) throw new Error(known.error.map(({ kind }) => kind).join());
  return known.value.families;
};
const names = (families: readonly Family[]) =>
  families.map(({ members }) => members.map(({ gang }) => gang.parts[0]!.partName).join(' '));
const free = { run: { stacks: NO_STACK_WISHES } };

describe('what may be cut together', () => {
  test('a board and its backer, of another wood and thickness, drawn elsewhere on the sheet; not what is larger by a kerf', () => {
    const tray = part('tray', { outline: boot('o') });
    const backer = part('backer', {
      outline: boot('p', 300),
      woodId: 'birch-plywood',
      thickness: { mm: 3, typed: '3 mm' },
    });
    const other = part('other', { outline: { id: 'q', line: null, path: rectangle(91, 80) } });
    const families = familiesOf(inputFor([template('toy', [tray, backer, other])], 2, free));
    expect(names(families)).toEqual(['tray backer', 'other']);
    expect(families[0]!.members[1]).toMatchObject({ at: { e: -300, f: 0 }, turnedOver: false });
  });

  test('layers that are sawn alike are of one kind, but for one whose cut wants another blade', () => {
    const hole = (id: string) => [{ id, line: null, path: circle(8, 25, 20) }];
    const parts = [
      part('a', { outline: boot('ao'), insideCuts: hole('ai') }),
      part('b', { outline: boot('bo'), insideCuts: hole('bi') }),
      part('c', { outline: boot('co'), insideCuts: hole('ci'), cutWants: { ci: ['narrow-kerf'] } }),
    ];
    const [family] = familiesOf(inputFor([template('toy', parts)], 2, free));
    expect(family!.members.map(({ kind }) => kind)).toEqual([0, 0, 1]);
  });

  test('left and right: the second is turned over, and its show face lies down', async () => {
    const [left, right] = [part('left', { outline: boot('l') }), part('right', { outline: boot('r', 0, -1) })];
    const input = inputFor([template('pair', [left, right])], 1, free);
    const [family] = familiesOf(input);
    expect(family!.members.map(({ turnedOver }) => turnedOver)).toEqual([false, true]);
    const plan = await planned(input);
    expect(verifyPlan(plan, input)).toEqual([]);
    expect(plan.stacks).toHaveLength(1);
    expect(plan.warnings).toMatchObject([{ kind: 'face-down', inputs: { parts: 'right' } }]);
  });

  test('across templates; parts that are pinned, share a blank or shall stay apart are alone', () => {
    const of = (id: string, changes = {}) => part(id, { outline: boot(`${id} o`), ...changes });
    const one = template('one', [of('a'), of('pinned', { pinnedLayers: 2 })]);
    const beside = { sharedBlank: 's', outline: { id: 'z', line: null, path: rectangle(20, 20, 200, 0) } };
    const two = template('two', [of('b'), of('c', { sharedBlank: 's' }), part('d', beside), of('e')]);
    const input = inputFor([one, two], 2, { run: { stacks: { ...NO_STACK_WISHES, apart: ['e'] } } });
    expect(names(familiesOf(input))).toEqual(['a b', 'pinned', 'c', 'e']);
  });

  test('a square lies so that most of its cuts are shared', () => {
    const square = (id: string, x: number, y: number) =>
      part(id, {
        outline: { id: `${id} o`, line: null, path: rectangle(60, 60) },
        insideCuts: [{ id: `${id} i`, line: null, path: circle(5, x, y) }],
      });
    // A quarter turn to the left about the middle (30, 30) takes (15, 20) to (40, 15).
    const [family] = familiesOf(inputFor([template('t', [square('a', 40, 15), square('b', 15, 20)])], 1, free));
    expect(family!.cuts.map(({ of }) => of.map((cut) => cut?.cutId))).toEqual([
      ['a i', 'b i'],
      ['a o', 'b o'],
    ]);
    expect(family!.members[1]!.turnedOver).toBe(false);
  });

  test('of more than six kinds the next are a family of their own; layers of a body come first', () => {
    const woods = ['walnut', 'cherry', 'red-oak', 'white-pine', 'basswood', 'sugar-maple', 'hickory', 'red-alder'];
    const parts = woods.map((woodId, i) => part(`p${String(i)}`, { woodId, outline: boot(`o${String(i)}`) }));
    const sheet = { ...template('t', parts), bodies: [{ id: 'b', name: 'Body', layers: ['p6', 'p7'], meant: [] }] };
    const families = familiesOf(inputFor([sheet], 1, free));
    expect(families.map(({ members }) => members.length)).toEqual([MOST_KINDS, 2]);
    expect(names(families)[0]).toContain('p6 p7');
  });

  test('what is the same in wood, thickness and every cut is of one kind, however many there are', () => {
    const parts = Array.from({ length: 12 }, (_none, i) =>
      part(`p${String(i)}`, { outline: boot(`o${String(i)}`, 10 * i) }),
    );
    const holed = part('holed', {
      outline: boot('h'),
      holes: [{ id: 'x', line: null, center: { x: 20, y: 20 }, diameterMm: 4 }],
    });
    const [family] = familiesOf(inputFor([template('t', [...parts, holed])], 1, free));
    expect(family!.members.map(({ kind }) => kind)).toEqual([...Array<number>(12).fill(0), 1]);
  });

  test('layers of a body lie on each other, though they share a blank as drawn', () => {
    const parts = lantern().parts.map((one) => ({ ...one, sharedBlank: 'sheet' }));
    expect(names(familiesOf(inputFor([{ ...lantern(), parts }], 1, free)))).toEqual(['front slotted hollow back']);
  });
});

describe('the phases of the lantern: by hand', () => {
  const [family] = familiesOf(lanterns(1));
  const [front, slotted, hollow, back] = family!.members.map(({ gang }) => gang.key);
  const whole = [`${front}.0`, `${slotted}.0`, `${slotted}.1`, `${hollow}.0`, `${back}.0`];
  const mix = [1, 2, 1, 1];
  const boxPinned = {
    ...NO_STACK_WISHES,
    pins: [
      { passes: 1, layers: ['front', 'slotted', 'hollow', 'back'].map((partId, i) => ({ partId, count: mix[i]! })) },
    ],
  };
  const inWords = (shop: PlanInput['shop']) => {
    const phases = phasesOf(family!, mix, shop);
    return phases.map(({ layerIds, cuts, holes, singly, after }) => ({
      layers: layerIds.map((id) => whole.indexOf(id) + 1).join(' '),
      does: [
        ...cuts.map((place) => family!.cuts[place]!.of.find((cut) => cut !== null)!.cutId),
        ...holes.map(() => 'hole'),
      ].join(', '),
      singly,
      after: after.map((key) => phases.findIndex((phase) => phase.key === key) + 1).join(' '),
    }));
  };

  test('layers lie in the order of the parts', () => {
    expect(layerIdsOf(family!, mix)).toEqual(whole);
  });

  test('inside first: what few layers have comes first, the outline of all last', () => {
    expect(inWords(lanterns(1).shop)).toEqual([
      { layers: '1', does: 'window', singly: false, after: '' },
      { layers: '2 3', does: 'slot', singly: false, after: '' },
      { layers: '1 5', does: 'hole', singly: false, after: '1' },
      { layers: '2 3 4', does: 'slotted hollow', singly: false, after: '2' },
      { layers: '1 2 3 4 5', does: 'front outline', singly: false, after: '3 4' },
    ]);
  });

  test('outline first, then what layers share, fewest layers first, so that none are taken apart again', () => {
    const { shop } = lanterns(1, { cutOrder: 'outline-first', afterOutline: 'together' });
    expect(inWords(shop)).toEqual([
      { layers: '1 2 3 4 5', does: 'front outline', singly: false, after: '' },
      { layers: '1', does: 'window', singly: false, after: '1' },
      { layers: '2 3', does: 'slot', singly: false, after: '1' },
      { layers: '1 5', does: 'hole', singly: false, after: '2 1' },
      { layers: '2 3 4', does: 'slotted hollow', singly: false, after: '3 1' },
    ]);
  });

  test('outline first, then each layer alone', () => {
    const { shop } = lanterns(1, { cutOrder: 'outline-first', afterOutline: 'singly' });
    expect(inWords(shop)).toEqual([
      { layers: '1 2 3 4 5', does: 'front outline', singly: false, after: '' },
      { layers: '2 3', does: 'slotted hollow, slot', singly: true, after: '1' },
      { layers: '1', does: 'window, hole', singly: false, after: '1' },
      { layers: '4', does: 'slotted hollow', singly: false, after: '1' },
      { layers: '5', does: 'hole', singly: false, after: '1' },
    ]);
  });

  test('hands, inside first: two patterns on top; four joints: 2 + 3, then 4 to them, 1 + 5, and both together', async () => {
    const plan = await planned(lanterns(1, {}, { stacks: boxPinned }));
    expect(plan.stacks).toHaveLength(1);
    // On top lie layer 1 (window, holes, outline) and layer 2 (slot, hollow): two patterns.
    expect(handlingOf(plan.stacks[0]!)).toMatchObject({ joins: 4, splits: 0 });
    expect(handlingOf(plan.stacks[0]!).tops).toEqual([whole[0], whole[1]]);
  });

  test('hands, outline first: five held by four joints come apart; 2 3 are held again, 4 to them, and 1 5', async () => {
    const plan = await planned(
      lanterns(1, { cutOrder: 'outline-first', afterOutline: 'together' }, { stacks: boxPinned }),
    );
    const box = plan.stacks.find(({ layers }) => layers.length === 5)!;
    expect(handlingOf(box)).toMatchObject({ joins: 4 + 1 + 1 + 1, splits: 1 });
  });
});

test('needs are counted from the template, so a layer that stands twice is two', () => {
  const counted = countNeeds(lanterns(3));
  if (!counted.ok) throw new Error('not counted');
  expect(counted.value.map(({ count }) => count.needed)).toEqual([3, 6, 3, 3]);
  expect(formFamilies([], NO_STACK_WISHES, new Set())).toEqual([]);
});
