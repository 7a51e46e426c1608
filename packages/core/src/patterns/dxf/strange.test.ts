import { describe, expect, test } from '@jest/globals';
import { pathBox, pathLength } from '../../geometry';
import { dxfText, fromText, IN_MM } from '../reading.test-support';

type Groups = readonly (string | number)[];

const linesOf = (entities: Groups) => fromText(dxfText(entities, IN_MM)).lines;
const boxOf = (entities: Groups) => pathBox(linesOf(entities)[0]!.path);
const near = (figure: number) => expect.closeTo(figure, 6);

describe('groups in any order', () => {
  test('the count of corners after the corners, and flags last', () => {
    const late = [0, 'LWPOLYLINE', 8, '0', 10, 0, 20, 0, 10, 40, 20, 0, 42, 1, 10, 40, 20, 20, 91, 3, 90, 3, 70, 1];
    const [one] = linesOf(late);
    // A right triangle of 40 by 20 with a half disc of radius 10 on its short side.
    expect(one!.area).toBeCloseTo(400 + Math.PI * 50, 3);
  });

  test.each([
    ['LINE', [0, 'LINE', 11, 9, 21, 7, 10, 1, 20, 2, 8, '0'], [1, 2, 9, 7]],
    ['ARC', [0, 'ARC', 51, 180, 50, 0, 40, 5, 20, 0, 10, 0, 8, '0'], [-5, 0, 5, 5]],
  ] as const)('%s with its groups backwards', (_name, entity, [minX, minY, maxX, maxY]) => {
    expect(boxOf(entity)).toEqual({
      minX: near(0),
      minY: near(0),
      maxX: near(maxX - minX),
      maxY: near(maxY - minY),
    });
  });
});

describe('a whole turn', () => {
  test.each([6.28319, 6.28318530718, 6.2831853, 2 * Math.PI + 1e-9, 2 * Math.PI + 1e-5])(
    'an ellipse that ends at %d is whole',
    (end) => {
      const ellipse = [0, 'ELLIPSE', 8, '0', 10, 0, 20, 0, 11, 30, 21, 0, 40, 0.5, 41, 0, 42, end];
      const [one] = linesOf(ellipse);
      expect(one!.path.closed).toBe(true);
      expect(one!.area / (Math.PI * 450)).toBeCloseTo(1, 4);
    },
  );
  test('an arc from 0 to 360 is a circle; one of a hair is a hair', () => {
    const arc = (from: number, to: number) => [0, 'ARC', 8, '0', 10, 0, 20, 0, 40, 20, 50, from, 51, to];
    expect(linesOf(arc(0, 360))[0]!.area).toBeCloseTo(Math.PI * 400, 3);
    expect(linesOf(arc(90, 450.0001))[0]!.path.closed).toBe(true);
    // Ten degrees of 200 mm.
    expect(pathLength(linesOf([0, 'ARC', 8, '0', 10, 0, 20, 0, 40, 200, 50, 355, 51, 5])[0]!.path)).toBeCloseTo(
      (Math.PI * 200) / 18,
      3,
    );
  });
});

