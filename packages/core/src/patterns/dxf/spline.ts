import type { Path, Point, Segment } from '../../geometry';

/** A B-spline: order degree + 1, knots one for each control point and order, weights 1 where none are given. */
export interface Spline {
  readonly degree: number;
  readonly points: readonly Point[];
  readonly knots: readonly number[];
  readonly weights: readonly number[] | null;
}

/** x w, y w, w: rational curves are plain ones in these. */
type Homogeneous = readonly [number, number, number];

/** A rational or higher curve is drawn in this many straight steps for each of its pieces. */
const STEPS = 48;

/** What is wrong with the knots of a spline, or null where nothing is. */
export function knotFault({ degree, points, knots, weights }: Spline): string | null {
  if (!Number.isInteger(degree) || degree < 1 || degree > 15) return `degree ${String(degree)}`;
  if (points.length < degree + 1) return `${String(points.length)} control points for degree ${String(degree)}`;
  if (knots.length !== points.length + degree + 1)
    return `${String(knots.length)} knots for ${String(points.length)} control points`;
  if (knots.some((knot, i) => !Number.isFinite(knot) || knot < (knots[i - 1] ?? -Infinity)))
    return 'knots that run backwards';
  if (!((knots[degree] ?? 0) < (knots[points.length] ?? 0))) return 'knots that span nothing';
  if (weights && (weights.length !== points.length || weights.some((weight) => !(weight > 0)))) return 'weights';
  return null;
}

/**
 * The line of a spline with sound knots. Up to degree 3 without weights it is exact, as lines and cubics; otherwise it
 * is drawn in short straight steps. Each of its polynomial pieces is found by putting in every inner knot as often as
 * the degree asks (Boehm 1980).
 */
export function splinePath(spline: Spline): Path {
  const { degree } = spline;
  const pieces = bezierPieces(spline);
  const isPlain = (spline.weights ?? []).every((weight) => weight === spline.weights?.[0]) && degree <= 3;
  const [first] = pieces;
  const start = flat(first?.[0] ?? [0, 0, 1]);
  const segments = pieces.flatMap((piece) => (isPlain ? [exact(piece.map(flat))] : stepped(piece)));
  const end = segments[segments.length - 1]?.to ?? start;
  return { start, segments, closed: end.x === start.x && end.y === start.y };
}

const flat = ([x, y, w]: Homogeneous): Point => ({ x: x / w, y: y / w });

function bezierPieces({ degree, points, knots, weights }: Spline): Homogeneous[][] {
  let controls = points.map(({ x, y }, i): Homogeneous => {
    const w = weights?.[i] ?? 1;
    return [x * w, y * w, w];
  });
  let vector = [...knots];
  const [low, high] = [knots[degree] ?? 0, knots[points.length] ?? 0];
  const inside = [...new Set(knots)].filter((knot) => knot >= low && knot <= high);
  for (const knot of inside) {
    for (let times = vector.filter((k) => k === knot).length; times < degree; times++) {
      [controls, vector] = withKnot(controls, vector, degree, knot);
    }
  }
  const start = vector.lastIndexOf(low) - degree;
  const pieces: Homogeneous[][] = [];
  for (let n = 0; n < inside.length - 1; n++) {
    const from = start + n * degree;
    pieces.push(controls.slice(from, from + degree + 1));
  }
  return pieces;
}

/** The same curve with one knot more. */
function withKnot(
  controls: readonly Homogeneous[],
  knots: readonly number[],
  degree: number,
  knot: number,
): [Homogeneous[], number[]] {
  // The span that holds the knot; a knot at the very end belongs to the span before it.
  const at = Math.min(knots.filter((k) => k <= knot).length - 1, controls.length - 1);
  const next = Array.from({ length: controls.length + 1 }, (_none, i): Homogeneous => {
    const [left, right] = [controls[i - 1], controls[i]];
    if (i <= at - degree || !left) return right ?? [0, 0, 1];
    if (i > at || !right) return left;
    const [a, b] = [knots[i] ?? 0, knots[i + degree] ?? 0];
    const t = b === a ? 0 : (knot - a) / (b - a);
    return [mix(left[0], right[0], t), mix(left[1], right[1], t), mix(left[2], right[2], t)];
  });
  return [next, [...knots.slice(0, at + 1), knot, ...knots.slice(at + 1)]];
}

const mix = (a: number, b: number, t: number): number => a + t * (b - a);

/** A piece of degree 1, 2 or 3 as an exact segment. */
function exact(controls: readonly Point[]): Segment {
  const [a, b, c, d] = controls;
  if (a && b && c && d) return { kind: 'cubic', c1: b, c2: c, to: d };
  if (a && b && c) {
    const third = (end: Point): Point => ({ x: mix(end.x, b.x, 2 / 3), y: mix(end.y, b.y, 2 / 3) });
    return { kind: 'cubic', c1: third(a), c2: third(c), to: c };
  }
  return { kind: 'line', to: b ?? { x: NaN, y: NaN } };
}

function stepped(controls: readonly Homogeneous[]): Segment[] {
  return Array.from({ length: STEPS }, (_none, i) => ({
    kind: 'line',
    to: flat(casteljau(controls, (i + 1) / STEPS)),
  }));
}

/** The point of a Bezier curve at t (de Casteljau). */
function casteljau(controls: readonly Homogeneous[], t: number): Homogeneous {
  let row = controls;
  while (row.length > 1) {
    row = row.slice(1).map((right, i) => {
      const left = row[i] ?? right;
      return [mix(left[0], right[0], t), mix(left[1], right[1], t), mix(left[2], right[2], t)];
    });
  }
  return row[0] ?? [NaN, NaN, 1];
}
