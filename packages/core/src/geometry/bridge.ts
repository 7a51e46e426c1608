import polylabel from 'polylabel';
import { shoelace } from './nest';
import { boxAround, distance, type Point } from './point';
import { indexSegments, type SegmentIndex } from './segment-index';
import { SAME_POINT, SAME_SHARE } from '../units';

export interface Bridge {
  /** Clear width of the wood between the two points, mm. */
  readonly width: number;
  readonly from: Point;
  readonly to: Point;
}

/** Wood wider than this is not looked at as a bridge, mm: an inch. */
export const WIDEST_BRIDGE = 25.4;

/** So near it is looked first, mm: a comb has thousands of teeth within a millimetre. */
const FIRST_REACH = 1 / 16;

/**
 * The thinnest bridge of a part: twice the smallest inward offset that splits it or joins two of its cuts, and where.
 * `rings` are the outline and its inside cuts, in any direction. Null where no wood is narrower than an inch.
 *
 * The distance to the nearest line has a pass (a saddle) at each bridge: the middle of two points of the lines whose
 * circle over the way between them holds no other. One of the two is always a corner that juts into the wood, so each
 * such corner asks the index for its partners, within a reach that doubles until a bridge is found. Between two
 * different lines a pass joins cuts; on one line it splits the part only if more than a tip lies beyond it.
 */
export function thinnestBridge(rings: readonly (readonly Point[])[], widest = WIDEST_BRIDGE): Bridge | null {
  const lines = intoWoodOnTheLeft(rings);
  if (lines.length === 0) return null;
  const field = fieldOf(lines);
  for (let reach = FIRST_REACH; ; reach = Math.min(widest, reach * 2)) {
    const found = bestWithin(field, reach);
    if (found || reach >= widest) return found;
  }
}

/** Outline counter-clockwise and cuts clockwise: the wood is always on the left. */
function intoWoodOnTheLeft(rings: readonly (readonly Point[])[]): (readonly Point[])[] {
  const [outline] = [...rings].sort((a, b) => Math.abs(shoelace(b)) - Math.abs(shoelace(a)));
  return rings
    .filter((ring) => ring.length > 2)
    .map((ring) => (shoelace(ring) > 0 === (ring === outline) ? ring : [...ring].reverse()));
}

interface Field {
  readonly lines: readonly (readonly Point[])[];
  readonly index: SegmentIndex;
  /** 1 where the start of the piece is a corner that juts into the wood. */
  readonly juts: Uint8Array;
  /** The piece before and after each, round its line. */
  readonly before: Int32Array;
  readonly after: Int32Array;
}

function fieldOf(lines: readonly (readonly Point[])[]): Field {
  const index = indexSegments(lines.map((points) => ({ points, closed: true })));
  const { count, line, place, ax, ay, bx, by } = index;
  const [before, after, juts] = [new Int32Array(count), new Int32Array(count), new Uint8Array(count)];
  for (let i = 0; i < count; i++) {
    const length = lines[line[i] ?? 0]?.length ?? 0;
    const at = place[i] ?? 0;
    before[i] = at === 0 ? i + length - 1 : i - 1;
    after[i] = at === length - 1 ? i - length + 1 : i + 1;
  }
  for (let i = 0; i < count; i++) {
    const p = before[i] ?? 0;
    const [x, y] = [ax[i] ?? 0, ay[i] ?? 0];
    const cross = (x - (ax[p] ?? 0)) * ((by[i] ?? 0) - y) - (y - (ay[p] ?? 0)) * ((bx[i] ?? 0) - x);
    juts[i] = cross < 0 ? 1 : 0;
  }
  return { lines, index, juts, before, after };
}

interface Pass extends Bridge {
  /** Pieces that start at, or hold, the two points. */
  readonly pieces: readonly [number, number];
  readonly sameLine: boolean;
}

function bestWithin(field: Field, reach: number): Bridge | null {
  const passes: Pass[] = [];
  let limit = reach;
  for (let i = 0; i < field.index.count; i++) {
    if (field.juts[i] === 0) continue;
    for (const pass of passesFrom(field, i, limit)) {
      passes.push(pass);
      if (!pass.sameLine) limit = Math.min(limit, pass.width);
    }
  }
  passes.sort((a, b) => a.width - b.width);
  let looked = 0;
  const best = passes.find((pass) => {
    if (!pass.sameLine) return true;
    looked += field.index.count;
    return looked > MOST_LOOKED || splitsOff(field, pass);
  });
  return best ? { width: best.width, from: best.from, to: best.to } : null;
}

