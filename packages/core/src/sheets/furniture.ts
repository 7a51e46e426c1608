import { PAGES, type Paper } from '../planning';
import { formatArea, formatDistance, inches, type LengthUnit } from '../units';
import { ink, straight, textMark, type Mark } from './marks';

/** What the foot of a sheet says. */
export interface PageWords {
  readonly number: number;
  readonly of: number;
  readonly note: string;
  /** On the first sheet: what all of them take. */
  readonly use: { readonly filmMm2: number; readonly tapeMm: number } | null;
}

const BAR = ink(0.3, '#000000');

/** Length of the bars that prove the scale: four inches, or 100 mm. */
export const checkBarMm = (units: LengthUnit): number => (units === 'in' ? inches(4) : 100);

/** Bars of known length along the foot and up the left side, and the words at the foot. */
export function furniture(paper: Paper, units: LengthUnit, words: PageWords): Mark[] {
  const { margin, width } = PAGES[paper];
  const [x, y] = [margin + 2, margin + 2];
  const length = checkBarMm(units);
  const name = units === 'in' ? '4 in' : '100 mm';
  const say = `${name}: measure both bars before you cut; print at 100 %`;
  return [
    ...[
      straight({ x, y: y + length }, { x, y }, { x: x + length, y }),
      straight({ x: x - 1.5, y: y + length }, { x: x + 1.5, y: y + length }),
      straight({ x: x + length, y: y - 1.5 }, { x: x + length, y: y + 1.5 }),
    ].map((path): Mark => ({ kind: 'path', path, ink: BAR })),
    textMark({ x: x + 3, y: y + 1.2 }, say, 2.6),
    textMark({ x: x - 0.8, y: y + length / 2 }, name, 2.6, { align: 'middle', turn: Math.PI / 2 }),
    textMark({ x: x + 3, y: y + 5.4 }, footWords(units, words), 2.6),
    textMark({ x: width - margin, y: y + 1.2 }, `${String(words.number)} / ${String(words.of)}`, 3, {
      align: 'right',
      bold: true,
    }),
  ];
}

function footWords(units: LengthUnit, { of, note, use }: PageWords): string {
  if (!use) return note;
  const [film, tape] = [formatArea(use.filmMm2, units), formatDistance(use.tapeMm, units)];
  const pages = of === 1 ? '1 page' : `${String(of)} pages`;
  return [`${pages}; takes ${tape} of 2 in tape, or ${film} of film`, note].filter(Boolean).join('. ');
}
