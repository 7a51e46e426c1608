import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { inches } from '../units';
import { labourCost } from '../production';
import { cutSheet, fileNameFor, partListCsv, turnedBox, turnedPath } from '.';
import { pathBox } from '../geometry';

describe('the cut sheet', () => {
  test('patterns go on the page upright, turned or not at all', async () => {
    const sized = (id: string, width: number, height: number) =>
      part(id, { outline: { id: `${id}o`, line: null, path: rectangle(width, height) } });
    const input = inputFor(
      [template('t', [sized('small', 100, 60), sized('wide', 240, 60), sized('huge', 400, 300)])],
      5,
    );
    const { patterns, checkBarMm } = cutSheet(await planned(input), input.revisions, {
      ...input.shop,
      paper: 'a4',
      units: 'mm',
    });
    // A4 is 210 by 297 mm (ISO 216).
    expect(patterns.map(({ fit }) => fit)).toEqual(['upright', 'turned', 'too-large']);
    // 5 copies in stacks of at most 4: two passes, a pattern each.
    expect(patterns.map(({ copies }) => copies)).toEqual([2, 2, 2]);
    expect(checkBarMm).toBe(100);
    expect(cutSheet(await planned(input), input.revisions, input.shop).checkBarMm).toBe(inches(4));
  });

  test('drilled holes and cuts through are drawn too, and ask for the waste board', async () => {
    const drilled = part('a', { holes: [{ id: 'h', line: null, center: { x: 20, y: 20 }, diameterMm: 6.35 }] });
    const input = inputFor([template('t', [drilled])], 1);
    const { patterns, cautions } = cutSheet(await planned(input), input.revisions, input.shop);
    expect(patterns[0]!.insideCuts.map((path) => pathBox(path).maxX)).toEqual([20 + 3.175]);
    expect(cautions).toContain('waste-board');
  });

  test('cautions belong to the steps that are there', async () => {
    const ply = part('a', { woodId: 'mdf' });
    const input = inputFor([template('t', [ply])], 4, { shop: { holding: 'brads' } });
    const { cautions } = cutSheet(await planned(input), input.revisions, input.shop);
    expect(cautions).toEqual(['saw-off-to-thread', 'eyes-and-brads', 'dust-of-sheets', 'large-blanks', 'who-decides']);
    const nothing = inputFor([template('t', [ply])], 0);
    expect(cutSheet(await planned(nothing), nothing.revisions, nothing.shop).cautions).toEqual([]);
  });

  test('a turned path fills its turned box', () => {
    const path = rectangle(30, 10, 5, 5);
    expect(pathBox(turnedPath(path))).toEqual(turnedBox(pathBox(path)));
  });
});

describe('the part list as CSV', () => {
  test('an independent reader gets every figure back, whatever the names hold', async () => {
    const odd = [part('say "hi", twice\nor more'), part('=SUM(A1)')];
    const input = inputFor([template('a, b', odd)], 3);
    const csv = partListCsv(await planned(input));
    expect(csv.split('\r\n')[0]).toContain('template,part,wood');
    const { data, errors } = Papa.parse<Record<string, string>>(csv, { header: true });
    expect(errors).toEqual([]);
    expect(data.map((row) => row['part'])).toEqual(['say "hi", twice\nor more', "'=SUM(A1)"]);
    expect(data[0]).toMatchObject({ template: 'a, b', needed: '3', 'to cut': '3', 'nominal thickness (mm)': '6.35' });
  });
});

test('file names keep letters and digits', () => {
  expect(fileNameFor({ name: 'Spring fair: 1st / half' }, 'csv')).toBe('spring-fair-1st-half.csv');
  expect(fileNameFor({ name: '***' }, 'csv')).toBe('run.csv');
});

test('ninety minutes at 25.00 an hour are 37.50', () => {
  expect(labourCost(90, 2500)).toBe(3750);
});
