import { type Block, joinBlocks, pieceBlock } from './block';
import type { Kinds, PieceKind } from './kinds';
import type { LaidPiece } from './tree';

/** How the next piece is chosen: how much its size counts beside the waste it makes, and how much chance. */
export interface Taste {
  readonly size: number;
  readonly chance: number;
}

/** A kind of piece and the places of those still to be laid; shared with the same pieces turned. */
interface Kind extends PieceKind {
  readonly left: number[];
}

interface Choice {
  readonly kind: Kind;
  /** What is beside the piece is cut off with it, along the board; else what is above it, across. */
  readonly rip: boolean;
  readonly score: number;
}

/** So many of the likeliest choices are looked at closely. */
const CLOSELY = 5;
/** Looks at pieces for one step of the search. */
const LOOKS_PER_STEP = 1000;
/** Sorting out so many pieces that are left costs as much as one look. */
const PLACES_PER_LOOK = 4;
/** Choosing costs as much as so many looks, whatever there is to choose from. */
const CHOOSING = 200;
/** Of a place as large as so many pieces, waste is guessed and not looked up. */
const LARGE_PLACE = 2.5;

/** Lays pieces of a list into places, cut edge to edge. */
export class Filler {
  /** The kinds of each group, with their rank by size. */
  private readonly ranked: { readonly kind: PieceKind; readonly rank: number }[][];
  private looks = 0;
  private kinds: Kind[] = [];
  private narrowest = 0;
  private shortest = 0;
  private typicalArea = 0;
  private taste: Taste = { size: 0, chance: 0 };

  constructor(
    private readonly pieces: readonly LaidPiece[],
    private readonly kindsOfAll: Kinds,
    private readonly kerf: number,
    private readonly random: () => number,
  ) {
    this.ranked = Array.from({ length: kindsOfAll.groups }, () => []);
    const bySize = [...kindsOfAll.all].sort((a, b) => b.area - a.area);
    for (const [rank, kind] of bySize.entries()) this.ranked[kind.group]?.push({ kind, rank });
  }

  /** What fits is taken from `left`, places of pieces in the list, for the calls of `fill` that follow. */
  from(left: Iterable<number>, taste: Taste): void {
    const byGroup = new Map<number, number[]>();
    for (const place of left) {
      const group = this.kindsOfAll.groupOf[place] ?? -1;
      const own = byGroup.get(group);
      if (own) own.push(place);
      else byGroup.set(group, [place]);
      this.looks += 1 / PLACES_PER_LOOK;
    }
    this.kinds = [...byGroup]
      .flatMap(([group, own]) =>
        (this.ranked[group] ?? []).map(({ kind, rank }) => ({ rank, kind: { ...kind, left: own } })),
      )
      .sort((a, b) => a.rank - b.rank)
      .map(({ kind }) => kind);
    this.looks += this.kinds.length;
    this.taste = taste;
    const least = (side: (kind: Kind) => number): number =>
      this.kinds.reduce((low, kind) => Math.min(low, side(kind)), Infinity);
    this.shortest = least(({ length }) => length);
    this.narrowest = least(({ width }) => width);
    this.typicalArea = this.kinds.reduce((sum, { area }) => sum + area, 0) / Math.max(1, this.kinds.length);
  }

  /**
   * One piece goes into the corner of a place, what is beside and above it is filled in turn, the smaller first. Of the
   * ways that seem to waste least some are looked at closely. Length and width are of the place and a kerf more; null
   * where no piece fits.
   */
  fill(length: number, width: number): Block | null {
    const chosen = this.choose(length, width);
    const place = chosen?.kind.left.pop();
    const piece = place === undefined ? undefined : this.pieces[place];
    if (!chosen || place === undefined || !piece) return null;
    const { kind, rip } = chosen;
    const corner = pieceBlock(piece, place, this.kerf, kind.turned);
    const [beyond, above] = [length - kind.length, width - kind.width];
    const beside = (): Block | null => this.fillRest(beyond, rip ? kind.width : width);
    const over = (): Block | null => this.fillRest(rip ? length : kind.length, above);
    const besideFirst = beyond * (rip ? kind.width : width) < above * (rip ? length : kind.length);
    const [one, two] = besideFirst ? [beside(), over()] : [over(), beside()];
    const [right, top] = besideFirst ? [one, two] : [two, one];
    return rip
      ? joinBlocks(joinBlocks(corner, right, true), top, false)
      : joinBlocks(joinBlocks(corner, top, false), right, true);
  }

