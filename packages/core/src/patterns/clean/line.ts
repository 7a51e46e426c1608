import { flatten, pathBox, pathLength, type Box, type Path, type Point } from '../../geometry';
import type { RawLine } from '../raw';
import type { MendAction } from '../steps';

/** A line at its size in mm on its way to being understood. */
export interface Line extends Omit<RawLine, 'path'> {
  readonly path: Path;
  /** The path within the flattening tolerance. */
  readonly points: readonly Point[];
  readonly box: Box;
}

export const lineOf = (look: Omit<RawLine, 'path'>, path: Path): Line => ({
  ...look,
  path,
  points: flatten(path),
  box: pathBox(path),
});

export const lengthOf = ({ path }: Line): number => pathLength(path);

export type DrawingFaultKind = 'gap' | 'crossing' | 'self-crossing' | 'doubled' | 'speck' | 'fill-unclear';

/** Something in the drawing that may not be meant, where it is, and what can be done. */
export interface DrawingFault {
  /** The same for the same fault of the same drawing. */
  readonly id: string;
  readonly kind: DrawingFaultKind;
  /** mm, in the frame the drawing is shown in. */
  readonly at: Point;
  /** Ids of the lines. */
  readonly lines: readonly string[];
  readonly where: string;
  /** How wide the gap, how large the speck, mm; how many crossings. */
  readonly size: number;
  readonly actions: readonly MendAction[];
  readonly proposed: MendAction;
  /** What the maker decided, or null. */
  readonly mended: MendAction | null;
}

export type Mends = Readonly<Record<string, MendAction>>;

/** What a stage of the cleaning leaves: the lines that go on, and what it found. */
export interface Cleaned {
  readonly lines: readonly Line[];
  readonly faults: readonly DrawingFault[];
}

export function faultOf(
  kind: DrawingFaultKind,
  lines: readonly Line[],
  found: Pick<DrawingFault, 'at' | 'size' | 'actions' | 'proposed'>,
  mends: Mends,
  ordinal = 0,
): DrawingFault {
  const ids = lines.map(({ id }) => id);
  const id = [kind, ...ids, ...(ordinal > 0 ? [String(ordinal)] : [])].join('|');
  return {
    id,
    kind,
    lines: ids,
    where: [...new Set(lines.map(({ where }) => where))].join(' and '),
    ...found,
    mended: mends[id] ?? null,
  };
}
