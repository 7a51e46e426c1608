import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { isInside, shoelace } from '../geometry';
import { addUpWork, type WorkEvent } from '../ledger';
import { followSteps, noSteps, readDrawing } from '../patterns';
import { inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { partsFromDrawing, type Part } from '../products';
import { pieceMaps, piecesOff } from '.';

const line = (id: string, ...points: readonly (readonly [number, number])[]) => {
  const [start, ...others] = points.map(([x, y]) => ({ x, y }));
  return {
    id,
    line: null,
    path: { start: start!, segments: others.map((to) => ({ kind: 'line' as const, to })), closed: false },
  };
};
const mapsOf = async (one: Part) => {
  const input = inputFor([template('puzzle', [one])], 1);
  return pieceMaps((await planned(input)).stacks[0]!, input.revisions);
};

test('pieces are numbered as one reads: from the top left, row by row', async () => {
  const [map] = await mapsOf(
    part('board', {
      outline: { id: 'o', line: null, path: rectangle(90, 60) },
      throughCuts: [line('a', [30, 0], [30, 60]), line('b', [60, 0], [60, 60]), line('c', [0, 28], [90, 32])],
    }),
  );
  expect(map!.pieces.map(({ number, at }) => [number, Math.floor(at.x / 30), Math.floor(at.y / 30)])).toEqual([
    [1, 0, 1],
    [2, 1, 1],
    [3, 2, 1],
    [4, 0, 0],
    [5, 1, 0],
    [6, 2, 0],
  ]);
  // Each number stands in its own piece; together they are the board.
  for (const { at, rings } of map!.pieces) expect(isInside(at, rings[0]!)).toBe(true);
  const whole = map!.pieces.reduce((sum, { rings }) => sum + Math.abs(shoelace(rings[0]!)), 0);
  expect(whole).toBeCloseTo(90 * 60, 6);
});

test('four lines of which one crosses three part a hedgehog in eight; what stays whole has no map', async () => {
  const drawing = readFileSync(join(import.meta.dirname, '../../../server/demo/hedgehog-jigsaw.svg'), 'utf8');
  const raw = readDrawing(drawing);
  const read = raw.ok ? followSteps(raw.value, noSteps(raw.value.mmPerUnit)) : raw;
  if (!read.ok) throw new Error(read.error.message);
  let made = 0;
  const thickness = { mm: 6.35, typed: '1/4' };
  const newId = (): string => `h${String(made++)}`;
  const parts = partsFromDrawing(read.value, { drawing: 'h', woodId: 'white-pine', thickness, together: false, newId });
  expect(parts).toHaveLength(1);
  // Cuts from edge to edge: each makes one more, and each crossing one more.
  const [map] = await mapsOf(parts[0]!);
  expect(map!.pieces).toHaveLength(1 + 4 + 3);
  expect(await mapsOf(part('plain'))).toEqual([]);
});

test('what came off counts for its pass and part alone, and no more once it is taken back', () => {
  const off = (id: string, pass: number, piece: number): WorkEvent => ({
    id,
    clientId: 'c',
    at: '2026-11-27T18:00:00Z',
    person: null,
    saw: null,
    kind: 'piece-off',
    stack: 's',
    pass,
    partId: 'p',
    piece,
  });
  const back: WorkEvent = {
    id: 'x',
    clientId: 'c',
    at: '2026-11-27T18:01:00Z',
    person: null,
    saw: null,
    kind: 'pass-taken-back',
    event: 'b',
  };
  const { standing } = addUpWork([off('a', 1, 3), off('b', 1, 4), off('c', 2, 3), back]);
  expect([...piecesOff(standing, { stack: 's', pass: 1, partId: 'p' })]).toEqual([[3, 'a']]);
  expect([...piecesOff(standing, { stack: 's', pass: 1, partId: 'q' })]).toEqual([]);
});
