import { describe, expect, test } from '@jest/globals';
import { type CutStep, restNode } from '../../layout';
import { inches } from '../../units';
import type { BoardPlan } from '../model/supply';
import { cutCaution, millingCautions } from './cautions';

const cut = (axis: 'rip' | 'crosscut', length: number, setting: number): CutStep => ({
  axis,
  settingNm: Math.round(inches(setting) * 1e6),
  inHandNm: { least: Math.round(inches(length) * 1e6), most: Math.round(inches(length) * 1e6) },
  takes: [],
  count: 1,
});

// Common practice, no published source: three inches to a fence, a foot along it, six inches to a stop.
describe('cautions stand at the step that can hurt', () => {
  test.each([
    ['a long board ripped wide', cut('rip', 48, 5), null],
    ['a long board ripped narrow', cut('rip', 48, 2), 'thin-rip'],
    ['a short part ripped, however wide', cut('rip', 9, 5), 'short-rip'],
    ['a board crosscut in the middle', cut('crosscut', 48, 20), null],
    ['a short piece off its end', cut('crosscut', 48, 4), 'short-crosscut'],
    ['a short piece left in hand', cut('crosscut', 24, 21), 'short-crosscut'],
    ['pieces cut out with a jigsaw', { axis: 'jigsaw', pieces: [] } as CutStep, 'hold-for-jigsaw'],
  ] as const)('%s', (_name, step, caution) => {
    expect(cutCaution(step)).toBe(caution);
  });

  const board = (way: BoardPlan['way']['way'], length: number, width: number): BoardPlan => ({
    itemId: 'b',
    copy: 1,
    slice: 1,
    way: { way, rippedInto: 1, widthMm: inches(width), yield: 1, minutes: 0, lacking: [] },
    length: inches(length),
    width: inches(width),
    defects: [],
    treeNm: restNode({ x: 0, y: 0, length: 1, width: 1 }),
    cuts: [],
    blanks: [],
    pinned: [],
    offcuts: [],
  });

  test('thin or short wood in the planer, a tall board at the resaw; a board that is ready has none', () => {
    const planed = { kind: 'plane', takenMm: 2 } as const;
    const resawn = { kind: 'resaw', slices: 2 } as const;
    expect(millingCautions(board({ kind: 'ready' }, 6, 6), inches(1 / 8))).toEqual([]);
    expect(millingCautions(board(planed, 36, 5), inches(3 / 4))).toEqual([]);
    expect(millingCautions(board(planed, 10, 5), inches(3 / 4))).toEqual(['thin-or-short-to-plane']);
    expect(millingCautions(board(resawn, 36, 2), inches(3 / 8))).toEqual([]);
    expect(millingCautions(board(resawn, 36, 5), inches(1 / 8))).toEqual(['tall-resaw', 'thin-or-short-to-plane']);
  });
});
