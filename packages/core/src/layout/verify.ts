import { type CutTree, eachNode, type LaidPiece } from './tree';

/** A rectangle of a board that must not be used, whole nanometres. */
export interface Flaw {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/**
 * Checks a board cut edge to edge from the rules alone: every cut goes from side to side of what it parts and leaves a
 * kerf, both parts lie within it, pieces have their size and their grain, none lies on a flaw, none is there twice.
 * Where it is known which pieces shall lie on it (`laid`), none of them is left out and no other is there. Returns what is
 * wrong; empty where nothing is.
 */
export function verifyCuts(
  tree: CutTree,
  board: { readonly length: number; readonly width: number },
  pieces: readonly LaidPiece[],
  kerf: number,
  flaws: readonly Flaw[] = [],
  laid: readonly number[] | null = null,
): string[] {
  const wrong: string[] = [];
  const say = (node: CutTree, what: string): void =>
    void wrong.push(`${node.kind} at ${String(node.x)}, ${String(node.y)}: ${what}`);
  if (tree.x < 0 || tree.y < 0 || tree.x + tree.length > board.length || tree.y + tree.width > board.width)
    say(tree, 'reaches beyond the board');
  const seen = new Set<number>();
  eachNode(tree, (node) => {
    if (!(node.length > 0) || !(node.width > 0)) say(node, 'has no size');
    if (node.kind === 'cut') checkCut(node, kerf, say);
    if (node.kind === 'free') checkFree(node, kerf, say);
    if (node.kind !== 'piece') return;
    const piece = pieces[node.piece];
    if (seen.has(node.piece)) say(node, 'is laid twice');
    seen.add(node.piece);
    if (!piece) say(node, 'is no piece of the list');
    else if (node.turned && !piece.turnable) say(node, 'has its grain across');
    else if (
      piece[node.turned ? 'width' : 'length'] !== node.length ||
      piece[node.turned ? 'length' : 'width'] !== node.width
    )
      say(node, 'has another size');
    for (const flaw of flaws) if (overlap(node, flaw)) say(node, 'lies on a flaw');
  });
  for (const piece of laid ?? []) if (!seen.has(piece)) wrong.push(`piece ${String(piece)} is left out`);
  for (const piece of laid ? seen : [])
    if (!laid?.includes(piece)) wrong.push(`piece ${String(piece)} is not meant to be here`);
  return wrong;
}

function checkCut(
  node: Extract<CutTree, { kind: 'cut' }>,
  kerf: number,
  say: (node: CutTree, what: string) => void,
): void {
  const { axis, at, first, second } = node;
  const [start, size, across] =
    axis === 'rip' ? (['y', 'width', 'length'] as const) : (['x', 'length', 'width'] as const);
  const other = axis === 'rip' ? 'x' : 'y';
  if (at <= node[start] || at >= node[start] + node[size]) say(node, 'cuts outside of what it parts');
  for (const part of [first, second]) {
    if (!part) continue;
    if (part[other] !== node[other] || part[across] > node[across]) say(part, 'is not cut from side to side');
  }
  if (first[start] !== node[start] || first[start] + first[size] > at) say(first, 'reaches into the kerf');
  const beyond = node[start] + node[size];
  if (!second) {
    if (beyond - at > kerf) say(node, 'loses wood beyond its kerf');
  } else if (second[start] < at + kerf || second[start] + second[size] > beyond)
    say(second, 'reaches into the kerf or beyond the cut');
}

function checkFree(
  node: Extract<CutTree, { kind: 'free' }>,
  kerf: number,
  say: (node: CutTree, what: string) => void,
): void {
  node.inside.forEach((one, i) => {
    const [right, top] = [one.x + one.length, one.y + one.width];
    if (one.x < node.x || one.y < node.y || right > node.x + node.length || top > node.y + node.width)
      say(one, 'lies beyond the board');
    const wide = { x: one.x - kerf, y: one.y - kerf, length: one.length + 2 * kerf, width: one.width + 2 * kerf };
    if (node.inside.some((other, j) => j < i && overlap(wide, other))) say(one, 'is nearer to another than the kerf');
  });
}

const overlap = (a: Flaw, b: Flaw): boolean =>
  a.x < b.x + b.length && b.x < a.x + a.length && a.y < b.y + b.width && b.y < a.y + a.width;
