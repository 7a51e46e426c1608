import { distance, indexSegments, norm, type Box, type Corner, type Point, type SegmentIndex } from '../geometry';
import type { CornerSchool } from '../planning';

/**
 * How a corner is sawn: turned on the spot; by two cuts that meet in it; by a loop through the waste; run off into the waste or
 * off the board and come in anew; or followed round, where it is blunt.
 */
export type CornerWay = 'pivot' | 'meet' | 'loop' | 'run-off' | 'follow';

export interface SawnCorner {
  readonly at: Point;
  readonly way: CornerWay;
}

/** A line with its corners, and what the blade in it can do. mm. */
export interface CorneredLine {
  readonly corners: readonly Corner[];
  /** True for a turn, radians, that the blade makes with wood that stays all round. */
  readonly isInside: (turn: number) => boolean;
  /** True where the blade may be turned on the spot: a narrow one, square to the table. */
  readonly canPivot: boolean;
  /** Across a loop that the blade can be steered round. */
  readonly loopMm: number;
  readonly school: CornerSchool;
}

/** Corners that turn less than this are followed round, radians: a blade of any width is led through 45 degrees (common practice). */
const FOLLOWED = Math.PI / 4;
/** A line is clear of a loop from so much of its radius on: one that touches it is no hindrance. */
const CLEAR = 0.999;
/** A corner as sharp as this has its loop so far out that it is reckoned no further, as a share of its half angle. */
const SHARPEST = 0.15;

/**
 * How each corner of a line is sawn, by its angle, the wood around it, what the blade can do and the maker likes. A loop lies beyond the corner,
 * between its arms drawn on: it has room where none of the `lines` of the work comes into it and it stays on the `board`.
 */
export function cornerWays(line: CorneredLine, lines: SegmentIndex, board: Box): SawnCorner[] {
  const radius = line.loopMm / 2;
  const hasRoom = ({ x, y }: Point): boolean =>
    Math.min(x - board.minX, board.maxX - x, y - board.minY, board.maxY - y) >= radius &&
    // The loop touches the arms drawn on, not the arms: they end in the corner.
    lines.nearest({ x, y }, radius * CLEAR) === null;
  return line.corners.map((corner): SawnCorner => {
    const { at, turn } = corner;
    if (Math.abs(turn) < FOLLOWED) return { at, way: 'follow' };
    const isInside = line.isInside(turn);
    if (line.canPivot && (line.school === 'on-the-spot' || (isInside && line.school === 'by-the-room')))
      return { at, way: 'pivot' };
    if (isInside) return { at, way: 'meet' };
    return { at, way: hasRoom(middleOfLoop(corner, radius)) ? 'loop' : 'run-off' };
  });
}

/** The middle of a circle that touches both arms of a corner drawn on beyond it. */
function middleOfLoop({ at, turn, enter }: Corner, radius: number): Point {
  const length = norm(enter.x, enter.y);
  // Half way between the way in and the way out drawn backwards: straight on, turned away from the turn.
  const half = Math.max(SHARPEST, (Math.PI - Math.abs(turn)) / 2);
  const ahead = Math.atan2(enter.y / length, enter.x / length) - Math.sign(turn) * half;
  const away = radius / Math.sin(half);
  return { x: at.x + away * Math.cos(ahead), y: at.y + away * Math.sin(ahead) };
}

/** The corners of a line in the order that they come from where it is begun; `points` are those of the line from there on. */
export function inOrderFrom(points: readonly Point[], corners: readonly SawnCorner[]): SawnCorner[] {
  if (corners.length < 2) return [...corners];
  const index = indexSegments([{ points, closed: false }]);
  /** Where it lies along the line: which piece, and how far into it. */
  const place = ({ at }: SawnCorner): readonly [piece: number, into: number] => {
    const nearest = index.nearest(at);
    const start = points[nearest?.piece ?? 0];
    return nearest && start ? [nearest.piece, distance(start, nearest.at)] : [0, 0];
  };
  return corners
    .map((corner) => ({ corner, at: place(corner) }))
    .sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1])
    .map(({ corner }) => corner);
}
