import { greatestCommonDivisor } from '../units';
import { joinBlocks, type Block } from './block';
import { takePiece, type Kinds, type Left, type PieceKind } from './kinds';

/** Widths and lengths are counted in at most so many cells; sizes are rounded up to whole ones. */
const MOST_CELLS = 400;
/** Rips as wide as so many pieces side by side are tried. */
const SIDE_BY_SIDE = 3;
/** Where more of a kind would be laid than is left, its value is lowered and the section found anew, so many times. */
const CORRECTIONS = 3;
/** So many inner steps of the tables cost as much as one look at a piece. */
const STEPS_PER_LOOK = 2.5;

/** Columns of one kind in a rip, so many pieces side by side in each. */
interface Column {
  readonly kind: PieceKind;
  readonly stacked: number;
}

/** What a kind is in the tables: its sizes in cells, rounded up. */
interface Cells {
  readonly kind: PieceKind;
  readonly length: number;
  readonly width: number;
}

/** Which lengths of section are tried, and what makes one better than another. */
export interface StageTaste {
  /** Value of a piece of each kind. */
  readonly valueOf: (kind: PieceKind) => number;
  /** So many of the lengths that pieces make are looked at, beside the longest allowed, */
  readonly lengths: number;
  /** chosen by numbers in [0, 1). */
  readonly random: () => number;
}

/**
 * Sections of a strip in three stages: cut off across, ripped, and each rip crosscut into columns of equal pieces. For given
 * values of the pieces, tables over widths and lengths tell the best section of every length at once (Gilmore and Gomory
 * 1965), as if there were pieces without end; where there are fewer, their value is lowered until there are enough. So a
 * batch of equal pieces costs no more than one of them. Width and lengths have a kerf taken in.
 */
export class Stages {
  private readonly cells: readonly Cells[];
  private readonly cellLength: number;
  private readonly cellWidth: number;
  /** Widths of rips, in cells. */
  private readonly rips: readonly number[];
  /** For each rip the kinds that it is as wide as, or as several of them side by side. */
  private readonly madeBy: readonly (readonly number[])[];
  /** Widths that rips add up to, in cells, from 0. */
  private readonly sums: readonly number[];
  /** For each of them and each rip, which sum it is without the rip; -1 where it is none. */
  private readonly without: Int16Array;
  /** Lengths that one kind makes end to end, or two kinds, in cells. */
  private readonly lengths: readonly number[];
  private readonly mostLength: number;
  private steps = 0;

  constructor(kinds: Kinds, width: number, longest: number) {
    const { all } = kinds;
    this.cellLength = cellOf(
      all.map(({ length }) => length),
      longest,
    );
    this.cellWidth = cellOf(
      all.map((kind) => kind.width),
      width,
    );
    this.mostLength = Math.floor(longest / this.cellLength);
    const mostWidth = Math.floor(width / this.cellWidth);
    this.cells = all.map((kind) => ({
      kind,
      length: Math.ceil(kind.length / this.cellLength),
      width: Math.ceil(kind.width / this.cellWidth),
    }));
    this.rips = ascending(this.cells.flatMap((one) => multiples(one.width, mostWidth).slice(0, SIDE_BY_SIDE)));
    this.madeBy = this.rips.map((rip) => this.cells.flatMap(({ width }, k) => (rip % width === 0 ? [k] : [])));
    this.sums = sumsOf(this.rips, mostWidth);
    const at = new Map(this.sums.map((sum, i) => [sum, i]));
    this.without = Int16Array.from(this.sums.flatMap((sum) => this.rips.map((rip) => at.get(sum - rip) ?? -1)));
    const own = this.cells.map(({ length }) => length);
    const pairs = own.flatMap((a) => own.map((b) => a + b)).filter((sum) => sum <= this.mostLength);
    this.lengths = ascending([...own.flatMap((one) => multiples(one, this.mostLength)), ...pairs]);
  }

