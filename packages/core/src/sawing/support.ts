import { boxAround, boxGrown, distance, indexBoxes, nearestOnPiece, shoelace, type Box, type Point } from '../geometry';
import type { SawLine, WorkToSaw } from './line';

/** Wood wider than this holds whatever is sawn, mm. */
export const PLENTY = 8;
/** A line is looked at in so many pieces, each a moment of sawing it; where there are very many lines, in fewer. */
const MOST_PIECES = 8;
const FEW_PIECES = 4;
const MANY_LINES = 100;
/** Beside the blade, where the wood begins that is looked at, mm. */
const BESIDE = 0.05;
/** Further than any work is large, mm. */
const FAR_AWAY = 1e5;

/** A piece of a kerf or of a hole: points in order, the last of which is the first of the next piece. */
interface KerfPiece {
  /** Number of the line; of a hole -1. */
  readonly line: number;
  readonly points: readonly Point[];
  readonly halfKerf: number;
  readonly box: Box;
}

/** Wood between two pieces: where it is thinnest, by the numbers of the points that begin the stretch there. */
interface Gap {
  readonly a: number;
  readonly b: number;
  readonly at: number;
  readonly bt: number;
  /** From the one point over the wood to the other. */
  readonly way: readonly Point[];
  readonly box: Box;
  /** Wood left, kerfs taken off. */
  readonly widthMm: number;
}

/** Asks what still holds the wood beside a line while it is sawn. */
export interface Support {
  /** The thinnest wood on the widest way from a line to the hands, at its worst moment, when `before` are sawn; `most` if wider. */
  of(line: number, before: Iterable<number>, most?: number): number;
  /** How many lines have less wood than this to a neighbour, or between parts of their own. */
  thinLines(widthMm: number): number;
}

/**
 * Prepares to ask for support. What holds a place is the widest way through wood from there to what the hands hold: outside of
 * all lines, or of an outline its middle. It is found from its opposite, the narrowest wall of kerfs and gaps that parts the two:
 * gaps are taken from the thinnest up until some walk along kerfs and over gaps goes once round the one and not the other (an odd
 * cycle, by a union of sets with parity). Exact for gaps up to PLENTY between the points that are given.
 */
export function supportOf({ lines, holes, heldAt }: WorkToSaw): Support {
  const pieces: KerfPiece[] = [];
  const most = lines.length > MANY_LINES ? FEW_PIECES : MOST_PIECES;
  const added = (more: readonly KerfPiece[]): number[] => more.map((piece) => pieces.push(piece) - 1);
  const ownPieces = lines.map((line, i) => added(piecesOf(line.points, line.closed, most, i, line.kerfMm / 2)));
  const holePieces = holes.map((hole) => added(piecesOf(hole, true, most, -1, 0)));
  const joints = [...ownPieces, ...holePieces].flatMap((own) => jointsIn(own, pieces));
  const gaps = [...gapsBetween(pieces), ...joints].sort((x, y) => x.widthMm - y.widthMm);
  const cutAtFirst = new Uint8Array(pieces.length);
  for (const piece of holePieces.flat()) cutAtFirst[piece] = 1;
  return {
    of: (line, before, upTo = PLENTY) => {
      const isCut = cutAtFirst.slice();
      for (const other of before) for (const piece of ownPieces[other] ?? []) isCut[piece] = 1;
      const { kind, id } = lines[line] ?? { kind: 'inside', id: '' };
      return (ownPieces[line] ?? []).reduce((least, piece) => {
        isCut[piece] = 1;
        const place = besideBlade(pieces[piece], lines[line]);
        const target = kind === 'outside' ? (heldAt.get(id) ?? FAR) : { x: place.x + FAR_AWAY, y: place.y };
        return Math.min(least, narrowestBetween(place, target, pieces, gaps, isCut, least));
      }, upTo);
    },
    thinLines: (widthMm) => {
      const thin = gaps.filter((gap) => gap.widthMm >= 0 && gap.widthMm < widthMm);
      return new Set(thin.flatMap(({ a, b }) => [pieces[a]?.line, pieces[b]?.line])).size;
    },
  };
}

const FAR: Point = { x: FAR_AWAY, y: 0 };

