import { boxHeight, boxWidth, fittingsOf, flatten, pathBox, pathLength, signedArea, type Point } from '../../geometry';
import type { PartShape } from './part-shape';

/** In how many ways a piece goes into the opening it was cut from. */
export interface WaysToFit {
  /** Turns that fit, at least 1; Infinity for a disc. */
  readonly upright: number;
  /** Turns that fit after turning it over. */
  readonly turnedOver: number;
}

export function waysToFit(outline: readonly Point[], tolerance: number): WaysToFit {
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
  points: readonly Point[] | null;
}

/**
 * Which parts have the same outline, and which are mirror images of each other. A part that is its own mirror image is
 * the same as another and not its mirror. Each part is told once, with the first that it is like.
 */
export function likeParts(shapes: readonly PartShape[], tolerance: number): LikeParts[] {
  const measured = shapes.map((shape): Measured => {
    const box = pathBox(shape.outline.path);
    return {
      shape,
      area: Math.abs(signedArea(shape.outline.path)),
      length: pathLength(shape.outline.path),
      reach: Math.hypot(boxWidth(box), boxHeight(box)),
      points: null,
    };
  });
  const found: LikeParts[] = [];
  measured.forEach((one, i) => {
    for (const first of measured.slice(0, i)) {
      const like = couldBeAlike(first, one, tolerance) ? likeness(first, one, tolerance) : null;
      if (!like) continue;
      found.push(like);
      break;
    }
  });
  return found;
}

/** Area and length of shapes that lie within the tolerance of each other differ by no more than a band round the line. */
const couldBeAlike = (a: Measured, b: Measured, tolerance: number): boolean =>
  Math.abs(a.area - b.area) <= tolerance * Math.max(a.length, b.length) &&
  Math.abs(a.length - b.length) <= 0.02 * Math.max(a.length, b.length) + 4 * Math.PI * tolerance &&
  a.reach <= b.reach * 1.45 + tolerance &&
  b.reach <= a.reach * 1.45 + tolerance;

function likeness(a: Measured, b: Measured, tolerance: number): LikeParts | null {
  const pointsOf = (one: Measured): readonly Point[] => (one.points ??= flatten(one.shape.outline.path));
  const { upright, turnedOver, anyTurn } = fittingsOf(pointsOf(b), pointsOf(a), tolerance);
  const same = anyTurn || upright.length > 0;
  if (!same && turnedOver.length === 0) return null;
  return {
    parts: [a.shape.id, b.shape.id],
    kind: same ? 'same-outline' : 'mirror',
    wholly: sameInside(a.shape, b.shape, tolerance),
  };
}

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
