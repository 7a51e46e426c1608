import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** The font comes in files by script; these print every European language and Vietnamese. */
const SCRIPTS = ['latin', 'latin-ext', 'vietnamese', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext'] as const;
export type Script = (typeof SCRIPTS)[number];

export const WEIGHTS = { plain: 400, bold: 600 } as const;
export type Weight = keyof typeof WEIGHTS;

export const fontFile = (weight: Weight, script: Script): string =>
  require.resolve(`@fontsource/fira-sans/files/fira-sans-${script}-${String(WEIGHTS[weight])}-normal.woff`);

/** Every font file with the name it goes by in a document. */
export const everyFont: readonly { readonly weight: Weight; readonly script: Script }[] = (
  ['plain', 'bold'] as const
).flatMap((weight) => SCRIPTS.map((script) => ({ weight, script })));

type Range = readonly [from: number, to: number];

/** Characters of each script, from the list that comes with the font: `U+0000-00FF, U+0131`. */
const ranges: ReadonlyMap<Script, readonly Range[]> = new Map(
  SCRIPTS.map((script) => {
    const listed = JSON.parse(readFileSync(require.resolve('@fontsource/fira-sans/unicode.json'), 'utf8')) as Record<
      string,
      string
    >;
    const own = (listed[script] ?? '').split(',').map((range): Range => {
      const [from = NaN, to = from] = range
        .trim()
        .replace('U+', '')
        .split('-')
        .map((hex) => Number.parseInt(hex, 16));
      return [from, to];
    });
    return [script, own];
  }),
);

const scriptOf = (character: string): Script | null => {
  const point = character.codePointAt(0) ?? 0;
  return SCRIPTS.find((script) => ranges.get(script)?.some(([from, to]) => point >= from && point <= to)) ?? null;
};

/** A stretch of text that one font file has; what none has goes with the first, and is drawn as a box. */
export interface ScriptRun {
  readonly script: Script;
  readonly text: string;
}

/** Text in stretches by the font that has them. Letters with their marks apart are put together first, as fonts have them. */
export function scriptRuns(text: string): ScriptRun[] {
  const runs: { script: Script; text: string }[] = [];
  for (const character of text.normalize('NFC')) {
    const last = runs[runs.length - 1];
    const script = scriptOf(character) ?? 'latin';
    if (last?.script === script) last.text += character;
    else runs.push({ script, text: character });
  }
  return runs;
}
