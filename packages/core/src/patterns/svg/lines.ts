import svgpath from 'svgpath';
import { distance, type Path, type Point, type Segment } from '../../geometry';
import { SAME_SHARE } from '../../units';

/** After a mirror the package leaves an arc's flag as text, so every figure is made a number again. */
const readCommand = ([name, ...figures]: readonly unknown[]): [name: string, figures: number[]] => [
  String(name),
  figures.map(Number),
];

/**
 * The lines that path data draws, in the root's user units, y up, one path for each subpath.
 * `transforms` are the element's own first, then its ancestors'. Null where a number cannot be read.
 */
export function linesOf(data: string, transforms: readonly string[]): Path[] | null {
  const parsed = svgpath(data);
  if ('err' in parsed && parsed.err) return null;
  for (const transform of transforms) parsed.transform(transform);
  parsed.transform('scale(1,-1)').abs().unshort();
  const paths: Path[] = [];
  let start: Point = { x: 0, y: 0 };
  let segments: Segment[] = [];
  let isReadable = true;
  const finish = (closed: boolean): void => {
    if (segments.length > 0) paths.push({ start, segments, closed });
    segments = [];
  };
  parsed.iterate((command, _index, x, y) => {
    const [name, figures] = readCommand(command);
    isReadable &&= figures.every(Number.isFinite);
    if (name === 'M') {
      finish(false);
      start = { x: figures[0] ?? NaN, y: figures[1] ?? NaN };
    } else if (name === 'Z') {
      if (distance({ x, y }, start) > 0 && segments.length > 0) segments.push({ kind: 'line', to: start });
      finish(true);
    } else {
      segments.push(...segmentsOf(name, figures, { x, y }));
    }
  });
  finish(false);
  return isReadable ? paths : null;
}

function segmentsOf(name: string, figures: readonly number[], from: Point): Segment[] {
  const [a = NaN, b = NaN, c = NaN, d = NaN, e = NaN, f = NaN, g = NaN] = figures;
  switch (name) {
    case 'L':
      return [{ kind: 'line', to: { x: a, y: b } }];
    case 'H':
      return [{ kind: 'line', to: { x: a, y: from.y } }];
    case 'V':
      return [{ kind: 'line', to: { x: from.x, y: a } }];
    case 'C':
      return [{ kind: 'cubic', c1: { x: a, y: b }, c2: { x: c, y: d }, to: { x: e, y: f } }];
    case 'Q': {
      // A quadratic is the cubic whose control points lie two thirds of the way to its own.
      const third = (end: Point): Point => ({ x: end.x + (2 / 3) * (a - end.x), y: end.y + (2 / 3) * (b - end.y) });
      const to = { x: c, y: d };
      return [{ kind: 'cubic', c1: third(from), c2: third(to), to }];
    }
    case 'A':
      return arcSegments(
        from,
        { rx: Math.abs(a), ry: Math.abs(b), large: d !== 0, positive: e !== 0, to: { x: f, y: g } },
        c,
      );
    default:
      throw new Error(`path command ${name} was not made absolute`);
  }
}

interface EndpointArc {
  readonly rx: number;
  readonly ry: number;
  readonly large: boolean;
  /** Towards growing angles in the frame of the points. */
  readonly positive: boolean;
  readonly to: Point;
}

function arcSegments(from: Point, arc: EndpointArc, rotationDegrees: number): Segment[] {
  const { rx, ry, to, large, positive } = arc;
  if (distance(from, to) === 0) return [];
  if (rx === 0 || ry === 0) return [{ kind: 'line', to }];
  if (Math.abs(rx - ry) <= SAME_SHARE * Math.max(rx, ry)) return [circularArc(from, arc)];
  const flags = `${large ? '1' : '0'} ${positive ? '1' : '0'}`;
  const cubics: Segment[] = [];
  svgpath(`M${from.x} ${from.y}A${rx} ${ry} ${rotationDegrees} ${flags} ${to.x} ${to.y}`)
    .unarc()
    .abs()
    .iterate((command, _index, x, y) => {
      const [name, figures] = readCommand(command);
      if (name !== 'M') cubics.push(...segmentsOf(name, figures, { x, y }));
    });
  return cubics;
}

/** Endpoint to centre form (SVG 1.1, F.6.5) for a circle; a radius too small for its chord grows to half of it. */
function circularArc(from: Point, { rx, to, large, positive }: EndpointArc): Segment {
  const half = distance(from, to) / 2;
  const radius = Math.max(rx, half);
  const rise = Math.sqrt(Math.max(0, radius * radius - half * half));
  const side = large === positive ? -1 : 1;
  const center = {
    x: (from.x + to.x) / 2 - (side * rise * (to.y - from.y)) / (2 * half),
    y: (from.y + to.y) / 2 + (side * rise * (to.x - from.x)) / (2 * half),
  };
  const narrow = 2 * Math.asin(Math.min(1, half / radius));
  const sweep = large ? 2 * Math.PI - narrow : narrow;
  return { kind: 'arc', to, center, sweep: positive ? sweep : -sweep };
}
