import { angleThatFits } from './least-gap';
import type { Point } from './point';
import { alignments, isAboutAsLong, isDisc, shapeToFit, turnedOver, type ShapeToFit } from './shape-to-fit';
import { STRAIGHT } from '../units';

/** A way to lay one shape on another: about its centre of area, turned by `angle` (after being turned over, if so). */
export interface Fitting {
  /** Radians in [0, 2 pi). */
  readonly angle: number;
  readonly turnedOver: boolean;
}

export interface Fittings {
  readonly upright: readonly Fitting[];
  readonly turnedOver: readonly Fitting[];
  /** True for a disc: any turn fits, and the lists are empty. */
  readonly anyTurn: boolean;
}

/**
 * In how many ways `piece` fits an opening of the shape `opening`: turns, and turns after turning it over, at which no
 * point of either outline is further than `tolerance` mm from the other once the piece is moved to where its largest gap is
 * least, in the order of the angle.
 */
export function fittingsOf(piece: readonly Point[], opening: readonly Point[], tolerance: number): Fittings {
  const one = shapeToFit(piece);
  const other = piece === opening ? one : shapeToFit(opening);
  if (!isAboutAsLong(one, other, tolerance)) return { upright: [], turnedOver: [], anyTurn: false };
  if (areDiscs(one, other, tolerance))
    return { upright: [], turnedOver: [], anyTurn: isDiscAsWide(one, other, tolerance) };
  const ways = (shape: ShapeToFit, over: boolean): Fitting[] =>
    turnsThatFit(shape, other, tolerance).map((angle) => ({ angle, turnedOver: over }));
  return { upright: ways(one, false), turnedOver: ways(turnedOver(one), true), anyTurn: false };
}

/** How a shape first goes into an opening: by any turn, by one, or turned over; null where it does not. */
export type FirstFit = 'any-turn' | 'upright' | 'turned-over';

/** A shape that is held against others, with itself turned over, made when it is asked for. */
export interface PieceToFit {
  readonly shape: ShapeToFit;
  readonly over: () => ShapeToFit;
}

/** Whether a shape fits another that it may fit, without looking for every way: see {@link fittingsOf}, `mayFit`. */
export function firstFit({ shape, over }: PieceToFit, opening: ShapeToFit, tolerance: number): FirstFit | null {
  if (areDiscs(shape, opening, tolerance)) return isDiscAsWide(shape, opening, tolerance) ? 'any-turn' : null;
  if (turnsThatFit(shape, opening, tolerance, 1).length > 0) return 'upright';
  return turnsThatFit(over(), opening, tolerance, 1).length > 0 ? 'turned-over' : null;
}

const areDiscs = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  isDisc(one, tolerance) && isDisc(other, tolerance);

const isDiscAsWide = (one: ShapeToFit, other: ShapeToFit, tolerance: number): boolean =>
  Math.abs(one.meanRadius - other.meanRadius) <= tolerance;

/** Turns that fit, up to so many. */
function turnsThatFit(piece: ShapeToFit, opening: ShapeToFit, tolerance: number, most = Infinity): number[] {
  const found: number[] = [];
  const isNew = (turn: number): boolean =>
    found.every((other) => turnsApart(other, turn) * piece.meanRadius > tolerance);
  const isItself = piece === opening;
  const near = alignments(piece, opening, tolerance).sort((a, b) => a.apart - b.apart);
  for (const { angle } of near) {
    if (found.length >= most) break;
    // What fits its own opening after a turn fits it after the turn back too.
    if (isItself && angle < 0) continue;
    // As it lies a shape fits the opening it was cut from.
    const exact = isItself && angle === 0 ? 0 : angleThatFits(piece, opening, angle, tolerance);
    if (exact === null) continue;
    for (const turn of isItself ? [exact, -exact] : [exact]) if (isNew(turn)) found.push(turn);
  }
  return found.map(normal).sort((a, b) => a - b);
}

const FULL = 2 * Math.PI;
const turnsApart = (a: number, b: number): number => Math.abs(((((a - b) % FULL) + FULL + Math.PI) % FULL) - Math.PI);

/** The angle in [0, 2 pi), what is a whole turn but for rounding as none. */
function normal(angle: number): number {
  const turned = ((angle % FULL) + FULL) % FULL;
  return turned < FULL - STRAIGHT ? turned : 0;
}
