import { type Block, piecesOf } from './block';
import { Filler } from './fill';
import type { Search } from './search';
import type { LaidPiece } from './tree';

/** A stretch of a roll from side to side, and how much of it is used. */
interface Section {
  readonly block: Block;
  readonly share: number;
}

interface Sections {
  readonly all: readonly Section[];
  readonly length: number;
}

/** Fills tried for a section when the roll is first laid, and when some of it is laid anew. */
const FIRST_TRIES = 12;
const TRIES = 6;
/** Rolls laid before the best of them is bettered. */
const STARTS = 6;
/** Rounds without a shorter roll after which it is laid anew. */
const PATIENCE = 600;
/** A roll longer by about so much of its bound is still taken, so that the search can leave a dead end. */
const SLACK = 0.001;

/**
 * Lays pieces on a roll section by section, each cut off across and filled on its own; then again and again takes the
 * pieces of some sections, mostly such as waste much, and lays them in other sections, keeping what is hardly worse (ruin
 * and recreate). `width` has a kerf more than the roll. Returns the sections from end to end.
 */
export function layInSections(
  pieces: readonly LaidPiece[],
  width: number,
  kerf: number,
  bound: number,
  search: Search,
): Block[] {
  const builder = new Builder(pieces, width, kerf, search);
  const everything = pieces.map((_piece, i) => i);
  let current = builder.build(everything, FIRST_TRIES, Infinity);
  for (let n = 1; n < STARTS && builder.mayGoOn(); n++) {
    const other = builder.build(everything, FIRST_TRIES, current?.length ?? Infinity);
    if (other) current = other;
  }
  if (!current) throw new RangeError('a section as long as the longest piece takes at least that piece');
  let [best, since] = [current, 0];
  while (best.length > bound && builder.mayGoOn()) {
    if (++since > PATIENCE) {
      current = builder.build(everything, FIRST_TRIES, Infinity) ?? current;
      since = 0;
    }
    const [kept, removed] = parted(current.all, search.random);
    const room = removed.reduce((sum, { block }) => sum + block.length, 0);
    const most = room - SLACK * bound * Math.log(1 - search.random());
    const laid = builder.build(
      removed.flatMap(({ block }) => piecesOf(block)),
      TRIES,
      most,
    );
    if (!laid) continue;
    if (laid.length < room) since = 0;
    current = { all: [...kept, ...laid.all], length: current.length - room + laid.length };
    if (current.length < best.length) best = current;
  }
  return best.all.map(({ block }) => block);
}

/** Two to four sections taken out, those that waste much being likelier. */
function parted(all: readonly Section[], random: () => number): [Section[], Section[]] {
  const count = 2 + Math.floor(random() * 3);
  const sorted = all
    .map((section) => ({ section, rank: section.share + 0.3 * random() }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ section }) => section);
  return [sorted.slice(count), sorted.slice(0, count)];
}

class Builder {
  private readonly filler: Filler;

  constructor(
    private readonly pieces: readonly LaidPiece[],
    private readonly width: number,
    private readonly kerf: number,
    private readonly search: Search,
  ) {
    this.filler = new Filler(pieces, kerf, search.random);
  }

  mayGoOn(): boolean {
    return this.search.spend(this.filler.takeSteps());
  }

  /** Section after section, each the best of some tries; null where that is longer than `most`. */
  build(from: readonly number[], tries: number, most: number): Sections | null {
    let [left, length] = [from, 0];
    const all: Section[] = [];
    while (left.length > 0) {
      const section = this.bestSection(left, tries);
      if (!section) return null;
      all.push(section);
      length += section.block.length;
      if (length >= most) return null;
      const laid = new Set(piecesOf(section.block));
      left = left.filter((i) => !laid.has(i));
    }
    return { all, length };
  }

  private bestSection(left: readonly number[], tries: number): Section | null {
    let [best, highest] = [null as Section | null, -1];
    for (let n = 0; n < tries; n++) {
      const length = this.sectionLength(left);
      const { random } = this.search;
      this.filler.from(left, { size: random(), chance: 0.5 * random() });
      const block = this.filler.fill(length, this.width);
      if (!block) continue;
      const share = block.area / (block.length * this.width);
      // The last section has no one to leave its pieces to.
      const value = share + (block.count === left.length ? 0.02 : 0);
      if (value > highest) [best, highest] = [{ block, share }, value];
    }
    return best;
  }

  /** As long as the longest piece, as another, or as two end to end; where little is left, as long as that needs. */
  private sectionLength(left: readonly number[]): number {
    const { kerf, width } = this;
    const { random } = this.search;
    const lengthOf = (i: number | undefined): number => (this.pieces[i ?? -1]?.length ?? 0) + kerf;
    const any = (): number => lengthOf(left[Math.floor(random() * left.length)]);
    const longest = left.reduce((most, i) => Math.max(most, lengthOf(i)), 0);
    const area = left.reduce((sum, i) => sum + lengthOf(i) * ((this.pieces[i]?.width ?? 0) + kerf), 0);
    if (area < 1.35 * width * longest) return Math.max(longest, Math.ceil(area / width / (0.85 + 0.15 * random())));
    const way = random();
    const length = way < 0.4 ? longest : way < 0.6 ? any() : any() + any();
    return length < SHORTEST * width || (length > LONGEST * width && length > longest) ? longest : length;
  }
}

/** Sections shorter or longer than these shares of the roll's width are as long as the longest piece instead. */
const SHORTEST = 0.08;
const LONGEST = 0.75;
