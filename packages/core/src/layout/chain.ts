import { cutOff, restNode, type CutNode, type CutTree } from './tree';

/** One part of a node that is cut again and again the same way: its size that way, and what it is. */
export interface Link {
  readonly size: number;
  readonly tree: CutTree;
  /** False of what is left behind the last cut. */
  readonly isCutOff: boolean;
}

/**
 * The parts of a node from its start, as they come when it is cut along one axis; cuts within parts that run the same way too. But
 * a part whose own last cut leaves nothing is cut off first: its last kerf and the one that cuts it off are two.
 */
export function linksOf(node: CutNode): Link[] {
  const { axis } = node;
  const links: Link[] = [];
  const sizeOf = ({ length, width }: CutTree): number => (axis === 'rip' ? width : length);
  const collect = (tree: CutTree, isCutOff: boolean): void => {
    if (tree.kind !== 'cut' || tree.axis !== axis) {
      links.push({ size: sizeOf(tree), tree, isCutOff });
      return;
    }
    if (tree.first.kind === 'cut' && tree.first.axis === axis && endsInSawdust(tree.first))
      links.push({ size: sizeOf(tree.first), tree: tree.first, isCutOff: true });
    else collect(tree.first, true);
    if (tree.second) collect(tree.second, isCutOff);
  };
  collect(node, false);
  return links;
}

/** True where the last of a node's cuts along its axis leaves nothing: its kerf takes the rest. */
function endsInSawdust({ axis, second }: CutNode): boolean {
  if (!second) return true;
  return second.kind === 'cut' && second.axis === axis && endsInSawdust(second);
}

/**
 * The same board with equal strips and equal pieces next to each other, large ones first and rests last, so that one setting
 * of fence or stop serves for all of them. For boards without flaws or pinned pieces: things move on it.
 */
export function gathered(tree: CutTree, kerf: number): CutTree {
  if (tree.kind !== 'cut') return tree;
  const { axis, x, y, length, width } = tree;
  const links = linksOf(tree).map((link) => ({ ...link, tree: gathered(link.tree, kerf) }));
  const order = [...links].sort(
    (a, b) => Number(a.tree.kind === 'rest') - Number(b.tree.kind === 'rest') || b.size - a.size,
  );
  const build = (i: number, place: { x: number; y: number; length: number; width: number }): CutTree => {
    const link = order[i];
    if (!link || link.tree.kind === 'rest') return restNode(place);
    const own = shifted(link.tree, place.x - link.tree.x, place.y - link.tree.y);
    return cutOff(place, axis, link.size, kerf, own, (rest) => build(i + 1, rest));
  };
  return build(0, { x, y, length, width });
}

/** The whole tree moved. */
export function shifted(tree: CutTree, right: number, up: number): CutTree {
  if (right === 0 && up === 0) return tree;
  const own = { ...tree, x: tree.x + right, y: tree.y + up };
  if (own.kind !== 'cut') return own;
  return {
    ...own,
    at: own.at + (own.axis === 'rip' ? up : right),
    first: shifted(own.first, right, up),
    second: own.second && shifted(own.second, right, up),
  };
}
