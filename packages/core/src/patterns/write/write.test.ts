import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseString, toPolylines } from 'dxf';
import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';
import { circlePath, movePath, pathBox, pathLength, signedArea, type Path, type Segment } from '../../geometry';
import { followSteps, noSteps, readDrawing, type Drawing } from '..';
import { writeDxf, writeSvg, type WrittenLine } from '.';
import { tried } from '../../cases.test-support';

function back(text: string): Drawing {
  const raw = readDrawing(text);
  // Its own size is trusted: both formats say millimetres.
  const drawing = raw.ok ? followSteps(raw.value, noSteps(raw.value.mmPerUnit)) : raw;
  if (!drawing.ok) throw new Error(drawing.error.message);
  return drawing.value;
}

const line = (x: number, y: number): Segment => ({ kind: 'line', to: { x, y } });
const rectangle = (w: number, h: number): Path => ({
  start: { x: 0, y: 0 },
  segments: [line(w, 0), line(w, h), line(0, h), line(0, 0)],
  closed: true,
});
const moved = (path: Path, dx: number, dy: number): Path => movePath(path, { a: 1, b: 0, c: 0, d: 1, e: dx, f: dy });

/** A rounded tongue: lines, an arc and a cubic in one line. */
const tongue: Path = {
  start: { x: 20, y: 20 },
  closed: true,
  segments: [
    line(50, 20),
    { kind: 'arc', to: { x: 50, y: 40 }, center: { x: 50, y: 30 }, sweep: Math.PI },
    { kind: 'cubic', c1: { x: 40, y: 44 }, c2: { x: 30, y: 36 }, to: { x: 20, y: 40 } },
    line(20, 20),
  ],
};
const drawing: WrittenLine[] = [
  { kind: 'outline', path: rectangle(100, 60) },
  { kind: 'inside', path: tongue },
  { kind: 'drilled', path: circlePath({ x: 80, y: 30 }, 3.175) },
  { kind: 'through', path: { start: { x: 70, y: 0 }, segments: [line(70, 60)], closed: false } },
  { kind: 'fold', path: { start: { x: 90, y: 5 }, segments: [line(90, 55)], closed: false } },
];

describe.each([
  ['SVG', (lines: readonly WrittenLine[]) => writeSvg(lines, 'Tide & <table>')],
  ['DXF', writeDxf],
])('%s', (_name, write) => {
  test('goes out and comes back: the same kinds, sizes and areas', () => {
    const { lines, width, height, faults } = back(write(drawing));
    expect(faults).toEqual([]);
    expect([width, height]).toEqual([expect.closeTo(100, 2), expect.closeTo(60, 2)]);
    const found = (kind: string) => lines.filter((one) => one.kind === kind);
    for (const { kind, path } of drawing) {
      const [one, ...more] = found(kind);
      expect([kind, more.length]).toEqual([kind, 0]);
      expect(pathLength(one!.path)).toBeCloseTo(pathLength(path), 2);
      if (path.closed) expect(one!.area).toBeCloseTo(Math.abs(signedArea(path)), 1);
    }
  });

  test('every kind of line comes back as it was set, whatever its size and however lines lie in each other', () => {
    const kinds = fc.constantFrom<WrittenLine['kind']>('outline', 'inside', 'through', 'drilled', 'mark', 'fold');
    fc.assert(
      fc.property(fc.array(kinds, { minLength: 1, maxLength: 6 }), fc.boolean(), (nested, round) => {
        const lines = nested.map((kind, i): WrittenLine => ({
          kind,
          path: round
            ? circlePath({ x: 0, y: 0 }, 60 - 9 * i)
            : moved(rectangle(100 - 16 * i, 90 - 14 * i), 8 * i, 7 * i),
        }));
        const found = back(write(lines)).lines.map(({ kind, area }) => `${kind} ${area.toFixed(0)}`);
        expect(found.sort()).toEqual(
          lines.map(({ kind, path }) => `${kind} ${Math.abs(signedArea(path)).toFixed(0)}`).sort(),
        );
      }),
      tried(60),
    );
  });

  test.each([
    ['a run of a twentieth of a millimetre', 'M0 0H100C110 20 110 40 100 60h-.05C80 70 20 70 0 60Z'],
    ['two parts that share a corner', 'M0 0H40C44 10 44 30 40 40H0ZM40 40H80C90 50 90 70 80 80H40Z'],
    ['a through cut from joint to joint', 'M0 0H60V50C40 60 20 60 0 50ZM0 0C20 10 40 30 60 50'],
  ])('%s comes back as the same lines', (_case, d) => {
    const drawn = back(`<svg width="200mm" viewBox="0 0 200 200"><path fill="none" stroke="#000" d="${d}"/></svg>`);
    const lines = drawn.lines.flatMap(({ kind, path }) => (kind === 'ignore' ? [] : [{ kind, path }]));
    const told = ({ lines: all }: Drawing) =>
      all.map(({ kind, path }) => `${kind} ${pathLength(path).toFixed(1)}`).sort();
    expect(told(back(write(lines)))).toEqual(told(drawn));
  });

  test('any closed line of lines, arcs and cubics comes back with its area and length', () => {
    const at = fc.record({ x: fc.integer({ min: 0, max: 90 }), y: fc.integer({ min: 0, max: 90 }) });
    fc.assert(
      fc.property(at, at, at, fc.double({ min: 0.2, max: 3, noNaN: true }), (p, q, c, sweep) => {
        fc.pre(Math.hypot(p.x - q.x, p.y - q.y) > 5);
        // The centre that sees the way from p to q under the sweep.
        const off = 1 / (2 * Math.tan(sweep / 2));
        const center = {
          x: (p.x + q.x) / 2 - off * (q.y - p.y),
          y: (p.y + q.y) / 2 + off * (q.x - p.x),
        };
        const path: Path = {
          start: p,
          closed: true,
          segments: [
            { kind: 'arc', to: q, center, sweep },
            { kind: 'cubic', c1: c, c2: { x: c.y, y: c.x }, to: { x: p.x + 100, y: p.y } },
            line(p.x, p.y),
          ],
        };
        const [one] = back(write([{ kind: 'outline', path }])).lines;
        expect(one!.path.closed).toBe(true);
        expect(Math.abs(one!.area - Math.abs(signedArea(path)))).toBeLessThan(0.5);
        expect(pathLength(one!.path)).toBeCloseTo(pathLength(path), 0);
      }),
      tried(40),
    );
  });
});

