import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import polygonClipping from 'polygon-clipping';
import { boxAround, flatten, nearestOnPiece, shoelace, type Point } from '../geometry';
import { followSteps, noSteps, readDrawing } from '../patterns';
import { partsFromDrawing } from '../products';
import { seededSearch } from './search';
import { layShapes, type LaidShape, type Shape } from './true-shape';
import { tried } from '../cases.test-support';

const turns = (count: number) => Array.from({ length: count }, (_none, i) => (2 * Math.PI * i) / count);
const QUARTERS = turns(4);
/** A kerf and a bridge of two millimetres. */
const GAP = 3;

const placed = ({ outline }: Shape, { turn, x, y }: LaidShape): Point[] =>
  outline.map((p) => ({
    x: p.x * Math.cos(turn) - p.y * Math.sin(turn) + x,
    y: p.x * Math.sin(turn) + p.y * Math.cos(turn) + y,
  }));

/** As many as a maker waits for. */
const STEPS = 150_000;

const ringOf = (points: readonly Point[]): [number, number][] => points.map(({ x, y }) => [x, y]);

/** What two outlines share, by another library, mm2. */
const shared = (a: readonly Point[], b: readonly Point[]): number =>
  polygonClipping
    .intersection([ringOf(a)], [ringOf(b)])
    .flat()
    .reduce((sum, ring) => sum + Math.abs(shoelace(ring.map(([x, y]) => ({ x, y })))), 0);

/** The least distance from a corner of one outline to the other, every corner against every side, mm. */
const nearest = (a: readonly Point[], b: readonly Point[]): number =>
  Math.min(
    ...[[a, b] as const, [b, a] as const].map(([corners, line]) => Math.min(...corners.map((p) => toLine(p, line)))),
  );

const toLine = (p: Point, line: readonly Point[]): number =>
  line.reduce((least, from, i) => {
    const to = line[(i + 1) % line.length]!;
    const at = nearestOnPiece(p, from.x, from.y, to.x, to.y);
    return Math.min(least, Math.hypot(at.x - p.x, at.y - p.y));
  }, Infinity);

function check(shapes: readonly Shape[], gap: number, steps = 20_000) {
  const layout = layShapes(shapes, gap, seededSearch(1, steps));
  if (!layout) return null;
  const lines = shapes.map((shape, i) => placed(shape, layout.laid[i]!));
  lines.forEach((a, i) =>
    lines.slice(i + 1).forEach((b, k) => {
      if (nearest(a, b) < gap - 0.02 || shared(a, b) > 1e-6)
        throw new Error(`pieces ${String(i)} and ${String(i + 1 + k)} are nearer than ${String(gap)} mm`);
    }),
  );
  for (const { minX, minY, maxX, maxY } of lines.map(boxAround)) {
    expect(Math.min(minX, minY)).toBeGreaterThanOrEqual(gap / 2 - 1e-6);
    expect(maxX).toBeLessThanOrEqual(layout.width - gap / 2 + 1e-6);
    expect(maxY).toBeLessThanOrEqual(layout.height - gap / 2 + 1e-6);
  }
  return layout;
}

/** Rectangles round pieces, each with half the gap beyond it. */
const rectangles = (shapes: readonly Shape[], gap: number): number =>
  shapes.reduce((sum, { outline }) => {
    const { minX, maxX, minY, maxY } = boxAround(outline);
    return sum + (maxX - minX + gap) * (maxY - minY + gap);
  }, 0);

/** The outline of a file, its longer side scaled to so many mm; null where it fills most of its rectangle. */
function hollowShape(svg: string, mm: number): Shape | null {
  const raw = readDrawing(svg);
  const drawing = raw.ok ? followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? 1)) : raw;
  if (!drawing.ok) return null;
  const thickness = { mm: 3, typed: null };
  let made = 0;
  const newId = () => String(++made);
  const parts = partsFromDrawing(drawing.value, {
    drawing: 'd',
    woodId: 'basswood',
    thickness,
    together: false,
    newId,
  });
  const outlines = parts.map(({ outline }) => flatten(outline.path));
  const [largest] = outlines.sort((a, b) => Math.abs(shoelace(b)) - Math.abs(shoelace(a)));
  if (!largest) return null;
  const { minX, maxX, minY, maxY } = boxAround(largest);
  if (Math.abs(shoelace(largest)) > 0.7 * (maxX - minX) * (maxY - minY)) return null;
  const scale = mm / Math.max(maxX - minX, maxY - minY);
  return { outline: largest.map(({ x, y }) => ({ x: (x - minX) * scale, y: (y - minY) * scale })), turns: turns(32) };
}

