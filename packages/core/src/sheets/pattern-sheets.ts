import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { boxHeight, boxWidth, inOrder, shift, turn, type Box } from '../geometry';
import { PAGES, workArea, type Paper, type Shop } from '../planning';
import { inches } from '../units';
import { furniture, type PageWords } from './furniture';
import { moveMark, type Mark, type SheetPage } from './marks';
import { drawPattern, type DrawnPattern, type Pattern, type PatternLook } from './pattern';
import { tilesOf } from './tiles';

export interface PatternSheetOptions extends PatternLook {
  readonly paper: Paper;
  /** Of neighbouring sheets, where a pattern goes over several, mm. */
  readonly overlapMm: number;
}

/** How patterns are printed until the maker says otherwise: blue, on the line, with pierce holes. */
export const defaultPatternOptions = ({ paper, units }: Pick<Shop, 'paper' | 'units'>): PatternSheetOptions => ({
  paper,
  units,
  lineMm: 0.3,
  colour: 'blue',
  lineRule: 'on',
  ruleMm: 0.3,
  pierceMarks: true,
  holesOnly: false,
  numbered: false,
  overlapMm: 10,
});

/** Pattern sheets and what they take. */
export interface PatternSheets {
  readonly pages: readonly SheetPage[];
  /** Patterns on them, copies counted. */
  readonly patterns: number;
  /** Faces to be covered with film or double-sided tape, mm2. */
  readonly filmMm2: number;
  /** Tape of two inches laid side by side under every pattern, mm. */
  readonly tapeMm: number;
}

/** Between patterns on one sheet, mm. */
const BETWEEN = 4;
/** Painter's tape as most shops have it, mm. */
const TAPE_WIDTH = inches(2);

/**
 * Lays patterns out on paper at true size: several on a sheet where they go, over several sheets where they are larger
 * than one. Each sheet bears bars of known length both ways. Pure; the same patterns give the same sheets.
 */
export function patternSheets(patterns: readonly Pattern[], options: PatternSheetOptions): PatternSheets {
  const drawn = patterns
    .filter(({ copies, holes, pierce }) => copies > 0 && (!options.holesOnly || holes.length + pierce.length > 0))
    .map((pattern) => ({ pattern, drawing: drawPattern(pattern, options) }));
  const area = workArea(options.paper);
  const [w, h] = [boxWidth(area), boxHeight(area)];
  const fits = ({ box }: DrawnPattern): boolean =>
    (boxWidth(box) <= w && boxHeight(box) <= h) || (boxHeight(box) <= w && boxWidth(box) <= h);
  const shared = arranged(
    drawn.filter(({ drawing }) => fits(drawing)).flatMap(({ pattern, drawing }) => repeated(drawing, pattern.copies)),
    area,
  );
  const tiled = drawn
    .filter(({ drawing }) => !fits(drawing))
    .flatMap(({ pattern, drawing }) => repeated(tilesOf(drawing, area, options.overlapMm), pattern.copies).flat());
  const bodies = [...shared.map((marks) => ({ marks, note: '' })), ...tiled];
  const use = { filmMm2: sum(drawn, filmOf), tapeMm: sum(drawn, tapeOf) };
  const { width, height } = PAGES[options.paper];
  const pages = bodies.map(({ marks, note }, i): SheetPage => {
    const words: PageWords = { number: i + 1, of: bodies.length, note, use: i === 0 ? use : null };
    return { width, height, marks: [...marks, ...furniture(options.paper, options.units, words)] };
  });
  return { pages, patterns: sum(drawn, () => 1), ...use };
}

/** What one file may hold: so much is written in a few seconds, and printed in a sitting. */
export const MOST_IN_FILE = { orders: 1000, patterns: 5000, pages: 600 } as const;

/** Sheets of one file. */
export interface SheetsOfFile extends PatternSheets {
  /** How many of the patterns that have copies are in it: those in front. */
  readonly orders: number;
}

/** The sheets of as many of the patterns, from the first on, as go into one file; at least of one. */
export function sheetsOfFile(patterns: readonly Pattern[], options: PatternSheetOptions): SheetsOfFile {
  const asked = patterns.filter(({ copies }) => copies > 0);
  let [orders, count] = [0, 0];
  for (const { copies } of asked.slice(0, MOST_IN_FILE.orders)) {
    count += copies;
    if (orders > 0 && count > MOST_IN_FILE.patterns) break;
    orders++;
  }
  for (;;) {
    const sheets = patternSheets(asked.slice(0, orders), options);
    const { length } = sheets.pages;
    if (length <= MOST_IN_FILE.pages || orders <= 1) return { ...sheets, orders };
    orders = Math.max(1, Math.floor((orders * MOST_IN_FILE.pages) / length));
  }
}

interface Copied {
  readonly pattern: Pattern;
  readonly drawing: DrawnPattern;
}

const repeated = <T>(item: T, times: number): T[] => Array.from({ length: times }, () => item);
const sum = (drawn: readonly Copied[], of: (one: Copied) => number): number =>
  drawn.reduce((total, one) => total + of(one) * one.pattern.copies, 0);
const filmOf = ({ drawing: { patternBox } }: Copied): number => boxWidth(patternBox) * boxHeight(patternBox);

/** Strips side by side along the longer side. */
function tapeOf({ drawing: { patternBox } }: Copied): number {
  const [long, short] = [boxWidth(patternBox), boxHeight(patternBox)].sort((a, b) => b - a) as [number, number];
  return Math.ceil(short / TAPE_WIDTH) * long;
}

/** Patterns arranged on as few sheets as the packing package finds, turned by a quarter where that helps. */
function arranged(drawn: readonly DrawnPattern[], area: Box): Mark[][] {
  const packer = new MaxRectsPacker(boxWidth(area) + BETWEEN, boxHeight(area) + BETWEEN, 0, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: true,
  });
  for (const [i, { box }] of drawn.entries()) packer.add(boxWidth(box) + BETWEEN, boxHeight(box) + BETWEEN, i);
  return packer.bins.map((bin) =>
    bin.rects.flatMap((rect) => {
      const drawing = drawn[Number(rect.data)];
      return drawing ? placed(drawing, { x: area.minX + rect.x, y: area.minY + rect.y }, rect.rot) : [];
    }),
  );
}

function placed({ marks, box }: DrawnPattern, at: { x: number; y: number }, turned: boolean): Mark[] {
  const upright = shift(at.x - box.minX, at.y - box.minY);
  const quarter = inOrder(turn(Math.PI / 2), shift(at.x + box.maxY, at.y - box.minX));
  return marks.map((mark) => moveMark(mark, turned ? quarter : upright));
}
