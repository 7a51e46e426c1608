import { boxOfPiece, meetingOf } from './crossings';
import { isInside, shoelace } from './nest';
import { boxGrown, distance, type Point } from './point';
import { indexSegments, nearestOnPiece, type IndexedLine, type SegmentIndex } from './segment-index';
import { SAME_POINT } from '../units';

/** One piece of a part that lines cut apart. */
export interface Piece {
  /** Counter-clockwise. */
  readonly outline: readonly Point[];
  /** Clockwise. */
  readonly holes: readonly (readonly Point[])[];
  /** mm2, holes taken off. */
  readonly area: number;
}

export interface Pieces {
  /** Largest first. */
  readonly pieces: readonly Piece[];
  /** Ends of lines that stop in the wood and cut nothing off. */
  readonly looseEnds: readonly Point[];
}

/**
 * The pieces that lines cut a part into: the bounded faces of the planar subdivision by its outline, its holes and the
 * lines. Ends within `tolerance` mm of another line meet it. What runs past the outline or through a hole cuts nothing.
 * Lines from edge to edge with x simple crossings among k make k + x + 1 pieces; each closed loop adds one.
 */
export function piecesOf(
  outline: readonly Point[],
  holes: readonly (readonly Point[])[],
  lines: readonly IndexedLine[],
  tolerance: number,
): Pieces {
  const closed = [outline, ...holes].map((points): IndexedLine => ({ points, closed: true }));
  const graph = graphOf([...closed, ...lines], tolerance);
  const inWood = (point: Point): boolean => isInside(point, outline) && !holes.some((hole) => isInside(point, hole));
  const looseEnds = prune(graph).filter(inWood);
  const { faces, hollows } = tracedFaces(graph);
  const pieces = withHoles(faces, hollows).filter(({ outline: ring, holes: inner }) => {
    const inside = pointIn(ring, inner);
    return inside !== null && inWood(inside);
  });
  return { pieces: [...pieces].sort((a, b) => b.area - a.area), looseEnds };
}

interface Graph {
  readonly points: Point[];
  /** For each point, the points it is joined to. */
  readonly joined: Set<number>[];
}

/** All lines, parted where they meet, as points and what joins them. */
function graphOf(lines: readonly IndexedLine[], tolerance: number): Graph {
  const index = indexSegments(lines);
  const weld = welder(tolerance);
  const graph: Graph = { points: weld.points, joined: [] };
  const corners = Array.from({ length: index.count }, (_none, i) => [startOf(index, i), endOf(index, i)] as const);
  // Corners first: what meets within the tolerance moves to them, not they to it.
  for (const [a, b] of corners) {
    weld.place(a);
    weld.place(b);
  }
  for (let i = 0; i < index.count; i++) {
    const along = partingsOf(index, i, tolerance)
      .sort((p, q) => p.t - q.t)
      .map(({ at }) => weld.place(at));
    for (let k = 1; k < along.length; k++) join(graph, along[k - 1] ?? 0, along[k] ?? 0);
  }
  return graph;
}

const startOf = ({ ax, ay }: SegmentIndex, i: number): Point => ({ x: ax[i] ?? 0, y: ay[i] ?? 0 });
const endOf = ({ bx, by }: SegmentIndex, i: number): Point => ({ x: bx[i] ?? 0, y: by[i] ?? 0 });

/** Where piece `i` is parted: at its ends, where others cross it and where the ends of others touch it. */
function partingsOf(index: SegmentIndex, i: number, tolerance: number): { t: number; at: Point }[] {
  const [a, b] = [startOf(index, i), endOf(index, i)];
  const length = distance(a, b);
  const partings = [
    { t: 0, at: a },
    { t: 1, at: b },
  ];
  for (const j of index.search(boxGrown(boxOfPiece(index, i), tolerance))) {
    if (j === i) continue;
    const meeting = meetingOf(index, i, j);
    if (meeting && meeting.t > 0 && meeting.t < 1 && meeting.u > 0 && meeting.u < 1) partings.push(meeting);
    for (const end of [startOf(index, j), endOf(index, j)]) {
      const at = nearestOnPiece(end, a.x, a.y, b.x, b.y);
      if (length > 0 && distance(at, end) <= tolerance) partings.push({ t: distance(a, at) / length, at: end });
    }
  }
  return partings;
}

/** Gives each place a number; places within the tolerance of an earlier one get its number. */
function welder(tolerance: number): { points: Point[]; place: (point: Point) => number } {
  const points: Point[] = [];
  const cells = new Map<string, number[]>();
  const cellOf = (v: number): number => Math.floor(v / tolerance);
  const place = (point: Point): number => {
    const [cx, cy] = [cellOf(point.x), cellOf(point.y)];
    for (let x = cx - 1; x <= cx + 1; x++) {
      for (let y = cy - 1; y <= cy + 1; y++) {
        const near = cells
          .get(`${String(x)},${String(y)}`)
          ?.find((n) => distance(points[n] ?? point, point) <= tolerance);
        if (near !== undefined) return near;
      }
    }
    points.push(point);
    const key = `${String(cx)},${String(cy)}`;
    cells.set(key, [...(cells.get(key) ?? []), points.length - 1]);
    return points.length - 1;
  };
  return { points, place };
}

