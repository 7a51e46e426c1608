import { formatLength, parseLength, snapMm, toNm, type LengthUnit } from '../units';
import { woodById } from './woods';

/** Stock that is to be written as a maker types it. Lengths in mm; a rough board by the name of its thickness. */
export interface StockToType {
  readonly count: number;
  readonly woodId: string;
  readonly kind: 'board' | 'sheet' | 'dowel';
  readonly thickness: number | string;
  /** null for a dowel. */
  readonly widthMm: number | null;
  readonly lengthMm: number;
}

/** `2 Birch plywood 1/4" x 24" x 48"`: a line that is read as just that stock. */
export function stockLine(
  { count, woodId, kind, thickness, widthMm, lengthMm }: StockToType,
  unit: LengthUnit,
): string {
  const wood = woodById(woodId)?.name ?? woodId;
  const sizes = [thickness, ...(widthMm === null ? [] : [widthMm]), lengthMm].map((size) =>
    typeof size === 'string' ? size : typedLength(size, unit),
  );
  return `${String(count)} ${wood} ${kind === 'dowel' ? 'dowel ' : ''}${sizes.join(' x ')}`;
}

/** A length as it is typed in a unit; in millimetres where its mark there would be another length. */
function typedLength(mm: number, unit: LengthUnit): string {
  const typed = formatLength(mm, unit);
  const read = parseLength(typed, unit);
  return read.ok && toNm(read.value.mm) === toNm(mm) ? typed : `${String(snapMm(mm))} mm`;
}