  /** Counts looks that were made elsewhere. */
  countLooks(looks: number): void {
    this.looks += looks;
  }

  /** Steps of the search that its work has taken since it was last asked. */
  takeSteps(): number {
    const steps = this.looks / LOOKS_PER_STEP;
    this.looks = 0;
    return steps;
  }

  private fillRest(length: number, width: number): Block | null {
    return length < this.shortest || width < this.narrowest ? null : this.fill(length, width);
  }

  private choose(length: number, width: number): Choice | null {
    const likely: Choice[] = [];
    this.looks += CHOOSING;
    for (const kind of this.kinds) {
      // Kinds come with the largest first, so none of the rest can do better.
      if (-this.taste.size * kind.area >= (likely[CLOSELY - 1]?.score ?? Infinity)) break;
      this.looks++;
      if (kind.left.length === 0 || kind.length > length || kind.width > width) continue;
      const taste = this.tasteFor(kind);
      const [beyond, above] = [length - kind.length, width - kind.width];
      keepLowest(likely, kind, true, taste + this.guess(beyond, kind.width) + this.guess(length, above));
      keepLowest(likely, kind, false, taste + this.guess(beyond, width) + this.guess(kind.length, above));
    }
    let [best, lowest] = [null as Choice | null, Infinity];
    for (const choice of likely) {
      const { kind, rip } = choice;
      const [beyond, above] = [length - kind.length, width - kind.width];
      const waste = rip
        ? this.waste(beyond, kind.width, kind) + this.waste(length, above, kind)
        : this.waste(beyond, width, kind) + this.waste(kind.length, above, kind);
      const score = this.tasteFor(kind) + waste;
      if (score < lowest) [best, lowest] = [choice, score];
    }
    return best;
  }

  private tasteFor({ area }: Kind): number {
    return this.taste.chance * this.random() * this.typicalArea - this.taste.size * area;
  }

  /** What a place will likely waste: all of it where nothing is so small, and a share that falls with its size. */
  private guess(length: number, width: number): number {
    if (length <= 0 || width <= 0) return 0;
    const area = length * width;
    if (length < this.shortest || width < this.narrowest) return area;
    return area * Math.min(0.6, 0.5 * Math.sqrt(this.typicalArea / area));
  }

  /** What a place wastes with the largest piece in it that fits, other than one of `taken` that is the last of its kind. */
  private waste(length: number, width: number, taken: Kind): number {
    if (length <= 0 || width <= 0) return 0;
    const area = length * width;
    if (length < this.shortest || width < this.narrowest) return area;
    const wasted = area - this.largestFitting(length, width, taken);
    return area > LARGE_PLACE * this.typicalArea ? Math.min(wasted, this.guess(length, width)) : wasted;
  }

  /** Area of the largest piece that fits a place: kinds come with the largest first. */
  private largestFitting(length: number, width: number, taken: Kind): number {
    for (const kind of this.kinds) {
      this.looks++;
      if (kind.length > length || kind.width > width) continue;
      if (kind.left.length > (kind.left === taken.left ? 1 : 0)) return kind.area;
    }
    return 0;
  }
}

/** Puts a choice among the lowest, in order. */
function keepLowest(likely: Choice[], kind: Kind, rip: boolean, score: number): void {
  const last = likely[CLOSELY - 1];
  if (last && last.score <= score) return;
  let i = likely.length;
  while (i > 0 && (likely[i - 1]?.score ?? 0) > score) i--;
  likely.splice(i, 0, { kind, rip, score });
  if (likely.length > CLOSELY) likely.pop();
}