function icons(count: number): Shape[] {
  const folder = dirname(createRequire(import.meta.url).resolve('@tabler/icons/filled/butterfly.svg'));
  const names = readdirSync(folder).filter((name) => name.endsWith('.svg'));
  const shapes: Shape[] = [];
  for (let i = 0; shapes.length < count && i < names.length; i += 7) {
    const shape = hollowShape(readFileSync(join(folder, names[i]!), 'utf8'), 40 + ((shapes.length * 37) % 81));
    if (shape) shapes.push(shape);
  }
  return shapes;
}

const right = (width: number, height: number): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: 0, y: height },
];

describe('pieces laid by their true shape', () => {
  test('two right triangles make one rectangle', () => {
    const triangles = [right(80, 60), right(80, 60)].map((outline) => ({ outline, turns: QUARTERS }));
    const layout = check(triangles, 2)!;
    // Two halves of one rectangle with the gap along the slope: at best a little more than one of the two rectangles.
    expect((layout.width * layout.height) / rectangles(triangles, 2)).toBeLessThan(0.65);
  });

  test('squares cannot be laid closer than their rectangles, so nothing is proposed', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 50, y: 0 },
      { x: 50, y: 50 },
      { x: 0, y: 50 },
    ];
    const squares = [square, square, square].map((outline) => ({ outline, turns: [0] }));
    expect(layShapes(squares, 3, seededSearch(1, 5000))).toBeNull();
  });

  test('a search ends though every piece lies where it is first tried', () => {
    const bars = [right(200, 4), right(200, 4)].map((outline) => ({ outline, turns: [0] }));
    const layout = layShapes(bars, 0, seededSearch(1, 500));
    expect(layout === null || layout.laid.length === 2).toBe(true);
  });

  test('a small piece finds its way into the hollow of a large one', () => {
    const ell = [
      { x: 0, y: 0 },
      { x: 90, y: 0 },
      { x: 90, y: 20 },
      { x: 20, y: 20 },
      { x: 20, y: 90 },
      { x: 0, y: 90 },
    ];
    const box = right(50, 50);
    const layout = check(
      [ell, box].map((outline) => ({ outline, turns: QUARTERS })),
      3,
    )!;
    expect(layout.width * layout.height).toBeLessThan(97 * 97);
  });

  test('twenty icons of between 40 and 120 mm: a fifth less than their rectangles, and none nearer than the gap', () => {
    const shapes = icons(20);
    expect(shapes).toHaveLength(20);
    const layout = check(shapes, GAP, STEPS)!;
    expect((layout.width * layout.height) / rectangles(shapes, GAP)).toBeLessThan(0.8);
  }, 30_000);

  test('whatever the pieces: none nearer than the gap, never more than their rectangles', () => {
    const star = fc.record({
      corners: fc.integer({ min: 3, max: 9 }),
      radii: fc.array(fc.double({ min: 8, max: 60, noNaN: true }), { minLength: 9, maxLength: 9 }),
    });
    fc.assert(
      fc.property(fc.array(star, { minLength: 1, maxLength: 5 }), fc.integer({ min: 0, max: 6 }), (stars, gap) => {
        const shapes = stars.map(({ corners, radii }) => ({
          outline: Array.from({ length: corners }, (_none, i) => {
            const angle = (2 * Math.PI * i) / corners;
            return { x: Math.cos(angle) * radii[i]!, y: Math.sin(angle) * radii[i]! };
          }),
          turns: QUARTERS,
        }));
        const layout = check(shapes, gap, 2000);
        if (layout) expect(layout.width * layout.height).toBeLessThan(rectangles(shapes, gap));
      }),
      tried(15, 15),
    );
  }, 60_000);
});
