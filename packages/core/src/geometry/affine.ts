import { eachSegment, mapPath, pointOnArc, type ArcSegment, type CubicSegment, type Path, type Segment } from './path';
import { distance, type Point } from './point';
import { SAME_SHARE } from '../units';

/** x' = a x + c y + e, y' = b x + d y + f. */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

export const shift = (e: number, f: number): Affine => ({ ...IDENTITY, e, f });

/** Turns by `angle` radians, positive to the left, about the origin. */
export const turn = (angle: number): Affine => ({
  a: Math.cos(angle),
  b: Math.sin(angle),
  c: -Math.sin(angle),
  d: Math.cos(angle),
  e: 0,
  f: 0,
});

export const stretch = (x: number, y: number): Affine => ({ ...IDENTITY, a: x, d: y });

/** One step of the steps given, the first to be done standing first. */
export const inOrder = (...steps: readonly Affine[]): Affine =>
  steps.reduce(
    (m, n) => ({
      a: n.a * m.a + n.c * m.b,
      b: n.b * m.a + n.d * m.b,
      c: n.a * m.c + n.c * m.d,
      d: n.b * m.c + n.d * m.d,
      e: n.a * m.e + n.c * m.f + n.e,
      f: n.b * m.e + n.d * m.f + n.f,
    }),
    IDENTITY,
  );

export const moved = ({ a, b, c, d, e, f }: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** The path moved. Arcs stay exact where the move keeps shapes, and become cubics where it stretches or slants them. */
export function movePath(path: Path, by: Affine): Path {
  const { a, b, c, d } = by;
  const size = Math.hypot(a, b, c, d);
  const near = (p: number, q: number): boolean => Math.abs(p - q) <= SAME_SHARE * size;
  const kept = (near(a, d) && near(b, -c)) || (near(a, -d) && near(b, c));
  return mapPath(kept ? path : arcsAsCubics(path), (point) => moved(by, point), a * d - b * c < 0);
}

/** The path with every arc drawn as cubics. */
export function arcsAsCubics(path: Path): Path {
  const segments: Segment[] = [];
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'arc') segments.push(...arcCubics(from, segment));
    else segments.push(segment);
  });
  return { ...path, segments };
}

/** Cubics over at most an eighth of a turn stand off their circle by 4 parts in a million of its radius. */
const CUBIC_SPAN = Math.PI / 4;

/** An arc, mm, as cubics in its own order and direction, each over at most an eighth of a turn. */
export function arcCubics(from: Point, arc: ArcSegment): CubicSegment[] {
  const steps = Math.max(1, Math.ceil(Math.abs(arc.sweep) / CUBIC_SPAN - SAME_SHARE));
  const reach = (4 / 3) * Math.tan(arc.sweep / steps / 4);
  const { center } = arc;
  const cubics: CubicSegment[] = [];
  let start = from;
  for (let i = 1; i <= steps; i++) {
    const to = i === steps ? arc.to : pointOnArc(from, arc, i / steps);
    const c1 = { x: start.x - reach * (start.y - center.y), y: start.y + reach * (start.x - center.x) };
    const c2 = { x: to.x + reach * (to.y - center.y), y: to.y - reach * (to.x - center.x) };
    cubics.push({ kind: 'cubic', c1, c2, to });
    start = to;
  }
  return cubics;
}

/** The same line run the other way. */
export function reversePath(path: Path): Path {
  const segments: Segment[] = [];
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'line') segments.push({ kind: 'line', to: from });
    else if (segment.kind === 'arc') segments.push({ ...segment, to: from, sweep: -segment.sweep });
    else segments.push({ kind: 'cubic', c1: segment.c2, c2: segment.c1, to: from });
  });
  return { start: endOf(path), segments: segments.reverse(), closed: path.closed };
}

/** Where a path ends; a closed one ends where it starts. */
export const endOf = (path: Path): Point => path.segments[path.segments.length - 1]?.to ?? path.start;

/** The path made closed: its ends joined by a straight line where they do not meet. */
export function closePath(path: Path): Path {
  if (path.closed) return path;
  const closing: Segment[] = distance(endOf(path), path.start) === 0 ? [] : [{ kind: 'line', to: path.start }];
  return { ...path, segments: [...path.segments, ...closing], closed: true };
}
