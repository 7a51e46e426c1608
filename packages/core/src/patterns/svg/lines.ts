import svgpath from 'svgpath';
import { distance, type Affine, type Path, type Point, type Segment } from '../../geometry';
import { SAME_SHARE } from '../../units';

/** After a mirror the package leaves an arc's flag as text, so every figure is made a number again. */
const readCommand = ([name, ...figures]: readonly unknown[]): [name: string, figures: number[]] => [
  String(name),
  figures.map(Number),
];

/**
 * The lines that path data draws, moved and then turned to y up, one path for each subpath. Null where a number cannot be read.
 */
export function linesOf(data: string, move: Affine): Path[] | null {
  const parsed = svgpath(inShortRuns(data));
  if ('err' in parsed && parsed.err) return null;
  const { a, b, c, d, e, f } = move;
  parsed.matrix([a, -b, c, -d, e, -f]).abs().unshort();
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

/** Figures of each letter; an arc has flags that may stand without a space, so its runs are left as they are. */
const FIGURES: Readonly<Record<string, number>> = { l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2 };
/** Figures that follow one letter without it being said again, at most. */
const LONGEST_RUN = 600;
const FIGURE = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi;

/**
 * The same data with the letter said again now and then: the package takes time by the square of how many figures follow one. A run
 * with anything but figures in it is left as it is, and found wrong by the package.
 */
function inShortRuns(data: string): string {
  if (data.length < LONGEST_RUN) return data;
  return data.replace(/([mlhvcsqt])([^a-df-z]*)/gi, (whole, letter: string, run: string) => {
    if (run.length < LONGEST_RUN || run.replace(FIGURE, '').replace(/[\s,]+/g, '') !== '') return whole;
    const figures = run.match(FIGURE) ?? [];
    const isMove = letter.toLowerCase() === 'm';
    const again = isMove ? (letter === 'm' ? 'l' : 'L') : letter;
    const each = FIGURES[again.toLowerCase()] ?? 2;
    const lot = Math.floor(LONGEST_RUN / each) * each;
    const lots: string[] = isMove ? [letter + figures.slice(0, 2).join(' ')] : [];
    for (let i = isMove ? 2 : 0; i < figures.length; i += lot) lots.push(again + figures.slice(i, i + lot).join(' '));
    return lots.join('');
  });
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
