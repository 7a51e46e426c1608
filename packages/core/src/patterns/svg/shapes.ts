import { userUnits } from './size';
import type { SvgElement } from './tree';

/** The `d` of a path that draws this element, or null where it draws no line. Unreadable numbers come out as NaN. */
export function pathDataOf({ name, attributes }: SvgElement): string | null {
  const value = (key: string): number => userUnits(attributes[key]);
  switch (name) {
    case 'path':
      return attributes['d'] ?? null;
    case 'rect':
      return rectData(value('x'), value('y'), value('width'), value('height'), ...cornerRadii(attributes));
    case 'circle':
      return ellipseData(value('cx'), value('cy'), value('r'), value('r'));
    case 'ellipse':
      return ellipseData(value('cx'), value('cy'), value('rx'), value('ry'));
    case 'line':
      return `M${value('x1')} ${value('y1')}L${value('x2')} ${value('y2')}`;
    case 'polyline':
    case 'polygon':
      return pointsData(attributes['points'] ?? '', name === 'polygon');
    default:
      return null;
  }
}

/** One missing radius of a rounded rectangle takes the other's value. */
function cornerRadii(attributes: SvgElement['attributes']): [number, number] {
  const { rx, ry } = attributes;
  return [userUnits(rx ?? ry), userUnits(ry ?? rx)];
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
