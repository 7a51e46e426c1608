import { tightestThrough } from './circle-fit';
import { CORNER_RADIUS, CORNER_REACH, turnsOf, type Corner, type Turn } from './corners';
import type { Curve } from './curvature';
import type { Path } from './path';
import type { Point } from './point';
import { turningOf } from './turning';
import { numberBeside, stepTo, traceOf, type Trace, type TracePoint } from './trace';

export interface Bends {
  /** Sharp changes of direction, in order along the path. */
  readonly corners: readonly Corner[];
  /** The tightest curve that can be steered, or null where there is none. */
  readonly tightest: Curve | null;
  /** How far its curves turn to either side all told, radians; corners are left out. */
  readonly turning: number;
}

/**
 * Corners and the tightest curve of a path. Arcs are measured by their radius and cubics by the peak of their curvature;
 * through the points of short lines circles are fitted first, between the corners. What turns by {@link CORNER_ANGLE} or
 * more within a bend tighter than {@link CORNER_RADIUS} is a corner, however it was drawn.
 */
export function bendsOf(path: Path): Bends {
  const trace = traceOf(path, CORNER_REACH, CORNER_RADIUS);
  const turns = turnsOf(trace);
  const places = placesOf(turns, trace);
  const curves: Curve[] = [
    ...trace.curves.filter(({ radius, near }) => radius >= CORNER_RADIUS || places[near] === 'between'),
    ...turns.flatMap(({ isCorner, at, turn, lengthMm }) =>
      isCorner ? [] : [{ radius: lengthMm / Math.abs(turn), at }],
    ),
    ...rowsBetween(places, trace, ({ isOnCurve }) => isOnCurve).flatMap(
      ({ points, closed }) => tightestThrough(points, closed) ?? [],
    ),
  ];
  const tightest = curves.reduce<Curve | null>((a, b) => (a && a.radius <= b.radius ? a : b), null);
  return {
    corners: turns.filter(({ isCorner }) => isCorner).map(({ at, turn, enter }) => ({ at, turn, enter })),
    tightest: tightest && { radius: tightest.radius, at: tightest.at },
    turning:
      rowsBetween(places, trace, () => false).reduce((sum, { points, closed }) => sum + turningOf(points, closed), 0) +
      turns.reduce((sum, { isCorner, turn }) => sum + (isCorner ? 0 : Math.abs(turn)), 0),
  };
}

/** Where a point of a trace lies: at a sharp turn, within reach of a rounded one, or between turns. */
type Place = 'sharp' | 'rounded' | 'between';

function placesOf(turns: readonly Turn[], trace: Trace): Place[] {
  const places = trace.points.map((): Place => 'between');
  for (const { first, last } of turns) {
    if (first === last) {
      places[first] = 'sharp';
      continue;
    }
    for (let i = first; i !== last; i = numberBeside(trace, i, 1)) places[i] = 'rounded';
    for (const i of [...withinReach(trace, first, -1), ...withinReach(trace, last, 1)]) places[i] = 'rounded';
  }
  return places;
}

/** The numbers of a point and of those to one side of it that a rounded corner there reaches. */
function withinReach(trace: Trace, from: number, side: 1 | -1): number[] {
  const reached = [from];
  let walked = 0;
  for (let i = from; ;) {
    const next = numberBeside(trace, i, side);
    const [here, there] = [trace.points[i], trace.points[next]];
    if (!here || !there || next === from) return reached;
    walked += stepTo(trace, here, there, side);
    if (walked >= CORNER_REACH) return reached;
    reached.push(next);
    i = next;
  }
}

interface Row {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/** The rows that a path has between its corners, and between points that `isApart` leaves out, each with the points at both its ends. */
function rowsBetween(
  places: readonly Place[],
  { points, closed }: Trace,
  isApart: (point: TracePoint) => boolean,
): Row[] {
  const start = closed ? points.findIndex((point, i) => isApart(point) || places[i] !== 'between') : 0;
  if (start < 0) return [{ points, closed: true }];
  const rows: TracePoint[][] = [];
  let row: TracePoint[] = [];
  for (let k = 0; k < points.length + (closed ? 1 : 0); k++) {
    const i = (start + k) % points.length;
    const point = points[i];
    if (!point) break;
    if (places[i] !== 'rounded') row.push(point);
    if (places[i] === 'between' && !isApart(point)) continue;
    rows.push(row);
    row = places[i] === 'sharp' && !isApart(point) ? [point] : [];
  }
  return [...rows, row].filter((line) => line.length > 2).map((line) => ({ points: line, closed: false }));
}
