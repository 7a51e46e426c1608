import {
  circleDrawn,
  indexBoxes,
  indexSegments,
  isInside,
  nestRings,
  ringOf,
  type IndexedLine,
  type NestedRing,
  type SegmentIndex,
} from '../geometry';
import { inches } from '../units';
import type { Line } from './clean/line';
import type { DrawingSteps, LineKind } from './steps';
import { LAYERS } from './write/layers';

/** Why a line is taken for what it is. */
export type KindReason =
  | 'maker-said'
  | 'layer-name'
  | 'dashed'
  | 'outermost'
  | 'in-a-part'
  | 'falls-out'
  | 'size-of-a-bit'
  | 'from-edge-to-edge'
  | 'open-in-wood'
  | 'open-outside';

export interface JudgedLine {
  readonly line: Line;
  readonly proposed: LineKind;
  readonly kind: LineKind;
  readonly reason: KindReason;
  /** Place of the outline it belongs to in the list, or null. */
  readonly parent: number | null;
}

/** Layer and colour of a line as one key; lines with the same key can be told apart from others together. */
export const groupKey = ({ layer, colour }: Pick<Line, 'layer' | 'colour'>): string => `${layer} / ${colour}`;

/** Layers as they go out from here say what their lines are, whatever their size and however they lie. */
const OWN_LAYERS: ReadonlyMap<string, LineKind> = new Map(LAYERS.map(({ name, kind }) => [name, kind]));

/** Names of layers, in general words, and what makers mean by them. */
const LAYER_WORDS: readonly (readonly [RegExp, LineKind])[] = [
  [/\b(guides?|construction|dimensions?|dims?|notes?|border|frame|title|ignore|defpoints)\b/i, 'ignore'],
  [/\b(folds?|bends?|creases?)\b/i, 'fold'],
  [/\b(mark|marks|etch|engrave|score|draw|label|text|pencil)\b/i, 'mark'],
  [/\b(drill|drilled|bore|holes?)\b/i, 'drilled'],
  [/\b(through|jigsaw|split|segments?)\b/i, 'through'],
];

/** Bits in most drawers, mm: sixteenths of an inch to an inch, and half millimetres to 13 mm (common practice). */
const BITS: readonly number[] = [
  ...Array.from({ length: 16 }, (_none, i) => inches((i + 1) / 16)),
  ...Array.from({ length: 25 }, (_none, i) => 1 + i / 2),
];
/** A circle this near a bit's size is that bit's hole, mm. */
const BIT_TOLERANCE = 0.05;

/** The bit that makes this line in one go, mm, or null: a full circle of the size of one of `bits`, of the usual ones where none are given. */
export function bitFor({ path }: Pick<Line, 'path'>, bits: readonly number[] = BITS): number | null {
  const circle = circleDrawn(path);
  return circle && bitOf(circle.radius, bits);
}

const bitOf = (radius: number, bits: readonly number[] = BITS): number | null =>
  bits.find((bit) => Math.abs(bit - 2 * radius) <= BIT_TOLERANCE) ?? null;

/** Circles whose radii differ by less were drawn alike, whatever the last digits of the file say, mm. */
const SAME_RADIUS = 0.01;

/** The lines that a bit makes in one go: of circles that are drawn alike all or none, as the one in their middle says. */
function linesOfBits(lines: readonly Line[]): ReadonlySet<Line> {
  const circles = lines
    .flatMap((line) => {
      const circle = circleDrawn(line.path);
      return circle ? [{ line, radius: circle.radius }] : [];
    })
    .sort((a, b) => a.radius - b.radius);
  const found = new Set<Line>();
  let alike: typeof circles = [];
  const judge = (): void => {
    const middle = alike[Math.floor(alike.length / 2)];
    if (middle && bitOf(middle.radius) !== null) for (const { line } of alike) found.add(line);
  };
  for (const circle of circles) {
    const [least] = alike;
    if (least && circle.radius - least.radius > SAME_RADIUS) {
      judge();
      alike = [];
    }
    alike.push(circle);
  }
  judge();
  return found;
}

/**
 * Proposes what each line is, from the name of its layer, its dashes and how it lies, and takes the maker's word where
 * there is one: of single lines before that of a layer. Answers in the order of the lines.
 */
export function judgeLines(lines: readonly Line[], steps: DrawingSteps): JudgedLine[] {
  const said = (line: Line): LineKind | undefined => steps.kinds[line.id] ?? steps.groups[groupKey(line)];
  const hinted = lines.map((line) => hintOf(line));
  const aside = (kind: LineKind | undefined): boolean =>
    kind !== undefined && kind !== 'outline' && kind !== 'inside' && kind !== 'drilled';
  // Only lines that may bound wood have a place in the nest; one the maker set aside keeps its place in the proposal.
  const mayBound = (kindOf: (line: Line, i: number) => LineKind | undefined): number[] =>
    lines.flatMap((line, i) => (line.path.closed && !aside(kindOf(line, i)) ? [i] : []));
  const bounds = mayBound((line, i) => said(line) ?? hinted[i]?.kind);
  const proposable = mayBound((_line, i) => hinted[i]?.kind);
  const nest = nestOf(lines, bounds);
  const wholeNest = proposable.length === bounds.length ? nest : nestOf(lines, proposable);
  const bits = linesOfBits(lines);
  const closedPlaces = lines.map((line, i) => {
    const hint = hinted[i];
    if (!line.path.closed || (hint && aside(hint.kind))) return null;
    const place = nest.get(i) ?? wholeNest.get(i);
    return place ? closedKind(bits.has(line), place.depth, hint?.kind) : null;
  });
  const outlines = bounds.filter((i) => {
    const line = lines[i];
    return line && (said(line) ?? closedPlaces[i]?.kind) === 'outline';
  });
  const within = ownerFinder(lines, outlines);
  const open = openJudge(lines, bounds, steps.joinWithin);
  return lines.map((line, i): JudgedLine => {
    const own = within(i);
    const hint = hinted[i];
    const found = closedPlaces[i] ?? (hint && aside(hint.kind) ? hint : null) ?? open(i, own);
    const kind = said(line);
    return {
      line,
      proposed: found.kind,
      kind: kind ?? found.kind,
      reason: kind === undefined ? found.reason : 'maker-said',
      parent: own,
    };
  });
}

