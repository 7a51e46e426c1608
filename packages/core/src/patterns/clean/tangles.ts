import {
  crossingsOf,
  nestRings,
  ringOf,
  shoelace,
  signedArea,
  uniteRings,
  type Crossing,
  type Path,
  type Point,
} from '../../geometry';
import { faultOf, lineOf, type Cleaned, type DrawingFault, type Line, type Mends } from './line';

/** More crossings than this are a scribble: the rest is not counted. */
const MOST_CROSSINGS = 2000;

/**
 * Finds closed lines that cross themselves or each other. Mending by `close` makes outlines of what they bound (by the
 * element's own fill rule for one line, together for two), `drop` takes out the line, or the smaller of two.
 */
export function findTangles(lines: readonly Line[], mends: Mends): Cleaned {
  const closed = lines.filter(({ path, points }) => path.closed && points.length > 2);
  if (closed.length === 0) return { lines, faults: [] };
  const crossings = crossingsOf(
    closed.map(({ points }) => ({ points, closed: true })),
    MOST_CROSSINGS,
  );
  const groups = new Map<string, Crossing[]>();
  for (const crossing of crossings) {
    const key = [...crossing.lines].sort((a, b) => a - b).join();
    groups.set(key, [...(groups.get(key) ?? []), crossing]);
  }
  const faults: DrawingFault[] = [];
  let left = lines;
  for (const group of groups.values()) {
    const [first] = group;
    const tangled = [...new Set(first?.lines ?? [])].sort((a, b) => a - b).flatMap((n) => closed[n] ?? []);
    if (!first) continue;
    const single = tangled.length === 1;
    const fault = faultOf(
      single ? 'self-crossing' : 'crossing',
      tangled,
      { at: first.at, size: group.length, actions: ['close', 'drop', 'keep'], proposed: single ? 'close' : 'keep' },
      mends,
    );
    faults.push(fault);
    left = mendTangle(left, fault);
  }
  return { lines: left, faults };
}

function mendTangle(lines: readonly Line[], { lines: ids, mended }: DrawingFault): readonly Line[] {
  const tangled = lines.filter(({ id }) => ids.includes(id));
  const [first, second] = tangled;
  if (!first || mended === null || mended === 'keep') return lines;
  if (mended === 'drop') {
    const smaller =
      second && areaOf(second) < areaOf(first)
        ? second
        : tangled.length > 1
          ? areaOf(first) < areaOf(second ?? first)
            ? first
            : second
          : first;
    return lines.filter((line) => line !== smaller);
  }
  const fill = tangled.length > 1 ? 'non-zero' : first.fillRule;
  // Two outlines are united whichever way each runs.
  const rings = tangled.map(({ points }) =>
    shoelace(points) < 0 && tangled.length > 1 ? [...points].reverse() : points,
  );
  const loops = uniteRings(rings, fill).map((points, i) =>
    lineOf({ ...first, id: i === 0 ? first.id : `${first.id} loop ${String(i + 1)}` }, polygonPath(points)),
  );
  return lines.flatMap((line) => (line === first ? loops : tangled.includes(line) ? [] : [line]));
}

const areaOf = ({ path }: Line): number => Math.abs(signedArea(path));

/** A closed path of straight pieces. */
export function polygonPath(points: readonly Point[]): Path {
  const [start, ...rest] = points;
  if (!start) throw new RangeError('polygonPath needs at least one point, got 0');
  return { start, segments: [...rest, start].map((to) => ({ kind: 'line', to })), closed: true };
}

/**
 * Finds lines within their own element that one fill rule would show as a hole and the element's own shows as solid:
 * whether they are to be cut cannot be seen. Mending by `drop` takes the line out.
 */
export function findUnclearFills(lines: readonly Line[], mends: Mends): Cleaned {
  const byElement = new Map<string, Line[]>();
  for (const line of lines) {
    if (line.filled && line.path.closed && line.fillRule === 'non-zero') {
      byElement.set(line.where, [...(byElement.get(line.where) ?? []), line]);
    }
  }
  const faults = [...byElement.values()]
    .filter((group) => group.length > 1)
    .flatMap((group) => unclearIn(group, mends));
  const dropped = new Set(faults.filter(({ mended }) => mended === 'drop').flatMap(({ lines: ids }) => ids));
  return { lines: dropped.size === 0 ? lines : lines.filter(({ id }) => !dropped.has(id)), faults };
}

function unclearIn(group: readonly Line[], mends: Mends): DrawingFault[] {
  const nested = nestRings(group.map(({ points }) => ringOf(points)));
  const winding = (i: number): number => {
    const [line, place] = [group[i], nested[i]];
    if (!line || !place) return 0;
    return Math.sign(signedArea(line.path)) + (place.parent === null ? 0 : winding(place.parent));
  };
  return group.flatMap((line, i) => {
    if ((nested[i]?.depth ?? 0) % 2 === 0 || winding(i) === 0) return [];
    const found = {
      at: line.path.start,
      size: areaOf(line),
      actions: ['keep', 'drop'] as const,
      proposed: 'keep' as const,
    };
    return [faultOf('fill-unclear', [line], found, mends)];
  });
}
