import DxfParser, { type IDxf, type IEntity } from 'dxf-parser';
import { err, ok, type Result } from '../../result';
import type { ReadFault } from '../fault';

/** The parser's scanner of groups, as far as a handler of entities needs it. */
interface Scanner {
  next(): Group;
  rewind(groups?: number): void;
  isEOF(): boolean;
}
interface Group {
  readonly code: number;
  readonly value: unknown;
}

/** An entity as groups in their order, for what the package has no handler for, or reads only in part. */
export interface PlainEntity extends IEntity {
  readonly groups: readonly Group[];
}

/** Entities of the drawing that are told as left out; the package would pass over them in silence. */
const UNREAD = [
  'HATCH',
  'LEADER',
  'MLINE',
  'IMAGE',
  'REGION',
  '3DSOLID',
  'BODY',
  'RAY',
  'XLINE',
  'MULTILEADER',
  'WIPEOUT',
];

/** Keeps an entity as its groups, with the properties every entity has. */
function plainHandler(name: string) {
  return class {
    ForEntityName = name;
    parseEntity(scanner: Scanner, first: Group): PlainEntity {
      const groups: Group[] = [];
      const common: Record<string, unknown> = { type: first.value };
      for (let group = scanner.next(); group.code !== 0; group = scanner.next()) {
        groups.push(group);
        if (group.code === 8) common['layer'] = group.value;
        if (group.code === 5) common['handle'] = group.value;
        if (group.code === 62) common['colorIndex'] = group.value;
        if (group.code === 67) common['inPaperSpace'] = group.value !== 0;
        if (group.code === 6) common['lineType'] = group.value;
      }
      // The parser's own handlers promise far more of an entity than files hold; only these are read.
      return { ...common, groups } as unknown as PlainEntity;
    }
  };
}

const notDxf = (message: string, where: string, hint: string): Result<never, ReadFault> =>
  err({ kind: 'not-a-dxf', message, where, hint });

/** Stands at the head of a binary DXF. */
const BINARY = 'Binary DXF';

/**
 * Parses the text of an ASCII DXF. Splines come as plain groups, since their weights are needed too.
 * Errors: a binary DXF, no DXF, cut off in the middle.
 */
export function parseDxf(text: string): Result<IDxf, ReadFault> {
  if (text.slice(0, 40).includes(BINARY) || text.slice(0, 200).includes('\0')) {
    return err({
      kind: 'binary-dxf',
      message: 'This is a binary DXF; only the text form can be read.',
      where: 'the whole file',
      hint: 'Save it again from your drawing program as ASCII DXF (R2000 is a good choice).',
    });
  }
  if (!/^\s*(999\r?\n.*\r?\n\s*)*0\s*\r?\n\s*SECTION/.test(text)) {
    return notDxf('The file is not a DXF drawing.', 'its first lines', 'Choose an ASCII DXF or an SVG file.');
  }
  const parser = new DxfParser();
  for (const name of ['SPLINE', ...UNREAD]) {
    parser.registerEntityHandler(plainHandler(name) as unknown as Parameters<typeof parser.registerEntityHandler>[0]);
  }
  try {
    const parsed = parser.parse(text.trimEnd().endsWith('EOF') ? text : `${text.trimEnd()}\n0\nEOF\n`);
    if (!parsed)
      return notDxf('The file holds no drawing.', 'the whole file', 'Save it again from your drawing program.');
    return ok(parsed);
  } catch (cause) {
    const reason = cause instanceof Error ? cause.message : String(cause);
    return notDxf(
      'The file breaks off or is damaged, so no drawing can be read from it.',
      reason.slice(0, 200),
      'Save it again from your drawing program.',
    );
  }
}
