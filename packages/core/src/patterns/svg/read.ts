import { boxUnion, IDENTITY, inOrder, pathBox, shift, type Affine } from '../../geometry';
import { err, ok, type Result } from '../../result';
import { noLines, tooManyPoints, type LeftOut, type LeftOutKind, type ReadFault } from '../fault';
import { DEEPEST_REFERENCE, MOST_ELEMENTS, MOST_SEGMENTS, type RawDrawing, type RawLine } from '../raw';
import { linesOf } from './lines';
import { isPage } from './page';
import { placeViewport } from './placement';
import { pathDataOf, type Said } from './shapes';
import { mmPerUserUnit, share, sidesDisagree, type Viewport } from './size';
import { styleSheetOf, withoutImportant, type StyleSheet } from './style';
import { transformOf } from './transform';
import { parseSvgTree, type SvgElement } from './tree';
import { viewBoxOf } from './view-box';

const LEFT_OUT: ReadonlyMap<string, LeftOutKind> = new Map([
  ['text', 'text'],
  ['image', 'picture'],
  ['script', 'script'],
  ['foreignObject', 'picture'],
]);

/** Elements that hold things to be referred to, or say something about the drawing, and draw nothing themselves. */
const SILENT = new Set([
  'defs',
  'symbol',
  'marker',
  'pattern',
  'clipPath',
  'mask',
  'title',
  'desc',
  'metadata',
  'style',
  'namedview',
  'filter',
]);
/** Of a name given by an author, so much is kept. */
const LONGEST_NAME = 40;
const GROUPS = new Set(['g', 'a']);

interface Visit {
  readonly element: SvgElement;
  /** From where it stands into the root, y down. */
  readonly move: Affine;
  readonly paint: Paint;
  readonly layer: string;
  readonly viewport: Viewport;
  /** The elements referred to on the way here. */
  readonly referred: readonly SvgElement[];
  /** Size that a `use` gives to the symbol it refers to. */
  readonly size?: Readonly<Record<string, string | undefined>>;
}

interface Paint {
  readonly fill: string;
  readonly stroke: string;
  readonly dash: string;
  readonly rule: string;
  readonly visibility: string;
}

interface Context {
  readonly styles: StyleSheet;
  readonly byId: ReadonlyMap<string, SvgElement>;
}

/**
 * Reads the lines of an SVG. A line is a line to cut whether the drawing fills or strokes it. References within the
 * file are followed; nothing in it is run or fetched.
 * Errors: not an SVG, an unreadable size, over half a million segments (or references that multiply), no line at all.
 */
export function readSvg(text: string): Result<RawDrawing, ReadFault> {
  const root = parseSvgTree(text);
  if (!root.ok) return root;
  const mmPerUnit = mmPerUserUnit(root.value);
  if (!mmPerUnit.ok) return mmPerUnit;
  const context: Context = { styles: styleSheetOf(root.value), byId: elementsById(root.value) };
  const lines: RawLine[] = [];
  const leftOut: LeftOut[] = sidesDisagree(root.value) ? [{ kind: 'mixed-units', where: 'the drawing', at: null }] : [];
  const counts = new Map<string, number>();
  const ids = new Set<string>();
  let [segments, elements] = [0, 0];
  // A list of visits, not recursion: drawings nest deeper than a stack may.
  const visits = startOf(root.value, context.styles);
  for (let visit = visits.pop(); visit; visit = visits.pop()) {
    const where = nameElement(visit.element, counts);
    const found = takeElement(visit, where, context);
    for (const item of found.leftOut) leftOut.push(item);
    for (const line of found.lines) {
      segments += line.path.segments.length;
      // An element used twice, or a name given twice, is told apart by its place.
      lines.push(ids.has(line.id) ? { ...line, id: `${where} ${line.id}` } : line);
      ids.add(line.id);
    }
    elements++;
    if (segments > MOST_SEGMENTS || elements > MOST_ELEMENTS) return err(tooManyPoints(where));
    // One by one: a call takes no more than some ten thousand.
    for (const inside of found.inside.reverse()) visits.push(inside);
  }
  const [first, ...others] = lines;
  if (!first) return err(noLines(leftOut));
  const isOnPage = others.length > 0 && isPage(first, viewBoxOf(root.value.attributes));
  if (isOnPage) leftOut.push({ kind: 'page', where: first.where, at: null });
  const drawn = isOnPage ? others : lines;
  const box = boxUnion(drawn.map(({ path }) => pathBox(path)));
  return ok({ format: 'svg', lines: drawn, leftOut, mmPerUnit: mmPerUnit.value, box });
}

const UNPAINTED: Paint = { fill: 'black', stroke: 'none', dash: 'none', rule: 'nonzero', visibility: 'visible' };

