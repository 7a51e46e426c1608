import {
  boxUnion,
  IDENTITY,
  inOrder,
  moved,
  movePath,
  pathBox,
  shift,
  stretch,
  turn,
  type Affine,
  type Point,
} from '../../geometry';
import { err, ok, type Result } from '../../result';
import { MM_PER_INCH } from '../../units';
import { noLines, tooManyPoints, type LeftOut, type ReadFault } from '../fault';
import { DEEPEST_REFERENCE, MOST_ELEMENTS, MOST_SEGMENTS, type RawDrawing, type RawLine } from '../raw';
import { entityLine, facing, pointOf, type EntityLine } from './entities';
import { nameKey, parseDxf, type Block, type Dxf, type Entity } from './parse';
import { bitsOf, figureOf, textOf } from './records';

/** mm for one unit by $INSUNITS (DXF reference, header variables); what is not here gives no size. */
const UNIT_MM: Readonly<Record<number, number>> = {
  1: MM_PER_INCH,
  2: 12 * MM_PER_INCH,
  4: 1,
  5: 10,
  6: 1000,
  8: MM_PER_INCH / 1e6,
  9: MM_PER_INCH / 1000,
  10: 36 * MM_PER_INCH,
  13: 0.001,
  14: 100,
};

interface Visit {
  readonly entity: Entity;
  readonly place: Affine;
  /** Layer, colour and line type of the insert, for what its block leaves open. */
  readonly look: Look;
  readonly blocks: readonly string[];
}

interface Look {
  readonly layer: string;
  readonly colour: number;
  readonly lineType: string;
}

/** 0 stands for the layer of the insert; 0 and 256 for its colour. */
const INHERITED_LAYER = '0';
const BY_BLOCK = 0;
const BY_LAYER = 256;
const TYPE_BY_BLOCK = 'BYBLOCK';
const TYPE_BY_LAYER = 'BYLAYER';

/**
 * Reads the lines of an ASCII DXF, R12 and later: what stands in the model, with blocks put in where they are inserted.
 * Errors: binary, damaged or no DXF; over half a million segments (or blocks that multiply); no line at all.
 */
export function readDxf(text: string): Result<RawDrawing, ReadFault> {
  const parsed = parseDxf(text);
  if (!parsed.ok) return parsed;
  const dxf = parsed.value;
  const lines: RawLine[] = [];
  const leftOut: LeftOut[] = unitsDisagree(dxf) ? [{ kind: 'mixed-units', where: 'the header', at: null }] : [];
  let [segments, elements] = [0, 0];
  const counts = new Map<string, number>();
  const visits = topOf(dxf);
  for (let visit = visits.pop(); visit; visit = visits.pop()) {
    const where = nameEntity(visit.entity, counts);
    elements++;
    const position = visit.entity.type === 'INSERT' ? pointOf(visit.entity, 10) : null;
    if (position) {
      const inside = insertVisits(position, visit, dxf, where, leftOut);
      if (inside === null || elements + visits.length + inside.length > MOST_ELEMENTS) return err(tooManyPoints(where));
      visits.push(...inside.reverse());
      continue;
    }
    const line = lineFrom(visit, where, dxf, leftOut);
    if (line) {
      segments += line.path.segments.length;
      lines.push(line);
    }
    if (segments > MOST_SEGMENTS) return err(tooManyPoints(where));
  }
  if (lines.length === 0) return err(noLines(leftOut));
  const box = boxUnion(lines.map(({ path }) => pathBox(path)));
  return ok({ format: 'dxf', lines, leftOut, mmPerUnit: UNIT_MM[unitsOf(dxf)] ?? null, box });
}

const unitsOf = ({ header }: Dxf): number => header.get('$INSUNITS') ?? NaN;

/** Inches in a drawing that is measured in metric, or the other way about. */
function unitsDisagree(dxf: Dxf): boolean {
  const [units, measure] = [unitsOf(dxf), dxf.header.get('$MEASUREMENT')];
  return (units === 1 && measure === 1) || (units === 4 && measure === 0);
}

const TOP_LOOK: Look = { layer: INHERITED_LAYER, colour: BY_LAYER, lineType: TYPE_BY_LAYER };

/** Entities of the model; what stands on sheets of paper is no wood. */
const topOf = ({ entities }: Dxf): Visit[] =>
  entities
    .filter((entity) => (figureOf(entity, 67) ?? 0) === 0)
    .map((entity): Visit => ({ entity, place: IDENTITY, look: TOP_LOOK, blocks: [] }))
    .reverse();

