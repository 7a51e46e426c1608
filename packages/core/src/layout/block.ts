import { cutOff, type CutTree, type LaidPiece, restNode } from './tree';

/**
 * A piece, or two blocks side by side, with the kerf beyond its length and width taken in: then sizes add up, and a
 * place that is larger by one kerf each way holds what the real one holds.
 */
export interface Block {
  readonly length: number;
  readonly width: number;
  /** Of its pieces and their kerfs. */
  readonly area: number;
  /** How many pieces are in it. */
  readonly count: number;
  /** Place in the list of the one piece it is; null where it joins blocks. */
  readonly piece: number | null;
  /** True of one piece whose length lies across the grain. */
  readonly turned: boolean;
  readonly joined: Joined | null;
}

interface Joined {
  readonly first: Block;
  readonly second: Block;
  /** End to end along the board, or side by side across it. */
  readonly along: boolean;
}

/** One piece as a block. */
export function pieceBlock({ length, width }: LaidPiece, place: number, kerf: number, turned = false): Block {
  const [along, across] = turned ? [width + kerf, length + kerf] : [length + kerf, width + kerf];
  return { length: along, width: across, area: along * across, count: 1, piece: place, turned, joined: null };
}

/** Two blocks as one; with nothing to join to, the one alone. */
export function joinBlocks(first: Block, second: Block | null, along: boolean): Block {
  if (!second) return first;
  return {
    length: along ? first.length + second.length : Math.max(first.length, second.length),
    width: along ? Math.max(first.width, second.width) : first.width + second.width,
    area: first.area + second.area,
    count: first.count + second.count,
    piece: null,
    turned: false,
    joined: { first, second, along },
  };
}

/** Places in the list of all its pieces. */
export function piecesOf({ piece, joined }: Block): number[] {
  if (joined) return [...piecesOf(joined.first), ...piecesOf(joined.second)];
  return piece === null ? [] : [piece];
}

/** A rectangle of a board. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/**
 * The block in the lower left corner of a place, as cuts; its own kerf lies beyond its last cut. What is left of the place
 * is cut off so that the larger rest is as large as it can be.
 */
export function treeOf(block: Block, place: Place, kerf: number): CutTree {
  const { x, y } = place;
  const own = {
    x,
    y,
    length: Math.min(place.length, block.length - kerf),
    width: Math.min(place.width, block.width - kerf),
  };
  const inner = block.joined ? joinedTree(block.joined, own, kerf) : pieceTree(block, own);
  const [beyond, above] = [place.length - own.length, place.width - own.width];
  const largest = {
    rip: Math.max(place.length * above, beyond * own.width),
    crosscut: Math.max(beyond * place.width, own.length * above),
  };
  const crosscut = (from: Place, inside: CutTree): CutTree =>
    cutOff(from, 'crosscut', own.length, kerf, inside, restNode);
  const rip = (from: Place, inside: CutTree): CutTree => cutOff(from, 'rip', own.width, kerf, inside, restNode);
  return largest.rip >= largest.crosscut
    ? rip(place, crosscut({ ...place, width: own.width }, inner))
    : crosscut(place, rip({ ...place, length: own.length }, inner));
}

function pieceTree({ piece, turned }: Block, place: Place): CutTree {
  if (piece === null) throw new RangeError('a block that joins nothing is one piece, got none');
  return { kind: 'piece', piece, turned, ...place };
}

function joinedTree({ first, second, along }: Joined, place: Place, kerf: number): CutTree {
  const size = (along ? first.length : first.width) - kerf;
  const one = treeOf(first, along ? { ...place, length: size } : { ...place, width: size }, kerf);
  return cutOff(place, along ? 'crosscut' : 'rip', size, kerf, one, (rest) => treeOf(second, rest, kerf));
}
