import listedLetters from '@fontsource/fira-sans/unicode.json' with { type: 'json' };
import { v4 as newId } from 'uuid';
import { expose } from 'comlink';
import {
  distance,
  followSteps,
  likeParts,
  nearestOnPiece,
  partsFromDrawing,
  pathBox,
  bitForLayer,
  patternsFor,
  alikePatterns,
  lettersWithoutFont,
  scriptsFrom,
  sheetsOfFile,
  readDrawing,
  shapesOf,
  simplifyPath,
  toSvgPathData,
  understandPart,
  eachSegment,
  type Blade,
  type Box,
  type Drawing,
  type DrawingSteps,
  type DrawnLine,
  type EdgeOfLine,
  type KnownWays,
  type Likeness,
  type Part,
  type PartDefaults,
  type PartUnderstanding,
  type PatternSheetOptions,
  type SheetPage,
  type SheetsOfFile,
  type PatternOrder,
  type Point,
  type RawDrawing,
  type ReadFault,
  type Result,
  type Shop,
  type TemplateRevision,
  type BladePreferences,
  type UnderstandingOf,
  type OrderFault,
} from '@rapid-jig/core';

export interface ReadDrawing {
  readonly format: RawDrawing['format'];
  readonly mmPerUnit: number | null;
  /** Size in the drawing's own units. */
  readonly width: number;
  readonly height: number;
}

/** A line ready to be drawn; its exact path stays in the worker. */
export interface ShownLine extends Omit<DrawnLine, 'path'> {
  /** The `d` of an SVG path in mm, y down. */
  readonly data: string;
  readonly closed: boolean;
  readonly box: Box;
}

export interface ShownDrawing extends Omit<Drawing, 'lines'> {
  readonly lines: readonly ShownLine[];
}

/** What parts are judged by, as one layer of their wood. */
export interface SawnContext extends Omit<UnderstandingOf, 'bitFor' | 'secondFor'> {
  readonly wantsSecondEntry: boolean;
  readonly drawer: readonly Blade[];
  readonly preferences: BladePreferences;
}

export interface Understood {
  readonly parts: readonly PartUnderstanding[];
  readonly alike: Likeness['alike'];
  readonly notCompared: Likeness['notCompared'];
}

export interface SheetsFor {
  readonly shop: Shop;
  readonly drawer: readonly Blade[];
  readonly options: PatternSheetOptions;
  /** So many sheets are drawn. */
  readonly shown: number;
}

/** The sheets of one file as one sees them before they are printed. */
export interface SheetsSeen extends Omit<SheetsOfFile, 'pages'> {
  readonly pages: number;
  readonly shown: readonly SheetPage[];
  /** Places of what is ordered, drawn alike together. */
  readonly alike: readonly (readonly number[])[];
  /** Letters that no font of the pages has. */
  readonly letters: readonly string[];
}

const scriptOf = scriptsFrom(listedLetters);

/** What the worker is at, for the maker who waits. */
export type ReadingStage =
  | { readonly at: 'reading' | 'joining' | 'drawing' }
  | { readonly at: 'measuring' | 'comparing'; readonly part: number; readonly of: number };
export type OnStage = (stage: ReadingStage) => void;

/** Of many parts only every so-manyth is told. */
const TOLD_EVERY = 50;

/** On the screen nobody sees a line moved by so little, mm; a fretwork then has a third of its points to draw. */
const UNSEEN = 0.02;

/** The last drawing read, and what the maker's steps made of it. */
let raw: RawDrawing | null = null;
let current: Drawing | null = null;

const drawingNow = (): Drawing => {
  if (!current) throw new Error('the drawing was asked for before its steps were followed');
  return current;
};

