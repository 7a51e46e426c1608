import { closePath, distance, endOf, reversePath, type Path, type Segment } from '../../geometry';
import { endsOf, nodesOf, type End } from './ends';
import { lineOf, type Line } from './line';

/**
 * Joins open lines end to end where just two ends meet within `within` mm, into longer lines and loops. Where more meet
 * the lines stay apart: which way goes on is another question. A joined line bears the name and look of the first of
 * its lines; lines come in the order of those. Filled open lines are closed first, as the fill shows.
 */
export function joinLines(given: readonly Line[], within: number): readonly Line[] {
  const lines = given.map((line) => (isFilledOpen(line) ? lineOf(line, closePath(line.path)) : line));
  const meets = meetings(lines, within);
  if (meets.size === 0) return lines;
  const taken = new Set<number>();
  return lines.flatMap((line, i) => {
    if (taken.has(i)) return [];
    if (line.path.closed) return [line];
    const chain = chainFrom(i, meets);
    for (const { line: n } of chain.links) taken.add(n);
    if (chain.links.length === 1 && !chain.closed) return [line];
    return [lineOf(lineLook(line), pathOf(chain, lines))];
  });
}

/** A single straight line encloses nothing; a single arc or curve does. */
const isFilledOpen = ({ filled, path }: Line): boolean =>
  filled && !path.closed && (path.segments.length > 1 || path.segments.some(({ kind }) => kind !== 'line'));
const lineLook = ({ path: _path, points: _points, box: _box, ...look }: Line) => look;

const keyOf = ({ line, atStart }: Pick<End, 'line' | 'atStart'>): string => `${String(line)}${atStart ? 's' : 'e'}`;

/** For each end that meets just one other, that other. */
function meetings(lines: readonly Line[], within: number): Map<string, End> {
  const meets = new Map<string, End>();
  for (const { ends } of nodesOf(endsOf(lines), within)) {
    const [one, other, ...more] = ends;
    if (!one || !other || more.length > 0) continue;
    // The two ends of a short straight line are near each other and yet no loop.
    if (one.line === other.line && !isLoop(lines[one.line], within)) continue;
    meets.set(keyOf(one), other);
    meets.set(keyOf(other), one);
  }
  return meets;
}

const isLoop = (line: Line | undefined, within: number): boolean =>
  line !== undefined && line.points.some((point) => distance(point, line.path.start) > 2 * within);

interface Link {
  readonly line: number;
  readonly reversed: boolean;
}
interface Chain {
  readonly links: readonly Link[];
  readonly closed: boolean;
}

/** The chain of lines through line `i`: forwards to its end or round to itself, then backwards from its start. */
function chainFrom(i: number, meets: ReadonlyMap<string, End>): Chain {
  const forwards = follow({ line: i, reversed: false }, meets);
  if (forwards.closed) return forwards;
  const backwards = follow({ line: i, reversed: true }, meets);
  const before = backwards.links
    .slice(1)
    .reverse()
    .map(({ line, reversed }) => ({ line, reversed: !reversed }));
  return { links: [...before, ...forwards.links], closed: false };
}

function follow(first: Link, meets: ReadonlyMap<string, End>): Chain {
  const links = [first];
  for (let link = first; ;) {
    const next = meets.get(keyOf({ line: link.line, atStart: link.reversed }));
    if (!next) return { links, closed: false };
    link = { line: next.line, reversed: !next.atStart };
    if (link.line === first.line) return { links, closed: true };
    links.push(link);
  }
}

function pathOf({ links, closed }: Chain, lines: readonly Line[]): Path {
  const paths = links.flatMap(({ line, reversed }) => {
    const path = lines[line]?.path;
    return path ? [reversed ? reversePath(path) : path] : [];
  });
  return joinPaths(paths, closed);
}

/** Paths one after another; a straight line goes over what lies between an end and the next start. */
export function joinPaths(paths: readonly Path[], closed: boolean): Path {
  const [first] = paths;
  if (!first) throw new RangeError('joinPaths needs at least one path, got 0');
  const segments: Segment[] = [];
  let at = first.start;
  for (const path of paths) {
    if (distance(at, path.start) > 0) segments.push({ kind: 'line', to: path.start });
    segments.push(...path.segments);
    at = endOf(path);
  }
  const open: Path = { start: first.start, segments, closed: false };
  return closed ? closePath(open) : open;
}
