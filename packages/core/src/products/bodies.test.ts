import { describe, expect, test } from '@jest/globals';
import { lantern } from '../planning/lantern.test-support';
import { circle, part, rectangle, template } from '../planning/fixtures.test-support';
import { mapPath, type Path } from '../geometry';
import {
  asMeant,
  featuresOfBody,
  giveToBoth,
  giveToLayers,
  mirrorPairs,
  missingFeatures,
  renewTemplate,
  sameOutlineAs,
  withRule,
  type LayerFeature,
  type Part,
  type Template,
} from '.';

const bodyOf = (of: Template) => of.bodies[0]!;
const matrix = (of: Template) => {
  const features = featuresOfBody(of, bodyOf(of));
  if (!features.ok) throw new Error(features.error.message);
  return features.value;
};
/** `x` where a layer has it. */
const marks = ({ ids }: LayerFeature) => ids.map((id) => (id === null ? '.' : 'x')).join('');
let made = 0;
const newId = () => `new ${String(++made)}`;
const given = (of: Template, feature: LayerFeature, wanted: string) => {
  const after = giveToLayers(
    of,
    'box',
    feature,
    [...wanted].map((mark) => mark === 'x'),
    newId,
  );
  if (!after.ok) throw new Error(after.error.message);
  return after.value;
};

describe('the layers of a body', () => {
  test('the lantern, from the front: the window in the first, the hollow in the middle three, the slot in two, holes outside', () => {
    expect(matrix(lantern()).map((feature) => [feature.kind, marks(feature)])).toEqual([
      ['inside', '.xx..'],
      ['inside', 'x....'],
      ['inside', '.xxx.'],
      ['hole', 'x...x'],
    ]);
  });

  test('a part drawn elsewhere and turned over has its cuts where they come to lie', () => {
    const front = part('front', { insideCuts: [{ id: 'i', line: null, path: circle(8, 20, 15) }] });
    const back = part('back', {
      outline: { id: 'bo', line: null, path: rectangle(100, 60, 200, 0) },
      // Mirrored about the middle of a plate of 100 that begins at 200: 20 from the right.
      insideCuts: [{ id: 'bi', line: null, path: circle(8, 280, 15) }],
    });
    const box = {
      ...template('t', [front, back]),
      bodies: [{ id: 'box', name: 'Box', layers: ['front', 'back'], meant: [] }],
    };
    expect(matrix(box)).toEqual([{ kind: 'inside', ids: ['i', 'bi'] }]);
  });

  test('a layer of another outline, and one whose part is gone, are told with their place', () => {
    const wide = lantern({ back: { outline: { id: 'w', line: null, path: rectangle(101, 140) } } });
    expect(featuresOfBody(wide, bodyOf(wide))).toMatchObject({
      error: { kind: 'other-outline', where: 'Money box, layer 5' },
    });
    const gone = { ...lantern(), parts: lantern().parts.slice(0, 3) };
    expect(featuresOfBody(gone, bodyOf(gone))).toMatchObject({
      error: { kind: 'missing-layer', where: 'Money box, layer 5' },
    });
    expect(sameOutlineAs(wide.parts[0]!, wide.parts).map(({ id }) => id)).toEqual(['front', 'slotted', 'hollow']);
  });
});

describe('what one outer layer has and its mate has not', () => {
  test('the hanging hole left out of the back, and the window of the front; what is meant is not asked again', () => {
    const forgotten = lantern({ back: { holes: [] } });
    expect(missingFeatures(forgotten).map(({ kind, hasIt, lacksIt, id }) => [kind, hasIt, lacksIt, id])).toEqual([
      ['inside', 'front', 'back', 'window'],
      ['hole', 'front', 'back', 'front hole'],
    ]);
    const told = { ...forgotten, bodies: [{ ...bodyOf(forgotten), meant: ['window'] }] };
    expect(missingFeatures(told)).toHaveLength(1);
    expect(missingFeatures({ ...lantern(), bodies: [] })).toEqual([]);
  });
});

/** A leg that is its own mirror image in no way: an L. */
const leg = (id: string, changes: Partial<Part> = {}) => {
  const corners = [
    [60, 0],
    [60, 20],
    [20, 20],
    [20, 90],
    [0, 90],
    [0, 0],
  ] as const;
  const path: Path = {
    start: { x: 0, y: 0 },
    segments: corners.map(([x, y]) => ({ kind: 'line', to: { x, y } })),
    closed: true,
  };
  return part(id, { outline: { id: `${id} o`, line: null, path }, ...changes });
};
const turnedOver = (path: Path): Path => mapPath(path, ({ x, y }) => ({ x: 300 - x, y }));
const peg = (id: string, x: number, y: number) => ({ id, line: null, center: { x, y }, diameterMm: 6 });

describe('a mirror pair', () => {
  const left = leg('left', { holes: [peg('left peg', 10, 10), peg('left pin', 10, 80)] });
  const right = leg('right', {
    outline: { id: 'ro', line: null, path: turnedOver(left.outline.path) },
    holes: [peg('right peg', 290, 10)],
  });
  const legs = template('stool', [left, right, leg('spare')]);

  test('is two parts whose outlines agree only when one is turned over; what one lacks is asked', () => {
    expect(mirrorPairs(legs).map(({ layers }) => layers)).toEqual([['left', 'right']]);
    expect(missingFeatures(legs).map(({ kind, hasIt, lacksIt, id }) => [kind, hasIt, lacksIt, id])).toEqual([
      ['hole', 'left', 'right', 'left pin'],
    ]);
    // A shape that is its own mirror image is a copy and no pair.
    expect(mirrorPairs(template('t', [part('a'), part('b')]))).toEqual([]);
  });

  test('put in both, the hole lies where the mirror has it; told to be meant, it is asked no more', () => {
    const [missing] = missingFeatures(legs);
    const both = giveToBoth(legs, missing!, newId);
    if (!both.ok) throw new Error(both.error.message);
    expect(missingFeatures(both.value)).toEqual([]);
    expect(both.value.bodies).toEqual([]);
    expect(both.value.parts[1]!.holes[1]!.center).toEqual({ x: 290, y: 80 });
    expect(missingFeatures(asMeant(legs, missing!))).toEqual([]);
  });
});

