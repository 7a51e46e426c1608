import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { asPrinted, PRINTED_SCRIPTS, scriptsFrom, type PrintedScript } from '@rapid-jig/core';

const require = createRequire(import.meta.url);

const WEIGHTS = { plain: 400, bold: 600 } as const;
type Weight = keyof typeof WEIGHTS;

/** Every font by the name it goes by in a document, with its file. */
export const fontFiles = (): readonly { readonly name: string; readonly file: string }[] =>
  (['plain', 'bold'] as const).flatMap((weight) =>
    PRINTED_SCRIPTS.map((script) => ({
      name: fontName(weight, script),
      file: require.resolve(`@fontsource/fira-sans/files/fira-sans-${script}-${String(WEIGHTS[weight])}-normal.woff`),
    })),
  );

const fontName = (weight: Weight, script: PrintedScript): string => `${weight} ${script}`;

/** Text in stretches, each with the name of a font that has it. */
export type FontRuns = (text: string, weight: Weight) => { readonly font: string; readonly text: string }[];

/** Reads which characters each font has, from the list that comes with them; what no font has is drawn as a box. */
export function readFontRuns(): FontRuns {
  const file = readFileSync(require.resolve('@fontsource/fira-sans/unicode.json'), 'utf8');
  const listed = JSON.parse(file) as Readonly<Record<string, string>>;
  const scriptOf = scriptsFrom(listed);
  return (text, weight) => {
    const runs: { font: string; text: string }[] = [];
    for (const character of asPrinted(text)) {
      const last = runs[runs.length - 1];
      const font = fontName(weight, scriptOf(character) ?? 'latin');
      if (last?.font === font) last.text += character;
      else runs.push({ font, text: character });
    }
    return runs;
  };
}
