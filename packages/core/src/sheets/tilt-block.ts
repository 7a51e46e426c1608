import { leanOfBlock } from '../blades';
import { IDENTITY, movePath, type Path } from '../geometry';
import { PAGES, workArea, type Paper } from '../planning';
import { err, ok, type Fault, type Result } from '../result';
import { formatLength, inches, type LengthUnit } from '../units';
import { furniture } from './furniture';
import { ink, textMark, type SheetPage } from './marks';

/** A block that stands on the table beside the blade. */
export interface TiltBlock {
  /** Radians from square, 0 or more. */
  readonly tilt: number;
  readonly heightMm: number;
}

export type TiltBlockFault = Fault<'larger-than-paper'>;

/** Of the block at its narrower end, mm: enough to stand on. */
const STANDS_ON = inches(1.5);

/** The outline of a block whose one end leans as the blade will: to be sawn from stock of any thickness. mm, its foot along x. */
export function tiltBlockOutline({ tilt, heightMm }: TiltBlock): Path {
  const foot = STANDS_ON + leanOfBlock(heightMm, tilt);
  const corners = [
    { x: foot, y: 0 },
    { x: STANDS_ON, y: heightMm },
    { x: 0, y: heightMm },
    { x: 0, y: 0 },
  ];
  return { start: { x: 0, y: 0 }, segments: corners.map((to) => ({ kind: 'line', to })), closed: true };
}

/** The block true to size on one page. Errors: it does not fit the paper. */
export function tiltBlockPage(block: TiltBlock, paper: Paper, units: LengthUnit): Result<SheetPage, TiltBlockFault> {
  const area = workArea(paper);
  const foot = STANDS_ON + leanOfBlock(block.heightMm, block.tilt);
  const at = { x: area.minX + 6, y: area.minY + 10 };
  if (at.x + foot > area.maxX || at.y + block.heightMm + 30 > area.maxY)
    return err({
      kind: 'larger-than-paper',
      message: `A block ${formatLength(block.heightMm, units)} high at this tilt does not fit the paper.`,
      where: 'Tilt by a block',
      hint: 'Make the block lower, or tilt by dimensions.',
    });
  const degrees = ((block.tilt * 180) / Math.PI).toFixed(2).replace(/\.?0+$/, '');
  const outline = movePath(tiltBlockOutline(block), { ...IDENTITY, e: at.x, f: at.y });
  const { width, height } = PAGES[paper];
  const words = {
    number: 1,
    of: 1,
    note: 'Stand it on its long foot and tilt the table until its end lies along the blade.',
    use: null,
  };
  return ok({
    width,
    height,
    marks: [
      textMark({ x: at.x, y: area.maxY - 8 }, `Block for a tilt of ${degrees}°`, 6, { bold: true }),
      { kind: 'path', path: outline, ink: ink(0.25, '#000000') },
      textMark({ x: at.x + 3, y: at.y + 4 }, `${degrees}°, foot`, 3),
      ...furniture(paper, units, words),
    ],
  });
}
