import { type Box, boxContains, distance, flatten, type Path, type Point } from '../geometry';
import type { Reach } from './model/stack';

const WORST_FIRST: readonly Reach[] = ['out-of-reach', 'standing', 'limited', 'free'];

/** Points this close together see the same arm, mm. */
const STEP_TOLERANCE = 0.2;

/**
 * Judges a closed path on its blank. The arm is taken as a thin post: work may pass beside it. At a point p with the
 * line running along d the wood behind the blade reaches exit(p, -d), the way from p to the blank's edge; it must stay
 * short of the arm. Throws where the path leaves the blank.
 */
export function judgeReach(path: Path, blank: Box, reach: number): Reach {
  const diagonal = distance({ x: blank.minX, y: blank.minY }, { x: blank.maxX, y: blank.maxY });
  if (diagonal <= reach) return 'free';
  const points = flatten(path, STEP_TOLERANCE);
  let worst = WORST_FIRST.length - 1;
  points.forEach((point, i) => {
    if (!boxContains(blank, { minX: point.x, maxX: point.x, minY: point.y, maxY: point.y })) {
      throw new RangeError(`the path leaves its blank at ${String(point.x)}, ${String(point.y)} mm`);
    }
    const next = points[(i + 1) % points.length] ?? point;
    worst = Math.min(worst, WORST_FIRST.indexOf(reachAt(point, next, blank, reach)));
  });
  return WORST_FIRST[worst] ?? 'free';
}

function reachAt(point: Point, next: Point, blank: Box, reach: number): Reach {
  const sides = [point.x - blank.minX, blank.maxX - point.x, point.y - blank.minY, blank.maxY - point.y];
  if (Math.min(...sides) > reach) return 'out-of-reach';
  const [left = 0, right = 0, below = 0, above = 0] = sides;
  if (Math.hypot(Math.max(left, right), Math.max(below, above)) <= reach) return 'free';
  const length = distance(point, next);
  if (length === 0) return 'limited';
  const [dx, dy] = [(next.x - point.x) / length, (next.y - point.y) / length];
  const behind = Math.min(exitDistance(sides, dx, dy), exitDistance(sides, -dx, -dy));
  return behind <= reach ? 'limited' : 'standing';
}

/** From a point inside a box, with these distances to its left, right, lower and upper side, to its edge along (dx, dy). */
function exitDistance(sides: readonly number[], dx: number, dy: number): number {
  const [left = 0, right = 0, below = 0, above = 0] = sides;
  const across = dx === 0 ? Infinity : (dx > 0 ? right : left) / Math.abs(dx);
  const along = dy === 0 ? Infinity : (dy > 0 ? above : below) / Math.abs(dy);
  return Math.min(across, along);
}
