import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pathLength } from '../../geometry';
import { followSteps, noSteps, readDrawing } from '..';
import { dxfText, fromText, IN_MM } from '../reading.test-support';
import { tried } from '../../cases.test-support';

const line = (x1: number, y1: number, x2: number, y2: number, layer = '0') => [
  0,
  'LINE',
  8,
  layer,
  10,
  x1,
  20,
  y1,
  11,
  x2,
  21,
  y2,
];
const polyline = (corners: readonly (readonly [number, number, number])[], closed: boolean) => [
  0,
  'LWPOLYLINE',
  8,
  '0',
  90,
  corners.length,
  70,
  closed ? 1 : 0,
  ...corners.flatMap(([x, y, bulge]) => [10, x, 20, y, 42, bulge]),
];
const spline = (
  degree: number,
  points: readonly (readonly [number, number])[],
  knots: readonly number[],
  weights: readonly number[] = [],
) => [
  0,
  'SPLINE',
  8,
  '0',
  70,
  8,
  71,
  degree,
  72,
  knots.length,
  73,
  points.length,
  74,
  0,
  ...knots.flatMap((knot) => [40, knot]),
  ...weights.flatMap((weight) => [41, weight]),
  ...points.flatMap(([x, y]) => [10, x, 20, y, 30, 0]),
];
const kind = (text: string): string => {
  const raw = readDrawing(text);
  if (!raw.ok) return raw.error.kind;
  const drawing = followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? 1));
  return drawing.ok ? 'taken' : drawing.error.kind;
};
const areas = (entities: readonly (string | number)[], header = IN_MM, blocks: readonly (string | number)[] = []) =>
  fromText(dxfText(entities, header, blocks)).lines.map(({ area }) => area);

describe('entities against closed forms', () => {
  test('four LINEs in any order and direction join into a square', () => {
    const loose = [...line(0, 0, 40, 0), ...line(0, 40, 0, 0), ...line(40, 40, 40, 0), ...line(40, 40, 0, 40)];
    expect(areas(loose)).toEqual([expect.closeTo(1600, 6)]);
  });

  test('CIRCLE, ELLIPSE and ARC with its chord', () => {
    expect(areas([0, 'CIRCLE', 8, '0', 10, 5, 20, 5, 40, 20])).toEqual([expect.closeTo(Math.PI * 400, 4)]);
    const ellipse = [0, 'ELLIPSE', 8, '0', 10, 0, 20, 0, 11, 30, 21, 0, 40, 0.5, 41, 0, 42, 2 * Math.PI];
    // Cubics stand off their circle by parts in a million.
    expect(areas(ellipse)[0]! / (Math.PI * 450)).toBeCloseTo(1, 4);
    const half = [0, 'ARC', 8, '0', 10, 0, 20, 0, 40, 10, 50, 0, 51, 180, ...line(-10, 0, 10, 0)];
    expect(areas(half)).toEqual([expect.closeTo(Math.PI * 50, 4)]);
  });

  test('a bulge is the tangent of a quarter of its arc: any circle cut by a chord has its area and length', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 6, noNaN: true }), fc.integer({ min: 5, max: 60 }), (sweep, radius) => {
        fc.pre(radius * sweep > 2);
        const [x, y] = [radius * Math.cos(sweep), radius * Math.sin(sweep)];
        const [drawn] = fromText(
          dxfText(
            polyline(
              [
                [radius, 0, Math.tan(sweep / 4)],
                [x, y, 0],
              ],
              true,
            ),
            IN_MM,
          ),
        ).lines;
        // A circular segment: r^2 (a - sin a) / 2, along r a and its chord.
        expect(drawn!.area).toBeCloseTo((radius ** 2 * (sweep - Math.sin(sweep))) / 2, 3);
        expect(pathLength(drawn!.path)).toBeCloseTo(radius * sweep + 2 * radius * Math.sin(sweep / 2), 3);
      }),
      tried(100),
    );
  });

  test('a quarter circle as a rational spline of degree 2 is a quarter circle', () => {
    const quarter = spline(
      2,
      [
        [20, 0],
        [20, 20],
        [0, 20],
      ],
      [0, 0, 0, 1, 1, 1],
      [1, Math.SQRT1_2, 1],
    );
    const [area] = areas([...quarter, ...line(0, 20, 0, 0), ...line(0, 0, 20, 0)]);
    expect(area).toBeCloseTo(Math.PI * 100, 0);
  });

  test('a spline of one piece is its Bezier curve; more knots on a straight line leave it straight', () => {
    const arch = spline(
      3,
      [
        [0, 0],
        [0, 30],
        [30, 30],
        [30, 0],
      ],
      [0, 0, 0, 0, 1, 1, 1, 1],
    );
    // Green's theorem by hand: 3/5 of the box of its control points.
    expect(areas([...arch, ...line(0, 0, 30, 0)])[0]).toBeCloseTo(0.6 * 900, 3);
    const bar = spline(
      3,
      [
        [0, 0],
        [10, 0],
        [20, 0],
        [30, 0],
        [40, 0],
      ],
      [0, 0, 0, 0, 0.5, 1, 1, 1, 1],
    );
    expect(areas([...bar, ...line(40, 0, 40, 9), ...line(40, 9, 0, 0)])[0]).toBeCloseTo(180, 6);
  });

  test('old POLYLINE with VERTEX and SEQEND', () => {
    const corner = (x: number, y: number) => [0, 'VERTEX', 8, '0', 10, x, 20, y];
    const old = [
      0,
      'POLYLINE',
      8,
      '0',
      66,
      1,
      70,
      1,
      ...corner(0, 0),
      ...corner(30, 0),
      ...corner(30, 10),
      0,
      'SEQEND',
      8,
      '0',
    ];
    expect(areas(old)).toEqual([expect.closeTo(150, 6)]);
  });
});

