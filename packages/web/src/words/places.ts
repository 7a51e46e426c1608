import { boxMiddle, pathBox, type Box, type Path, type Point } from '@rapid-jig/core';
import { counted } from './counted';

/** Of a side so much at each end counts as that end. */
const END = 1 / 3;

/** Where something lies in a drawing, in words: `at the upper left`, `in the middle`. y runs up. */
export function placeWords({ x, y }: Point, { minX, minY, maxX, maxY }: Box): string {
  const third = (at: number, low: number, high: number): -1 | 0 | 1 => {
    const share = high > low ? (at - low) / (high - low) : 0.5;
    return share < END ? -1 : share > 1 - END ? 1 : 0;
  };
  const [across, up] = [third(x, minX, maxX), third(y, minY, maxY)];
  const side = { '-1': 'left', '0': '', '1': 'right' }[across];
  if (up === 0) return side === '' ? 'in the middle' : `at the ${side}`;
  if (side === '') return up > 0 ? 'at the top' : 'at the bottom';
  return `at the ${up > 0 ? 'upper' : 'lower'} ${side}`;
}

/** The same for many; those of one place are numbered there as one reads: `at the left, 2 of 3`. */
export function placesWords(points: readonly Point[], box: Box): string[] {
  const words = points.map((point) => placeWords(point, box));
  return words.map((place, i) => {
    const alike = points.flatMap((point, k) => (words[k] === place ? [{ point, k }] : []));
    if (alike.length < 2) return place;
    const inOrder = alike.sort((a, b) => b.point.y - a.point.y || a.point.x - b.point.x);
    return `${place}, ${String(inOrder.findIndex(({ k }) => k === i) + 1)} of ${String(alike.length)}`;
  });
}

/** A cut as it lies in a drawing. */
interface LyingCut {
  readonly kind: 'outline' | 'inside' | 'through';
  readonly path: Path;
}

/** So many cuts are named; of more, how many there are. */
const MOST_NAMED = 3;

/** Cuts of a drawing by what they are and where they lie: `the outline; the opening at the upper left; 2 more`. */
export function cutsWords(cuts: readonly LyingCut[], box: Box): string {
  const places = placesWords(
    cuts.map(({ path }) => boxMiddle(pathBox(path))),
    box,
  );
  const names = cuts.map(({ kind }, i) => {
    if (kind === 'outline') return 'the outline';
    return `the ${kind === 'inside' ? 'opening' : 'line'} ${places[i] ?? ''}`;
  });
  const more = names.length - MOST_NAMED;
  return [...names.slice(0, MOST_NAMED), ...(more > 0 ? [counted(more, 'more', 'more')] : [])].join('; ');
}
