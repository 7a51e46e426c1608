import { restNode, type CutNode, type CutTree } from './tree';

/**
 * The same board with the same pieces where they lie, but ripped before it is crosscut where both parts of a crosscut are
 * ripped alike: one long rip in place of two short ones, which is less work and safer along a fence. A rest that is shorter
 * than `useless` is ripped with what it lies behind, since nobody keeps it.
 */
export function ripsFirst(tree: CutTree, useless = 0): CutTree {
  if (tree.kind !== 'cut') return tree;
  const own = {
    ...tree,
    first: ripsFirst(tree.first, useless),
    second: tree.second && ripsFirst(tree.second, useless),
  };
  const { first } = own;
  if (own.axis === 'rip' || !isRip(first)) return own;
  const second = own.second && restRippedAs(own.second, first, useless);
  // A cut that leaves nothing but sawdust behind it lets everything be ripped before it.
  if (second !== null && !isRip(second)) return own;
  const isAlike = second === null || (first.at === second.at && first.y === second.y && first.width === second.width);
  if (!isAlike || (second !== null && (first.second === null) !== (second.second === null))) return own;
  const crosscut = (one: CutTree, other: CutTree | null): CutTree =>
    ripsFirst({ ...own, y: one.y, width: one.width, first: one, second: other }, useless);
  return {
    ...own,
    axis: 'rip',
    at: first.at,
    first: crosscut(first.first, second && second.first),
    second: first.second && crosscut(first.second, second && second.second),
  };
}

const isRip = (tree: CutTree | null): tree is CutNode => tree?.kind === 'cut' && tree.axis === 'rip';

/** A short rest as if it were ripped where its neighbour is; anything else as it is. */
function restRippedAs(rest: CutTree, { at, y, width, first, second }: CutNode, useless: number): CutTree {
  if (rest.kind !== 'rest' || rest.defect || rest.length >= useless || rest.y !== y || rest.width !== width)
    return rest;
  const { x, length } = rest;
  const below = restNode({ x, y: first.y, length, width: first.width });
  const above = second && restNode({ x, y: second.y, length, width: second.width });
  return { kind: 'cut', axis: 'rip', at, x, y, length, width, first: below, second: above };
}
