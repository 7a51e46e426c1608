import { isStraightCubic, type Path, type Point, type Segment } from '../../geometry';

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
 * is drawn in short straight steps. Each of its polynomial pieces is found for itself, so that many take no longer each.
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

/** The control points of each polynomial piece: what its blossom is at its two ends, one of them as often as the other is not. */
function bezierPieces(spline: Spline): Homogeneous[][] {
  const { degree, points, knots } = spline;
  const pieces: Homogeneous[][] = [];
  for (let span = degree; span < points.length; span++) {
    const [from, to] = [knots[span] ?? 0, knots[span + 1] ?? 0];
    if (to <= from) continue;
    pieces.push(
      Array.from({ length: degree + 1 }, (_none, k) =>
        blossom(
          spline,
          span,
          Array.from({ length: degree }, (_none2, i) => (i < k ? to : from)),
        ),
      ),
    );
  }
  return pieces;
}

/** The blossom of a spline over one span of its knots: de Boor's scheme with another figure at each level (Ramshaw 1987). */
function blossom({ degree, points, knots, weights }: Spline, span: number, at: readonly number[]): Homogeneous {
  let row = Array.from({ length: degree + 1 }, (_none, i): Homogeneous => {
    const n = span - degree + i;
    const [{ x, y }, w] = [points[n] ?? { x: NaN, y: NaN }, weights?.[n] ?? 1];
    return [x * w, y * w, w];
  });
  at.forEach((figure, level) => {
    row = row.slice(1).map((right, i) => {
      const left = row[i] ?? right;
      const [a, b] = [knots[span - degree + 1 + level + i] ?? 0, knots[span + 1 + i] ?? 0];
      const t = (figure - a) / (b - a);
      return [mix(left[0], right[0], t), mix(left[1], right[1], t), mix(left[2], right[2], t)];
    });
  });
  return row[0] ?? [NaN, NaN, 1];
}

/** Between two figures; at 1 the second itself, so that ends of pieces meet. */
const mix = (a: number, b: number, t: number): number => (t === 1 ? b : a + t * (b - a));

/** A piece of degree 1, 2 or 3 as an exact segment. */
function exact(controls: readonly Point[]): Segment {
  const [a, b, c, d] = controls;
  if (a && b && c && d) {
    const cubic = { kind: 'cubic' as const, c1: b, c2: c, to: d };
    return isStraightCubic(a, cubic) ? { kind: 'line', to: d } : cubic;
  }
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
