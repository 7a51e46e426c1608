import { boxAround, offsetRings, type Point } from '../geometry';
import type { Search } from './search';

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
/** Where a piece shall end, weighed: the whole of its length counts, or a half of it and more of where it begins. */
const WEIGHTS = [0.75, 1, 0.5];
/** The search goes on from what is worse by up to this share, and comes back to the best after so many tries. */
const WORSE = 0.01;
const BACK_TO_BEST = 25;
/** How often another weight is tried. */
const OTHER_WEIGHT = 0.2;
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

/** How a strip is filled. */
interface Manner {
  readonly order: readonly number[];
  readonly height: number;
  readonly weight: number;
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
  let now: Tried = { manner: { order, height: side, weight: 1 }, area: Infinity };
  for (const weight of WEIGHTS)
    for (const share of HEIGHTS) if (goesOn) tryOne({ order, weight, height: side * share });
  for (let n = 0; goesOn && pieces.length > 1; n++) {
    if (n % BACK_TO_BEST === 0) now = tried[Math.floor(random() * tried.length)] ?? now;
    const manner = changed(now.manner, random);
    const area = tryOne(manner);
    if (area <= now.area * (1 + WORSE)) now = { manner, area };
  }
  return tried.map(({ manner }) => manner);
}

/** The same with one piece earlier or later, a little more or less height, and now and then another weight. */
function changed({ order, height, weight }: Manner, random: () => number): Manner {
  const moved = [...order];
  const [piece] = moved.splice(Math.floor(random() * moved.length), 1);
  moved.splice(Math.floor(random() * (moved.length + 1)), 0, piece ?? 0);
  return {
    order: moved,
    height: height * (1 + (random() * 2 - 1) * NEXT_HEIGHT),
    weight: random() < OTHER_WEIGHT ? (WEIGHTS[Math.floor(random() * WEIGHTS.length)] ?? 1) : weight,
  };
}

/** Cells of a column that belong together, from the bottom. */
type Run = readonly [from: number, to: number];

/** A piece in one of its turns as cells: for each column from the left the runs of its cells. */
interface Cells {
  readonly turn: number;
  /** Of the lower left corner of its cells, mm, in the frame of the turned outline. */
  readonly minX: number;
  readonly minY: number;
  readonly width: number;
  readonly height: number;
  readonly runs: readonly (readonly Run[])[];
  /** The longest run of each column. */
  readonly longest: readonly number[];
  /** Columns, those with the longest runs first: they are the likeliest to meet something. */
  readonly tallest: readonly number[];
  readonly count: number;
}

function cellsOf(outline: readonly Point[], turn: number, grown: number, cell: number): Cells {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const turned = outline.map(({ x, y }) => ({ x: x * cos - y * sin, y: x * sin + y * cos }));
  const [ring = turned] = offsetRings([turned], grown);
  const { minX, maxX, minY, maxY } = boxAround(ring);
  const runs = Array.from({ length: Math.ceil((maxX - minX) / cell) }, (_column, i) =>
    runsAt(minX + (i + 0.5) * cell, ring, minY, cell),
  );
  const longest = runs.map((own) => own.reduce((most, [from, to]) => Math.max(most, to - from), 0));
  const tallest = runs.map((_run, k) => k).sort((a, b) => (longest[b] ?? 0) - (longest[a] ?? 0));
  const count = runs.flat().reduce((sum, [from, to]) => sum + to - from, 0);
  const height = Math.ceil((maxY - minY) / cell);
  return { turn, minX, minY, width: runs.length, height, runs, longest, tallest, count };
}

/** The cells of one column whose middle lies within a ring. */
function runsAt(x: number, ring: readonly Point[], minY: number, cell: number): Run[] {
  const meets: number[] = [];
  let before = ring[ring.length - 1];
  for (const point of ring) {
    if (before && point.x > x !== before.x > x)
      meets.push(before.y + ((x - before.x) * (point.y - before.y)) / (point.x - before.x));
    before = point;
  }
  meets.sort((a, b) => a - b);
  const cellAt = (y: number): number => Math.ceil((y - minY) / cell - 0.5);
  const runs: Run[] = [];
  for (let i = 0; i + 1 < meets.length; i += 2) {
    const [from, to] = [cellAt(meets[i] ?? 0), cellAt(meets[i + 1] ?? 0)];
    if (to > from) runs.push([from, to]);
  }
  return runs;
}

interface Place {
  readonly cells: Cells;
  readonly x: number;
  readonly y: number;
  /** What the places of a piece are compared by: less is better. */
  readonly end: number;
}

interface Filled {
  readonly places: readonly Place[];
  /** In cells. */
  readonly width: number;
  readonly height: number;
  /** Places that were looked at. */
  readonly looked: number;
}

/** A column of the strip: the runs that are taken, merged and in order, and the longest that is free. */
interface Column {
  readonly runs: readonly Run[];
  readonly longestFree: number;
}

