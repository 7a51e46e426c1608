import load from 'highs';
import {
  highsSolver,
  layOnBoards,
  packStrip,
  seededSearch,
  type LaidBoard,
  type LaidPiece,
  type LinearSolver,
} from '@rapid-jig/core';
import { BATCH_KERF, BATCH_SHEET_LENGTH, BATCH_WIDTH, batchCase, piecesOfBatches, type Batch } from './batch-cases';
import { median, printRow } from './measure';
import { maxrectsLength, maxrectsStock } from './peers';
import { randomFrom } from './random';
import { stageBound } from './stage-bound';

const CASES = 24;
/** Under two seconds a case on the machine of docs/performance.md. */
const STEPS = 25_000;
/** Sections are at most so many of the longest piece for the bound. */
const LONGEST_SECTION = 2;

/** Batches of equal blanks: on a strip, on sheets of one size, on mixed boards. */
export async function benchBatches(): Promise<void> {
  const solver = highsSolver(await load());
  for (const [name, seed] of [
    ['', 1000],
    [', other seeds', 2000],
  ] as const) {
    const cases = Array.from({ length: CASES }, (_none, i) => batchCase(seed + i));
    printRoll(name, cases, solver);
    const sheets = (batches: readonly Batch[]): LaidBoard[] => likeSheets(piecesOfBatches(batches));
    printStock(`24 cases on sheets of 24 x 30 in${name}: sheets, ours; maxrects-packer`, cases, sheets, 1);
    const mixed = (batches: readonly Batch[], i: number): LaidBoard[] =>
      mixedBoards(piecesOfBatches(batches), seed + i);
    printStock(`24 cases on mixed boards${name}: square feet, ours; maxrects-packer`, cases, mixed, 1 / (144 * 256));
  }
}

function printRoll(name: string, cases: readonly Batch[][], solver: LinearSolver): void {
  const outcomes = cases.map((batches, i) => {
    const pieces = piecesOfBatches(batches);
    const started = performance.now();
    const laid = packStrip(pieces, BATCH_WIDTH, BATCH_KERF, seededSearch(i, Infinity), STEPS);
    const ms = performance.now() - started;
    if (!laid) throw new Error('no piece is wider than the strip');
    const withKerf = batches.map(({ length, width, count }) => ({
      length: length + BATCH_KERF,
      width: width + BATCH_KERF,
      count,
    }));
    const longest = LONGEST_SECTION * Math.max(...withKerf.map(({ length }) => length));
    return {
      ours: laid.length + BATCH_KERF,
      area: laid.bound + BATCH_KERF,
      stages: stageBound(withKerf, BATCH_WIDTH + BATCH_KERF, longest, solver),
      maxrects: maxrectsLength(pieces, BATCH_WIDTH, BATCH_KERF, Math.floor(laid.bound / 2)) + BATCH_KERF,
      ms,
    };
  });
  const over = (gaps: readonly number[]): string => `${(100 * median(gaps)).toFixed(1)} %`;
  printRow(
    `24 batches on a strip 24 in wide${name}: over the area; over sections in fractions; maxrects-packer over the area`,
    `${over(outcomes.map(({ ours, area }) => ours / area - 1))}; ${over(outcomes.flatMap(({ ours, stages }) => (stages ? [ours / stages - 1] : [])))}; ${over(outcomes.map(({ maxrects, area }) => maxrects / area - 1))}`,
  );
  printRow(
    '   cases in which maxrects-packer takes less',
    String(outcomes.filter((one) => one.ours > one.maxrects).length),
  );
  printRow('   the slowest', `${Math.max(...outcomes.map(({ ms }) => ms)).toFixed(0)} ms`);
}

const areaOf = (pieces: readonly LaidPiece[]): number =>
  pieces.reduce((sum, { length, width }) => sum + (length + BATCH_KERF) * (width + BATCH_KERF), 0);

function likeSheets(pieces: readonly LaidPiece[]): LaidBoard[] {
  const least = Math.ceil(areaOf(pieces) / (BATCH_WIDTH * BATCH_SHEET_LENGTH));
  const sheet = { length: BATCH_SHEET_LENGTH, width: BATCH_WIDTH, flaws: [], pins: [], cost: 1 };
  return Array.from({ length: 3 * least + 3 }, () => sheet);
}

/** Boards of 11 to 16 in by 30 to 96 in, three times what is needed. */
function mixedBoards(pieces: readonly LaidPiece[], seed: number): LaidBoard[] {
  const random = randomFrom(seed);
  const between = (low: number, high: number): number => Math.round(low + (high - low) * random());
  const boards: LaidBoard[] = [];
  for (let area = 0; area < 3 * areaOf(pieces) || boards.length < 6;) {
    const [length, width] = [between(480, 1536), between(176, 256)];
    boards.push({ length, width, flaws: [], pins: [], cost: length * width });
    area += length * width;
  }
  return boards;
}

function printStock(
  name: string,
  cases: readonly Batch[][],
  boardsFor: (batches: readonly Batch[], i: number) => LaidBoard[],
  unit: number,
): void {
  const outcomes = cases.map((batches, i) => {
    const [pieces, boards] = [piecesOfBatches(batches), boardsFor(batches, i)];
    const started = performance.now();
    const laid = layOnBoards(pieces, boards, BATCH_KERF, seededSearch(i, STEPS));
    const ms = performance.now() - started;
    if (laid.missing.length > 0) throw new Error('there are boards enough');
    const area = maxrectsStock(pieces, boards, BATCH_KERF);
    const theirs = unit === 1 ? area / (BATCH_WIDTH * BATCH_SHEET_LENGTH) : area;
    return { ours: laid.cost, theirs, ms };
  });
  const sum = (of: (one: (typeof outcomes)[number]) => number): number =>
    outcomes.reduce((total, one) => total + of(one), 0) * unit;
  printRow(name, `${sum(({ ours }) => ours).toFixed(0)}; ${sum(({ theirs }) => theirs).toFixed(0)}`);
  printRow(
    '   cases in which maxrects-packer takes less',
    String(outcomes.filter(({ ours, theirs }) => ours > theirs).length),
  );
  printRow('   the slowest', `${Math.max(...outcomes.map(({ ms }) => ms)).toFixed(0)} ms`);
}
