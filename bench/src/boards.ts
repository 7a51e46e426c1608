import { layOnBoards, layOnStrip, seededSearch, type LaidBoard, type LaidPiece } from '@rapid-jig/core';
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import potpack from 'potpack';
import { printRow } from './measure';
import { randomFrom } from './random';
import { SHEET_LENGTH, SHEET_WIDTH, zeroWasteCases, type Sized } from './zero-waste';

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;

/** About two seconds for two hundred pieces on the machine of docs/performance.md. */
const STEPS = 200_000;

const lengthOfMaxrects = (pieces: readonly Sized[], width: number, padding: number): number => {
  // The least length of a bin that takes all pieces, found by halving.
  const fits = (length: number): boolean => {
    const packer = new MaxRectsPacker(length, width, padding, {
      smart: false,
      pot: false,
      square: false,
      allowRotation: false,
      border: 0,
    });
    packer.addArray(
      [...pieces]
        .sort((a, b) => b.length * b.width - a.length * a.width)
        .map((piece) => ({ width: piece.length, height: piece.width }) as never),
    );
    return packer.bins.length === 1 && !packer.bins[0]?.rects.some((rect) => rect.oversized);
  };
  let [low, high] = [SHEET_LENGTH / 2, SHEET_LENGTH * 3];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (fits(middle)) high = middle;
    else low = middle;
  }
  return high;
};

/** potpack chooses its own container. */
function potpackUse(pieces: readonly Sized[], padding: number): number {
  const { w, h } = potpack(pieces.map(({ length, width }) => ({ w: length + padding, h: width + padding })));
  return pieces.reduce((sum, { length, width }) => sum + length * width, 0) / (w * h);
}

export function benchBoards(): void {
  benchZeroWaste('no waste possible', 0, 0);
  benchZeroWaste('other seeds', 0, 500);
  benchZeroWaste('trimmed, with a kerf of 1/8 in', 2, 0);
  benchNeeds();
}

function trimmed(pieces: readonly Sized[], seed: number): Sized[] {
  const random = randomFrom(seed);
  const less = (side: number): number => Math.max(8, side - 2 - Math.floor(4 * random()) - Math.floor(4 * random()));
  return pieces.map(({ length, width }) => ({ length: less(length), width: less(width) }));
}

function benchZeroWaste(name: string, kerf: number, shift: number): void {
  const rows = new Map<
    number,
    { ours: number[]; maxrects: number[]; potpack: number[]; ms: number[]; bound: number[] }
  >();
  for (const { count, seed, pieces: exact } of zeroWasteCases(shift)) {
    const pieces = kerf === 0 ? exact : trimmed(exact, seed);
    const area = pieces.reduce((sum, { length, width }) => sum + length * width, 0);
    const started = performance.now();
    const laid = layOnStrip(
      pieces.map((piece) => ({ ...piece, turnable: false })),
      SHEET_WIDTH,
      kerf,
      seededSearch(seed, Infinity),
      STEPS,
    );
    if (!laid) throw new Error('every piece came from a sheet of this width');
    const row = rows.get(count) ?? { ours: [], maxrects: [], potpack: [], ms: [], bound: [] };
    row.ms.push(performance.now() - started);
    row.ours.push(area / (SHEET_WIDTH * laid.length));
    row.bound.push(laid.bound / laid.length);
    row.maxrects.push(area / (SHEET_WIDTH * lengthOfMaxrects(pieces, SHEET_WIDTH, kerf)));
    row.potpack.push(potpackUse(pieces, kerf));
    rows.set(count, row);
  }
  console.log(`\nSheet cut edge to edge, ${name}: area used, median (least)`);
  for (const [count, { ours, maxrects, potpack: pot, ms, bound }] of rows) {
    const below = ours.filter((use, i) => use < Math.max(maxrects[i] ?? 0, pot[i] ?? 0) - 1e-9).length;
    printRow(
      `${String(count)} pieces: ours ${percent(median(ours))} (${percent(Math.min(...ours))}), maxrects-packer ${percent(median(maxrects))}, potpack ${percent(median(pot))}`,
      `${median(ms).toFixed(0)} ms`,
    );
    printRow(
      `   cases below either package; share of the bound with kerf`,
      `${String(below)}; ${percent(median(bound))}`,
    );
  }
}

