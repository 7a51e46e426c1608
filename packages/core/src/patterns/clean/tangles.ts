import {
  circleDrawn,
  contactsOf,
  distance,
  indexBoxes,
  intersectRings,
  nestRings,
  offsetRings,
  ringOf,
  signedArea,
  subtractRings,
  uniteRings,
  type Path,
  type Point,
} from '../../geometry';
import { TOUCHING } from '../../units';
import { faultOf, lineOf, type Cleaned, type DrawingFault, type Line, type Mends } from './line';

/** More crossings than this are a scribble: the rest is not counted. */
const MOST_CROSSINGS = 2000;

/** An overlap or what stands out of another counts when a strip this wide lies in it, mm: less is two lines that touch. */
const OVERLAP = 0.1;

/**
 * Finds closed lines that cross themselves or each other, or lie partly in each other. Mending by `close` makes outlines of
 * what they bound, each by its own fill rule and together with all that they are to be united with; `drop` takes out the
 * line, or the smaller of two.
 */
export function findTangles(lines: readonly Line[], mends: Mends): Cleaned {
  const closed = withoutClearCircles(lines.filter(({ path, points }) => path.closed && points.length > 2));
  if (closed.length === 0) return { lines, faults: [] };
  const faults = tangledPairs(closed).map(({ tangled, at, size }) => {
    const isOne = tangled.length === 1;
    // Parts of one filled element are shown as one; of two elements each may be meant.
    const isOneElement = tangled.every(({ where, filled }) => filled && where === tangled[0]?.where);
    return faultOf(
      isOne ? 'self-crossing' : 'crossing',
      tangled,
      { at, size, actions: ['close', 'drop', 'keep'], proposed: isOne || isOneElement ? 'close' : 'keep' },
      mends,
    );
  });
  return { lines: united(withoutSmaller(lines, faults), faults), faults };
}

/** The lines without circles that, by their figures, are clear of all that lies near them: of rings and holes hardly any is left. */
function withoutClearCircles(closed: readonly Line[]): Line[] {
  const round = closed.map(({ path }) => circleDrawn(path));
  const near = indexBoxes(closed.map(({ box }) => box));
  const areClear = (i: number, j: number): boolean => {
    const [one, other] = [round[i], round[j]];
    if (!one || !other) return false;
    const apart = distance(one.center, other.center);
    const [small, large] = one.radius < other.radius ? [one.radius, other.radius] : [other.radius, one.radius];
    return apart > large + small + TOUCHING || apart < large - small - TOUCHING;
  };
  return closed.filter(({ box }, i) => !round[i] || near(box, (j) => j !== i && !areClear(i, j)).length > 0);
}

interface TangledPair {
  /** One line that crosses itself, or two. */
  readonly tangled: readonly Line[];
  readonly at: Point;
  /** How often they cross; none where they run along each other into each other. */
  readonly size: number;
}

function tangledPairs(closed: readonly Line[]): TangledPair[] {
  const { crossings, touching } = contactsOf(
    closed.map(({ points }) => ({ points, closed: true })),
    MOST_CROSSINGS,
  );
  const pairs = new Map<string, { readonly tangled: readonly Line[]; readonly at: Point; size: number }>();
  const pairOf = (numbers: readonly number[]) => [...new Set(numbers)].sort((a, b) => a - b);
  const linesOf = (pair: readonly number[]): Line[] => pair.flatMap((n) => closed[n] ?? []);
  for (const { at, lines } of crossings) {
    const pair = pairOf(lines);
    const known = pairs.get(pair.join());
    if (known) known.size++;
    else pairs.set(pair.join(), { tangled: linesOf(pair), at, size: 1 });
  }
  // However many places a pair touches in, it is looked at once.
  const seen = new Set(pairs.keys());
  for (const pair of touching.map(pairOf)) {
    const key = pair.join();
    if (seen.has(key)) continue;
    seen.add(key);
    const tangled = linesOf(pair);
    const at = overlapAt(tangled);
    if (at) pairs.set(key, { tangled, at, size: 0 });
  }
  return [...pairs.values()];
}

/** A place where one outline lies in another that it also stands out of; null where one holds the other, or they touch. */
function overlapAt([a, b]: readonly Line[]): Point | null {
  if (!a || !b) return null;
  const strip = (rings: readonly (readonly Point[])[]): Point | null =>
    offsetRings(rings, -OVERLAP / 2)[0]?.[0] ?? null;
  const shared = strip(intersectRings([a.points], [b.points]));
  if (!shared || !strip(subtractRings([a.points], [b.points])) || !strip(subtractRings([b.points], [a.points])))
    return null;
  return shared;
}

function withoutSmaller(lines: readonly Line[], faults: readonly DrawingFault[]): readonly Line[] {
  const dropped = new Set<Line>();
  const byId = new Map(lines.map((line) => [line.id, line]));
  for (const { lines: ids } of faults.filter(({ mended }) => mended === 'drop')) {
    const left = ids.flatMap((id) => byId.get(id) ?? []).filter((line) => !dropped.has(line));
    // Of a pair whose other line is out already, nothing is tangled any more.
    if (left.length < ids.length) continue;
    dropped.add(left.reduce((small, line) => (areaOf(line) < areaOf(small) ? line : small)));
  }
  return dropped.size === 0 ? lines : lines.filter((line) => !dropped.has(line));
}

/** The lines with those united that hang together by faults to be closed, over any number of others. */
function united(lines: readonly Line[], faults: readonly DrawingFault[]): readonly Line[] {
  const groups = new Map<string, Set<string>>();
  for (const { lines: ids } of faults.filter(({ mended }) => mended === 'close')) {
    const together = new Set(ids.flatMap((id) => [id, ...(groups.get(id) ?? [])]));
    for (const id of together) groups.set(id, together);
  }
  if (groups.size === 0) return lines;
  const done = new Set<Set<string>>();
  return lines.flatMap((line) => {
    const group = groups.get(line.id);
    if (!group) return [line];
    if (done.has(group)) return [];
    done.add(group);
    return outlinesOf(lines.filter(({ id }) => group.has(id)));
  });
}

/** What lines bound together, each by its own fill rule; under the first one's name, or that of the one left. */
function outlinesOf(tangled: readonly Line[]): Line[] {
  const [first] = tangled;
  if (!first) return [];
  const rings = tangled.flatMap(({ points, fillRule }) => uniteRings([points], fillRule));
  return uniteRings(rings, 'non-zero').map((points, i) =>
    lineOf({ ...first, id: i === 0 ? first.id : `${first.id} loop ${String(i + 1)}` }, polygonPath(points)),
  );
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
      // The element's own rule shows it solid.
      proposed: 'drop' as const,
    };
    return [faultOf('fill-unclear', [line], found, mends)];
  });
}
