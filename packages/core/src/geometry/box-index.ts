import Flatbush from 'flatbush';
import type { Box } from './point';

/** Boxes found by place: which of them touch another box and are wanted, in the order given. */
export type BoxIndex = (box: Box, isWanted?: (place: number) => boolean) => number[];

/** Builds the index over boxes; of none nothing is found. */
export function indexBoxes(boxes: readonly Box[]): BoxIndex {
  if (boxes.length === 0) return () => [];
  const tree = new Flatbush(boxes.length);
  for (const { minX, minY, maxX, maxY } of boxes) tree.add(minX, minY, maxX, maxY);
  tree.finish();
  // As whole numbers, which are sorted without a call for each two of them: where boxes lie in each other they are very many.
  return ({ minX, minY, maxX, maxY }, isWanted) => [
    ...Uint32Array.from(tree.search(minX, minY, maxX, maxY, isWanted)).sort(),
  ];
}
