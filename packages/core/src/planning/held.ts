import { circlePath, inOrder, movePath, undo, type Box, type Path } from '../geometry';
import { hardnessClass } from '../wood';
import { bradLength, bradPlaces, FEWEST_BRADS } from './brads';
import type { Holding } from './model/shop';
import type { Held, SawnStack, StackedGang } from './model/stack';
import type { Mix } from './phases';
import type { FamilyContext } from './sawn-stack';

/** A pilot hole is a little thinner than the brad, mm. */
export const PILOT_MM = 1;

/** What holds where brads cannot: tape goes round any stack. */
const INSTEAD_OF_BRADS: Holding = 'tape';

const heldBy = (method: Holding | null, insteadOf: Holding | null = null): Held => ({
  method,
  insteadOf,
  brads: [],
  bradLengthMm: null,
  pilotMm: null,
});

/** How a stack is held: as the shop does, brads with their places; where these have no room, with tape. */
export function heldOf(stack: SawnStack, mix: Mix, context: FamilyContext): Held {
  const { shop } = context.input;
  if (stack.layers.length < 2) return heldBy(null);
  if (shop.holding !== 'brads') return heldBy(shop.holding);
  const lowest = stack.gangs[stack.gangs.length - 1];
  const [top] = stack.gangs;
  if (!top || !lowest) throw new RangeError('a stack has at least one layer');
  const bradLengthMm = bradLength(stack.stackHeightMm, lowest.thicknessMm);
  const { outlines, lines } = linesOf(mix, context);
  const brads = bradLengthMm === null ? [] : bradPlaces(heldBox(top), outlines, lines);
  if (brads.length < FEWEST_BRADS) return heldBy(INSTEAD_OF_BRADS, 'brads');
  return { method: 'brads', insteadOf: null, brads, bradLengthMm, pilotMm: pilotFor(stack) };
}

const pilotFor = ({ gangs }: SawnStack): number | null =>
  gangs.some(({ wood }) => hardnessClass(wood.hardnessN) === 'hard') ? PILOT_MM : null;

/** The wood round a gang that is surely there: a side on the board's own edge has none, and which of two it is a gang does not say. */
function heldBox({ box: { minX, minY, maxX, maxY }, flush, blank: { margin } }: StackedGang): Box {
  const [across, up] = [flush.across === 0 ? margin : 0, flush.up === 0 ? margin : 0];
  return { minX: minX - across, maxX: maxX + across, minY: minY - up, maxY: maxY + up };
}

/** Every line that is sawn or drilled in any layer, in the frame of the stack. */
function linesOf(mix: Mix, { family }: FamilyContext): { readonly outlines: Path[]; readonly lines: Path[] } {
  const members = family.members.filter((_member, i) => (mix[i] ?? 0) > 0);
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
