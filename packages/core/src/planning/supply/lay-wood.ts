import {
  type BoardsLayout,
  type LaidBoard,
  type LaidPiece,
  gathered,
  layingOnBoards,
  layOnBoards,
  type Manner,
  mayPin,
  type Pin,
  ripsFirst,
  type Search,
  verifyCuts,
} from '../../layout';
import { fromNm, sumMm, toNm } from '../../units';
import type { BoardPlan, NeededBlank, WoodGroup, WoodNeeds, WoodPlanInput, WoodProgress } from '../model/supply';
import type { PinnedBlank } from '../model/wishes';
import { bestOrder, copiesTaken, take, takenByRods, type Copies } from './allot';
import { boardPlan, spareBoards, USEFUL_SIDE } from './board-plan';
import { substitutesFor, toBuy } from './lacking';
import { woodNeeds } from './needs';
import { stripsToRip } from './rods';
import { copiesOf, laidBoard, millingOptions, type Source, sourcesFor, type Taken, worthBy } from './sources';

/** Where no machine says its kerf, mm: a usual hand-held saw. */
const KERF_BY_HAND = 2;
/** Steps of the search for each group. */
const STEPS_PER_GROUP = 10_000;
/** Steps for each while it is tried in which order groups are laid. */
const TRIAL_STEPS = 600;

/** Lays a plan's blanks to the end of the search: see {@link layingWood}. */
export function planWood(
  input: WoodPlanInput,
  searchFor: (group: number, steps: number) => Search,
  steps = STEPS_PER_GROUP,
): WoodGroup[] {
  const laying = layingWood(input, searchFor, () => false, steps);
  for (;;) {
    const { done, value } = laying.next();
    if (done) return value;
  }
}

/**
 * Lays the blanks that a plan still needs on what is on the rack, wood by wood. Boards of the very thickness come first,
 * then thicker ones planed or resawn. A board is given away once: bars cut for rods give no blanks, and groups that could
 * use the same boards are laid one after the other, each on what those before have left, in the order that was found to
 * leave least missing, and then to cost least. Yields after each round of the search; once `isStopped` says so, each group
 * keeps the best it has. Pure; throws where a layout breaks a rule, which its checker is asked each time.
 */
export function* layingWood(
  input: WoodPlanInput,
  searchFor: (group: number, steps: number) => Search,
  isStopped: () => boolean,
  steps = STEPS_PER_GROUP,
): Generator<WoodProgress, WoodGroup[]> {
  const all = woodNeeds(input.plan, stripsToRip(input.rods));
  const done = new Map<WoodNeeds, WoodGroup>();
  let rounds = 0;
  for (const rivals of rivalsAmong(all, input)) {
    const ordering = bestOrder(rivals, takenByRods(input.rods), (needs, taken) => {
      const { pieces, boards, kerf, manner, sources } = groupBefore(needs, input, taken);
      const search = searchFor(all.indexOf(needs), Math.min(steps, TRIAL_STEPS));
      const layout = layOnBoards(pieces, boards, kerf, search, manner);
      return { layout, copies: copiesTaken(layout, sources) };
    });
    const order = yield* watched(ordering, () => ({ done: done.size, of: all.length, rounds }), isStopped);
    const taken = takenByRods(input.rods);
    const copies = new Map<WoodNeeds, Copies>();
    for (const needs of order) {
      const group = groupBefore(needs, input, taken);
      const search = searchFor(all.indexOf(needs), steps);
      const laying = layingOnBoards(group.pieces, group.boards, group.kerf, search, group.manner);
      let next = laying.next(false);
      while (!next.done && !(isStopped() && next.value)) {
        if (next.value) rounds++;
        yield { done: done.size, of: all.length, rounds };
        next = laying.next(isStopped());
      }
      const layout = next.value;
      if (!layout) throw new Error('a layout ended before there was one');
      const own = copiesTaken(layout, group.sources);
      copies.set(needs, own);
      take(taken, own);
      done.set(needs, groupAfter(group, layout, input));
    }
    for (const needs of order) {
      const others = takenByRods(input.rods);
      for (const [other, own] of copies) if (other !== needs) take(others, own);
      const group = done.get(needs);
      const isFree = (board: BoardPlan): boolean =>
        !copiesOf(board).some((copy) => others.get(board.itemId)?.has(copy));
      if (group) done.set(needs, { ...group, spare: group.spare.filter(isFree) });
    }
  }
  return all.flatMap((needs) => done.get(needs) ?? []);
}

