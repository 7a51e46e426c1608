import type {
  IArcEntity,
  ICircleEntity,
  IEllipseEntity,
  IEntity,
  ILineEntity,
  ILwpolylineEntity,
  IPolylineEntity,
} from 'dxf-parser';
import { arcCubics, circlePath, distance, type ArcSegment, type Path, type Point, type Segment } from '../../geometry';
import type { LeftOutKind } from '../fault';
import type { PlainEntity } from './parse';
import { knotFault, splinePath, type Spline } from './spline';

/** What one entity draws, in its own block's frame: a path, or why there is none. */
export type EntityLine =
  | { readonly kind: 'path'; readonly path: Path }
  | { readonly kind: 'left-out'; readonly why: LeftOutKind; readonly detail: string }
  | { readonly kind: 'nothing' };

const NOTHING: EntityLine = { kind: 'nothing' };
const leftOut = (why: LeftOutKind, detail = ''): EntityLine => ({ kind: 'left-out', why, detail });

/** What an entity cannot be drawn without; the package's types promise it, damaged files do not keep it. */
const NEEDED: Readonly<Record<string, readonly string[]>> = {
  LINE: ['vertices'],
  CIRCLE: ['center', 'radius'],
  ARC: ['center', 'radius', 'startAngle', 'endAngle'],
  ELLIPSE: ['center', 'majorAxisEndPoint', 'axisRatio', 'startAngle', 'endAngle'],
  LWPOLYLINE: ['vertices'],
  POLYLINE: ['vertices'],
  INSERT: ['name', 'position'],
};

/** True where everything is there that such an entity needs. */
export const isComplete = (entity: IEntity): boolean =>
  (NEEDED[entity.type] ?? []).every((key) => entity[key as keyof IEntity] !== undefined);

/** The line of a LINE, ARC, CIRCLE, ELLIPSE, LWPOLYLINE, POLYLINE or SPLINE. */
export function entityLine(entity: IEntity): EntityLine {
  if (!isComplete(entity)) return leftOut('unreadable-numbers', 'incomplete');
  const path = drawn(entity);
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

/** The package gives each entity the type its name stands for. */
function drawn(entity: IEntity): Path | EntityLine {
  switch (entity.type) {
    case 'LINE': {
      const [from, to] = (entity as ILineEntity).vertices;
      return from && to ? { start: flat(from), segments: [{ kind: 'line', to: flat(to) }], closed: false } : NOTHING;
    }
    case 'CIRCLE':
      return circleLine(entity as ICircleEntity);
    case 'ARC':
      return arcPath(entity as IArcEntity);
    case 'ELLIPSE':
      return ellipsePath(entity as IEllipseEntity);
    case 'LWPOLYLINE':
    case 'POLYLINE':
      return polylinePath(entity as ILwpolylineEntity | IPolylineEntity);
    case 'SPLINE':
      return splineLine(entity as PlainEntity);
    case 'TEXT':
    case 'MTEXT':
    case 'ATTDEF':
    case 'ATTRIB':
      return leftOut('text');
    case 'IMAGE':
    case 'WIPEOUT':
      return leftOut('picture');
    default:
      return leftOut('not-a-line', entity.type);
  }
}

const flat = ({ x, y }: Point): Point => ({ x, y });
const onCircle = ({ x, y }: Point, radius: number, angle: number): Point => ({
  x: x + radius * Math.cos(angle),
  y: y + radius * Math.sin(angle),
});

const circleLine = ({ center, radius }: ICircleEntity): Path => circlePath(flat(center), radius);

const FULL = 2 * Math.PI;
/** From one angle up to the other, counter-clockwise, as DXF has arcs. */
const upTo = (from: number, to: number): number => (((to - from) % FULL) + FULL) % FULL || FULL;

function arcPath({ center, radius, startAngle, endAngle }: IArcEntity): Path {
  const about = flat(center);
  const sweep = upTo(startAngle, endAngle);
  const start = onCircle(about, radius, startAngle);
  const to = onCircle(about, radius, startAngle + sweep);
  return { start, segments: [{ kind: 'arc', to, center: about, sweep }], closed: false };
}

/** A circle stretched along its long axis: cubics, or an arc where both axes are the same. */
function ellipsePath({ center, majorAxisEndPoint, axisRatio, startAngle, endAngle }: IEllipseEntity): Path {
  const sweep = upTo(startAngle, endAngle);
  const [ux, uy] = [majorAxisEndPoint.x, majorAxisEndPoint.y];
  const place = ({ x, y }: Point): Point => ({
    x: center.x + ux * x - uy * axisRatio * y,
    y: center.y + uy * x + ux * axisRatio * y,
  });
  const origin = { x: 0, y: 0 };
  const [start, to] = [onCircle(origin, 1, startAngle), onCircle(origin, 1, startAngle + sweep)];
  const unit: ArcSegment = { kind: 'arc', to, center: origin, sweep };
  const closed = sweep === FULL;
  if (axisRatio === 1) {
    return { start: place(start), segments: [{ ...unit, to: place(to), center: flat(center) }], closed };
  }
  const cubics = arcCubics(start, unit).map(({ c1, c2, to: end }): Segment => ({
    kind: 'cubic',
    c1: place(c1),
    c2: place(c2),
    to: place(end),
  }));
  return { start: place(start), segments: cubics, closed };
}

/** A bulge is the tangent of a quarter of its arc's angle, positive to the left. */
function polylinePath(entity: ILwpolylineEntity | IPolylineEntity): Path | EntityLine {
  if ('isPolyfaceMesh' in entity && (entity.isPolyfaceMesh || entity.is3dPolygonMesh)) {
    return leftOut('not-a-line', 'mesh');
  }
  // A fitted curve keeps the corners of its frame among its points.
  const corners = entity.vertices.filter((vertex) => !('splineControlPoint' in vertex && vertex.splineControlPoint));
  const [first] = corners;
  if (!first) return NOTHING;
  const segments: Segment[] = [];
  corners.forEach((corner, i) => {
    const next = corners[i + 1] ?? (entity.shape ? first : null);
    if (next && distance(corner, next) > 0) segments.push(bulged(flat(corner), flat(next), corner.bulge || 0));
  });
  return { start: flat(first), segments, closed: entity.shape };
}

export function bulged(from: Point, to: Point, bulge: number): Segment {
  if (bulge === 0) return { kind: 'line', to };
  // The centre stands off the middle of the chord by half the chord times (1 - b^2) / 2b, to the left.
  const off = (1 - bulge * bulge) / (4 * bulge);
  const center = {
    x: (from.x + to.x) / 2 - off * (to.y - from.y),
    y: (from.y + to.y) / 2 + off * (to.x - from.x),
  };
  return { kind: 'arc', to, center, sweep: 4 * Math.atan(bulge) };
}

function splineLine({ groups }: PlainEntity): Path | EntityLine {
  const figures = (code: number): number[] =>
    groups.filter((group) => group.code === code).map(({ value }) => Number(value));
  const pointsFrom = (x: number, y: number): Point[] => {
    const ys = figures(y);
    return figures(x).map((value, i) => ({ x: value, y: ys[i] ?? NaN }));
  };
  const points = pointsFrom(10, 20);
  const weights = figures(41);
  const spline: Spline = {
    degree: figures(71)[0] ?? 3,
    points,
    knots: figures(40),
    weights: weights.length === 0 ? null : weights,
  };
  if (points.length === 0) return leftOut('bad-knots', 'fit points only');
  const fault = knotFault(spline);
  return fault === null ? splinePath(spline) : leftOut('bad-knots', fault);
}
