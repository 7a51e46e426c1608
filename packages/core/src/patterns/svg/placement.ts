import { userUnits } from './size';
import type { SvgElement } from './tree';
import { viewBoxOf } from './view-box';

/** The size a percentage is a share of, in user units. */
export interface Viewport {
  readonly width: number;
  readonly height: number;
}

const share = (text: string | undefined, whole: number, whenMissing: number): number =>
  text?.trim().endsWith('%') ? (Number.parseFloat(text) / 100) * whole : userUnits(text, whenMissing);

export interface Placed {
  /** Transforms, the innermost first, as SVG writes them. */
  readonly transforms: readonly string[];
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
  const shift = `translate(${x} ${y})`;
  if (!box) return { transforms: [shift], viewport: { width, height } };
  const [left, top, across, down] = box;
  const [align = 'xMidYMid', fit = 'meet'] = (attributes['preserveAspectRatio'] ?? '')
    .trim()
    .split(/\s+/)
    .filter(Boolean);
  const [sx, sy] = scales(width / across, height / down, align, fit);
  const free = (room: number, where: string): number => (where === 'Min' ? 0 : where === 'Max' ? room : room / 2);
  const dx = align === 'none' ? 0 : free(width - across * sx, align.slice(1, 4));
  const dy = align === 'none' ? 0 : free(height - down * sy, align.slice(5, 8));
  const fitted = `translate(${dx} ${dy}) scale(${sx} ${sy}) translate(${-left} ${-top})`;
  return { transforms: [fitted, shift], viewport: { width: across, height: down } };
}

function scales(x: number, y: number, align: string, fit: string): [number, number] {
  if (align === 'none') return [x, y];
  const one = fit === 'slice' ? Math.max(x, y) : Math.min(x, y);
  return [one, one];
}
