import {
  boxGrown,
  boxMiddle,
  boxUnion,
  boxWidth,
  circlePath,
  distance,
  flatten,
  offsetRings,
  pathBox,
  shift,
  type Box,
  type Path,
  type Point,
} from '../geometry';
import type { Edge, PierceHole } from '../patterns';
import { formatLength, type LengthUnit } from '../units';
import type { Grain } from '../wood';
import type { OrderArrow } from './order-arrows';
import { ink, moveMark, straight, textMark, wrapText, type Ink, type Mark } from './marks';

/** What lies on one blank, to be drawn at true size as often as stacks need it. */
export interface Pattern {
  readonly template: string;
  readonly revision: number;
  /** Names of its parts. */
  readonly parts: string;
  /** `4 layers of 1/4" cherry`; null where it is not for a stack. */
  readonly stack: string | null;
  readonly copies: number;
  /** Where its lines are drawn on one copy, mm from their own place: once for each pass on a blank. */
  readonly places: readonly Point[];
  readonly outlines: readonly Path[];
  readonly insideCuts: readonly Path[];
  readonly throughCuts: readonly Path[];
  readonly holes: readonly { readonly center: Point; readonly diameterMm: number }[];
  readonly marks: readonly { readonly kind: 'mark' | 'fold'; readonly path: Path }[];
  readonly pierce: readonly PierceHole[];
  /** Words beside a cut: which side of its line, its tilt, a piece that is kept. */
  readonly notes: readonly { readonly at: Point; readonly words: string }[];
  /** Places of brads, in the wood round it. */
  readonly brads: readonly Point[];
  /** Which cut is sawn when, from where and which way. */
  readonly arrows: readonly OrderArrow[];
  readonly grain: Grain;
  readonly datums: readonly Edge[];
}

/** Inks of a printed line, each dark enough on white paper. */
export const LINE_COLOURS = { black: '#000000', blue: '#1f3fbf', red: '#c01818', grey: '#777777' } as const;
export type LineColour = keyof typeof LINE_COLOURS;

export interface PatternLook {
  readonly lineMm: number;
  readonly colour: LineColour;
  /** Which side of the drawn line the blade runs, drawn as a line of its own; `on` draws none. */
  readonly lineRule: 'on' | 'outside' | 'inside';
  /** How far from the drawn line the blade's middle runs, mm: half the kerf, or more. */
  readonly ruleMm: number;
  readonly pierceMarks: boolean;
  /** True for a sheet to drill by: of the lines only the outline. */
  readonly holesOnly: boolean;
  /** True where each cut has its number in the order of sawing, and an arrow the way it goes. */
  readonly numbered: boolean;
  readonly units: LengthUnit;
}

/** Size of the label under a pattern, and of the figures on it, mm. */
const LABEL_SIZE = 2.7;
const FIGURE_SIZE = 2;
const LABEL_LEAST_WIDTH = 40;
/** Room round a pattern for its lines, mm. */
const ROOM = 1.5;

const THIN = ink(0.15, '#444444');

/** A pattern with its label below, its lower left corner at the origin, and the size of both. */
export interface DrawnPattern {
  readonly marks: readonly Mark[];
  readonly box: Box;
  /** Of the pattern alone. */
  readonly patternBox: Box;
}

