import type { SvgElement } from './tree';

/** The view box as four numbers; null where there is none or it cannot be read. */
export function viewBoxOf({ viewBox }: SvgElement['attributes']): readonly [number, number, number, number] | null {
  const [x, y, width, height, ...more] = (viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (x === undefined || y === undefined || width === undefined || height === undefined || more.length > 0) return null;
  return [x, y, width, height].every(Number.isFinite) && width > 0 && height > 0 ? [x, y, width, height] : null;
}
