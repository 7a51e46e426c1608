import { areasOf, bestBoard, kindsOfBoard, type Manner, type State } from './board-fills';
import { Filler } from './fill';
import { boardAround } from './flaws';
import { isBatch, kindsOf } from './kinds';
import type { LaidBoard, UsedBoard } from './laid-board';
import { packStrip, stripTree } from './strip-packing';
import { limited, type Search } from './search';
import { StagedBoards } from './staged-boards';
import { tidied } from './tidy';
import { freed, type LaidPiece, restNode } from './tree';

export interface BoardsLayout {
  readonly used: readonly UsedBoard[];
  /** Places of pieces that no board had room for. */
  readonly missing: readonly number[];
  readonly cost: number;
  /** The cost, boards hardly used counting less: those are soon done without, so the search leans to them. */
  readonly leaning: number;
}

/** Fills tried for each board before the best is taken. */
const TRIES = 10;
/** Rounds without a better layout after which the search ends. */
const PATIENCE = 1000;
/** A layout costlier by about this share is still taken. */
const SLACK = 0.01;
/** A board all empty counts less by this share. */
const EMPTY_COUNTS_LESS = 0.5;
/** Of more sizes than these the tables of the stages cost more time than they save wood. */
const MOST_STAGED = 60;

/** Lays pieces on boards to the end of the search: see {@link layingOnBoards}. */
export function layOnBoards(
  pieces: readonly LaidPiece[],
  boards: readonly LaidBoard[],
  kerf: number,
  search: Search,
  manner: Manner = 'edge-to-edge',
): BoardsLayout {
  return toTheEnd(layingOnBoards(pieces, boards, kerf, search, manner));
}

/** What a work that could be watched and hurried comes to when it is let alone. */
function toTheEnd<T>(work: Generator<unknown, T, boolean>): T {
  for (;;) {
    const { done, value } = work.next(false);
    if (done) return value as T;
  }
}

/**
 * Lays pieces on boards, cut edge to edge: board after board takes the fill that uses it best; then again and again some
 * boards are emptied and filled otherwise, and what is not worse is kept. Fewest missing first, then the least cost.
 * Yields null after each board of the first layout, which goes without trying where it is answered with true, or where the
 * search has no steps left; then the best so far after each round, so that the caller may show it, and stop. The same input,
 * seed and steps give the same layout. Throws a RangeError where pinned pieces cannot be cut edge to edge: ask `boardAround` before.
 */
export function* layingOnBoards(
  pieces: readonly LaidPiece[],
  boards: readonly LaidBoard[],
  kerf: number,
  search: Search,
  manner: Manner,
): Generator<BoardsLayout | null, BoardsLayout, boolean> {
  const state = stateOf(pieces, boards, kerf, search, manner);
  const all = boards.map((_board, i) => i);
  let current =
    (manner === 'edge-to-edge' ? inOneStretch(state) : sideToSide(state)) ??
    layoutOf(state, yield* filling(state, state.loose, all, TRIES));
  let [best, since] = [current, 0];
  while (best.used.length > 0 && since++ < PATIENCE && search.spend(state.filler.takeSteps())) {
    const kept = emptied(current, search.random, boards);
    const onKept = new Set(kept.flatMap((used) => used.pieces));
    const keptBoards = new Set(kept.map(({ board }) => board));
    const left = state.loose.filter((i) => !onKept.has(i));
    const free = all.filter((i) => !keptBoards.has(i));
    const tries = 2 + Math.floor(search.random() * TRIES);
    const next = layoutOf(state, [...kept, ...fillAll(state, left, free, tries)]);
    if (isTaken(next, current, search.random)) current = next;
    if (isWorse(best, next)) [best, since] = [next, 0];
    yield best;
  }
  if (manner === 'free-form') return best;
  const used: UsedBoard[] = [];
  for (const one of best.used) {
    used.push({ ...one, tree: tidied(one, state) });
    yield best;
  }
  return { ...best, used };
}

function stateOf(
  pieces: readonly LaidPiece[],
  boards: readonly LaidBoard[],
  kerf: number,
  search: Search,
  manner: Manner,
): State {
  const blanks = boards.map((board, i) => {
    if (manner === 'free-form') return restNode({ x: 0, y: 0, length: board.length, width: board.width });
    const blank = boardAround(board, board.flaws, board.pins, kerf);
    if (!blank) throw new RangeError(`what is pinned on board ${String(i)} cannot be cut edge to edge`);
    return blank;
  });
  const pinned = new Set(boards.flatMap(({ pins }) => pins.map(({ piece }) => piece)));
  const loose = pieces.flatMap((_piece, i) => (pinned.has(i) ? [] : [i]));
  const kinds = kindsOf(pieces, kerf);
  const filler = new Filler(pieces, kinds, kerf, search.random);
  const isStaged = isBatch(kinds) && kinds.groups <= MOST_STAGED;
  const staged = isStaged ? new StagedBoards(kinds, kerf, filler, search.random) : null;
  return { pieces, boards, blanks, kerf, manner, search, filler, staged, loose };
}