describe('a drawing shaped again', () => {
  test('keeps what layers were given and spared beside it, and the rules of cuts', () => {
    const drawn = (one: Template): Template => ({
      ...one,
      parts: one.parts.map((layer) => ({
        ...layer,
        drawing: 'd',
        outline: { ...layer.outline, line: `${layer.id} line` },
        insideCuts: layer.insideCuts.map((cut) => ({ ...cut, line: cut.id })),
        holes: layer.holes.map((hole) => ({ ...hole, line: hole.id })),
      })),
    });
    const before = drawn(lantern());
    const window = matrix(before).find((feature) => marks(feature) === 'x....')!;
    const hollow = matrix(before).find((feature) => marks(feature) === '.xxx.')!;
    const told = given(given(before, window, 'x...x'), hollow, '.xx..');
    const ruled = { ...told, parts: told.parts.map((one) => withRule(one, 'slot', { tiltDegrees: 5 })) };
    // The same drawing, read anew: every part with its own ids.
    const fresh = before.parts.map((layer) => ({
      ...layer,
      id: newId(),
      outline: { ...layer.outline, id: newId() },
      insideCuts: layer.insideCuts.map((cut) => ({ ...cut, id: newId() })),
      holes: layer.holes.map((hole) => ({ ...hole, id: newId() })),
    }));
    const renewed = renewTemplate(ruled, fresh, 'd', newId);
    expect(matrix(renewed).map(marks).sort()).toEqual(['.xx..', '.xx..', 'x...x', 'x...x'].sort());
    expect(renewed.parts.find(({ id }) => id === 'slotted')!.cutRules).toEqual({
      slot: { line: 'on', tiltDegrees: 5, kept: null },
    });
  });
});

test('a line of the matrix stays where it is, whichever layers have it', () => {
  const order = (one: Template) => matrix(one).map(({ kind, ids }) => `${kind} ${String(ids.length)}`);
  const [slot] = matrix(lantern());
  const places = (one: Template) => matrix(one).findIndex(({ ids }) => ids.includes('slot'));
  const everywhere = given(lantern(), slot!, 'xxxxx');
  expect(places(everywhere)).toBe(places(lantern()));
  expect(order(everywhere)).toEqual(order(lantern()));
});

describe('giving a cut to layers', () => {
  test('a cut takes its rule and its wants with it, and turned over its tilt goes to the other side', () => {
    const front = part('front', {
      insideCuts: [{ id: 'i', line: null, path: circle(8, 20, 15) }],
      cutRules: { i: { line: 'inside', tiltDegrees: 8, kept: 'handle' } },
      cutWants: { i: ['narrow-kerf'] },
    });
    const mirrored = { ...leg('b'), outline: { id: 'bo', line: null, path: turnedOver(leg('a').outline.path) } };
    const pair = {
      ...template('t', [
        { ...leg('a'), insideCuts: front.insideCuts, cutRules: front.cutRules, cutWants: front.cutWants },
        mirrored,
      ]),
      bodies: [{ id: 'box', name: 'Box', layers: ['a', 'b'], meant: [] }],
    };
    const both = given(pair, matrix(pair)[0]!, 'xx');
    const [rule] = Object.values(both.parts[1]!.cutRules);
    expect(rule).toEqual({ line: 'inside', tiltDegrees: -8, kept: 'handle' });
    expect(Object.values(both.parts[1]!.cutWants)).toEqual([['narrow-kerf']]);
    expect(matrix(both)).toHaveLength(1);
  });

  test('to all, to none but the last, and back', () => {
    const window = matrix(lantern()).find((feature) => marks(feature) === 'x....');
    const all = given(lantern(), window!, 'xxxxx');
    expect(matrix(all).map(marks)).toContain('xxxxx');
    const last = given(
      all,
      matrix(all).find((feature) => marks(feature) === 'xxxxx')!,
      '....x',
    );
    expect(matrix(last).map(marks).sort()).toEqual(['....x', '.xx..', '.xxx.', 'x...x'].sort());
    const hole = matrix(lantern()).find(({ kind }) => kind === 'hole')!;
    expect(matrix(given(lantern(), hole, 'x....')).map(marks)).toContain('x....');
  });

  test('a part of two layers of which one shall have it becomes two parts; the counts stay', () => {
    const window = matrix(lantern()).find((feature) => marks(feature) === 'x....');
    const split = given(lantern(), window!, 'xx...');
    expect(matrix(split).map(marks).sort()).toEqual(['.xx..', '.xxx.', 'x...x', 'xx...'].sort());
    expect(split.parts.map(({ name, perCopy }) => [name, perCopy])).toEqual([
      ['front', 1],
      ['slotted', 1],
      ['slotted B', 1],
      ['hollow', 1],
      ['back', 1],
    ]);
    const ids = split.parts.flatMap(({ id, outline, insideCuts, holes }) => [
      id,
      outline.id,
      ...insideCuts.map((one) => one.id),
      ...holes.map((one) => one.id),
    ]);
    expect(new Set(ids).size).toBe(ids.length);
  });
});
