import type { Point } from '@rapid-jig/core';

/** The `d` of an SVG path through points, y down, to a hundredth of a mm. */
export const lineData = (points: readonly Point[]): string =>
  points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${(-y).toFixed(2)}`).join('');
