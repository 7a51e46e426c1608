import { describe, expect, test } from '@jest/globals';
import { seededSearch } from '../../layout';
import { inches } from '../../units';
import { TYPICAL_MACHINES } from '../../wood';
import { inputFor, part, planned, quietKit, rectangle, template } from '../fixtures.test-support';
import { NO_WISHES, type WoodWishes } from '../model/wishes';
import { layingWood, pinBlank, pinOnBoard, planWood } from '.';
import { waysOut } from '../ways-out';
import type { RackEntry, WoodGroup } from '../model/supply';
import { onRack } from './rack.test-support';

const stock = (...typed: string[]): RackEntry[] => typed.map((text, i) => onRack(text, { id: `item ${String(i)}` }));
/** Plates of 4 by 3 in, of red oak 1/4 thick; the blank has a quarter inch more on each side. */
const plates = async (copies: number) => {
  const plate = part('plate', { outline: { id: 'o', line: null, path: rectangle(inches(4), inches(3)) } });
  return planned(inputFor([template('toy', [plate])], copies, { shop: { maxLayers: 1 } }));
};
const WOOD_TASK = { machines: TYPICAL_MACHINES, objective: 'wood' as const, wishes: NO_WISHES, rods: [] };
const lay = async (copies: number, ...rack: string[]) =>
  planWood({ ...WOOD_TASK, plan: await plates(copies), rack: stock(...rack) }, seededSearch)[0]!;

describe('blanks on the rack', () => {
  test('a board just wide and long enough for six: six blanks, the cuts in an order that can be followed', async () => {
    // Six of 4-1/2 by 3-1/2 with five kerfs of 1/8 between: 27-5/8 long.
    const group = await lay(6, 'red oak 1/4 x 3 1/2 x 28');
    expect(group.missing).toEqual([]);
    expect(group.boards).toHaveLength(1);
    const [board] = group.boards;
    // One stop setting for all: five cuts, and the sixth is what is left.
    expect(board!.cuts).toMatchObject([{ axis: 'crosscut', settingNm: inches(4.5) * 1e6, count: 6 }]);
    expect(group.letters).toEqual(['A', 'A', 'A', 'A', 'A', 'A']);
  });

  test('what lacks is told in board feet, with the width it takes', async () => {
    const group = await lay(8, 'red oak 1/4 x 3 1/2 x 28', 'red oak 1/4 x 3 x 90');
    expect(group.missing).toHaveLength(2);
    // Two of 4-1/2 by 3-1/2, each with a kerf of 1/8: 2 x 4.625 x 3.625 square inches; a 4/4 board gives two slices of 1/4,
    // so half of it at 1 in thick, and a fifth more: 33.53 / 2 x 1.2 of 144 to the board foot.
    expect(group.toBuy!.boards).toMatchObject({ rough: '4/4', slices: 2 });
    expect(group.toBuy!.boards!.boardFeet).toBeCloseTo((((2 * 4.625 * 3.625) / 2) * 1.2) / 144, 6);
    expect(group.toBuy!.widest).toBeCloseTo(inches(3.5), 6);
  });

  test('a thicker rough board is resawn where no board of the thickness is there, each of its slices used', async () => {
    const group = await lay(12, 'red oak 4/4 x 3 1/2 x 28');
    expect(group.missing).toEqual([]);
    expect(group.boards.map(({ way, copy }) => [way.way.kind, copy])).toEqual([
      ['resaw', 1],
      ['resaw', 1],
    ]);
    expect(group.millingMinutes).toBeGreaterThan(0);
  });

  test('offcuts go first, a wide board is spared, and useful rests are kept', async () => {
    const group = await lay(2, 'red oak 1/4 x 9 x 30', 'red oak offcut 1/4 x 4 x 12', 'red oak 1/4 x 4 x 30');
    expect(group.boards.map(({ itemId }) => itemId)).toEqual(['item 1']);
    const wide = await lay(4, 'red oak 1/4 x 9 x 30', 'red oak 1/4 x 4 x 30');
    expect(wide.boards.map(({ itemId }) => itemId)).toEqual(['item 1']);
    // 30 in less four blanks of 4-1/2 and four kerfs: 11-1/2 in of the board is left in one piece.
    expect(Math.max(...wide.boards[0]!.offcuts.map(({ length }) => length))).toBeCloseTo(inches(11.5), 3);
  });

  test('wet wood is left to dry while there is dry wood, however much more of that it takes', async () => {
    const rack = stock('red oak 1/4 x 4 x 30', 'red oak 1/4 x 5 x 36');
    const wet = rack.map((entry, i) => (i === 0 ? { ...entry, item: { ...entry.item, moisturePercent: 19 } } : entry));
    const boards = async (entries: RackEntry[]) =>
      planWood({ ...WOOD_TASK, plan: await plates(4), rack: entries }, seededSearch)[0]!.boards;
    expect((await boards(rack)).map(({ itemId }) => itemId)).toEqual(['item 0']);
    expect((await boards(wet)).map(({ itemId }) => itemId)).toEqual(['item 1']);
  });

  test('another wood of the thickness is named where it has the room, and wood that others reserved is not used', async () => {
    expect((await lay(2, 'cherry 1/4 x 6 x 30')).substitutes).toEqual(['cherry']);
    const none = stock('red oak 1/4 x 6 x 30').map((entry) => ({ ...entry, free: 0 }));
    const [group] = planWood({ ...WOOD_TASK, plan: await plates(1), rack: none }, seededSearch);
    expect(group!.missing).toHaveLength(1);
  });

  test('the share used never passes the share that the kerfs allow', async () => {
    const group = await lay(20, '6 red oak 1/4 x 5 x 30', '2 red oak 1/4 x 8 x 24');
    expect(group.usedShare).toBeGreaterThan(0.5);
    expect(group.usedShare).toBeLessThanOrEqual(group.bestShare);
    expect(group.bestShare).toBeLessThanOrEqual(1);
  });
});

