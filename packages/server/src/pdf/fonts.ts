import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** The font comes in files by script; these print every European language and Vietnamese. */
const SCRIPTS = ['latin', 'latin-ext', 'vietnamese', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext'] as const;
type Script = (typeof SCRIPTS)[number];

const WEIGHTS = { plain: 400, bold: 600 } as const;
type Weight = keyof typeof WEIGHTS;

/** Every font by the name it goes by in a document, with its file. */
export const fontFiles = (): readonly { readonly name: string; readonly file: string }[] =>
  (['plain', 'bold'] as const).flatMap((weight) =>
    SCRIPTS.map((script) => ({
      name: fontName(weight, script),
      file: require.resolve(`@fontsource/fira-sans/files/fira-sans-${script}-${String(WEIGHTS[weight])}-normal.woff`),
    })),
  );

const fontName = (weight: Weight, script: Script): string => `${weight} ${script}`;

type Range = readonly [from: number, to: number];

function rangeOf(text: string): Range {
  const [from = NaN, to = from] = text
    .trim()
    .replace('U+', '')
    .split('-')
    .map((hex) => Number.parseInt(hex, 16));
  return [from, to];
}

/** Text in stretches, each with the name of a font that has it. */
export type FontRuns = (text: string, weight: Weight) => { readonly font: string; readonly text: string }[];

/**
 * Reads which characters each font has, from the list that comes with them: `U+0000-00FF, U+0131`. Letters with their marks apart are
 * put together first, as fonts have them; what no font has goes with the first, and is drawn as a box.
 */
export function readFontRuns(): FontRuns {
  const file = readFileSync(require.resolve('@fontsource/fira-sans/unicode.json'), 'utf8');
  const listed = JSON.parse(file) as Readonly<Record<string, string>>;
  const ranges = SCRIPTS.map((script) => ({ script, own: (listed[script] ?? '').split(',').map(rangeOf) }));
  const scriptOf = (character: string): Script => {
    const point = character.codePointAt(0) ?? 0;
    return ranges.find(({ own }) => own.some(([from, to]) => point >= from && point <= to))?.script ?? 'latin';
  };
  return (text, weight) => {
    const runs: { font: string; text: string }[] = [];
    for (const character of text.normalize('NFC')) {
      const last = runs[runs.length - 1];
      const font = fontName(weight, scriptOf(character));
      if (last?.font === font) last.text += character;
      else runs.push({ font, text: character });
    }
    return runs;
  };
}
