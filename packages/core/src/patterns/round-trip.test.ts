import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  mapPath,
  pathBox,
  pathLength,
  signedArea,
  toSvgPathData,
  type Path,
  type Point,
  type Segment,
} from '../geometry';
import { followSteps, measureCut, noSteps, readDrawing } from '.';
import { cases, tried } from '../cases.test-support';

const at = fc.record({ x: fc.integer({ min: 0, max: 200 }), y: fc.integer({ min: 0, max: 200 }) });
const anySegment: fc.Arbitrary<(from: Point) => Segment> = fc.oneof(
  at.map((to) => (): Segment => ({ kind: 'line', to })),
  fc.tuple(at, at, at).map(([c1, c2, to]) => (): Segment => ({ kind: 'cubic', c1, c2, to })),
  fc.tuple(at, fc.boolean()).map(([to, left]) => (from: Point): Segment => {
    // A half circle over the way from one point to the next.
    const center = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
    return { kind: 'arc', to, center, sweep: left ? Math.PI : -Math.PI };
  }),
);

/** A closed path through random segments, all at whole millimetres. */
const anyPath: fc.Arbitrary<Path> = fc
  .tuple(at, fc.array(anySegment, { minLength: 2, maxLength: 8 }))
  .map(([start, makers]) => {
    const segments: Segment[] = [];
    let from = start;
    for (const make of makers) {
      const segment = make(from);
      if (segment.to.x === from.x && segment.to.y === from.y) continue;
      segments.push(segment);
      from = segment.to;
    }
    segments.push({ kind: 'line', to: start });
    return { start, segments, closed: true };
  });

function readBack(path: Path): Path | null {
  const { minX, minY, maxX, maxY } = pathBox(path);
  const box = `${String(minX)} ${String(-maxY)} ${String(maxX - minX || 1)} ${String(maxY - minY || 1)}`;
  const raw = readDrawing(`<svg viewBox="${box}"><path d="${toSvgPathData(path)}"/></svg>`);
  if (!raw.ok) return null;
  const drawing = followSteps(raw.value, noSteps(1));
  return drawing.ok ? (drawing.value.lines[0]?.path ?? null) : null;
}

describe('a path written as SVG and read again', () => {
  test('has the same area and length, whatever its segments', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyPath, (path) => {
        fc.pre(Math.abs(signedArea(path)) > 5);
        const back = readBack(path);
        expect(back).not.toBeNull();
        // Written to a thousandth of a mm: over some thousand mm of line the area may move by a few mm2.
        expect(Math.abs(signedArea(back!) - signedArea(path))).toBeLessThan(2);
        expect(Math.abs(pathLength(back!) - pathLength(path))).toBeLessThan(0.5);
        compared++;
      }),
      tried(100),
    );
    expect(compared).toBeGreaterThan(cases(50));
  });
});

describe('what measuring a cut does not depend on', () => {
  const move = (path: Path, by: (point: Point) => Point, mirrored = false): Path => mapPath(path, by, mirrored);

  test('where it lies, and how it is turned', () => {
    fc.assert(
      fc.property(anyPath, fc.double({ min: 0, max: 6.28, noNaN: true }), (path, angle) => {
        fc.pre(Math.abs(signedArea(path)) > 5);
        const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
        const turned = move(path, ({ x, y }) => ({ x: cos * x - sin * y + 7, y: sin * x + cos * y - 3 }));
        expect(signedArea(turned)).toBeCloseTo(signedArea(path), 3);
        expect(pathLength(turned)).toBeCloseTo(pathLength(path), 0);
        const [before, after] = [measureCut(path, 'outside'), measureCut(turned, 'outside')];
        if (before.tightest) expect(after.tightest!.radius).toBeCloseTo(before.tightest.radius, 2);
      }),
      tried(100),
    );
  });

  test('its mirror has the same corners inside; running the other way it is the same wood', () => {
    const arrow: Path = {
      start: { x: 0, y: 0 },
      segments: [
        { x: 40, y: 20 },
        { x: 0, y: 40 },
        { x: 12, y: 20 },
        { x: 0, y: 0 },
      ].map((to) => ({ kind: 'line' as const, to })),
      closed: true,
    };
    const mirrored = move(arrow, ({ x, y }) => ({ x: -x, y }), true);
    expect(signedArea(mirrored)).toBeCloseTo(-signedArea(arrow), 9);
    // An arrow head has three points and one hollow corner.
    for (const path of [arrow, mirrored]) {
      expect(measureCut(path, 'outside')).toMatchObject({ corners: 4, sharpInsideCorners: 1 });
      expect(measureCut(path, 'inside')).toMatchObject({ corners: 4, sharpInsideCorners: 3 });
    }
  });
});
