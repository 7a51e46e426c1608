import { layOnBoards, packStrip, seededSearch, type LaidBoard, type LaidPiece } from '@rapid-jig/core';
import { median, printRow } from './measure';
import { maxrectsLength, maxrectsStock, potpackArea } from './peers';
import { randomFrom } from './random';
import { SHEET_LENGTH, SHEET_WIDTH, zeroWasteCases, type Sized } from './zero-waste';

/** About two seconds for two hundred pieces on the machine of docs/performance.md. */
const STRETCH_STEPS = 60_000;
/** About as long for all blanks of one thickness. */
const BOARD_STEPS = 20_000;
/** 1/8 in, in the 1/16 in that all cases are made in. */
const KERF = 2;

/** Stock taken by each, and the least that any layout must take: see `boundOf` and `leastStock`. */
interface Outcome {
  readonly bound: number;
  readonly ours: number;
  readonly maxrects: number;
  /** Null where boards are given: potpack chooses its own container. */
  readonly potpack: number | null;
  readonly ms: number;
}

/** Lays rectangles edge to edge, held against two packages that need not cut so. */
export function benchBoards(): void {
  for (const [name, shift] of [
    ['no waste possible', 0],
    ['no waste possible, other seeds', 500],
  ] as const) {
    console.log(`\nSheet cut edge to edge, ${name}: area used, median (least); cases in which a package uses more`);
    for (const [count, outcomes] of byCount(shift, 0)) printUse(`${String(count)} pieces`, outcomes);
  }
  console.log('\nTrimmed, with a kerf of 1/8 in, and needs of four thicknesses: share of the bound, median (least)');
  const rows = [
    ...[...byCount(0, KERF)].map(([count, outcomes]) => [`${String(count)} pieces, trimmed`, outcomes] as const),
    ['10 to 120 blanks on mixed boards', Array.from({ length: 24 }, (_none, i) => needsOutcome(77 * (i + 1)))] as const,
    ['the same, other seeds', Array.from({ length: 24 }, (_none, i) => needsOutcome(77 * (i + 101)))] as const,
  ];
  for (const [name, outcomes] of rows) printUse(name, outcomes);
  printGaps(rows.flatMap(([, outcomes]) => outcomes));
}

const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;

function printUse(name: string, outcomes: readonly Outcome[]): void {
  const uses = (of: (outcome: Outcome) => number): number[] => outcomes.map((one) => one.bound / of(one));
  const ours = uses((one) => one.ours);
  const worse = outcomes.filter((one) => one.ours > theirs(one)).length;
  const potpack = outcomes.flatMap((one) => (one.potpack === null ? [] : one.bound / one.potpack));
  printRow(
    `${name}: ${percent(median(ours))} (${percent(Math.min(...ours))}), maxrects-packer ${percent(median(uses((one) => one.maxrects)))}, potpack ${potpack.length > 0 ? percent(median(potpack)) : '-'}; ${String(worse)} of ${String(outcomes.length)}`,
    `${median(outcomes.map(({ ms }) => ms)).toFixed(0)} ms`,
  );
}

/** Of the two packages the one that takes less. */
const theirs = ({ maxrects, potpack }: Outcome): number => Math.min(maxrects, potpack ?? Infinity);

function printGaps(outcomes: readonly Outcome[]): void {
  const gap = (of: (outcome: Outcome) => number): number => median(outcomes.map((one) => of(one) / one.bound - 1));
  const count = (test: (outcome: Outcome) => boolean): string => String(outcomes.filter(test).length);
  const [ours, other] = [gap((one) => one.ours), gap(theirs)];
  printRow('all these cases: median gap to the bound, ours; the better package', `${percent(ours)}; ${percent(other)}`);
  printRow('   ratio of the gaps', (ours / other).toFixed(2));
  printRow(
    '   cases in which ours is better; both at the bound; equal; worse',
    `${count((one) => one.ours < theirs(one))}; ${count((one) => one.ours === theirs(one) && isLeast(one))}; ${count((one) => one.ours === theirs(one) && !isLeast(one))}; ${count((one) => one.ours > theirs(one))}`,
  );
}

const isLeast = ({ ours, bound }: Outcome): boolean => ours === bound;

/** Area of the pieces, each with its kerf. */
const boundOf = (pieces: readonly Sized[], kerf: number): number =>
  pieces.reduce((sum, { length, width }) => sum + (length + kerf) * (width + kerf), 0);

