import type { LinearSolver } from '@rapid-jig/core';
import type { Batch } from './batch-cases';

/** A section of the strip: its length, and how many of each batch are cut from it. */
interface Section {
  readonly length: number;
  readonly counts: readonly number[];
}

/** Rounds after which new sections hardly lower the bound. */
const ROUNDS = 80;
const SECTIONS_PER_ROUND = 5;
/** A section costs less than it saves by more than this, or it is not worth another round. */
const NEAR = 1e-6;

/**
 * The least length of a strip cut edge to edge into sections no longer than `longest`, sections in fractions allowed: column
 * generation with a linear solver; sections are found by dynamic programming over all ways of cutting edge to edge again
 * and again (Gilmore and Gomory 1966). Sizes and lengths in whole cells, kerf taken in. Null where it did not end in time.
 */
export function stageBound(
  batches: readonly Batch[],
  width: number,
  longest: number,
  solver: LinearSolver,
): number | null {
  const sections: Section[] = batches.map((own) => ({
    length: own.length,
    counts: batches.map((batch) => (batch === own ? Math.floor(width / own.width) : 0)),
  }));
  const tables = new CutTables(batches, longest, width);
  for (let round = 0; round < ROUNDS; round++) {
    const answer = solver({
      whole: false,
      columns: sections.map(({ length, counts }) => ({
        cost: length,
        rows: new Map([...counts.entries()].filter(([, count]) => count > 0)),
      })),
      rows: batches.map(({ count }) => ({ sense: '>=', amount: count })),
    });
    if (!answer) throw new Error('each batch has a section of its own, so there is an answer');
    const better = tables.sectionsFor(answer.prices);
    if (better.length === 0) return answer.cost;
    sections.push(...better);
  }
  return null;
}

/** What a rectangle of every size is worth at the most, cut edge to edge, and its first cut. */
class CutTables {
  private readonly lengths: number[];
  private readonly widths: number[];
  private readonly worth: Float64Array;
  /** Below 0: the batch it is a piece of; else where it is cut, crosscuts first. */
  private readonly cut: Int32Array;
  private readonly row: number;

  constructor(
    private readonly batches: readonly Batch[],
    longest: number,
    width: number,
  ) {
    this.lengths = sums(
      batches.map(({ length }) => length),
      longest,
    );
    this.widths = sums(
      batches.map((batch) => batch.width),
      width,
    );
    this.row = this.widths.length;
    this.worth = new Float64Array(this.lengths.length * this.row);
    this.cut = new Int32Array(this.lengths.length * this.row);
  }

  /** Sections that are worth more than their length at these prices, the best for their length first. */
  sectionsFor(prices: readonly number[]): Section[] {
    this.fill(prices);
    const top = this.row - 1;
    return this.lengths
      .map((length, x) => ({ length, x, gain: (this.worth[x * this.row + top] ?? 0) - length }))
      .filter(({ gain }) => gain > NEAR)
      .sort((a, b) => b.gain / b.length - a.gain / a.length)
      .slice(0, SECTIONS_PER_ROUND)
      .map(({ length, x }) => ({ length, counts: this.countsIn(x, top) }));
  }

  private fill(prices: readonly number[]): void {
    const { lengths, widths, worth, cut, row } = this;
    const restX = lengths.map((whole) => lengths.map((part) => floorAt(lengths, whole - part)));
    const restY = widths.map((whole) => widths.map((part) => floorAt(widths, whole - part)));
    for (let x = 1; x < lengths.length; x++) {
      for (let y = 1; y < row; y++) {
        let [most, how] = [0, 0];
        this.batches.forEach(({ length, width }, i) => {
          const fits = length <= (lengths[x] ?? 0) && width <= (widths[y] ?? 0);
          if (fits && (prices[i] ?? 0) > most) [most, how] = [prices[i] ?? 0, -1 - i];
        });
        for (let part = 1; 2 * (lengths[part] ?? Infinity) <= (lengths[x] ?? 0); part++) {
          const sum = (worth[part * row + y] ?? 0) + (worth[(restX[x]?.[part] ?? 0) * row + y] ?? 0);
          if (sum > most + NEAR) [most, how] = [sum, part];
        }
        for (let part = 1; 2 * (widths[part] ?? Infinity) <= (widths[y] ?? 0); part++) {
          const sum = (worth[x * row + part] ?? 0) + (worth[x * row + (restY[y]?.[part] ?? 0)] ?? 0);
          if (sum > most + NEAR) [most, how] = [sum, lengths.length + part];
        }
        worth[x * row + y] = most;
        cut[x * row + y] = how;
      }
    }
  }

  private countsIn(x: number, y: number): number[] {
    const { lengths, widths, row } = this;
    const how = this.cut[x * row + y] ?? 0;
    const none = this.batches.map(() => 0);
    if (how === 0) return none;
    if (how < 0) return none.map((_zero, i) => (i === -1 - how ? 1 : 0));
    const across = how < lengths.length;
    const part = across ? how : how - lengths.length;
    const [one, other] = across
      ? [this.countsIn(part, y), this.countsIn(floorAt(lengths, (lengths[x] ?? 0) - (lengths[part] ?? 0)), y)]
      : [this.countsIn(x, part), this.countsIn(x, floorAt(widths, (widths[y] ?? 0) - (widths[part] ?? 0)))];
    return one.map((count, i) => count + (other[i] ?? 0));
  }
}

/** Everything that the figures add up to, from 0 to `most`. */
function sums(figures: readonly number[], most: number): number[] {
  const known = new Set([0]);
  for (let sum = 1; sum <= most; sum++) if (figures.some((figure) => known.has(sum - figure))) known.add(sum);
  return [...known];
}

/** Place of the largest figure that is no more than `most`; the figures ascend. */
function floorAt(figures: readonly number[], most: number): number {
  let [low, high] = [0, figures.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((figures[middle] ?? 0) <= most) low = middle;
    else high = middle - 1;
  }
  return low;
}
