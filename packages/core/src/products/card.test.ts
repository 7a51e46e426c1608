import { describe, expect, test } from '@jest/globals';
import { circlePath, pathBox, type Path } from '../geometry';
import { AS_DRAWN, emptyTemplate, type Part, type Template } from './template';
import { cardOf } from './card';

const partOf = (path: Path, insideCuts: readonly Path[] = []): Part => ({
  id: 'p',
  name: 'Body',
  perCopy: 3,
  woodId: 'cherry',
  thickness: { mm: 6.35, typed: '1/4' },
  grain: 'along-x',
  drawing: null,
  outline: { id: 'o', line: null, path },
  insideCuts: insideCuts.map((cut, i) => ({ id: String(i), line: null, path: cut })),
  throughCuts: [],
  holes: [],
  marks: [],
  datum: null,
  sharedBlank: null,
  pinnedLayers: null,
  ...AS_DRAWN,
});
const template = (parts: readonly Part[]): Template => ({
  ...emptyTemplate('t', 'Whale'),
  parts,
});

/** A coast of many short lines on a circle: radius 100, in and out by 0.2. */
function coast(lines: number): Path {
  const at = (i: number) => {
    const angle = (2 * Math.PI * i) / lines;
    const radius = 100 + (i % 2) * 0.2;
    return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
  };
  return {
    start: at(0),
    closed: true,
    segments: Array.from({ length: lines }, (_none, i) => ({ kind: 'line', to: at((i + 1) % lines) })),
  };
}

const pointsIn = (data: string): [number, number][] =>
  data
    .slice(1, -1)
    .split('L')
    .map((pair) => pair.split(' ').map(Number) as [number, number]);

describe('the card of a template', () => {
  test('counts pieces and names parts', () => {
    const card = cardOf(template([partOf(circlePath({ x: 0, y: 0 }, 10)), partOf(circlePath({ x: 0, y: 0 }, 10))]));
    expect(card).toMatchObject({ name: 'Whale', piecesPerCopy: 6, parts: [{ name: 'Body' }, { name: 'Body' }] });
  });

  test('a line of ten thousand pieces becomes a few points that lie on it, to what an eye can tell', () => {
    const [picture] = cardOf(template([partOf(coast(10_000))])).pictures;
    const points = pointsIn(picture!.outline);
    expect(points.length).toBeGreaterThan(12);
    expect(points.length).toBeLessThanOrEqual(64);
    // Radius 100 to 100.2, and a whole millimetre of rounding either way.
    for (const [x, y] of points) expect(Math.abs(Math.hypot(x, y) - 100)).toBeLessThan(1);
    expect(picture!.box).toEqual(pathBox(coast(10_000)));
  });

  test('every opening of a trivet of nineteen cells is in its picture', () => {
    const cells = Array.from({ length: 19 }, (_none, i) =>
      circlePath({ x: 20 * (i % 5) - 40, y: 20 * Math.floor(i / 5) - 40 }, 8),
    );
    const [picture] = cardOf(template([partOf(circlePath({ x: 0, y: 0 }, 100), cells)])).pictures;
    const openings = picture!.inside.split('Z').filter(Boolean);
    expect(openings).toHaveLength(19);
    for (const opening of openings) expect(pointsIn(`${opening}Z`).length).toBeGreaterThanOrEqual(6);
  });

  test('the card of a large template stays small: the largest inside cuts are drawn, the rest are not', () => {
    const holes = Array.from({ length: 500 }, (_none, i) =>
      circlePath({ x: i % 25, y: Math.floor(i / 25) }, 0.1 + i / 1000),
    );
    const parts = Array.from({ length: 40 }, () => partOf(coast(2_000), holes));
    const card = cardOf(template(parts));
    expect(card.pictures).toHaveLength(12);
    expect(card.pictures[0]!.inside.match(/M/g)).toHaveLength(24);
    expect(JSON.stringify(card).length).toBeLessThan(60_000);
  });
});
