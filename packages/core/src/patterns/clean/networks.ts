import { reversePath, shoelace, type Point } from '../../geometry';
import { endsOf, nodesOf } from './ends';
import { joinPaths } from './joins';
import { lineOf, type Line } from './line';

/** One side of an open line, walked from one node to another. */
interface Side {
  readonly line: number;
  readonly reversed: boolean;
  readonly from: number;
  readonly to: number;
}

/**
 * Where open lines meet three and more, their outermost way round is an outline, and what runs inside it stays open:
 * a jigsaw drawn as single lines, a picture in segments. Lines that belong to no way round are left as they are.
 * The outline bears the name of the first of its lines with a `+`.
 */
export function outlinesOfNetworks(lines: readonly Line[], within: number): readonly Line[] {
  const nodes = nodesOf(endsOf(lines), within);
  if (nodes.every(({ ends }) => ends.length < 3)) return lines;
  const sides = sidesOf(
    lines,
    nodes.map(({ ends }) => ends),
  );
  const outer = waysRound(sides, lines).filter((way) => way.length > 0 && areaOf(way, lines) < 0);
  const used = new Set<number>();
  const outlines = outer.flatMap((way) => {
    // A line walked on both sides leads to the outline and is no part of it.
    const once = way.filter(
      (side) => !way.some((other) => other.line === side.line && other.reversed !== side.reversed),
    );
    const first = lines[Math.min(...once.map(({ line }) => line))];
    if (!first || once.length < 2) return [];
    for (const { line } of once) used.add(line);
    const paths = once.flatMap(({ line, reversed }) => {
      const path = lines[line]?.path;
      return path ? [reversed ? reversePath(path) : path] : [];
    });
    return [lineOf({ ...first, id: `${first.id} +` }, joinPaths(paths, true))];
  });
  return [...outlines, ...lines.filter((_line, i) => !used.has(i))];
}

function sidesOf(lines: readonly Line[], nodes: readonly (readonly { line: number; atStart: boolean }[])[]): Side[] {
  const nodeOf = new Map<string, number>();
  nodes.forEach((ends, n) => {
    for (const { line, atStart } of ends) nodeOf.set(`${String(line)}${String(atStart)}`, n);
  });
  const open = lines.flatMap(({ path }, line) => (path.closed ? [] : [line]));
  let sides = open.flatMap((line): Side[] => {
    const [from, to] = [nodeOf.get(`${String(line)}true`) ?? -1, nodeOf.get(`${String(line)}false`) ?? -1];
    return [
      { line, reversed: false, from, to },
      { line, reversed: true, from: to, to: from },
    ];
  });
  // What ends loose leads nowhere round.
  for (let before = -1; before !== sides.length;) {
    before = sides.length;
    const degree = new Map<number, number>();
    for (const { from } of sides) degree.set(from, (degree.get(from) ?? 0) + 1);
    sides = sides.filter(({ from, to }) => (degree.get(from) ?? 0) > 1 && (degree.get(to) ?? 0) > 1);
  }
  return sides;
}

/** Every way round, turning as sharply right as it goes at each node: the outermost ones run to the right. */
function waysRound(sides: readonly Side[], lines: readonly Line[]): Side[][] {
  const around = new Map<number, Side[]>();
  for (const side of sides) around.set(side.from, [...(around.get(side.from) ?? []), side]);
  for (const list of around.values()) list.sort((a, b) => bearing(a, lines) - bearing(b, lines));
  const walked = new Set<Side>();
  return sides.flatMap((start) => {
    const way: Side[] = [];
    for (let side: Side | undefined = start; side && !walked.has(side);) {
      walked.add(side);
      way.push(side);
      const next: readonly Side[] = around.get(side.to) ?? [];
      const { line, reversed }: Side = side;
      const back = next.findIndex((other) => other.line === line && other.reversed !== reversed);
      side = next[(back + next.length - 1) % next.length];
    }
    return way.length > 0 ? [way] : [];
  });
}

const pointsOf = ({ line, reversed }: Side, lines: readonly Line[]): readonly Point[] => {
  const points = lines[line]?.points ?? [];
  return reversed ? [...points].reverse() : points;
};

function bearing(side: Side, lines: readonly Line[]): number {
  const [from, to] = pointsOf(side, lines);
  return from && to ? Math.atan2(to.y - from.y, to.x - from.x) : 0;
}

const areaOf = (way: readonly Side[], lines: readonly Line[]): number =>
  shoelace(way.flatMap((side) => pointsOf(side, lines)));
