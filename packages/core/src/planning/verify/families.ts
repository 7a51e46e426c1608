import { flatten, moved, movePath, nearestOnPiece, type Affine, type Path, type Point } from '../../geometry';
import { SAME_OUTLINE } from '../../units';
import type { PlanInput } from '../model/input';
import type { PlannedStack } from '../model/plan';
import { isSame, type ExpectedGang } from './expected';

/** True where layers of one body lie in its order, from the front down; a stack of which a pass is begun lies as it was begun. */
export function bodiesInOrder({ begun, done, passesToCut }: PlannedStack, own: readonly ExpectedGang[]): boolean {
  if (begun.length + done.length > 0 || passesToCut === 0) return true;
  return own.every((gang, i) => own.slice(i + 1).every((below) => !mustLieAbove(below, gang)));
}

function mustLieAbove(one: ExpectedGang, other: ExpectedGang): boolean {
  const body = one.template.bodies.find(({ id }) => id === one.bodyId);
  const [id, otherId] = [one.parts[0]?.id ?? '', other.parts[0]?.id ?? ''];
  if (!body || one.template !== other.template || one.bodyId !== other.bodyId) return false;
  return body.layers.lastIndexOf(id) < body.layers.indexOf(otherId);
}

/** Flattening both lines may add so much, mm. */
const FLAT = 0.05;
const AS_DRAWN: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** True where no corner of either line is further from the other than two outlines of one shape are. */
export function isOneLine(a: Path, b: Path): boolean {
  const [one, other] = [flatten(a), flatten(b)];
  return a.closed === b.closed && isNear(one, other, b.closed) && isNear(other, one, a.closed);
}

const isNear = (points: readonly Point[], line: readonly Point[], closed: boolean): boolean =>
  points.every((p) =>
    line.some((from, i) => {
      const to = line[i + 1] ?? (closed ? line[0] : undefined) ?? from;
      const at = nearestOnPiece(p, from.x, from.y, to.x, to.y);
      return Math.hypot(at.x - p.x, at.y - p.y) <= SAME_OUTLINE + FLAT;
    }),
  );

/** True of circles of one size in one place. */
export const isOneHole = (
  a: { readonly center: Point; readonly diameterMm: number },
  b: { readonly center: Point; readonly diameterMm: number },
  by: Affine,
): boolean => {
  const at = moved(by, a.center);
  return (
    Math.hypot(at.x - b.center.x, at.y - b.center.y) <= SAME_OUTLINE + FLAT &&
    Math.abs(a.diameterMm - b.diameterMm) <= SAME_OUTLINE
  );
};

/**
 * Copies of one gang always; else single parts of one outline, none pinned, each laid as it says. What shall stay apart lies with
 * others only where it was sawn so before.
 */
export function mayLieTogether(
  { gangs, passesToCut }: PlannedStack,
  own: readonly ExpectedGang[],
  { run }: PlanInput,
): boolean {
  const [first] = own;
  const isTurned = ({ a, b, c, d }: Affine): boolean => a * d - b * c < 0;
  if (gangs.some(({ at, turnedOver }) => isTurned(at) !== turnedOver) || !isSame(gangs[0]?.at, AS_DRAWN)) return false;
  if (gangs.length === 1 || !first) return gangs.length === 1;
  const isAlone = ({ parts, pinnedLayers }: ExpectedGang): boolean =>
    parts.length !== 1 || pinnedLayers !== null || (passesToCut > 0 && run.stacks.apart.includes(parts[0]?.id ?? ''));
  return own.every((gang, i) => {
    const [mine, theirs] = [gang.parts[0]?.outline.path, first.parts[0]?.outline.path];
    const at = gangs[i]?.at;
    return (
      !isAlone(gang) &&
      mine !== undefined &&
      theirs !== undefined &&
      at !== undefined &&
      isOneLine(movePath(mine, at), theirs)
    );
  });
}