interface Needs {
  readonly pieces: LaidPiece[];
  readonly boards: LaidBoard[];
}

/** Needs of one thickness: 10 to 120 blanks from mixed boards 4 to 9 in wide, some with knots, and sheets. 1/16 in. */
function needsOf(seed: number): Needs {
  const random = randomFrom(seed);
  const between = (low: number, high: number): number => Math.round(low + (high - low) * random());
  const count = between(10, 120);
  const pieces = Array.from({ length: count }, (): LaidPiece => ({
    length: between(40, 300),
    width: between(24, 62),
    turnable: false,
  }));
  const boards: LaidBoard[] = [];
  const need = pieces.reduce((sum, { length, width }) => sum + length * width, 0);
  for (let area = 0; area < 1.6 * need;) {
    const sheet = random() < 0.1;
    const [length, width] = sheet ? [between(400, 768), between(200, 384)] : [between(480, 1536), between(64, 144)];
    const knots = sheet || random() < 0.6 ? 0 : between(1, 2);
    const flaws = Array.from({ length: knots }, () => ({
      x: between(20, length - 40),
      y: between(4, width - 20),
      length: between(8, 20),
      width: between(8, 16),
    }));
    boards.push({ length, width, flaws, cost: length * width });
    area += length * width;
  }
  return { pieces, boards };
}

/** Board after board, largest first, as the package fills a bin of that size; knots are then given to it for free. */
function stockOfMaxrects({ pieces, boards }: Needs, kerf: number): number {
  let left = pieces.map(({ length, width }) => ({ length, width }));
  let used = 0;
  for (const board of [...boards].sort((a, b) => b.cost - a.cost)) {
    if (left.length === 0) break;
    const packer = new MaxRectsPacker(board.length, board.width, kerf, {
      smart: false,
      pot: false,
      square: false,
      allowRotation: false,
    });
    const sorted = [...left].sort((a, b) => b.length * b.width - a.length * a.width);
    packer.addArray(sorted.map((piece) => ({ width: piece.length, height: piece.width, data: piece }) as never));
    const [bin] = packer.bins;
    const laid = new Set((bin?.rects ?? []).filter((rect) => !rect.oversized).map((rect) => rect.data as unknown));
    if (laid.size === 0) continue;
    used += board.cost;
    left = left.filter((piece) => !laid.has(piece));
  }
  return left.length > 0 ? Infinity : used;
}

function benchNeeds(): void {
  const kerf = 2;
  const gaps = { ours: [] as number[], maxrects: [] as number[] };
  let better = 0;
  const cases = 24;
  for (let seed = 1; seed <= cases; seed++) {
    const needs = needsOf(seed * 77);
    const bound = needs.pieces.reduce((sum, { length, width }) => sum + length * width, 0);
    const laid = layOnBoards(needs.pieces, needs.boards, kerf, seededSearch(seed, 150));
    const other = stockOfMaxrects(needs, kerf);
    const ours = laid.missing.length > 0 ? Infinity : laid.cost;
    if (ours < other) better++;
    gaps.ours.push(ours / bound - 1);
    gaps.maxrects.push(other / bound - 1);
  }
  console.log(
    '\nRandom needs, 10 to 120 blanks on mixed boards with knots and sheets: stock used beyond the area needed',
  );
  printRow('ours, edge to edge, knots avoided: median gap', percent(median(gaps.ours)));
  printRow('maxrects-packer, board after board, knots ignored: median gap', percent(median(gaps.maxrects)));
  printRow(
    'ratio of the gaps; cases in which ours is better',
    `${(median(gaps.ours) / median(gaps.maxrects)).toFixed(2)}; ${String(better)} of ${String(cases)}`,
  );
}
