import { circleOf, type Drawing, type DrawnLine } from '../patterns';
import type { Length } from '../units';
import { woodById } from '../wood';
import type { Part, PartCut } from './template';

export interface PartDefaults {
  /** Id of the drawing the parts come from. */
  readonly drawing: string;
  readonly woodId: string;
  readonly thickness: Length;
  /** True to lay parts that are drawn together on one blank. */
  readonly together: boolean;
  /** Makes the ids: the client's, so that they hold from the first save. */
  readonly newId: () => string;
}

/**
 * The parts a drawing shows: one for each line that is an outline, with the inside cuts, through cuts, drilled holes and
 * marks that lie in it. Parts come in the order drawn, named `Part 1`, `Part 2`; the grain matters on solid wood only.
 */
export function partsFromDrawing(drawing: Drawing, defaults: PartDefaults): Part[] {
  const { newId, woodId, thickness, together } = defaults;
  const sharedBlank = together ? newId() : null;
  const ownGrain = woodById(woodId)?.kind === 'sheet' ? 'any' : 'along-x';
  return drawing.lines
    .filter(({ kind }) => kind === 'outline')
    .map((outline, place): Part => ({
      id: newId(),
      name: `Part ${String(place + 1)}`,
      perCopy: 1,
      woodId,
      thickness,
      grain: drawing.grain ?? ownGrain,
      drawing: defaults.drawing,
      ...shapeOf(outline, drawing, newId),
      sharedBlank,
      pinnedLayers: null,
    }));
}

type Shape = Pick<Part, 'outline' | 'insideCuts' | 'throughCuts' | 'holes' | 'marks' | 'datum'>;

function shapeOf(outline: DrawnLine, drawing: Drawing, newId: () => string): Shape {
  const own = drawing.lines.filter(({ parent, kind }) => parent === outline.id && kind !== 'ignore');
  const cut = ({ id, path }: DrawnLine): PartCut => ({ id: newId(), line: id, path });
  const ofKind = (kind: DrawnLine['kind']): DrawnLine[] => own.filter((line) => line.kind === kind);
  return {
    outline: cut(outline),
    insideCuts: ofKind('inside').map(cut),
    throughCuts: ofKind('through').map(cut),
    holes: ofKind('drilled').map(({ id, path }) => ({ id: newId(), line: id, ...circleOf(path) })),
    marks: [...ofKind('mark'), ...ofKind('fold')].map(({ id, path, kind }) => ({
      id: newId(),
      line: id,
      kind: kind === 'fold' ? 'fold' : 'mark',
      path,
    })),
    datum: drawing.datum?.line === outline.id ? drawing.datum.edge : null,
  };
}

/**
 * The parts of a template after one of its drawings was shaped or replaced: parts and cuts that come from the same line
 * as before keep their ids, and parts their name, count, wood and all else the maker said; new ones are added at the
 * end, and parts whose line is gone fall away. Parts of other drawings stay as they are. Parts that do not know their
 * line (from before lines had names) are taken to come in the order drawn.
 */
export function renewParts(parts: readonly Part[], fresh: readonly Part[], drawingId: string): Part[] {
  const own = parts.filter(({ drawing }) => drawing === drawingId);
  const lineOf = (part: Part, place: number): string | null => part.outline.line ?? fresh[place]?.outline.line ?? null;
  const known = new Map(own.map((part, place) => [lineOf(part, place), part]));
  const renewed = new Map(
    fresh.flatMap((part) => {
      const before = known.get(part.outline.line);
      return before ? [[before.id, renewPart(before, part)] as const] : [];
    }),
  );
  const kept = parts.flatMap((part) => (part.drawing === drawingId ? (renewed.get(part.id) ?? []) : [part]));
  return [...kept, ...fresh.filter((part) => !known.has(part.outline.line))];
}

function renewPart(before: Part, fresh: Part): Part {
  const { outline, insideCuts, throughCuts, holes, marks, datum } = fresh;
  const ids = new Map(
    [before.outline, ...before.insideCuts, ...before.throughCuts, ...before.holes, ...before.marks].map(
      ({ line, id }) => [line, id],
    ),
  );
  const renewed = <T extends { readonly id: string; readonly line: string | null }>(item: T): T => ({
    ...item,
    id: ids.get(item.line) ?? item.id,
  });
  return {
    ...before,
    outline: renewed(outline),
    insideCuts: insideCuts.map(renewed),
    throughCuts: throughCuts.map(renewed),
    holes: holes.map(renewed),
    marks: marks.map(renewed),
    datum,
  };
}
