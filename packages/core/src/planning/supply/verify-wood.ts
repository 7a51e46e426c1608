import { boardAround, eachNode, piecesIn, verifyCuts, type LaidPiece } from '../../layout';
import { compareMm, fromNm, sumMm, toNm } from '../../units';
import { waysFrom, type Defect, type StockItem } from '../../wood';
import type { PlannedRod, RodGroup } from '../model/rod';
import type { NeededBlank, RackEntry, TakenBoard, TakenGroup, WoodPlanInput } from '../model/supply';
import { blanksOf, hashOf } from '../blanks';
import { isOfSection } from './rods';
import { boardOf, copiesOf, flawsOf, isAllowed } from './sources';

/**
 * Checks the wood of a whole run against its plan, the rack and the rules, with the laying itself left out; what a plan needs cut, and what a
 * board gives milled, is told by the same functions as there. Every blank and rod that the run needs is laid once or
 * named missing, with its size; each board on the rack is given away once, milled one way that its machines allow; cuts,
 * kerfs, grain and defects are kept; what is missing has no room on a whole board that nobody uses. Returns what is wrong,
 * in words for a log; empty where nothing is.
 */
export function verifyWood(input: WoodPlanInput, groups: readonly TakenGroup[]): string[] {
  return [
    ...needsWrong(input, groups),
    ...rodNeedsWrong(input),
    ...groups.flatMap((group) => groupWrong(input, group)),
    ...input.rods.flatMap((group) => rodsWrong(input, group)),
    ...boardsWrong(input, groups),
    ...roomLeft(input, groups),
  ];
}

type Offcut = TakenBoard['offcuts'][number];

const nameOf = ({ woodId, thicknessMm }: TakenGroup): string => `${woodId} ${String(thicknessMm)} mm`;

/** Needs counted again: `wood thickness stack length width passes`, and which of its boards, so many. */
function needsWrong({ plan, rods }: WoodPlanInput, groups: readonly TakenGroup[]): string[] {
  const needed = new Map<string, number>();
  const add = (to: Map<string, number>, key: readonly (string | number)[], count: number): void =>
    void to.set(key.join(' '), (to.get(key.join(' ')) ?? 0) + count);
  for (const stack of plan.stacks) {
    const gangs = new Map(stack.gangs.map((gang) => [gang.key, gang]));
    for (const { gangKey, length, width, count, passes } of blanksOf(stack)) {
      // A blank that is glued up is one of each of its boards.
      const { plies = [] } = gangs.get(gangKey) ?? {};
      plies.forEach(({ wood, thicknessMm }, ply) => {
        const board = `${String(ply)} of ${String(plies.length)}`;
        add(needed, [wood.id, toNm(thicknessMm), stack.key, toNm(length), toNm(width), passes, board], count);
      });
    }
  }
  for (const { kind, rods: own, missing } of rods)
    own.forEach(({ rodId, woodId, thicknessMm, widthMm, lengthMm }, i) => {
      const key = [woodId, toNm(thicknessMm), rodId, toNm(lengthMm), toNm(widthMm ?? 0), 1, '0 of 1'];
      if (kind === 'strip' && (missing[i] ?? 0) > 0) add(needed, key, missing[i] ?? 0);
    });
  const given = new Map<string, number>();
  for (const { woodId, thicknessMm, blanks } of groups)
    for (const { stackKey, length, width, layers, ply, plies } of blanks) {
      const board = `${String(ply)} of ${String(plies)}`;
      add(given, [woodId, toNm(thicknessMm), stackKey, toNm(length), toNm(width), layers, board], 1);
    }
  const places = groups.flatMap(({ blanks }) => blanks.map(({ stackKey, nth }) => `${stackKey} ${String(nth)}`));
  return [
    ...[...new Set([...needed.keys(), ...given.keys()])]
      .filter((key) => needed.get(key) !== given.get(key))
      .map((key) => `blank ${key}: ${String(given.get(key) ?? 0)} where ${String(needed.get(key) ?? 0)} are needed`),
    ...(new Set(places).size < places.length ? ['two blanks of a stack have the same number'] : []),
  ];
}

function groupWrong(input: WoodPlanInput, group: TakenGroup): string[] {
  const { blanks, boards, missing, toBuy, manner } = group;
  const wrong: string[] = [];
  const say = (what: string): void => void wrong.push(`${nameOf(group)}: ${what}`);
  const placed = [...boards.flatMap(({ treeNm }) => piecesIn(treeNm).map(({ piece }) => piece)), ...missing];
  blanks.forEach((_blank, i) => {
    const times = placed.filter((piece) => piece === i).length;
    if (times !== 1) say(`blank ${String(i)} is laid or missing ${String(times)} times`);
  });
  if (placed.some((piece) => !blanks[piece])) say('something is laid that is no blank of it');
  if (manner === 'free-form' && !(input.wishes.freeForm && input.machines.jigsaw)) say('is cut free without a jigsaw');
  if (missing.length > 0 !== (toBuy !== null)) say('what is missing and what is to be bought do not agree');
  for (const board of boards) wrong.push(...boardWrong(input, group, board));
  return wrong;
}

