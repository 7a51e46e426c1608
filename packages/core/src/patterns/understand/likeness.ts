import {
  boxAround,
  boxHeight,
  boxWidth,
  firstFit,
  fittingsOf,
  flatten,
  mayFit,
  movePath,
  pathBox,
  pathLength,
  perimeter,
  shapeToFit,
  shift,
  signedArea,
  toSvgPathData,
  turnedOver,
  type Point,
  type Path,
  type PieceToFit,
  type ShapeToFit,
} from '../../geometry';
import type { PartShape } from './part-shape';

/** In how many ways a piece goes into the opening it was cut from. */
export interface WaysToFit {
  /** Turns that fit, at least 1; Infinity for a disc. */
  readonly upright: number;
  /** Turns that fit after turning it over. */
  readonly turnedOver: number;
}

/** A line this many times as long as it is far across is a scribble: it is not turned on itself, and goes back the one way it came. */
const SCRIBBLE = 150;

/** Ways to fit of outlines met before, by how each is seen from its start: a batch has many copies of one. */
export type KnownWays = Map<string, WaysToFit>;

/** The ways of an outline, looked up where a copy of it was met before. */
export function waysOf(path: Path, outline: readonly Point[], tolerance: number, known: KnownWays): WaysToFit {
  const key = copyKeyOf(path);
  const ways = known.get(key) ?? waysToFit(outline, tolerance);
  known.set(key, ways);
  return ways;
}

/** An outline as seen from its start: equal for copies that are only shifted. */
const copyKeyOf = (path: Path): string => toSvgPathData(movePath(path, shift(-path.start.x, -path.start.y)));

export function waysToFit(outline: readonly Point[], tolerance: number): WaysToFit {
  const box = boxAround(outline);
  if (perimeter(outline) > SCRIBBLE * Math.hypot(boxWidth(box), boxHeight(box))) return { upright: 1, turnedOver: 0 };
  const { upright, turnedOver, anyTurn } = fittingsOf(outline, outline, tolerance);
  return anyTurn
    ? { upright: Infinity, turnedOver: Infinity }
    : { upright: upright.length, turnedOver: turnedOver.length };
}

/** Two parts that one pattern makes: the same outline, or its mirror image (one layer turned over in the stack). */
export interface LikeParts {
  readonly parts: readonly [string, string];
  readonly kind: 'same-outline' | 'mirror';
  /** True where their inside cuts lie on each other too, so that nothing is left to saw apart. */
  readonly wholly: boolean;
}

interface Measured {
  readonly shape: PartShape;
  readonly area: number;
  readonly length: number;
  readonly reach: number;
  readonly copyKey: string;
  fit: PieceToFit | null;
}

export interface Likeness {
  readonly alike: readonly LikeParts[];
  /** Parts that were held against others no further, since so many that might be alike are not. */
  readonly notCompared: number;
}

/** Outlines that are turned on each other to see whether they fit, at most: a few seconds. */
const MOST_COMPARED = 2500;

/**
 * Which parts have the same outline, and which are mirror images of each other. A part that is its own mirror image is
 * the same as another and not its mirror. Each part is told once, with the first that it is like; so each is held against one of
 * every kind only. `onPart` hears how many are done.
 */
export function likeParts(
  shapes: readonly PartShape[],
  tolerance: number,
  onPart: (done: number) => void = () => undefined,
): Likeness {
  const kinds: Measured[] = [];
  const budget = { left: MOST_COMPARED };
  let notCompared = 0;
  const copies = new Map<string, Measured>();
  const found: LikeParts[] = [];
  shapes.forEach((shape, i) => {
    onPart(i);
    const one = measured(shape);
    const copy = copies.get(one.copyKey);
    const like = copy ? { first: copy, kind: 'same-outline' as const } : firstAlike(one, kinds, tolerance, budget);
    if (!like) {
      if (budget.left <= 0) notCompared++;
      kinds.push(one);
      copies.set(one.copyKey, one);
      return;
    }
    const wholly = sameInside(like.first.shape, shape, tolerance);
    found.push({ parts: [like.first.shape.id, shape.id], kind: like.kind, wholly });
  });
  return { alike: found, notCompared };
}

function measured(shape: PartShape): Measured {
  const { path } = shape.outline;
  const box = pathBox(path);
  return {
    shape,
    area: Math.abs(signedArea(path)),
    length: pathLength(path),
    reach: Math.hypot(boxWidth(box), boxHeight(box)),
    copyKey: copyKeyOf(path),
    fit: null,
  };
}

function firstAlike(
  one: Measured,
  kinds: readonly Measured[],
  tolerance: number,
  budget: { left: number },
): { readonly first: Measured; readonly kind: LikeParts['kind'] } | null {
  for (const first of kinds) {
    if (!couldBeAlike(first, one, tolerance)) continue;
    const [piece, opening] = [fitOf(one), fitOf(first).shape];
    if (!mayFit(piece.shape, opening, tolerance)) continue;
    if (budget.left-- <= 0) return null;
    const fit = firstFit(piece, opening, tolerance);
    if (fit) return { first, kind: fit === 'turned-over' ? 'mirror' : 'same-outline' };
  }
  return null;
}

function fitOf(of: Measured): PieceToFit {
  if (of.fit) return of.fit;
  const shape = shapeToFit(flatten(of.shape.outline.path));
  let over: ShapeToFit | undefined;
  of.fit = { shape, over: () => (over ??= turnedOver(shape)) };
  return of.fit;
}

/** Area and length of shapes that lie within the tolerance of each other differ by no more than a band round the line. */
const couldBeAlike = (a: Measured, b: Measured, tolerance: number): boolean =>
  Math.abs(a.area - b.area) <= tolerance * Math.max(a.length, b.length) &&
  Math.abs(a.length - b.length) <= 0.02 * Math.max(a.length, b.length) + 4 * Math.PI * tolerance &&
  a.reach <= b.reach * 1.45 + tolerance &&
  b.reach <= a.reach * 1.45 + tolerance;

/** Alike in number, area and length of their inside cuts: enough to say that one stack makes both. */
function sameInside(a: PartShape, b: PartShape, tolerance: number): boolean {
  if (a.inside.length !== b.inside.length || a.drilled.length !== b.drilled.length) return false;
  if (a.through.length > 0 || b.through.length > 0) return false;
  const figures = (shape: PartShape) =>
    shape.inside
      .map(({ path }) => ({ area: Math.abs(signedArea(path)), length: pathLength(path) }))
      .sort((p, q) => p.area - q.area);
  const others = figures(b);
  return figures(a).every(({ area, length }, i) => {
    const other = others[i];
    return other !== undefined && Math.abs(area - other.area) <= tolerance * Math.max(length, other.length);
  });
}
