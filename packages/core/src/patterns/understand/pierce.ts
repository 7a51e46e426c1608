import polylabel from 'polylabel';
import {
  boxAround,
  boxHeight,
  boxWidth,
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
  const sure = (2 * Math.abs(signedArea(path))) / pathLength(path);
  if (kept.length === 0 && sure >= WIDE) return sure;
  const { ring, kept: inner } = wasteOf(path, kept);
  return 2 * widest(ring, inner, CLEAR_OF_LINE / 50).room;
}

/** An opening with less room than this share of its size is a long slot or a ring: nearly as wide wherever one looks. */
const SLENDER = 0.06;

/** The place furthest from every line, to `precision` mm. */
function widest(
  ring: readonly Point[],
  kept: readonly (readonly Point[])[],
  precision: number,
): { readonly at: Point; readonly room: number } {
  const box = boxAround(ring);
  const rings = [ring, ...kept];
  const area = Math.abs(shoelace(ring)) - kept.reduce((sum, piece) => sum + Math.abs(shoelace(piece)), 0);
  const sure = area / rings.reduce((sum, one) => sum + perimeter(one), 0);
  if (sure < SLENDER * Math.max(boxWidth(box), boxHeight(box)))
    return widestInSlot(rings, Math.max(0, sure), precision / 10);
  const polygon = [ring, ...kept].map((points) => points.map(({ x, y }): [number, number] => [x, y]));
  const middle = polylabel(polygon, precision);
  const [x = NaN, y = NaN] = middle;
  return { at: { x, y }, room: Math.max(0, middle.distance) };
}

/**
 * The same for slots and rings, where a search over squares never ends: what is left when the lines are moved inwards, as far as that
 * leaves anything. A circle of radius area over length has room in any shape, so it begins there.
 */
function widestInSlot(
  rings: readonly (readonly Point[])[],
  sure: number,
  precision: number,
): { readonly at: Point; readonly room: number } {
  const leftAt = (by: number): Point | undefined => offsetRings(rings, -by)[0]?.[0];
  let [room, beyond] = [0, Math.max(sure, precision)];
  let at = rings[0]?.[0] ?? { x: NaN, y: NaN };
  for (let left = leftAt(beyond); left; left = leftAt(beyond)) [room, beyond, at] = [beyond, beyond * 1.25, left];
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

/** Places beside the line, a hole's clear radius into the waste, at its start and an eighth of its points apart. */
function besideLine(path: Path, radius: number): Point[] {
  const points = flatten(path);
  const left = signedArea(path) > 0 ? 1 : -1;
  const step = Math.max(1, Math.floor(points.length / 8));
  return points.flatMap((a, i) => {
    const b = points[(i + 1) % points.length];
    const length = b ? distance(a, b) : 0;
    if (i % step !== 0 || !b || length === 0) return [];
    const [nx, ny] = [(-(b.y - a.y) / length) * left, ((b.x - a.x) / length) * left];
    return [{ x: (a.x + b.x) / 2 + nx * radius * 1.05, y: (a.y + b.y) / 2 + ny * radius * 1.05 }];
  });
}

function inTheMiddle(
  { ring, kept }: Waste,
  clear: number,
  hole: (at: Point, place: PierceHole['place']) => PierceHole,
  cut: string,
  bitMm: number,
): readonly PierceHole[] | NoPierceHole {
  const { at, room } = widest(ring, kept, clear / 50);
  return room >= bitMm / 2 ? [hole(at, 'in-the-middle')] : { cut, at, bitMm, roomMm: 2 * room };
}
