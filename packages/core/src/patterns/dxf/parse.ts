import { err, ok, type Result } from '../../result';
import type { ReadFault } from '../fault';
import { bitsOf, brokenDxf, figureOf, figuresOf, recordsOf, textOf, type DxfRecord } from './records';

/** A line, a shape or an insert, with its own groups. */
export interface Entity extends DxfRecord {
  /** The corners of an old polyline; none of any other entity. */
  readonly vertices: readonly DxfRecord[];
}

export interface Block {
  readonly base: { readonly x: number; readonly y: number };
  readonly entities: readonly Entity[];
}

export interface Layer {
  readonly colour: number;
  readonly lineType: string;
  readonly isOff: boolean;
}

/** What a DXF holds, as far as it is read. Names are in capitals: they are the same however they are written. */
export interface Dxf {
  /** Variables of the header by name, the first figure of each. */
  readonly header: ReadonlyMap<string, number>;
  readonly layers: ReadonlyMap<string, Layer>;
  /** Whether lines of a type have gaps, where the file says how they are drawn. */
  readonly dashed: ReadonlyMap<string, boolean>;
  readonly blocks: ReadonlyMap<string, Block>;
  readonly entities: readonly Entity[];
}

export const nameKey = (name: string): string => name.trim().toUpperCase();

const notDxf = (message: string, where: string, hint: string): Result<never, ReadFault> =>
  err({ kind: 'not-a-dxf', message, where, hint });

/** Stands at the head of a binary DXF. */
const BINARY = 'Binary DXF';
/** So far into the file it is looked whether it is a DXF at all. */
const HEAD = 4000;

/**
 * Parses the text of an ASCII DXF. No package does it, for those at hand pass over groups that stand in another order, or never end
 * on a file that is cut off; the form is pairs of lines. Errors: a binary DXF, no DXF, cut off in the middle.
 */
export function parseDxf(text: string): Result<Dxf, ReadFault> {
  if (text.slice(0, 40).includes(BINARY) || text.slice(0, 200).includes('\0')) {
    return err({
      kind: 'binary-dxf',
      message: 'This is a binary DXF; only the text form can be read.',
      where: 'the whole file',
      hint: 'Save it again from your drawing program as ASCII DXF (R2000 is a good choice).',
    });
  }
  if (!/^\s*0\s*[\r\n]+\s*SECTION/m.test(text.slice(0, HEAD)))
    return notDxf('The file is not a DXF drawing.', 'its first lines', 'Choose an ASCII DXF or an SVG file.');
  const records = recordsOf(text.replace(/^\uFEFF?\s+/, ''));
  if (!records.ok) return records;
  const sections = sectionsOf(records.value);
  if (!sections.ok) return sections;
  const tables = sections.value.get('TABLES') ?? [];
  return ok({
    header: headerOf(sections.value.get('HEADER') ?? []),
    layers: layersOf(tables),
    dashed: new Map(
      tables.flatMap((record) =>
        record.type === 'LTYPE'
          ? [[nameKey(textOf(record, 2) ?? ''), figuresOf(record, 49).some((length) => length < 0)] as const]
          : [],
      ),
    ),
    blocks: blocksOf(sections.value.get('BLOCKS') ?? []),
    entities: entitiesOf(sections.value.get('ENTITIES') ?? []),
  });
}

/** Records of each section by its name, the one that opens it first. Error: a section that is not ended. */
function sectionsOf(records: readonly DxfRecord[]): Result<ReadonlyMap<string, DxfRecord[]>, ReadFault> {
  const sections = new Map<string, DxfRecord[]>();
  let own: DxfRecord[] | null = null;
  for (const record of records) {
    if (record.type === 'SECTION') {
      if (own) break;
      own = [record];
      sections.set(nameKey(textOf(record, 2) ?? ''), own);
    } else if (record.type === 'ENDSEC') own = null;
    else own?.push(record);
  }
  const [last] = own ?? [];
  return last ? err(brokenDxf(`the section ${textOf(last, 2) ?? ''} is not ended`)) : ok(sections);
}

function headerOf([first]: readonly DxfRecord[]): ReadonlyMap<string, number> {
  const header = new Map<string, number>();
  let name: string | null = null;
  for (const { code, value } of first?.groups ?? []) {
    if (code === 9) name = value.trim();
    else if (name !== null && !header.has(name)) header.set(name, Number(value));
  }
  return header;
}

/** Bits of a layer: it is frozen. */
const FROZEN = 1;

const layersOf = (tables: readonly DxfRecord[]): ReadonlyMap<string, Layer> =>
  new Map(
    tables.flatMap((record) => {
      if (record.type !== 'LAYER') return [];
      const colour = figureOf(record, 62) ?? 7;
      // A layer that is off has its colour below 0.
      const isOff = colour < 0 || (bitsOf(record, 70) & FROZEN) !== 0;
      return [
        [nameKey(textOf(record, 2) ?? ''), { colour: Math.abs(colour), lineType: textOf(record, 6) ?? '', isOff }],
      ];
    }),
  );

function blocksOf(records: readonly DxfRecord[]): ReadonlyMap<string, Block> {
  const blocks = new Map<string, Block>();
  let [begin, inside]: [DxfRecord | null, DxfRecord[]] = [null, []];
  for (const record of records) {
    if (record.type === 'BLOCK') [begin, inside] = [record, []];
    else if (record.type !== 'ENDBLK') inside.push(record);
    else if (begin) {
      const base = { x: figureOf(begin, 10) ?? 0, y: figureOf(begin, 20) ?? 0 };
      blocks.set(nameKey(textOf(begin, 2) ?? ''), { base, entities: entitiesOf(inside) });
      begin = null;
    }
  }
  return blocks;
}

/** Say something about what stands before them, and draw nothing. */
const SILENT = new Set(['SECTION', 'SEQEND', 'VIEWPORT']);

/** Entities with the corners that follow an old polyline; a polyline ends with its last corner, whether that is said or not. */
function entitiesOf(records: readonly DxfRecord[]): Entity[] {
  const entities: (DxfRecord & { vertices: DxfRecord[] })[] = [];
  let polyline: DxfRecord[] | null = null;
  for (const record of records) {
    if (record.type === 'VERTEX') {
      polyline?.push(record);
      continue;
    }
    polyline = null;
    if (SILENT.has(record.type)) continue;
    const entity = { ...record, vertices: [] };
    entities.push(entity);
    if (record.type === 'POLYLINE') polyline = entity.vertices;
  }
  return entities;
}
