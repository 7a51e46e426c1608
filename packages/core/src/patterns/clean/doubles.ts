import Flatbush from 'flatbush';
import { indexSegments, type SegmentIndex } from '../../geometry';
import { faultOf, type Cleaned, type DrawingFault, type Line, type Mends } from './line';

/** Lines that stand off each other by less are one line drawn twice, mm: half a fine pencil line. */
const SAME_LINE = 0.1;

/**
 * Finds lines drawn twice: the later one runs all along the earlier, in either direction and from any start.
 * The later one is left out until the maker keeps it.
 */
export function findDoubles(lines: readonly Line[], mends: Mends): Cleaned {
  const corners = cornerIndex(lines);
  const indexes = new Map<Line, SegmentIndex>();
  const faults: DrawingFault[] = [];
  const dropped = new Set<Line>();
  lines.forEach((line, i) => {
    const { minX, minY } = line.box;
    const near = corners.search(minX - SAME_LINE, minY - SAME_LINE, minX + SAME_LINE, minY + SAME_LINE);
    const first = near
      .filter((j) => j < i)
      .map((j) => lines[j])
      .find((other) => other && !dropped.has(other) && runsAlong(line, other, indexes));
    if (!first) return;
    const fault = faultOf(
      'doubled',
      [line],
      { at: line.path.start, size: 2, actions: ['drop', 'keep'], proposed: 'drop' },
      mends,
    );
    faults.push(fault);
    if (fault.mended !== 'keep') dropped.add(line);
  });
  return { lines: dropped.size === 0 ? lines : lines.filter((line) => !dropped.has(line)), faults };
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
  const indexOf = (one: Line): SegmentIndex => {
    const known = indexes.get(one);
    const index = known ?? indexSegments([{ points: one.points, closed: one.path.closed }]);
    if (!known) indexes.set(one, index);
    return index;
  };
  const along = (one: Line, index: SegmentIndex): boolean =>
    one.points.every((point) => index.nearest(point, SAME_LINE) !== null);
  if (line.points.length < 2 || other.points.length < 2) return false;
  return along(line, indexOf(other)) && along(other, indexOf(line));
}
