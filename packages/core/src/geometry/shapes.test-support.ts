import type { Path } from './path';
import type { Point } from './point';

/** Corners of a rectangle, counter-clockwise. */
export const rectangle = (x: number, y: number, width: number, height: number): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];

/** Corners of a regular polygon with the radius given to its corners. */
export const regular = (sides: number, radius: number, at: Point = { x: 0, y: 0 }, from = 0): Point[] =>
  Array.from({ length: sides }, (_none, i) => {
    const angle = from + (2 * Math.PI * i) / sides;
    return { x: at.x + radius * Math.cos(angle), y: at.y + radius * Math.sin(angle) };
  });

/** A circle in so many short lines that it stands off by far less than the flattening tolerance. */
export const disc = (radius: number, at: Point = { x: 0, y: 0 }): Point[] => regular(720, radius, at);

/** Points from pairs of figures. */
export const ring = (...figures: readonly (readonly [number, number])[]): Point[] =>
  figures.map(([x, y]) => ({ x, y }));

/** A circle as two half arcs. */
export const circle = (radius: number, at: Point = { x: 0, y: 0 }): Path => ({
  start: { x: at.x + radius, y: at.y },
  segments: [
    { kind: 'arc', to: { x: at.x - radius, y: at.y }, center: at, sweep: Math.PI },
    { kind: 'arc', to: { x: at.x + radius, y: at.y }, center: at, sweep: Math.PI },
  ],
  closed: true,
});

/** A closed line from corner to corner. */
export const polygon = (...corners: [number, number][]): Path => {
  const [start = { x: 0, y: 0 }, ...rest] = ring(...corners);
  return { start, segments: [...rest, start].map((to) => ({ kind: 'line', to })), closed: true };
};

/** A repeatable chance in [0, 1): a linear congruence (Numerical Recipes' constants). */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A star-shaped blob of random radii: never crosses itself. */
export function blob(corners: number, next: () => number, size: number, at: Point = { x: 0, y: 0 }): Point[] {
  return Array.from({ length: corners }, (_none, i) => {
    const angle = (2 * Math.PI * i) / corners;
    const radius = size * (0.25 + 0.75 * next());
    return { x: at.x + radius * Math.cos(angle), y: at.y + radius * Math.sin(angle) };
  });
}
