import { arcCubics, circlePath, distance, type ArcSegment, type Path, type Point, type Segment } from '../../geometry';
import type { LeftOutKind } from '../fault';
import type { Entity } from './parse';
import { bitsOf, figureOf, figuresOf, type DxfRecord } from './records';
import { knotFault, splinePath, type Spline } from './spline';

/** What one entity draws, in its own block's frame: a path, or why there is none. */
export type EntityLine =
  | { readonly kind: 'path'; readonly path: Path }
  | { readonly kind: 'left-out'; readonly why: LeftOutKind; readonly detail: string }
  | { readonly kind: 'nothing' };

const NOTHING: EntityLine = { kind: 'nothing' };
const leftOut = (why: LeftOutKind, detail = ''): EntityLine => ({ kind: 'left-out', why, detail });

/** Which way the plane of an entity looks: at us, or away, so that it is seen from behind; null where it stands aslant. */
export function facing(entity: DxfRecord): 'front' | 'back' | null {
  const [x, y, z] = [figureOf(entity, 210) ?? 0, figureOf(entity, 220) ?? 0, figureOf(entity, 230) ?? 1];
  if (Math.hypot(x, y) > ASLANT * Math.abs(z)) return null;
  return z < 0 ? 'back' : 'front';
}
/** A plane is aslant from here, as the tangent of its angle: what lies in it is then drawn shorter by a millionth. */
const ASLANT = 1e-3;

/** The line of a LINE, ARC, CIRCLE, ELLIPSE, LWPOLYLINE, POLYLINE or SPLINE. */
export function entityLine(entity: Entity): EntityLine {
  const path = drawn(entity);
  if (path === null) return leftOut('unreadable-numbers', 'incomplete');
  if ('kind' in path) return path;
  const figures = [path.start, ...path.segments.flatMap(pointsOf)].flatMap(({ x, y }) => [x, y]);
  if (!figures.every(Number.isFinite)) return leftOut('unreadable-numbers');
  return path.segments.length === 0 ? NOTHING : { kind: 'path', path };
}

const pointsOf = (segment: Segment): Point[] =>
  segment.kind === 'line'
    ? [segment.to]
    : segment.kind === 'arc'
      ? [segment.to, segment.center, { x: segment.sweep, y: 0 }]
      : [segment.c1, segment.c2, segment.to];

/** null where a group is missing that the entity cannot be drawn without. */
function drawn(entity: Entity): Path | EntityLine | null {
  switch (entity.type) {
    case 'LINE': {
      const [from, to] = [pointOf(entity, 10), pointOf(entity, 11)];
      return from && to && { start: from, segments: [{ kind: 'line', to }], closed: false };
    }
    case 'CIRCLE': {
      const [center, radius] = [pointOf(entity, 10), figureOf(entity, 40)];
      return center && radius !== undefined ? circlePath(center, radius) : null;
    }
    case 'ARC':
      return arcPath(entity);
    case 'ELLIPSE':
      return ellipsePath(entity);
    case 'LWPOLYLINE':
      return polylinePath(cornersOf(entity), (bitsOf(entity, 70) & CLOSED) !== 0);
    case 'POLYLINE':
      return oldPolyline(entity);
    case 'SPLINE':
      return splineLine(entity);
    case 'TEXT':
    case 'MTEXT':
    case 'ATTDEF':
    case 'ATTRIB':
      return leftOut('text');
    case 'IMAGE':
    case 'WIPEOUT':
      return leftOut('picture');
    default:
      return leftOut('not-a-line', entity.type.slice(0, 40));
  }
}

/** A point whose x has that code, and its y the code ten above; null where either is missing. */
export function pointOf(record: DxfRecord, code: number): Point | null {
  const [x, y] = [figureOf(record, code), figureOf(record, code + 10)];
  return x === undefined || y === undefined ? null : { x, y };
}

const onCircle = ({ x, y }: Point, radius: number, angle: number): Point => ({
  x: x + radius * Math.cos(angle),
  y: y + radius * Math.sin(angle),
});

const FULL = 2 * Math.PI;
/** What lacks less than this of a full turn, or goes beyond it by less, was rounded when it was written, radians. */
const ROUNDED = 5e-4;

