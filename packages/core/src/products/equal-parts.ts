import { boxHeight, boxWidth, pathBox, signedArea, turnsOver, type Affine } from '../geometry';
import { TOUCHING } from '../units';
import { ruleOf } from './cut-rule';
import { isSameCut, isSameHole, movesOnto, type ComparedCut } from './same-outline';
import { cutsOf, type Part } from './template';

/**
 * Puts parts that are drawn several times together: each once, in the order drawn, with how often it is there. Equal are parts of
 * which every cut, hole and mark is the same, shifted or turned by quarters; where the grain matters, not across it. One with an edge
 * on the board's own is alone.
 */
export function withEqualAsOne(parts: readonly Part[]): Part[] {
  const kinds: { readonly part: Part; readonly shape: Shape; count: number }[] = [];
  for (const part of parts) {
    const shape = shapeOf(part);
    const known = kinds.find((kind) => isEqual(shape, part, kind.shape, kind.part));
    if (known) known.count++;
    else kinds.push({ part, shape, count: 1 });
  }
  return kinds.map(({ part, count }) => ({ ...part, perCopy: part.perCopy * count }));
}

interface Shape {
  readonly cuts: readonly ComparedCut[];
  /** Sides of the box round its outline, mm, the shorter first. */
  readonly sides: readonly [number, number];
  readonly area: number;
}

function shapeOf(part: Part): Shape {
  const box = pathBox(part.outline.path);
  const [a, b] = [boxWidth(box), boxHeight(box)];
  const cuts = cutsOf(part).map(({ cut, kind }) => ({ kind, path: cut.path, rule: ruleOf(part, cut.id) }));
  const marks = part.marks.map(({ id, path }) => ({ kind: 'through' as const, path, rule: ruleOf(part, id) }));
  const area = Math.abs(signedArea(part.outline.path));
  return { cuts: [...cuts, ...marks], sides: a < b ? [a, b] : [b, a], area };
}

/** Sides of equal parts differ by no more, mm. */
const NEARLY = 0.1;

function isEqual(own: Shape, part: Part, other: Shape, another: Part): boolean {
  if (part.datum !== null || another.datum !== null || part.grain !== another.grain) return false;
  if (own.cuts.length !== other.cuts.length || part.holes.length !== another.holes.length) return false;
  if (own.sides.some((side, i) => Math.abs(side - (other.sides[i] ?? 0)) > NEARLY)) return false;
  if (Math.abs(own.area - other.area) > NEARLY * (own.sides[0] + own.sides[1])) return false;
  return movesOnto(own.cuts, other.cuts).some(
    (move) =>
      !turnsOver(move) &&
      (part.grain === 'any' || isAlongItself(move)) &&
      own.cuts.every((cut) => other.cuts.some((one) => isSameCut(cut, one, move))) &&
      part.holes.every((hole) => another.holes.some((one) => isSameHole(hole, one, move))),
  );
}

/** True of a move that leaves the grain as it runs. */
const isAlongItself = ({ b, c }: Affine): boolean => Math.abs(b) < TOUCHING && Math.abs(c) < TOUCHING;
