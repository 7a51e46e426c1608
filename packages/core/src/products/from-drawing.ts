import type { Drawing } from '../patterns';
import type { Length } from '../units';
import { woodById } from '../wood';
import type { Part } from './template';

export interface PartDefaults {
  readonly woodId: string;
  readonly thickness: Length;
  /** True to lay parts that are drawn together on one blank. */
  readonly together: boolean;
  /** Makes the ids: the client's, so that they hold from the first save. */
  readonly newId: () => string;
}

/**
 * The parts a drawing shows: one for each outline at an even depth (0 and the pieces that fall out), with the outlines
 * directly in it as inside cuts. `keep` holds the places of fallen-out pieces that are parts; the others are waste and
 * need no cut. Parts come in the order drawn, named `Part 1`, `Part 2`; the grain matters on solid wood only.
 */
export function partsFromDrawing(drawing: Drawing, keep: ReadonlySet<number>, defaults: PartDefaults): Part[] {
  const { newId, woodId, thickness, together } = defaults;
  const sharedBlank = together ? newId() : null;
  const isPart = (index: number, depth: number): boolean => depth === 0 || (depth % 2 === 0 && keep.has(index));
  const chosen = drawing.outlines.map((outline, index) => ({ outline, index }));
  return chosen
    .filter(({ outline, index }) => isPart(index, outline.depth))
    .map(({ outline, index }, place): Part => ({
      id: newId(),
      name: `Part ${String(place + 1)}`,
      perCopy: 1,
      woodId,
      thickness,
      grain: woodById(woodId)?.kind === 'sheet' ? 'any' : 'along-x',
      outline: { id: newId(), path: outline.path },
      insideCuts: chosen
        .filter((other) => other.outline.parent === index)
        .map((inside) => ({ id: newId(), path: inside.outline.path })),
      sharedBlank,
      pinnedLayers: null,
    }));
}
