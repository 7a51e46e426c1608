import { describe, expect, test } from '@jest/globals';
import { flatten, type Point } from '../geometry';
import { circle, rectangle } from '../planning/fixtures.test-support';
import type { SawLine, WorkToSaw } from './line';
import { PLENTY, supportOf } from './support';

const KERF = 1;
const line = (id: string, path: ReturnType<typeof rectangle>, kind: SawLine['kind'] = 'inside'): SawLine => {
  const points = dense(flatten(path));
  return { id, kind, group: 0, points, closed: true, kerfMm: KERF, entry: points[0]! };
};
/** Points no further apart than a millimetre. */
function dense(ring: readonly Point[]): Point[] {
  return ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const steps = Math.max(1, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y)));
    return Array.from({ length: steps }, (_none, k) => ({
      x: p.x + ((q.x - p.x) * k) / steps,
      y: p.y + ((q.y - p.y) * k) / steps,
    }));
  });
}
const work = (lines: SawLine[], heldAt: [string, Point][] = []): WorkToSaw => ({
  lines,
  holes: [],
  heldAt: new Map(heldAt),
});

describe('what holds the wood beside a cut', () => {
  test('alone in a board it is held by plenty, beside an opening by the wall between them', () => {
    const support = supportOf(work([line('a', rectangle(10, 10)), line('b', rectangle(10, 10, 13, 0))]));
    expect(support.of(0, [])).toBe(PLENTY);
    // In the wall between them it has 3 mm less a kerf, whichever way it goes out.
    expect(support.of(1, [0])).toBeCloseTo(3 - KERF, 1);
  });

  test('between two openings that are sawn its wall is all that is left', () => {
    // Two long slots 20 apart, and a third between them, its ends near to both ends: walls of 4, less a kerf.
    const slots = [rectangle(100, 5, 0, 0), rectangle(100, 5, 0, 25)];
    const between = rectangle(100, 12, 0, 9);
    const support = supportOf(work([...slots, between].map((path, i) => line(String(i), path))));
    expect(support.of(2, [0, 1])).toBeCloseTo(4 - KERF, 1);
    expect(support.of(2, [])).toBe(PLENTY);
  });

  test('an island that hangs by bridges of 2, 3 and 5 mm is held by the widest of them', () => {
    // A square ring of four slots round the middle: at three corners bridges, the fourth closed.
    const [outer, slot] = [60, 4];
    const ring: [number, number, number, number][] = [
      // x, y, width, height; bridges between the end of one and the side of the next.
      [0, 0, outer - 2, slot],
      [outer, 0, slot, outer - 3],
      [5, outer, outer - 1, slot],
      [0, slot + 1, slot, outer],
    ];
    const lines = ring.map(([x, y, w, h], i) => line(String(i), rectangle(w, h, x, y)));
    const middle = line('middle', circle(5, 32, 32));
    const support = supportOf(work([...lines, middle]));
    const held = support.of(4, [0, 1, 2, 3]);
    // By hand: the widest of the gaps at the corners, less a kerf.
    const corners = [
      gap(ring[0]!, ring[1]!),
      gap(ring[1]!, ring[2]!),
      gap(ring[2]!, ring[3]!),
      gap(ring[3]!, ring[0]!),
    ];
    expect(held).toBeCloseTo(Math.max(...corners) - KERF, 1);
  });

  test('the half of a plate that an outline frees last hangs by the necks beside its opening', () => {
    // A plate 60 by 30 with an opening that leaves 4 mm on both sides of it, held by its left half.
    const plate = line('plate', rectangle(60, 30), 'outside');
    const from = (x: number, y: number): SawLine => {
      const start = plate.points.findIndex((p) => Math.hypot(p.x - x, p.y - y) < 0.6);
      return { ...plate, points: [...plate.points.slice(start), ...plate.points.slice(0, start)] };
    };
    const opening = line('opening', rectangle(4, 22, 28, 4));
    const held = (outline: SawLine): number =>
      supportOf(work([outline, opening], [['plate', { x: 14, y: 15 }]])).of(0, [1]);
    // Ending at the right side, both necks are all there is; ending at the left, the right half was held by the frame until then.
    expect(held(from(60, 15))).toBeCloseTo(4 - KERF, 1);
    expect(held(from(0, 15))).toBeGreaterThan(4);
    expect(supportOf(work([plate, opening], [['plate', { x: 14, y: 15 }]])).of(0, [])).toBe(PLENTY);
  });

  test('the other way round, turned and moved it is the same', () => {
    const turned = (points: readonly Point[]): Point[] =>
      points.map(({ x, y }) => ({ x: 200 - 0.6 * x - 0.8 * y, y: 40 + 0.8 * x - 0.6 * y }));
    const slots = [rectangle(100, 5, 0, 0), rectangle(100, 5, 0, 25), rectangle(100, 12, 0, 9)].map((path, i) =>
      line(String(i), path),
    );
    const other = slots.map((one) => ({ ...one, points: turned([...one.points].reverse()) }));
    expect(supportOf(work(other)).of(2, [0, 1])).toBeCloseTo(4 - KERF, 1);
  });
});

type Slot = readonly [number, number, number, number];
/** Between two rectangles, mm. */
function gap([ax, ay, aw, ah]: Slot, [bx, by, bw, bh]: Slot): number {
  const across = Math.max(0, bx - ax - aw, ax - bx - bw);
  const up = Math.max(0, by - ay - ah, ay - by - bh);
  return Math.hypot(across, up);
}
