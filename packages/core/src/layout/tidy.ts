import { type Place, treeOf } from './block';
import type { Filler } from './fill';
import type { LaidBoard, UsedBoard } from './laid-board';
import type { Search } from './search';
import { type CutTree, eachNode } from './tree';

/** Room is tried in so many steps of a board's length or width, each with so many fills. */
const STEPS = 12;
const FILLS = 6;

interface Tools {
  readonly boards: readonly LaidBoard[];
  readonly filler: Filler;
  readonly kerf: number;
  readonly search: Search;
}

/**
 * The same pieces in as little of a board's length, or of its width, as holds them, whichever leaves the larger rest in
 * one. Boards with flaws or pinned pieces stay as they are.
 */
export function tidied(used: UsedBoard, tools: Tools): CutTree {
  const board = tools.boards[used.board];
  if (!board || board.flaws.length > 0 || board.pins.length > 0) return used.tree;
  const { length, width } = board;
  const whole = { x: 0, y: 0, length, width };
  const trees = [
    shortened(used, tools, whole, length, (size) => ({ ...whole, length: size })),
    shortened(used, tools, whole, width, (size) => ({ ...whole, width: size })),
  ];
  return trees.reduce<CutTree>(
    (best, tree) => (tree && largestRest(tree) > largestRest(best) ? tree : best),
    used.tree,
  );
}

/** The pieces in the least of the sizes from 0 to `most` in which they were found to fit, by halving. */
function shortened(
  { pieces }: UsedBoard,
  { filler, kerf, search: { random } }: Tools,
  board: Place,
  most: number,
  placeOf: (size: number) => Place,
): CutTree | null {
  let [best, low, high] = [null as CutTree | null, 0, most];
  for (let step = 0; step < STEPS; step++) {
    const size = Math.ceil((low + high) / 2);
    const place = placeOf(size);
    let fits = false;
    for (let fill = 0; fill < FILLS && !fits; fill++) {
      filler.from(pieces, { size: random(), chance: 0.5 * random() });
      const block = filler.fill(place.length + kerf, place.width + kerf);
      fits = block?.count === pieces.length;
      if (block && fits) best = treeOf(block, board, kerf);
    }
    if (fits) high = size;
    else low = size;
  }
  return best;
}

function largestRest(tree: CutTree): number {
  let most = 0;
  eachNode(tree, (node) => {
    if (node.kind === 'rest' && !node.defect) most = Math.max(most, node.length * node.width);
  });
  return most;
}
