import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test } from '@jest/globals';
import { lettersWithoutFont, scriptsFrom } from './printed-letters';
import { textMark } from './marks';

const listed = createRequire(import.meta.url).resolve('@fontsource/fira-sans/unicode.json');
const scriptOf = scriptsFrom(JSON.parse(readFileSync(listed, 'utf8')) as Record<string, string>);
const pageOf = (...texts: string[]) => ({
  width: 210,
  height: 297,
  marks: texts.map((text) => textMark({ x: 0, y: 0 }, text, 4)),
});

test('names in any European language and Vietnamese print; what no font has is told once each', () => {
  const printed = [
    'Łódź, Ærø, Þór, ő ű, ĳ',
    'Φάρος, ἁλιεύς',
    'Маяк, Ґедзь, Ђердап',
    'Hải đăng, thuyền buồm',
    'e\u0301',
  ];
  expect(lettersWithoutFont([pageOf(...printed)], scriptOf)).toEqual([]);
  expect(lettersWithoutFont([pageOf('灯台 1'), pageOf('灯 מגדלור')], scriptOf).join('')).toBe('灯台מגדלור');
});

test('letters on a pattern that goes over several pages, seen through a window, are told too', () => {
  const { marks, ...page } = pageOf('Hull 船');
  const through = {
    ...page,
    marks: [{ kind: 'window' as const, box: { minX: 0, minY: 0, maxX: 90, maxY: 90 }, marks }],
  };
  expect(lettersWithoutFont([through], scriptOf)).toEqual(['船']);
});