function boardWrong({ rack, machines, wishes }: WoodPlanInput, group: TakenGroup, board: TakenBoard): string[] {
  const { itemId, copy, slice, way, length, width, treeNm, blanks } = board;
  const name = `${nameOf(group)}, board ${itemId} ${String(copy)}.${String(slice)}`;
  const entry = rack.find(({ item }) => item.id === itemId);
  if (!entry) return [`${name} is not on the rack`];
  const { item, free } = entry;
  const wrong: string[] = [];
  const say = (what: string): void => void wrong.push(`${name} ${what}`);
  if (item.archived || item.woodId !== group.woodId) say('is of another wood, or put away');
  if (copy < 1 || copiesOf(board).some((one) => one > free)) say(`is one of ${String(free)}`);
  if (slice < 1 || slice > Math.max(1, way.yield)) say('has no such slice');
  const known = waysFrom(item, group.thicknessMm, machines).find(
    (one) => JSON.stringify(one) === JSON.stringify(way) && isAllowed(one, wishes),
  );
  if (!known) say('cannot be milled so');
  const real = boardOf({ item, copy, slice, way });
  if (compareMm(real.length, length) !== 0 || compareMm(real.width, width) !== 0) say('has another size');
  const kerf = leastKerf(group, machines);
  const size = { length: toNm(real.length), width: toNm(real.width) };
  const pieces = group.blanks.map(({ length: own, width: across, turnable }): LaidPiece => ({
    length: toNm(own),
    width: toNm(across),
    turnable,
  }));
  for (const one of verifyCuts(treeNm, size, pieces, kerf, flawsOf(real.defects), blanks)) say(one);
  if (treeNm.kind === 'free' && group.manner !== 'free-form') say('is cut free');
  for (const one of offcutsWrong(board)) say(one);
  const inTree = piecesIn(treeNm).map(({ piece }) => piece);
  if ([...inTree].sort().join() !== [...blanks].sort().join()) say('lists other blanks than lie on it');
  return wrong;
}

/** What is said to be left lies on the board, clear of what is cut from it, of defects and of each other. */
function offcutsWrong({ offcuts, treeNm, length, width, defects }: TakenBoard): string[] {
  const inMm = piecesIn(treeNm).map((piece) => ({
    x: fromNm(piece.x),
    y: fromNm(piece.y),
    length: fromNm(piece.length),
    width: fromNm(piece.width),
  }));
  const isApart = (a: Defect | Offcut, b: Defect | Offcut): boolean =>
    compareMm(a.x + a.length, b.x) <= 0 ||
    compareMm(b.x + b.length, a.x) <= 0 ||
    compareMm(a.y + a.width, b.y) <= 0 ||
    compareMm(b.y + b.width, a.y) <= 0;
  const isRight = (offcut: Offcut, i: number): boolean =>
    Math.min(offcut.x, offcut.y) >= 0 &&
    compareMm(offcut.x + offcut.length, length) <= 0 &&
    compareMm(offcut.y + offcut.width, width) <= 0 &&
    [...inMm, ...defects, ...offcuts.slice(i + 1)].every((other) => isApart(offcut, other));
  return offcuts.every(isRight) ? [] : ['leaves what is not left of it'];
}

/** The widest kerf of the machines that cut a group, nm; where none says it, what the group says. */
function leastKerf({ manner, kerfMm }: TakenGroup, { rip, crosscut, jigsaw }: WoodPlanInput['machines']): number {
  if (manner === 'free-form') return toNm(jigsaw?.kerfMm ?? kerfMm);
  return toNm(Math.max(rip?.kerfMm ?? 0, crosscut?.kerfMm ?? 0) || kerfMm);
}

/** Every rod that the plan still wants is in one group, as the plan has it. */
function rodNeedsWrong({ plan, rods }: WoodPlanInput): string[] {
  const asked = (list: readonly PlannedRod[]): string[] =>
    list
      .filter(({ count }) => count > 0)
      .map(hashOf)
      .sort();
  const given = asked(rods.flatMap((group) => group.rods));
  return given.join() === asked(plan.rods).join() ? [] : ['other rods are cut than the run needs'];
}

