/**
 * A board cut edge to edge again and again: every node is a rectangle, and a cut parts it from side to side.
 * Whole nanometres, x along the grain, y across, from the lower left corner of the board.
 */
export type CutTree = PieceNode | RestNode | CutNode | FreeNode;

interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

export interface PieceNode extends Rectangle {
  readonly kind: 'piece';
  /** Place of the piece in the list given. */
  readonly piece: number;
  /** True where its length lies across the grain. */
  readonly turned: boolean;
}

export interface RestNode extends Rectangle {
  readonly kind: 'rest';
  /** True where it is kept out of use: a defect. */
  readonly defect: boolean;
}

export interface CutNode extends Rectangle {
  readonly kind: 'cut';
  /** A rip runs along the grain, a crosscut across it. */
  readonly axis: 'rip' | 'crosscut';
  /** Where the blade enters: y of a rip, x of a crosscut. Its kerf lies beyond that. */
  readonly at: number;
  readonly first: CutTree;
  /** What lies beyond the kerf; null where the cut takes all that is left. */
  readonly second: CutTree | null;
}

/** A board of which a jigsaw cuts out the pieces, wherever they lie. */
export interface FreeNode extends Rectangle {
  readonly kind: 'free';
  readonly inside: readonly (PieceNode | RestNode)[];
}

/** A piece to be laid, whole nanometres. */
export interface LaidPiece {
  readonly length: number;
  readonly width: number;
  /** True where it may be turned by a quarter: sheet goods, and where the maker says that the grain does not matter. */
  readonly turnable: boolean;
}

/** Visits every node, those cut first standing first. */
export function eachNode(tree: CutTree, visit: (node: CutTree) => void): void {
  visit(tree);
  if (tree.kind === 'free') tree.inside.forEach(visit);
  if (tree.kind !== 'cut') return;
  eachNode(tree.first, visit);
  if (tree.second) eachNode(tree.second, visit);
}

/** The same pieces and what is left beside them, to be cut out by a jigsaw. */
export function freed(tree: CutTree): FreeNode {
  const { x, y, length, width } = tree;
  const inside: (PieceNode | RestNode)[] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'piece' || (node.kind === 'rest' && !node.defect)) inside.push(node);
  });
  return { kind: 'free', x, y, length, width, inside };
}

/** Its pieces, where they lie. */
export function piecesIn(tree: CutTree): PieceNode[] {
  const pieces: PieceNode[] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'piece') pieces.push(node);
  });
  return pieces;
}

/** A rectangle with what lies in its lower left corner, and the rest cut off beyond it: first along `axis`. */
export function cutOff(
  place: Rectangle,
  axis: CutNode['axis'],
  size: number,
  kerf: number,
  first: CutTree,
  restOf: (rest: Rectangle) => CutTree,
): CutTree {
  const whole = axis === 'rip' ? place.width : place.length;
  if (size >= whole) return first;
  const left = whole - size - kerf;
  const { x, y, length, width } = place;
  const rest: Rectangle | null =
    left <= 0
      ? null
      : axis === 'rip'
        ? { x, y: y + size + kerf, length, width: left }
        : { x: x + size + kerf, y, length: left, width };
  // Named one by one: a place may be a node of another kind.
  return {
    kind: 'cut',
    axis,
    at: (axis === 'rip' ? y : x) + size,
    x,
    y,
    length,
    width,
    first,
    second: rest && restOf(rest),
  };
}

export const restNode = ({ x, y, length, width }: Rectangle): RestNode => ({
  kind: 'rest',
  x,
  y,
  length,
  width,
  defect: false,
});
