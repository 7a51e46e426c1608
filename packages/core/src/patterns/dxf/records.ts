import { err, ok, type Result } from '../../result';
import type { ReadFault } from '../fault';

/** A value with the code that says what it is. */
export interface Group {
  readonly code: number;
  readonly value: string;
}

/** What begins with a group of code 0, an entity or a table entry, with its groups in the order of the file. */
export interface DxfRecord {
  readonly type: string;
  readonly groups: readonly Group[];
}

/** The first value of a code as text, trimmed. */
export const textOf = ({ groups }: DxfRecord, code: number): string | undefined =>
  groups.find((group) => group.code === code)?.value.trim();

/** Every value of a code as a number, NaN where it is none. */
export const figuresOf = ({ groups }: DxfRecord, code: number): number[] =>
  groups.flatMap((group) => (group.code === code ? [Number(group.value)] : []));

/** The first value of a code as a number; undefined where there is none. */
export const figureOf = (record: DxfRecord, code: number): number | undefined => figuresOf(record, code)[0];

/** A group of bits, 0 where there is none. */
export const bitsOf = (record: DxfRecord, code: number): number => Math.trunc(figureOf(record, code) ?? 0) || 0;

export const brokenDxf = (where: string): ReadFault => ({
  kind: 'not-a-dxf',
  message: 'The file breaks off or is damaged, so no drawing can be read from it.',
  where,
  hint: 'Save it again from your drawing program.',
});

/** Stands before text that is for people. */
const COMMENT = 999;

/**
 * The records of an ASCII DXF: two lines a group, its code and its value, whatever order the groups of a record stand in. One pass over
 * the lines, so it ends whatever they hold. Error: a code that is no number.
 */
export function recordsOf(text: string): Result<DxfRecord[], ReadFault> {
  const lines = text.split(/\r\n|\n|\r/);
  const records: { type: string; groups: Group[] }[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const [first = '', value = ''] = [lines[i]?.trim(), lines[i + 1]];
    if (!/^-?\d{1,4}$/.test(first)) {
      // Empty lines at the end belong to no group.
      if (lines.slice(i).every((line) => line.trim() === '')) break;
      return err(brokenDxf(`line ${String(i + 1)}: "${first.slice(0, 40)}" stands where the code of a group should`));
    }
    const code = Number(first);
    if (code === 0) records.push({ type: value.trim(), groups: [] });
    else if (code !== COMMENT) records[records.length - 1]?.groups.push({ code, value });
  }
  return ok(records);
}
