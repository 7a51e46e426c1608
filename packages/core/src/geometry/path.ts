import { SAME_SHARE, STRAIGHT, TOUCHING } from '../units';
import { distance, type Point } from './point';

export interface LineSegment {
  readonly kind: 'line';
  readonly to: Point;
}

export interface ArcSegment {
  readonly kind: 'arc';
  readonly to: Point;
  readonly center: Point;
  /** Radians travelled about the centre, positive to the left (counter-clockwise). */
  readonly sweep: number;
}

export interface CubicSegment {
  readonly kind: 'cubic';
  readonly c1: Point;
  readonly c2: Point;
  readonly to: Point;
}

export type Segment = LineSegment | ArcSegment | CubicSegment;

/** A line to cut: exact segments in mm, y up. A closed path ends where it starts. */
export interface Path {
  readonly start: Point;
  readonly segments: readonly Segment[];
  readonly closed: boolean;
}

/** Calls `visit` for each segment with the point it starts from. */
export function eachSegment(path: Path, visit: (from: Point, segment: Segment) => void): void {
  let from = path.start;
  for (const segment of path.segments) {
    visit(from, segment);
    from = segment.to;
  }
}

/** The same path with every point moved by `move`; for arcs `move` must keep shapes (shift, turn, even scale, mirror). */
export function mapPath(path: Path, move: (point: Point) => Point, mirrored = false): Path {
  const mapped = path.segments.map((segment): Segment => {
    switch (segment.kind) {
      case 'line':
        return { kind: 'line', to: move(segment.to) };
      case 'arc':
        return {
          kind: 'arc',
          to: move(segment.to),
          center: move(segment.center),
          sweep: mirrored ? -segment.sweep : segment.sweep,
        };
      case 'cubic':
        return { kind: 'cubic', c1: move(segment.c1), c2: move(segment.c2), to: move(segment.to) };
    }
  });
  return { start: move(path.start), segments: mapped, closed: path.closed };
}

/** A straight line as a cubic: its points in thirds. */
export const straightCubic = (from: Point, to: Point): CubicSegment => ({
  kind: 'cubic',
  c1: { x: from.x + (to.x - from.x) / 3, y: from.y + (to.y - from.y) / 3 },
  c2: { x: to.x + (from.x - to.x) / 3, y: to.y + (from.y - to.y) / 3 },
  to,
});

/** True where a cubic is a straight line run evenly: its points stand in thirds but for a share of its length that rounding leaves. */
export function isStraightCubic(from: Point, { c1, c2, to }: CubicSegment): boolean {
  const even = straightCubic(from, to);
  const off = Math.max(distance(c1, even.c1), distance(c2, even.c2));
  return off <= SAME_SHARE * distance(from, to);
}

/** A circle by its middle and radius, mm. */
export interface Circle {
  readonly center: Point;
  readonly radius: number;
}

/** The circle that a closed path of arcs goes round once; null where it is another shape. */
export function circleDrawn(path: Path): Circle | null {
  const [first] = path.segments;
  if (!path.closed || first?.kind !== 'arc') return null;
  let sweep = 0;
  for (const segment of path.segments) {
    if (segment.kind !== 'arc' || distance(segment.center, first.center) > TOUCHING) return null;
    sweep += segment.sweep;
  }
  if (Math.abs(Math.abs(sweep) - 2 * Math.PI) > STRAIGHT) return null;
  return { center: first.center, radius: distance(path.start, first.center) };
}

/** A circle as two half arcs, counter-clockwise from its right. */
export const circlePath = (center: Point, radius: number): Path => {
  const [right, left] = [center.x + radius, center.x - radius].map((x) => ({ x, y: center.y })) as [Point, Point];
  const half = (to: Point): ArcSegment => ({ kind: 'arc', to, center, sweep: Math.PI });
  return { start: right, segments: [half(left), half(right)], closed: true };
};

/** The path written as the `d` of an SVG path, y down as SVG has it. Arcs become SVG arcs of at most half a turn. */
export function toSvgPathData(path: Path): string {
  const at = (point: Point): string => `${round(point.x)} ${round(-point.y)}`;
  const parts = [`M${at(path.start)}`];
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'line') parts.push(`L${at(segment.to)}`);
    else if (segment.kind === 'cubic') parts.push(`C${at(segment.c1)} ${at(segment.c2)} ${at(segment.to)}`);
    else parts.push(arcData(from, segment, at));
  });
  return parts.join('') + (path.closed ? 'Z' : '');
}

const round = (value: number): string => String(Math.round(value * 1000) / 1000 + 0);

function arcData(from: Point, arc: ArcSegment, at: (point: Point) => string): string {
  const radius = distance(arc.center, from);
  const middle = pointOnArc(from, arc, 0.5);
  const flag = arc.sweep > 0 ? 0 : 1;
  return [middle, arc.to].map((to) => `A${round(radius)} ${round(radius)} 0 0 ${String(flag)} ${at(to)}`).join('');
}

/** The point at share `t` (0 to 1) of an arc. */
export function pointOnArc(from: Point, arc: ArcSegment, t: number): Point {
  const radius = distance(arc.center, from);
  const angle = Math.atan2(from.y - arc.center.y, from.x - arc.center.x) + arc.sweep * t;
  return { x: arc.center.x + radius * Math.cos(angle), y: arc.center.y + radius * Math.sin(angle) };
}

/** The point at share `t` (0 to 1) of a cubic. */
export function pointOnCubic(from: Point, { c1, c2, to }: CubicSegment, t: number): Point {
  const s = 1 - t;
  const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
  return { x: a * from.x + b * c1.x + c * c2.x + d * to.x, y: a * from.y + b * c1.y + c * c2.y + d * to.y };
}
