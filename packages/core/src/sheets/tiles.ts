import { boxHeight, boxWidth, circlePath, shift, turn, type Box, type Point } from '../geometry';
import { ink, marksBox, moveMark, straight, textMark, type Mark } from './marks';
import type { DrawnPattern } from './pattern';

/** One sheet of a pattern that goes over several. */
export interface Tile {
  readonly marks: readonly Mark[];
  /** Which of them it is, for the foot of the sheet. */
  readonly note: string;
}

const REGISTER = ink(0.2, '#c01818');
const REGISTER_RADIUS = 2;
/** Its arms reach beyond its circle. */
const REGISTER_ARM = REGISTER_RADIUS * 1.6;

/** Letters of its name, mm: five of them are as wide as its circle. */
const NAME_SIZE = 1.6;

/** Sheets share at least this much, mm, so that register marks stand whole on both. */
export const LEAST_OVERLAP = 8;

/** How many pieces of `room` mm, each overlapping the next, cover `length` mm. */
const piecesFor = (length: number, room: number, overlap: number): number =>
  Math.max(1, Math.ceil((length - overlap) / (room - overlap)));

/**
 * Parts a pattern over sheets that overlap, upright or turned, whichever takes fewer. In the middle of each overlap
 * stand register marks, the same ones on both sheets: laid on each other they bring the sheets together.
 */
export function tilesOf(drawing: DrawnPattern, area: Box, overlap: number): Tile[] {
  const [w, h] = [boxWidth(area), boxHeight(area)];
  const counts = (box: Box): [number, number] => [
    piecesFor(boxWidth(box), w, overlap),
    piecesFor(boxHeight(box), h, overlap),
  ];
  const turned = drawing.marks.map((mark) => moveMark(mark, turn(Math.PI / 2)));
  const { minX, minY, maxX, maxY } = drawing.box;
  const turnedBox = { minX: -maxY, minY: minX, maxX: -minY, maxY: maxX };
  const [upright, sideways] = [counts(drawing.box), counts(turnedBox)];
  const isTurned = sideways[0] * sideways[1] < upright[0] * upright[1];
  const [columns, rows] = isTurned ? sideways : upright;
  const [marks, box] = isTurned ? [turned, turnedBox] : [drawing.marks, drawing.box];
  const joints = registerPoints(box, { columns, rows, w, h, overlap });
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const from = { x: box.minX + column * (w - overlap), y: box.minY + row * (h - overlap) };
      const onPage = shift(area.minX - from.x, area.minY - from.y);
      const inside = [...marks, ...joints].filter((mark) => touches(marksBox([mark]), from, w, h));
      tiles.push({
        marks: [{ kind: 'window', box: area, marks: inside.map((mark) => moveMark(mark, onPage)) }],
        note: `column ${String(column + 1)} of ${String(columns)}, row ${String(row + 1)} of ${String(rows)} from below`,
      });
    }
  }
  return tiles;
}

const touches = ({ minX, minY, maxX, maxY }: Box, from: Point, w: number, h: number): boolean =>
  maxX >= from.x && maxY >= from.y && minX <= from.x + w && minY <= from.y + h;

interface Grid {
  readonly columns: number;
  readonly rows: number;
  readonly w: number;
  readonly h: number;
  readonly overlap: number;
}

/** Two marks on each joint of each pair of neighbours, named so that they cannot be mistaken. */
function registerPoints({ minX, minY }: Box, { columns, rows, w, h, overlap }: Grid): Mark[] {
  const marks: Mark[] = [];
  const add = (at: Point, name: string): void => {
    marks.push(
      { kind: 'path', path: circlePath(at, REGISTER_RADIUS), ink: REGISTER },
      {
        kind: 'path',
        path: straight({ x: at.x - REGISTER_ARM, y: at.y }, { x: at.x + REGISTER_ARM, y: at.y }),
        ink: REGISTER,
      },
      {
        kind: 'path',
        path: straight({ x: at.x, y: at.y - REGISTER_ARM }, { x: at.x, y: at.y + REGISTER_ARM }),
        ink: REGISTER,
      },
      // Over the mark, where it is no wider than that.
      textMark({ x: at.x, y: at.y + REGISTER_RADIUS / 2 }, name, NAME_SIZE, { align: 'middle' }),
    );
  };
  const [stepX, stepY] = [w - overlap, h - overlap];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      for (const [n, part] of [0.25, 0.75].entries()) {
        const name = `${String(column + 1)}.${String(row + 1)}${n === 0 ? 'a' : 'b'}`;
        const [x, y] = [minX + column * stepX, minY + row * stepY];
        if (column + 1 < columns) add({ x: x + w - overlap / 2, y: y + h * part }, `R${name}`);
        if (row + 1 < rows) add({ x: x + w * part, y: y + h - overlap / 2 }, `U${name}`);
      }
    }
  }
  return marks;
}
