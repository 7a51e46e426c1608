import { centroid, inOrder, moved, shoelace, turn, type Point } from '../../geometry';

/** Whether a part stands on its edge, as drawn or on its datum edge. */
export interface Stand {
  readonly stands: boolean;
  /** From the first place it touches the ground to the last, mm. */
  readonly baseWidth: number;
  /** Radians it can lean, to the side it falls to first, before it falls; below 0 it does not stand. */
  readonly leanBeforeFalling: number;
  /** The centre of mass, in the frame of the drawing. */
  readonly center: Point;
}

/** What is within so much of the lowest place touches the ground: half a sixty-fourth of an inch, mm. */
const TOUCHES = 0.2;

/**
 * Does the part stand upright on its lowest edge (or on `base`, turned to lie below)? It does where the centre of mass
 * is above the ground between the outermost places that touch. A foot that is a little out of level rests on the line from its lowest
 * point to the next. `rings`: the outline first, then what is cut out of it.
 */
export function standOf(
  rings: readonly (readonly Point[])[],
  base: { readonly from: Point; readonly to: Point } | null,
): Stand {
  const center = centerOfMass(rings);
  const drawn = levelling(rings[0] ?? [], base);
  const asDrawn = (rings[0] ?? []).map((point) => moved(drawn, point));
  const level = inOrder(drawn, turn(-restingAngle(asDrawn)));
  const outline = (rings[0] ?? []).map((point) => moved(level, point));
  const middle = moved(level, center);
  const ground = Math.min(...bounds(outline, 'y'));
  const touching = outline.filter(({ y }) => y - ground <= TOUCHES).map(({ x }) => x);
  const [left, right] = [Math.min(...touching), Math.max(...touching)];
  const leanBeforeFalling = Math.atan2(Math.min(middle.x - left, right - middle.x), middle.y - ground);
  return { stands: leanBeforeFalling > 0, baseWidth: right - left, leanBeforeFalling, center };
}

/** A part that comes to rest by leaning no more than this stands as it is meant to, radians: a degree. */
const LEANS = Math.PI / 180;

/** By how much the line that a part rests on is out of level: from its lowest point to the next it would touch, the nearer way; else 0. */
function restingAngle(outline: readonly Point[]): number {
  const [first] = outline;
  if (!first) return 0;
  const lowest = outline.reduce((low, p) => (p.y < low.y ? p : low), first);
  let [left, right] = [Infinity, Infinity];
  for (const { x, y } of outline) {
    // What touches the ground beside it already lies level with it.
    if (x > lowest.x) right = Math.min(right, Math.atan2(y - lowest.y, x - lowest.x));
    else if (x < lowest.x) left = Math.min(left, Math.atan2(y - lowest.y, lowest.x - x));
  }
  const least = Math.min(left, right);
  if (least > LEANS) return 0;
  return right <= left ? right : -left;
}

/** Lowest and highest of one coordinate, without spreading thousands of points into one call. */
function bounds(points: readonly Point[], axis: 'x' | 'y'): [number, number] {
  return points.reduce(([low, high], p) => [Math.min(low, p[axis]), Math.max(high, p[axis])], [Infinity, -Infinity]);
}

/** The turn that lays the base level with the part above it. */
function levelling(outline: readonly Point[], base: { readonly from: Point; readonly to: Point } | null) {
  if (!base) return turn(0);
  const along = Math.atan2(base.to.y - base.from.y, base.to.x - base.from.x);
  // With the outline running to the left its wood lies to the left of each edge, which is above it.
  return turn(shoelace(outline) > 0 ? -along : Math.PI - along);
}

function centerOfMass(rings: readonly (readonly Point[])[]): Point {
  let [x, y, total] = [0, 0, 0];
  rings.forEach((ring, i) => {
    const area = Math.abs(shoelace(ring)) * (i === 0 ? 1 : -1);
    const middle = centroid(ring);
    [x, y, total] = [x + area * middle.x, y + area * middle.y, total + area];
  });
  return { x: x / total, y: y / total };
}
