import type { IBlock, IDxf, IEntity, IInsertEntity } from 'dxf-parser';
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
} from '../../geometry';
import { err, ok, type Result } from '../../result';
import { MM_PER_INCH } from '../../units';
import { noLines, tooManyPoints, type LeftOut, type ReadFault } from '../fault';
import { DEEPEST_REFERENCE, MOST_ELEMENTS, MOST_SEGMENTS, type RawDrawing, type RawLine } from '../raw';
import { entityLine, isComplete } from './entities';
import { parseDxf } from './parse';

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
  readonly entity: IEntity;
  readonly place: Affine;
  /** Layer and colour of the insert, for what its block leaves open. */
  readonly layer: string;
  readonly colour: number;
  readonly blocks: readonly string[];
}

/** 0 stands for the layer of the insert; 0 and 256 for its colour. */
const INHERITED_LAYER = '0';
const BY_BLOCK = 0;
const BY_LAYER = 256;

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
    if (visit.entity.type === 'INSERT' && isComplete(visit.entity)) {
      const insert = visit.entity as IInsertEntity;
      const inside = insertVisits(insert, visit, blockOf(dxf, insert.name), where, leftOut);
      if (elements + visits.length + inside.length > MOST_ELEMENTS) return err(tooManyPoints(where));
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

const headerFigure = ({ header }: IDxf, name: string): number => {
  const value: unknown = (header as Readonly<Record<string, unknown>> | undefined)?.[name];
  return typeof value === 'number' ? value : NaN;
};
const unitsOf = (dxf: IDxf): number => headerFigure(dxf, '$INSUNITS');

/** Inches in a drawing that is measured in metric, or the other way about. */
function unitsDisagree(dxf: IDxf): boolean {
  const [units, measure] = [unitsOf(dxf), headerFigure(dxf, '$MEASUREMENT')];
  return (units === 1 && measure === 1) || (units === 4 && measure === 0);
}

const topOf = (dxf: IDxf): Visit[] =>
  (dxf.entities ?? [])
    .filter(({ inPaperSpace }) => !inPaperSpace)
    .map((entity): Visit => ({ entity, place: IDENTITY, layer: INHERITED_LAYER, colour: BY_LAYER, blocks: [] }))
    .reverse();

const blockOf = ({ blocks }: IDxf, name: string): IBlock | undefined =>
  (blocks as Readonly<Record<string, IBlock>> | undefined)?.[name];

/** What a block draws, at every place the insert puts it; a block that comes back to itself ends there. */
function insertVisits(
  insert: IInsertEntity,
  visit: Visit,
  block: IBlock | undefined,
  where: string,
  leftOut: LeftOut[],
): Visit[] {
  const { name, position, rotation = 0, xScale = 1, yScale = 1 } = insert;
  const leave = (kind: LeftOut['kind']): Visit[] => {
    leftOut.push({ kind, where: `${where} (block ${name})`, at: moved(visit.place, position) });
    return [];
  };
  if (!block) return leave('broken-reference');
  if (visit.blocks.includes(name) || visit.blocks.length >= DEEPEST_REFERENCE) return leave('circular-reference');
  const base = block.position as { x: number; y: number } | undefined;
  const columns = Math.max(1, insert.columnCount || 1);
  const rows = Math.max(1, insert.rowCount || 1);
  const entities = block.entities ?? [];
  if (columns * rows * entities.length > MOST_ELEMENTS) return leave('circular-reference');
  const places = Array.from({ length: columns * rows }, (_none, n): Affine =>
    inOrder(
      shift(-(base?.x ?? 0), -(base?.y ?? 0)),
      stretch(xScale, yScale),
      shift((n % columns) * (insert.columnSpacing || 0), Math.floor(n / columns) * (insert.rowSpacing || 0)),
      turn((rotation * Math.PI) / 180),
      shift(position.x, position.y),
      visit.place,
    ),
  );
  const { layer, colour } = lookOf(insert, visit);
  return places.flatMap((place) =>
    entities.map((entity): Visit => ({ entity, place, layer, colour, blocks: [...visit.blocks, name] })),
  );
}

/** Layer and colour of an entity, taken from its insert where it leaves them open. */
function lookOf(entity: IEntity, { layer, colour }: Visit): { layer: string; colour: number } {
  const own = entity.layer || INHERITED_LAYER;
  const index = (entity.colorIndex as number | undefined) ?? BY_LAYER;
  return { layer: own === INHERITED_LAYER ? layer : own, colour: index === BY_BLOCK ? colour : index };
}

function lineFrom(visit: Visit, where: string, dxf: IDxf, leftOut: LeftOut[]): RawLine | null {
  const { entity, place } = visit;
  const look = lookOf(entity, visit);
  if ((entity.visible as boolean | undefined) === false || isOff(dxf, look.layer)) {
    leftOut.push({ kind: 'hidden', where, at: null });
    return null;
  }
  const found = entityLine(entity);
  if (found.kind === 'left-out') {
    const { why, detail } = found;
    leftOut.push({ kind: why, where: detail ? `${where}: ${detail}` : where, at: null });
  }
  if (found.kind !== 'path') return null;
  return {
    id: where,
    where,
    path: movePath(found.path, mirroredWhenSeenFromBelow(entity, place)),
    layer: look.layer === INHERITED_LAYER ? '' : look.layer,
    colour: colourName(look.colour, dxf, look.layer),
    dashed: isDashed(entity.lineType as string | undefined),
    filled: false,
    fillRule: 'non-zero',
  };
}

/** An entity drawn on the underside of the plane (extrusion 0, 0, -1) is its mirror image in x. */
function mirroredWhenSeenFromBelow(entity: IEntity, place: Affine): Affine {
  const { extrusionDirection: along, extrusionDirectionZ } = entity as {
    readonly extrusionDirection?: { readonly z?: number };
    readonly extrusionDirectionZ?: number;
  };
  const z = along?.z ?? extrusionDirectionZ ?? 1;
  return z < 0 ? inOrder(stretch(-1, 1), place) : place;
}

interface Layer {
  readonly colorIndex?: number;
  readonly visible?: boolean;
  readonly frozen?: boolean;
}

const layerTable = ({ tables }: IDxf, name: string): Layer | undefined =>
  (tables as IDxf['tables'] | undefined)?.layer?.layers?.[name] as Layer | undefined;

function isOff(dxf: IDxf, layer: string): boolean {
  const found = layerTable(dxf, layer);
  return found?.visible === false || found?.frozen === true;
}

const colourName = (index: number, dxf: IDxf, layer: string): string => {
  const own = index === BY_LAYER || index === BY_BLOCK ? layerTable(dxf, layer)?.colorIndex : index;
  return own === undefined ? '' : `colour ${String(Math.abs(own))}`;
};

const isDashed = (lineType: string | undefined): boolean => /dash|hidden|dot|phantom|center/i.test(lineType ?? '');

/** `LINE #3 (2F)`: the third line of the file, with its handle. */
function nameEntity({ type, handle }: IEntity, counts: Map<string, number>): string {
  const count = (counts.get(type) ?? 0) + 1;
  counts.set(type, count);
  // Where a file gives no handles the package counts from 0; those say nothing more.
  const own = typeof handle === 'string' ? ` (${String(handle)})` : '';
  return `${type} #${String(count)}${own}`;
}
