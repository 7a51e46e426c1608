import Papa from 'papaparse';
import type { Plan } from '../planning';

const COLUMNS = [
  'template',
  'part',
  'wood',
  'nominal thickness (mm)',
  'measured thickness (mm)',
  'per copy',
  'copies',
  'needed',
  'spares',
  'total',
  'on hand',
  'good',
  'spoiled',
  'to cut',
  'left over',
] as const;

/** A cell that a spreadsheet would run as a formula is written as text. */
export const harmless = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

/** The part list as CSV (RFC 4180, CRLF, one header line), one line for each part of the run. Lengths in mm. */
export function partListCsv(plan: Plan): string {
  const rows = plan.parts.map((part) => {
    const gang = plan.stacks
      .flatMap(({ gangs }) => gangs)
      .find(({ parts }) => parts.some(({ partId }) => partId === part.partId));
    return [
      harmless(part.templateName),
      harmless(part.partName),
      gang?.wood.name ?? '',
      gang?.nominalMm ?? '',
      gang?.thicknessMm ?? '',
      part.perCopy,
      part.copies,
      part.needed,
      part.spares,
      part.total,
      part.onHand,
      part.good,
      part.spoiled,
      part.toCut,
      part.leftOver,
    ];
  });
  return Papa.unparse([[...COLUMNS], ...rows], { newline: '\r\n' });
}