/** From one angle up to the other, counter-clockwise, as DXF has arcs; a hair more or less than a full turn is one. */
function upTo(from: number, to: number): number {
  const sweep = (((to - from) % FULL) + FULL) % FULL;
  const isFull = sweep > FULL - ROUNDED || (sweep < ROUNDED && (sweep === 0 || Math.abs(to - from) > Math.PI));
  return isFull ? FULL : sweep;
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

function arcPath(entity: Entity): Path | null {
  const [center, radius] = [pointOf(entity, 10), figureOf(entity, 40)];
  const [from, end] = [figureOf(entity, 50), figureOf(entity, 51)];
  if (!center || radius === undefined || from === undefined || end === undefined) return null;
  const sweep = upTo(radians(from), radians(end));
  const start = onCircle(center, radius, radians(from));
  const closed = sweep === FULL;
  const to = closed ? start : onCircle(center, radius, radians(from) + sweep);
  return { start, segments: [{ kind: 'arc', to, center, sweep }], closed };
}

/** A circle stretched along its long axis: cubics, or an arc where both axes are the same. Seen from behind it runs the other way. */
function ellipsePath(entity: Entity): Path | null {
  const [center, long, share] = [pointOf(entity, 10), pointOf(entity, 11), figureOf(entity, 40)];
  if (!center || !long || share === undefined) return null;
  const [from, end] = [figureOf(entity, 41) ?? 0, figureOf(entity, 42) ?? FULL];
  const ratio = facing(entity) === 'back' ? -share : share;
  const sweep = upTo(from, end);
  const place = ({ x, y }: Point): Point => ({
    x: center.x + long.x * x - long.y * ratio * y,
    y: center.y + long.y * x + long.x * ratio * y,
  });
  const origin = { x: 0, y: 0 };
  const closed = sweep === FULL;
  const start = onCircle(origin, 1, from);
  const to = closed ? start : onCircle(origin, 1, from + sweep);
  const unit: ArcSegment = { kind: 'arc', to, center: origin, sweep };
  if (Math.abs(ratio) === 1)
    return { start: place(start), segments: [{ ...unit, to: place(to), center, sweep: ratio * sweep }], closed };
  const cubics = arcCubics(start, unit).map(({ c1, c2, to: end }): Segment => ({
    kind: 'cubic',
    c1: place(c1),
    c2: place(c2),
    to: place(end),
  }));
  return { start: place(start), segments: cubics, closed };
}

interface Corner extends Point {
  /** The tangent of a quarter of the angle of the arc to the next one, positive to the left; 0 for a straight line. */
  readonly bulge: number;
}

/** Bits of polylines and their corners. */
const CLOSED = 1;
const IN_SPACE = 16 | 64;
const OF_FRAME = 16;

/** Corners of a polyline of one record: each begins with its x, whatever else stands in between. */
function cornersOf({ groups }: DxfRecord): Corner[] {
  const corners: { x: number; y: number; bulge: number }[] = [];
  for (const { code, value } of groups) {
    const last = corners[corners.length - 1];
    if (code === 10) corners.push({ x: Number(value), y: NaN, bulge: 0 });
    else if (code === 20 && last) last.y = Number(value);
    else if (code === 42 && last) last.bulge = Number(value);
  }
  return corners;
}

function oldPolyline(entity: Entity): Path | EntityLine {
  if ((bitsOf(entity, 70) & IN_SPACE) !== 0) return leftOut('not-a-line', 'mesh');
  // A fitted curve keeps the corners of its frame among its points.
  const corners = entity.vertices.filter((vertex) => (bitsOf(vertex, 70) & OF_FRAME) === 0).flatMap(cornersOf);
  return polylinePath(corners, (bitsOf(entity, 70) & CLOSED) !== 0);
}

function polylinePath(corners: readonly Corner[], closed: boolean): Path | EntityLine {
  const [first] = corners;
  if (!first) return NOTHING;
  const segments: Segment[] = [];
  corners.forEach((corner, i) => {
    const next = corners[i + 1] ?? (closed ? first : null);
    // Corners with no figure are kept, so that the line is told as unreadable.
    if (next && distance(corner, next) !== 0) segments.push(bulged(flat(corner), flat(next), corner.bulge || 0));
  });
  return { start: flat(first), segments, closed };
}

const flat = ({ x, y }: Point): Point => ({ x, y });

/** Less than this a bulge is what rounding leaves: over a metre the arc would stand off its chord by 5 millionths of a mm. */
const STRAIGHT_BULGE = 1e-8;

export function bulged(from: Point, to: Point, bulge: number): Segment {
  if (Math.abs(bulge) < STRAIGHT_BULGE) return { kind: 'line', to };
  // The centre stands off the middle of the chord by half the chord times (1 - b^2) / 2b, to the left.
  const off = (1 - bulge * bulge) / (4 * bulge);
  const center = {
    x: (from.x + to.x) / 2 - off * (to.y - from.y),
    y: (from.y + to.y) / 2 + off * (to.x - from.x),
  };
  return { kind: 'arc', to, center, sweep: 4 * Math.atan(bulge) };
}

function splineLine(entity: Entity): Path | EntityLine {
  const ys = figuresOf(entity, 20);
  const points = figuresOf(entity, 10).map((x, i): Point => ({ x, y: ys[i] ?? NaN }));
  const weights = figuresOf(entity, 41);
  const spline: Spline = {
    degree: figureOf(entity, 71) ?? 3,
    points,
    knots: figuresOf(entity, 40),
    weights: weights.length === 0 ? null : weights,
  };
  if (points.length === 0) return leftOut('bad-knots', 'fit points only');
  const fault = knotFault(spline);
  return fault === null ? splinePath(spline) : leftOut('bad-knots', fault);
}
