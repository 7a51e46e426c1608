import type { Search } from './search';
import { cutOff, restNode, type CutTree, type LaidPiece } from './tree';

/**
 * A piece, or two blocks side by side, with the kerf beyond its length and width taken in: then sizes add up, and a
 * strip that is wider by one kerf holds what the real one holds.
 */
interface Block {
  readonly length: number;
  readonly width: number;
  /** The width it takes up: all of the strip where what is left beside it is too narrow for any piece. */
  readonly taken: number;
  /** Of its pieces and their kerfs. */
  readonly area: number;
  readonly pieces: number;
  readonly piece: number;
  readonly joined: Joined | null;
}

interface Joined {
  readonly first: Block;
  readonly second: Block;
  /** End to end along the strip, or side by side across it. */
  readonly along: boolean;
}

interface Strip {
  readonly width: number;
  readonly narrowest: number;
  /** Area of all pieces: what waste is held against. */
  readonly area: number;
  /** No block is longer: a little more than all pieces need. */
  readonly longest: number;
}

/** A strip cut edge to edge, and the least length any layout could need. */
export interface StripLayout {
  readonly tree: CutTree;
  readonly length: number;
  /** By area, each piece with its kerf; and by the longest piece. */
  readonly bound: number;
}

/** Sides that differ by less than this share of the strip's width are joined as the same; each tried with its share of the steps. */
const TRIES = [
  { tolerance: 0, share: 0.64 },
  { tolerance: 0.006, share: 0.18 },
  { tolerance: 0.012, share: 0.18 },
] as const;
/** Of the steps so much goes into joining, the rest into putting together what was joined. */
const JOINING = 0.75;

/**
 * Lays pieces on a strip of the given width, grain kept, so that it is cut edge to edge and takes little length.
 * Pieces whose sides agree within a tolerance are joined into blocks from below (after Wang 1983), blocks into larger
 * ones; then again and again some blocks are taken apart and joined otherwise, and what is not worse is kept (ruin and
 * recreate, Schrimpf and others 2000). The same pieces, seed and steps give the same layout. Null where a piece is wider
 * than the strip.
 */
export function layOnStrip(
  pieces: readonly LaidPiece[],
  width: number,
  kerf: number,
  search: Search,
  steps: number,
): StripLayout | null {
  if (pieces.length === 0 || pieces.some((piece) => piece.width > width)) return null;
  const strip = stripOf(pieces, width, kerf);
  const leaves = pieces.map((piece, i): Block => leaf(piece, i, kerf, strip));
  const bound = stripBound(pieces, width, kerf);
  let best: Block | null = null;
  for (const { tolerance, share } of TRIES) {
    const part = { ...search, spend: limited(search, share * steps) };
    const joining = { ...part, spend: limited(part, JOINING * share * steps) };
    const roots = joinUp(leaves, tolerance * width, strip, joining);
    const whole = putTogether(roots, strip, part, bound + kerf);
    if (!best || whole.length < best.length) best = whole;
    if (best.length - kerf <= bound) break;
  }
  if (!best) return null;
  const length = best.length - kerf;
  return { tree: treeOf(best, { x: 0, y: 0, length, width }, kerf, pieces), length, bound };
}

/** The least length of a strip that could hold the pieces with a kerf beside each. */
export function stripBound(pieces: readonly LaidPiece[], width: number, kerf: number): number {
  const area = pieces.reduce((sum, piece) => sum + (piece.length + kerf) * (piece.width + kerf), 0);
  const longest = pieces.reduce((most, piece) => Math.max(most, piece.length), 0);
  return Math.max(longest, Math.ceil(area / (width + kerf)) - kerf);
}

/** Steps taken from a search until a share of them is used up. */
function limited(search: Search, steps: number): Search['spend'] {
  let left = steps;
  return (taken) => {
    left -= taken;
    return left > 0 && search.spend(taken);
  };
}