/** Goes through a work, telling how far everything is, and hurries it once it shall stop. */
function* watched<T>(
  work: Generator<unknown, T, boolean>,
  progress: () => WoodProgress,
  isStopped: () => boolean,
): Generator<WoodProgress, T> {
  for (let next = work.next(false); ; next = work.next(isStopped())) {
    if (next.done) return next.value;
    yield progress();
  }
}

/** Groups that could use a board of the same item, together; every other group alone. */
function rivalsAmong(all: readonly WoodNeeds[], input: WoodPlanInput): WoodNeeds[][] {
  const none = new Map<string, Set<number>>();
  const items = all.map((needs) => new Set(sourcesBefore(needs, input, none).map(({ item }) => item.id)));
  const sets: { readonly groups: WoodNeeds[]; readonly items: Set<string> }[] = [];
  all.forEach((needs, i) => {
    const own = items[i] ?? new Set<string>();
    const met = sets.filter((set) => [...own].some((id) => set.items.has(id)));
    const joined = { groups: [...met.flatMap(({ groups }) => groups), needs], items: new Set(own) };
    for (const set of met) {
      for (const id of set.items) joined.items.add(id);
      sets.splice(sets.indexOf(set), 1);
    }
    sets.push(joined);
  });
  return sets.map(({ groups }) => groups);
}

/** A group on its way: its blanks as pieces, and the boards they may go on. */
interface OpenGroup {
  readonly needs: WoodNeeds;
  readonly sources: readonly Source[];
  readonly pieces: readonly LaidPiece[];
  readonly boards: readonly LaidBoard[];
  readonly kerf: number;
  readonly manner: Manner;
  readonly unpinned: readonly PinnedBlank[];
}

function sourcesBefore(
  { woodId, thicknessMm, blanks }: WoodNeeds,
  { rack, machines, wishes }: WoodPlanInput,
  taken: Taken,
): Source[] {
  const widest = blanks.reduce(
    (most, { length, width, turnable }) => Math.max(most, turnable ? Math.min(length, width) : width),
    0,
  );
  return sourcesFor({ woodId, thicknessMm, widest, count: blanks.length }, rack, taken, machines, wishes);
}

function groupBefore(needs: WoodNeeds, input: WoodPlanInput, taken: Taken): OpenGroup {
  const { machines, objective, wishes } = input;
  const { rip, crosscut, jigsaw } = machines;
  const free = wishes.freeForm ? jigsaw : null;
  const kerf = toNm(free?.kerfMm ?? Math.max(rip?.kerfMm ?? KERF_BY_HAND, crosscut?.kerfMm ?? KERF_BY_HAND));
  const manner = free ? 'free-form' : 'edge-to-edge';
  const sources = sourcesBefore(needs, input, taken);
  const pieces = needs.blanks.map(({ length, width, turnable }): LaidPiece => ({
    length: toNm(length),
    width: toNm(width),
    turnable,
  }));
  const worth = worthBy(objective, sources);
  const boards = sources.map((source) => laidBoard(source, worth));
  const unpinned: PinnedBlank[] = [];
  for (const pin of wishes.pins) {
    if (!needs.blanks.some(({ stackKey }) => stackKey === pin.stackKey)) continue;
    const board = sources.findIndex((source) => isAt(source, pin));
    const before = boards[board];
    const piece = needs.blanks.findIndex(({ stackKey, nth }) => stackKey === pin.stackKey && nth === pin.nth);
    const put = before && pieces[piece] ? pinOn(before, pieces[piece], piece, pin, kerf, manner) : null;
    if (put) boards[board] = put;
    else unpinned.push(pin);
  }
  return { needs, sources, pieces, boards, kerf, manner, unpinned };
}

const isAt = ({ item, copy, slice }: Source, pin: PinnedBlank): boolean =>
  item.id === pin.itemId && copy === pin.copy && slice === pin.slice;

