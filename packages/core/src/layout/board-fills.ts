import { treeOf } from './block';
import type { Filler, Taste } from './fill';
import { fillFree } from './free-form';
import type { LaidBoard, UsedBoard } from './laid-board';
import type { Search } from './search';
import type { StagedBoards } from './staged-boards';
import { type CutTree, type LaidPiece, piecesIn } from './tree';

/** Cuts from side to side, or pieces that a jigsaw cuts out wherever they lie. */
export type Manner = 'edge-to-edge' | 'free-form';

/** The value of a board is lowered by chance by up to this share, so that other sets of boards are tried too. */
const WHIM = 0.3;
/** Of fills of batches so many are made in stages. */
const STAGED = 0.5;
/** Kinds of board that are tried against each other at each step. */
const MOST_KINDS = 8;

/** What boards are filled with, and how. */
export interface State {
  readonly pieces: readonly LaidPiece[];
  readonly boards: readonly LaidBoard[];
  /** Each board with its flaws and pinned pieces cut out. */
  readonly blanks: readonly CutTree[];
  readonly kerf: number;
  readonly manner: Manner;
  readonly search: Search;
  readonly filler: Filler;
  /** null where hardly any pieces are equal, or the sizes are too many. */
  readonly staged: StagedBoards | null;
  /** Places of the pieces that are not pinned. */
  readonly loose: readonly number[];
}

/** Of pieces at these places. */
export const areasOf = (laid: readonly number[], pieces: readonly LaidPiece[]): number[] =>
  laid.map((i) => (pieces[i]?.length ?? 0) * (pieces[i]?.width ?? 0));

/** Of some boards the one that is used best by the pieces that are left, filled; null where none takes any. */
export function bestBoard(
  state: State,
  left: readonly number[],
  boards: readonly number[],
  tries: number,
): UsedBoard | null {
  const { random } = state.search;
  let [best, highest] = [null as UsedBoard | null, 0];
  for (const board of boards) {
    const whim = 1 - WHIM * random() ** 2;
    for (let n = 0; n < tries; n++) {
      const filled = fillBoard(state, board, left, { size: random(), chance: 0.5 * random() });
      if (filled.pieces.length === 0) break;
      const value = (whim * valueOf(filled, state, left.length)) / (state.boards[board]?.cost ?? 1);
      if (value > highest) [best, highest] = [filled, value];
      if (filled.pieces.length >= left.length) break;
    }
  }
  return best;
}

/** Fills the free places of a board. */
function fillBoard(state: State, board: number, left: readonly number[], taste: Taste): UsedBoard {
  const tree =
    state.manner === 'free-form' ? freeTree(state, board, left, taste) : filledTree(state, board, left, taste);
  return { board, tree, pieces: piecesIn(tree).map(({ piece }) => piece) };
}

function freeTree(
  { boards, pieces, kerf, search, filler }: State,
  board: number,
  left: readonly number[],
  taste: Taste,
): CutTree {
  const given = boards[board];
  if (!given) throw new RangeError(`board ${String(board)} is not in the list`);
  filler.countLooks(FREE_LOOKS * left.length);
  return fillFree(given, pieces, left, kerf, taste, search.random);
}

/** A free-form fill costs as many looks as this for each piece that is waiting. */
const FREE_LOOKS = 200;

function filledTree(state: State, board: number, left: readonly number[], taste: Taste): CutTree {
  const { blanks, filler, kerf } = state;
  const blank = blanks[board];
  if (!blank) throw new RangeError(`board ${String(board)} is not in the list`);
  if (blank.kind === 'rest' && state.staged && state.search.random() < STAGED) {
    const block = state.staged.fill(blank, left, taste);
    return block ? treeOf(block, blank, kerf) : blank;
  }
  filler.from(left, taste);
  const fill = (tree: CutTree): CutTree => {
    if (tree.kind === 'cut') {
      const first = fill(tree.first);
      return { ...tree, first, second: tree.second && fill(tree.second) };
    }
    if (tree.kind !== 'rest' || tree.defect) return tree;
    const block = filler.fill(tree.length + kerf, tree.width + kerf);
    return block ? treeOf(block, tree, kerf) : tree;
  };
  return fill(blank);
}

/** Area laid, large pieces counting a little more: they are harder to place later. */
function valueOf({ pieces: laid }: UsedBoard, { pieces }: State, left: number): number {
  const areas = areasOf(laid, pieces);
  const area = areas.reduce((sum, one) => sum + one, 0);
  if (laid.length === left) return area * 1.001;
  const typical = (area / laid.length) ** 0.15;
  return areas.reduce((sum, one) => sum + one ** 1.15, 0) / typical;
}

/** One board of each size and price among the free ones, spread over all sizes; boards with flaws stand for themselves. */
export function kindsOfBoard(boards: readonly LaidBoard[], free: readonly number[]): number[] {
  const kinds = new Map<string, number>();
  for (const i of free) {
    const board = boards[i];
    if (!board) continue;
    const own = board.flaws.length > 0 ? String(i) : '';
    const key = [board.length, board.width, board.cost, own].join(' ');
    if (!kinds.has(key)) kinds.set(key, i);
  }
  const all = [...kinds.values()];
  if (all.length <= MOST_KINDS) return all;
  const sorted = all.sort((a, b) => (boards[a]?.cost ?? 0) - (boards[b]?.cost ?? 0));
  return sorted.filter(
    (_board, n) => Math.floor((n * MOST_KINDS) / sorted.length) > Math.floor(((n - 1) * MOST_KINDS) / sorted.length),
  );
}