/** A line in pieces of about equal numbers of points; a closed one ends where it began. */
function piecesOf(
  line: readonly Point[],
  closed: boolean,
  most: number,
  number: number,
  halfKerf: number,
): KerfPiece[] {
  const [start] = line;
  const points = closed && start ? [...line, start] : line;
  const count = Math.max(1, Math.min(most, points.length - 1));
  return Array.from({ length: count }, (_none, k) => {
    const [from, to] = [
      Math.round((k * (points.length - 1)) / count),
      Math.round(((k + 1) * (points.length - 1)) / count),
    ];
    const own = points.slice(from, to + 1);
    return { line: number, points: own, halfKerf, box: boxAround(own) };
  });
}

/** Pieces of one line hang together where one ends and the next begins, and where it closes. */
function jointsIn(own: readonly number[], pieces: readonly KerfPiece[]): Gap[] {
  return own.flatMap((a, k): Gap[] => {
    const b = own[k + 1] ?? own[0] ?? a;
    const [end] = (pieces[a]?.points ?? []).slice(-1);
    const first = pieces[b]?.points[0];
    if (!end || !first || first.x !== end.x || first.y !== end.y) return [];
    const at = (pieces[a]?.points.length ?? 1) - 1;
    return [{ a, b, at, bt: 0, way: [end, first], box: boxAround([end]), widthMm: -Infinity }];
  });
}

/** The thinnest wood between every two pieces that are no further apart than PLENTY. */
function gapsBetween(pieces: readonly KerfPiece[]): Gap[] {
  const near = indexBoxes(pieces.map(({ box }) => box));
  return pieces.flatMap((piece, a) => {
    const reach = PLENTY + piece.halfKerf * 2;
    return near(boxGrown(piece.box, reach)).flatMap((b): Gap[] => {
      const other = pieces[b];
      if (b <= a || !other || areNeighbours(piece, other)) return [];
      const { at, bt, from, to, apart } = nearest(piece, other, reach);
      const widthMm = Math.max(0, apart - piece.halfKerf - other.halfKerf);
      if (widthMm > PLENTY) return [];
      const way = [piece.points[at] ?? from, from, to, other.points[bt] ?? to];
      return [{ a, b, at, bt, way, box: boxAround(way), widthMm }];
    });
  });
}

/** Pieces that share an end hang together there: no wood is between. */
function areNeighbours(one: KerfPiece, other: KerfPiece): boolean {
  if (one.line !== other.line) return false;
  const ends = ({ points }: KerfPiece): Point[] => [points[0], points[points.length - 1]].flatMap((end) => end ?? []);
  return ends(one).some((a) => ends(other).some((b) => a.x === b.x && a.y === b.y));
}

/** Where two pieces come nearest, if that is within reach. */
function nearest(
  one: KerfPiece,
  other: KerfPiece,
  reach: number,
): { readonly at: number; readonly bt: number; readonly from: Point; readonly to: Point; readonly apart: number } {
  let best = { at: 0, bt: 0, from: FAR, to: FAR, apart: reach };
  const look = (from: KerfPiece, onto: KerfPiece, isTurned: boolean): void => {
    from.points.forEach((p, i) => {
      if (awayFrom(p, onto.box) >= best.apart) return;
      for (let k = 0; k + 1 < onto.points.length; k++) {
        const [u, v] = [onto.points[k], onto.points[k + 1]];
        if (!u || !v) continue;
        const foot = nearestOnPiece(p, u.x, u.y, v.x, v.y);
        const apart = distance(p, foot);
        if (apart < best.apart)
          best = isTurned ? { at: k, bt: i, from: foot, to: p, apart } : { at: i, bt: k, from: p, to: foot, apart };
      }
    });
  };
  look(one, other, false);
  look(other, one, true);
  return best.apart < reach ? best : { ...best, apart: Infinity };
}

const awayFrom = ({ x, y }: Point, { minX, minY, maxX, maxY }: Box): number =>
  Math.hypot(Math.max(0, minX - x, x - maxX), Math.max(0, minY - y, y - maxY));

