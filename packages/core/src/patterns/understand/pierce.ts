import polylabel from 'polylabel';
import {
  boxAround,
  boxHeight,
  boxWidth,
  circleDrawn,
  distance,
  flatten,
  indexSegments,
  isInside,
  offsetRings,
  pathLength,
  perimeter,
  shoelace,
  signedArea,
  type Bends,
  type Corner,
  type Path,
  type Point,
  type SegmentIndex,
} from '../../geometry';

/** Where to drill for a blade to be threaded, and with which bit. */
export interface PierceHole {
  /** Id of the inside cut it opens. */
  readonly cut: string;
  readonly at: Point;
  readonly bitMm: number;
  /** `second`: a spare start and relief, for very hard wood. */
  readonly place: 'near-corner' | 'along-the-line' | 'in-the-middle' | 'second';
}

/** What keeps a pierce hole from a cut: there is no room for the bit beside the line, or no bit and blade serve (null). */
export interface NoPierceHole {
  readonly cut: string;
  readonly at: Point;
  readonly bitMm: number | null;
  /** The largest hole that has room, mm. */
  readonly roomMm: number;
}

/** Left between a hole and the line, mm: a sixty-fourth of an inch and a little. */
const CLEAR_OF_LINE = 0.4;
/** The hole is no further from its corner than this many times its clear radius. */
const FURTHEST = 6;

/**
 * The places to drill for one inside cut: in the waste, clear of the line and of pieces that are kept, near a corner
 * where there is one, else beside the line, else in the middle. With `second` also one as far from it as may be.
 */
export function pierceHoles(
  cut: { readonly id: string; readonly path: Path; readonly bends: Bends },
  kept: readonly Path[],
  bitMm: number,
  second: boolean,
): readonly PierceHole[] | NoPierceHole {
  const waste = wasteOf(cut.path, kept);
  const clear = bitMm / 2 + CLEAR_OF_LINE;
  const hole = (at: Point, place: PierceHole['place']): PierceHole => ({ cut: cut.id, at, bitMm, place });
  const near = cut.bends.corners
    .map((corner) => insideOf(corner, cut.path, clear))
    .filter((at) => hasRoom(waste, at, clear));
  const along = near.length > 0 && !second ? [] : besideLine(cut.path, clear).filter((at) => hasRoom(waste, at, clear));
  const first = near[0] ?? along[0];
  if (first === undefined) return inTheMiddle(waste, clear, hole, cut.id, bitMm);
  const found = [hole(first, near.length > 0 ? 'near-corner' : 'along-the-line')];
  const others = second ? [...near, ...along] : [];
  const farthest = others.reduce((best, at) => (distance(at, first) > distance(best, first) ? at : best), first);
  return distance(farthest, first) >= 2 * clear ? [...found, hole(farthest, 'second')] : found;
}

/** Openings at least this wide take every usual bit, so nobody asks how wide they are, mm. */
const WIDE = 10;

/**
 * The diameter of the largest hole that the waste of an inside cut has room for, clear of pieces that are kept, mm. Of wide
 * openings a safe lower figure is given: in any simple shape a circle of radius area over perimeter has room.
 */
export function openingRoom(path: Path, kept: readonly Path[]): number {
  const round = roomBetweenCircles(path, kept);
  if (round !== null) return round;
  const sure = (2 * Math.abs(signedArea(path))) / pathLength(path);
  if (kept.length === 0 && sure >= WIDE) return sure;
  return 2 * widest(wasteOf(path, kept), CLEAR_OF_LINE / 50).room;
}

/** Across a circle, or between it and the one circle in it: on the side that it is furthest from. null of other shapes. */
function roomBetweenCircles(path: Path, [inner, ...others]: readonly Path[]): number | null {
  const outer = circleDrawn(path);
  if (outer === null || others.length > 0) return null;
  if (inner === undefined) return 2 * outer.radius;
  const core = circleDrawn(inner);
  const apart = core === null ? NaN : distance(core.center, outer.center);
  return core !== null && apart + core.radius <= outer.radius ? outer.radius - core.radius + apart : null;
}

/** An opening with less room than this share of its size is a long slot or a ring: nearly as wide wherever one looks. */
const SLENDER = 0.06;

/** The place furthest from every line, to `precision` mm. */
function widest({ ring, kept, index }: Waste, precision: number): Place {
  const box = boxAround(ring);
  const rings = [ring, ...kept];
  const area = Math.abs(shoelace(ring)) - kept.reduce((sum, piece) => sum + Math.abs(shoelace(piece)), 0);
  const sure = area / rings.reduce((sum, one) => sum + perimeter(one), 0);
  if (sure < SLENDER * Math.max(boxWidth(box), boxHeight(box)))
    // Lines that cross each other may enclose nothing: a circle begins with some width all the same.
    return widestInSlot(rings, besideTheLine(ring, index, Math.max(sure, precision)), precision);
  const polygon = [ring, ...kept].map((points) => points.map(({ x, y }): [number, number] => [x, y]));
  const middle = polylabel(polygon, precision);
  const [x = NaN, y = NaN] = middle;
  return { at: { x, y }, room: Math.max(0, middle.distance) };
}

/** A place in the waste and how far it is from every line, mm. */
interface Place {
  readonly at: Point;
  readonly room: number;
}

