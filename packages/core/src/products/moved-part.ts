import { IDENTITY, inOrder, moved, movePath, undo, type Affine } from '../geometry';
import type { Part } from './template';

/** A part moved on its blank; where it stood as drawn is remembered. */
export function movedPart(part: Part, by: Affine): Part {
  const put = <T extends { readonly path: Part['outline']['path'] }>(cut: T): T => ({
    ...cut,
    path: movePath(cut.path, by),
  });
  return {
    ...part,
    outline: put(part.outline),
    insideCuts: part.insideCuts.map(put),
    throughCuts: part.throughCuts.map(put),
    marks: part.marks.map(put),
    holes: part.holes.map((hole) => ({ ...hole, center: moved(by, hole.center) })),
    datum: part.datum && { from: moved(by, part.datum.from), to: moved(by, part.datum.to) },
    laid: inOrder(part.laid ?? IDENTITY, by),
  };
}

/** A part where its drawing has it, on a blank of its own. */
export const asItWasDrawn = (part: Part): Part => ({
  ...(part.laid === null ? part : movedPart(part, undo(part.laid))),
  laid: null,
  sharedBlank: null,
});
