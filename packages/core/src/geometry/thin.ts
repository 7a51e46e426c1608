import simplify from 'simplify-js';
import type { Point } from './point';

/** Points that are looked at together: the package looks into itself once for each, and at each again and again. */
const AT_ONCE = 1000;

/**
 * The line with fewer points: every point may go without which it lies no more than `within` mm elsewhere (Douglas and Peucker 1973). Its
 * ends stay, and so does one point of every thousand.
 */
export function thinnedLine(points: readonly Point[], within: number): Point[] {
  const [first] = points;
  if (!first) return [];
  const kept: Point[] = [first];
  for (let i = 0; i + 1 < points.length; i += AT_ONCE)
    for (const { x, y } of simplify(points.slice(i, i + AT_ONCE + 1), within, true).slice(1)) kept.push({ x, y });
  return kept;
}
