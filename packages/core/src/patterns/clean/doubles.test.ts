import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pathLength } from '../../geometry';
import { dxfText, fromSvg, fromText, IN_MM } from '../reading.test-support';
import { tried } from '../../cases.test-support';

const open = (d: string) => `<path fill="none" stroke="#000" d="${d}"/>`;
const seen = (body: string, keep = false) => {
  const first = fromSvg(body);
  const mends = Object.fromEntries(first.faults.map(({ id }) => [id, 'keep' as const]));
  const { lines, faults } = keep ? fromSvg(body, { mends }) : first;
  return {
    lengths: lines.map(({ path }) => Math.round(pathLength(path))).sort((a, b) => a - b),
    doubled: faults.filter(({ kind }) => kind === 'doubled').length,
  };
};

describe('one line drawn twice in another form is one cut, and told', () => {
  test('a closed shape and its four sides', () => {
    const sides = ['M0 0H100', 'M100 0V60', 'M100 60H0', 'M0 60V0'].map(open).join('');
    expect(seen(`<rect width="100" height="60"/>${sides}`)).toEqual({ lengths: [320], doubled: 4 });
    expect(seen(`${sides}<rect width="100" height="60"/>`)).toEqual({ lengths: [320], doubled: 4 });
  });
  test('the same in DXF', () => {
    const line = (a: number, b: number, c: number, d: number) => [0, 'LINE', 8, '0', 10, a, 20, b, 11, c, 21, d];
    const shape = [0, 'LWPOLYLINE', 8, '0', 90, 4, 70, 1, 10, 0, 20, 0, 10, 40, 20, 0, 10, 40, 20, 30, 10, 0, 20, 30];
    const text = dxfText(
      [...shape, ...line(0, 0, 40, 0), ...line(40, 30, 40, 0), ...line(40, 30, 0, 30), ...line(0, 0, 0, 30)],
      IN_MM,
    );
    expect(fromText(text).lines.map(({ area }) => area)).toEqual([expect.closeTo(1200, 6)]);
  });
  test('a path that runs over itself: in two stretches, or twice round', () => {
    expect(seen(open('M0 0H100V60H0M0 0H100V60H0Z'))).toEqual({ lengths: [320], doubled: 1 });
    expect(seen(open('M0 0H100V60H0V0H100V60H0Z'))).toEqual({ lengths: [320], doubled: 1 });
  });
  test('two lenses between the same corners are two, though every other arc ends where one before did', () => {
    const lenses = 'M0 50A60 60 0 0 1 100 50A60 60 0 0 1 0 50A90 90 0 0 1 100 50A90 90 0 0 1 0 50Z';
    expect(seen(open(lenses)).doubled).toBe(0);
  });
  test('straight lines that partly lie on each other are one as long as both', () => {
    const plate = '<rect width="100" height="60"/>';
    expect(seen(plate + open('M0 30H60') + open('M100 30H40'))).toEqual({ lengths: [100, 320], doubled: 1 });
    // Kept, both go on as drawn.
    expect(seen(plate + open('M0 30H60') + open('M100 30H40'), true).lengths).toEqual([60, 60, 320]);
  });
  test('lines that cross, meet or run beside each other are two', () => {
    const plate = '<rect width="100" height="60"/>';
    expect(seen(plate + open('M0 30H100') + open('M50 0V60')).doubled).toBe(0);
    expect(seen(plate + open('M0 30H50') + open('M50 30H100')).doubled).toBe(0);
    expect(seen(plate + open('M0 30H60') + open('M40 30.3H100')).doubled).toBe(0);
  });
  test('a thousand short lines in a row are no doubles of each other', () => {
    const short = Array.from({ length: 1000 }, (_none, i) => {
      const at = (n: number) =>
        `${(50 + 40 * Math.cos(n / 159.155)).toFixed(3)} ${(50 + 40 * Math.sin(n / 159.155)).toFixed(3)}`;
      return open(`M${at(i)}L${at(i + 1)}`);
    }).join('');
    expect(seen(short)).toEqual({ lengths: [Math.round(2 * Math.PI * 40)], doubled: 0 });
  });
  test('whatever two stretches of one line: together they are as long as what they cover', () => {
    const end = fc.integer({ min: 2, max: 98 });
    fc.assert(
      fc.property(fc.tuple(end, end), fc.tuple(end, end), ([a, b], [c, d]) => {
        fc.pre(Math.abs(a - b) > 2 && Math.abs(c - d) > 2);
        const [low, high] = [Math.max(Math.min(a, b), Math.min(c, d)), Math.min(Math.max(a, b), Math.max(c, d))];
        fc.pre(high > low);
        const { lengths } = seen(`<rect width="100" height="60"/>${open(`M${a} 30H${b}`)}${open(`M${c} 30H${d}`)}`);
        const covered = Math.max(a, b, c, d) - Math.min(a, b, c, d);
        expect(lengths).toEqual([covered, 320]);
      }),
      tried(60),
    );
  });
});
