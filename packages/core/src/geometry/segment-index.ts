import Flatbush from 'flatbush';
import { boxGrown, norm, type Box, type Point } from './point';

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
  /** Pieces whose boxes touch the box, in no stated order; only those that are wanted. */
  search(box: Box, isWanted?: (piece: number) => boolean): number[];
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

/** So few pieces are looked at one by one sooner than found by their boxes. */
const FEW = 16;

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
  const all = count <= FEW ? Array.from({ length: count }, (_, i) => i) : [];
  const search: SegmentIndex['search'] = ({ minX, minY, maxX, maxY }, isWanted) =>
    tree.search(minX, minY, maxX, maxY, isWanted);
  const { ax, ay, bx, by } = columns;
  const nearestOf = (pieces: readonly number[], to: Point, reach: number): Nearest | null => {
    let piece = -1;
    let least = reach * reach;
    let [x, y] = [0, 0];
    for (const i of pieces) {
      const fromX = ax[i] ?? 0;
      const fromY = ay[i] ?? 0;
      const toX = bx[i] ?? 0;
      const toY = by[i] ?? 0;
      const t = shareOfPiece(to, fromX, fromY, toX, toY);
      const atX = fromX + t * (toX - fromX);
      const atY = fromY + t * (toY - fromY);
      const away = (atX - to.x) * (atX - to.x) + (atY - to.y) * (atY - to.y);
      if (away > least || (away === least && piece >= 0)) continue;
      piece = i;
      least = away;
      x = atX;
      y = atY;
    }
    return piece < 0 ? null : { piece, at: { x, y }, distance: Math.sqrt(least) };
  };
  return {
    count,
    ...columns,
    line,
    place,
    search,
    nearest: (to, reach = Infinity) => {
      if (count <= FEW) return nearestOf(all, to, reach);
      if (reach < Infinity)
        return nearestOf(search(boxGrown({ minX: to.x, minY: to.y, maxX: to.x, maxY: to.y }, reach)), to, reach);
      // The tree ranks by box; a piece is no nearer than its box, so the search ends when boxes are further than the best.
      for (let few = 8; ; few *= 4) {
        const pieces = tree.neighbors(to.x, to.y, few);
        const best = nearestOf(pieces, to, reach);
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
  return norm(outside(to.x, ax[i] ?? 0, bx[i] ?? 0), outside(to.y, ay[i] ?? 0, by[i] ?? 0));
}

/** The point of the piece from a to b that is nearest to p. */
export function nearestOnPiece(p: Point, ax: number, ay: number, bx: number, by: number): Point {
  const t = shareOfPiece(p, ax, ay, bx, by);
  return { x: ax + t * (bx - ax), y: ay + t * (by - ay) };
}

/** How far along the piece from a to b the point of it lies that is nearest to p, 0 to 1. */
function shareOfPiece(p: Point, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const square = dx * dx + dy * dy;
  return square === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - ax) * dx + (p.y - ay) * dy) / square));
}
