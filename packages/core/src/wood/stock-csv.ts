import Papa from 'papaparse';
import { err, ok, type Result } from '../result';
import { parseCount, parseDecimal, textWithUnit, type Length, type LengthUnit } from '../units';
import { LONGEST_STOCK_NAME, sizeOf, woodNamed, type StockFault, type TypedStock } from './parse-stock';
import { isTimber, roughQuarters, STOCK_KINDS, type StockItem, type StockKind } from './stock';
import { woodById } from './woods';

const COLUMNS = [
  'kind',
  'wood',
  'name',
  'thickness',
  'width',
  'length',
  'quantity',
  'cost',
  'place',
  'note',
  'moisture',
] as const;
type Column = (typeof COLUMNS)[number];

/** One row of a table, read or with what is wrong in it. Rows count from 1, the heading not among them. */
export interface StockRow {
  readonly row: number;
  readonly read: Result<TypedStock, StockFault>;
}

/** A cell that a spreadsheet would run as a formula is written as text. */
const harmless = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
const sizeText = (length: Length | null): string => (length ? textWithUnit(length) : '');

/** The rack as CSV (RFC 4180): sizes as they were typed, cost of one in minor units. */
export function stockCsv(items: readonly { readonly item: StockItem; readonly quantity: number }[]): string {
  const rows = items.map(({ item, quantity }) => [
    item.kind,
    item.woodId === null ? '' : (woodById(item.woodId)?.name ?? item.woodId),
    harmless(item.name),
    sizeText(item.thickness),
    sizeText(item.width),
    sizeText(item.length),
    quantity,
    item.costMinor ?? '',
    harmless(item.place),
    harmless(item.note),
    item.moisturePercent ?? '',
  ]);
  return Papa.unparse([[...COLUMNS], ...rows], { newline: '\r\n' });
}

/**
 * Reads a table of stock row by row; a row that is wrong says why and keeps no other from being read. Columns may come
 * in any order and be missing where they are empty. Error: no heading that names kind and quantity.
 */
export function readStockCsv(text: string, unit: LengthUnit): Result<StockRow[], StockFault> {
  const { data, meta } = Papa.parse<Partial<Record<Column, string>>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  if (!(meta.fields ?? []).includes('kind')) {
    return err({
      kind: 'stock-unreadable',
      message: 'The table has no heading with a column "kind".',
      where: 'its first line',
      hint: `The columns are ${COLUMNS.join(', ')}. Save the rack as CSV once to see how it is written.`,
    });
  }
  return ok(data.map((cells, i) => ({ row: i + 1, read: readRow(cells, i + 1, unit) })));
}

/** Letters of what may be written in a cell. */
const LONGEST = [
  ['name', LONGEST_STOCK_NAME],
  ['place', LONGEST_STOCK_NAME],
  ['note', 2000],
] as const satisfies readonly (readonly [Column, number])[];

function readRow(
  cells: Partial<Record<Column, string>>,
  row: number,
  unit: LengthUnit,
): Result<TypedStock, StockFault> {
  const cell = (column: Column): string => (cells[column] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
  const wrong = (
    column: Column,
    message: string,
    kind: StockFault['kind'] = 'stock-unreadable',
  ): Result<never, StockFault> =>
    err({
      kind,
      message,
      where: `row ${String(row)}, ${column}`,
      hint: 'Correct this cell; the other rows are read all the same.',
    });
  const kind = STOCK_KINDS.find((one) => one === cell('kind').toLowerCase());
  if (!kind) return wrong('kind', `"${cell('kind')}" is none of ${STOCK_KINDS.join(', ')}.`);
  const isWood = isTimber(kind);
  const wood = isWood ? woodNamed(cell('wood')) : null;
  if (isWood && !wood) return wrong('wood', `There is no wood called "${cell('wood')}" in the table.`, 'unknown-wood');
  if (!isWood && cell('name') === '') return wrong('name', 'It needs a name.');
  for (const [column, most] of LONGEST)
    if (cell(column).length > most) return wrong(column, `It is longer than ${String(most)} letters.`);
  const quantity = parseCount(cell('quantity'));
  if (quantity === null || quantity > 100_000)
    return wrong('quantity', `"${cell('quantity')}" is no whole number from 0.`);
  const cost = cell('cost') === '' ? null : parseCount(cell('cost'));
  if (cost === null && cell('cost') !== '') return wrong('cost', `"${cell('cost')}" is no whole number of cents.`);
  const moisture = cell('moisture') === '' ? null : parseDecimal(cell('moisture').replace(/\s*%$/, ''));
  if (cell('moisture') !== '' && !(moisture !== null && moisture >= 0 && moisture <= 100))
    return wrong('moisture', `"${cell('moisture')}" is no percentage from 0 to 100.`);
  const sizes: Partial<Record<Column, Length | null>> = {};
  for (const column of ['thickness', 'width', 'length'] as const) {
    const size = cell(column) === '' ? null : sizeOf(cell(column), unit);
    if (size === null && cell(column) !== '')
      return wrong(column, `"${cell(column)}" is no size above zero.`, 'stock-size');
    if (size === null && needed(kind).includes(column)) return wrong(column, 'A size is needed here.', 'stock-size');
    sizes[column] = size;
  }
  const { thickness = null, width = null, length = null } = sizes;
  return ok({
    quantity,
    item: {
      kind,
      woodId: wood?.id ?? null,
      name: cell('name'),
      thickness,
      width,
      length,
      rough: roughQuarters(cell('thickness')) !== null,
      costMinor: cost,
      place: cell('place'),
      note: cell('note'),
      partId: null,
      moisturePercent: moisture,
      defects: [],
      archived: false,
    },
  });
}

const needed = (kind: StockKind): readonly Column[] =>
  !isTimber(kind) ? [] : kind === 'dowel' ? ['thickness', 'length'] : ['thickness', 'width', 'length'];