function byCount(shift: number, kerf: number): Map<number, Outcome[]> {
  const rows = new Map<number, Outcome[]>();
  for (const { count, seed, pieces } of zeroWasteCases(shift)) {
    const outcome = stripOutcome(kerf === 0 ? pieces : trimmed(pieces, seed), seed, kerf);
    rows.set(count, [...(rows.get(count) ?? []), outcome]);
  }
  return rows;
}

/** Each piece smaller by the kerf and up to 1/4 in on each side. */
function trimmed(pieces: readonly Sized[], seed: number): Sized[] {
  const random = randomFrom(seed);
  const less = (side: number): number => Math.max(8, side - KERF - Math.floor(4 * random()) - Math.floor(4 * random()));
  return pieces.map(({ length, width }) => ({ length: less(length), width: less(width) }));
}

function stripOutcome(pieces: readonly Sized[], seed: number, kerf: number): Outcome {
  const started = performance.now();
  const fixed = pieces.map((piece) => ({ ...piece, turnable: false }));
  const laid = packStrip(fixed, SHEET_WIDTH, kerf, seededSearch(seed, Infinity), STRETCH_STEPS);
  const ms = performance.now() - started;
  if (!laid) throw new Error('every piece came from a sheet of this width');
  const areaOf = (length: number): number => (length + kerf) * (SHEET_WIDTH + kerf);
  return {
    bound: boundOf(pieces, kerf),
    ours: areaOf(laid.length),
    maxrects: areaOf(maxrectsLength(pieces, SHEET_WIDTH, kerf, SHEET_LENGTH / 2)),
    potpack: potpackArea(pieces, kerf),
    ms,
  };
}

/** The least area of whole boards that have room for this area at all, pieces and boards each with a kerf. */
function leastStock(boards: readonly LaidBoard[], area: number): number {
  const [first, ...others] = boards;
  if (area <= 0) return 0;
  if (!first) return Infinity;
  const used = first.cost + leastStock(others, area - (first.length + KERF) * (first.width + KERF));
  return Math.min(used, leastStock(others, area));
}

interface Needs {
  readonly pieces: LaidPiece[];
  readonly boards: LaidBoard[];
}

/** 10 to 120 blanks in four thicknesses, each laid on boards and sheets of its own. */
function needsOutcome(seed: number): Outcome {
  const random = randomFrom(seed);
  const count = 10 + Math.round(110 * random());
  const outcome = { bound: 0, ours: 0, maxrects: 0, potpack: null, ms: 0 };
  for (let thickness = 0; thickness < 4; thickness++) {
    const { pieces, boards } = needsOf(Math.ceil((count - thickness) / 4), random);
    const started = performance.now();
    const laid = layOnBoards(pieces, boards, KERF, seededSearch(seed + thickness, BOARD_STEPS));
    outcome.ms += performance.now() - started;
    outcome.bound += leastStock(boards, boundOf(pieces, KERF));
    outcome.ours += laid.missing.length > 0 ? Infinity : laid.cost;
    outcome.maxrects += maxrectsStock(pieces, boards, KERF);
  }
  return outcome;
}

/** A rack has so many boards of each thickness or more, or there would be nothing to choose. */
const FEWEST_BOARDS = 8;

/** Blanks of one thickness, and twice what they need of boards 4 to 9 in wide, some with knots, and of sheets. */
function needsOf(count: number, random: () => number): Needs {
  const between = (low: number, high: number): number => Math.round(low + (high - low) * random());
  const pieces = Array.from({ length: count }, (): LaidPiece => ({
    length: between(40, 300),
    width: between(24, 62),
    turnable: false,
  }));
  const boards: LaidBoard[] = [];
  const need = boundOf(pieces, 0);
  for (let area = 0; area < 2 * need || boards.length < FEWEST_BOARDS;) {
    const sheet = random() < 0.1;
    const [length, width] = sheet ? [between(400, 768), between(200, 384)] : [between(480, 1536), between(64, 144)];
    const knots = sheet || random() < 0.6 ? 0 : between(1, 2);
    const flaws = Array.from({ length: knots }, () => ({
      x: between(20, length - 40),
      y: between(4, width - 20),
      length: between(8, 20),
      width: between(8, 16),
    }));
    boards.push({ length, width, flaws, cost: length * width, pins: [] });
    area += length * width;
  }
  return { pieces, boards };
}
