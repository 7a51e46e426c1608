import {
  distance,
  isSameLine,
  lineToCompare,
  moved,
  movesOnto as linesOnto,
  turnsOver,
  type Affine,
  type LineToCompare,
  type Path,
  type Point,
} from '../geometry';
import type { CutKind } from '../patterns';
import { SAME_OUTLINE } from '../units';
import type { CutRule } from './cut-rule';

/** Two lines that are each this near to a third are within {@link SAME_OUTLINE} of each other, mm. */
const ALIKE = SAME_OUTLINE / 2;

/** A cut as far as it is compared with those of other parts. */
export interface ComparedCut {
  readonly kind: CutKind;
  readonly path: Path;
  readonly rule: CutRule;
}

/** True where two cuts are sawn the same way; turned over, a tilt goes to the other side. */
const isSameRule = (rule: CutRule, other: CutRule, move: Affine): boolean =>
  rule.line === other.line &&
  rule.kept === other.kept &&
  rule.tiltDegrees === (turnsOver(move) ? -other.tiltDegrees : other.tiltDegrees);

const compared = new WeakMap<Path, LineToCompare>();

/** A path made ready once: each is held against many. */
function lineOf(path: Path): LineToCompare {
  const line = compared.get(path) ?? lineToCompare(path);
  compared.set(path, line);
  return line;
}

/** True where two cuts are one line in the wood and sawn the same way, the first moved into the frame of the other. */
export const isSameCut = (cut: ComparedCut, other: ComparedCut, move: Affine): boolean =>
  cut.kind === other.kind &&
  isSameRule(cut.rule, other.rule, move) &&
  isSameLine(lineOf(cut.path), lineOf(other.path), move, ALIKE);

interface Hole {
  readonly center: Point;
  readonly diameterMm: number;
}

/** True where two holes are one in the wood, the first moved into the frame of the other. */
export const isSameHole = (hole: Hole, other: Hole, move: Affine): boolean =>
  Math.abs(hole.diameterMm - other.diameterMm) <= ALIKE && distance(moved(move, hole.center), other.center) <= ALIKE;

/**
 * The move that lays a part on another whose outline is the same within half of {@link SAME_OUTLINE}: straight, turned by quarters or
 * turned over, so that as many of its cuts as can be are the other's; null where the outlines differ.
 */
export function placeOn(cuts: readonly ComparedCut[], onto: readonly ComparedCut[]): Affine | null {
  const shared = (move: Affine): number =>
    cuts.filter((cut) => onto.some((other) => isSameCut(cut, other, move))).length;
  const moves = movesOnto(cuts, onto).map((move) => ({ move, shared: shared(move) }));
  return moves.sort((a, b) => b.shared - a.shared)[0]?.move ?? null;
}

/** Every move of that kind that lays the outline of a part on that of another. */
export function movesOnto(cuts: readonly ComparedCut[], onto: readonly ComparedCut[]): Affine[] {
  const outlineOf = (of: readonly ComparedCut[]): LineToCompare => {
    const outline = of.find(({ kind }) => kind === 'outside');
    if (!outline) throw new RangeError('a part has an outline');
    return lineOf(outline.path);
  };
  return linesOnto(outlineOf(cuts), outlineOf(onto), ALIKE);
}
