import { norm, type Box, type Point } from './point';
import { indexSegments, nearestOnPiece, type IndexedLine, type SegmentIndex } from './segment-index';
import { SAME_SHARE, TOUCHING } from '../units';

export interface Crossing {
  readonly at: Point;
  /** Lines that cross; the same one twice where a line crosses itself. */
  readonly lines: readonly [number, number];
}

export interface Contacts {
  readonly crossings: readonly Crossing[];
  /** Pairs of unlike lines that touch somewhere without crossing there; a pair may be told more than once. */
  readonly touching: readonly (readonly [number, number])[];
}

/**
 * Where lines truly cross: each passes from one side of the other to the other side, between points or at them.
 * Touching, meeting at an end and running along each other are no crossings, and are told besides. The search ends when
 * `most` crossings are found.
 */
export function contactsOf(lines: readonly IndexedLine[], most = Infinity): Contacts {
  const index = indexSegments(lines);
  const crossings: Crossing[] = [];
  const touching: [number, number][] = [];
  for (let i = 0; i < index.count && crossings.length < most; i++) {
    const isBeside = besidePiece(index, i);
    for (const j of index.search(boxOfPiece(index, i), (piece) => piece > i && !isBeside(piece))) {
      const pair: [number, number] = [index.line[i] ?? 0, index.line[j] ?? 0];
      const at = crossingAt(index, lines, i, j);
      if (at) crossings.push({ at, lines: pair });
      else if (pair[0] !== pair[1] && touch(index, i, j)) touching.push(pair);
    }
  }
  return { crossings, touching };
}

/** Where lines truly cross: see {@link contactsOf}. */
export const crossingsOf = (lines: readonly IndexedLine[], most = Infinity): readonly Crossing[] =>
  contactsOf(lines, most).crossings;

/** Which pieces lie wholly to one side of the line through a piece, and so neither cross nor touch it. */
function besidePiece({ ax, ay, bx, by }: SegmentIndex, i: number): (piece: number) => boolean {
  const x = ax[i] ?? 0;
  const y = ay[i] ?? 0;
  const dx = (bx[i] ?? 0) - x;
  const dy = (by[i] ?? 0) - y;
  const least = 2 * TOUCHING * norm(dx, dy);
  return (j) => {
    const start = dx * ((ay[j] ?? 0) - y) - dy * ((ax[j] ?? 0) - x);
    const end = dx * ((by[j] ?? 0) - y) - dy * ((bx[j] ?? 0) - x);
    return start > 0 ? start > least && end > least : start < -least && end < -least;
  };
}

/** True where an end of one piece lies on the other. */
const touch = (index: SegmentIndex, i: number, j: number): boolean =>
  isOn(index, j, index.ax[i] ?? 0, index.ay[i] ?? 0) ||
  isOn(index, j, index.bx[i] ?? 0, index.by[i] ?? 0) ||
  isOn(index, i, index.ax[j] ?? 0, index.ay[j] ?? 0) ||
  isOn(index, i, index.bx[j] ?? 0, index.by[j] ?? 0);

function isOn({ ax, ay, bx, by }: SegmentIndex, piece: number, x: number, y: number): boolean {
  const at = nearestOnPiece({ x, y }, ax[piece] ?? 0, ay[piece] ?? 0, bx[piece] ?? 0, by[piece] ?? 0);
  return norm(at.x - x, at.y - y) <= TOUCHING;
}

/** Each point counts as the start of the piece after it, so that a crossing at a point is met once. */
function crossingAt(index: SegmentIndex, lines: readonly IndexedLine[], i: number, j: number): Point | null {
  const meeting = meetingOf(index, i, j);
  if (!meeting) return null;
  const { t, u, at } = meeting;
  if (t < 0 || t >= 1 || u < 0 || u >= 1) return null;
  if (t > 0 && u > 0) return at;
  const [one, other] = [arms(index, lines, i, t === 0), arms(index, lines, j, u === 0)];
  return one && other && armsAlternate(at, one, other) ? at : null;
}

/** The points before and after a place on a piece; null at the loose end of an open line. */
function arms(index: SegmentIndex, lines: readonly IndexedLine[], i: number, atStart: boolean): [Point, Point] | null {
  const after = { x: index.bx[i] ?? 0, y: index.by[i] ?? 0 };
  if (!atStart) return [{ x: index.ax[i] ?? 0, y: index.ay[i] ?? 0 }, after];
  const place = index.place[i] ?? 0;
  const line = lines[index.line[i] ?? 0];
  const before = place > 0 ? line?.points[place - 1] : line?.closed ? line.points[line.points.length - 1] : undefined;
  return before ? [before, after] : null;
}

/** True where, going round `at`, one arm of the other lies on each side of the one. */
function armsAlternate(at: Point, one: readonly [Point, Point], other: readonly [Point, Point]): boolean {
  const angle = (p: Point): number => Math.atan2(p.y - at.y, p.x - at.x);
  const full = 2 * Math.PI;
  const base = angle(one[0]);
  const from = (p: Point): number => (((angle(p) - base) % full) + full) % full;
  const [end, a, b] = [from(one[1]), from(other[0]), from(other[1])];
  const clear = [a, b].every((arm) => arm > SAME_SHARE && arm < full - SAME_SHARE && Math.abs(arm - end) > SAME_SHARE);
  return clear && a < end !== b < end;
}

export const boxOfPiece = ({ ax, ay, bx, by }: SegmentIndex, i: number): Box => {
  const x1 = ax[i] ?? 0;
  const y1 = ay[i] ?? 0;
  const x2 = bx[i] ?? 0;
  const y2 = by[i] ?? 0;
  return { minX: Math.min(x1, x2), minY: Math.min(y1, y2), maxX: Math.max(x1, x2), maxY: Math.max(y1, y2) };
};

export interface Meeting {
  /** Share of the way along the one piece and the other. */
  readonly t: number;
  readonly u: number;
  readonly at: Point;
}

/** Where the lines through two pieces meet; null where they are parallel. */
export function meetingOf({ ax, ay, bx, by }: SegmentIndex, i: number, j: number): Meeting | null {
  const x = ax[i] ?? 0;
  const y = ay[i] ?? 0;
  const dx = (bx[i] ?? 0) - x;
  const dy = (by[i] ?? 0) - y;
  const ex = (bx[j] ?? 0) - (ax[j] ?? 0);
  const ey = (by[j] ?? 0) - (ay[j] ?? 0);
  const cross = dx * ey - dy * ex;
  if (cross === 0) return null;
  const fx = (ax[j] ?? 0) - x;
  const fy = (ay[j] ?? 0) - y;
  const t = (fx * ey - fy * ex) / cross;
  return { t, u: (fx * dy - fy * dx) / cross, at: { x: x + t * dx, y: y + t * dy } };
}