describe('what the maker grants and pins', () => {
  const plate = part('plate', {
    outline: { id: 'o', line: null, path: rectangle(inches(4), inches(3)) },
    pinnedLayers: 3,
  });
  const input = inputFor([template('toy', [plate])], 4, { shop: { maxLayers: 4 } });
  const wood = (...rack: string[]) => ({ ...WOOD_TASK, rack: stock(...rack) });
  const layWith = async (wishes: Partial<WoodWishes>, ...rack: string[]): Promise<WoodGroup> => {
    const granted = { ...NO_WISHES, ...wishes };
    const plan = await planned({ ...input, run: { ...input.run, wood: granted } });
    return planWood({ ...wood(...rack), plan, wishes: granted }, seededSearch)[0]!;
  };

  test('pinned layers of three make six blanks of four copies; left to the plan they are four', async () => {
    expect((await layWith({}, 'red oak 1/4 x 4 x 96')).blanks).toHaveLength(6);
    expect((await layWith({ freeLayers: true }, 'red oak 1/4 x 4 x 96')).blanks).toHaveLength(4);
  });

  test('a smaller margin, another wood, boards glued up, milling by hand: each as it was granted', async () => {
    const narrow = await layWith({ margin: { mm: inches(1 / 8), typed: '1/8' } }, 'red oak 1/4 x 4 x 96');
    expect(narrow.blanks[0]!.width).toBeCloseTo(inches(3.25), 6);
    const substitutes = [{ woodId: 'red-oak', nominalMm: inches(1 / 4), instead: 'cherry' }];
    expect((await layWith({ substitutes }, 'cherry 1/4 x 4 x 96')).missing).toEqual([]);
    const glued = await layWith({ laminate: true }, '2 red oak 5/32 x 4 x 96');
    expect(glued.boards.map(({ way, copy }) => [way.way.kind, copy])).toEqual([['laminate', 1]]);
    expect((await layWith({}, '2 red oak 5/32 x 4 x 96')).boards).toEqual([]);
    const plan = await planned(input);
    const byHand = (granted: boolean) =>
      planWood(
        {
          ...wood('red oak 3/4 x 5 x 48'),
          plan,
          machines: { ...TYPICAL_MACHINES, planer: null },
          wishes: { ...NO_WISHES, byHand: granted },
        },
        seededSearch,
      )[0]!;
    expect(byHand(false).boards).toEqual([]);
    expect(byHand(true).boards[0]!.way.lacking).toContain('planer');
  });

  test('a board too wide for the resaw is ripped, its strips are resawn, and blanks lie on each strip clear of its knots', async () => {
    // 8 in are two strips of 3-15/16; from 3/4 come two slices of 1/4.
    const knot = { kind: 'knot' as const, x: inches(6), y: inches(1), length: 20, width: 20 };
    const rack = [onRack('red oak 3/4 x 8 x 14', { defects: [knot] })];
    const task = { ...WOOD_TASK, rack, plan: await planned(input) };
    const group = planWood(task, seededSearch)[0]!;
    expect(group.missing).toEqual([]);
    for (const { way, width, defects, slice } of group.boards) {
      expect([way.way, way.rippedInto]).toEqual([{ kind: 'resaw', slices: 2 }, 2]);
      expect(width).toBeCloseTo(inches(3.9375), 6);
      expect(defects).toHaveLength(slice <= 2 ? 1 : 0);
    }
    // All slices are of one board, milled once.
    expect(new Set(group.boards.map(({ copy }) => copy))).toEqual(new Set([1]));
    expect(group.millingMinutes).toBe(group.boards[0]!.way.minutes);
  });

  test('ways out: each is planned anew, what leaves nothing missing stands first, in the order of effort', async () => {
    // Four blanks of 4-1/2 with three kerfs take 18-3/8 in; the fifth and sixth have no room.
    const rack = wood('red oak 1/4 x 4 x 19', 'cherry 1/4 x 6 x 60');
    const groups = planWood({ ...rack, plan: await planned(input), wishes: NO_WISHES }, seededSearch);
    expect(groups[0]!.missing).toHaveLength(2);
    const ways = await waysOut(input, rack, groups, quietKit, seededSearch);
    expect(ways.map(({ kind, missing }) => [kind, missing])).toEqual([
      ['free-layers', 0],
      ['substitute', 0],
      ['fewer-copies', 0],
    ]);
    // Three copies are one stack of three layers.
    expect(ways[2]!.inputs).toMatchObject({ copies: 3, now: 4 });
    const lines = ways[2]!.run.lines.map(({ copies }) => copies);
    expect(lines).toEqual([3]);
  });

  test('to make none of it is no way out: with an empty rack there is nothing but to buy', async () => {
    const rack = wood();
    const groups = planWood({ ...rack, plan: await planned(input), wishes: NO_WISHES }, seededSearch);
    const ways = await waysOut(input, rack, groups, quietKit, seededSearch);
    expect(ways.filter(({ kind }) => kind === 'fewer-copies')).toEqual([]);
  });

  test('a pinned blank stays where it was put, tight where it nearly is; one that cannot be cut free is refused', async () => {
    const rack = 'red oak 1/4 x 8 x 48';
    const group = await layWith({}, rack);
    const [board] = group.boards;
    const pinned = pinBlank(group, board!, 2, { x: inches(20), y: 4 });
    if (!pinned.ok) throw new Error(pinned.error.message);
    expect(pinned.value).toMatchObject({ x: inches(20), y: 0, itemId: 'item 0', copy: 1, slice: 1, nth: 2 });
    const again = await layWith({ pins: [pinned.value] }, rack);
    expect([again.missing, again.boards[0]!.pinned, again.unpinned]).toEqual([[], [2], []]);
    // In line with it across, but lengthways in the way of both cuts beside it.
    const crossing = pinBlank(again, again.boards[0]!, 0, { x: inches(20) + 20, y: inches(3) });
    expect(crossing).toMatchObject({ ok: false, error: { kind: 'cannot-part' } });
    const elsewhere = await layWith({ pins: [pinned.value] }, 'red oak 1/4 x 3 x 48');
    expect(elsewhere.unpinned).toHaveLength(1);
  });

  test('a blank may be put on a board on which nothing lies, and a second one beside it', async () => {
    const rack = ['red oak 1/4 x 4 x 48', '2 red oak 1/4 x 8 x 12'];
    const group = await layWith({}, ...rack);
    expect(group.boards.map(({ itemId }) => itemId)).toEqual(['item 0']);
    expect(group.spare.map(({ itemId, copy, blanks }) => [itemId, copy, blanks])).toEqual([['item 1', 1, []]]);
    const first = pinOnBoard(group, group.spare[0]!, 5);
    if (!first.ok) throw new Error(first.error.message);
    expect(first.value).toMatchObject({ itemId: 'item 1', copy: 1, x: 0, y: 0, nth: 5 });
    const again = await layWith({ pins: [first.value] }, ...rack);
    const other = again.boards.find(({ itemId }) => itemId === 'item 1')!;
    expect([again.missing, other.pinned]).toEqual([[], [5]]);
    // Blanks of 3-1/2 by 4-1/2: above the first there is room for another in 8 in, a kerf of 1/8 between.
    const second = pinOnBoard(again, other, 4);
    expect(second).toMatchObject({ ok: true, value: { x: 0, y: expect.closeTo(inches(3.625), 3) } });
    // What is used is not spare, and of the three boards none is lost.
    const shown = [...again.boards, ...again.spare].map(({ itemId, copy }) => `${itemId} ${String(copy)}`);
    expect(shown.sort()).toEqual(['item 0 1', 'item 1 1', 'item 1 2']);
    const small = await layWith({}, 'red oak 1/4 x 4 x 48', 'red oak 1/4 x 3 x 12');
    expect(pinOnBoard(small, small.spare[0]!, 0)).toMatchObject({ ok: false, error: { kind: 'beyond-board' } });
  });

  test('with a jigsaw blanks may lie anywhere: pins need but its kerf between them', async () => {
    const machines = { ...TYPICAL_MACHINES, jigsaw: { kerfMm: 1.5 } };
    const wishes = { ...NO_WISHES, freeForm: true };
    const task = { ...wood('red oak 1/4 x 8 x 48'), machines, plan: await planned(input) };
    const [group] = planWood({ ...task, wishes }, seededSearch);
    const [board] = group!.boards;
    expect([group!.manner, group!.kerfMm, group!.missing]).toEqual(['free-form', 1.5, []]);
    expect(board!.cuts).toMatchObject([{ axis: 'jigsaw' }]);
    const first = pinBlank(group!, board!, 0, { x: inches(20), y: inches(2) });
    if (!first.ok) throw new Error(first.error.message);
    const [again] = planWood({ ...task, wishes: { ...wishes, pins: [first.value] } }, seededSearch);
    expect([again!.boards[0]!.pinned, again!.unpinned]).toEqual([[0], []]);
    expect(pinBlank(again!, again!.boards[0]!, 1, { x: inches(21), y: inches(3) })).toMatchObject({
      ok: false,
      error: { kind: 'cannot-part' },
    });
    // Without the machine the wish is not granted.
    const [plain] = planWood({ ...task, machines: TYPICAL_MACHINES, wishes }, seededSearch);
    expect(plain!.manner).toBe('edge-to-edge');
  });

  test('the search tells how far it is, and keeps the best once it is stopped', async () => {
    const task = { ...wood('2 red oak 1/4 x 8 x 48'), plan: await planned(input), wishes: NO_WISHES };
    let stopped = false;
    const laying = layingWood(task, seededSearch, () => stopped);
    expect(laying.next()).toMatchObject({ done: false, value: { done: 0, of: 1, rounds: 1 } });
    stopped = true;
    const last = laying.next();
    expect(last.done && last.value[0]!.missing).toEqual([]);
  });

  test('stopped before the first board is full, it still lays every blank', async () => {
    // Two hundred plates, no two alike, which take some six boards.
    const plateOf = (i: number) =>
      part(`p${String(i)}`, {
        outline: { id: `o${String(i)}`, line: null, path: rectangle(40 + i / 2, 60 + (i % 20)) },
      });
    const parts = Array.from({ length: 200 }, (_none, i) => plateOf(i));
    const plan = await planned(inputFor([template('many', parts)], 1, { shop: { maxLayers: 1 } }));
    const task = { ...WOOD_TASK, plan, rack: stock('20 red oak 1/4 x 8 x 48') };
    const laying = layingWood(task, seededSearch, () => true);
    let [looks, next] = [0, laying.next()];
    for (; !next.done; next = laying.next()) looks++;
    expect(next.value[0]!.missing).toEqual([]);
    // Between two looks a board is filled, not all of them.
    expect(looks).toBeGreaterThanOrEqual(next.value[0]!.boards.length);
  });
});