describe('blocks', () => {
  const leaf = (inside: readonly (string | number)[], name = 'leaf') => [
    0,
    'BLOCK',
    8,
    '0',
    2,
    name,
    70,
    0,
    10,
    0,
    20,
    0,
    3,
    name,
    ...inside,
    0,
    'ENDBLK',
    8,
    '0',
  ];
  const insert = (name: string, more: readonly (string | number)[] = []) => [
    0,
    'INSERT',
    8,
    '0',
    2,
    name,
    10,
    50,
    20,
    50,
    ...more,
  ];
  const disc = [0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 10];

  test('are put in where they are inserted: scaled, mirrored, turned, in rows', () => {
    const twice = insert('leaf', [41, -2, 42, 2, 50, 30]);
    expect(areas([...disc, ...twice], IN_MM, leaf(disc)).map((area) => area / (100 * Math.PI))).toEqual([
      expect.closeTo(1, 6),
      expect.closeTo(4, 6),
    ]);
    expect(areas(insert('leaf', [70, 3, 71, 2, 44, 30, 45, 30]), IN_MM, leaf(disc))).toHaveLength(6);
  });

  test('a block within itself, and one that is missing, are named and cut nothing', () => {
    const { leftOut, lines } = fromText(
      dxfText([...disc, ...insert('leaf'), ...insert('gone')], IN_MM, leaf([...disc, ...insert('leaf')])),
    );
    expect(lines).toHaveLength(2);
    expect(leftOut.map((item) => item.kind).sort()).toEqual(['broken-reference', 'circular-reference']);
  });

  test('blocks that multiply without end are refused, not followed', () => {
    const names = Array.from({ length: 12 }, (_none, i) => `b${String(i)}`);
    const bomb = names.flatMap((name, i) =>
      leaf(i === 0 ? disc : Array.from({ length: 10 }, () => insert(names[i - 1]!)).flat(), name),
    );
    expect(kind(dxfText(insert('b11'), IN_MM, bomb))).toBe('too-many-points');
  });
});

