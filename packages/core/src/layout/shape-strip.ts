import type { Cells, Run } from './cells';

/** A piece as it lies in a strip, in cells. */
export interface Place {
  readonly cells: Cells;
  readonly x: number;
  readonly y: number;
  /** How far it reaches: less is better. */
  readonly end: number;
}

/** A strip that is filled. */
export interface Filled {
  readonly places: readonly Place[];
  /** In cells. */
  readonly width: number;
  readonly height: number;
}

/** A column of the strip: the runs that are taken, merged and in order, and the longest that is free. */
interface Column {
  readonly runs: readonly Run[];
  readonly longestFree: number;
}

/** Lays all pieces in a strip of so many cells, in that order: each where its cells reach least far in the mean, and the lowest there. */
export function fillStrip(pieces: readonly (readonly Cells[])[], order: readonly number[], height: number): Filled {
  const strip: Column[] = [];
  const places: Place[] = [];
  for (const i of order) {
    let best: Place | null = null;
    for (const cells of pieces[i] ?? []) {
      const most: number = best?.end ?? Infinity;
      const found: Omit<Place, 'cells'> | null = lowestLeft(cells, strip, height, most);
      if (found) best = { cells, ...found };
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

/** Columns that are looked at before the others: where one has no room at all, the rest need not be asked. */
const ASKED_FIRST = 4;

/** The leftmost place where a piece meets nothing, the lowest there; none where it would be no better than `most`. */
function lowestLeft(cells: Cells, strip: readonly Column[], height: number, most: number): Omit<Place, 'cells'> | null {
  const { width, middle, longest, tallest } = cells;
  const room = height - cells.height;
  if (room < 0) return null;
  const first = [...tallest.slice(0, 1), ...[1, 2, 3].map((part) => Math.floor((part * width) / ASKED_FIRST))];
  const taken = new Uint32Array(Math.ceil(height / WORD));
  for (let x = 0; ; x++) {
    const end = x + middle;
    if (end >= most) return null;
    if (first.some((k) => (strip[x + k]?.longestFree ?? Infinity) < (longest[k] ?? 0))) continue;
    const y = lowestAt(cells, x, strip, room, taken);
    if (y !== null) return { x, y, end };
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
