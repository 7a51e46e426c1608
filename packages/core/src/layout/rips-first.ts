import type { CutNode, CutTree } from './tree';

/**
 * The same board with the same pieces where they lie, but ripped before it is crosscut where both parts of a crosscut are
 * ripped alike: one long rip in place of two short ones, which is less work and safer along a fence.
 */
export function ripsFirst(tree: CutTree): CutTree {
  if (tree.kind !== 'cut') return tree;
  const own = { ...tree, first: ripsFirst(tree.first), second: tree.second && ripsFirst(tree.second) };
  const { first, second } = own;
  if (own.axis === 'rip' || !isRip(first) || !isRip(second)) return own;
  const isAlike = first.at === second.at && first.y === second.y && first.width === second.width;
  if (!isAlike || (first.second === null) !== (second.second === null)) return own;
  const crosscut = (one: CutTree, other: CutTree): CutTree =>
    ripsFirst({ ...own, y: one.y, width: one.width, first: one, second: other });
  return {
    ...own,
    axis: 'rip',
    at: first.at,
    first: crosscut(first.first, second.first),
    second: first.second && second.second && crosscut(first.second, second.second),
  };
}

const isRip = (tree: CutTree | null): tree is CutNode => tree?.kind === 'cut' && tree.axis === 'rip';
