import { boxGrown, circlePath, inOrder, movePath, undo, type Box, type Path, type Point } from '../../geometry';
import { compareMm } from '../../units';
import { hardnessClass } from '../../wood';
import { bradLength, bradPlaces, FEWEST_BRADS } from './brads';
import type { Family } from '../blanks';
import type { Holding, Shop } from '../model/shop';
import type { Held, Phase, RoughCut, SawnStack, StackedGang } from '../model/stack';
import type { FamilyContext } from './family-context';

/** A pilot hole is a little thinner than the brad, mm. */
export const PILOT_MM = 1;

/** What holds where another way cannot: tape goes round any stack, and touches no face. */
const GOES_ROUND: Holding = 'tape';

const heldBy = (method: Holding | null, insteadOf: Holding | null = null): Held => ({
  method,
  insteadOf,
  brads: [],
  bradLengthMm: null,
  pilotMm: null,
});

/** How the shop would hold a stack of this height, mm. */
export const holdingAt = ({ holding, holdHigh }: Pick<Shop, 'holding' | 'holdHigh'>, heightMm: number): Holding =>
  holdHigh !== null && compareMm(heightMm, holdHigh.from.mm) >= 0 ? holdHigh.holding : holding;

/** True of a phase in which no layer is held to another. */
const isAlone = ({ layerIds, singly }: Phase): boolean => singly || layerIds.length < 2;

/**
 * How a stack is held, where layers of it are sawn together at all: as the shop does at its height, brads with their places. With
 * tape instead where brads have no room, and where layers that must come apart clean would be stuck face to face. The family is that of
 * its members alone.
 */
export function heldOf(stack: SawnStack, { family, input: { shop } }: Pick<FamilyContext, 'family' | 'input'>): Held {
  if (stack.phases.every(isAlone)) return heldBy(null);
  const method = holdingAt(shop, stack.stackHeightMm);
  if (method === 'double-sided' && stack.gangs.some(({ apartClean }) => apartClean))
    return heldBy(GOES_ROUND, 'double-sided');
  if (method !== 'brads') return heldBy(method);
  const lowest = stack.gangs[stack.gangs.length - 1];
  const [top] = stack.gangs;
  if (!top || !lowest) throw new RangeError('a stack has at least one layer');
  const bradLengthMm = bradLength(stack.stackHeightMm, lowest.thicknessMm);
  const { outlines, lines } = linesOf(family);
  // Corners that are sawn off first hold nothing.
  const corners = stack.roughCuts.map((cut) => cornerOff(cut, boxGrown(top.box, top.blank.margin)));
  const places = (): Point[] => bradPlaces(heldBox(top), [...outlines, ...corners], [...lines, ...corners]);
  const brads = bradLengthMm === null ? [] : places();
  if (brads.length < FEWEST_BRADS) return heldBy(GOES_ROUND, 'brads');
  return { method: 'brads', insteadOf: null, brads, bradLengthMm, pilotMm: pilotFor(stack) };
}

const pilotFor = ({ gangs }: SawnStack): number | null =>
  gangs.some(({ plies }) => plies.some(({ wood }) => hardnessClass(wood.hardnessN) === 'hard')) ? PILOT_MM : null;

/** The triangle of a blank that a rough cut takes off. */
function cornerOff({ corner, leg }: RoughCut, { minX, minY, maxX, maxY }: Box): Path {
  const [x, toX] = corner.endsWith('left') ? [minX, minX + leg] : [maxX, maxX - leg];
  const [y, toY] = corner.startsWith('lower') ? [minY, minY + leg] : [maxY, maxY - leg];
  const start = { x, y };
  const points = [{ x: toX, y }, { x, y: toY }, start];
  return { start, segments: points.map((to) => ({ kind: 'line', to })), closed: true };
}

/** The wood round a gang that is surely there: a side on the board's own edge has none, and which of two it is a gang does not say. */
function heldBox({ box: { minX, minY, maxX, maxY }, flush, blank: { margin } }: StackedGang): Box {
  const [across, up] = [flush.across === 0 ? margin : 0, flush.up === 0 ? margin : 0];
  return { minX: minX - across, maxX: maxX + across, minY: minY - up, maxY: maxY + up };
}

/** Every line that is sawn or drilled in any layer, in the frame of the stack. */
function linesOf({ members }: Family): { readonly outlines: Path[]; readonly lines: Path[] } {
  const [outlines, lines]: [Path[], Path[]] = [[], []];
  for (const { gang, at } of members) {
    const move = inOrder(at, undo(members[0]?.at ?? at));
    const own = gang.cuts.map(({ kind, path }) => ({ kind, path: movePath(path, move) }));
    lines.push(...own.map(({ path }) => path));
    outlines.push(...own.filter(({ kind }) => kind === 'outside').map(({ path }) => path));
    lines.push(...gang.holes.map(({ center, diameterMm }) => movePath(circlePath(center, diameterMm / 2), move)));
  }
  return { outlines, lines };
}