describe('other programs', () => {
  test('a second DXF library finds the same layers, and each line where it was', () => {
    const parsed = parseString(writeDxf(drawing));
    expect(parsed.header).toMatchObject({ insUnits: 4 });
    const { polylines } = toPolylines(parsed);
    const boxOf = (layer: string) => {
      const points = polylines.filter((one) => one.layer.name === layer).flatMap(({ vertices }) => vertices);
      return [Math.min, Math.max].flatMap((of) => [of(...points.map(([x]) => x)), of(...points.map(([, y]) => y))]);
    };
    expect(boxOf('Part outlines')).toEqual([0, 0, 100, 60]);
    const { minX, minY, maxX, maxY } = pathBox(tongue);
    boxOf('Inside cuts').forEach((side, i) => expect(side).toBeCloseTo([minX, minY, maxX, maxY][i]!, 0));
    boxOf('Drilled holes').forEach((side, i) => expect(side).toBeCloseTo([76.825, 26.825, 83.175, 33.175][i]!, 1));
  });

  test('what a general-purpose library writes reads back: lines, arcs, circles, ellipses, bulges, splines, blocks', () => {
    const dxf = new DxfWriter();
    dxf.setUnits(Units.Inches);
    dxf.addLWPolyline(
      [
        { point: point2d(0, 0) },
        { point: point2d(4, 0), bulge: 1 },
        { point: point2d(4, 2) },
        { point: point2d(0, 2) },
      ],
      {
        flags: LWPolylineFlags.Closed,
      },
    );
    dxf.addCircle(point3d(1, 1), 0.5);
    dxf.addEllipse(point3d(10, 0), point3d(2, 0), 0.5, 0, 2 * Math.PI);
    dxf.addArc(point3d(20, 0), 1, 0, 180);
    dxf.addLine(point3d(19, 0), point3d(21, 0));
    const block = dxf.addBlock('leaf');
    block.addCircle(point3d(0, 0), 0.75);
    dxf.addInsert('leaf', point3d(30, 3), { scaleFactor: { x: 2, y: 2, z: 1 } });
    const areas = back(dxf.stringify()).lines.map(({ area }) => area / 25.4 ** 2);
    // By hand: 4 by 2 with a half disc of radius 1; discs; an ellipse 2 by 1; a half disc; the block twice as large.
    const expected = [8 + Math.PI / 2, Math.PI / 4, 2 * Math.PI, Math.PI / 2, Math.PI * 2.25];
    expect(areas).toHaveLength(expected.length);
    areas.sort((a, b) => a - b).forEach((area, i) => expect(area).toBeCloseTo(expected.sort((a, b) => a - b)[i]!, 3));
  });
});
