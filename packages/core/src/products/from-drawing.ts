import { circleOf, type Drawing, type DrawnLine } from '../patterns';
import type { Length } from '../units';
import { woodById } from '../wood';
import { withEqualAsOne } from './equal-parts';
import { AS_DRAWN, type Part, type PartCut } from './template';

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
 * The parts a drawing shows: one for each line that is an outline, or, where the maker wants that, one for those that are equal; with the inside cuts, through cuts, drilled holes and
 * marks that lie in it. Parts come in the order drawn, named `Part 1`, `Part 2`; the grain matters on solid wood only.
 */
export function partsFromDrawing(drawing: Drawing, defaults: PartDefaults): Part[] {
  const { newId, woodId, thickness, together } = defaults;
  const sharedBlank = together ? newId() : null;
  const ownGrain = woodById(woodId)?.kind === 'sheet' ? 'any' : 'along-x';
  const each = drawing.lines
    .filter(({ kind }) => kind === 'outline')
    .map((outline): Part => ({
      id: newId(),
      name: '',
      perCopy: 1,
      woodId,
      thickness,
      grain: drawing.grain ?? ownGrain,
      ...AS_DRAWN,
      drawing: defaults.drawing,
      ...shapeOf(outline, drawing, newId),
      sharedBlank,
      pinnedLayers: null,
    }));
  // Side by side on one blank each has its place.
  const parts = drawing.equalAsOne && !together ? withEqualAsOne(each) : each;
  return parts.map((part, place) => ({ ...part, name: `Part ${String(place + 1)}` }));
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