/** What stands in the root. Its own view box scales everything alike and is told by mmPerUnit. */
function startOf(root: SvgElement, styles: StyleSheet): Visit[] {
  const [, , width = 100, height = 100] = viewBoxOf(root.attributes) ?? [];
  const said = saidOf(root, styles);
  const paint = paintOf(said, UNPAINTED);
  const move = transformOf(said('transform')) ?? IDENTITY;
  return root.children
    .map((element): Visit => ({ element, move, paint, layer: '', viewport: { width, height }, referred: [] }))
    .reverse();
}

function elementsById(root: SvgElement): Map<string, SvgElement> {
  const byId = new Map<string, SvgElement>();
  const visits = [root];
  for (let element = visits.pop(); element; element = visits.pop()) {
    const { id } = element.attributes;
    if (id !== undefined && !byId.has(id)) byId.set(id, element);
    for (const child of element.children) visits.push(child);
  }
  return byId;
}

interface Found {
  readonly lines: readonly RawLine[];
  readonly leftOut: readonly LeftOut[];
  readonly inside: Visit[];
}

const NOTHING: Found = { lines: [], leftOut: [], inside: [] };
const leaveOut = (kind: LeftOutKind, where: string): Found => ({ ...NOTHING, leftOut: [{ kind, where, at: null }] });

function takeElement(visit: Visit, where: string, context: Context): Found {
  const { element } = visit;
  const kind = LEFT_OUT.get(element.name);
  if (kind) return leaveOut(refersOutside(element) ? 'outside-reference' : kind, where);
  if (SILENT.has(element.name) && visit.size === undefined) return NOTHING;
  const said = saidOf(element, context.styles);
  if (said('display')?.toLowerCase() === 'none' || isNothing(said('opacity'))) return leaveOut('hidden', where);
  const own = transformOf(said('transform'));
  const isTurnedElsewhere = said('transform-origin') !== undefined && said('transform') !== undefined;
  if (own === null || isTurnedElsewhere) return leaveOut('unreadable-numbers', `${where}: transform`);
  const here: Visit = {
    ...visit,
    paint: paintOf(said, visit.paint),
    move: inOrder(own, visit.move),
    layer: layerOf(element, visit.layer),
  };
  const found = contentOf(here, where, said, context);
  const cut = [said('clip-path'), said('mask')].some((by) => by?.startsWith('url') ?? false);
  return cut ? { ...found, leftOut: [...found.leftOut, { kind: 'clip-or-mask', where, at: null }] } : found;
}

function contentOf(visit: Visit, where: string, said: Said, { byId }: Context): Found {
  const { element, move, viewport } = visit;
  const inside = (children: readonly SvgElement[], by = move, view = viewport): Found => {
    const { paint, layer, referred } = visit;
    return {
      ...NOTHING,
      inside: children.map((child) => ({ element: child, move: by, paint, layer, viewport: view, referred })),
    };
  };
  if (GROUPS.has(element.name)) return inside(element.children);
  if (element.name === 'switch') return inside(element.children.filter(isUnderstood).slice(0, 1));
  if (element.name === 'svg' || element.name === 'symbol') {
    const placed = placeViewport(element, visit.size ?? {}, viewport);
    return inside(element.children, inOrder(placed.move, move), placed.viewport);
  }
  if (element.name === 'use') return followUse(visit, where, said, byId);
  return linesIn(visit, where, said);
}

/** Of a choice the first that asks for nothing special is drawn. */
const isUnderstood = ({ attributes }: SvgElement): boolean =>
  (attributes['requiredExtensions'] ?? '') === '' && (attributes['systemLanguage'] ?? 'en').startsWith('en');

/** The element a `use` refers to, shifted to its place; a reference that comes back to itself ends there. */
function followUse(visit: Visit, where: string, said: Said, byId: Context['byId']): Found {
  const { element, move, referred, viewport } = visit;
  if (refersOutside(element)) return leaveOut('outside-reference', where);
  const target = byId.get((element.attributes['href'] ?? '').slice(1));
  if (!target) return leaveOut('broken-reference', where);
  if (referred.includes(target) || referred.length >= DEEPEST_REFERENCE) return leaveOut('circular-reference', where);
  const { width, height } = element.attributes;
  const [x, y] = [share(said('x'), viewport.width), share(said('y'), viewport.height)];
  const inside: Visit = {
    ...visit,
    element: target,
    move: inOrder(shift(x, y), move),
    referred: [...referred, target],
    size: target.name === 'symbol' || target.name === 'svg' ? { width, height } : {},
  };
  return { ...NOTHING, inside: [inside] };
}