describe('seen from behind: extrusion (0, 0, -1)', () => {
  const behind = [210, 0, 220, 0, 230, -1];
  /** The drawing with a dot of 2 mm about the origin, so that it is seen on which side of it something lies. */
  const sideOf = (entity: Groups) => {
    const { lines } = fromText(dxfText([0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 2, ...entity], IN_MM));
    const [dot, other] = lines.map(({ path }) => pathBox(path));
    return Math.sign(other!.minX + other!.maxX - dot!.minX - dot!.maxX);
  };
  test.each([
    ['CIRCLE', [0, 'CIRCLE', 8, '0', 10, 50, 20, 0, 40, 5], -1],
    ['ARC', [0, 'ARC', 8, '0', 10, 50, 20, 0, 40, 5, 50, 10, 51, 170], -1],
    ['LWPOLYLINE', [0, 'LWPOLYLINE', 8, '0', 90, 2, 70, 0, 10, 40, 20, 0, 10, 60, 20, 5], -1],
    ['LINE', [0, 'LINE', 8, '0', 10, 40, 20, 0, 11, 60, 21, 5], 1],
    ['ELLIPSE', [0, 'ELLIPSE', 8, '0', 10, 50, 20, 0, 11, 9, 21, 0, 40, 0.5, 41, 0, 42, 6.2831853], 1],
  ] as const)('%s', (_name, entity, side) => {
    expect(sideOf(entity)).toBe(1);
    expect(sideOf([...entity, ...behind])).toBe(side);
  });
  test('the upper half of an ellipse seen from behind is the lower half', () => {
    const half = (more: Groups) => {
      const ellipse = [0, 'ELLIPSE', 8, '0', 10, 0, 20, 0, 11, 30, 21, 0, 40, 0.5, 41, 0, 42, Math.PI, ...more];
      const { lines } = fromText(dxfText([0, 'LINE', 8, '0', 10, -90, 20, 0, 11, -60, 21, 0, ...ellipse], IN_MM));
      const [line, arch] = lines.map(({ path }) => pathBox(path));
      return arch!.maxY - line!.maxY;
    };
    expect(half([])).toBeCloseTo(15, 3);
    expect(half(behind)).toBeCloseTo(0, 3);
  });
  test('an insert, with what it holds', () => {
    const block = [0, 'BLOCK', 8, '0', 2, 'b', 10, 0, 20, 0, 0, 'CIRCLE', 8, '0', 10, 9, 20, 0, 40, 3, 0, 'ENDBLK'];
    const dot = [0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 2];
    const at = [0, 'INSERT', 8, '0', 2, 'B', 10, 50, 20, 0];
    const centres = (insert: Groups) =>
      fromText(dxfText([...dot, ...insert], IN_MM, block)).lines.map(({ path }) => {
        const { minX, maxX } = pathBox(path);
        return (minX + maxX) / 2;
      });
    const [here, there] = [centres(at), centres([...at, ...behind])];
    expect(here[1]! - here[0]!).toBeCloseTo(59, 6);
    expect(there[1]! - there[0]!).toBeCloseTo(-59, 6);
  });
  test('what stands aslant in space is told and not flattened', () => {
    const { lines, leftOut } = fromText(
      dxfText(
        [0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 20, 0, 'CIRCLE', 8, '0', 10, 0, 20, 0, 40, 5, 210, 1, 230, 0],
        IN_MM,
      ),
    );
    expect(lines).toHaveLength(1);
    expect(leftOut).toEqual([expect.objectContaining({ kind: 'not-a-line' })]);
  });
});

describe('line types', () => {
  const tables = (lengths: Groups) => [
    ...[0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LTYPE', 70, 1, 0, 'LTYPE', 2, 'Seam', 70, 0, 73, 2, ...lengths],
    ...[
      0,
      'ENDTAB',
      0,
      'TABLE',
      2,
      'LAYER',
      70,
      1,
      0,
      'LAYER',
      2,
      'crease',
      70,
      0,
      62,
      3,
      6,
      'SEAM',
      0,
      'ENDTAB',
      0,
      'ENDSEC',
    ],
  ];
  const drawing = (lengths: Groups, own: Groups = []) =>
    [
      ...tables(lengths),
      ...[
        0,
        'SECTION',
        2,
        'ENTITIES',
        0,
        'LWPOLYLINE',
        8,
        'x',
        90,
        4,
        70,
        1,
        10,
        0,
        20,
        0,
        10,
        60,
        20,
        0,
        10,
        60,
        20,
        60,
      ],
      ...[10, 0, 20, 60, 0, 'LINE', 8, 'crease', ...own, 10, 30, 20, 0, 11, 30, 21, 60, 0, 'ENDSEC', 0, 'EOF'],
    ].join('\n');
  const kinds = (text: string) => fromText(text).lines.map(({ kind }) => kind);
  test('a layer of dashes makes its lines folds, by name or by how the type is drawn', () => {
    expect(kinds(drawing([49, 3, 49, -1]).replaceAll('crease', 'plain'))).toEqual(['outline', 'fold']);
    expect(kinds(drawing([49, 3, 49, -1], [6, 'BYLAYER']).replaceAll('crease', 'plain'))[1]).toEqual('fold');
  });
  test('an entity with a type of its own, and a type without gaps, are whole', () => {
    expect(kinds(drawing([49, 3, 49, -1], [6, 'Continuous']).replaceAll('crease', 'plain'))[1]).toEqual('through');
    expect(kinds(drawing([49, 3]).replaceAll('crease', 'plain'))[1]).toEqual('through');
  });
});