  /** Looks at pieces that its work comes to since it was last asked. */
  takeLooks(): number {
    const looks = this.steps / STEPS_PER_LOOK;
    this.steps = 0;
    return looks;
  }

  /** The section that is worth most for its length, no longer than `longest`; what it lays is taken from `left`. */
  best(left: Left, longest: number, { valueOf, lengths: wanted, random }: StageTaste): Block | null {
    const countOf = ({ group }: PieceKind): number => left[group]?.length ?? 0;
    const most = Math.min(this.mostLength, Math.floor(longest / this.cellLength));
    const able = this.lengths.filter((length) => length <= most);
    const share = wanted / Math.max(1, able.length);
    const lengths = [...able.filter((length) => length < most && random() < share), most];
    const values = this.cells.map(({ kind }) => (countOf(kind) > 0 ? valueOf(kind) : 0));
    let best: { readonly section: Column[][]; readonly worth: number } | null = null;
    for (let round = 0; round < CORRECTIONS; round++) {
      const section = this.sectionFor(values, lengths);
      if (!section) break;
      const taken = countsIn(section);
      const worth = [...taken].reduce((sum, [kind, n]) => sum + Math.min(n, countOf(kind)) * valueOf(kind), 0);
      const length = section.reduce((long, rip) => Math.max(long, lengthOf(rip)), 0);
      if (!best || worth / length > best.worth) best = { section, worth: worth / length };
      const scarce = this.cells.map(({ kind }) => Math.min(1, countOf(kind) / (taken.get(kind) ?? 1)));
      if (scarce.every((share) => share === 1)) break;
      scarce.forEach((share, k) => (values[k] = (values[k] ?? 0) * share));
    }
    return best && blockOf(best.section, left);
  }

  private sectionFor(values: readonly number[], lengths: readonly number[]): Column[][] | null {
    const longest = lengths[lengths.length - 1] ?? 0;
    const isUsed = this.madeBy.map((kinds) => kinds.some((k) => (values[k] ?? 0) > 0));
    const rows = this.rips.map((rip, i) => (isUsed[i] ? this.rowOf(rip, values, longest) : NO_ROW));
    const choice = this.bestLength(
      rows.map(({ worth }) => worth),
      lengths,
      isUsed,
    );
    return choice && choice.rips.map((rip) => this.columnsIn(rip, choice.length, (rows[rip] ?? NO_ROW).last));
  }

  /** For a rip of this width and every length, what its columns are worth at the most, and the kind of the last one. */
  private rowOf(
    rip: number,
    values: readonly number[],
    longest: number,
  ): { readonly worth: Float64Array; readonly last: Int16Array } {
    const worth = new Float64Array(longest + 1);
    const last = new Int16Array(longest + 1).fill(-1);
    const able = this.cells.flatMap(({ length, width }, k) => {
      const value = Math.floor(rip / width) * (values[k] ?? 0);
      return value > 0 ? [{ k, length, value }] : [];
    });
    for (let x = 1; x <= longest; x++) {
      let most = worth[x - 1] ?? 0;
      let kind = -1;
      for (const { k, length, value } of able) {
        const sum = length > x ? 0 : (worth[x - length] ?? 0) + value;
        if (sum > most) {
          most = sum;
          kind = k;
        }
      }
      worth[x] = most;
      last[x] = kind;
    }
    this.steps += longest * (1 + able.length);
    return { worth, last };
  }

