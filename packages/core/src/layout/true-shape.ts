import { boxAround, type Point } from '../geometry';
import { cellsOf, type Cells } from './cells';
import type { Search } from './search';
import { fillStrip, REACHES, type Manner } from './strip';

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

/** Side of a cell, mm: finer wastes less between pieces and takes longer. No longer side has more than this many cells. */
const CELL_MM = 0.75;
const MOST_CELLS = 200;
/** Manners are sought in cells so many times as large; so many of the best are then tried in fine ones, at about their height. */
const COARSE = 3;
const MOST_KEPT = 5;
const FINE_HEIGHTS = [1, 1.02, 1.04];
/** Strip heights that are tried first, as shares of the side of a square of all that is laid. */
const HEIGHTS = [1, 1.1, 1.25, 1.4, 0.9, 0.75, 1.7, 2.1];
/** The search goes on from what is worse by up to this share, and comes back to the best after so many tries. */
const WORSE = 0.01;
const BACK_TO_BEST = 25;
/** How often another reach is tried. */
const OTHER_REACH = 0.2;
/** A height is changed by no more than this share at a time. */
const NEXT_HEIGHT = 0.06;

/**
 * Lays pieces close together by their true shape, in a rectangle of little area, with `gapMm` between any two. Pieces are cut into
 * cells: a cell that any of a piece grown by half the gap meets is its own, so no two come nearer than the gap however they lie.
 * Bottom left: each in turn, the largest first, as far left and then as low as it goes, in the turn that goes furthest; over several
 * heights of the strip, and then, while the search has steps, with one piece earlier or later and a little more or less height.
 * That is sought in coarse cells, and the best of it done in fine ones. Where the rectangles round the pieces, side by side, take no more, it is null. Steps of the search
 * are places looked at. Pure.
 */
export function layShapes(shapes: readonly Shape[], gapMm: number, search: Search): ShapeLayout | null {
  const boxes = shapes.map(({ outline }) => boxAround(outline));
  const longest = Math.max(...boxes.map(({ minX, maxX, minY, maxY }) => Math.max(maxX - minX, maxY - minY)));
  const cell = Math.max(CELL_MM, longest / MOST_CELLS);
  const cut = (size: number, grown: number): Cells[][] =>
    shapes.map(({ outline, turns }) => turns.map((turn) => cellsOf(outline, turn, grown, size)));
  // The middle of a cell that meets a grown piece is no further from it than half the cell's diagonal.
  const fine = cut(cell, gapMm / 2 + (cell * Math.SQRT2) / 2);
  const manners = bestManners(cut(cell * COARSE, gapMm / 2), search);
  const best = manners
    .flatMap((manner) => FINE_HEIGHTS.map((share) => ({ ...manner, height: manner.height * COARSE * share })))
    .map((manner) => fillStrip(fine, { ...manner, height: heightFor(fine, manner.height) }))
    .reduce((one, other) => (other.width * other.height < one.width * one.height ? other : one));
  const [width, height] = [best.width * cell, best.height * cell];
  const rectangles = boxes.reduce(
    (sum, { minX, maxX, minY, maxY }) => sum + (maxX - minX + gapMm) * (maxY - minY + gapMm),
    0,
  );
  if (width * height >= rectangles) return null;
  return { laid: best.places.map(({ cells, x, y }) => placeOf(cells, x, y, cell)), width, height };
}

/** A manner and the cells that it took. */
interface Tried {
  readonly manner: Manner;
  readonly area: number;
}

/** A strip of about so many cells that has room for every piece in one of its turns. */
const heightFor = (pieces: readonly (readonly Cells[])[], wanted: number): number =>
  Math.max(Math.round(wanted), ...pieces.map((ways) => Math.min(...ways.map(({ height }) => height))));

/** The manners that take the least area, the best first: some are better than others once cells are fine. */
function bestManners(pieces: readonly (readonly Cells[])[], { random, spend }: Search): Manner[] {
  const areaOf = (i: number): number => pieces[i]?.[0]?.count ?? 0;
  const order = pieces.map((_piece, i) => i).sort((a, b) => areaOf(b) - areaOf(a));
  const side = Math.sqrt(order.reduce((sum, i) => sum + areaOf(i), 0));
  let goesOn = true;
  const tried: Tried[] = [];
  const tryOne = (manner: Manner): number => {
    const { width, height, looked } = fillStrip(pieces, { ...manner, height: heightFor(pieces, manner.height) });
    goesOn = spend(looked);
    tried.push({ manner, area: width * height });
    tried.sort((a, b) => a.area - b.area).splice(MOST_KEPT);
    return width * height;
  };
  let now: Tried = { manner: { order, height: side, reach: 'middle' }, area: Infinity };
  for (const reach of REACHES) for (const share of HEIGHTS) if (goesOn) tryOne({ order, reach, height: side * share });
  for (let n = 0; goesOn && pieces.length > 1; n++) {
    if (n % BACK_TO_BEST === 0) now = tried[Math.floor(random() * tried.length)] ?? now;
    const manner = changed(now.manner, random);
    const area = tryOne(manner);
    if (area <= now.area * (1 + WORSE)) now = { manner, area };
  }
  return tried.map(({ manner }) => manner);
}

/** The same with one piece earlier or later, a little more or less height, and now and then another reach. */
function changed({ order, height, reach }: Manner, random: () => number): Manner {
  const moved = [...order];
  const [piece] = moved.splice(Math.floor(random() * moved.length), 1);
  moved.splice(Math.floor(random() * (moved.length + 1)), 0, piece ?? 0);
  return {
    order: moved,
    height: height * (1 + (random() * 2 - 1) * NEXT_HEIGHT),
    reach: random() < OTHER_REACH ? (REACHES[Math.floor(random() * REACHES.length)] ?? reach) : reach,
  };
}

const placeOf = ({ turn, minX, minY }: Cells, x: number, y: number, cell: number): LaidShape => ({
  turn,
  x: x * cell - minX,
  y: y * cell - minY,
});