/** A place in the wood just beside the end of a piece: of an outline inside of it, of an opening outside. */
function besideBlade(piece: KerfPiece | undefined, line: SawLine | undefined): Point {
  const points = piece?.points ?? [];
  const [a, b] = [points[points.length - 2], points[points.length - 1]];
  if (!a || !b || !line) return FAR;
  const length = distance(a, b);
  const side = Math.sign(shoelace(line.points)) * (line.kind === 'outside' ? 1 : -1);
  const off = ((piece?.halfKerf ?? 0) + BESIDE) / length;
  return { x: (a.x + b.x) / 2 - (b.y - a.y) * off * side, y: (a.y + b.y) / 2 + (b.x - a.x) * off * side };
}

/** The least width at which kerfs and gaps that thin part two places; `most` where none thinner do. */
function narrowestBetween(
  place: Point,
  target: Point,
  pieces: readonly KerfPiece[],
  gaps: readonly Gap[],
  isCut: Uint8Array,
  most: number,
): number {
  const between = boxAround([place, target]);
  const walks = new Map<number, Uint8Array>();
  /** How often the way to a point of a piece crosses from the one place to the other: odd or even. */
  const oddTo = (number: number, point: number): number => {
    const piece = pieces[number];
    if (!piece || !touch(piece.box, between)) return 0;
    const known = walks.get(number) ?? walkAlong(piece.points, place, target);
    walks.set(number, known);
    return known[point] ?? 0;
  };
  const sets = new ParitySets(pieces.length);
  for (const { a, b, at, bt, way, box, widthMm } of gaps) {
    if (widthMm >= most) return most;
    if (isCut[a] === 0 || isCut[b] === 0) continue;
    // Most gaps lie far from the line between the two places.
    const across = touch(box, between) ? crossesWay(place, target, way) : 0;
    if (sets.join(a, b, oddTo(a, at) ^ oddTo(b, bt) ^ across)) return Math.max(0, widthMm);
  }
  return most;
}

const touch = (a: Box, b: Box): boolean => a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY;

function walkAlong(points: readonly Point[], place: Point, target: Point): Uint8Array {
  const odd = new Uint8Array(points.length);
  for (let i = 1; i < points.length; i++) {
    const [p, q] = [points[i - 1], points[i]];
    odd[i] = (odd[i - 1] ?? 0) ^ (p && q && crosses(place, target, p, q) ? 1 : 0);
  }
  return odd;
}

function crossesWay(place: Point, target: Point, way: readonly Point[]): number {
  let odd = 0;
  for (let i = 1; i < way.length; i++) {
    const [p, q] = [way[i - 1], way[i]];
    if (p && q && crosses(place, target, p, q)) odd ^= 1;
  }
  return odd;
}

const side = (a: Point, b: Point, p: Point): boolean => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0;
const crosses = (place: Point, target: Point, p: Point, q: Point): boolean =>
  side(place, target, p) !== side(place, target, q) && side(p, q, place) !== side(p, q, target);

/** Sets that know of each two members whether an odd or even number of crossings lies between. */
class ParitySets {
  private readonly parent: Int32Array;
  private readonly toParent: Uint8Array;

  constructor(size: number) {
    this.parent = new Int32Array(size);
    this.toParent = new Uint8Array(size);
    for (let i = 0; i < size; i++) this.parent[i] = i;
  }

  /** True where they hang together already, by another way that crosses odd where this one crosses even: a wall goes round. */
  join(a: number, b: number, across: number): boolean {
    const [one, other] = [this.rootOf(a), this.rootOf(b)];
    // With the way to the root cut short, each stands right below it.
    const odd = (one === a ? 0 : (this.toParent[a] ?? 0)) ^ (other === b ? 0 : (this.toParent[b] ?? 0)) ^ across;
    if (one === other) return odd === 1;
    this.parent[one] = other;
    this.toParent[one] = odd;
    return false;
  }

  private rootOf(start: number): number {
    let [root, odd] = [start, 0];
    for (let next = this.parent[root] ?? root; next !== root; next = this.parent[root] ?? root) {
      odd ^= this.toParent[root] ?? 0;
      root = next;
    }
    for (let node = start; node !== root;) {
      const next = this.parent[node] ?? root;
      const step = this.toParent[node] ?? 0;
      this.parent[node] = root;
      this.toParent[node] = odd;
      odd ^= step;
      node = next;
    }
    return root;
  }
}
