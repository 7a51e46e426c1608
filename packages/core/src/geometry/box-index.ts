import Flatbush from 'flatbush';
import type { Box } from './point';

/** Boxes found by place: which of them touch another box, in the order given. */
export type BoxIndex = (box: Box) => number[];

/** Builds the index over boxes; of none nothing is found. */
export function indexBoxes(boxes: readonly Box[]): BoxIndex {
  if (boxes.length === 0) return () => [];
  const tree = new Flatbush(boxes.length);
  for (const { minX, minY, maxX, maxY } of boxes) tree.add(minX, minY, maxX, maxY);
  tree.finish();
  return ({ minX, minY, maxX, maxY }) => tree.search(minX, minY, maxX, maxY).sort((a, b) => a - b);
}
