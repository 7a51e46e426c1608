import { describe, expect, test } from '@jest/globals';
import { lantern } from '../planning/lantern.test-support';
import { circle, part, rectangle, template } from '../planning/fixtures.test-support';
import { featuresOfBody, giveToLayers, missingFeatures, sameOutlineAs, type LayerFeature, type Template } from '.';

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
      ['inside', 'x....'],
      ['hole', 'x...x'],
      ['inside', '.xxx.'],
      ['inside', '.xx..'],
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

describe('giving a cut to layers', () => {
  test('to all, to none but the last, and back', () => {
    const [window] = matrix(lantern());
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
    const [window] = matrix(lantern());
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