const isWorse = (a: BoardsLayout, b: BoardsLayout): boolean =>
  a.missing.length !== b.missing.length ? a.missing.length > b.missing.length : a.cost > b.cost;

/** What is not worse is taken, and now and then what is a little worse, so that the search can leave a dead end. */
function isTaken(next: BoardsLayout, current: BoardsLayout, random: () => number): boolean {
  if (next.missing.length !== current.missing.length) return next.missing.length < current.missing.length;
  return next.leaning < current.leaning * (1 - SLACK * Math.log(1 - random()));
}

function layoutOf({ boards, pieces }: State, used: readonly UsedBoard[]): BoardsLayout {
  const laid = new Set(used.flatMap((board) => board.pieces));
  return {
    used,
    missing: pieces.flatMap((_piece, i) => (laid.has(i) ? [] : [i])),
    cost: used.reduce((sum, { board }) => sum + (boards[board]?.cost ?? 0), 0),
    leaning: used.reduce((sum, one) => sum + leaningOf(one, boards, pieces), 0),
  };
}

function leaningOf(
  { board, pieces: laid }: UsedBoard,
  boards: readonly LaidBoard[],
  pieces: readonly LaidPiece[],
): number {
  const { length, width, cost } = boards[board] ?? { length: 0, width: 0, cost: 0 };
  const free = 1 - areasOf(laid, pieces).reduce((sum, area) => sum + area, 0) / (length * width);
  return cost * (1 - EMPTY_COUNTS_LESS * free ** 2);
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

const fillAll = (...given: Parameters<typeof filling>): UsedBoard[] => toTheEnd(filling(...given));

/**
 * Fills board after board, those with pinned pieces first, until nothing is left, or no board has room. Where it is hurried,
 * or the search has no steps left, each board is filled once.
 */
function* filling(
  state: State,
  pieces: readonly number[],
  boards: readonly number[],
  tries: number,
): Generator<null, UsedBoard[], boolean> {
  const used: UsedBoard[] = [];
  let [left, free, isHurried] = [pieces, boards, false];
  for (;;) {
    const pinned = free.filter((i) => (state.boards[i]?.pins.length ?? 0) > 0);
    if (pinned.length === 0 && left.length === 0) return used;
    const among = pinned.length > 0 ? pinned.slice(0, 1) : kindsOfBoard(state.boards, free);
    const best = bestBoard(state, left, among, isHurried ? 1 : tries);
    if (!best) return used;
    used.push(best);
    const laid = new Set(best.pieces);
    left = left.filter((i) => !laid.has(i));
    free = free.filter((i) => i !== best.board);
    const asked = yield null;
    isHurried ||= asked || !state.search.spend(state.filler.takeSteps());
  }
}

/** Of a search for a jigsaw so many steps go into a layout that needs none. */
const SIDE_TO_SIDE_STEPS = 2_000;

/** A free layout to begin with: of batches the best are often cut from side to side. null where pins or flaws forbid that. */
function sideToSide({ pieces, boards, kerf, search }: State): BoardsLayout | null {
  if (boards.some((board) => !boardAround(board, board.flaws, board.pins, kerf))) return null;
  const layout = layOnBoards(pieces, boards, kerf, limited(search, SIDE_TO_SIDE_STEPS));
  return { ...layout, used: layout.used.map((used) => ({ ...used, tree: freed(used.tree) })) };
}

/** Steps for trying whether everything goes on one board in one clean stretch. */
const STRETCH_STEPS = 2_000;
const MOST_STRETCHES = 4;

/** All pieces on the cheapest flawless board that holds them in one stretch, so that a whole offcut stays; null where none does. */
function inOneStretch(state: State): BoardsLayout | null {
  const { pieces, boards, kerf, search } = state;
  if (pieces.length < 2 || state.loose.length < pieces.length) return null;
  const area = pieces.reduce((sum, piece) => sum + piece.length * piece.width, 0);
  const able = boards
    .map((board, i) => ({ ...board, i }))
    .filter(({ length, width, flaws }) => flaws.length === 0 && length * width >= area)
    .sort((a, b) => a.cost - b.cost);
  for (const board of able.slice(0, MOST_STRETCHES)) {
    const found = packStrip(pieces, board.width, kerf, search, STRETCH_STEPS);
    if (!found || found.length > board.length) continue;
    const tree = stripTree(found.sections, { x: 0, y: 0, length: board.length, width: board.width }, kerf);
    return layoutOf(state, [{ board: board.i, tree, pieces: state.loose }]);
  }
  return null;
}
