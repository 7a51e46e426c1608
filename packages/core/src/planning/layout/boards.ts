import { boardAround, fillBoard, type Filled, type Taste } from './fill';
import { layOnStrip } from './join';
import type { Search } from './search';
import type { CutTree, LaidPiece } from './tree';
import type { Flaw } from './verify';

/** A board or sheet that may be cut, whole nanometres. */
export interface LaidBoard {
  readonly length: number;
  readonly width: number;
  readonly flaws: readonly Flaw[];
  /** What using it costs, in any unit: area for wood, money for money; offcuts less, wide boards more. */
  readonly cost: number;
}

export interface UsedBoard {
  /** Place of the board in the list given. */
  readonly board: number;
  readonly tree: CutTree;
  readonly pieces: readonly number[];
}

export interface BoardsLayout {
  readonly used: readonly UsedBoard[];
  /** Places of pieces that no board had room for. */
  readonly missing: readonly number[];
  readonly cost: number;
}

/** Fills tried for each board before the best is taken. */
const TRIES = 24;
/** So many pieces are laid for one step of the search. */
const PIECES_PER_STEP = 60;
/** Kinds of board that are tried against each other at each step. */
const MOST_KINDS = 8;

interface State {
  readonly pieces: readonly LaidPiece[];
  readonly boards: readonly LaidBoard[];
  /** Each board with its flaws cut out. */
  readonly blanks: readonly CutTree[];
  readonly kerf: number;
  readonly search: Search;
}

/**
 * Lays pieces on boards, cut edge to edge: board after board takes the fill that uses it best; then again and again some
 * boards are emptied and filled otherwise, and what is not worse is kept. Fewest missing first, then the least cost.
 * The same input, seed and steps give the same layout.
 */
export function layOnBoards(
  pieces: readonly LaidPiece[],
  boards: readonly LaidBoard[],
  kerf: number,
  search: Search,
): BoardsLayout {
  const blanks = boards.map((board) => boardAround(board, board.flaws, kerf));
  const state: State = { pieces, boards, blanks, kerf, search };
  const everything = pieces.map((_piece, i) => i);
  const unused = boards.map((_board, i) => i);
  let current = inOneStrip(state) ?? layoutOf(state, fillAll(state, everything, unused, TRIES), everything);
  let best = current;
  // A round costs as much as there is to lay.
  const cost = Math.ceil(pieces.length / PIECES_PER_STEP);
  while (best.used.length > 0 && search.spend(cost)) {
    const kept = emptied(current, search.random, boards);
    const onKept = new Set(kept.flatMap((used) => used.pieces));
    const keptBoards = new Set(kept.map(({ board }) => board));
    const left = everything.filter((i) => !onKept.has(i));
    const free = unused.filter((i) => !keptBoards.has(i));
    const tries = 4 + Math.floor(search.random() * TRIES);
    const next = layoutOf(state, [...kept, ...fillAll(state, left, free, tries)], everything);
    if (!isWorse(next, current) || search.random() < 0.01) current = next;
    if (isWorse(best, next)) best = next;
  }
  return best;
}

const isWorse = (a: BoardsLayout, b: BoardsLayout): boolean =>
  a.missing.length !== b.missing.length ? a.missing.length > b.missing.length : a.cost > b.cost;

function layoutOf({ boards }: State, used: readonly UsedBoard[], everything: readonly number[]): BoardsLayout {
  const laid = new Set(used.flatMap(({ pieces }) => pieces));
  return {
    used,
    missing: everything.filter((i) => !laid.has(i)),
    cost: used.reduce((sum, { board }) => sum + (boards[board]?.cost ?? 0), 0),
  };
}

