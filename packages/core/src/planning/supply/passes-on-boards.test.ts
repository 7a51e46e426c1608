import { expect, test } from '@jest/globals';
import { inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import type { PlannedStack } from '../model/plan';
import type { BoardPlan, NeededBlank, RackEntry } from '../model/supply';
import { TYPICAL_MACHINES } from '../../wood';
import { boardsDiffer, passesOnBoards } from './passes-on-boards';
import { onRack } from './rack.test-support';
import { woodNeeds } from './needs';

const THIN = 'cherry 23/64 x 6 x 30';
const THICK = 'cherry 13/32 x 6 x 30';
const [thin, thick, reckoned] = [(25.4 * 23) / 64, (25.4 * 13) / 32, (25.4 * 3) / 8];
const rack: RackEntry[] = [onRack(THIN), onRack(THICK)];

const board = (itemId: string, blanks: readonly number[], kind: 'ready' | 'plane' = 'ready') =>
  ({ itemId, blanks, way: { way: kind === 'ready' ? { kind } : { kind, takenMm: 1 } } }) as BoardPlan;

/** One part of cherry in stacks of two, and the blanks the plan asks for. */
async function pairs(copies: number, size: readonly [number, number] = [120, 90]) {
  const foot = part('foot', {
    woodId: 'cherry',
    thickness: { mm: reckoned, typed: '3/8' },
    pinnedLayers: 2,
    outline: { id: 'o', line: null, path: rectangle(...size) },
  });
  const plan = await planned(inputFor([template('toy', [foot])], copies));
  const [stack, [needs]] = [plan.stacks[0]!, woodNeeds(plan, [])];
  return { stack, blanks: needs!.blanks };
}

const heights = (stack: PlannedStack, blanks: readonly NeededBlank[], ...boards: BoardPlan[]) =>
  passesOnBoards([{ blanks, boards }], rack)(stack);

test('each layer is as thick as its own board; what is planed or not there as reckoned', async () => {
  const { stack, blanks } = await pairs(6);
  expect(blanks).toHaveLength(6);
  const passes = heights(stack, blanks, board(THIN, [0, 1, 2]), board(THICK, [3]), board(THICK, [4], 'plane'));
  expect(passes.map(({ layersMm }) => layersMm)).toEqual([
    [expect.closeTo(thin, 6), expect.closeTo(thin, 6)],
    [expect.closeTo(thin, 6), expect.closeTo(thick, 6)],
    [expect.closeTo(reckoned, 6), expect.closeTo(reckoned, 6)],
  ]);
  // 23/64 + 13/32 = 49/64.
  expect(passes[1]!.heightMm).toBeCloseTo((25.4 * 49) / 64, 6);
});

test('blanks that are cut already come first, as reckoned', async () => {
  const { stack, blanks } = await pairs(6);
  const gang = stack.gangs[0]!.key;
  const ready = { ...stack, layersReady: { [gang]: 1 } };
  const [first] = heights(ready, blanks.slice(0, 5), board(THICK, [0, 1, 2, 3, 4]));
  expect(first!.layersMm).toEqual([expect.closeTo(reckoned, 6), expect.closeTo(thick, 6)]);
});

test('a blank shared by passes gives each of them a layer', async () => {
  const { stack, blanks } = await pairs(4, [30, 20]);
  // Two small layers side by side, two passes from each blank.
  expect(blanks.map(({ layers }) => layers)).toEqual([2, 2]);
  const passes = heights(stack, blanks, board(THIN, [0]), board(THICK, [1]));
  expect(passes.map(({ heightMm }) => heightMm)).toEqual([
    expect.closeTo(thin + thick, 6),
    expect.closeTo(thin + thick, 6),
  ]);
});

test('a layer that is glued up is its boards together', async () => {
  const foot = part('foot', {
    woodId: 'cherry',
    thickness: { mm: reckoned, typed: '3/8' },
    gluedTo: [{ woodId: 'walnut', thickness: { mm: 6.35, typed: '1/4' } }],
  });
  const plan = await planned(inputFor([template('toy', [foot])], 1));
  const groups = woodNeeds(plan, []).map((needs) => ({
    blanks: needs.blanks,
    boards: needs.woodId === 'cherry' ? [board(THICK, [0])] : [],
  }));
  expect(passesOnBoards(groups, rack)(plan.stacks[0]!).map(({ heightMm }) => heightMm)).toEqual([
    expect.closeTo(thick + 6.35, 6),
  ]);
});

test('boards make a difference where one of the wood can be used as it is and measures other', async () => {
  const { stack } = await pairs(4);
  const differ = (...texts: string[]) =>
    boardsDiffer(
      stack,
      texts.map((text) => onRack(text)),
      TYPICAL_MACHINES,
    );
  // 0.37 in is 0.13 mm less than 3/8: used as it is.
  expect(differ('cherry 3/8 x 6 x 30', 'cherry 0.37 x 6 x 30')).toBe(true);
  // As reckoned; of another wood; to be planed first; too thin.
  expect(differ('cherry 3/8 x 6 x 30')).toBe(false);
  expect(differ('walnut 0.37 x 6 x 30')).toBe(false);
  expect(differ('cherry 1/2 x 6 x 30')).toBe(false);
  expect(differ(THIN)).toBe(false);
  expect(differ()).toBe(false);
});
