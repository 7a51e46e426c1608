import type { Cells } from './cells';

/** A rectangle of cells. */
export interface Room {
  readonly width: number;
  readonly height: number;
}

/** A piece where it lies in a room. */
export interface Lying {
  readonly cells: Cells;
  readonly x: number;
  readonly y: number;
}

/** How much a piece would lie on others, wherever it is put in a room. */
export interface CoverField {
  /** Takes in other pieces anew, each cell of one as many times as it weighs. */
  fill(others: Iterable<Lying & { readonly weight: number }>): void;
  /** What cells of others weigh that a piece put there lies on; once that is `most` or more, it is not counted to its end. */
  coveredAt(cells: Cells, x: number, y: number, most: number): number;
}

/** Values of a run in a row. */
const RUN = 3;

/**
 * A field for one room, used again for each piece. Each column is summed up from its foot, so that a run of a piece costs one
 * difference however long it is; in a plain form each of its cells would be looked up. A column has two values more than cells.
 */
export function coverField({ width, height }: Room): CoverField {
  const column = height + 2;
  const [steps, sums] = [new Float64Array(width * column), new Float64Array(width * column)];
  return {
    fill(others) {
      steps.fill(0);
      for (const { cells, x, y, weight } of others) {
        const { inRow } = cells;
        for (let n = 0; n < inRow.length; n += RUN) {
          const foot = (x + (inRow[n] ?? 0)) * column + y;
          const [from, to] = [foot + (inRow[n + 1] ?? 0), foot + (inRow[n + 2] ?? 0)];
          steps[from] = (steps[from] ?? 0) + weight;
          steps[to] = (steps[to] ?? 0) - weight;
        }
      }
      for (let x = 0; x < width; x++) {
        let [weight, sum] = [0, 0];
        for (let y = 0, at = x * column; y <= height; y++, at++) {
          sums[at] = sum;
          weight += steps[at] ?? 0;
          sum += weight;
        }
      }
    },
    coveredAt({ inRow }, x, y, most) {
      let covered = 0;
      for (let n = 0; n < inRow.length; n += RUN) {
        const foot = (x + (inRow[n] ?? 0)) * column + y;
        covered += (sums[foot + (inRow[n + 2] ?? 0)] ?? 0) - (sums[foot + (inRow[n + 1] ?? 0)] ?? 0);
        if (covered >= most) return covered;
      }
      return covered;
    },
  };
}