/** The passes that one jutting corner makes with pieces and other such corners within `reach` mm. */
function passesFrom(field: Field, i: number, reach: number): Pass[] {
  const { index, juts } = field;
  const v = { x: index.ax[i] ?? 0, y: index.ay[i] ?? 0 };
  const box = { minX: v.x - reach, minY: v.y - reach, maxX: v.x + reach, maxY: v.y + reach };
  const passes: Pass[] = [];
  for (const j of index.search(box)) {
    if (j === i || j === field.before[i]) continue;
    const [x, y] = [index.ax[j] ?? 0, index.ay[j] ?? 0];
    const [dx, dy] = [(index.bx[j] ?? 0) - x, (index.by[j] ?? 0) - y];
    const t = ((v.x - x) * dx + (v.y - y) * dy) / (dx * dx + dy * dy);
    // Across to the inside of a piece, square to it and from its wood side; or to another jutting corner.
    const onPiece = t > 0 && t < 1 && dx * (v.y - y) - dy * (v.x - x) > 0;
    const q = onPiece ? { x: x + t * dx, y: y + t * dy } : { x, y };
    if (!onPiece && (juts[j] === 0 || !facesAway(field, j, q, v))) continue;
    const width = distance(v, q);
    if (width === 0 || width > reach || !facesAway(field, i, v, q) || !isClear(index, v, q)) continue;
    passes.push({ width, from: v, to: q, pieces: [i, j], sameLine: index.line[i] === index.line[j] });
  }
  return passes;
}

/** True where both arms of the corner at `v` fall back from the way to `q`, so that v is the nearest of them all. */
function facesAway(field: Field, i: number, v: Point, q: Point): boolean {
  const { index, before } = field;
  const p = before[i] ?? 0;
  const [dx, dy] = [q.x - v.x, q.y - v.y];
  const along = (x: number, y: number): number => (x - v.x) * dx + (y - v.y) * dy;
  const slack = SAME_SHARE * distance(v, q) ** 2;
  return along(index.ax[p] ?? 0, index.ay[p] ?? 0) <= slack && along(index.bx[i] ?? 0, index.by[i] ?? 0) <= slack;
}

/** True where no line enters the circle over the way from v to q. */
function isClear(index: SegmentIndex, v: Point, q: Point): boolean {
  const middle = { x: (v.x + q.x) / 2, y: (v.y + q.y) / 2 };
  const radius = distance(v, q) / 2;
  const nearest = index.nearest(middle, radius);
  return nearest === null || nearest.distance >= radius * (1 - SAME_SHARE) - SAME_POINT;
}

/** Pieces that are walked to tell a tip from a bridge, at most; in a comb of thousands of tips the next is taken for a bridge, which is the safe side. */
const MOST_LOOKED = 300_000;

/** A tip ends in a circle of the width of its pass; only what holds a larger one, by this share, is split off. */
const MORE_THAN_A_TIP = 1.02;

/** True where on both sides of a pass across one line there is wood wider than the pass. */
function splitsOff({ lines, index }: Field, { pieces: [i, j], from, to, width }: Pass): boolean {
  const line = lines[index.line[i] ?? 0] ?? [];
  const [a, b] = [index.place[i] ?? 0, index.place[j] ?? 0];
  const stretch = (first: number, last: number): Point[] =>
    first <= last ? line.slice(first, last + 1) : [...line.slice(first), ...line.slice(0, last + 1)];
  const sides = [
    [...stretch(a, b), to],
    [to, ...stretch((b + 1) % line.length, (a + line.length - 1) % line.length), from],
  ].sort((p, q) => p.length - q.length);
  return sides.every((side) => holdsCircle(side, (width / 2) * MORE_THAN_A_TIP));
}

/** True where a circle of the radius fits the ring. */
function holdsCircle(ring: readonly Point[], radius: number): boolean {
  if (ring.length < 3) return false;
  const box = boxAround(ring);
  if (Math.min(box.maxX - box.minX, box.maxY - box.minY) <= 2 * radius) return false;
  const found = polylabel([ring.map(({ x, y }) => [x, y])], radius * 0.005);
  return found.distance > radius;
}
