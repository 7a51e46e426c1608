import { boxHeight, boxWidth, pathBox } from '../../geometry';
import type { RawLine } from '../raw';

const WHITE = /^(white|#fff|#ffffff|rgb\(\s*255\s*,\s*255\s*,\s*255\s*\)|rgb\(\s*100%\s*,\s*100%\s*,\s*100%\s*\))$/i;
/** So much of its size the page may lie off the view. */
const OFF = 0.005;

/** True of a white rectangle the size of the whole view, the first thing drawn: it is the page and no part. */
export function isPage(
  { path, colour, filled }: RawLine,
  view: readonly [number, number, number, number] | null,
): boolean {
  if (!view || !filled || !WHITE.test(colour.trim()) || !path.closed) return false;
  if (path.segments.length > 5 || path.segments.some(({ kind }) => kind !== 'line')) return false;
  const [left, top, width, height] = view;
  const box = pathBox(path);
  const near = (a: number, b: number, size: number): boolean => Math.abs(a - b) <= OFF * size;
  return (
    near(box.minX, left, width) &&
    near(-box.maxY, top, height) &&
    near(boxWidth(box), width, width) &&
    near(boxHeight(box), height, height)
  );
}