/** Draws a pattern as the look says: lines, the line of the blade, holes, grain, datum edge, label. In the pattern's own frame. */
export function drawPattern(pattern: Pattern, look: PatternLook): DrawnPattern {
  const own = boxGrown(
    boxUnion([
      ...[...pattern.outlines, ...pattern.throughCuts].map((path) => pathBox(path)),
      ...pattern.brads.map(({ x, y }) => boxGrown({ minX: x, minY: y, maxX: x, maxY: y }, BRAD_ARM)),
    ]),
    ROOM + (look.lineRule === 'on' ? 0 : look.ruleMm),
  );
  const one = [
    ...lineMarks(pattern, look),
    ...holeMarks(pattern, look),
    ...pattern.notes.map(({ at, words }) => textMark({ x: at.x + 0.6, y: at.y + 0.6 }, words, FIGURE_SIZE)),
    ...(look.numbered && !look.holesOnly ? pattern.arrows.flatMap(arrowMarks) : []),
    ...grainMarks(pattern, own),
  ];
  const box = boxUnion(
    pattern.places.map(({ x, y }) => ({
      minX: own.minX + x,
      minY: own.minY + y,
      maxX: own.maxX + x,
      maxY: own.maxY + y,
    })),
  );
  const labels = labelMarks(pattern, box);
  return {
    marks: [...pattern.places.flatMap(({ x, y }) => one.map((mark) => moveMark(mark, shift(x, y)))), ...labels.marks],
    box: { ...box, minY: box.minY - labels.height, maxX: Math.max(box.maxX, box.minX + labels.width) },
    patternBox: box,
  };
}

function lineMarks({ outlines, insideCuts, throughCuts, marks, datums }: Pattern, look: PatternLook): Mark[] {
  const line = ink(look.lineMm, LINE_COLOURS[look.colour]);
  const drawn = (paths: readonly Path[], with_: Ink): Mark[] =>
    paths.map((path) => ({ kind: 'path', path, ink: with_ }));
  const rule = look.lineRule === 'on' || look.holesOnly ? [] : ruleLines(outlines, insideCuts, look);
  return [
    ...drawn(look.holesOnly ? outlines : [...outlines, ...insideCuts, ...throughCuts], line),
    ...drawn(rule, ink(look.lineMm, LINE_COLOURS[look.colour], [2, 1])),
    ...marks.flatMap(({ kind, path }) => drawn([path], ink(0.15, '#777777', kind === 'fold' ? [4, 1, 1, 1] : [1, 1]))),
    ...datums.flatMap(({ from, to }) => datumMarks(from, to)),
  ];
}

/** Where the blade's middle runs: outside leaves the line on the wood, so it lies in the waste of every cut. */
function ruleLines(outlines: readonly Path[], insideCuts: readonly Path[], { lineRule, ruleMm }: PatternLook): Path[] {
  const away = lineRule === 'outside' ? ruleMm : -ruleMm;
  const offset = (path: Path, by: number): Path[] =>
    offsetRings([flatten(path)], by).map((ring) => ({ ...straight(...ring, ring[0] ?? { x: 0, y: 0 }), closed: true }));
  return [...outlines.flatMap((path) => offset(path, away)), ...insideCuts.flatMap((path) => offset(path, -away))];
}

function datumMarks(from: Point, to: Point): Mark[] {
  const turn = Math.atan2(to.y - from.y, to.x - from.x);
  const upright = Math.abs(turn) > Math.PI / 2 ? turn - Math.PI : turn;
  const middle = { x: (from.x + to.x) / 2 - Math.sin(upright), y: (from.y + to.y) / 2 + Math.cos(upright) };
  return [
    { kind: 'path', path: straight(from, to), ink: ink(0.9, '#444444') },
    textMark(middle, 'datum edge', FIGURE_SIZE, { align: 'middle', turn: upright }),
  ];
}

/** Half a cross where a brad goes in, mm. */
const BRAD_ARM = 1.5;

/** Pierce holes with their bit, and holes that stay as full circles with their centre. */
function holeMarks({ pierce, holes, brads }: Pattern, look: PatternLook): Mark[] {
  const cross = ({ x, y }: Point, arm: number): Mark[] =>
    [straight({ x: x - arm, y }, { x: x + arm, y }), straight({ x, y: y - arm }, { x, y: y + arm })].map((path) => ({
      kind: 'path',
      path,
      ink: THIN,
    }));
  const bit = (at: Point, mm: number): Mark[] => [
    { kind: 'path', path: circlePath(at, mm / 2), ink: THIN },
    ...cross(at, mm / 2 + 0.8),
    textMark({ x: at.x + mm / 2 + 0.8, y: at.y + 0.4 }, formatLength(mm, look.units), FIGURE_SIZE),
  ];
  return [
    ...holes.flatMap(({ center, diameterMm }) => bit(center, diameterMm)),
    ...(look.pierceMarks || look.holesOnly ? pierce.flatMap(({ at, bitMm }) => bit(at, bitMm)) : []),
    ...brads.flatMap((at) => [
      ...cross(at, BRAD_ARM),
      textMark({ x: at.x + BRAD_ARM, y: at.y + 0.4 }, 'brad', FIGURE_SIZE),
    ]),
  ];
}

