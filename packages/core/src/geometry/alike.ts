import { IDENTITY, inOrder, moved, shift, type Affine } from './affine';
import { flatten } from './flatten';
import { pathBox } from './measure';
import type { Path } from './path';
import { boxHeight, boxMiddle, boxWidth, type Box, type Point } from './point';
import { indexSegments, type SegmentIndex } from './segment-index';

/** A line that is compared with others again and again: its points, box and index are made once. */
export interface LineToCompare {
  readonly points: readonly Point[];
  readonly box: Box;
  readonly closed: boolean;
  readonly index: SegmentIndex;
}

export function lineToCompare(path: Path): LineToCompare {
  const points = flatten(path);
  // A line of a single point has no piece; doubled it has one of no length.
  const drawn = points.length > 1 ? points : [...points, ...points];
  return {
    points,
    box: pathBox(path),
    closed: path.closed,
    index: indexSegments([{ points: drawn, closed: path.closed }]),
  };
}

/** A blank turned by quarters, then the same after it was turned over; as it lies comes first. */
const SQUARE_TURNS: readonly Affine[] = [
  IDENTITY,
  { ...IDENTITY, a: -1, d: -1 },
  { ...IDENTITY, a: 0, b: 1, c: -1, d: 0 },
  { ...IDENTITY, a: 0, b: -1, c: 1, d: 0 },
  { ...IDENTITY, a: -1 },
  { ...IDENTITY, d: -1 },
  { ...IDENTITY, a: 0, b: 1, c: 1, d: 0 },
  { ...IDENTITY, a: 0, b: -1, c: -1, d: 0 },
];

/** True of a move that turns a blank over: its other face lies up. */
export const turnsOver = ({ a, b, c, d }: Affine): boolean => a * d - b * c < 0;

/** The move that undoes a square turn with its shift (rotation or mirroring, so its inverse is its transpose). */
export const undo = ({ a, b, c, d, e, f }: Affine): Affine => ({
  a,
  b: c,
  c: b,
  d,
  e: -(a * e + b * f),
  f: -(c * e + d * f),
});

/**
 * The moves of `line` onto `onto` by quarter turns, turned over or not, after which no point of either is further than
 * `tolerance` mm from the other. As it lies comes first, those that turn it over last.
 */
export function movesOnto(line: LineToCompare, onto: LineToCompare, tolerance: number): Affine[] {
  return SQUARE_TURNS.flatMap((square) => {
    const box = movedBox(line.box, square);
    const isOff = (a: number, b: number): boolean => Math.abs(a - b) > 2 * tolerance;
    if (isOff(boxWidth(box), boxWidth(onto.box)) || isOff(boxHeight(box), boxHeight(onto.box))) return [];
    const move = inOrder(
      square,
      shift(boxMiddle(onto.box).x - boxMiddle(box).x, boxMiddle(onto.box).y - boxMiddle(box).y),
    );
    return isSameLine(line, onto, move, tolerance) ? [move] : [];
  });
}

/** The box of a box moved by a square turn. */
function movedBox({ minX, minY, maxX, maxY }: Box, by: Affine): Box {
  const [p, q] = [moved(by, { x: minX, y: minY }), moved(by, { x: maxX, y: maxY })];
  return { minX: Math.min(p.x, q.x), maxX: Math.max(p.x, q.x), minY: Math.min(p.y, q.y), maxY: Math.max(p.y, q.y) };
}

/** True where `line`, moved, and `onto` are one line: both closed or both open, and no point of either further than `tolerance` mm from the other. */
export function isSameLine(line: LineToCompare, onto: LineToCompare, move: Affine, tolerance: number): boolean {
  if (line.closed !== onto.closed) return false;
  const box = movedBox(line.box, move);
  const far = (a: number, b: number): boolean => Math.abs(a - b) > tolerance;
  if (far(box.minX, onto.box.minX) || far(box.maxX, onto.box.maxX)) return false;
  if (far(box.minY, onto.box.minY) || far(box.maxY, onto.box.maxY)) return false;
  const back = undo(move);
  const near = (index: SegmentIndex, point: Point): boolean => index.nearest(point, tolerance) !== null;
  return (
    line.points.every((point) => near(onto.index, moved(move, point))) &&
    onto.points.every((point) => near(line.index, moved(back, point)))
  );
}
