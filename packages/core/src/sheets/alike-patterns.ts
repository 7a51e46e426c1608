import { boxUnion, mapPath, pathBox, type Path, type Point } from '../geometry';
import type { Pattern } from './pattern';

/**
 * Places of patterns that are drawn alike, together, in the order of the first of each: their lines and holes are the same to a
 * thousandth of a millimetre, wherever they lie in their drawings.
 */
export function alikePatterns(patterns: readonly Pattern[]): number[][] {
  const groups = new Map<string, number[]>();
  for (const [i, pattern] of patterns.entries()) {
    const key = linesOf(pattern);
    groups.set(key, [...(groups.get(key) ?? []), i]);
  }
  return [...groups.values()];
}

function linesOf({ places, outlines, insideCuts, throughCuts, holes, marks, pierce, brads }: Pattern): string {
  const box = boxUnion(outlines.map(pathBox));
  const fromCorner = ({ x, y }: Point): Point => ({ x: x - box.minX, y: y - box.minY });
  const moved = (path: Path): Path => mapPath(path, fromCorner);
  const lines = {
    places: places.map(({ x, y }) => [x, y]),
    paths: [outlines, insideCuts, throughCuts, marks.map(({ path }) => path)].map((of) => of.map(moved)),
    holes: [...holes.map(({ center, diameterMm }) => [fromCorner(center), diameterMm]), ...brads.map(fromCorner)],
    pierce: pierce.map(({ at, bitMm }) => [fromCorner(at), bitMm]),
  };
  return JSON.stringify(lines, (_key, value: unknown) =>
    typeof value === 'number' ? Math.round(value * 1000) : value,
  );
}
