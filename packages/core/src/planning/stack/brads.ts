import { boxGrown, distance, flatten, indexSegments, type Box, type Path, type Point } from '../../geometry';
import { inches } from '../../units';

/** An 18 gauge brad, mm. */
export const BRAD_MM = 1.2;
/** Wood between a brad and any line, and between it and the edge of the blank, mm: what a blade may wander (our choice). */
export const CLEAR_OF_LINE = 2;
export const CLEAR_OF_EDGE = 3;
/** At least three hold a stack (common practice); a long blank gets one more for each of these of its edge, mm. */
export const FEWEST_BRADS = 3;
const EDGE_PER_BRAD = 250;
/** Brads are tried on a grid so fine, mm, but on no more places than these. */
const GRID = 2;
const MOST_PLACES = 6000;

/** Lengths that brads are sold in, longest first. */
const LENGTHS = [2, 1.5, 1.25, 1, 3 / 4, 5 / 8, 1 / 2, 3 / 8].map(inches);
/** A brad ends so far above the table, mm. */
const CLEAR_OF_TABLE = inches(1 / 32);

/** How many brads a blank asks for. */
export const bradsFor = ({ minX, minY, maxX, maxY }: Box): number =>
  Math.max(FEWEST_BRADS, Math.ceil((2 * (maxX - minX + maxY - minY)) / EDGE_PER_BRAD));

/**
 * Places for brads through a stack: in the wood round its outlines (and round corners that are sawn off first, which stand among them), clear of every line by {@link CLEAR_OF_LINE} and of the
 * edge of the blank by {@link CLEAR_OF_EDGE}, each as far from those before it as can be. Fewer than {@link FEWEST_BRADS} hold nothing:
 * then there are none. All in the frame of the stack, mm; `lines` are all its cuts and holes, outlines too.
 */
export function bradPlaces(blank: Box, outlines: readonly Path[], lines: readonly Path[]): Point[] {
  const index = indexSegments(lines.map((path) => ({ points: flatten(path), closed: path.closed })));
  const rings = outlines.map((path) => flatten(path));
  const inner = boxGrown(blank, -(CLEAR_OF_EDGE + BRAD_MM / 2));
  const free = columnsOver(inner).flatMap((column) =>
    outsideOf(rings, column).filter((point) => index.nearest(point, CLEAR_OF_LINE + BRAD_MM / 2) === null),
  );
  const chosen = spread(free, bradsFor(blank));
  return chosen.length < FEWEST_BRADS ? [] : chosen;
}

/** Places on one line up the blank. */
interface Column {
  readonly x: number;
  readonly ys: readonly number[];
}

/** Places all over a box, its corners among them. */
function columnsOver({ minX, minY, maxX, maxY }: Box): Column[] {
  if (maxX <= minX || maxY <= minY) return [];
  const step = Math.max(GRID, Math.sqrt(((maxX - minX) * (maxY - minY)) / MOST_PLACES));
  const along = (from: number, to: number): number[] => {
    const steps = Math.max(1, Math.ceil((to - from) / step));
    return Array.from({ length: steps + 1 }, (_none, i) => from + ((to - from) * i) / steps);
  };
  const ys = along(minY, maxY);
  return along(minX, maxX).map((x) => ({ x, ys }));
}

/** The places of a column that lie in no ring: each ring is met once for the whole column and not for each of its places. */
function outsideOf(rings: readonly (readonly Point[])[], { x, ys }: Column): Point[] {
  const met = rings.map((ring) => ring.flatMap((from, i) => crossing(from, ring[(i + 1) % ring.length] ?? from, x)));
  const isIn = (y: number): boolean => met.some((heights) => heights.filter((one) => one < y).length % 2 === 1);
  return ys.filter((y) => !isIn(y)).map((y) => ({ x, y }));
}

/** Where a piece of a line meets the upright at x: its height, or nothing. */
const crossing = (from: Point, to: Point, x: number): number[] =>
  from.x > x === to.x > x ? [] : [from.y + ((x - from.x) * (to.y - from.y)) / (to.x - from.x)];

/** So many of the points, each time the one that is furthest from those chosen; the first is furthest from the middle. */
function spread(points: readonly Point[], count: number): Point[] {
  const [first] = points;
  if (!first) return [];
  const middle = {
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  };
  const chosen: Point[] = [];
  let away = points.map((point) => distance(point, middle));
  while (chosen.length < Math.min(count, points.length)) {
    const furthest = away.reduce((most, one) => Math.max(most, one), 0);
    const next = points[away.indexOf(furthest)];
    if (!next) break;
    const isFirst = chosen.length === 0;
    chosen.push(next);
    away = points.map((point, i) => {
      const own = distance(point, next);
      return isFirst ? own : Math.min(away[i] ?? 0, own);
    });
  }
  return chosen;
}

/**
 * The brad for a stack, mm: the longest that is sold and stays within it, if it reaches into the lowest layer; null where none
 * does.
 */
export function bradLength(heightMm: number, lowestMm: number): number | null {
  const within = LENGTHS.find((length) => length <= heightMm - CLEAR_OF_TABLE);
  return within !== undefined && within > heightMm - lowestMm ? within : null;
}
