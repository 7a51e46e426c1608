import { requireAbove } from '../result';
import { eachSegment, pointOnArc, pointOnCubic, type ArcSegment, type CubicSegment, type Path } from './path';
import { distance, norm, type Point } from './point';
import { FLATTENING_TOLERANCE, SAME_POINT } from '../units';

/**
 * The path as points, none further than `tolerance` mm from the curve. A closed path does not repeat its first point.
 * Zero-length steps are left out.
 */
export function flatten(path: Path, tolerance: number = FLATTENING_TOLERANCE): Point[] {
  requireAbove(0, tolerance, 'tolerance', 'mm');
  const points: Point[] = [path.start];
  const push = (point: Point): void => {
    const last = points[points.length - 1];
    if (!last || distance(last, point) > 0) points.push(point);
  };
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'line') push(segment.to);
    else {
      const steps = segment.kind === 'arc' ? arcSteps(from, segment, tolerance) : cubicSteps(from, segment, tolerance);
      for (let i = 1; i < steps; i++) {
        const t = i / steps;
        push(segment.kind === 'arc' ? pointOnArc(from, segment, t) : pointOnCubic(from, segment, t));
      }
      push(segment.to);
    }
  });
  const last = points[points.length - 1];
  if (path.closed && points.length > 1 && last && distance(last, path.start) < SAME_POINT) points.pop();
  return points;
}

/** A chord over an angle a stands off its circle by r (1 - cos(a/2)). */
function arcSteps(from: Point, arc: ArcSegment, tolerance: number): number {
  const radius = distance(from, arc.center);
  if (radius <= tolerance) return Math.max(1, Math.ceil(Math.abs(arc.sweep)));
  const step = 2 * Math.acos(1 - tolerance / radius);
  return Math.max(1, Math.ceil(Math.abs(arc.sweep) / step));
}

/** n even steps of a cubic stand off by at most 3/4 of its largest second difference over n^2 (Wang's bound, degree 3). */
function cubicSteps(from: Point, { c1, c2, to }: CubicSegment, tolerance: number): number {
  const bend = Math.max(
    norm(from.x - 2 * c1.x + c2.x, from.y - 2 * c1.y + c2.y),
    norm(c1.x - 2 * c2.x + to.x, c1.y - 2 * c2.y + to.y),
  );
  return Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance)));
}