/** The line of a slot is looked at in so many places: each costs a hundredth of moving all lines inwards once. */
const BESIDE = 48;
/** A circle that touches its own line comes so near others by rounding alone, as a share of its radius. */
const TOUCHES = 1e-6;
/** Steps in which a circle grows until it is too large, and then shrinks until it touches nothing but its own line. */
const STEPS = 30;

/**
 * The widest of the circles that touch an opening's line from inside at some places of it: each grows from a radius that has room
 * somewhere, and then shrinks until nothing is inside it (the shrinking ball of Ma, Bae and Choi, 2012). In a slot or a ring that
 * is the room already, or nearly.
 */
function besideTheLine(ring: readonly Point[], index: SegmentIndex, sure: number): Place {
  let best: Place = { at: ring[0] ?? { x: NaN, y: NaN }, room: 0 };
  for (const { from, into } of placesAlong(ring, BESIDE)) {
    let [radius, isGrowing] = [sure, true];
    for (let step = 0; step < STEPS; step++) {
      const at = { x: from.x + radius * into.x, y: from.y + radius * into.y };
      const nearest = index.nearest(at, radius) ?? index.nearest(at);
      if (!nearest) break;
      // Only an empty one lies in the waste for sure: another may have its middle beyond a line.
      const isEmpty = nearest.distance >= radius * (1 - TOUCHES);
      if (isEmpty && nearest.distance > best.room) best = { at, room: nearest.distance };
      if (isEmpty && !isGrowing) break;
      isGrowing = isEmpty;
      const [dx, dy] = [nearest.at.x - from.x, nearest.at.y - from.y];
      radius = isEmpty ? 2 * radius : (dx * dx + dy * dy) / (2 * (dx * into.x + dy * into.y));
    }
  }
  return best;
}

/**
 * The same for slots and rings, where a search over squares never ends: what is left when the lines are moved inwards, as far as that
 * leaves anything. It begins at a place that is known to have room.
 */
function widestInSlot(rings: readonly (readonly Point[])[], known: Place, precision: number): Place {
  const leftAt = (by: number): Point | undefined => offsetRings(rings, -by)[0]?.[0];
  let [{ at, room }, step] = [known, precision];
  for (let left = leftAt(room + step); left; left = leftAt(room + step))
    [at, room, step] = [left, room + step, step * 4];
  let beyond = room + step;
  while (beyond - room > precision) {
    const by = (room + beyond) / 2;
    const left = leftAt(by);
    if (left) [room, at] = [by, left];
    else beyond = by;
  }
  return { at, room };
}

interface Waste {
  readonly ring: readonly Point[];
  readonly kept: readonly (readonly Point[])[];
  readonly index: SegmentIndex;
}

function wasteOf(path: Path, kept: readonly Path[]): Waste {
  const [ring, ...others] = [path, ...kept].map((one) => flatten(one, CLEAR_OF_LINE / 40));
  const rings = [ring ?? [], ...others];
  const inner = others.filter((other) => other[0] && isInside(other[0], ring ?? []));
  return { ring: ring ?? [], kept: inner, index: indexSegments(rings.map((points) => ({ points, closed: true }))) };
}

const hasRoom = ({ ring, kept, index }: Waste, at: Point, radius: number): boolean =>
  isInside(at, ring) && !kept.some((piece) => isInside(at, piece)) && index.nearest(at, radius * 0.999) === null;

/** The place inside a corner of an opening where a circle of the radius touches both of its arms. */
function insideOf({ at, turn, enter }: Corner, path: Path, radius: number): Point {
  const left = signedArea(path) > 0 ? 1 : -1;
  const half = (Math.PI - turn * left) / 2;
  // Half way round from the arm behind to the arm ahead, on the side of the waste.
  const back = Math.atan2(-enter.y, -enter.x);
  const bisector = back - left * half;
  const away = Math.min(FURTHEST, 1 / Math.max(0.05, Math.sin(Math.min(half, Math.PI / 2)))) * radius;
  return { x: at.x + away * Math.cos(bisector), y: at.y + away * Math.sin(bisector) };
}

/** Places beside the line, a hole's clear radius into the waste. */
const besideLine = (path: Path, radius: number): Point[] =>
  placesAlong(flatten(path), 8).map(({ from, into }) => ({
    x: from.x + into.x * radius * 1.05,
    y: from.y + into.y * radius * 1.05,
  }));

/** Middles of about so many lines of a ring, as many of its points apart, and the way into it from there. */
function placesAlong(ring: readonly Point[], count: number): { readonly from: Point; readonly into: Point }[] {
  const left = shoelace(ring) > 0 ? 1 : -1;
  const step = Math.max(1, Math.floor(ring.length / count));
  return ring.flatMap((a, i) => {
    const b = ring[(i + 1) % ring.length];
    const length = b ? distance(a, b) : 0;
    if (i % step !== 0 || !b || length === 0) return [];
    const into = { x: (-(b.y - a.y) / length) * left, y: ((b.x - a.x) / length) * left };
    return [{ from: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, into }];
  });
}

function inTheMiddle(
  waste: Waste,
  clear: number,
  hole: (at: Point, place: PierceHole['place']) => PierceHole,
  cut: string,
  bitMm: number,
): readonly PierceHole[] | NoPierceHole {
  const { at, room } = widest(waste, clear / 50);
  return room >= bitMm / 2 ? [hole(at, 'in-the-middle')] : { cut, at, bitMm, roomMm: 2 * room };
}
