import { cutOff, restNode, type CutTree, type LaidPiece, type RestNode } from './tree';
import type { Flaw } from './verify';

/** How a piece is chosen for a place: how well it fits it, how large it is, chance. */
export interface Taste {
  readonly fit: number;
  readonly size: number;
  readonly chance: number;
}

export interface Filled {
  readonly tree: CutTree;
  /** Places of the pieces laid. */
  readonly pieces: readonly number[];
  /** Of the pieces laid. */
  readonly area: number;
}

/** The board as it comes, its flaws cut out edge to edge: what lies before and behind each, above and below. */
export function boardAround(
  board: { readonly length: number; readonly width: number },
  flaws: readonly Flaw[],
  kerf: number,
): CutTree {
  return around({ kind: 'rest', x: 0, y: 0, length: board.length, width: board.width, defect: false }, flaws, kerf);
}

function around(rest: RestNode, flaws: readonly Flaw[], kerf: number): CutTree {
  const right = rest.x + rest.length;
  const top = rest.y + rest.width;
  const flaw = flaws.find(
    ({ x, y, length, width }) => x < right && rest.x < x + length && y < top && rest.y < y + width,
  );
  if (!flaw) return rest;
  const spoiled = (place: Omit<RestNode, 'kind' | 'defect'>): CutTree => ({ ...restNode(place), defect: true });
  const inside = (place: RestNode): CutTree => around(place, flaws, kerf);
  const { x, y, length, width } = rest;
  if (flaw.x > x) {
    const first = inside({ ...rest, length: flaw.x - x });
    return cutOff({ x, y, length, width }, 'crosscut', flaw.x - x, kerf, first, (place) => inside(restNode(place)));
  }
  const end = flaw.x + flaw.length;
  if (end < right) {
    const first = inside({ ...rest, length: end - x });
    return cutOff({ x, y, length, width }, 'crosscut', end - x, kerf, first, (place) => inside(restNode(place)));
  }
  if (flaw.y > y) {
    const first = inside({ ...rest, width: flaw.y - y });
    return cutOff({ x, y, length, width }, 'rip', flaw.y - y, kerf, first, (place) => inside(restNode(place)));
  }
  const above = flaw.y + flaw.width;
  if (above >= top) return spoiled(rest);
  const below = spoiled({ x, y, length, width: above - y });
  return cutOff({ x, y, length, width }, 'rip', above - y, kerf, below, (place) => inside(restNode(place)));
}

/**
 * Fills the free places of a board with pieces out of `left`, one piece into the corner of each place, what is beside
 * and above it filled in turn. Greedy; `taste` says how. Does not change what it is given.
 */
export function fillBoard(
  board: CutTree,
  pieces: readonly LaidPiece[],
  left: readonly number[],
  kerf: number,
  taste: Taste,
  random: () => number,
): Filled {
  const taken = new Set<number>();
  const laid: number[] = [];
  let area = 0;
  const fill = (tree: CutTree): CutTree => {
    if (tree.kind === 'cut') {
      const first = fill(tree.first);
      return { ...tree, first, second: tree.second && fill(tree.second) };
    }
    if (tree.kind === 'piece' || tree.defect) return tree;
    const chosen = choose(tree, pieces, left, taken, taste, random);
    if (!chosen) return tree;
    taken.add(chosen.piece);
    laid.push(chosen.piece);
    area += chosen.length * chosen.width;
    const { x, y } = tree;
    const piece: CutTree = {
      kind: 'piece',
      piece: chosen.piece,
      turned: chosen.turned,
      x,
      y,
      length: chosen.length,
      width: chosen.width,
    };
    const over = (place: Omit<RestNode, 'kind' | 'defect'>): CutTree => fill(restNode(place));
    if (ripsFirst(tree, chosen, kerf, random)) {
      const row = cutOff({ ...tree, width: chosen.width }, 'crosscut', chosen.length, kerf, piece, over);
      return cutOff(placeOf(tree), 'rip', chosen.width, kerf, row, over);
    }
    const column = cutOff({ ...tree, length: chosen.length }, 'rip', chosen.width, kerf, piece, over);
    return cutOff(placeOf(tree), 'crosscut', chosen.length, kerf, column, over);
  };
  return { tree: fill(board), pieces: laid, area };
}

const placeOf = ({ x, y, length, width }: RestNode) => ({ x, y, length, width });

interface Chosen {
  readonly piece: number;
  readonly turned: boolean;
  readonly length: number;
  readonly width: number;
}

function choose(
  place: RestNode,
  pieces: readonly LaidPiece[],
  left: readonly number[],
  taken: ReadonlySet<number>,
  taste: Taste,
  random: () => number,
): Chosen | null {
  let [best, lowest] = [null as Chosen | null, Infinity];
  const consider = (piece: number, turned: boolean, length: number, width: number): void => {
    if (length > place.length || width > place.width) return;
    const beside = Math.min((place.length - length) / place.length, (place.width - width) / place.width);
    const share = (length * width) / (place.length * place.width);
    const score = taste.fit * beside - taste.size * share + taste.chance * random();
    if (score < lowest) [best, lowest] = [{ piece, turned, length, width }, score];
  };
  for (const i of left) {
    const piece = pieces[i];
    if (!piece || taken.has(i)) continue;
    consider(i, false, piece.length, piece.width);
    if (piece.turnable) consider(i, true, piece.width, piece.length);
  }
  return best;
}

/** Of the two ways to part what is left, mostly the one that leaves the largest place. */
const AGAINST = 0.1;

function ripsFirst(place: RestNode, { length, width }: Chosen, kerf: number, random: () => number): boolean {
  const [beyond, above] = [Math.max(0, place.length - length - kerf), Math.max(0, place.width - width - kerf)];
  const byRip = Math.max(place.length * above, beyond * width);
  const byCrosscut = Math.max(beyond * place.width, length * above);
  return byRip >= byCrosscut !== random() < AGAINST;
}
