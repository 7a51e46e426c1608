import Flatbush from 'flatbush';
import { distance, endOf, type Point } from '../../geometry';
import type { Line } from './line';

/** One end of an open line. */
export interface End {
  readonly line: number;
  readonly atStart: boolean;
  readonly at: Point;
}

/** A place where ends of open lines meet, or one stands alone. */
export interface Node {
  readonly ends: readonly End[];
  readonly at: Point;
}

export function endsOf(lines: readonly Line[]): End[] {
  return lines.flatMap(({ path }, line) =>
    path.closed
      ? []
      : [
          { line, atStart: true, at: path.start },
          { line, atStart: false, at: endOf(path) },
        ],
  );
}

/** Ends no further apart than `within` mm share a node; each takes in the ends near its first. In the order of the ends. */
export function nodesOf(ends: readonly End[], within: number): Node[] {
  if (ends.length === 0) return [];
  const tree = pointIndex(ends.map(({ at }) => at));
  const taken = new Uint8Array(ends.length);
  const nodes: Node[] = [];
  ends.forEach(({ at }, i) => {
    if (taken[i]) return;
    const near = tree
      .search(at.x - within, at.y - within, at.x + within, at.y + within)
      .filter((j) => !taken[j] && distance(ends[j]?.at ?? at, at) <= within)
      .sort((a, b) => a - b);
    for (const j of near) taken[j] = 1;
    nodes.push({ at, ends: near.flatMap((j) => ends[j] ?? []) });
  });
  return nodes;
}

export function pointIndex(points: readonly Point[]): Flatbush {
  const tree = new Flatbush(points.length);
  for (const { x, y } of points) tree.add(x, y, x, y);
  tree.finish();
  return tree;
}