function stripOf(pieces: readonly LaidPiece[], width: number, kerf: number): Strip {
  const area = pieces.reduce((sum, piece) => sum + (piece.length + kerf) * (piece.width + kerf), 0);
  const longest = pieces.reduce((most, piece) => Math.max(most, piece.length), 0) + kerf;
  return {
    width: width + kerf,
    narrowest: pieces.reduce((least, piece) => Math.min(least, piece.width), Infinity) + kerf,
    area,
    longest: Math.max(longest, (1.02 * area) / (width + kerf)),
  };
}

const takenWidth = (width: number, strip: Strip): number =>
  strip.width - width < strip.narrowest ? strip.width : width;

function leaf(piece: LaidPiece, place: number, kerf: number, strip: Strip): Block {
  const [length, width] = [piece.length + kerf, piece.width + kerf];
  return {
    length,
    width,
    taken: takenWidth(width, strip),
    area: length * width,
    pieces: 1,
    piece: place,
    joined: null,
  };
}

/** Two blocks as one, or null where that is wider or longer than may be. */
function join(first: Block, second: Block, along: boolean, strip: Strip): Block | null {
  const length = along ? first.length + second.length : Math.max(first.length, second.length);
  const width = along ? Math.max(first.width, second.width) : first.width + second.width;
  if (width > strip.width) return null;
  const taken = along ? Math.max(first.taken, second.taken) : takenWidth(width, strip);
  const [area, pieces] = [first.area + second.area, first.pieces + second.pieces];
  return { length, width, taken, area, pieces, piece: -1, joined: { first, second, along } };
}

const wasteOf = (block: Block): number => block.length * block.taken - block.area;

/** Blocks by one of their sides, within the tolerance, and the groups in which two or more agree. */
class Sides {
  private readonly groups = new Map<number, Block[]>();
  readonly agreeing = new Set<Block[]>();

  constructor(
    private readonly tolerance: number,
    private readonly side: (block: Block) => number,
  ) {}

  private keyOf(side: number): number {
    return this.tolerance === 0 ? side : Math.round(side / this.tolerance);
  }
  has(side: number): boolean {
    return (this.groups.get(this.keyOf(side))?.length ?? 0) > 0;
  }
  add(block: Block): void {
    const key = this.keyOf(this.side(block));
    const group = this.groups.get(key) ?? [];
    group.push(block);
    this.groups.set(key, group);
    if (group.length > 1) this.agreeing.add(group);
  }
  remove(block: Block): void {
    const group = this.groups.get(this.keyOf(this.side(block))) ?? [];
    group.splice(group.indexOf(block), 1);
    if (group.length < 2) this.agreeing.delete(group);
  }
}

/** A join that wastes more than this share of the block is not made while sides are matched. */
const MOST_WASTE = 0.06;

/** Joins blocks whose sides agree until none do. Small joins go first, and such that agree with a third block. */
function joinAgreeing(roots: readonly Block[], tolerance: number, strip: Strip, search: Search): Block[] {
  const left = new Set(roots);
  const [widths, lengths] = [new Sides(tolerance, ({ taken }) => taken), new Sides(tolerance, ({ length }) => length)];
  for (const block of roots) {
    widths.add(block);
    lengths.add(block);
  }
  for (;;) {
    const best = bestJoin(widths, lengths, strip, search.random);
    if (!best?.joined) return [...left];
    for (const block of [best.joined.first, best.joined.second]) {
      left.delete(block);
      widths.remove(block);
      lengths.remove(block);
    }
    left.add(best);
    widths.add(best);
    lengths.add(best);
  }
}