const reader = {
  read(text: string, onStage: OnStage): Result<ReadDrawing, ReadFault> {
    onStage({ at: 'reading' });
    current = null;
    const result = readDrawing(text);
    if (!result.ok) return result;
    raw = result.value;
    const { format, box, mmPerUnit } = raw;
    return { ok: true, value: { format, mmPerUnit, width: box.maxX - box.minX, height: box.maxY - box.minY } };
  },

  follow(steps: DrawingSteps, onStage: OnStage): Result<ShownDrawing, ReadFault> {
    if (!raw) throw new Error('steps were asked for before a drawing was read');
    onStage({ at: 'joining' });
    const result = followSteps(raw, steps);
    if (!result.ok) return result;
    current = result.value;
    onStage({ at: 'drawing' });
    const lines = current.lines.map(({ path, ...line }): ShownLine => ({
      ...line,
      data: toSvgPathData(simplifyPath(path, UNSEEN)),
      closed: path.closed,
      box: pathBox(path),
    }));
    return { ok: true, value: { ...current, lines } };
  },

  understand({ drawer, preferences, wantsSecondEntry, ...context }: SawnContext, onStage: OnStage): Understood {
    const shapes = shapesOf(drawingNow());
    const layer = { hardnessN: context.hardnessN, heightMm: context.thicknessMm, wants: [] };
    const bitFor: UnderstandingOf['bitFor'] = (_cut, measure, openingMm) =>
      bitForLayer({ ...layer, measure, openingMm }, preferences, drawer);
    const known: KnownWays = new Map();
    const parts = shapes.map((shape, i) => {
      if (i % TOLD_EVERY === 0 || shapes.length < TOLD_EVERY)
        onStage({ at: 'measuring', part: i + 1, of: shapes.length });
      return understandPart(shape, { ...context, bitFor, secondFor: () => wantsSecondEntry }, known);
    });
    const likeness = likeParts(shapes, context.fitTolerance, (done) => {
      if (done % TOLD_EVERY === 0) onStage({ at: 'comparing', part: done + 1, of: shapes.length });
    });
    return { parts, ...likeness };
  },

  /** The corner or end of a line nearest to a place, within `reach` mm; the place itself where there is none. */
  nearestCorner(to: Point, reach: number): Point {
    let best: { at: Point; away: number } = { at: to, away: reach };
    for (const { path } of drawingNow().lines) {
      for (const at of [path.start, ...path.segments.map((segment) => segment.to)]) {
        const away = distance(at, to);
        if (away < best.away) best = { at, away };
      }
    }
    return best.at;
  },

  /** The straight edge of an outline nearest to a place; null where no outline has one. */
  nearestEdge(to: Point): EdgeOfLine | null {
    let best: { edge: EdgeOfLine; away: number } | null = null;
    for (const { id, kind, path } of drawingNow().lines) {
      if (kind !== 'outline') continue;
      let segment = 0;
      eachSegment(path, (from, one) => {
        const place = segment++;
        if (one.kind !== 'line') return;
        const away = distance(to, nearestOnPiece(to, from.x, from.y, one.to.x, one.to.y));
        if (best === null || away < best.away) best = { edge: { line: id, segment: place }, away };
      });
    }
    return (best as { edge: EdgeOfLine } | null)?.edge ?? null;
  },

  /** Pattern sheets of one file, for a look before they are printed. */
  sheets(
    wishes: readonly PatternOrder[],
    revisions: readonly TemplateRevision[],
    { shop, drawer, options, shown }: SheetsFor,
  ): Result<SheetsSeen, OrderFault> {
    const patterns = patternsFor(wishes, revisions, shop, drawer);
    if (!patterns.ok) return patterns;
    const { pages, ...file } = sheetsOfFile(patterns.value, options);
    const alike = alikePatterns(patterns.value);
    const letters = lettersWithoutFont(pages, scriptOf);
    return { ok: true, value: { ...file, pages: pages.length, shown: pages.slice(0, shown), alike, letters } };
  },

  /** The parts the drawing makes, under new ids. */
  parts(defaults: Omit<PartDefaults, 'newId'>): Part[] {
    return partsFromDrawing(drawingNow(), { ...defaults, newId: () => newId() });
  },
};

export type ReaderApi = typeof reader;

expose(reader);