describe('size and layers', () => {
  const square = polyline(
    [
      [0, 0, 0],
      [2, 0, 0],
      [2, 2, 0],
      [0, 2, 0],
    ],
    true,
  );
  test.each([
    [1, 25.4],
    [4, 1],
    [5, 10],
    [2, 304.8],
  ])('$INSUNITS %d is %d mm to the unit', (units, mm) => {
    expect(fromText(dxfText(square, [9, '$INSUNITS', 70, units])).width).toBeCloseTo(2 * mm, 6);
  });
  test('without $INSUNITS the maker is asked', () => {
    expect(readDrawing(dxfText(square))).toMatchObject({ ok: true, value: { mmPerUnit: null } });
  });
  test('inches in a drawing that is set to metric are named as mixed units', () => {
    const { leftOut } = fromText(dxfText(square, [9, '$INSUNITS', 70, 1, 9, '$MEASUREMENT', 70, 1]));
    expect(leftOut.map((item) => item.kind)).toEqual(['mixed-units']);
  });
  test('layer names say what a line is', () => {
    const { lines } = fromText(
      dxfText(
        [
          ...polyline(
            [
              [0, 0, 0],
              [80, 0, 0],
              [80, 80, 0],
              [0, 80, 0],
            ],
            true,
          ),
          ...line(10, 10, 70, 10, 'FOLD'),
          ...line(10, 20, 70, 20, 'etch marks'),
          ...line(0, 40, 80, 40, 'cuts'),
        ],
        IN_MM,
      ),
    );
    expect(lines.map((one) => one.kind)).toEqual(['outline', 'fold', 'mark', 'through']);
  });
});

describe('bad files', () => {
  const bad = spline(
    3,
    [
      [0, 0],
      [9, 9],
      [18, 0],
      [27, 0],
    ],
    [0, 0, 0, 0, 1, 1, 1],
  );
  test.each([
    ['a binary DXF', `Binary DXF\r\n\x1a\0${'x'.repeat(99)}`, 'binary-dxf'],
    [
      'a DXF cut off in the middle',
      dxfText([...line(0, 0, 9, 9), ...line(9, 9, 0, 9)], IN_MM).slice(0, 160),
      'not-a-dxf',
    ],
    ['no entity', dxfText([], IN_MM), 'no-lines'],
    ['only a spline with bad knots', dxfText(bad, IN_MM), 'no-lines'],
    ['coordinates of 1e12', dxfText(line(0, 0, 1e12, 5), IN_MM), 'too-large-a-drawing'],
  ])('%s', (_name, text, expected) => {
    expect(kind(text)).toBe(expected);
  });

  test('knots that run backwards are named with what is wrong, and the rest is read', () => {
    const backwards = spline(
      3,
      [
        [0, 0],
        [9, 9],
        [18, 0],
        [27, 0],
      ],
      [0, 0, 0, 0, 3, 2, 1, 1],
    );
    const { leftOut } = fromText(dxfText([...backwards, 0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 9], IN_MM));
    expect(leftOut).toEqual([
      expect.objectContaining({ kind: 'bad-knots', where: expect.stringContaining('backwards') }),
    ]);
  });

  test('whatever the groups, the text is taken or refused, never thrown', () => {
    const group = fc.tuple(
      fc.constantFrom(0, 2, 8, 10, 20, 11, 21, 40, 42, 70, 71, 90),
      fc.oneof(fc.constantFrom('LINE', 'SPLINE', 'INSERT', 'LWPOLYLINE', 'CIRCLE', 'x'), fc.integer(), fc.double()),
    );
    fc.assert(
      fc.property(fc.array(group, { maxLength: 40 }), (groups) => {
        expect([
          'taken',
          'no-lines',
          'not-a-dxf',
          'too-large-a-drawing',
          'too-small-a-drawing',
          'too-many-points',
        ]).toContain(kind(dxfText(groups.flat(), IN_MM)));
      }),
      tried(100),
    );
  });
});