function bestJoin(widths: Sides, lengths: Sides, strip: Strip, random: () => number): Block | null {
  let [first, second, isAlong, lowest] = [null as Block | null, null as Block | null, true, Infinity];
  // Sizes are worked out here and not by `join`: this loop is most of the search, and blocks for every pair cost three times as much.
  const consider = (groups: ReadonlySet<Block[]>, along: boolean): void => {
    for (const group of groups) {
      for (let i = 0; i < group.length; i++) {
        for (let j = i + 1; j < group.length; j++) {
          const [a, b] = [group[i], group[j]];
          if (!a || !b) continue;
          const length = along ? a.length + b.length : Math.max(a.length, b.length);
          const width = along ? Math.max(a.width, b.width) : a.width + b.width;
          if (width > strip.width || length > strip.longest) continue;
          const taken = along ? Math.max(a.taken, b.taken) : takenWidth(width, strip);
          const size = length * taken;
          const waste = (size - a.area - b.area) / size;
          if (waste > MOST_WASTE) continue;
          const agrees = (widths.has(taken) ? 1 : 0) + (lengths.has(length) ? 1 : 0) + (taken === strip.width ? 1 : 0);
          const score = size / strip.area - 0.3 * agrees + 0.5 * random() + 8 * waste;
          if (score < lowest) [first, second, isAlong, lowest] = [a, b, along, score];
        }
      }
    }
  };
  consider(widths.agreeing, true);
  consider(lengths.agreeing, false);
  return first && second && join(first, second, isAlong, strip);
}

/** Few blocks with little waste in them. */
const costOf = (roots: readonly Block[], strip: Strip): number =>
  roots.reduce((sum, block) => sum + 0.02 + (3 * wasteOf(block)) / strip.area, 0);

/** Rounds without a better answer after which the search begins anew. */
const PATIENCE = 1200;

/** Joins what agrees, and takes some of it apart again, as long as there are steps. */
function joinUp(leaves: readonly Block[], tolerance: number, strip: Strip, search: Search): Block[] {
  let best = joinAgreeing(leaves, tolerance, strip, search);
  let least = costOf(best, strip);
  let [roots, cost, since] = [best, least, 0];
  while (best.length > 1 && search.spend(roots.length)) {
    if (++since > PATIENCE) {
      roots = joinAgreeing(leaves, tolerance, strip, search);
      [cost, since] = [costOf(roots, strip), 0];
    }
    const next = joinAgreeing(takenApart(roots, search.random), tolerance, strip, search);
    const nextCost = costOf(next, strip);
    if (nextCost < cost) since = 0;
    if (nextCost <= cost || search.random() < 0.01) [roots, cost] = [next, nextCost];
    if (nextCost < least) [best, least] = [next, nextCost];
  }
  return best;
}

/** Some of the blocks taken apart: down to their pieces, or a few joins deep. */
function takenApart(roots: readonly Block[], random: () => number): Block[] {
  const chosen = new Set<number>();
  const count = 1 + Math.floor(random() * Math.min(6, roots.length));
  while (chosen.size < count) chosen.add(Math.floor(random() * roots.length));
  return roots.flatMap((block, i) => {
    if (!chosen.has(i)) return [block];
    const depth = random() < 0.5 && block.pieces < 40 ? Infinity : 1 + Math.floor(random() * 3);
    return partsOf(block, depth);
  });
}

function partsOf(block: Block, depth: number): Block[] {
  if (!block.joined || depth === 0) return [block];
  return [...partsOf(block.joined.first, depth - 1), ...partsOf(block.joined.second, depth - 1)];
}

/** How waste, size and chance weigh in choosing the next two to put together. */
interface Weights {
  readonly waste: number;
  readonly size: number;
  readonly chance: number;
}

/** Puts all blocks together into one, and takes its upper joins apart again and again. */
function putTogether(roots: readonly Block[], strip: Strip, search: Search, bound: number): Block {
  let current = intoOne(roots, { waste: 50, size: 1, chance: 0.05 }, strip, search.random);
  let best = current;
  const { random } = search;
  while (best.length > bound && best.joined) {
    const apart = topApart(current, random);
    if (!search.spend(apart.length)) break;
    const weights = { waste: 20 + 150 * random(), size: 3 * random(), chance: 0.3 * random() };
    const next = intoOne(apart, weights, strip, random);
    if (next.length <= current.length || (random() < 0.003 && next.length < current.length * 1.005)) current = next;
    if (next.length < best.length) best = next;
  }
  return best;
}

