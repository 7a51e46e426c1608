import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fromSvg } from '../reading.test-support';
import { tried } from '../../cases.test-support';

const stroked = (d: string, id = '') => `<path d="${d}" fill="none" stroke="#000"${id ? ` id="${id}"` : ''}/>`;
const faultsOf = (body: string, mends = {}, joinWithin = 0.1) => fromSvg(body, { mends, joinWithin }).faults;

describe('loose segments', () => {
  const loose = (gap: number) =>
    stroked('M0 0H50') + stroked(`M50 ${String(gap)}V50`) + stroked('M50 50H0') + stroked('M0 50V0');

  test('ends within the tolerance meet, and the maker can widen it', () => {
    expect(fromSvg(loose(0.05)).lines.map(({ kind }) => kind)).toEqual(['outline']);
    expect(faultsOf(loose(0.05))).toEqual([]);
    expect(fromSvg(loose(0.5), { joinWithin: 0.6 }).lines.map(({ kind }) => kind)).toEqual(['outline']);
  });

  test('a gap is told with its place and width; closing it makes the outline, dropping it takes the line out', () => {
    const [gap, ...more] = faultsOf(loose(1));
    expect(more).toEqual([]);
    expect(gap).toMatchObject({ kind: 'gap', size: 1, actions: ['close', 'drop', 'keep'], mended: null });
    // Half a millimetre below the upper right corner, in the frame with y up.
    expect(gap!.at).toEqual({ x: 50, y: 49.5 });
    const closed = fromSvg(loose(1), { mends: { [gap!.id]: 'close' } });
    expect(closed.lines.map(({ kind, area }) => [kind, Math.round(area)])).toEqual([['outline', 2500]]);
    expect(closed.faults).toEqual([{ ...gap, mended: 'close' }]);
    expect(() => fromSvg(loose(1), { mends: { [gap!.id]: 'drop' } })).toThrow('no-lines');
  });

  test('the ends of a cut from edge to edge are no gap', () => {
    expect(faultsOf('<rect width="60" height="60"/>' + stroked('M0 20H60') + stroked('M0 22H60'))).toEqual([]);
  });
});

