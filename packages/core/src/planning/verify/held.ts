import { flatten, movePath, nearestOnPiece, type Path, type Point } from '../../geometry';
import { cutsOf } from '../../products';
import { toNm, SAME_POINT } from '../../units';
import { hardnessClass, woodById } from '../../wood';
import { BRAD_MM, CLEAR_OF_EDGE, CLEAR_OF_LINE, FEWEST_BRADS, PILOT_MM } from '../stack';
import type { PlanInput } from '../model/input';
import type { PlannedStack } from '../model/plan';
import { marginOf, type ExpectedGang } from './expected';

/** Stacks are held as the shop holds them; brads stand in waste, clear of all lines and of the edge, and stay within the stack. */
export function heldWrong(stack: PlannedStack, own: readonly ExpectedGang[], input: PlanInput): string[] {
  const { method, insteadOf, brads, bradLengthMm, pilotMm } = stack.held;
  const wrong: string[] = [];
  const say = (is: boolean, what: string): void => void (is && wrong.push(what));
  const { holding: usual, holdHigh } = input.shop;
  const isHigh = holdHigh !== null && toNm(stack.stackHeightMm) >= toNm(holdHigh.from.mm);
  const holding = isHigh ? holdHigh.holding : usual;
  const isClean = own.some(({ parts }) => parts.some(({ apartClean }) => apartClean));
  if (!stack.phases.some(({ singly, layerIds }) => !singly && layerIds.length > 1))
    return method === null && brads.length === 0 ? [] : ['held together, and each layer is sawn alone'];
  say(method !== (insteadOf === null ? holding : 'tape'), `held by ${String(method)}`);
  say(insteadOf !== null && insteadOf !== holding, 'held instead of what the shop does not do');
  say(insteadOf !== null && holding !== 'brads' && !isClean, 'held otherwise than the shop does');
  say(method === 'double-sided' && isClean, 'faces that must come apart clean are stuck to each other');
  if (method !== 'brads')
    return brads.length + (bradLengthMm ?? 0) + (pilotMm ?? 0) === 0 ? wrong : [...wrong, 'brads in what has none'];
  const lowest = own[own.length - 1]?.thicknessMm ?? 0;
  const height = stack.stackHeightMm;
  say(brads.length < FEWEST_BRADS, `${String(brads.length)} brads`);
  const isCrowded = (one: Point, i: number): boolean =>
    brads.some((other, k) => k > i && Math.hypot(one.x - other.x, one.y - other.y) < BRAD_MM);
  say(brads.some(isCrowded), 'two brads in one place');
  say(
    brads.some((brad) => isInCorner(brad, stack, marginOf(input))),
    'a brad in a corner that is sawn off first',
  );
  say(bradLengthMm === null || bradLengthMm >= height || bradLengthMm <= height - lowest, 'brads of a wrong length');
  const isHard = own.some(({ plies }) =>
    plies.some(({ woodId }) => hardnessClass(woodById(woodId)?.hardnessN ?? 0) === 'hard'),
  );
  say(pilotMm !== (isHard ? PILOT_MM : null), 'the pilot bit');
  say(
    brads.some((brad) => !isClear(brad, stack, own, input)),
    'a brad in the way',
  );
  return wrong;
}

/** True of a brad that a rough cut takes away, or that stands too near to it. */
function isInCorner(brad: Point, { gangs: [top], roughCuts }: PlannedStack, margin: number): boolean {
  if (!top) return false;
  const { minX, minY, maxX, maxY } = top.box;
  const clear = (CLEAR_OF_LINE + BRAD_MM / 2 - FLAT) * Math.SQRT2;
  return roughCuts.some(({ corner, leg }) => {
    const across = corner.endsWith('left') ? brad.x - (minX - margin) : maxX + margin - brad.x;
    const up = corner.startsWith('lower') ? brad.y - (minY - margin) : maxY + margin - brad.y;
    return across + up < leg + clear;
  });
}

function isClear(brad: Point, { gangs }: PlannedStack, own: readonly ExpectedGang[], input: PlanInput): boolean {
  const [first] = own;
  if (!first) return false;
  const free = BRAD_MM / 2 - SAME_POINT;
  // A side on the board's own edge has no wood beyond the parts.
  const { across, up } = gangs[0]?.flush ?? { across: 1, up: 1 };
  const roomOf = (flush: number): number => (flush === 0 ? marginOf(input) : 0) - CLEAR_OF_EDGE - free;
  const [wide, high] = [roomOf(across), roomOf(up)];
  const { minX, minY, maxX, maxY } = first.box;
  if (brad.x < minX - wide || brad.x > maxX + wide || brad.y < minY - high || brad.y > maxY + high) return false;
  return own.every(({ parts }, i) =>
    parts.every((part) => {
      const at = gangs[i]?.at;
      if (!at) return false;
      const lines = cutsOf(part).map(({ cut, kind }) => ({ kind, path: movePath(cut.path, at) }));
      const isOutside = lines.every(({ kind, path }) => kind !== 'outside' || !isWithin(brad, path));
      const isOffHoles = part.holes.every(({ center, diameterMm }) => {
        const x = at.a * center.x + at.c * center.y + at.e - brad.x;
        const y = at.b * center.x + at.d * center.y + at.f - brad.y;
        return Math.hypot(x, y) - diameterMm / 2 >= CLEAR_OF_LINE + free - FLAT;
      });
      return (
        isOutside && isOffHoles && lines.every(({ path }) => distanceTo(brad, path) >= CLEAR_OF_LINE + free - FLAT)
      );
    }),
  );
}

/** Flattening may bring a line so much nearer, mm. */
const FLAT = 0.05;

function distanceTo(point: Point, path: Path): number {
  const points = flatten(path);
  return points.reduce((least, from, i) => {
    const to = points[i + 1] ?? (path.closed ? points[0] : undefined) ?? from;
    const at = nearestOnPiece(point, from.x, from.y, to.x, to.y);
    return Math.min(least, Math.hypot(at.x - point.x, at.y - point.y));
  }, Infinity);
}

/** Counts how often a ray to the right meets the line. */
function isWithin({ x, y }: Point, path: Path): boolean {
  const points = flatten(path);
  let meets = 0;
  points.forEach((from, i) => {
    const to = points[(i + 1) % points.length] ?? from;
    if (from.y > y !== to.y > y && x < from.x + ((y - from.y) * (to.x - from.x)) / (to.y - from.y)) meets++;
  });
  return meets % 2 === 1;
}