function nestOf(lines: readonly Line[], bounds: readonly number[]): ReadonlyMap<number, NestedRing> {
  const nested = nestRings(bounds.map((i) => ringOf(lines[i]?.points ?? [])));
  return new Map(bounds.flatMap((i, n) => (nested[n] ? [[i, nested[n]] as const] : [])));
}

interface Judged {
  readonly kind: LineKind;
  readonly reason: KindReason;
}

function hintOf({ layer, dashed }: Line): Judged | null {
  const [, meant] = LAYER_WORDS.find(([words]) => words.test(layer.replace(/[_-]+/g, ' '))) ?? [];
  const kind = OWN_LAYERS.get(layer) ?? meant;
  if (kind) return { kind, reason: 'layer-name' };
  return dashed ? { kind: 'fold', reason: 'dashed' } : null;
}

function closedKind(isOfBit: boolean, depth: number, hint: LineKind | undefined): Judged {
  if (hint !== undefined) return { kind: hint, reason: 'layer-name' };
  if (depth === 0) return { kind: 'outline', reason: 'outermost' };
  if (depth % 2 === 0) return { kind: 'outline', reason: 'falls-out' };
  return isOfBit ? { kind: 'drilled', reason: 'size-of-a-bit' } : { kind: 'inside', reason: 'in-a-part' };
}

/** Finds the smallest outline that most of a line lies in, other than itself. */
function ownerFinder(lines: readonly Line[], outlines: readonly number[]): (i: number) => number | null {
  const rings = outlines
    .map((i) => ({ i, ring: ringOf(lines[i]?.points ?? []) }))
    .sort((a, b) => a.ring.area - b.ring.area);
  const near = indexBoxes(rings.map(({ ring }) => ring.box));
  return (i) => {
    const line = lines[i];
    if (!line) return null;
    const samples = samplesOf(line);
    const own = line.path.closed ? ringOf(line.points).area : 0;
    const mayHold = (n: number): boolean => rings[n]?.i !== i && (rings[n]?.ring.area ?? 0) > own;
    const around = near(line.box, mayHold).find((n) => {
      const points = rings[n]?.ring.points ?? [];
      return samples.filter((point) => isInside(point, points)).length * 2 > samples.length;
    });
    return rings[around ?? -1]?.i ?? null;
  };
}

/** The middles of up to nine of a line's pieces: corners may lie on the outline itself. */
function samplesOf({ points }: Line) {
  const step = Math.max(1, Math.floor(points.length / 9));
  return points.flatMap((a, i) => {
    const b = points[i + 1];
    return i % step === 0 && b ? [{ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }] : [];
  });
}

/** An open line of which an end meets another line or runs out of the wood is sawn through; one wholly inside is a mark. */
function openJudge(
  lines: readonly Line[],
  bounds: readonly number[],
  joinWithin: number,
): (i: number, own: number | null) => Judged {
  let index: SegmentIndex | null = null;
  const built = (): SegmentIndex =>
    (index ??= indexSegments(lines.map(({ points, path }): IndexedLine => ({ points, closed: path.closed }))));
  const isAnchored = (i: number, point: { readonly x: number; readonly y: number }, own: number): boolean => {
    const { x, y } = point;
    const near = built().search({
      minX: x - joinWithin,
      minY: y - joinWithin,
      maxX: x + joinWithin,
      maxY: y + joinWithin,
    });
    if (near.some((piece) => built().line[piece] !== i)) return true;
    return (
      !isInside(point, lines[own]?.points ?? []) ||
      bounds.some((n) => n !== own && lines[n]?.path.closed && isInWaste(point, lines, n, own))
    );
  };
  return (i, own) => {
    const [first, last] = [lines[i]?.points[0], lines[i]?.points.at(-1)];
    if (own === null || !first || !last) return { kind: 'ignore', reason: 'open-outside' };
    return [first, last].some((end) => isAnchored(i, end, own))
      ? { kind: 'through', reason: 'from-edge-to-edge' }
      : { kind: 'mark', reason: 'open-in-wood' };
  };
}

/** True where a point lies in a closed line within its part: in a cut-out. */
const isInWaste = (
  point: { readonly x: number; readonly y: number },
  lines: readonly Line[],
  n: number,
  own: number,
): boolean => {
  const [inner, part] = [lines[n], lines[own]];
  if (!inner || !part || ringOf(inner.points).area >= ringOf(part.points).area) return false;
  return isInside(point, inner.points);
};