/** The block parted from above, where it wastes most, into a few blocks; some of those down to their pieces. */
function topApart(whole: Block, random: () => number): Block[] {
  const apart = [whole];
  const wanted = 3 + Math.floor(random() * random() * 24);
  while (apart.length < wanted) {
    let chosen = -1;
    for (let n = 0; n < 3; n++) {
      const i = Math.floor(random() * apart.length);
      const block = apart[i];
      if (block?.joined && (chosen < 0 || wasteOf(block) > wasteOf(apart[chosen] ?? block))) chosen = i;
    }
    const joined = apart[chosen]?.joined;
    if (!joined) break;
    apart[chosen] = joined.first;
    apart.push(joined.second);
  }
  for (let n = Math.floor(random() * 3); n > 0; n--) {
    const i = Math.floor(random() * apart.length);
    const block = apart[i];
    if (block && block.pieces <= 10) apart.splice(i, 1, ...partsOf(block, Infinity));
  }
  return apart;
}

/** Up to so many blocks every pair is tried; of more only those next to each other by size. */
const FEW = 12;
const NEIGHBOURS = 5;

function intoOne(roots: readonly Block[], weights: Weights, strip: Strip, random: () => number): Block {
  const left = [...roots];
  while (left.length > 1) {
    const best = nextToJoin(left, weights, strip, random);
    if (!best.joined) throw new Error('two blocks always go end to end');
    left.splice(left.indexOf(best.joined.first), 1);
    left.splice(left.indexOf(best.joined.second), 1);
    left.push(best);
  }
  const [whole] = left;
  if (!whole) throw new RangeError('intoOne needs at least one block, got 0');
  return whole;
}

function nextToJoin(left: readonly Block[], weights: Weights, strip: Strip, random: () => number): Block {
  let [best, lowest] = [null as Block | null, Infinity];
  const consider = (a: Block, b: Block, along: boolean): void => {
    const block = join(a, b, along, strip);
    if (!block) return;
    const waste = wasteOf(block) - wasteOf(a) - wasteOf(b);
    const score =
      (weights.waste * waste + weights.size * block.length * block.taken) / strip.area + weights.chance * random();
    if (score < lowest) [best, lowest] = [block, score];
  };
  if (left.length <= FEW) {
    left.forEach((a, i) => {
      for (const b of left.slice(i + 1)) {
        consider(a, b, true);
        consider(a, b, false);
      }
    });
  } else {
    const neighbours = (side: (block: Block) => number, along: boolean): void => {
      const sorted = [...left].sort((a, b) => side(a) - side(b));
      sorted.forEach((a, i) => {
        for (const b of sorted.slice(i + 1, i + 1 + NEIGHBOURS)) consider(a, b, along);
      });
    };
    neighbours(({ taken }) => taken, true);
    neighbours(({ length }) => length, false);
  }
  if (best) return best;
  // End to end any two go; where no pair was near enough the first two do.
  const [a, b] = left;
  const block = a && b && join(a, b, true, strip);
  if (!block) throw new RangeError(`two blocks are needed to join, got ${String(left.length)}`);
  return block;
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/** The block in the lower left corner of a place, as cuts; its own kerf lies beyond its last cut. */
function treeOf(block: Block, place: Place, kerf: number, pieces: readonly LaidPiece[]): CutTree {
  const { x, y } = place;
  const own = {
    x,
    y,
    length: Math.min(place.length, block.length - kerf),
    width: Math.min(place.width, block.width - kerf),
  };
  const inner = block.joined ? joinedTree(block.joined, own, kerf, pieces) : pieceTree(block, own);
  const rip = cutOff({ ...place, length: own.length }, 'rip', own.width, kerf, inner, restNode);
  return cutOff(place, 'crosscut', own.length, kerf, rip, restNode);
}

const pieceTree = (block: Block, place: Place): CutTree => ({
  kind: 'piece',
  piece: block.piece,
  turned: false,
  ...place,
});

function joinedTree(
  { first, second, along }: Joined,
  place: Place,
  kerf: number,
  pieces: readonly LaidPiece[],
): CutTree {
  const size = (along ? first.length : first.width) - kerf;
  const one = treeOf(first, along ? { ...place, length: size } : { ...place, width: size }, kerf, pieces);
  return cutOff(place, along ? 'crosscut' : 'rip', size, kerf, one, (rest) => treeOf(second, rest, kerf, pieces));
}