describe('what may not be meant', () => {
  test('a line drawn twice is cut once, unless it is kept', () => {
    const twice = '<rect width="60" height="40"/><rect width="60" height="40"/>';
    const [fault] = faultsOf(twice);
    expect(fault).toMatchObject({ kind: 'doubled', lines: ['rect #2'], proposed: 'drop' });
    expect(fromSvg(twice).lines).toHaveLength(1);
    expect(fromSvg(twice, { mends: { [fault!.id]: 'keep' } }).lines).toHaveLength(2);
  });

  test('specks are left out and told with their place', () => {
    const specked = '<rect width="60" height="40"/><circle cx="20" cy="20" r="0.3"/>';
    expect(fromSvg(specked).lines).toHaveLength(1);
    expect(faultsOf(specked)).toEqual([expect.objectContaining({ kind: 'speck', size: expect.closeTo(0.6, 6) })]);
  });

  test('a bow tie is mended into its two loops', () => {
    const tie = '<path d="M0 0L60 40V0L0 40Z"/>';
    const [fault] = faultsOf(tie);
    expect(fault).toMatchObject({ kind: 'self-crossing', size: 1, at: { x: 30, y: 20 } });
    const mended = fromSvg(tie, { mends: { [fault!.id]: 'close' } });
    // Two triangles of 40 by 30.
    expect(mended.lines.map(({ area }) => Math.round(area))).toEqual([600, 600]);
  });

  test('two outlines that cross are united, or the smaller is dropped, as the maker says', () => {
    const cross = '<rect width="60" height="20" y="20"/><rect width="20" height="50" x="20"/>';
    const [fault] = faultsOf(cross);
    expect(fault).toMatchObject({ kind: 'crossing', proposed: 'keep' });
    const after = (mend: 'close' | 'drop' | 'keep') =>
      fromSvg(cross, { mends: { [fault!.id]: mend } }).lines.map(({ area }) => Math.round(area));
    expect(after('close')).toEqual([60 * 20 + 20 * 30]);
    expect(after('drop')).toEqual([1200]);
    expect(after('keep')).toEqual([1200, 1000]);
  });

  const closeAll = (drawing: string) =>
    fromSvg(drawing, { mends: Object.fromEntries(faultsOf(drawing).map(({ id }) => [id, 'close'])) }).lines;

  test.each([
    ['a stair of three', [0, 5, 10], 3 * 800 - 2 * 10 * 15, 2],
    ['a row of three whose edges run along each other', [0, 0, 0], 2000, 0],
  ])('%s overlapping outlines become one', (_name, heights, area, crossings) => {
    const chain = heights
      .map((y, i) => `<rect x="${String(30 * i)}" y="${String(y)}" width="40" height="20"/>`)
      .join('');
    expect(faultsOf(chain).map(({ kind, size }) => [kind, size])).toEqual([
      ['crossing', crossings],
      ['crossing', crossings],
    ]);
    expect(closeAll(chain).map((line) => Math.round(line.area))).toEqual([area]);
  });

  test('of a chain only what the maker unites is united; a ring of overlaps keeps its hole', () => {
    const stair = [0, 1, 2]
      .map((i) => `<rect x="${String(30 * i)}" y="${String(5 * i)}" width="40" height="20"/>`)
      .join('');
    const [first] = faultsOf(stair);
    const some = fromSvg(stair, { mends: { [first!.id]: 'close' } });
    expect(some.lines.map((line) => Math.round(line.area))).toEqual([1600 - 150, 800]);
    const frame =
      '<rect width="60" height="10"/><rect x="50" y="-5" width="10" height="70"/><rect x="-5" y="50" width="70" height="10"/><rect y="-5" width="10" height="70"/>';
    // Bars of 60 by 10, 70 by 10, 70 by 10, 70 by 10 that overlap in four squares of 10 by 10, round an opening of 40 by 40.
    expect(
      closeAll(frame)
        .map((line) => Math.round(line.area))
        .sort((a, b) => b - a),
    ).toEqual([2700 - 400 + 1600, 1600]);
  });

  test('overlapping parts of one filled path are proposed to be united, as it is shown', () => {
    expect(faultsOf('<path d="M0 0h40v20h-40zM30 5h40v20h-40z"/>')).toEqual([
      expect.objectContaining({ kind: 'crossing', proposed: 'close' }),
    ]);
  });

  test('of any circles just those overlap whose middles are further apart than their radii differ and nearer than they add up to', () => {
    const size = fc.integer({ min: 5, max: 40 });
    const circle = fc.record({ cx: fc.integer({ min: 0, max: 120 }), cy: fc.integer({ min: 0, max: 120 }), r: size });
    fc.assert(
      fc.property(fc.array(circle, { minLength: 2, maxLength: 8 }), fc.boolean(), (circles, withPlate) => {
        const pairs = circles.flatMap((a, i) => circles.slice(i + 1).map((b) => [a, b] as const));
        const room = pairs.map(([a, b]) => {
          const apart = Math.hypot(a.cx - b.cx, a.cy - b.cy);
          return { inside: apart - Math.abs(a.r - b.r), outside: a.r + b.r - apart };
        });
        // Where they nearly touch no one sees whether they overlap.
        fc.pre(room.every(({ inside, outside }) => Math.abs(inside) > 0.3 && Math.abs(outside) > 0.3));
        const drawn = circles.map(({ cx, cy, r }) => `<circle cx="${cx}" cy="${cy}" r="${r}"/>`).join('');
        const plate = withPlate ? '<rect x="-60" y="-60" width="260" height="260"/>' : '';
        const told = faultsOf(plate + drawn).filter(({ kind }) => kind === 'crossing');
        expect(told).toHaveLength(room.filter(({ inside, outside }) => inside > 0 && outside > 0).length);
      }),
      tried(100),
    );
  });

  test('outlines that touch, or share an edge from inside, do not overlap', () => {
    expect(faultsOf('<rect width="20" height="20"/><rect x="20" width="20" height="30"/>')).toEqual([]);
    expect(faultsOf('<rect width="40" height="40"/><rect y="10" width="10" height="10"/>')).toEqual([]);
  });

  test('both fill rules disagreeing is told, and the maker decides whether the line is cut', () => {
    const both = '<path d="M0 0H60V60H0Z M20 20H40V40H20Z"/>';
    const [fault] = faultsOf(both);
    // Both squares run the same way: non-zero, which an element has unless it says otherwise, shows one solid square.
    expect(fault).toMatchObject({ kind: 'fill-unclear', actions: ['keep', 'drop'], proposed: 'drop' });
    expect(fromSvg(both, { mends: { [fault!.id]: 'drop' } }).lines).toHaveLength(1);
    expect(faultsOf(both.replace('<path', '<path fill-rule="evenodd"'))).toEqual([]);
  });

  test('ten thousand tiny loops are each named, and none hangs the reading', () => {
    const loops = Array.from(
      { length: 10_000 },
      (_none, i) => `M${String((i % 100) * 2)} ${String(Math.floor(i / 100) * 2)}h.2v.2z`,
    ).join('');
    expect(faultsOf(`<rect width="250" height="250"/>${stroked(loops)}`).length).toBe(10_000);
  });
});

describe('drawings of single lines', () => {
  test('a jigsaw drawn as a grid of open lines: its outermost way round is the outline, the rest cuts through', () => {
    const grid = ['M0 0H60', 'M60 0V40', 'M60 40H0', 'M0 40V0', 'M0 20H60', 'M30 0V40'].map((d) => stroked(d)).join('');
    expect(
      fromSvg(grid)
        .lines.map(({ kind }) => kind)
        .sort(),
    ).toEqual(['outline', 'through', 'through']);
    const parted = ['M0 0H30', 'M30 0H60', 'M60 0V40', 'M60 40H30', 'M30 40H0', 'M0 40V0', 'M30 0V40']
      .map((d) => stroked(d))
      .join('');
    const { lines } = fromSvg(parted);
    expect(lines.map(({ kind, area }) => [kind, Math.round(area)])).toEqual([
      ['outline', 2400],
      ['through', 0],
    ]);
  });
});
