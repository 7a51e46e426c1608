import { describe, expect, test } from '@jest/globals';
import { inches } from '../units';
import { parseStock, TYPICAL_MACHINES } from '../wood';
import { seededSearch } from './layout';
import { inputFor, part, planned, rectangle, template } from './fixtures.test-support';
import { planWood, type RackEntry } from './wood-plan';

const stock = (...typed: string[]): RackEntry[] =>
  typed.map((text, i) => {
    const read = parseStock(text, 'in');
    if (!read.ok) throw new Error(read.error.message);
    return { item: { ...read.value.item, id: `item ${String(i)}` }, free: read.value.quantity };
  });
/** Plates of 4 by 3 in, of red oak 1/4 thick; the blank has a quarter inch more on each side. */
const plates = async (copies: number) => {
  const plate = part('plate', { outline: { id: 'o', line: null, path: rectangle(inches(4), inches(3)) } });
  return planned(inputFor([template('toy', [plate])], copies, { shop: { maxLayers: 1 } }));
};
const lay = async (copies: number, ...rack: string[]) => {
  const [group] = planWood(
    { plan: await plates(copies), rack: stock(...rack), machines: TYPICAL_MACHINES, objective: 'wood' },
    seededSearch,
  );
  return group!;
};

describe('blanks on the rack', () => {
  test('a board just wide and long enough for six: six blanks, the cuts in an order that can be followed', async () => {
    // Six of 4-1/2 by 3-1/2 with five kerfs of 1/8 between: 27-5/8 long.
    const group = await lay(6, 'red oak 1/4 x 3 1/2 x 28');
    expect(group.missing).toEqual([]);
    expect(group.boards).toHaveLength(1);
    const [board] = group.boards;
    expect(board!.cuts.every(({ axis }) => axis === 'crosscut')).toBe(true);
    const seen = new Set(['1']);
    for (const { part: inHand } of board!.cuts) {
      expect(seen.has(inHand)).toBe(true);
      seen.add(`${inHand}a`).add(`${inHand}b`);
    }
  });

  test('what lacks is told in board feet, with the width it takes', async () => {
    const group = await lay(8, 'red oak 1/4 x 3 1/2 x 28', 'red oak 1/4 x 3 x 90');
    expect(group.missing).toHaveLength(2);
    // Two of 4-1/2 by 3-1/2 by 1/4: 7.875 cubic inches of 144 to the board foot.
    expect(group.toBuy!.boardFeet).toBeCloseTo(7.875 / 144, 6);
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

  test('another wood of the thickness is named where it has the room, and wood that others reserved is not used', async () => {
    expect((await lay(2, 'cherry 1/4 x 6 x 30')).substitutes).toEqual(['cherry']);
    const none = stock('red oak 1/4 x 6 x 30').map((entry) => ({ ...entry, free: 0 }));
    const [group] = planWood(
      { plan: await plates(1), rack: none, machines: TYPICAL_MACHINES, objective: 'wood' },
      seededSearch,
    );
    expect(group!.missing).toHaveLength(1);
  });

  test('the share used never passes the share that the kerfs allow', async () => {
    const group = await lay(20, '6 red oak 1/4 x 5 x 30', '2 red oak 1/4 x 8 x 24');
    expect(group.usedShare).toBeGreaterThan(0.5);
    expect(group.usedShare).toBeLessThanOrEqual(group.bestShare);
    expect(group.bestShare).toBeLessThanOrEqual(1);
  });
});
