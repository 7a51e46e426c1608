import { cutOff, type CutTree, type RestNode, restNode } from './tree';
import type { Flaw } from './verify';

/** A piece the maker has put in its place; the rest is laid around it. */
export interface Pin {
  /** Place of the piece in the list. */
  readonly piece: number;
  readonly turned: boolean;
  /** Whole nanometres, from the lower left corner of the board. */
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/** What is cut out of a board before it is filled: flaws, and pinned pieces. */
interface Spot extends Flaw {
  readonly pin: Pin | null;
}

/** A cut from side to side: at `at`, the kerf beyond it. */
interface Cut {
  readonly axis: 'rip' | 'crosscut';
  readonly at: number;
}

/**
 * The board as it comes, its flaws and pinned pieces cut out edge to edge: what lies before and behind each, above and
 * below. Null where no cuts from side to side can part the pinned pieces, or one lies on a flaw or beyond the board.
 */
export function boardAround(
  board: { readonly length: number; readonly width: number },
  flaws: readonly Flaw[],
  pins: readonly Pin[],
  kerf: number,
): CutTree | null {
  const spots = [
    ...pins.map((pin): Spot => ({ ...pin, pin })),
    ...flaws.map(({ x, y, length, width }): Spot => ({ x, y, length, width, pin: null })),
  ];
  const whole = restNode({ x: 0, y: 0, length: board.length, width: board.width });
  const tree = around(whole, spots, kerf);
  return tree && pins.every((pin) => holds(tree, pin.piece)) ? tree : null;
}

function holds(tree: CutTree, piece: number): boolean {
  if (tree.kind === 'cut') return holds(tree.first, piece) || (tree.second !== null && holds(tree.second, piece));
  return tree.kind === 'piece' && tree.piece === piece;
}

function around(rest: RestNode, spots: readonly Spot[], kerf: number): CutTree | null {
  const inside = spots.filter((spot) => overlaps(rest, spot));
  const [first] = inside;
  if (!first) return rest;
  const cuts = inside.flatMap((spot) => cutsAround(spot, kerf)).filter((one) => isFree(one, rest, inside, kerf));
  const cut = inside.some(({ pin }) => pin) ? cuts[0] : firstWithin(cuts, kerf);
  if (!cut) return onlySpot(rest, inside);
  const { axis, at } = cut;
  const size = at - (axis === 'rip' ? rest.y : rest.x);
  const before = around(axis === 'rip' ? { ...rest, width: size } : { ...rest, length: size }, inside, kerf);
  if (!before) return null;
  let blocked = false;
  const tree = cutOff(placeOf(rest), axis, size, kerf, before, (place) => {
    const beyond = around(restNode(place), inside, kerf);
    blocked = beyond === null;
    return beyond ?? restNode(place);
  });
  return blocked ? null : tree;
}

/** Two edges of flaws nearer than a kerf are one cut, at the first of them: a second would have nothing to cut off. */
function firstWithin([cut, ...others]: readonly Cut[], kerf: number): Cut | undefined {
  if (!cut) return undefined;
  const near = others.filter(({ axis, at }) => axis === cut.axis && at < cut.at && cut.at - at <= kerf);
  return near.reduce((first, one) => (one.at < first.at ? one : first), cut);
}

const placeOf = ({ x, y, length, width }: RestNode) => ({ x, y, length, width });

/** What no cut parts any more: the pinned piece, or the flaw. */
function onlySpot(rest: RestNode, inside: readonly Spot[]): CutTree | null {
  const pins = inside.flatMap(({ pin }) => pin ?? []);
  if (pins.length === 0) return { ...rest, defect: true };
  const [pin] = pins;
  const isWhole = pin && inside.length === 1 && rest.length === pin.length && rest.width === pin.width;
  return isWhole && rest.x === pin.x && rest.y === pin.y
    ? { kind: 'piece', piece: pin.piece, turned: pin.turned, ...placeOf(rest) }
    : null;
}

/** Across before and behind it, along below and above it. The blade goes into a flaw, and beside a pinned piece. */
function cutsAround({ x, y, length, width, pin }: Spot, kerf: number): Cut[] {
  const before = pin ? kerf : 0;
  return [
    { axis: 'crosscut', at: x - before },
    { axis: 'crosscut', at: x + length },
    { axis: 'rip', at: y - before },
    { axis: 'rip', at: y + width },
  ];
}

/** True where a cut parts the rest and runs through no pinned piece. */
function isFree({ axis, at }: Cut, rest: RestNode, spots: readonly Spot[], kerf: number): boolean {
  const [start, size] = axis === 'rip' ? (['y', 'width'] as const) : (['x', 'length'] as const);
  if (at <= rest[start] || at >= rest[start] + rest[size]) return false;
  return spots.every((spot) => !spot.pin || at + kerf <= spot[start] || at >= spot[start] + spot[size]);
}

const overlaps = (a: Flaw, b: Flaw): boolean =>
  a.x < b.x + b.length && b.x < a.x + a.length && a.y < b.y + b.width && b.y < a.y + a.width;
