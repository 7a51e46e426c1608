import { indexBoxes } from './box-index';
import { boxAround, boxContains, distance, type Box, type Point } from './point';

/** A closed line as points, for questions of inside and outside. */
export interface Ring {
  readonly points: readonly Point[];
  readonly box: Box;
  /** Area without sign, mm2. */
  readonly area: number;
}

export function ringOf(points: readonly Point[]): Ring {
  return { points, box: boxAround(points), area: Math.abs(shoelace(points)) };
}

/** Area of a polygon, mm2, positive counter-clockwise. */
export function shoelace(points: readonly Point[]): number {
  let twice = 0;
  let previous = points[points.length - 1];
  for (const point of points) {
    if (previous) twice += previous.x * point.y - previous.y * point.x;
    previous = point;
  }
  return twice / 2;
}

/** Length all the way round a polygon, mm. */
export const perimeter = (ring: readonly Point[]): number =>
  ring.reduce((sum, p, i) => sum + distance(p, ring[(i + 1) % ring.length] ?? p), 0);

/** True where the point is inside the polygon (even-odd). On the line itself either answer may come. */
export function isInside(point: Point, polygon: readonly Point[]): boolean {
  let inside = false;
  let previous = polygon[polygon.length - 1];
  for (const corner of polygon) {
    if (previous && corner.y > point.y !== previous.y > point.y) {
      const crossing = corner.x + ((point.y - corner.y) / (previous.y - corner.y)) * (previous.x - corner.x);
      if (point.x < crossing) inside = !inside;
    }
    previous = corner;
  }
  return inside;
}

export interface NestedRing {
  /** Place of the ring in the list given. */
  readonly index: number;
  /** Place of the ring it lies directly in, or null. */
  readonly parent: number | null;
  /** 0 a part, 1 an inside cut, 2 a piece that falls out, and so on. */
  readonly depth: number;
}

/**
 * Which ring lies in which. Rings may share points or edges: a ring lies in another when most of a sample of its
 * edges do, so a hole that touches its outline still counts as inside. A ring given twice has no stated answer: drop doubled
 * lines first. The answer is in the order given.
 */
export function nestRings(rings: readonly Ring[]): NestedRing[] {
  const bySize = rings
    .map((ring, index) => ({ ring, index }))
    .sort((a, b) => b.ring.area - a.ring.area || a.index - b.index);
  const around = indexBoxes(bySize.map(({ ring }) => ring.box));
  const nested = new Array<NestedRing>(rings.length);
  bySize.forEach(({ ring, index }, place) => {
    // The smallest larger ring around this one is the nearest before it in the order of size.
    let parent: number | null = null;
    const mayHold = (i: number): boolean => i < place && boxContains(bySize[i]?.ring.box ?? ring.box, ring.box);
    for (const i of around(ring.box, mayHold).reverse()) {
      const larger = bySize[i];
      if (!larger || !liesIn(ring, larger.ring)) continue;
      parent = larger.index;
      break;
    }
    const depth = parent === null ? 0 : (nested[parent]?.depth ?? 0) + 1;
    nested[index] = { index, parent, depth };
  });
  return nested;
}

/** Rings nearer in place and size than this are one line drawn twice, mm. */
const SAME_RING = 1e-3;

/**
 * Of each ring the places of all rings it lies in. Of rings that are one line drawn twice neither lies in the other. Rings that cross
 * lie in each other as {@link nestRings} has it.
 */
export function ringsAround(rings: readonly Ring[]): number[][] {
  const alike = new Map<string, number[]>();
  rings.forEach(({ box: { minX, minY, maxX, maxY } }, i) => {
    const key = [minX, minY, maxX, maxY].map((side) => Math.round(side / SAME_RING)).join(' ');
    alike.set(key, [...(alike.get(key) ?? []), i]);
  });
  const groups = [...alike.values()];
  const nested = nestRings(groups.flatMap(([first = 0]) => rings[first] ?? []));
  const around = rings.map((): number[] => []);
  groups.forEach((group, k) => {
    const outer: number[] = [];
    for (let parent = nested[k]?.parent ?? null; parent !== null; parent = nested[parent]?.parent ?? null)
      outer.push(...(groups[parent] ?? []));
    for (const i of group) around[i] = outer;
  });
  return around;
}

const SAMPLE = 9;

function liesIn(inner: Ring, outer: Ring): boolean {
  const step = Math.max(1, Math.floor(inner.points.length / SAMPLE));
  let [tested, inside] = [0, 0];
  for (let i = 0; i < inner.points.length; i += step) {
    const point = inner.points[i];
    const next = inner.points[(i + 1) % inner.points.length];
    if (!point || !next) continue;
    // The middle of an edge is less often on the other line than a corner is.
    tested++;
    if (isInside({ x: (point.x + next.x) / 2, y: (point.y + next.y) / 2 }, outer.points)) inside++;
  }
  return inside * 2 > tested;
}
