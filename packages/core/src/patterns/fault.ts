import { boxHeight, boxWidth, type Box, type Point } from '../geometry';
import type { Fault } from '../result';

/** Why a drawing could not be taken in at all. */
export type ReadFault = Fault<
  | 'too-large-a-file'
  | 'not-a-drawing'
  | 'not-an-svg'
  | 'not-a-dxf'
  | 'binary-dxf'
  | 'unreadable-size'
  | 'too-many-points'
  | 'no-lines'
  | 'too-large-a-drawing'
  | 'too-small-a-drawing'
>;

export type LeftOutKind =
  | 'text'
  | 'picture'
  | 'script'
  | 'outside-reference'
  | 'broken-reference'
  | 'circular-reference'
  | 'clip-or-mask'
  | 'page'
  | 'hidden'
  | 'unreadable-numbers'
  | 'bad-knots'
  | 'mixed-units'
  | 'not-a-line';

/** Something in the drawing that makes no cut, and where it stood. */
export interface LeftOut {
  readonly kind: LeftOutKind;
  /** The element as its author would find it: `path #4 (wing)`. */
  readonly where: string;
  /** Where on the drawing, in the drawing's own units; null where it has no place. */
  readonly at: Point | null;
}

/** Larger files are not read: what draws so much is no pattern for a saw (our choice). */
export const LARGEST_FILE_BYTES = 10 * 1024 * 1024;

/** `12.3 MB`, for messages about files. */
const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(1)} MB`;

/** The fault of a file of so many bytes. */
export const tooLargeAFile = (bytes: number): ReadFault => ({
  kind: 'too-large-a-file',
  message: `The file is ${megabytes(bytes)}; drawings up to 10 MB can be read.`,
  where: 'the whole file',
  hint: 'Remove pictures from the drawing, or simplify its lines in your drawing program, and save it again.',
});

export const tooManyPoints = (where: string): ReadFault => ({
  kind: 'too-many-points',
  message: 'The drawing has more than half a million points, more than any blade could follow.',
  where: `reached at ${where}`,
  hint: 'Simplify its lines in your drawing program (a traced photograph often needs this) and save it again.',
});

export const noLines = (leftOut: readonly LeftOut[]): ReadFault => ({
  kind: 'no-lines',
  message: 'There is no line in this drawing that could be cut.',
  where:
    leftOut.length === 0 ? 'the whole file' : [...new Set(leftOut.map((item) => item.where))].slice(0, 5).join(', '),
  hint: 'Turn text into outlines, and trace pictures, in your drawing program; then save it again.',
});

export const tooLargeADrawing = (box: Box, mmPerUnit: number): ReadFault => ({
  kind: 'too-large-a-drawing',
  message: `The drawing would be ${metres(boxWidth(box) * mmPerUnit)} by ${metres(boxHeight(box) * mmPerUnit)}.`,
  where: 'the size of the drawing',
  hint: 'Give a smaller size, or look for a stray point far from the rest of the drawing.',
});

export const tooSmallADrawing = (box: Box, mmPerUnit: number): ReadFault => ({
  kind: 'too-small-a-drawing',
  message: `The drawing would be ${(Math.max(boxWidth(box), boxHeight(box)) * mmPerUnit).toPrecision(2)} mm across: less than a saw cut.`,
  where: 'the size of the drawing',
  hint: 'Give a larger size: the drawing may be in inches or metres where millimetres were taken.',
});

const metres = (mm: number): string => `${(mm / 1000).toPrecision(3)} m`;
