import { inOrder, shift, stretch, type Affine } from '../../geometry';
import { share, type Viewport } from './size';
import type { SvgElement } from './tree';
import { viewBoxOf } from './view-box';

export interface Placed {
  /** From the content into where the element stands. */
  readonly move: Affine;
  readonly viewport: Viewport;
}

/**
 * Where a nested `svg` or a used `symbol` puts its content: shifted to x and y, its view box fitted into its size as
 * preserveAspectRatio says. `size` stands in for the element's own width and height (a `use` gives them to a symbol).
 */
export function placeViewport(
  element: SvgElement,
  size: Readonly<Record<string, string | undefined>>,
  outer: Viewport,
): Placed {
  const { attributes } = element;
  const width = share(size['width'] ?? attributes['width'], outer.width, outer.width);
  const height = share(size['height'] ?? attributes['height'], outer.height, outer.height);
  const [x, y] = [share(attributes['x'], outer.width, 0), share(attributes['y'], outer.height, 0)];
  const box = viewBoxOf(attributes);
  if (!box) return { move: shift(x, y), viewport: { width, height } };
  const [left, top, across, down] = box;
  const [align = 'xMidYMid', fit = 'meet'] = (attributes['preserveAspectRatio'] ?? '')
    .trim()
    .split(/\s+/)
    .filter(Boolean);
  const [sx, sy] = scales(width / across, height / down, align, fit);
  const free = (room: number, where: string): number => (where === 'Min' ? 0 : where === 'Max' ? room : room / 2);
  const dx = align === 'none' ? 0 : free(width - across * sx, align.slice(1, 4));
  const dy = align === 'none' ? 0 : free(height - down * sy, align.slice(5, 8));
  const move = inOrder(shift(-left, -top), stretch(sx, sy), shift(dx + x, dy + y));
  return { move, viewport: { width: across, height: down } };
}

function scales(x: number, y: number, align: string, fit: string): [number, number] {
  if (align === 'none') return [x, y];
  const one = fit === 'slice' ? Math.max(x, y) : Math.min(x, y);
  return [one, one];
}
