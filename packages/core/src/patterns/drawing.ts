import {
  boxHeight,
  boxUnion,
  boxWidth,
  eachSegment,
  mapPath,
  moved,
  signedArea,
  type Path,
  type Point,
} from '../geometry';
import { err, ok, requireAbove, type Result } from '../result';
import { snapMm, STRAIGHT } from '../units';
import type { Grain } from '../wood';
import { cleanLines } from './clean/clean';
import { lineOf, type DrawingFault, type Line } from './clean/line';
import { noLines, tooLargeADrawing, tooSmallADrawing, type LeftOut, type ReadFault } from './fault';
import { judgeLines, type JudgedLine, type KindReason } from './kinds';
import type { RawDrawing } from './raw';
import { featuresOf, type Feature } from './shape/features';
import { shapeLines } from './shape/shape';
import { simplifyPath } from './shape/simplify';
import type { DrawingSteps, LineKind } from './steps';

/** A line of a drawing at its true size, and what it is. */
export interface DrawnLine {
  readonly id: string;
  /** mm, y up, as drawn; the drawing's lower left corner is the origin. */
  readonly path: Path;
  readonly where: string;
  readonly layer: string;
  readonly colour: string;
  readonly kind: LineKind;
  /** What the program takes it for; `kind` is the maker's word where there is one. */
  readonly proposed: LineKind;
  readonly reason: KindReason;
  /** Id of the outline of the part it belongs to; of an outline, the part it falls out of; or null. */
  readonly parent: string | null;
  /** mm2, without sign; 0 for an open line. */
  readonly area: number;
}

/** A straight edge of a part: mm, in the frame of its drawing. */
export interface Edge {
  readonly from: Point;
  readonly to: Point;
}

/** A drawing at its true size: what there is to cut, what may not be meant, and what was left out. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly lines: readonly DrawnLine[];
  readonly faults: readonly DrawingFault[];
  readonly features: readonly Feature[];
  readonly leftOut: readonly LeftOut[];
  readonly grain: Grain | null;
  readonly equalAsOne: boolean;
  /** The edge that lies on the board's own edge, and the outline it belongs to. */
  readonly datum: { readonly line: string; readonly edge: Edge } | null;
}

/** Nothing in a small shop is longer, mm. */
const LONGEST_SIDE = 5000;
/** Nothing of less is sawn, mm. */
const SHORTEST_SIDE = 1;

/**
 * Does the maker's steps to a drawing as read: brings it to size, joins and mends its lines, thins out its points,
 * shapes it, and tells what each line is. Pure: the same drawing and steps give the same answer.
 * Errors: larger than 5 m, smaller than 1 mm, no line left. Throws where the size is not known yet.
 */
export function followSteps(raw: RawDrawing, steps: DrawingSteps): Result<Drawing, ReadFault> {
  const { mmPerUnit } = steps;
  requireAbove(0, mmPerUnit ?? 0, 'mmPerUnit', 'mm');
  const scale = mmPerUnit ?? 1;
  const { box } = raw;
  const largest = Math.max(boxWidth(box), boxHeight(box)) * scale;
  if (!(largest <= LONGEST_SIDE)) return err(tooLargeADrawing(box, scale));
  if (largest < SHORTEST_SIDE) return err(tooSmallADrawing(box, scale));
  const sized = raw.lines.map((line) => lineOf(line, sizedPath(line.path, box, scale)));
  const clean = cleanLines(sized, steps.joinWithin, steps.mends);
  const thin = clean.lines.map((line) => thinned(line, steps.simplifyWithin));
  const shaped = shapeLines(thin, steps.shape, steps.held);
  if (shaped.lines.length === 0) return err(noLines(raw.leftOut));
  const judged = judgeLines(shaped.lines, steps);
  const whole = boxUnion(shaped.lines.map((line) => line.box));
  const [width, height] = [boxWidth(whole), boxHeight(whole)];
  if (!(Math.max(width, height) <= LONGEST_SIDE)) return err(tooLargeADrawing(whole, 1));
  const place = (point: Point): Point => moved(shaped.moved, point);
  return ok({
    width: snapMm(width),
    height: snapMm(height),
    lines: judged.map((line) => drawnLine(line, judged)),
    faults: clean.faults.map((fault) => ({ ...fault, at: place(fault.at) })),
    features: steps.shape.length === 0 ? featuresOf(shaped.lines) : shownFeatures(thin, shaped.lines, place),
    leftOut: raw.leftOut.map((item) => ({ ...item, at: item.at && place(toMm(item.at, box, scale)) })),
    grain: turnGrain(steps.grain, steps.shape),
    equalAsOne: steps.equalAsOne,
    datum: datumOf(shaped.lines, steps),
  });
}

/** Features bear the names they had before shaping; where a held slot changed a curve beside it, they keep that measure too. */
function shownFeatures(thin: readonly Line[], shaped: readonly Line[], place: (point: Point) => Point): Feature[] {
  const after = new Map(featuresOf(shaped).map((feature) => [feature.id, feature]));
  return featuresOf(thin).map((feature) => after.get(feature.id) ?? { ...feature, at: place(feature.at) });
}

const toMm = ({ x, y }: Point, box: RawDrawing['box'], mmPerUnit: number): Point => ({
  x: snapMm((x - box.minX) * mmPerUnit),
  y: snapMm((y - box.minY) * mmPerUnit),
});

const sizedPath = (path: Path, box: RawDrawing['box'], mmPerUnit: number): Path =>
  mapPath(path, (point) => toMm(point, box, mmPerUnit));

function thinned(line: Line, within: number): Line {
  const path = simplifyPath(line.path, within);
  return path === line.path ? line : lineOf(line, path);
}

function drawnLine({ line, kind, proposed, reason, parent }: JudgedLine, all: readonly JudgedLine[]): DrawnLine {
  const { id, path, where, layer, colour } = line;
  const area = path.closed ? Math.abs(signedArea(path)) : 0;
  return {
    id,
    path,
    where,
    layer,
    colour,
    kind,
    proposed,
    reason,
    area,
    parent: parent === null ? null : (all[parent]?.line.id ?? null),
  };
}

/** The grain turns with the drawing at each quarter turn; other turns leave it as the maker set it. Done twice it is undone. */
export function turnGrain(grain: Grain | null, shape: DrawingSteps['shape']): Grain | null {
  if (grain === null || grain === 'any') return grain;
  const quarters = shape.filter((step) => step.kind === 'rotate' && isOddQuarter(step.angle)).length;
  return quarters % 2 === 0 ? grain : grain === 'along-x' ? 'along-y' : 'along-x';
}

const isOddQuarter = (angle: number): boolean => Math.abs(Math.abs(Math.sin(angle)) - 1) < STRAIGHT;

function datumOf(lines: readonly Line[], { datum }: DrawingSteps): Drawing['datum'] {
  const line = datum && lines.find(({ id }) => id === datum.line);
  if (!line) return null;
  let [edge, place] = [null as Edge | null, 0];
  eachSegment(line.path, (from, segment) => {
    if (place++ === datum.segment && segment.kind === 'line') edge = { from, to: segment.to };
  });
  return edge && { line: line.id, edge };
}
