import Flatbush from 'flatbush';
import { boxGrown, type Box, type Point } from './point';

/** Straight pieces of many lines, found by place. Piece `i` runs from (ax, ay) to (bx, by) on line `line[i]`. */
export interface SegmentIndex {
  readonly count: number;
  readonly ax: Float64Array;
  readonly ay: Float64Array;
  readonly bx: Float64Array;
  readonly by: Float64Array;
  readonly line: Uint32Array;
  /** Which piece of its line it is, from 0. */
  readonly place: Uint32Array;
  /** Pieces whose boxes touch the box, in no stated order. */
  search(box: Box): number[];
  /** The nearest point on any piece, within `reach` mm; null where there is none. */
  nearest(to: Point, reach?: number): Nearest | null;
}

export interface Nearest {
  readonly piece: number;
  readonly at: Point;
  readonly distance: number;
}

export interface IndexedLine {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/** Builds the index over lines. Zero-length pieces are kept, so that places match the points. Throws without any piece. */
export function indexSegments(lines: readonly IndexedLine[]): SegmentIndex {
  const count = lines.reduce((sum, { points, closed }) => sum + piecesOf(points.length, closed), 0);
  if (count === 0) throw new RangeError('indexSegments needs at least one piece of a line, got 0');
  const columns = { ax: floats(count), ay: floats(count), bx: floats(count), by: floats(count) };
  const [line, place] = [new Uint32Array(count), new Uint32Array(count)];
  const tree = new Flatbush(count);
  let n = 0;
  lines.forEach(({ points, closed }, l) => {
    for (let i = 0; i < piecesOf(points.length, closed); i++) {
      const a = pointAt(points, i);
      const b = pointAt(points, i + 1 === points.length ? 0 : i + 1);
      [columns.ax[n], columns.ay[n], columns.bx[n], columns.by[n], line[n], place[n]] = [a.x, a.y, b.x, b.y, l, i];
      tree.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
      n++;
    }
  });
  tree.finish();
  const search = ({ minX, minY, maxX, maxY }: Box): number[] => tree.search(minX, minY, maxX, maxY);
  const onPiece = (i: number, p: Point): Point =>
    nearestOnPiece(p, columns.ax[i] ?? 0, columns.ay[i] ?? 0, columns.bx[i] ?? 0, columns.by[i] ?? 0);
  return {
    count,
    ...columns,
    line,
    place,
    search,
    nearest: (to, reach = Infinity) => {
      const closer = (best: Nearest | null, piece: number): Nearest | null => {
        const at = onPiece(piece, to);
        const away = Math.hypot(at.x - to.x, at.y - to.y);
        return away <= reach && (best === null || away < best.distance) ? { piece, at, distance: away } : best;
      };
      if (reach < Infinity)
        return search(boxGrown({ minX: to.x, minY: to.y, maxX: to.x, maxY: to.y }, reach)).reduce(closer, null);
      // The tree ranks by box; a piece is no nearer than its box, so the search ends when boxes are further than the best.
      for (let few = 8; ; few *= 4) {
        const pieces = tree.neighbors(to.x, to.y, few);
        const best = pieces.reduce(closer, null);
        const last = pieces[pieces.length - 1];
        if (pieces.length < few || last === undefined) return best;
        if (best !== null && boxDistance(columns, last, to) >= best.distance) return best;
      }
    },
  };
}

const floats = (count: number): Float64Array => new Float64Array(count);
const piecesOf = (points: number, closed: boolean): number =>
  closed ? (points > 1 ? points : 0) : Math.max(0, points - 1);

function pointAt(points: readonly Point[], i: number): Point {
  const point = points[i];
  if (!point) throw new RangeError(`a line of ${String(points.length)} points has no point ${String(i)}`);
  return point;
}

function boxDistance({ ax, ay, bx, by }: Pick<SegmentIndex, 'ax' | 'ay' | 'bx' | 'by'>, i: number, to: Point): number {
  const outside = (v: number, a: number, b: number): number => Math.max(0, Math.min(a, b) - v, v - Math.max(a, b));
  return Math.hypot(outside(to.x, ax[i] ?? 0, bx[i] ?? 0), outside(to.y, ay[i] ?? 0, by[i] ?? 0));
}

/** The point of the piece from a to b that is nearest to p. */
export function nearestOnPiece(p: Point, ax: number, ay: number, bx: number, by: number): Point {
  const [dx, dy] = [bx - ax, by - ay];
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - ax) * dx + (p.y - ay) * dy) / square));
  return { x: ax + t * dx, y: ay + t * dy };
}
