import {
  boxAround,
  boxGrown,
  distance,
  indexSegments,
  pathLength,
  type Point,
  type Segment,
  type SegmentIndex,
} from '../../geometry';
import { pointIndex } from './ends';
import { faultOf, lineOf, type Cleaned, type DrawingFault, type Line, type Mends } from './line';

/** Lines that stand off each other by less are one line drawn twice, mm: half a fine pencil line. */
const SAME_LINE = 0.1;

/** An open line shorter than this may lie along another by chance, as one of a thousand short ones, mm. */
const SHORTEST = 1;

/**
 * Finds lines drawn twice: a closed one that runs round again; one that runs all along an earlier one, in either direction and from
 * any start; an open one that lies all along a longer one, as the sides of a shape drawn once more; and of two straight lines that
 * partly lie on each other, the stretch they share. What is drawn twice is left out until the maker keeps it.
 */
export function findDoubles(drawn: readonly Line[], mends: Mends): Cleaned {
  const stages = [roundAgain, alongEarlier, withinLonger, onEachOther];
  return stages.reduce<Cleaned>(
    (found, stage) => {
      const next = stage(found.lines, mends);
      return { lines: next.lines, faults: [...found.faults, ...next.faults] };
    },
    { lines: drawn, faults: [] },
  );
}

function roundAgain(lines: readonly Line[], mends: Mends): Cleaned {
  const faults: DrawingFault[] = [];
  const once = lines.map((line) => {
    const short = onceRound(line);
    if (short === line) return line;
    const fault = doubled(line, mends, ROUND_AGAIN);
    faults.push(fault);
    return fault.mended === 'keep' ? line : short;
  });
  return faults.length === 0 ? { lines, faults } : { lines: once, faults };
}

function alongEarlier(lines: readonly Line[], mends: Mends): Cleaned {
  const corners = pointIndex(lines.map(({ box }) => ({ x: box.minX, y: box.minY })));
  const indexes: Indexes = new Map();
  const place = new Map(lines.map((line, i) => [line, i]));
  return withoutDoubled(lines, mends, (line, dropped) => {
    const { minX, minY } = line.box;
    const near = corners.search(minX - SAME_LINE, minY - SAME_LINE, minX + SAME_LINE, minY + SAME_LINE);
    return near
      .filter((j) => j < (place.get(line) ?? 0))
      .map((j) => lines[j])
      .some((other) => other !== undefined && !dropped.has(other) && runsAlong(line, other, indexes));
  });
}

function withinLonger(lines: readonly Line[], mends: Mends): Cleaned {
  const beside = neighbours(lines);
  const indexes: Indexes = new Map();
  return withoutDoubled(lines, mends, (line, dropped) => {
    const length = pathLength(line.path);
    if (line.path.closed || length < SHORTEST) return false;
    return beside(line).some(
      (other) => !dropped.has(other) && pathLength(other.path) > length && liesAlong(line, other, indexes),
    );
  });
}

function onEachOther(lines: readonly Line[], mends: Mends): Cleaned {
  const beside = neighbours(lines);
  const place = new Map(lines.map((line, i) => [line, i]));
  const faults: DrawingFault[] = [];
  const left = lines.map((line, i) => {
    if (!straightEnds(line) || pathLength(line.path) < SHORTEST) return line;
    const earlier = beside(line).filter((other) => (place.get(other) ?? i) < i);
    const rest = earlier.reduce<Line>(withoutShared, line);
    if (rest === line) return line;
    const fault = doubled(line, mends);
    faults.push(fault);
    return fault.mended === 'keep' ? line : rest;
  });
  return faults.length === 0 ? { lines, faults } : { lines: left, faults };
}

/** Leaves out every line that is drawn twice, unless the maker keeps it. */
function withoutDoubled(
  lines: readonly Line[],
  mends: Mends,
  isTwice: (line: Line, dropped: ReadonlySet<Line>) => boolean,
): Cleaned {
  const faults: DrawingFault[] = [];
  const dropped = new Set<Line>();
  for (const line of lines) {
    if (!isTwice(line, dropped)) continue;
    const fault = doubled(line, mends);
    faults.push(fault);
    if (fault.mended !== 'keep') dropped.add(line);
  }
  return { lines: dropped.size === 0 ? lines : lines.filter((line) => !dropped.has(line)), faults };
}

/** Other lines that come near a line all along: near a straight one anywhere, near the middle of one with bends. */
function neighbours(lines: readonly Line[]): (line: Line) => Line[] {
  // Drawings without open lines need none.
  let index: SegmentIndex | null = null;
  return (line) => {
    const pieces = (index ??= indexSegments(lines.map(({ points, path }) => ({ points, closed: path.closed }))));
    const box = boxGrown(straightEnds(line) ? line.box : boxAround([middleOf(line)]), SAME_LINE);
    const near = new Set(pieces.search(box).map((piece) => lines[pieces.line[piece] ?? -1]));
    return [...near].flatMap((other) => (other && other !== line ? [other] : []));
  };
}

