import Flatbush from 'flatbush';
import { boxAround, distance, indexSegments, pathLength, type Point, type SegmentIndex } from '../../geometry';
import { faultOf, lineOf, type Cleaned, type DrawingFault, type Line, type Mends } from './line';

/** Lines that stand off each other by less are one line drawn twice, mm: half a fine pencil line. */
const SAME_LINE = 0.1;

/** An open line shorter than this may lie along another by chance, as one of a thousand short ones, mm. */
const SHORTEST = 1;

/**
 * Finds lines drawn twice: one that runs all along an earlier one, in either direction and from any start; an open one that lies all
 * along a longer one, as the sides of a shape drawn once more; and of two straight lines that partly lie on each other, the stretch
 * they share. What is drawn twice is left out until the maker keeps it.
 */
export function findDoubles(drawn: readonly Line[], mends: Mends): Cleaned {
  const once = drawn.map(onceRound);
  const faults = drawn.flatMap((line, i) => (once[i] === line ? [] : [doubled(line, mends, ROUND_AGAIN)]));
  const lines = drawn.map((line, i) => (faultKept(faults, line) ? line : (once[i] ?? line)));
  const dropped = new Set<Line>();
  const shortened = new Map<Line, Line>();
  const indexes = new Map<Line, SegmentIndex>();
  const drop = (line: Line): void => {
    const fault = doubled(line, mends);
    faults.push(fault);
    if (fault.mended !== 'keep') dropped.add(line);
  };
  const corners = cornerIndex(lines);
  lines.forEach((line, i) => {
    const { minX, minY } = line.box;
    const near = corners.search(minX - SAME_LINE, minY - SAME_LINE, minX + SAME_LINE, minY + SAME_LINE);
    const first = near
      .filter((j) => j < i)
      .map((j) => lines[j])
      .find((other) => other && !dropped.has(other) && runsAlong(line, other, indexes));
    if (first) drop(line);
  });
  const pieces = indexSegments(lines.map(({ points, path }) => ({ points, closed: path.closed })));
  const beside = (line: Line): Line[] => {
    // Of a line with bends its middle tells: what lies all along another lies there too.
    const { minX, minY, maxX, maxY } = straightEnds(line) ? line.box : boxAround([middleOf(line)]);
    const box = { minX: minX - SAME_LINE, minY: minY - SAME_LINE, maxX: maxX + SAME_LINE, maxY: maxY + SAME_LINE };
    const near = new Set(pieces.search(box).map((piece) => lines[pieces.line[piece] ?? -1]));
    return [...near].flatMap((other) => (other && other !== line && !dropped.has(other) ? [other] : []));
  };
  const place = new Map(lines.map((line, i) => [line, i]));
  const placeOf = (line: Line): number => place.get(line) ?? 0;
  const open = lines.filter((line) => !line.path.closed && pathLength(line.path) >= SHORTEST);
  for (const line of open) {
    if (dropped.has(line)) continue;
    const isCovered = beside(line).some(
      (other) => pathLength(other.path) > pathLength(line.path) && liesAlong(line, other, indexes),
    );
    if (isCovered) drop(line);
  }
  for (const line of open) {
    if (dropped.has(line)) continue;
    const earlier = beside(line).filter((other) => placeOf(other) < placeOf(line));
    const left = earlier.reduce<Line>((rest, other) => withoutShared(rest, other), line);
    if (left === line) continue;
    const fault = doubled(line, mends);
    faults.push(fault);
    if (fault.mended !== 'keep') shortened.set(line, left);
  }
  if (dropped.size + shortened.size === 0 && lines.every((line, i) => line === drawn[i]))
    return { lines: drawn, faults };
  return {
    lines: lines.flatMap((line) => (dropped.has(line) ? [] : [shortened.get(line) ?? line])),
    faults,
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

const faultKept = (faults: readonly DrawingFault[], { id }: Line): boolean =>
  faults.some(({ lines, mended }) => lines.includes(id) && mended === 'keep');

/** A closed line that runs round more than once, over itself, as it runs round once. */
function onceRound(line: Line): Line {
  const { segments, closed, start } = line.path;
  if (!closed) return line;
  for (let rounds = 2; rounds <= MOST_ROUNDS; rounds++) {
    const length = segments.length / rounds;
    if (!Number.isInteger(length) || length < 2) continue;
    const isSame = segments.every((segment, i) => {
      const first = segments[i % length];
      return first?.kind === segment.kind && distance(first.to, segment.to) <= SAME_LINE;
    });
    if (isSame) return lineOf(line, { start, segments: segments.slice(0, length), closed });
  }
  return line;
}
const MOST_ROUNDS = 4;

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

function cornerIndex(lines: readonly Line[]): Flatbush {
  const tree = new Flatbush(lines.length);
  for (const { box } of lines) tree.add(box.minX, box.minY, box.minX, box.minY);
  tree.finish();
  return tree;
}

function runsAlong(line: Line, other: Line, indexes: Map<Line, SegmentIndex>): boolean {
  const far = (a: number, b: number): boolean => Math.abs(a - b) > SAME_LINE;
  if (far(line.box.maxX, other.box.maxX) || far(line.box.maxY, other.box.maxY)) return false;
  if (line.path.closed !== other.path.closed) return false;
  if (line.points.length < 2 || other.points.length < 2) return false;
  return liesAlong(line, other, indexes) && liesAlong(other, line, indexes);
}

/** Where it is looked between two points: not in the middle alone, where a line may cross. */
const SHARES = [0, 0.3, 0.5, 0.8];

/** True where a line lies on another at every point and on the way from each to the next. */
function liesAlong(line: Line, other: Line, indexes: Map<Line, SegmentIndex>): boolean {
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
