import type { Fault } from '../result';
import type { Point } from '../geometry';

/** Why a drawing could not be taken in at all. */
export type ReadFault = Fault<
  'too-large-a-file' | 'not-an-svg' | 'unreadable-size' | 'too-many-points' | 'no-closed-shapes' | 'too-large-a-drawing'
>;

export type LeftOutKind =
  | 'open-line'
  | 'text'
  | 'picture'
  | 'script'
  | 'outside-reference'
  | 'copy-by-reference'
  | 'clip-or-mask'
  | 'hidden'
  | 'unreadable-numbers'
  | 'speck'
  | 'doubled-line';

/** Something in the drawing that makes no cut, and where it stood. */
export interface LeftOut {
  readonly kind: LeftOutKind;
  /** The element as its author would find it: `path #4 (wing)`. */
  readonly where: string;
  /** Where on the drawing, in the drawing's own units; null where it has no place. */
  readonly at: Point | null;
}
