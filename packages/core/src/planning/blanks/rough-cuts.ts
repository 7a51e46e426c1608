import { type Box, flatten } from '../../geometry';
import { inches, snapMm } from '../../units';
import type { Corner, GangCut, RoughCut } from '../model/stack';

/** Corners are worth sawing off roughly from this size on, mm: one inch. */
const LEAST_CORNER = inches(1);

const CORNERS: readonly (readonly [Corner, number, number])[] = [
  ['lower-left', -1, -1],
  ['lower-right', 1, -1],
  ['upper-left', -1, 1],
  ['upper-right', 1, 1],
];

/**
 * Corners that may be sawn off a blank too large to be turned, so that it turns more freely: those where parts and their
 * margin leave a triangle of an inch or more. `blank` is in the frame of the drawing.
 */
export function roughCuts(cuts: readonly Pick<GangCut, 'kind' | 'path'>[], blank: Box, margin: number): RoughCut[] {
  const points = cuts.filter(({ kind }) => kind === 'outside').flatMap(({ path }) => flatten(path, 0.2));
  return CORNERS.flatMap(([corner, right, up]) => {
    const furthest = points.reduce((most, { x, y }) => Math.max(most, right * x + up * y), -Infinity);
    const atCorner = (right > 0 ? blank.maxX : -blank.minX) + (up > 0 ? blank.maxY : -blank.minY);
    const leg = atCorner - furthest - margin * Math.SQRT2;
    return leg >= LEAST_CORNER ? [{ corner, leg: snapMm(leg) }] : [];
  });
}
