import {
  indexBoxes,
  boxHeight,
  boxMiddle,
  boxWidth,
  distance,
  eachSegment,
  pathBox,
  turnBetween,
  type Path,
  type Point,
} from '../../geometry';
import { bitFor } from '../kinds';
import type { Line } from '../clean/line';
import { SAME_POINT } from '../../units';

/** A stretch of a line that may keep its size while the rest is scaled: a slot in an edge, or a whole inside line. */
export interface Feature {
  readonly id: string;
  readonly kind: 'slot' | 'hole' | 'opening';
  readonly line: string;
  /** The corners of the stretch, as places of points of the path (0 is its start); for a whole line all of them. */
  readonly points: readonly number[];
  /** Width of the mouth and depth of a slot; width and height of a hole or opening; mm. */
  readonly width: number;
  readonly depth: number;
  readonly at: Point;
}

/** The ways in to and on from a slot turn this little from each other: it was let into one edge, radians. */
const SAME_EDGE = 0.35;
/** A slot's mouth is at most this share of the box of its part. */
const WIDEST_MOUTH = 0.5;
/** A slot leaves its edge at a corner of at least this, radians. */
const LEAST_CORNER = Math.PI / 4;
/** A slot has at most so many segments. */
const MOST_SEGMENTS = 12;

/**
 * What in a drawing may keep its size: every closed line inside another, and every slot, that is a stretch that leaves
 * an edge at a corner and comes back to the same edge further on.
 */
export function featuresOf(lines: readonly Line[]): Feature[] {
  const closed = lines.filter(({ path }) => path.closed);
  const near = indexBoxes(closed.map(({ box }) => box));
  const isWithin = ({ box }: Line): boolean =>
    near(box, (n) => {
      const outer = closed[n]?.box ?? box;
      return outer.minX < box.minX && outer.minY < box.minY && outer.maxX > box.maxX && outer.maxY > box.maxY;
    }).length > 0;
  return closed.flatMap((line) => [...(isWithin(line) ? wholeFeature(line) : []), ...slotsOf(line)]);
}

function wholeFeature(line: Line): Feature[] {
  const { box, path } = line;
  return [
    {
      id: line.id,
      kind: bitFor(line) === null ? 'opening' : 'hole',
      line: line.id,
      points: Array.from({ length: path.segments.length + 1 }, (_none, i) => i),
      width: boxWidth(box),
      depth: boxHeight(box),
      at: boxMiddle(box),
    },
  ];
}

interface Directions {
  readonly enter: Point;
  readonly leave: Point;
}

function slotsOf(line: Line): Feature[] {
  const { path } = line;
  const corners = cornersOf(path);
  const directions = directionsOf(path);
  const n = path.segments.length;
  if (n < 6) return [];
  const widest = WIDEST_MOUTH * Math.max(boxWidth(line.box), boxHeight(line.box));
  // A mouth begins and ends at a corner; an outline drawn in short steps has thousands of places that are none.
  const isCorner = directions.map(({ enter }, i) => {
    const before = directions[(i + n - 1) % n];
    return before !== undefined && Math.abs(turnBetween(before.leave, enter)) >= LEAST_CORNER;
  });
  const mouths = isCorner.flatMap((is, i) => (is ? [i] : []));
  const slots: Feature[] = [];
  const used = new Set<number>();
  for (let span = 3; span <= Math.min(MOST_SEGMENTS, n - 3); span++) {
    for (const i of mouths) {
      if (!isCorner[(i + span) % n]) continue;
      const places = Array.from({ length: span + 1 }, (_none, k) => (i + k) % n);
      if (places.some((place) => used.has(place))) continue;
      const slot = slotAt(line, corners, directions, places, widest);
      if (!slot) continue;
      slots.push(slot);
      for (const place of places) used.add(place);
    }
  }
  return slots;
}

/** The slot whose mouth lies between the first and the last of the places, or null. */
function slotAt(
  line: Line,
  corners: readonly Point[],
  directions: readonly Directions[],
  places: readonly number[],
  widest: number,
): Feature | null {
  const n = corners.length;
  const [first, last] = [places[0] ?? 0, places[places.length - 1] ?? 0];
  const [mouth, end] = [corners[first], corners[last]];
  const [before, into] = [directions[(first + n - 1) % n], directions[first]];
  const after = directions[last];
  if (!mouth || !end || !before || !into || !after) return null;
  const width = distance(mouth, end);
  if (width === 0 || width > widest) return null;
  const across = { x: (end.x - mouth.x) / width, y: (end.y - mouth.y) / width };
  // One edge runs up to the mouth, over it, and on.
  const isOneEdge = [turnBetween(before.leave, across), turnBetween(across, after.enter)].every(
    (turn) => Math.abs(turn) <= SAME_EDGE,
  );
  if (!isOneEdge) return null;
  const side = Math.sign(turnBetween(before.leave, into.enter));
  const depths = places.slice(1, -1).map((place) => {
    const p = corners[place] ?? mouth;
    return side * (across.x * (p.y - mouth.y) - across.y * (p.x - mouth.x));
  });
  const depth = Math.max(...depths);
  if (depths.some((d) => d <= 0) || depth < width / 4) return null;
  return {
    id: `${line.id} slot ${String(first)}`,
    kind: 'slot',
    line: line.id,
    points: places,
    width,
    depth,
    at: { x: (mouth.x + end.x) / 2, y: (mouth.y + end.y) / 2 },
  };
}

/** The start of each segment. */
export function cornersOf(path: Path): Point[] {
  const corners: Point[] = [];
  eachSegment(path, (from) => corners.push(from));
  return corners;
}

const firstOther = (from: Point, ...points: readonly Point[]): Point =>
  points.find((point) => distance(point, from) > SAME_POINT) ?? from;

function directionsOf(path: Path): Directions[] {
  const directions: Directions[] = [];
  const towards = (from: Point, to: Point): Point => ({ x: to.x - from.x, y: to.y - from.y });
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'line')
      directions.push({ enter: towards(from, segment.to), leave: towards(from, segment.to) });
    else if (segment.kind === 'cubic')
      // A handle of no length points nowhere: the curve then leaves towards the next one.
      directions.push({
        enter: towards(from, firstOther(from, segment.c1, segment.c2, segment.to)),
        leave: towards(firstOther(segment.to, segment.c2, segment.c1, from), segment.to),
      });
    else {
      const side = Math.sign(segment.sweep);
      const tangent = (p: Point): Point => ({
        x: -(p.y - segment.center.y) * side,
        y: (p.x - segment.center.x) * side,
      });
      directions.push({ enter: tangent(from), leave: tangent(segment.to) });
    }
  });
  return directions;
}

/** The middle of a stretch that keeps its size: between the two ends of a slot's mouth, or of a whole line's box. */
export function anchorOf(feature: Feature, path: Path): Point {
  if (feature.kind !== 'slot') return boxMiddle(pathBox(path));
  const corners = cornersOf(path);
  const [a, b] = [corners[feature.points[0] ?? 0], corners[feature.points[feature.points.length - 1] ?? 0]];
  return a && b ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } : path.start;
}