function linesIn({ element, move, paint, layer, viewport }: Visit, where: string, said: Said): Found {
  const data = pathDataOf(element.name, said, viewport);
  if (data === null) return NOTHING;
  if (paint.visibility !== 'visible') return leaveOut('hidden', where);
  const filled = paint.fill !== 'none' && element.name !== 'line';
  // What is neither filled nor stroked is not drawn: icon frames and guides.
  if (!filled && paint.stroke === 'none') return leaveOut('hidden', where);
  const paths = linesOf(data, move);
  if (paths === null) return leaveOut('unreadable-numbers', where);
  const look = {
    where,
    layer,
    colour: paint.stroke !== 'none' ? paint.stroke : paint.fill,
    dashed: paint.stroke !== 'none' && hasGaps(paint.dash),
    filled,
    fillRule: paint.rule === 'evenodd' ? ('even-odd' as const) : ('non-zero' as const),
  };
  // A name given by the author holds when the drawing is replaced by a better one; a place in the file may not.
  const { id } = element.attributes;
  const stem = id ? `#${id.slice(0, LONGEST_NAME)}` : where;
  return { ...NOTHING, lines: paths.map((path, i) => ({ ...look, id: i === 0 ? stem : `${stem} /${i + 1}`, path })) };
}

/** A property of a `style` attribute, whatever its capitals; that it is important says nothing here, for it comes first anyway. */
function ownStyle(style: string | undefined, key: string): string | undefined {
  for (const declaration of (style ?? '').split(';')) {
    const colon = declaration.indexOf(':');
    if (colon > 0 && declaration.slice(0, colon).trim().toLowerCase() === key)
      return withoutImportant(declaration.slice(colon + 1));
  }
  return undefined;
}

/** True of an opacity of 0, however it is written. */
const isNothing = (opacity: string | undefined): boolean =>
  opacity !== undefined && /^[+-]?(0+\.?0*|\.0+)%?$/.test(opacity.trim());

/** A paint; `none` where nothing of it is seen. */
function paintOrNone(paint: string | undefined, opacity: string | undefined): string | undefined {
  if (isNothing(opacity)) return 'none';
  const named = paint?.trim();
  return named !== undefined && isClear(named) ? 'none' : named;
}

/** True of a colour that shows nothing: by its name, or by its alpha as fourth figure or as last pair of digits. */
function isClear(colour: string): boolean {
  if (/^(none|transparent|#[\da-f]{3}0|#[\da-f]{6}00)$/i.test(colour)) return true;
  const alpha = /^(?:rgb|hsl)a?\((?:[^,/]*,){3}([^,/]*)\)$/i.exec(colour) ?? /^[a-z]+\([^/]*\/([^/]*)\)$/i.exec(colour);
  return isNothing(alpha?.[1]);
}

/** True where dashes leave gaps: lengths of dash and gap in turn, over again; an odd number of them is said twice. */
function hasGaps(dash: string): boolean {
  const lengths = dash.split(/[\s,]+/).flatMap((text) => {
    const length = Number.parseFloat(text);
    return Number.isFinite(length) ? [length] : [];
  });
  const turns = lengths.length % 2 === 0 ? lengths : [...lengths, ...lengths];
  return turns.some((length, i) => i % 2 === 1 && length > 0) && turns.some((length) => length > 0);
}

function refersOutside({ attributes }: SvgElement): boolean {
  const href = attributes['href'];
  return href !== undefined && !href.startsWith('#') && !href.startsWith('data:');
}

/** A group with a name is a layer: its label where its program gave one, or its id. */
const layerOf = ({ name, attributes }: SvgElement, outer: string): string =>
  name === 'g' ? (attributes['label'] ?? attributes['id'] ?? outer) : outer;

/** What an element says of a property: in its style, by the style sheets, or as an attribute. */
function saidOf(element: SvgElement, styles: StyleSheet): Said {
  const { attributes } = element;
  const sheet = styles(element);
  return (key) => ownStyle(attributes['style'], key) ?? sheet[key] ?? attributes[key];
}

const paintOf = (said: Said, inherited: Paint): Paint => ({
  fill: paintOrNone(said('fill'), said('fill-opacity')) ?? inherited.fill,
  stroke: paintOrNone(said('stroke'), said('stroke-opacity')) ?? inherited.stroke,
  dash: said('stroke-dasharray') ?? inherited.dash,
  rule: said('fill-rule') ?? inherited.rule,
  visibility: said('visibility')?.trim().toLowerCase() ?? inherited.visibility,
});

/** `path #4 (wing)`: the fourth path of the file, with its id where it has one. */
function nameElement({ name, attributes }: SvgElement, counts: Map<string, number>): string {
  const count = (counts.get(name) ?? 0) + 1;
  counts.set(name, count);
  const id = attributes['id'];
  return `${name} #${String(count)}${id ? ` (${id.slice(0, LONGEST_NAME)})` : ''}`;
}