/** What a block draws, at every place the insert puts it; a block that comes back to itself ends there. null where it is too much. */
function insertVisits(position: Point, visit: Visit, dxf: Dxf, where: string, leftOut: LeftOut[]): Visit[] | null {
  const insert = visit.entity;
  const name = textOf(insert, 2) ?? '';
  const leave = (kind: LeftOut['kind']): Visit[] => {
    leftOut.push({ kind, where: `${where} (block ${name})`, at: moved(visit.place, position) });
    return [];
  };
  const block = dxf.blocks.get(nameKey(name));
  if (!block) return leave('broken-reference');
  if (visit.blocks.includes(nameKey(name)) || visit.blocks.length >= DEEPEST_REFERENCE)
    return leave('circular-reference');
  const { entities } = block;
  if (entities.length === 0) return [];
  const columns = Math.max(1, Math.trunc(figureOf(insert, 70) ?? 1) || 1);
  const rows = Math.max(1, Math.trunc(figureOf(insert, 71) ?? 1) || 1);
  if (columns * rows * entities.length > MOST_ELEMENTS) return null;
  const look = lookOf(insert, visit);
  const blocks = [...visit.blocks, nameKey(name)];
  const places = Array.from({ length: columns * rows }, (_none, n) =>
    placeOf(insert, block, position, { column: n % columns, row: Math.floor(n / columns) }, visit.place),
  );
  return places.flatMap((place) => entities.map((entity): Visit => ({ entity, place, look, blocks })));
}

/** Where an insert puts a block: its base first, one of its rows and columns, then where the insert itself lies. */
function placeOf(
  insert: Entity,
  { base }: Block,
  position: Point,
  at: { readonly column: number; readonly row: number },
  outer: Affine,
): Affine {
  const figure = (code: number, whenMissing: number): number => figureOf(insert, code) ?? whenMissing;
  const own = inOrder(
    shift(-base.x, -base.y),
    stretch(figure(41, 1), figure(42, 1)),
    shift(at.column * figure(44, 0), at.row * figure(45, 0)),
    turn((figure(50, 0) * Math.PI) / 180),
    shift(position.x, position.y),
  );
  return inOrder(own, seenFromFront(insert, outer));
}

/** Layer, colour and line type of an entity, taken from its insert where it leaves them open. */
function lookOf(entity: Entity, { look }: Visit): Look {
  const layer = textOf(entity, 8) || INHERITED_LAYER;
  const colour = figureOf(entity, 62) ?? BY_LAYER;
  const lineType = nameKey(textOf(entity, 6) ?? TYPE_BY_LAYER);
  return {
    layer: layer === INHERITED_LAYER ? look.layer : layer,
    colour: colour === BY_BLOCK ? look.colour : colour,
    lineType: lineType === TYPE_BY_BLOCK ? look.lineType : lineType,
  };
}

function lineFrom(visit: Visit, where: string, dxf: Dxf, leftOut: LeftOut[]): RawLine | null {
  const { entity, place } = visit;
  const look = lookOf(entity, visit);
  const layer = dxf.layers.get(nameKey(look.layer));
  if (figureOf(entity, 60) === 1 || layer?.isOff === true) {
    leftOut.push({ kind: 'hidden', where, at: null });
    return null;
  }
  const found = facing(entity) === null ? ASLANT : entityLine(entity);
  if (found.kind === 'left-out') {
    const { why, detail } = found;
    leftOut.push({ kind: why, where: detail ? `${where}: ${detail}` : where, at: null });
  }
  if (found.kind !== 'path') return null;
  return {
    id: where,
    where,
    path: movePath(found.path, isInWorld(entity) ? place : seenFromFront(entity, place)),
    layer: look.layer === INHERITED_LAYER ? '' : look.layer,
    colour: colourName(look.colour, layer?.colour),
    dashed: isDashed(look.lineType === TYPE_BY_LAYER ? nameKey(layer?.lineType ?? '') : look.lineType, dxf),
    filled: false,
    fillRule: 'non-zero',
  };
}

const ASLANT: EntityLine = { kind: 'left-out', why: 'not-a-line', detail: 'not in the plane of the drawing' };

/** Bit of a polyline in space. */
const IN_SPACE = 8;

/** Whether its points stand in the world, whichever way its plane looks. */
const isInWorld = (entity: Entity): boolean =>
  ['LINE', 'ELLIPSE', 'SPLINE'].includes(entity.type) ||
  (entity.type === 'POLYLINE' && (bitsOf(entity, 70) & IN_SPACE) !== 0);

/** An entity drawn on the underside of the plane (extrusion 0, 0, -1) is its mirror image in x. */
const seenFromFront = (entity: Entity, place: Affine): Affine =>
  facing(entity) === 'back' ? inOrder(stretch(-1, 1), place) : place;

const colourName = (index: number, ofLayer: number | undefined): string => {
  const own = index === BY_LAYER || index === BY_BLOCK ? ofLayer : index;
  return own === undefined ? '' : `colour ${String(Math.abs(own))}`;
};

/** True of a line type with gaps: as the file draws it, or where it does not, by its name. */
const isDashed = (lineType: string, { dashed }: Dxf): boolean =>
  dashed.get(lineType) ?? /dash|hidden|dot|phantom|center/i.test(lineType);

/** `LINE #3 (2F)`: the third line of the file, with its handle where it has one. */
function nameEntity(entity: Entity, counts: Map<string, number>): string {
  const count = (counts.get(entity.type) ?? 0) + 1;
  counts.set(entity.type, count);
  const handle = textOf(entity, 5);
  return `${entity.type.slice(0, LONGEST_NAME)} #${String(count)}${handle ? ` (${handle.slice(0, LONGEST_NAME)})` : ''}`;
}

/** Of a name in the file, so much is kept. */
const LONGEST_NAME = 40;
