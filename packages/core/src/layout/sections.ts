import { type Block, piecesOf } from './block';
import { Filler } from './fill';
import { isBatch, kindsOf, leftOf, type Kinds } from './kinds';
import { balancedRips } from './rips';
import type { Search } from './search';
import { Stages } from './stages';
import type { LaidPiece } from './tree';

/** A stretch of a strip from side to side, and how much of it is used. */
interface Section {
  readonly block: Block;
  readonly share: number;
}

interface Sections {
  readonly all: readonly Section[];
  readonly length: number;
}

/** Fills tried for a section when the strip is first laid, and when some of it is laid anew; of batches stages do most. */
const FIRST_TRIES = 12;
const TRIES = 6;
const TRIES_OF_BATCHES = 3;
/** Rolls laid before the best of them is bettered. */
const STARTS = 6;
/** Rounds without a shorter strip after which it is laid anew. */
const PATIENCE = 600;
/** A strip longer by about so much of its bound is still taken, so that the search can leave a dead end. */
const SLACK = 0.001;

/**
 * Lays pieces on a strip section by section, each cut off across and filled on its own; then again and again takes the
 * pieces of some sections, mostly such as waste much, and lays them in other sections, keeping what is hardly worse (ruin
 * and recreate). `width` has a kerf more than the strip. Returns the sections from end to end.
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
      builder.tries,
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
  private readonly kinds: Kinds;
  /** null where hardly any pieces are equal. */
  private readonly stages: Stages | null;

  constructor(
    private readonly pieces: readonly LaidPiece[],
    private readonly width: number,
    private readonly kerf: number,
    private readonly search: Search,
  ) {
    this.kinds = kindsOf(pieces, kerf);
    this.filler = new Filler(pieces, this.kinds, kerf, search.random);
    this.stages = isBatch(this.kinds) ? new Stages(this.kinds, width, this.longestStage()) : null;
  }

  /** No section in stages is longer: what all pieces need and a little more, or a few of the longest piece. */
  private longestStage(): number {
    const { groupOf, all } = this.kinds;
    const longest = all.reduce((most, { length }) => Math.max(most, length), 0);
    const area = groupOf.reduce((sum, group) => sum + (all.find((kind) => kind.group === group)?.area ?? 0), 0);
    return Math.min(LONGEST_STAGE * longest, Math.max(longest, Math.ceil((1.25 * area) / this.width)));
  }

  /** Fills tried for a section that is laid anew. */
  get tries(): number {
    return this.stages ? TRIES_OF_BATCHES : TRIES;
  }

  mayGoOn(): boolean {
    return this.search.spend(this.filler.takeSteps());
  }

  /** Section after section, each the best of some tries, or after some of them one of long rips; null where that is longer than `most`. */
  build(from: readonly number[], tries: number, most: number): Sections | null {
    let [left, length] = [from, 0];
    let closed: Sections | null = null;
    const all: Section[] = [];
    while (left.length > 0) {
      const last = this.stages && this.search.random() < CLOSING ? this.closing(left) : null;
      if (last && length + last.length < (closed?.length ?? most))
        closed = { all: [...all, this.sectionOf(last)], length: length + last.length };
      const section = this.bestSection(left, tries);
      if (!section) return closed;
      all.push(section);
      length += section.block.length;
      if (length >= (closed?.length ?? most)) return closed;
      const laid = new Set(piecesOf(section.block));
      left = left.filter((i) => !laid.has(i));
    }
    return { all, length };
  }

  private bestSection(left: readonly number[], tries: number): Section | null {
    let [best, highest] = [null as Section | null, -1];
    const staged = this.stages && this.search.random() < STAGED ? this.stagedSection(this.stages, left) : null;
    if (staged) [best, highest] = [staged, staged.share + (staged.block.count === left.length ? WHOLE : 0)];
    for (let n = 0; n < tries; n++) {
      const length = this.sectionLength(left);
      const { random } = this.search;
      this.filler.from(left, { size: random(), chance: 0.5 * random() });
      const block = this.filler.fill(length, this.width);
      if (!block) continue;
      const section = this.sectionOf(block);
      const value = section.share + (block.count === left.length ? WHOLE : 0);
      if (value > highest) [best, highest] = [section, value];
    }
    return best;
  }

  private sectionOf(block: Block): Section {
    return { block, share: block.area / (block.length * this.width) };
  }

  /** The best section in stages for values of the pieces that differ by chance: some sizes, and long or short ones, first. */
  private stagedSection(stages: Stages, left: readonly number[]): Section | null {
    const { random } = this.search;
    const longest = left.reduce((most, i) => Math.max(most, (this.pieces[i]?.length ?? 0) + this.kerf), 0);
    const [size, chance] = [0.15 * random(), 0.3 * random()];
    const block = stages.best(leftOf(this.kinds, left), random() < 0.15 ? Infinity : longest * (0.8 + 2 * random()), {
      valueOf: ({ area }) => area ** (1 + size) * (1 + chance * (random() - 0.5)),
      lengths: 10,
      random,
    });
    this.filler.countLooks(stages.takeLooks());
    return block && this.sectionOf(block);
  }

  /** Everything that is left as long rips. */
  private closing(left: readonly number[]): Block | null {
    this.filler.countLooks(left.length * 2);
    return balancedRips(this.kinds, leftOf(this.kinds, left), this.width, this.search.random);
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

/** The last section has no one to leave its pieces to: it may waste so much more. */
const WHOLE = 0.02;
/** Shares of sections that are tried in stages, and of those after which all that is left is tried as long rips. */
const STAGED = 0.5;
const CLOSING = 0.3;
/** Sections in stages are at most as long as so many of the longest piece. */
const LONGEST_STAGE = 6;

/** Sections shorter or longer than these shares of the strip's width are as long as the longest piece instead. */
const SHORTEST = 0.08;
const LONGEST = 0.75;
