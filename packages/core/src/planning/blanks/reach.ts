import { type Box, boxContains, distance, flatten, type Path, type Point } from '../../geometry';
import type { Reach } from '../model/stack';

const WORST_FIRST: readonly Reach[] = ['out-of-reach', 'standing', 'limited', 'free'];

/** Points this close together see the same arm, mm. */
const STEP_TOLERANCE = 0.2;

/**
 * Judges a path on its blank, all along each piece and not at its corners alone. The arm is taken as a thin post: work may pass beside it. At a point p with the
 * line running along d the wood behind the blade reaches exit(p, -d), the way from p to the blank's edge; it must stay
 * short of the arm. Throws where the path leaves the blank.
 */
export function judgeReach(path: Path, blank: Box, reach: number): Reach {
  const diagonal = distance({ x: blank.minX, y: blank.minY }, { x: blank.maxX, y: blank.maxY });
  if (diagonal <= reach) return 'free';
  const points = flatten(path, STEP_TOLERANCE);
  let worst = WORST_FIRST.length - 1;
  points.forEach((from, i) => {
    if (!boxContains(blank, { minX: from.x, maxX: from.x, minY: from.y, maxY: from.y }))
      throw new RangeError(`the path leaves its blank at ${String(from.x)}, ${String(from.y)} mm`);
    const next = points[i + 1] ?? (path.closed ? points[0] : undefined);
    if (next) worst = Math.min(worst, WORST_FIRST.indexOf(reachAlong(from, next, blank, reach)));
  });
  return WORST_FIRST[worst] ?? 'free';
}

/**
 * The worst reach along a straight piece. The way to each side of the blank changes evenly along it, so the least of them is
 * greatest at an end or where two are equal, and the shorter way to the edge along the line in the middle of that line.
 */
function reachAlong(from: Point, to: Point, blank: Box, reach: number): Reach {
  const length = distance(from, to);
  if (length === 0) return reachAt(from, null, blank, reach);
  const along = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  const [start, end] = [sidesOf(from, blank), sidesOf(to, blank)];
  const equal = start.flatMap((a, i) =>
    start.slice(i + 1).map((b, k) => {
      const change = (end[i] ?? 0) - a - ((end[i + 1 + k] ?? 0) - b);
      return (length * (b - a)) / change;
    }),
  );
  const middle = (exitDistance(start, along.x, along.y) - exitDistance(start, -along.x, -along.y)) / 2;
  const places = [0, length, middle, ...equal].filter((at) => at >= 0 && at <= length);
  const worst = places.map((at) =>
    WORST_FIRST.indexOf(reachAt({ x: from.x + at * along.x, y: from.y + at * along.y }, along, blank, reach)),
  );
  return WORST_FIRST[Math.min(...worst)] ?? 'free';
}

/** From a point inside a box to its left, right, lower and upper side. */
const sidesOf = ({ x, y }: Point, { minX, maxX, minY, maxY }: Box): number[] => [
  x - minX,
  maxX - x,
  y - minY,
  maxY - y,
];

function reachAt(point: Point, along: Point | null, blank: Box, reach: number): Reach {
  const sides = sidesOf(point, blank);
  if (Math.min(...sides) > reach) return 'out-of-reach';
  const [left = 0, right = 0, below = 0, above = 0] = sides;
  if (Math.hypot(Math.max(left, right), Math.max(below, above)) <= reach) return 'free';
  if (!along) return 'limited';
  const behind = Math.min(exitDistance(sides, along.x, along.y), exitDistance(sides, -along.x, -along.y));
  return behind <= reach ? 'limited' : 'standing';
}

/** From a point inside a box, with these distances to its left, right, lower and upper side, to its edge along (dx, dy). */
function exitDistance(sides: readonly number[], dx: number, dy: number): number {
  const [left = 0, right = 0, below = 0, above = 0] = sides;
  const across = dx === 0 ? Infinity : (dx > 0 ? right : left) / Math.abs(dx);
  const along = dy === 0 ? Infinity : (dy > 0 ? above : below) / Math.abs(dy);
  return Math.min(across, along);
}
