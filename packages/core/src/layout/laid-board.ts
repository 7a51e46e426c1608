import type { Pin } from './flaws';
import type { CutTree } from './tree';
import type { Flaw } from './verify';

/** A board or sheet that may be cut, whole nanometres. */
export interface LaidBoard {
  readonly length: number;
  readonly width: number;
  readonly flaws: readonly Flaw[];
  /** What using it costs, in any unit: area for wood, money for money; offcuts less, wide boards more. */
  readonly cost: number;
  /** Pieces that must lie just there. */
  readonly pins: readonly Pin[];
}

export interface UsedBoard {
  /** Place of the board in the list given. */
  readonly board: number;
  readonly tree: CutTree;
  readonly pieces: readonly number[];
}
