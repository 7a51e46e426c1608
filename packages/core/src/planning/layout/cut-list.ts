import type { CutTree } from './tree';

/** One cut as a person follows it: what is taken in hand, where it is cut, what comes of it. */
export interface CutStep {
  /** `1` is the board; what a cut parts gets a letter more: `1a` lies before the blade, `1b` beyond it. */
  readonly part: string;
  readonly axis: 'rip' | 'crosscut';
  /** From the lower left corner of the part in hand, whole nanometres. */
  readonly distance: number;
  /** Places of the pieces that are finished by this cut. */
  readonly finished: readonly number[];
}

/** The cuts of a board in an order in which each can be made: a part is cut before its own parts are. */
export function cutList(tree: CutTree): CutStep[] {
  const steps: CutStep[] = [];
  const waiting: { readonly node: CutTree; readonly part: string }[] = [{ node: tree, part: '1' }];
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const { node, part } = next;
    if (node.kind !== 'cut') continue;
    const { axis, at, first, second } = node;
    const finished = [first, second].flatMap((one) => (one?.kind === 'piece' ? [one.piece] : []));
    steps.push({ part, axis, distance: at - (axis === 'rip' ? node.y : node.x), finished });
    const parts = [{ node: first, part: `${part}a` }, ...(second ? [{ node: second, part: `${part}b` }] : [])];
    waiting.unshift(...parts.filter((one) => one.node.kind === 'cut'));
  }
  return steps;
}
