import { err, ok, type Result } from '../../result';
import { boxHeight, boxUnion, boxWidth, pathBox, type Box, type Path } from '../../geometry';
import type { LeftOut, LeftOutKind, ReadFault } from '../fault';
import { linesOf } from './lines';
import { pathDataOf } from './shapes';
import { mmPerUserUnit } from './size';
import { parseSvgTree, type SvgElement } from './tree';

/** One line of the drawing as read: user units, y up. */
export interface RawLine {
  readonly path: Path;
  readonly where: string;
  /** True where the drawing fills it: an open end is then closed by a straight line, as the fill shows. */
  readonly filled: boolean;
}

export interface RawDrawing {
  readonly lines: readonly RawLine[];
  readonly leftOut: readonly LeftOut[];
  /** mm for one user unit; null where the drawing gives no physical size and the maker must be asked. */
  readonly mmPerUnit: number | null;
  /** Around all lines, user units. */
  readonly box: Box;
}

export const LARGEST_FILE_BYTES = 10 * 1024 * 1024;
const MOST_SEGMENTS = 500_000;

const LEFT_OUT: Readonly<Record<string, LeftOutKind>> = {
  text: 'text',
  image: 'picture',
  script: 'script',
  foreignObject: 'picture',
  use: 'copy-by-reference',
  clipPath: 'clip-or-mask',
  mask: 'clip-or-mask',
};

/** Elements that hold things to be referred to, or say something about the drawing, and draw nothing themselves. */
const SILENT = new Set([
  'defs',
  'symbol',
  'marker',
  'pattern',
  'title',
  'desc',
  'metadata',
  'style',
  'namedview',
  'filter',
]);
const GROUPS = new Set(['svg', 'g', 'a', 'switch']);

interface Visit {
  readonly element: SvgElement;
  readonly transforms: readonly string[];
  readonly paint: Paint;
}

interface Paint {
  readonly fill: string;
  readonly stroke: string;
  readonly hidden: boolean;
}

/**
 * Reads the lines of an SVG. A line is a line to cut whether the drawing fills or strokes it.
 * Nothing in the file is run or fetched. Errors: over 10 MB, not an SVG, over half a million segments, no line at all.
 */
export function readSvg(text: string): Result<RawDrawing, ReadFault> {
  if (text.length > LARGEST_FILE_BYTES) return err(tooLargeAFile(text.length));
  const root = parseSvgTree(text);
  if (!root.ok) return root;
  const mmPerUnit = mmPerUserUnit(root.value);
  if (!mmPerUnit.ok) return mmPerUnit;
  const lines: RawLine[] = [];
  const leftOut: LeftOut[] = [];
  const counts = new Map<string, number>();
  let segments = 0;
  // A list of visits, not recursion: drawings nest deeper than a stack may.
  const visits: Visit[] = [
    { element: root.value, transforms: [], paint: { fill: 'black', stroke: 'none', hidden: false } },
  ];
  for (let visit = visits.pop(); visit; visit = visits.pop()) {
    const where = nameElement(visit.element, counts);
    const found = takeElement(visit, where);
    leftOut.push(...found.leftOut);
    for (const line of found.lines) {
      segments += line.path.segments.length;
      lines.push(line);
    }
    if (segments > MOST_SEGMENTS) return err(tooManyPoints(where));
    visits.push(...found.inside.reverse());
  }
  const boxes = lines.map(({ path }) => pathBox(path));
  if (boxes.length === 0) return err(noClosedShapes(leftOut));
  return ok({ lines, leftOut, mmPerUnit: mmPerUnit.value, box: boxUnion(boxes) });
}

interface Found {
  readonly lines: readonly RawLine[];
  readonly leftOut: readonly LeftOut[];
  readonly inside: Visit[];
}

