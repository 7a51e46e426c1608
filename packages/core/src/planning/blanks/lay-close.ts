import { boxAround, flatten, inOrder, isInside, pathBox, shift, turn, type Box, type Point } from '../../geometry';
import { layShapes, type Search } from '../../layout';
import { movedPart, type Part, type Template } from '../../products';
import { boardsKey } from './gangs';

/** Between parts on one blank, mm: the widest kerf of the drawer and a bridge of two (our choice). */
export const GANG_GAP = 3;
/** Turns that are tried where the grain may run any way. */
const TURNS = 32;

const turnsFor = ({ grain }: Part): number[] =>
  grain === 'any' ? Array.from({ length: TURNS }, (_none, i) => (2 * Math.PI * i) / TURNS) : [0, Math.PI];

/**
 * Parts of a template that may lie side by side on one blank and be cut as one stack, those of each blank together: of one wood,
 * thickness and grain, and as often in a copy, so that their layers agree. Layers of a body lie on each other; a part with an edge
 * on the board's own, and one that lies in an opening of another or has such, stays as it is drawn.
 */
export function mayLieClose({ parts, bodies }: Template): Part[][] {
  const layers = new Set(bodies.flatMap((body) => body.layers));
  const nested = nestedParts(parts);
  const groups = new Map<string, Part[]>();
  for (const part of parts.filter((one) => one.perCopy > 0 && one.datum === null && !layers.has(one.id))) {
    if (nested.has(part.id)) continue;
    const { grain, perCopy, variantId, apartClean, pinnedLayers } = part;
    const key = [boardsKey(part), grain, perCopy, variantId, apartClean, pinnedLayers].join('|');
    groups.set(key, [...(groups.get(key) ?? []), part]);
  }
  return [...groups.values()].filter((group) => group.length > 1);
}

/** Ids of parts that lie in an opening of another as it is drawn, and of those that have such. */
function nestedParts(parts: readonly Part[]): ReadonlySet<string> {
  const nested = new Set<string>();
  for (const outer of parts)
    for (const { path } of outer.insideCuts) {
      const [box, ring] = [pathBox(path), flatten(path)];
      for (const { id, drawing, outline } of parts)
        if (id !== outer.id && drawing === outer.drawing && isWithin(outline.path.start, box, ring))
          nested.add(id).add(outer.id);
    }
  return nested;
}

const isWithin = (point: Point, { minX, maxX, minY, maxY }: Box, ring: readonly Point[]): boolean =>
  point.x > minX && point.x < maxX && point.y > minY && point.y < maxY && isInside(point, ring);

/** Parts of one blank as they lie close together. */
export interface LaidClose {
  /** In the order given, moved and marked to share a blank. */
  readonly parts: readonly Part[];
  /** Of the rectangle round them all, and of those round each, with the gap between, mm2. */
  readonly areaMm2: number;
  readonly apartMm2: number;
}

/**
 * Lays parts close together by their true shape; null where that takes no less than each for itself. `blank` marks the blank they
 * share. Pure: see {@link layShapes}.
 */
export function layClose(parts: readonly Part[], blank: string, search: Search): LaidClose | null {
  const outlines = parts.map(({ outline }) => flatten(outline.path));
  const layout = layShapes(
    parts.map((part, i) => ({ outline: outlines[i] ?? [], turns: turnsFor(part) })),
    GANG_GAP,
    search,
  );
  if (!layout) return null;
  return {
    parts: parts.map((part, i) => {
      const laid = layout.laid[i];
      return laid ? { ...movedPart(part, inOrder(turn(laid.turn), shift(laid.x, laid.y))), sharedBlank: blank } : part;
    }),
    areaMm2: layout.width * layout.height,
    apartMm2: outlines.reduce((sum, outline) => {
      const { minX, maxX, minY, maxY } = boxAround(outline);
      return sum + (maxX - minX + GANG_GAP) * (maxY - minY + GANG_GAP);
    }, 0),
  };
}
