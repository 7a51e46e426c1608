import { boxAround, movePath, moved, pathBox, type Affine, type Box, type Path, type Point } from '../geometry';

/** How a line is drawn on paper. */
export interface Ink {
  readonly widthMm: number;
  /** `#rrggbb`. */
  readonly colour: string;
  /** Lengths of stroke and gap, mm; empty for a whole line. */
  readonly dashMm: readonly number[];
}

/** One drawing instruction. mm from the lower left corner of the page, y up. */
export type Mark =
  | { readonly kind: 'path'; readonly path: Path; readonly ink: Ink }
  | {
      readonly kind: 'text';
      /** The left or right end, or the middle, of its base line. */
      readonly at: Point;
      readonly text: string;
      readonly sizeMm: number;
      readonly align: 'left' | 'middle' | 'right';
      /** Radians, positive to the left. */
      readonly turn: number;
      readonly bold: boolean;
    }
  /** Marks of which only what lies in the box is drawn. */
  | { readonly kind: 'window'; readonly box: Box; readonly marks: readonly Mark[] };

/** One side of paper. */
export interface SheetPage {
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
}

export const straight = (...points: readonly Point[]): Path => {
  const [start, ...rest] = points;
  if (!start) throw new RangeError('straight needs at least one point, got 0');
  return { start, segments: rest.map((to) => ({ kind: 'line', to })), closed: false };
};

export const ink = (widthMm: number, colour: string, dashMm: readonly number[] = []): Ink => ({
  widthMm,
  colour,
  dashMm,
});

/** The fonts of the pages have no sign for about. */
const inPrint = (text: string): string => text.replaceAll('≈', '~');

export const textMark = (
  at: Point,
  text: string,
  sizeMm: number,
  more: Partial<Pick<Extract<Mark, { kind: 'text' }>, 'align' | 'turn' | 'bold'>> = {},
): Mark => ({ kind: 'text', at, text: inPrint(text), sizeMm, align: 'left', turn: 0, bold: false, ...more });

/** A mark moved by a shift and quarter turns; text turns with it. */
export function moveMark(mark: Mark, by: Affine): Mark {
  switch (mark.kind) {
    case 'path':
      return { ...mark, path: movePath(mark.path, by) };
    case 'text':
      return { ...mark, at: moved(by, mark.at), turn: mark.turn + Math.atan2(by.b, by.a) };
    case 'window': {
      const { minX, minY, maxX, maxY } = mark.box;
      const corners = [moved(by, { x: minX, y: minY }), moved(by, { x: maxX, y: maxY })];
      return { kind: 'window', box: boxAround(corners), marks: mark.marks.map((one) => moveMark(one, by)) };
    }
  }
}

/** The box of what marks draw, text by its base line only; throws without any. */
export const marksBox = (marks: readonly Mark[]): Box =>
  boxAround(
    marks.flatMap((mark) => {
      if (mark.kind === 'text') return [mark.at];
      const { minX, minY, maxX, maxY } = mark.kind === 'window' ? mark.box : pathBox(mark.path);
      return [
        { x: minX, y: minY },
        { x: maxX, y: maxY },
      ];
    }),
  );

/** A generous width for text of the pattern sheets' face, as a share of its size: wider than most letters are. */
const LETTER_WIDTH = 0.56;

/** Words in lines no wider than `width` mm; a word too long for one is broken. */
export function wrapText(text: string, width: number, sizeMm: number): string[] {
  const most = Math.max(4, Math.floor(width / (sizeMm * LETTER_WIDTH)));
  const lines: string[] = [];
  for (const word of text.split(/\s+/).flatMap((one) => one.match(new RegExp(`.{1,${String(most)}}`, 'gu')) ?? [])) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + 1 + word.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
