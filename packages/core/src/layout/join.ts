import { type Block, joinBlocks } from './block';
import type { Search } from './search';

/** What blocks are joined for: a strip of this width, kerf taken in. */
export interface Strip {
  readonly width: number;
  /** Of the narrowest piece: what is left beside a block and narrower than that is lost. */
  readonly narrowest: number;
  /** Area of all pieces: what waste is held against. */
  readonly area: number;
  /** No block is longer: a little more than all pieces need. */
  readonly longest: number;
}

const takenWidth = (width: number, { width: whole, narrowest }: Strip): number =>
  whole - width < narrowest ? whole : width;

const wasteOf = ({ length, width, area }: Block, strip: Strip): number => length * takenWidth(width, strip) - area;

/** Rounds without a better answer after which the search begins anew. */
const PATIENCE = 1200;
/** So many pairs are weighed or looked through for one step of the search: equal pieces make many pairs. */
const PAIRS_PER_STEP = 1500;
/** Where after that many rounds blocks are smaller than this many pieces on average, sides do not agree. */
const FEW_PIECES = 5;

/**
 * Joins blocks whose sides are the same into larger ones, from below (after Wang 1983), and as long as there are steps
 * takes some of them apart again and joins them otherwise, keeping what is not worse (ruin and recreate, Schrimpf and
 * others 2000). Pieces of a sheet that was once cut up come together again; of others few agree. Returns the blocks left.
 */
export function joinAgreeing(leaves: readonly Block[], strip: Strip, search: Search): Block[] {
  const joining = new Joining(strip, search.random);
  let best = joining.join(leaves);
  let least = costOf(best, strip);
  let [roots, cost, since] = [best, least, 0];
  for (let round = 0; best.length > 1 && search.spend(joining.takeSteps()); round++) {
    if (round > PATIENCE && best.length * FEW_PIECES > leaves.length) break;
    if (++since > PATIENCE) {
      roots = joining.join(leaves);
      [cost, since] = [costOf(roots, strip), 0];
    }
    const next = joining.join(takenApart(roots, search.random));
    const nextCost = costOf(next, strip);
    if (nextCost < cost) since = 0;
    if (nextCost <= cost || search.random() < 0.01) [roots, cost] = [next, nextCost];
    if (nextCost < least) [best, least] = [next, nextCost];
  }
  return best;
}

/** Few blocks with little waste in them. */
const costOf = (roots: readonly Block[], strip: Strip): number =>
  roots.reduce((sum, block) => sum + 0.02 + (3 * wasteOf(block, strip)) / strip.area, 0);

/** Some of the blocks taken apart: down to their pieces, or a few joins deep. */
function takenApart(roots: readonly Block[], random: () => number): Block[] {
  const chosen = new Set<number>();
  const count = 1 + Math.floor(random() * Math.min(6, roots.length));
  while (chosen.size < count) chosen.add(Math.floor(random() * roots.length));
  return roots.flatMap((block, i) => {
    if (!chosen.has(i)) return [block];
    const depth = random() < 0.5 && block.count < 40 ? Infinity : 1 + Math.floor(random() * 3);
    return partsOf(block, depth);
  });
}

function partsOf(block: Block, depth: number): Block[] {
  if (!block.joined || depth === 0) return [block];
  return [...partsOf(block.joined.first, depth - 1), ...partsOf(block.joined.second, depth - 1)];
}

/** Weighing a pair costs as much as looking through so many. */
const LOOKS_TO_WEIGH = 10;
/** A join that wastes more than this share of the block is not made. */
const MOST_WASTE = 0.06;

/** Two blocks that could be joined; the lowest score is joined first. */
interface Pair {
  readonly a: Block;
  readonly b: Block;
  readonly along: boolean;
  readonly score: number;
}

/** One pass of joining: each pair that agrees is weighed once, when the later of its blocks comes to be. */
class Joining {
  private live = new Set<Block>();
  private byWidth = new Map<number, Block[]>();
  private byLength = new Map<number, Block[]>();
  private pairs: Pair[] = [];
  private looks = 0;

  constructor(
    private readonly strip: Strip,
    private readonly random: () => number,
  ) {}

  /** Joins until no two blocks agree. */
  join(roots: readonly Block[]): Block[] {
    [this.live, this.byWidth, this.byLength, this.pairs] = [new Set(roots), new Map(), new Map(), []];
    for (const block of roots) this.enter(block);
    for (const group of this.byWidth.values()) this.weighAll(group, true);
    for (const group of this.byLength.values()) this.weighAll(group, false);
    for (let next = this.lowest(); next; next = this.lowest()) {
      const { a, b, along } = next;
      const block = joinBlocks(a, b, along);
      this.live.delete(a);
      this.live.delete(b);
      for (const other of this.alike(this.byWidth, takenWidth(block.width, this.strip))) this.weigh(other, block, true);
      for (const other of this.alike(this.byLength, block.length)) this.weigh(other, block, false);
      this.live.add(block);
      this.enter(block);
    }
    return [...this.live];
  }

  /** Steps of the search that its work has taken since it was last asked. */
  takeSteps(): number {
    const steps = this.looks / PAIRS_PER_STEP;
    this.looks = 0;
    return steps;
  }

  private enter(block: Block): void {
    const add = (sides: Map<number, Block[]>, side: number): void => {
      const group = sides.get(side);
      if (group) group.push(block);
      else sides.set(side, [block]);
    };
    add(this.byWidth, takenWidth(block.width, this.strip));
    add(this.byLength, block.length);
  }

  private alike(sides: ReadonlyMap<number, Block[]>, side: number): Block[] {
    return sides.get(side)?.filter((block) => this.live.has(block)) ?? [];
  }

  private weighAll(group: readonly Block[], along: boolean): void {
    group.forEach((a, i) => {
      for (let j = 0; j < i; j++) {
        const b = group[j];
        if (b) this.weigh(b, a, along);
      }
    });
  }

  /** Small joins go first, such that waste nothing, and such that agree with a third block. */
  private weigh(a: Block, b: Block, along: boolean): void {
    this.looks += LOOKS_TO_WEIGH;
    const { strip } = this;
    const length = along ? a.length + b.length : Math.max(a.length, b.length);
    const width = along ? Math.max(a.width, b.width) : a.width + b.width;
    if (width > strip.width || length > strip.longest) return;
    const taken = takenWidth(width, strip);
    const size = length * taken;
    const waste = (size - a.area - b.area) / size;
    if (waste > MOST_WASTE) return;
    const agrees = this.agree(this.byWidth, taken) + this.agree(this.byLength, length) + Number(taken === strip.width);
    this.pairs.push({ a, b, along, score: size / strip.area - 0.3 * agrees + 0.5 * this.random() + 8 * waste });
  }

  private agree(sides: ReadonlyMap<number, Block[]>, side: number): number {
    return sides.get(side)?.some((block) => this.live.has(block)) ? 1 : 0;
  }

  /** The pair to join next; pairs whose blocks are gone are dropped on the way. */
  private lowest(): Pair | null {
    let [best, kept] = [null as Pair | null, 0];
    this.looks += this.pairs.length;
    for (const pair of this.pairs) {
      if (!this.live.has(pair.a) || !this.live.has(pair.b)) continue;
      this.pairs[kept++] = pair;
      if (!best || pair.score < best.score) best = pair;
    }
    this.pairs.length = kept;
    return best;
  }
}
