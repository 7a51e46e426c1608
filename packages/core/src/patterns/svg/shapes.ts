import { share, type Viewport } from './size';

/** What an element says of a property, in its style or as an attribute. */
export type Said = (key: string) => string | undefined;

/** `path("...")`, as a style sheet gives the data of a path. */
const PATH_CALL = /^path\(\s*(?:[a-z]+\s*,\s*)?(["'])([\s\S]*)\1\s*\)$/i;

/**
 * The `d` of a path that draws this element, or null where it draws no line. Unreadable numbers come out as NaN. Percentages are shares of
 * the view it stands in: of its width, its height, or for radii of both (SVG 1.1, 7.10).
 */
export function pathDataOf(name: string, said: Said, { width, height }: Viewport): string | null {
  const across = (key: string): number => share(said(key), width);
  const down = (key: string): number => share(said(key), height);
  const both = Math.hypot(width, height) / Math.SQRT2;
  switch (name) {
    case 'path': {
      const data = said('d');
      return data === undefined || data.trim().toLowerCase() === 'none'
        ? null
        : (PATH_CALL.exec(data.trim())?.[2] ?? data);
    }
    case 'rect':
      return rectData(across('x'), down('y'), across('width'), down('height'), ...cornerRadii(said, { width, height }));
    case 'circle': {
      const radius = share(said('r'), both);
      return ellipseData(across('cx'), down('cy'), radius, radius);
    }
    case 'ellipse': {
      const [rx, ry] = cornerRadii(said, { width, height });
      return ellipseData(across('cx'), down('cy'), rx, ry);
    }
    case 'line':
      return `M${across('x1')} ${down('y1')}L${across('x2')} ${down('y2')}`;
    case 'polyline':
    case 'polygon':
      return pointsData(said('points') ?? '', name === 'polygon');
    default:
      return null;
  }
}

/** One missing radius of a rounded rectangle or an ellipse takes the other's value. */
function cornerRadii(said: Said, { width, height }: Viewport): [number, number] {
  const told = (key: string): string | undefined =>
    said(key)?.trim().toLowerCase() === 'auto' ? undefined : said(key);
  const [rx, ry] = [told('rx'), told('ry')];
  return [
    rx === undefined ? share(ry, height) : share(rx, width),
    ry === undefined ? share(rx, width) : share(ry, height),
  ];
}

function rectData(x: number, y: number, width: number, height: number, rx: number, ry: number): string | null {
  if (width === 0 || height === 0) return null;
  const a = Math.min(rx, width / 2);
  const b = Math.min(ry, height / 2);
  if (a === 0 || b === 0) return `M${x} ${y}h${width}v${height}h${-width}Z`;
  const corner = (dx: number, dy: number): string => `a${a} ${b} 0 0 1 ${dx} ${dy}`;
  const [across, down] = [width - 2 * a, height - 2 * b];
  return `M${x + a} ${y}h${across}${corner(a, b)}v${down}${corner(-a, b)}h${-across}${corner(-a, -b)}v${-down}${corner(a, -b)}Z`;
}

function ellipseData(cx: number, cy: number, rx: number, ry: number): string | null {
  if (rx === 0 || ry === 0) return null;
  const half = (to: number): string => `A${rx} ${ry} 0 0 1 ${to} ${cy}`;
  return `M${cx - rx} ${cy}${half(cx + rx)}${half(cx - rx)}Z`;
}

function pointsData(points: string, closed: boolean): string | null {
  const all = points.trim().split(/[\s,]+/);
  // A last figure without its other is no point.
  const figures = all.slice(0, all.length - (all.length % 2));
  if (figures.length < 4) return null;
  return `M${figures.slice(0, 2).join(' ')}L${figures.slice(2).join(' ')}${closed ? 'Z' : ''}`;
}