function takeElement({ element, transforms, paint }: Visit, where: string): Found {
  const out = (kind: LeftOutKind): Found => ({ lines: [], leftOut: [{ kind, where, at: null }], inside: [] });
  const nothing: Found = { lines: [], leftOut: [], inside: [] };
  const kind = LEFT_OUT[element.name];
  if (kind) return out(refersOutside(element) ? 'outside-reference' : kind);
  if (SILENT.has(element.name)) return nothing;
  const painted = paintOf(element, paint);
  if (painted.hidden) return out('hidden');
  const { transform } = element.attributes;
  const chain = transform === undefined ? transforms : [transform, ...transforms];
  if (GROUPS.has(element.name)) {
    return {
      ...nothing,
      inside: element.children.map((child) => ({ element: child, transforms: chain, paint: painted })),
    };
  }
  const data = pathDataOf(element);
  if (data === null) return nothing;
  const filled = painted.fill !== 'none' && element.name !== 'line';
  // What is neither filled nor stroked is not drawn: icon frames and guides.
  if (!filled && painted.stroke === 'none') return out('hidden');
  const paths = linesOf(data, chain);
  if (paths === null) return out('unreadable-numbers');
  return { ...nothing, lines: paths.map((path) => ({ path, where, filled })) };
}

function refersOutside({ attributes }: SvgElement): boolean {
  const href = attributes['href'];
  return href !== undefined && !href.startsWith('#') && !href.startsWith('data:');
}

function paintOf({ attributes }: SvgElement, inherited: Paint): Paint {
  const style = (key: string): string | undefined =>
    new RegExp(`(?:^|;)\\s*${key}\\s*:\\s*([^;]+)`).exec(attributes['style'] ?? '')?.[1]?.trim() ?? attributes[key];
  return {
    fill: style('fill') ?? inherited.fill,
    stroke: style('stroke') ?? inherited.stroke,
    hidden: style('display') === 'none' || style('visibility') === 'hidden',
  };
}

/** `path #4 (wing)`: the fourth path of the file, with its id where it has one. */
function nameElement({ name, attributes }: SvgElement, counts: Map<string, number>): string {
  const count = (counts.get(name) ?? 0) + 1;
  counts.set(name, count);
  const id = attributes['id'];
  return `${name} #${String(count)}${id ? ` (${id.slice(0, 40)})` : ''}`;
}

/** `12.3 MB`, for messages about files. */
const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(1)} MB`;

export const tooLargeAFile = (bytes: number): ReadFault => ({
  kind: 'too-large-a-file',
  message: `The file is ${megabytes(bytes)}; drawings up to 10 MB can be read.`,
  where: 'the whole file',
  hint: 'Remove pictures from the drawing, or simplify its lines in your drawing program, and save it again.',
});

const tooManyPoints = (where: string): ReadFault => ({
  kind: 'too-many-points',
  message: 'The drawing has more than half a million points, more than any blade could follow.',
  where: `reached at ${where}`,
  hint: 'Simplify its lines in your drawing program (a traced photograph often needs this) and save it again.',
});

export const noClosedShapes = (leftOut: readonly LeftOut[]): ReadFault => ({
  kind: 'no-closed-shapes',
  message: 'There is no closed outline in this drawing, so there is no part to cut.',
  where:
    leftOut.length === 0 ? 'the whole file' : [...new Set(leftOut.map((item) => item.where))].slice(0, 5).join(', '),
  hint: 'Close the outlines, and turn text into outlines, in your drawing program; then save it again.',
});

export const tooLargeADrawing = (box: Box, mmPerUnit: number): ReadFault => ({
  kind: 'too-large-a-drawing',
  message: `The drawing would be ${metres(boxWidth(box) * mmPerUnit)} by ${metres(boxHeight(box) * mmPerUnit)}.`,
  where: 'the size of the drawing',
  hint: 'Give a smaller size, or look for a stray point far from the rest of the drawing.',
});

const metres = (mm: number): string => `${(mm / 1000).toPrecision(3)} m`;