  /** The length whose rips together are worth most for it, and those rips. */
  private bestLength(
    worths: readonly Float64Array[],
    lengths: readonly number[],
    isUsed: readonly boolean[],
  ): { readonly length: number; readonly rips: number[] } | null {
    const { sums, without } = this;
    const own = new Float64Array(worths.length);
    const worth = new Float64Array(sums.length);
    const last = new Int16Array(sums.length);
    const able = this.rips.flatMap((_width, rip) => (isUsed[rip] ? [rip] : []));
    let [top, best] = [0, null as { readonly length: number; readonly rips: number[] } | null];
    for (const length of lengths) {
      worths.forEach((row, rip) => (own[rip] = row[length] ?? 0));
      let high = 0;
      for (let i = 1, row = own.length; i < sums.length; i++, row += own.length) {
        let most = 0;
        let chosen = -1;
        for (const rip of able) {
          const from = without[row + rip] ?? -1;
          const sum = from < 0 ? 0 : (worth[from] ?? 0) + (own[rip] ?? 0);
          if (sum > most) {
            most = sum;
            chosen = rip;
          }
        }
        worth[i] = most;
        last[i] = chosen;
        if (most > (worth[high] ?? 0)) high = i;
      }
      this.steps += sums.length * (1 + able.length);
      const perLength = (worth[high] ?? 0) / length;
      if (perLength > top) [top, best] = [perLength, { length, rips: this.ripsOf(high, last) }];
    }
    return best;
  }

  private ripsOf(sum: number, last: Int16Array): number[] {
    const rips: number[] = [];
    for (let i = sum; i > 0;) {
      const rip = last[i] ?? -1;
      if (rip < 0) break;
      rips.push(rip);
      i = this.without[i * this.rips.length + rip] ?? 0;
    }
    return rips;
  }

  private columnsIn(rip: number, length: number, last: Int16Array): Column[] {
    const columns: Column[] = [];
    for (let x = length; x > 0;) {
      const cell = this.cells[last[x] ?? -1];
      if (cell) columns.push({ kind: cell.kind, stacked: Math.floor((this.rips[rip] ?? 0) / cell.width) });
      x -= cell?.length ?? 1;
    }
    return columns;
  }
}

const NO_ROW = { worth: new Float64Array(0), last: new Int16Array(0) };

/** The cell of which all sizes are multiples, or one so large that there are not too many of them. */
function cellOf(sizes: readonly number[], most: number): number {
  const exact = sizes.reduce((common, size) => greatestCommonDivisor(common, size), 0);
  return exact > 0 && most / exact <= MOST_CELLS ? exact : Math.ceil(most / MOST_CELLS);
}

const ascending = (figures: readonly number[]): number[] => [...new Set(figures)].sort((a, b) => a - b);

const multiples = (one: number, most: number): number[] =>
  Array.from({ length: Math.floor(most / one) }, (_none, i) => (i + 1) * one);

/** Everything that the figures add up to, each as often as wanted, from 0 to `most`. */
function sumsOf(figures: readonly number[], most: number): number[] {
  const sums = [0];
  const known = new Set(sums);
  for (let sum = 1; sum <= most; sum++) {
    if (!figures.some((figure) => known.has(sum - figure))) continue;
    known.add(sum);
    sums.push(sum);
  }
  return sums;
}

function countsIn(section: readonly Column[][]): Map<PieceKind, number> {
  const counts = new Map<PieceKind, number>();
  for (const { kind, stacked } of section.flat()) counts.set(kind, (counts.get(kind) ?? 0) + stacked);
  return counts;
}

const lengthOf = (rip: readonly Column[]): number => rip.reduce((sum, { kind }) => sum + kind.length, 0);

/** The section from the pieces that are left; where they run out, columns stay lower or are left out. */
function blockOf(section: readonly Column[][], left: Left): Block | null {
  return joined(
    section.map((rip) =>
      joined(
        rip.map(({ kind, stacked }) =>
          joined(
            Array.from({ length: stacked }, () => takePiece(left, kind)),
            false,
          ),
        ),
        true,
      ),
    ),
    false,
  );
}

/** Blocks joined one to the next; those that are missing are passed over. */
export const joined = (blocks: readonly (Block | null)[], along: boolean): Block | null =>
  blocks.reduce((whole, block) => (whole && block ? joinBlocks(whole, block, along) : (whole ?? block)), null);
