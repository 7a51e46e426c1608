import {
  boxHeight,
  boxMiddle,
  boxWidth,
  circlePath,
  flatten,
  pathBox,
  thinnedLine,
  type Path,
  type Point,
} from '../../geometry';
import type { Drawing, DrawnLine } from '../drawing';

export interface ShapeLine {
  readonly id: string;
  readonly path: Path;
}

/** All lines of one part: what is understood of a drawing, and of a template's part, is understood from these. */
export interface PartShape {
  readonly id: string;
  readonly outline: ShapeLine;
  readonly inside: readonly ShapeLine[];
  readonly through: readonly ShapeLine[];
  readonly drilled: readonly { readonly id: string; readonly center: Point; readonly diameterMm: number }[];
  /** Outlines that lie in its inside cuts: pieces that fall out when those are sawn. */
  readonly falling: readonly ShapeLine[];
  /** The edge it stands on, or null to stand as drawn. */
  readonly base: { readonly from: Point; readonly to: Point } | null;
}

/** The parts of a drawing, in the order of their outlines. */
export function shapesOf(drawing: Drawing): PartShape[] {
  const own = new Map<string, DrawnLine[]>();
  for (const line of drawing.lines) {
    if (line.parent !== null) own.set(line.parent, [...(own.get(line.parent) ?? []), line]);
  }
  return drawing.lines
    .filter(({ kind }) => kind === 'outline')
    .map((outline): PartShape => {
      const lines = own.get(outline.id) ?? [];
      const ofKind = (kind: DrawnLine['kind']): DrawnLine[] => lines.filter((line) => line.kind === kind);
      return {
        id: outline.id,
        outline,
        inside: ofKind('inside'),
        through: ofKind('through'),
        drilled: ofKind('drilled').map(({ id, path }) => ({ id, ...circleOf(path) })),
        falling: ofKind('outline'),
        base: drawing.datum?.line === outline.id ? drawing.datum.edge : null,
      };
    });
}

/** Middle and diameter of the circle that a closed line is drawn as. */
export function circleOf(path: Path): { readonly center: Point; readonly diameterMm: number } {
  const box = pathBox(path);
  return { center: boxMiddle(box), diameterMm: Math.max(boxWidth(box), boxHeight(box)) };
}

/** Points that can go without moving a line by more than this are not measured, mm: a tenth of a pencil line. */
const COARSE = 0.02;

/**
 * The outline, then its inside cuts and drilled holes as points: what bounds the wood. Figures taken from them are true within twice
 * `COARSE`.
 */
export const woodRings = ({ outline, inside, drilled }: PartShape): (readonly Point[])[] =>
  [
    outline.path,
    ...inside.map(({ path }) => path),
    ...drilled.map(({ center, diameterMm }) => circlePath(center, diameterMm / 2)),
  ].map((path) => thinned(flatten(path)));

/** A ring of many short pieces with fewer points; the rest stays as it is. */
function thinned(ring: readonly Point[]): readonly Point[] {
  const [first] = ring;
  if (!first || ring.length < 32) return ring;
  return thinnedLine([...ring, first], COARSE).slice(0, -1);
}
