import type { Mark, SheetPage } from './marks';

/** Scripts that pages are printed in: every European language and Vietnamese. Each has a font file of its own. */
export const PRINTED_SCRIPTS = [
  'latin',
  'latin-ext',
  'vietnamese',
  'greek',
  'greek-ext',
  'cyrillic',
  'cyrillic-ext',
] as const;
export type PrintedScript = (typeof PRINTED_SCRIPTS)[number];

/** The script whose font has a character, or null where none has it. */
export type ScriptOf = (character: string) => PrintedScript | null;

/** Reads the list that comes with the fonts, of the characters in each script's: `U+0000-00FF, U+0131`. */
export function scriptsFrom(listed: Readonly<Record<string, string>>): ScriptOf {
  const ranges = PRINTED_SCRIPTS.map((script) => ({ script, own: (listed[script] ?? '').split(',').map(rangeOf) }));
  return (character) => {
    const point = character.codePointAt(0) ?? 0;
    return ranges.find(({ own }) => own.some(([from, to]) => point >= from && point <= to))?.script ?? null;
  };
}

function rangeOf(text: string): readonly [from: number, to: number] {
  const [from = NaN, to = from] = text
    .trim()
    .replace('U+', '')
    .split('-')
    .map((hex) => Number.parseInt(hex, 16));
  return [from, to];
}

/** Letters with their marks apart are put together, as fonts have them. */
export const asPrinted = (text: string): string => text.normalize('NFC');

/** The characters of pages that no font has, each once: they are printed as boxes. */
export function lettersWithoutFont(pages: readonly SheetPage[], scriptOf: ScriptOf): string[] {
  const text = pages.map(({ marks }) => textOf(marks)).join('');
  return [...new Set(asPrinted(text))].filter((character) => scriptOf(character) === null);
}

const textOf = (marks: readonly Mark[]): string =>
  marks.map((mark) => (mark.kind === 'text' ? mark.text : mark.kind === 'window' ? textOf(mark.marks) : '')).join('');