/** The board with one pin more, or null where it cannot be cut so. */
function pinOn(
  board: LaidBoard,
  piece: LaidPiece,
  place: number,
  pin: PinnedBlank,
  kerf: number,
  manner: Manner,
): LaidBoard | null {
  const turned = pin.turned && piece.turnable;
  const own: Pin = {
    piece: place,
    turned,
    x: toNm(pin.x),
    y: toNm(pin.y),
    length: turned ? piece.width : piece.length,
    width: turned ? piece.length : piece.width,
  };
  const pins = [...board.pins, own];
  return mayPin(board, board.flaws, pins, kerf, manner) ? { ...board, pins } : null;
}

function groupAfter(
  { needs, sources, pieces, boards, kerf, manner, unpinned }: OpenGroup,
  layout: BoardsLayout,
  { rack, machines }: WoodPlanInput,
): WoodGroup {
  const { blanks, woodId, thicknessMm } = needs;
  const letters = lettersFor(blanks);
  const used = layout.used.map(({ board, tree: laidTree, pieces: laid }): BoardPlan => {
    const source = sources[board];
    const size = boards[board];
    if (!source || !size) throw new Error('a layout uses a board that was not given');
    const tree =
      manner === 'edge-to-edge' && size.flaws.length === 0 && size.pins.length === 0
        ? gathered(ripsFirst(gathered(laidTree, kerf), toNm(USEFUL_SIDE)), kerf)
        : ripsFirst(laidTree);
    const wrong = verifyCuts(tree, size, pieces, kerf, size.flaws, laid);
    if (wrong.length > 0) throw new Error(`a layout breaks the rules: ${wrong.join('; ')}`);
    return boardPlan(source, tree, laid, size.pins, (i) => letters[i] ?? '');
  });
  const { missing } = layout;
  const area = (of: readonly number[]): number =>
    sumMm(of.map((i) => (blanks[i]?.length ?? 0) * (blanks[i]?.width ?? 0)));
  const taken = sumMm(used.map(({ length, width }) => length * width));
  const laid = used.flatMap((board) => board.blanks);
  const withKerf =
    laid.reduce((sum, i) => sum + ((pieces[i]?.length ?? 0) + kerf) * ((pieces[i]?.width ?? 0) + kerf), 0) / 1e12;
  const isLacking = missing.length > 0;
  return {
    ...needs,
    letters,
    kerfMm: fromNm(kerf),
    manner,
    boards: used,
    spare: spareBoards(sources, new Set(layout.used.map(({ board }) => board))),
    missing,
    unpinned,
    usedShare: taken === 0 ? 0 : area(laid) / taken,
    bestShare: withKerf === 0 ? 0 : area(laid) / Math.min(taken, withKerf),
    toBuy: isLacking
      ? toBuy(
          woodId,
          thicknessMm,
          missing.flatMap((i) => blanks[i] ?? []),
          rack,
          machines,
        )
      : null,
    substitutes: isLacking ? substitutesFor(woodId, thicknessMm, area(missing), rack) : [],
    millingMinutes: millingMinutes(used),
    milling: millingOptions(woodId, thicknessMm, rack, machines),
  };
}

/** A letter for each size of each part, in the order they come; after Z come A2, B2 and so on. */
export function lettersFor(blanks: readonly NeededBlank[]): string[] {
  const known = new Map<string, string>();
  return blanks.map(({ name, length, width }) => {
    const key = `${name} ${String(toNm(length))} ${String(toNm(width))}`;
    const [round, place] = [Math.floor(known.size / 26), known.size % 26];
    const letter = known.get(key) ?? `${String.fromCharCode(65 + place)}${round > 0 ? String(round + 1) : ''}`;
    known.set(key, letter);
    return letter;
  });
}

/** Each board is milled once, however many slices of it are used. */
function millingMinutes(boards: readonly BoardPlan[]): number {
  const milled = new Map(boards.map(({ itemId, copy, way }) => [`${itemId} ${String(copy)}`, way.minutes]));
  return [...milled.values()].reduce((sum, minutes) => sum + minutes, 0);
}