/** Lays all pieces in a strip. */
function fillStrip(pieces: readonly (readonly Cells[])[], { order, height, weight }: Manner): Filled {
  const strip: Column[] = [];
  const places: Place[] = [];
  // Each piece is one at the least, so that a search ends however soon it finds its places.
  let looked = order.length;
  for (const i of order) {
    let best: Place | null = null;
    for (const cells of pieces[i] ?? []) {
      const most: number = best?.end ?? Infinity;
      const found: Found = lowestLeft(cells, strip, height, weight, most);
      looked += found.looked;
      if (found.at) best = { cells, ...found.at };
    }
    if (!best) throw new RangeError('a strip has room for every piece in one of its turns');
    const { cells, x, y } = best;
    cells.runs.forEach((runs, k) => {
      if (runs.length > 0) strip[x + k] = withRuns(strip[x + k]?.runs ?? [], runs, y, height);
    });
    places[i] = best;
  }
  return {
    places,
    width: places.reduce((most, { cells, x }) => Math.max(most, x + cells.width), 0),
    height: places.reduce((most, { cells, y }) => Math.max(most, y + cells.height), 0),
    looked,
  };
}

function withRuns(taken: readonly Run[], more: readonly Run[], y: number, height: number): Column {
  const all = [...taken, ...more.map(([from, to]): Run => [from + y, to + y])].sort(([a], [b]) => a - b);
  const runs: Run[] = [];
  for (const [from, to] of all) {
    const last = runs[runs.length - 1];
    if (last && last[1] >= from) runs[runs.length - 1] = [last[0], Math.max(last[1], to)];
    else runs.push([from, to]);
  }
  const gaps = runs.map(([, to], i) => (runs[i + 1]?.[0] ?? height) - to);
  return { runs, longestFree: Math.max(runs[0]?.[0] ?? height, ...gaps) };
}

interface Found {
  readonly at: Pick<Place, 'x' | 'y' | 'end'> | null;
  readonly looked: number;
}

/** Columns that are looked at before the others: where one has no room at all, the rest need not be asked. */
const ASKED_FIRST = 4;

/** The leftmost place where a piece meets nothing, the lowest there; none where it would be no better than `most`. */
function lowestLeft(cells: Cells, strip: readonly Column[], height: number, weight: number, most: number): Found {
  const { width, longest, tallest } = cells;
  const room = height - cells.height;
  if (room < 0) return { at: null, looked: 0 };
  const first = [...tallest.slice(0, 1), ...[1, 2, 3].map((part) => Math.floor((part * width) / ASKED_FIRST))];
  const taken = new Uint32Array(Math.ceil(height / WORD));
  for (let x = 0; ; x++) {
    const end = x + weight * width;
    if (end >= most) return { at: null, looked: x };
    if (first.some((k) => (strip[x + k]?.longestFree ?? Infinity) < (longest[k] ?? 0))) continue;
    const y = lowestAt(cells, x, strip, room, taken);
    if (y !== null) return { at: { x, y, end }, looked: x };
  }
}

/** The lowest place at `x` where a piece meets nothing; null where there is none up to `room`. */
function lowestAt(
  { runs, tallest }: Cells,
  x: number,
  strip: readonly Column[],
  room: number,
  taken: Uint32Array,
): number | null {
  taken.fill(0);
  setBits(taken, room + 1, taken.length * WORD);
  let asked = 0;
  for (const k of tallest) {
    const column = strip[x + k];
    if (!column) continue;
    const own = runs[k] ?? [];
    // Lying from y up, a run meets another where neither ends before the other begins.
    for (const [low, high] of column.runs) for (const [from, to] of own) setBits(taken, low - to + 1, high - from);
    if (asked++ % ASKED_FIRST === 0 && isFull(taken)) return null;
  }
  return firstFree(taken);
}

/** Bits of a set of places, the lowest first. */
const WORD = 32;
const FULL = 0xffffffff;

function isFull(bits: Uint32Array): boolean {
  for (const word of bits) if (word !== FULL) return false;
  return true;
}

function setBits(bits: Uint32Array, from: number, to: number): void {
  const low = from < 0 ? 0 : from;
  const high = (to < bits.length * WORD ? to : bits.length * WORD) - 1;
  if (low > high) return;
  const [first, last] = [low >>> 5, high >>> 5];
  for (let i = first; i <= last; i++) {
    const above = i === first ? FULL << (low & 31) : FULL;
    const below = i === last ? FULL >>> (31 - (high & 31)) : FULL;
    bits[i] = (bits[i] ?? 0) | (above & below);
  }
}

function firstFree(bits: Uint32Array): number | null {
  for (let i = 0; i < bits.length; i++) {
    const free = ~(bits[i] ?? 0);
    if (free !== 0) return i * WORD + 31 - Math.clz32(free & -free);
  }
  return null;
}

const placeOf = ({ turn, minX, minY }: Cells, x: number, y: number, cell: number): LaidShape => ({
  turn,
  x: x * cell - minX,
  y: y * cell - minY,
});
