import { expect, test } from '@jest/globals';
import { pathBox, pathLength, type Path } from '../../geometry';
import { seededSearch } from '../../layout';
import { asItWasDrawn, renewParts, type Part } from '../../products';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { GANG_GAP, layClose, mayLieClose } from './lay-close';
import { verifyPlan } from '../verify';

const wedge = (id: string, changes: Partial<Part> = {}): Part => {
  const corners = [
    { x: 90, y: 0 },
    { x: 0, y: 60 },
    { x: 0, y: 0 },
  ];
  const path: Path = { start: { x: 0, y: 0 }, segments: corners.map((to) => ({ kind: 'line', to })), closed: true };
  return part(id, {
    grain: 'any',
    outline: { id: `${id} o`, line: `${id} line`, path },
    insideCuts: [{ id: `${id} i`, line: `${id} hole`, path: circle(6, 20, 15) }],
    holes: [{ id: `${id} h`, line: `${id} peg`, center: { x: 50, y: 8 }, diameterMm: 4 }],
    drawing: 'd',
    ...changes,
  });
};
const search = () => seededSearch(1, 20_000);

test('parts of one wood, thickness and count may share a blank; layers of a body, edges and nested pieces may not', () => {
  const base = rectangle(100, 60);
  const datum = { from: { x: 0, y: 0 }, to: { x: 100, y: 0 } };
  const ring = part('ring', { insideCuts: [{ id: 'r', line: null, path: rectangle(80, 40, 10, 10) }] });
  const inner = part('inner', { outline: { id: 'n', line: null, path: rectangle(30, 20, 30, 20) } });
  const toy = template('toy', [
    wedge('a'),
    wedge('b'),
    wedge('twice', { perCopy: 2 }),
    wedge('thick', { thickness: { mm: 12.7, typed: '1/2' } }),
    part('foot', { grain: 'any', outline: { id: 'f', line: null, path: base }, datum }),
    wedge('front'),
    wedge('back'),
    ring,
    inner,
  ]);
  const bodies = [{ id: 'box', name: 'Box', layers: ['front', 'back'], meant: [] }];
  expect(mayLieClose({ ...toy, bodies }).map((group) => group.map(({ id }) => id))).toEqual([['a', 'b']]);
});

test('laid close, every cut keeps its length and place in its part, and the plan saws them as one stack from less wood', async () => {
  const parts = [wedge('a'), wedge('b')];
  const close = layClose(parts, 'blank', search())!;
  expect(close.areaMm2).toBeLessThan(0.7 * close.apartMm2);
  // The rectangle of each is 90 by 60 with half the gap beyond it.
  expect(close.apartMm2).toBeCloseTo(2 * (90 + GANG_GAP) * (60 + GANG_GAP), 6);
  for (const [i, moved] of close.parts.entries()) {
    const drawn = parts[i]!;
    expect(pathLength(moved.outline.path)).toBeCloseTo(pathLength(drawn.outline.path), 9);
    const hole = moved.holes[0]!.center;
    const { start } = moved.outline.path;
    expect(Math.hypot(hole.x - start.x, hole.y - start.y)).toBeCloseTo(Math.hypot(50, 8), 9);
  }
  const input = inputFor([template('toy', close.parts)], 4);
  const [together, apart] = [await planned(input), await planned(inputFor([template('toy', parts)], 4))];
  expect(verifyPlan(together, input)).toEqual([]);
  expect(together.stacks).toHaveLength(1);
  const wood = (plan: typeof apart) =>
    plan.blanks.reduce((sum, { length, width, count }) => sum + length * width * count, 0);
  expect(wood(together)).toBeLessThan(wood(apart));
  expect(together.minutes.pattern).toBeLessThan(apart.minutes.pattern);
});

test('squares are left alone', () => {
  const square = (id: string) => part(id, { outline: { id: `${id} o`, line: null, path: rectangle(50, 50) } });
  expect(layClose([square('a'), square('b')], 'blank', search())).toBeNull();
});

test('the drawing shaped again, parts lie as they were laid; taken apart, as drawn', () => {
  const parts = [wedge('a'), wedge('b')];
  const { parts: laid } = layClose(parts, 'blank', search())!;
  const renewed = renewParts(laid, parts, 'd');
  renewed.forEach((one, i) => {
    const [now, before] = [pathBox(one.outline.path), pathBox(laid[i]!.outline.path)];
    for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const) expect(now[side]).toBeCloseTo(before[side], 9);
    const back = asItWasDrawn(one);
    expect(back).toMatchObject({ laid: null, sharedBlank: null });
    expect(pathBox(back.outline.path).maxX).toBeCloseTo(90, 9);
    expect(back.holes[0]!.center.x).toBeCloseTo(50, 9);
  });
});