/** Some boards taken out of a layout: those that waste more are likelier. */
function emptied({ used }: BoardsLayout, random: () => number, boards: readonly LaidBoard[]): UsedBoard[] {
  const kept = [...used];
  const wasted = ({ board, pieces }: UsedBoard): number => (boards[board]?.cost ?? 0) / (1 + pieces.length);
  for (let n = 1 + Math.floor(random() * Math.min(3, kept.length)); n > 0; n--) {
    const [i, j] = [Math.floor(random() * kept.length), Math.floor(random() * kept.length)];
    const [a, b] = [kept[i], kept[j]];
    kept.splice(a && b && wasted(b) > wasted(a) ? j : i, 1);
  }
  return kept;
}

/** Fills board after board until nothing is left, or no board has room. */
function fillAll(state: State, pieces: readonly number[], boards: readonly number[], tries: number): UsedBoard[] {
  const used: UsedBoard[] = [];
  let [left, free] = [pieces, boards];
  while (left.length > 0 && free.length > 0) {
    const best = bestBoard(state, left, free, tries);
    if (!best) break;
    used.push({ board: best.board, tree: best.filled.tree, pieces: best.filled.pieces });
    const laid = new Set(best.filled.pieces);
    left = left.filter((i) => !laid.has(i));
    free = free.filter((i) => i !== best.board);
  }
  return used;
}

interface Candidate {
  readonly board: number;
  readonly filled: Filled;
}

function bestBoard(state: State, left: readonly number[], free: readonly number[], tries: number): Candidate | null {
  const { boards, search } = state;
  let [best, highest] = [null as Candidate | null, 0];
  for (const board of kindsOf(boards, free)) {
    const blank = state.blanks[board];
    for (let n = 0; blank && n < tries; n++) {
      const taste: Taste = { fit: 2 * search.random(), size: 2 * search.random(), chance: 0.3 * search.random() };
      const filled = fillBoard(blank, state.pieces, left, state.kerf, taste, search.random);
      if (filled.pieces.length === 0) break;
      const value = valueOf(filled, state, left.length) / (boards[board]?.cost ?? 1);
      if (value > highest) [best, highest] = [{ board, filled }, value];
      if (filled.pieces.length === left.length) break;
    }
  }
  return best;
}

/** Area laid, large pieces counting a little more: they are harder to place later. */
function valueOf({ pieces, area }: Filled, state: State, left: number): number {
  const large = pieces.reduce((sum, i) => {
    const piece = state.pieces[i];
    return piece ? sum + (piece.length * piece.width) ** 1.15 : sum;
  }, 0);
  const typical = (area / Math.max(1, pieces.length)) ** 0.15;
  return pieces.length === left ? area * 1.001 : large / typical;
}

/** One board of each size and price among the free ones, spread over all sizes; boards with flaws stand for themselves. */
function kindsOf(boards: readonly LaidBoard[], free: readonly number[]): number[] {
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

/** Steps for trying whether everything goes on one board in one clean stretch. */
const STRIP_STEPS = 20_000;

/** All pieces on the cheapest flawless board that holds them in one stretch, so that a whole offcut stays; null where none does. */
function inOneStrip(state: State): BoardsLayout | null {
  const { pieces, boards, kerf, search } = state;
  const area = pieces.reduce((sum, piece) => sum + piece.length * piece.width, 0);
  const able = boards
    .map((board, i) => ({ ...board, i }))
    .filter(({ length, width, flaws }) => flaws.length === 0 && length * width >= area)
    .sort((a, b) => a.cost - b.cost);
  const [board] = able;
  if (!board || pieces.length < 2) return null;
  const found = layOnStrip(pieces, board.width, kerf, search, STRIP_STEPS);
  if (!found || found.length > board.length) return null;
  const whole = { x: 0, y: 0, length: board.length, width: board.width };
  const left = board.length - found.length - kerf;
  const tree: CutTree =
    found.length === board.length
      ? found.tree
      : {
          kind: 'cut',
          axis: 'crosscut',
          at: found.length,
          ...whole,
          first: found.tree,
          second:
            left <= 0
              ? null
              : { kind: 'rest', x: found.length + kerf, y: 0, length: left, width: board.width, defect: false },
        };
  const everything = pieces.map((_piece, i) => i);
  return layoutOf(state, [{ board: board.i, tree, pieces: everything }], everything);
}
