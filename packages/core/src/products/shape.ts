import { flatten, isInside } from '../geometry';
import type { PartShape } from '../patterns';
import type { Part } from './template';

/** A part as lines to be understood; pieces of the same drawing that lie in its inside cuts fall out of it. */
export function shapeOfPart(part: Part, siblings: readonly Part[]): PartShape {
  const openings = part.insideCuts.map(({ path }) => flatten(path));
  const fallsOut = ({ id, drawing, outline }: Part): boolean =>
    id !== part.id && drawing === part.drawing && openings.some((ring) => isInside(outline.path.start, ring));
  const falling = openings.length === 0 ? [] : siblings.filter(fallsOut);
  return {
    id: part.id,
    outline: part.outline,
    inside: part.insideCuts,
    through: part.throughCuts,
    drilled: part.holes,
    falling: falling.map(({ outline }) => outline),
    base: part.datum,
  };
}
