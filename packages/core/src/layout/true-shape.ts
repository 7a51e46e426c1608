import { boxAround, type Point } from '../geometry';
import { removeOverlaps, type Spot } from './overlap-removal';
import { cellsOf, type Cells } from './cells';
import type { Body } from './contact';
import type { Room } from './cover-field';
import type { Search } from './search';
import { settle, type Settled } from './settle';
import { fillStrip } from './shape-strip';

/** A piece to be laid: its outline, and the turns it may be laid in, radians. */
export interface Shape {
  readonly outline: readonly Point[];
  readonly turns: readonly number[];
}

/** Where a piece lies: turned about the origin of its outline, then shifted. mm. */
export interface LaidShape {
  readonly turn: number;
  readonly x: number;
  readonly y: number;
}

export interface ShapeLayout {
  readonly laid: readonly LaidShape[];
  /** Of the rectangle round all pieces, with half the gap beyond them, mm. */
  readonly width: number;
  readonly height: number;
}

/** The longest side of all pieces has so many cells: finer ones waste less between pieces and take longer. */
const CELLS = 50;
/** Strip heights that are tried, as shares of the side of a square of all that is laid. */
const HEIGHTS = [1, 1.15, 1.4, 0.85, 1.8];
/** A room is made smaller by this share of its area, and by less where that is too much; below the least it has been small enough. */
const SMALLER = 0.01;
const LEAST_SMALLER = 0.002;
const LESS = 0.8;
/** Now and then a room is also made longer or shorter by up to so much. */
const OTHER_SIDES = 0.3;
const SIDES_BY = 0.06;
/** After a room that was too small, two pieces change places this often before the next. */
const SWAPPED = 0.5;

/** Pieces in a room of cells. */
interface Laid {
  readonly room: Room;
  readonly spots: readonly Spot[];
}

const areaOf = ({ width, height }: Room): number => width * height;

/**
 * Lays pieces close together by their true shape, in a rectangle of little area, with `gapMm` between any two. Pieces are cut into
 * cells, those of them grown by half the gap, and laid in a strip, the largest first; of several heights the best is taken. Then, while
 * the search has steps, the room is made a little smaller and the pieces are moved apart in it. What comes of that in cells is brought
 * to the gap by the outlines themselves. Where the rectangles round the pieces, side by side, take no more, it is null. Steps of the
 * search are places looked at. Pure.
 */
export function layShapes(shapes: readonly Shape[], gapMm: number, search: Search): ShapeLayout | null {
  const boxes = shapes.map(({ outline }) => boxAround(outline));
  const cell = Math.max(...boxes.map(({ minX, maxX, minY, maxY }) => Math.max(maxX - minX, maxY - minY))) / CELLS;
  // The middles of cells say to half their diagonal where a piece ends: grown by that much, outlines do not cross.
  const grown = Math.max(gapMm, cell * Math.SQRT2) / 2;
  const pieces = shapes.map(({ outline, turns }) => turns.map((turn) => cellsOf(outline, turn, grown, cell)));
  const { room, spots } = squeezed(pieces, filled(pieces), search);
  const lying = spots.map(({ way, x, y }, i): Point & { readonly turn: number } => {
    const { turn, minX, minY } = pieces[i]?.[way] ?? { turn: 0, minX: 0, minY: 0 };
    return { turn, x: x * cell - minX, y: y * cell - minY };
  });
  const start: Settled = { room: { width: room.width * cell, height: room.height * cell }, at: lying };
  const settled = settle(
    lying.map(({ turn }, i) => turned(shapes[i]?.outline ?? [], turn)),
    start,
    gapMm,
    search,
  );
  const rectangles = boxes.reduce(
    (sum, { minX, maxX, minY, maxY }) => sum + (maxX - minX + gapMm) * (maxY - minY + gapMm),
    0,
  );
  if (!settled || areaOf(settled.room) >= rectangles) return null;
  return { laid: settled.at.map(({ x, y }, i) => ({ turn: lying[i]?.turn ?? 0, x, y })), ...settled.room };
}

function turned(outline: readonly Point[], turn: number): Body {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const ring = outline.map(({ x, y }) => ({ x: x * cos - y * sin, y: x * sin + y * cos }));
  return { ring, box: boxAround(ring) };
}

/** The strip that takes the least area of several heights, all pieces in it, the largest first. */
function filled(pieces: readonly (readonly Cells[])[]): Laid {
  const cellsIn = (i: number): number => pieces[i]?.[0]?.count ?? 0;
  const order = pieces.map((_piece, i) => i).sort((a, b) => cellsIn(b) - cellsIn(a));
  const side = Math.sqrt(order.reduce((sum, i) => sum + cellsIn(i), 0));
  const least = Math.max(...pieces.map((ways) => Math.min(...ways.map(({ height }) => height))));
  const strips = HEIGHTS.map((share) => fillStrip(pieces, order, Math.max(Math.round(side * share), least)));
  const { width, height, places } = strips.reduce((one, other) => (areaOf(other) < areaOf(one) ? other : one));
  return {
    room: { width, height },
    spots: places.map(({ cells, x, y }, i) => ({ way: pieces[i]?.indexOf(cells) ?? 0, x, y })),
  };
}

/** The same pieces in a smaller room, as long as they can be moved apart in it and the search has steps. */
function squeezed(pieces: readonly (readonly Cells[])[], start: Laid, search: Search): Laid {
  let best = start;
  for (let smaller = SMALLER, failed = false; search.spend(1) && smaller > LEAST_SMALLER;) {
    const room = smallerRoom(best.room, smaller, search.random);
    const from: readonly Spot[] = failed && search.random() < SWAPPED ? swapped(best.spots, search.random) : best.spots;
    const spots: readonly Spot[] | null =
      areaOf(room) < areaOf(best.room) ? removeOverlaps(pieces, from, room, search) : null;
    failed = !spots;
    if (spots) best = { room, spots };
    else smaller *= LESS;
  }
  return best;
}

/** A room of so much less area, shorter one way or the other. */
function smallerRoom({ width, height }: Room, by: number, random: () => number): Room {
  const area = width * height * (1 - by);
  const sides = random() < OTHER_SIDES ? 1 + (random() * 2 - 1) * SIDES_BY : 1;
  const wide = random() * (width + height) < width ? Math.floor((area / height) * sides) : Math.round(width * sides);
  return { width: wide, height: Math.floor(area / wide) };
}

/** Two of them in each other's places. */
function swapped(spots: readonly Spot[], random: () => number): Spot[] {
  const [i, j] = [Math.floor(random() * spots.length), Math.floor(random() * spots.length)];
  return spots.map((spot, n) => {
    const { x, y } = spots[n === i ? j : n === j ? i : n] ?? spot;
    return { way: spot.way, x, y };
  });
}