const neighbours = (graph: Graph, n: number): Set<number> => (graph.joined[n] ??= new Set());

function join(graph: Graph, a: number, b: number): void {
  if (a === b) return;
  neighbours(graph, a).add(b);
  neighbours(graph, b).add(a);
}

/** Takes off what ends loose, and returns the loose ends as they were drawn. */
function prune(graph: Graph): Point[] {
  const loose = graph.points.flatMap((_point, n) => (neighbours(graph, n).size === 1 ? [n] : []));
  const ends = loose.flatMap((n) => graph.points[n] ?? []);
  for (let n = loose.pop(); n !== undefined; n = loose.pop()) {
    const [only] = neighbours(graph, n);
    if (only === undefined || neighbours(graph, n).size !== 1) continue;
    neighbours(graph, n).clear();
    neighbours(graph, only).delete(n);
    if (neighbours(graph, only).size === 1) loose.push(only);
  }
  return ends;
}

/** Walks every side of every line, always turning as sharply right as it goes: faces run left, outsides right. */
function tracedFaces(graph: Graph): { faces: Point[][]; hollows: Point[][] } {
  const { points } = graph;
  const around = points.map((from, n) =>
    [...neighbours(graph, n)].sort((a, b) => bearing(from, points[a] ?? from) - bearing(from, points[b] ?? from)),
  );
  const walked = new Set<string>();
  const [faces, hollows]: [Point[][], Point[][]] = [[], []];
  around.forEach((ends, start) => {
    for (const first of ends) {
      const ring: Point[] = [];
      let [from, to] = [start, first];
      while (!walked.has(`${String(from)}>${String(to)}`)) {
        walked.add(`${String(from)}>${String(to)}`);
        ring.push(points[from] ?? { x: NaN, y: NaN });
        const next = around[to] ?? [];
        const back = next.indexOf(from);
        [from, to] = [to, next[(back + next.length - 1) % next.length] ?? from];
      }
      const area = ring.length > 2 ? shoelace(ring) : 0;
      if (area > 0) faces.push(ring);
      else if (area < 0) hollows.push(ring);
    }
  });
  return { faces, hollows };
}

const bearing = (from: Point, to: Point): number => Math.atan2(to.y - from.y, to.x - from.x);

/** Gives each outside of a group of lines to the smallest face around it, as a hole. */
function withHoles(faces: readonly Point[][], hollows: readonly Point[][]): Piece[] {
  const bySize = faces
    .map((ring) => ({ ring, area: shoelace(ring), holes: [] as Point[][] }))
    .sort((a, b) => a.area - b.area);
  for (const hollow of hollows) {
    const [first] = hollow;
    const size = -shoelace(hollow);
    const around = bySize.find(
      ({ ring, area }) => first && area > size && !ring.includes(first) && isInside(first, ring),
    );
    around?.holes.push(hollow);
  }
  return bySize.map(({ ring, area, holes }) => ({
    outline: ring,
    holes,
    area: holes.reduce((left, hole) => left + shoelace(hole), area),
  }));
}

/** A point inside a ring and outside its holes: the middle of the widest stretch on a level that meets them; null in a ring without one. */
export function pointIn(ring: readonly Point[], holes: readonly (readonly Point[])[]): Point | null {
  const heights = ring.map(({ y }) => y).sort((a, b) => a - b);
  // A level between two corners near the middle meets no corner of the ring.
  for (let k = 0; k < heights.length - 1; k++) {
    const n = (Math.floor(heights.length / 2) + k) % (heights.length - 1);
    const [low, high] = [heights[n] ?? 0, heights[n + 1] ?? 0];
    if (high - low < SAME_POINT) continue;
    const found = widestOnLevel((low + high) / 2, [ring, ...holes]);
    if (found) return found;
  }
  return null;
}

function widestOnLevel(y: number, rings: readonly (readonly Point[])[]): Point | null {
  const crossings = rings.flatMap((ring) =>
    ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length] ?? a;
      return a.y > y === b.y > y ? [] : [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)];
    }),
  );
  crossings.sort((a, b) => a - b);
  let [best, width] = [null as Point | null, 0];
  for (let i = 0; i + 1 < crossings.length; i += 2) {
    const [left, right] = [crossings[i] ?? 0, crossings[i + 1] ?? 0];
    if (right - left > width) [best, width] = [{ x: (left + right) / 2, y }, right - left];
  }
  return best;
}