function rodsWrong({ rack, machines }: WoodPlanInput, group: RodGroup): string[] {
  const { rods, bars, missing } = group;
  const wrong: string[] = [];
  const say = (what: string): void => void wrong.push(`${group.kind} ${group.woodId}: ${what}`);
  rods.forEach(({ name, count }: PlannedRod, i) => {
    const cut = bars.reduce((sum, { pieces }) => sum + (pieces[i] ?? 0), 0);
    if (cut + (missing[i] ?? 0) !== count)
      say(`${String(cut)} of ${name} cut and ${String(missing[i] ?? 0)} missing, needed ${String(count)}`);
  });
  const kerf = machines.crosscut?.kerfMm ?? 0;
  for (const { itemId, pieces, lengthMm, restMm } of bars) {
    const item = rack.find((entry) => entry.item.id === itemId)?.item;
    const [first] = rods;
    if (!item || !first || item.archived || !isOfSection(item, first)) say(`bar ${itemId} is not of the section`);
    if (compareMm(item?.length?.mm ?? 0, lengthMm) !== 0) say(`bar ${itemId} has another length`);
    const count = pieces.reduce((sum, n) => sum + n, 0);
    const taken = sumMm(pieces.map((n, i) => n * (rods[i]?.lengthMm ?? 0))) + Math.max(0, count - 1) * kerf;
    if (pieces.some((n) => n < 0) || compareMm(taken, lengthMm) > 0) say(`bar ${itemId} is shorter than what is cut`);
    if (compareMm(taken + restMm, lengthMm) > 0) say(`bar ${itemId} leaves less than is said`);
  }
  return wrong;
}

/** Each board is used by one group, milled one way, each slice once; bars too. */
function boardsWrong({ rack, rods }: WoodPlanInput, groups: readonly TakenGroup[]): string[] {
  const wrong: string[] = [];
  const users = new Map<string, string>();
  const mark = (itemId: string, copy: number, user: string): void => {
    const key = `${itemId} ${String(copy)}`;
    const before = users.get(key);
    if (before !== undefined && before !== user) wrong.push(`board ${key} is given to ${before} and to ${user}`);
    users.set(key, user);
  };
  rods.forEach(({ bars }, g) =>
    bars.forEach(({ itemId, copy }, b) => {
      mark(itemId, copy, `bar ${String(b)} of rods ${String(g)}`);
      const free = rack.find(({ item }) => item.id === itemId)?.free ?? 0;
      if (copy < 1 || copy > free) wrong.push(`bar ${itemId} ${String(copy)} is one of ${String(free)}`);
    }),
  );
  const slices = new Set<string>();
  for (const group of groups)
    for (const board of group.boards) {
      for (const copy of copiesOf(board))
        // Boards glued up belong together, and slices of one board do.
        mark(board.itemId, copy, `${nameOf(group)}, ${board.way.way.kind} from ${String(board.copy)}`);
      const slice = `${board.itemId} ${String(board.copy)} ${String(board.slice)}`;
      if (slices.has(slice)) wrong.push(`board ${slice} is laid twice`);
      slices.add(slice);
    }
  return wrong;
}

/** What is named missing though a whole, ready board of its thickness lies there unused, with room clear of its defects. */
function roomLeft({ rack, rods, machines }: WoodPlanInput, groups: readonly TakenGroup[]): string[] {
  const used = new Map<string, Set<number>>();
  const mark = (itemId: string, copy: number): void => void used.set(itemId, (used.get(itemId) ?? new Set()).add(copy));
  for (const { itemId, copy } of rods.flatMap(({ bars }) => bars)) mark(itemId, copy);
  for (const board of groups.flatMap(({ boards }) => boards))
    for (const copy of copiesOf(board)) mark(board.itemId, copy);
  const isWhole = ({ item, free }: RackEntry): boolean =>
    !item.archived && item.kind !== 'dowel' && (used.get(item.id)?.size ?? 0) < free;
  return groups.flatMap((group) => {
    const whole = rack.filter(
      (entry) =>
        entry.item.woodId === group.woodId &&
        isWhole(entry) &&
        waysFrom(entry.item, group.thicknessMm, machines)[0]?.way.kind === 'ready',
    );
    return group.missing.flatMap((i) => {
      const blank = group.blanks[i];
      const board = blank && whole.find(({ item }) => hasRoom(item, blank, leastKerf(group, machines)));
      return board ? [`${nameOf(group)}: ${blank.name} is missing, and ${board.item.id} has room for it`] : [];
    });
  });
}

function hasRoom({ length, width, defects }: StockItem, blank: NeededBlank, kerf: number): boolean {
  const size = { length: toNm(length?.mm ?? 0), width: toNm(width?.mm ?? 0) };
  const around = boardAround(size, flawsOf(defects), [], kerf);
  let found = false;
  const fits = (long: number, wide: number, room: { readonly length: number; readonly width: number }): boolean =>
    toNm(long) <= room.length && toNm(wide) <= room.width;
  if (around)
    eachNode(around, (node) => {
      if (node.kind !== 'rest' || node.defect) return;
      found ||= fits(blank.length, blank.width, node) || (blank.turnable && fits(blank.width, blank.length, node));
    });
  return found;
}
