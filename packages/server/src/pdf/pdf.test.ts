import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import {
  defaultPatternOptions,
  PAGES,
  patternSheets,
  type Path,
  type Pattern,
  type PatternSheetOptions,
} from '@rapid-jig/core';
import { writePdf } from './write-pdf';

/** Drawn at ten pixels to the millimetre. */
const PX_PER_MM = 10;

interface Picture {
  readonly width: number;
  readonly height: number;
  /** True where the pixel is dark. */
  readonly dark: (x: number, y: number) => boolean;
}

/** The first page of a PDF as poppler draws it. */
async function rendered(pdf: Buffer): Promise<Picture> {
  const folder = mkdtempSync(join(tmpdir(), 'rapid-jig-pdf-'));
  writeFileSync(join(folder, 'sheet.pdf'), pdf);
  execFileSync('pdftoppm', [
    '-gray',
    '-r',
    String(PX_PER_MM * 25.4),
    '-f',
    '1',
    '-singlefile',
    join(folder, 'sheet.pdf'),
    join(folder, 'page'),
  ]);
  const file = readFileSync(join(folder, 'page.pgm'));
  const [, width, height] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(file.toString('latin1', 0, 40))!.map(Number) as [
    number,
    number,
    number,
  ];
  const start = file.length - width * height;
  return { width, height, dark: (x, y) => (file[start + y * width + x] ?? 255) < 160 };
}

/** The longest unbroken dark run of a row or column, in mm. */
function longestRun(count: number, dark: (i: number) => boolean): number {
  let [best, run] = [0, 0];
  for (let i = 0; i < count; i++) {
    run = dark(i) ? run + 1 : 0;
    best = Math.max(best, run);
  }
  return best / PX_PER_MM;
}

const rectangle = (w: number, h: number): Path => ({
  start: { x: 0, y: 0 },
  segments: [
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
    { x: 0, y: 0 },
  ].map((to) => ({ kind: 'line', to })),
  closed: true,
});
const PATTERN: Pattern = {
  template: 'Luggage tags',
  revision: 1,
  parts: 'Tag',
  stack: null,
  copies: 1,
  places: [{ x: 0, y: 0 }],
  outlines: [rectangle(123.4, 56.7)],
  insideCuts: [],
  throughCuts: [],
  holes: [],
  marks: [],
  pierce: [],
  notes: [],
  brads: [],
  arrows: [],
  grain: 'any',
  datums: [],
};
const OPTIONS: PatternSheetOptions = { ...defaultPatternOptions({ paper: 'a4', units: 'mm' }), colour: 'black' };

describe('the PDF drawn by poppler', () => {
  test.each([
    ['a4', 'mm', 100],
    ['letter', 'in', 101.6],
  ] as const)('%s: the page, both check bars and a part measure true within 0.2 mm', async (paper, units, bar) => {
    const { pages } = patternSheets([PATTERN], { ...OPTIONS, paper, units });
    const { width, height, dark } = await rendered(await writePdf(pages, 'Luggage tags'));
    expect(Math.abs(width / PX_PER_MM - PAGES[paper].width)).toBeLessThan(0.2);
    expect(Math.abs(height / PX_PER_MM - PAGES[paper].height)).toBeLessThan(0.2);
    const rows = Array.from({ length: height }, (_none, y) => longestRun(width, (x) => dark(x, y)));
    const columns = Array.from({ length: width }, (_none, x) => longestRun(height, (y) => dark(x, y)));
    // The lines are a third of a millimetre wide, which their ends add to what is drawn.
    const lies = (runs: readonly number[], length: number) => runs.some((run) => Math.abs(run - length - 0.3) <= 0.2);
    expect(lies(rows, bar)).toBe(true);
    expect(lies(columns, bar)).toBe(true);
    expect(lies(rows, 123.4)).toBe(true);
    expect(lies(columns, 56.7)).toBe(true);
  });

  test('text is there to be searched, letters that the face lacks included in the count of pages', async () => {
    const { pages } = patternSheets([{ ...PATTERN, template: 'Möwe & Ναύτης', copies: 9 }], OPTIONS);
    const pdf = await writePdf(pages, 'Möwe');
    const folder = mkdtempSync(join(tmpdir(), 'rapid-jig-pdf-'));
    writeFileSync(join(folder, 'a.pdf'), pdf);
    const text = execFileSync('pdftotext', [join(folder, 'a.pdf'), '-'], { encoding: 'utf8' });
    expect(text).toContain('Möwe &');
    expect(text.split('\f').length - 1).toBe(pages.length);
  });
});

describe('names in other scripts', () => {
  /** The dark pixels of one letter, set large, as a picture. */
  const letter = async (text: string): Promise<string> => {
    const mark = {
      kind: 'text',
      at: { x: 10, y: 10 },
      text,
      sizeMm: 8,
      align: 'middle',
      turn: 0,
      bold: false,
    } as const;
    const { width, height, dark } = await rendered(
      await writePdf([{ width: 20, height: 20, marks: [mark] }], 'letter'),
    );
    const seen: number[] = [];
    for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) if (dark(x, y)) seen.push(y * width + x);
    return seen.join();
  };
  test('letters of Europe and Vietnam are drawn, and not the box that stands for what no font has', async () => {
    const box = await letter('\u4e2d');
    const drawn = new Map<string, string>();
    for (const one of ['A', 'ß', 'Ğ', 'ő', 'ž', 'Æ', 'Ω', 'ή', 'Ж', 'ї', 'Ў', 'ế', 'ữ', 'Đ'])
      drawn.set(one, await letter(one));
    for (const [one, picture] of drawn) expect([one, picture === box, picture === '']).toEqual([one, false, false]);
    // All of them differ: none is a stand-in for another.
    expect(new Set(drawn.values()).size).toBe(drawn.size);
  });
  test('a letter with its mark apart is the same as with it', async () => {
    expect(await letter('e\u0302\u0301')).toBe(await letter('ế'));
  });
});
