import type { Box, Point } from '../geometry';

/** A closed outline and the box round it. */
export interface Body {
  readonly ring: readonly Point[];
  readonly box: Box;
}

/** Where two bodies are nearest to each other: how far apart, mm, and which way the second lies from the first, of length 1. */
export interface Contact {
  readonly distance: number;
  readonly toX: number;
  readonly toY: number;
}

/** Values of a side in a row: from x, y to x, y. */
const SIDE = 4;

/**
 * The nearest of two bodies at their places, whose outlines do not cross; null where they are no nearer than `gap` mm. Only sides
 * that reach the stretch both boxes share, grown by the gap, are looked at. Two that touch have no way from one to the other: 0, 0.
 */
export function contactOf(one: Body, at: Point, other: Body, otherAt: Point, gap: number): Contact | null {
  const [dx, dy] = [otherAt.x - at.x, otherAt.y - at.y];
  const shared: Box = {
    minX: Math.max(one.box.minX, other.box.minX + dx) - gap,
    maxX: Math.min(one.box.maxX, other.box.maxX + dx) + gap,
    minY: Math.max(one.box.minY, other.box.minY + dy) - gap,
    maxY: Math.min(one.box.maxY, other.box.maxY + dy) + gap,
  };
  if (shared.minX > shared.maxX || shared.minY > shared.maxY) return null;
  const own = sidesIn(shared, one.ring, 0, 0);
  if (own.length === 0) return null;
  const others = sidesIn(shared, other.ring, dx, dy);
  const there = fromCorners(own, others, gap * gap);
  const back = fromCorners(others, own, there?.square ?? gap * gap);
  const nearest = back ? { square: back.square, x: -back.x, y: -back.y } : there;
  if (!nearest) return null;
  const distance = Math.sqrt(nearest.square);
  const [toX, toY] = distance === 0 ? [0, 0] : [nearest.x / distance, nearest.y / distance];
  return { distance, toX, toY };
}

/** Sides of a shifted ring whose boxes meet a box. */
function sidesIn({ minX, maxX, minY, maxY }: Box, ring: readonly Point[], dx: number, dy: number): number[] {
  const sides: number[] = [];
  const last = ring[ring.length - 1];
  let [fromX, fromY] = last ? [last.x + dx, last.y + dy] : [0, 0];
  for (const { x, y } of ring) {
    const [toX, toY] = [x + dx, y + dy];
    const beside = (fromX < minX && toX < minX) || (fromX > maxX && toX > maxX);
    const above = (fromY < minY && toY < minY) || (fromY > maxY && toY > maxY);
    if (!beside && !above) sides.push(fromX, fromY, toX, toY);
    [fromX, fromY] = [toX, toY];
  }
  return sides;
}

/** The shortest way from where sides begin to other sides, shorter than `most` (its square); null where there is none. */
function fromCorners(sides: readonly number[], others: readonly number[], most: number) {
  let nearest: { readonly square: number; readonly x: number; readonly y: number } | null = null;
  let least = most;
  for (let i = 0; i < sides.length; i += SIDE) {
    const [x, y] = [sides[i] ?? 0, sides[i + 1] ?? 0];
    for (let j = 0; j < others.length; j += SIDE) {
      const [fromX, fromY] = [(others[j] ?? 0) - x, (others[j + 1] ?? 0) - y];
      const [alongX, alongY] = [(others[j + 2] ?? 0) - x - fromX, (others[j + 3] ?? 0) - y - fromY];
      const length = alongX * alongX + alongY * alongY;
      const share = length === 0 ? 0 : Math.max(0, Math.min(1, -(fromX * alongX + fromY * alongY) / length));
      const [wayX, wayY] = [fromX + share * alongX, fromY + share * alongY];
      const square = wayX * wayX + wayY * wayY;
      if (square < least) [least, nearest] = [square, { square, x: wayX, y: wayY }];
    }
  }
  return nearest;
}