/** Tells a line that runs round again from one that lies on another. */
const ROUND_AGAIN = 1;

const doubled = (line: Line, mends: Mends, ordinal = 0): DrawingFault =>
  faultOf(
    'doubled',
    [line],
    { at: line.path.start, size: 2, actions: ['drop', 'keep'], proposed: 'drop' },
    mends,
    ordinal,
  );

/** A closed line that runs round more than once, over itself, as it runs round once. */
function onceRound(line: Line): Line {
  const { segments, closed, start } = line.path;
  if (!closed) return line;
  for (let rounds = 2; rounds <= MOST_ROUNDS; rounds++) {
    const length = segments.length / rounds;
    if (!Number.isInteger(length) || length < 2) continue;
    const isSame = segments.every((segment, i) => isSameSegment(segment, segments[i % length]));
    if (isSame) return lineOf(line, { start, segments: segments.slice(0, length), closed });
  }
  return line;
}
const MOST_ROUNDS = 4;

function isSameSegment(one: Segment, other: Segment | undefined): boolean {
  if (!other || distance(one.to, other.to) > SAME_LINE) return false;
  if (one.kind === 'arc')
    return other.kind === 'arc' && distance(one.center, other.center) <= SAME_LINE && one.sweep * other.sweep > 0;
  if (one.kind === 'cubic')
    return other.kind === 'cubic' && distance(one.c1, other.c1) <= SAME_LINE && distance(one.c2, other.c2) <= SAME_LINE;
  return other.kind === 'line';
}

/** Lines made ready to be asked what lies near them. */
type Indexes = Map<Line, SegmentIndex>;

const middleOf = ({ points }: Line): Point => {
  const [a, b] = [points[Math.floor((points.length - 1) / 2)], points[Math.floor((points.length - 1) / 2) + 1]];
  return { x: ((a?.x ?? NaN) + (b?.x ?? a?.x ?? NaN)) / 2, y: ((a?.y ?? NaN) + (b?.y ?? a?.y ?? NaN)) / 2 };
};

/** The two ends of a line of one straight piece. */
function straightEnds({ path }: Line): readonly [Point, Point] | null {
  const [only, ...more] = path.segments;
  return only?.kind === 'line' && more.length === 0 && !path.closed ? [path.start, only.to] : null;
}

/** What is left of a straight line beyond another it partly lies on; the line itself where they share nothing, or one lies in the other. */
function withoutShared(line: Line, other: Line): Line {
  const [own, theirs] = [straightEnds(line), straightEnds(other)];
  if (!own || !theirs) return line;
  const [from, to] = own;
  const length = distance(from, to);
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const across = ({ x, y }: Point): number => Math.abs((x - from.x) * uy - (y - from.y) * ux);
  if (theirs.some((end) => across(end) > SAME_LINE)) return line;
  const along = theirs.map(({ x, y }) => (x - from.x) * ux + (y - from.y) * uy).sort((a, b) => a - b);
  const [low = 0, high = 0] = along;
  const at = (share: number): Point => ({ x: from.x + share * ux, y: from.y + share * uy });
  const kept = (start: Point, end: Point): Line =>
    lineOf(line, { start, segments: [{ kind: 'line', to: end }], closed: false });
  if (low < SAME_LINE && high > SAME_LINE && high < length - SAME_LINE) return kept(at(high), to);
  if (low > SAME_LINE && low < length - SAME_LINE && high > length - SAME_LINE) return kept(from, at(low));
  return line;
}

function runsAlong(line: Line, other: Line, indexes: Indexes): boolean {
  const far = (a: number, b: number): boolean => Math.abs(a - b) > SAME_LINE;
  if (far(line.box.maxX, other.box.maxX) || far(line.box.maxY, other.box.maxY)) return false;
  if (line.path.closed !== other.path.closed) return false;
  if (line.points.length < 2 || other.points.length < 2) return false;
  return liesAlong(line, other, indexes) && liesAlong(other, line, indexes);
}

/** Where it is looked between two points: not in the middle alone, where a line may cross. */
const SHARES = [0, 0.3, 0.5, 0.8];

/** True where a line lies on another at every point and on the way from each to the next. */
function liesAlong(line: Line, other: Line, indexes: Indexes): boolean {
  const known = indexes.get(other);
  const index = known ?? indexSegments([{ points: other.points, closed: other.path.closed }]);
  if (!known) indexes.set(other, index);
  return line.points.every((a, i) => {
    const b = line.points[i + 1] ?? a;
    return SHARES.every(
      (share) => index.nearest({ x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) }, SAME_LINE) !== null,
    );
  });
}
