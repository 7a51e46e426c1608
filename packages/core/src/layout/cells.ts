import { boxAround, offsetRings, type Point } from '../geometry';

/** Cells of a column that belong together, from the bottom. */
export type Run = readonly [from: number, to: number];

/** A piece in one of its turns as cells: for each column from the left the runs of its cells. */
export interface Cells {
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
  /** The same runs in a row, three values each: the column, from, to. */
  readonly inRow: Int32Array;
  /** Of all its cells the mean column. */
  readonly middle: number;
}

/** A piece turned and grown by so many mm, cut into cells of that side: those whose middle lies in it. */
export function cellsOf(outline: readonly Point[], turn: number, grown: number, cell: number): Cells {
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
  const middle =
    runs.reduce((sum, own, k) => sum + (k + 0.5) * own.reduce((n, [from, to]) => n + to - from, 0), 0) / count;
  const inRow = Int32Array.from(runs.flatMap((own, k) => own.flatMap((run) => [k, ...run])));
  return { inRow, middle, turn, minX, minY, width: runs.length, height, runs, longest, tallest, count };
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
