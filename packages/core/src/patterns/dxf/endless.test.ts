import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pathLength } from '../../geometry';
import { followSteps, noSteps, readDrawing } from '..';
import { dxfText, fromText, IN_MM } from '../reading.test-support';
import { tried } from '../../cases.test-support';

const linesOf = (entities: readonly (string | number)[]) => fromText(dxfText(entities, IN_MM)).lines;
const near = (figure: number) => expect.closeTo(figure, 6);

describe('files that would never end', () => {
  const answer = (text: string): string => {
    const raw = readDrawing(text);
    if (!raw.ok) return raw.error.kind;
    const drawing = followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? 1));
    return drawing.ok ? 'taken' : drawing.error.kind;
  };
  const bar = (x: number) => [0, 'LINE', 8, '0', 10, x, 20, 0, 11, x, 21, 50];
  test('a bulge as rounding leaves it is a straight line', () => {
    const [one] = linesOf([0, 'LWPOLYLINE', 8, '0', 90, 2, 70, 0, 10, 0, 20, 0, 42, 1e-14, 10, 90, 20, 0]);
    expect(one!.path.segments).toEqual([{ kind: 'line', to: { x: near(90), y: near(0) } }]);
  });
  test.each([1e16, 1e300])('an arc with a radius of %d is refused', (radius) => {
    expect(answer(dxfText([0, 'ARC', 8, '0', 10, 0, 20, 0, 40, radius, 50, 0, 51, 90], IN_MM))).not.toBe('taken');
    expect(answer(dxfText([...bar(0), 0, 'CIRCLE', 8, '0', 10, radius, 20, 0, 40, radius], IN_MM))).not.toBe('taken');
  });
  test('what has no figures once it is worked out is told', () => {
    const { lines, leftOut } = fromText(
      dxfText([...bar(0), 0, 'CIRCLE', 8, '0', 10, 1.7e308, 20, 0, 40, 1.7e308], IN_MM),
    );
    expect([lines.length, leftOut.map(({ kind }) => kind)]).toEqual([1, ['unreadable-numbers']]);
  });
  test('cut off inside a table, in a polyline, in a section', () => {
    const table = [0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LAYER', 0, 'LAYER', 2, 'x'].join('\n');
    expect(answer(table)).toBe('not-a-dxf');
    const polyline = [
      0,
      'POLYLINE',
      8,
      '0',
      66,
      1,
      70,
      0,
      0,
      'VERTEX',
      8,
      '0',
      10,
      0,
      20,
      0,
      0,
      'VERTEX',
      10,
      50,
      20,
      9,
    ];
    expect(answer(dxfText(polyline, IN_MM))).toBe('taken');
    expect(answer(dxfText(polyline, IN_MM).slice(0, -12))).toBe('not-a-dxf');
  });
  test('two thousand million corners that are not there, and an empty block thirty thousand times thirty thousand', () => {
    expect(answer(dxfText([0, 'LWPOLYLINE', 90, 2_000_000_000, 70, 0, 10, 0, 20, 0, 10, 50, 20, 0], IN_MM))).toBe(
      'taken',
    );
    const empty = [0, 'BLOCK', 8, '0', 2, 'e', 10, 0, 20, 0, 0, 'ENDBLK'];
    const insert = [0, 'INSERT', 2, 'e', 10, 0, 20, 0, 70, 30_000, 71, 30_000];
    expect(answer(dxfText([...bar(0), ...bar(9), ...insert], IN_MM, empty))).toBe('taken');
    const full = [...empty.slice(0, 10), ...bar(1), 0, 'ENDBLK'];
    expect(answer(dxfText(insert, IN_MM, full))).toBe('too-many-points');
  });
  test('a spline of ten thousand points', () => {
    const points = Array.from({ length: 10_000 }, (_none, i) => [10, i / 50, 20, Math.sin(i / 50)]);
    const knots = Array.from({ length: 10_004 }, (_none, i) => [40, Math.min(Math.max(i - 3, 0), 9997)]);
    const [one] = linesOf([0, 'SPLINE', 8, '0', 71, 3, ...knots.flat(), ...points.flat()]);
    expect(one!.path.segments).toHaveLength(9997);
    // A sine over 200 mm: the mean of sqrt(1 + cos^2) is 1.21600 (complete elliptic integral).
    expect(pathLength(one!.path) / 200).toBeCloseTo(1.216, 2);
  });
  test('whatever is changed, left out or said twice in a file, there is an answer', () => {
    const whole = dxfText(
      [
        ...[
          0,
          'POLYLINE',
          8,
          '0',
          66,
          1,
          70,
          1,
          0,
          'VERTEX',
          10,
          0,
          20,
          0,
          0,
          'VERTEX',
          10,
          90,
          20,
          0,
          0,
          'VERTEX',
          10,
          0,
          20,
          9,
        ],
        ...[0, 'SEQEND', 0, 'LWPOLYLINE', 90, 3, 70, 1, 10, 5, 20, 5, 42, 0.4, 10, 50, 20, 5, 10, 5, 20, 30],
        ...[
          0,
          'ELLIPSE',
          10,
          9,
          20,
          9,
          11,
          4,
          21,
          0,
          40,
          0.4,
          41,
          0,
          42,
          6.28319,
          0,
          'INSERT',
          2,
          'b',
          10,
          0,
          20,
          0,
          70,
          2,
        ],
        ...[0, 'SPLINE', 71, 3, 40, 0, 40, 0, 40, 0, 40, 0, 40, 1, 40, 1, 40, 1, 40, 1],
        ...[10, 0, 20, 0, 10, 9, 20, 0, 10, 9, 20, 9, 10, 0, 20, 9],
      ],
      IN_MM,
      [0, 'BLOCK', 2, 'b', 10, 0, 20, 0, 0, 'ARC', 10, 0, 20, 0, 40, 9, 50, 0, 51, 90, 0, 'ENDBLK'],
    ).split('\n');
    const change = fc.record({
      at: fc.nat(whole.length - 1),
      how: fc.constantFrom('drop', 'twice', 'other', 'end'),
      other: fc.oneof(fc.constantFrom('0', '', '1e308', '-1', 'SECTION', 'INSERT', 'b', 'ENDSEC', 'nan'), fc.string()),
    });
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 6 }), (changes) => {
        const lines = [...whole];
        for (const { at, how, other } of changes) {
          if (how === 'drop') lines.splice(at, 1);
          else if (how === 'twice') lines.splice(at, 0, lines[at] ?? '');
          else if (how === 'other') lines[at] = other;
          else lines.length = Math.min(lines.length, at);
        }
        expect(answer(lines.join('\n'))).toMatch(/^(taken|not-a-d|no-lines|too-|binary)/);
      }),
      tried(300),
    );
  });
});