/** Of the arrows of the order, mm: how far beside their line, the ring of their number, their length at least. */
const BESIDE = 2.2;
const NUMBER_RING = 1.7;
const SHORTEST_ARROW = 4;
const LONGEST_ARROW = 30;
const ARROW_HEAD = 1.6;

/** The number of a cut in a ring, where it is begun, and an arrow beside its line. */
function arrowMarks({ number, at, towards }: OrderArrow): Mark[] {
  const length = Math.max(distance(at, towards), SHORTEST_ARROW);
  const [ux, uy] = [(towards.x - at.x) / length, (towards.y - at.y) / length];
  // On the right of its way, a little off the line.
  const beside = (along: number, off: number): Point => ({
    x: at.x + ux * along + uy * (BESIDE + off),
    y: at.y + uy * along - ux * (BESIDE + off),
  });
  const ring = circlePath(beside(0, 0), NUMBER_RING);
  const shaft = straight(beside(NUMBER_RING, 0), beside(length, 0));
  const head = straight(
    beside(length - ARROW_HEAD, ARROW_HEAD / 2),
    beside(length, 0),
    beside(length - ARROW_HEAD, -ARROW_HEAD / 2),
  );
  const middle = beside(0, 0);
  return [
    ...[ring, shaft, head].map((path): Mark => ({ kind: 'path', path, ink: THIN })),
    textMark({ x: middle.x, y: middle.y - FIGURE_SIZE * 0.35 }, String(number), FIGURE_SIZE, {
      bold: true,
      align: 'middle',
    }),
  ];
}

/** An arrow with two heads along the grain, in the middle of the pattern. */
function grainMarks({ grain }: Pattern, box: Box): Mark[] {
  if (grain === 'any') return [];
  const { x, y } = boxMiddle(box);
  const along = grain === 'along-x';
  const half = Math.min(LONGEST_ARROW, (along ? boxWidth(box) : box.maxY - box.minY) * 0.6) / 2;
  const at = (u: number, v: number): Point => (along ? { x: x + u, y: y + v } : { x: x + v, y: y + u });
  const head = (end: number): Path => {
    const back = end - Math.sign(end) * ARROW_HEAD;
    return straight(at(back, ARROW_HEAD / 2), at(end, 0), at(back, -ARROW_HEAD / 2));
  };
  return [straight(at(-half, 0), at(half, 0)), head(-half), head(half)].map((path) => ({
    kind: 'path',
    path,
    ink: THIN,
  }));
}

/** Template, revision and parts in bold; stack and layers below. */
function labelMarks(pattern: Pattern, box: Box): { marks: Mark[]; height: number; width: number } {
  const width = Math.max(LABEL_LEAST_WIDTH, boxWidth(box));
  const lines = [
    ...wrapText(`${pattern.template}, revision ${String(pattern.revision)}: ${pattern.parts}`, width, LABEL_SIZE).map(
      (text) => ({ text, bold: true }),
    ),
    ...(pattern.stack === null
      ? []
      : wrapText(pattern.stack, width, LABEL_SIZE).map((text) => ({ text, bold: false }))),
  ];
  const step = LABEL_SIZE * 1.25;
  const marks = lines.map(({ text, bold }, i) =>
    textMark({ x: box.minX, y: box.minY - (i + 1) * step }, text, LABEL_SIZE, { bold }),
  );
  return { marks, height: lines.length * step + 1, width };
}
