import type { Box, Path } from '../geometry';
import type { LeftOut } from './fault';

/** One line of a drawing as read: in the drawing's own units, y up. */
export interface RawLine {
  /** The same for the same line of the same file: its element, as its author would find it, and its place in that. */
  readonly id: string;
  readonly path: Path;
  /** The element it comes from: `path #4 (wing)`, `LINE 2F`. */
  readonly where: string;
  /** '' where the drawing has no layers. */
  readonly layer: string;
  /** As the drawing names it; '' where it gives none. */
  readonly colour: string;
  readonly dashed: boolean;
  /** True where the drawing fills it: an open end is then closed by a straight line, as the fill shows. */
  readonly filled: boolean;
  /** How a filled element with several lines tells wood from holes. */
  readonly fillRule: 'even-odd' | 'non-zero';
}

/** A drawing as read, before its size is known for certain. */
export interface RawDrawing {
  readonly format: 'svg' | 'dxf';
  readonly lines: readonly RawLine[];
  readonly leftOut: readonly LeftOut[];
  /** mm for one unit of the drawing; null where it gives no physical size and the maker must be asked. */
  readonly mmPerUnit: number | null;
  /** Around all lines, in units. */
  readonly box: Box;
}

/** A drawing with more than this is more than any blade could follow. */
export const MOST_SEGMENTS = 500_000;
/** References to references can multiply without end: no drawing needs more elements than this. */
export const MOST_ELEMENTS = 100_000;
/** Groups and blocks within each other deeper than this are a circle or a mistake. */
export const DEEPEST_REFERENCE = 40;
