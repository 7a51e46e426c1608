import type { CutTree } from './tree';

/** What comes off a cut: a finished piece, a part that is cut further, an offcut or waste, or nothing but sawdust. */
export type CutResult =
  | { readonly kind: 'piece'; readonly piece: number }
  | { readonly kind: 'part'; readonly part: number }
  | { readonly kind: 'rest' | 'dust' };

/** One cut as a person follows it: what is taken in hand, where it is cut, what comes of it. */
export type CutStep = StraightCut | CutOut;

/** Pieces that a jigsaw cuts out of the board. */
export interface CutOut {
  readonly axis: 'jigsaw';
  readonly part: 0;
  readonly pieces: readonly number[];
}

/** From side to side. */
export interface StraightCut {
  /** 0 is the board; parts are numbered as they come to be. */
  readonly part: number;
  /** Of the part in hand, along the grain, whole nanometres. */
  readonly length: number;
  readonly axis: 'rip' | 'crosscut';
  /** From the lower left corner of the part in hand, whole nanometres. */
  readonly distance: number;
  /** Before the blade, and beyond it. */
  readonly before: CutResult;
  readonly beyond: CutResult;
}

/** The cuts of a board in an order in which each can be made: a part is cut before its own parts are. */
export function cutList(tree: CutTree): CutStep[] {
  if (tree.kind === 'free') {
    const pieces = tree.inside.flatMap((node) => (node.kind === 'piece' ? [node.piece] : []));
    return [{ axis: 'jigsaw', part: 0, pieces }];
  }
  const steps: CutStep[] = [];
  const waiting: { readonly node: CutTree; readonly part: number }[] = [{ node: tree, part: 0 }];
  let parts = 0;
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const { node, part } = next;
    if (node.kind !== 'cut') continue;
    const { axis, at, length, first, second } = node;
    const own: typeof waiting = [];
    const resultOf = (result: CutTree | null): CutResult => {
      if (result === null) return { kind: 'dust' };
      if (result.kind === 'piece') return { kind: 'piece', piece: result.piece };
      if (result.kind === 'rest') return { kind: 'rest' };
      own.push({ node: result, part: ++parts });
      return { kind: 'part', part: parts };
    };
    const distance = at - (axis === 'rip' ? node.y : node.x);
    steps.push({ part, length, axis, distance, before: resultOf(first), beyond: resultOf(second) });
    waiting.unshift(...own);
  }
  return steps;
}
