import { describe, expect, test } from '@jest/globals';
import { followSteps, noSteps, readDrawing, type Drawing, type DrawingSteps } from '../patterns';
import { cutsOf, partsFromDrawing, renewParts } from '.';

function drawing(shapes: string, changes: Partial<DrawingSteps> = {}): Drawing {
  const raw = readDrawing(`<svg width="100mm" viewBox="0 0 100 100">${shapes}</svg>`);
  const scaled = raw.ok ? followSteps(raw.value, { ...noSteps(1), ...changes }) : raw;
  if (!scaled.ok) throw new Error(scaled.error.kind);
  return scaled.value;
}

const SHAPES = '<circle r="30"/><circle r="20"/><circle r="10"/><rect x="40" width="20" height="20"/>';
const target = drawing(SHAPES);
const defaults = (together: boolean) => {
  let n = 0;
  return {
    drawing: 'd',
    woodId: 'cherry',
    thickness: { mm: 6.35, typed: '1/4' },
    together,
    newId: () => `id-${String(++n)}`,
  };
};

describe('parts from a drawing', () => {
  test('a ring, the disc that falls out of it, and a square beside them', () => {
    const parts = partsFromDrawing(target, defaults(false));
    expect(parts.map(({ name, insideCuts }) => [name, insideCuts.length])).toEqual([
      ['Part 1', 1],
      ['Part 2', 0],
      ['Part 3', 0],
    ]);
    const ids = parts.flatMap((part) => [part.id, ...cutsOf(part).map(({ cut }) => cut.id)]);
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('a piece that falls out as waste needs no cut', () => {
    const parts = partsFromDrawing(drawing(SHAPES, { kinds: { 'circle #3': 'ignore' } }), defaults(true));
    expect(parts).toHaveLength(2);
    expect(parts.flatMap(cutsOf)).toHaveLength(3);
    expect(new Set(parts.map(({ sharedBlank }) => sharedBlank)).size).toBe(1);
  });
});

describe('parts that are drawn several times', () => {
  const wheel = (x: number, y: number): string =>
    `<circle cx="${String(x)}" cy="${String(y)}" r="8"/><circle cx="${String(x)}" cy="${String(y)}" r="2"/>`;
  const wheels = [wheel(10, 10), wheel(30, 10), wheel(50, 10.004), wheel(70, 10)].join('');
  const named = (shapes: string, changes: Partial<DrawingSteps> = {}, woodId = 'cherry', together = false) =>
    partsFromDrawing(drawing(shapes, changes), { ...defaults(together), woodId }).map(
      ({ name, perCopy }) => `${String(perCopy)} × ${name}`,
    );

  test('four wheels are one part, four a copy; told to be each their own, or as they lie on a blank, they are four', () => {
    expect(named(`${wheels}<rect y="40" width="80" height="20"/>`)).toEqual(['4 × Part 1', '1 × Part 2']);
    expect(named(wheels, { equalAsOne: false })).toHaveLength(4);
    expect(named(wheels, {}, 'cherry', true)).toHaveLength(4);
  });

  test('turned across the grain it is another part of a board, and the same of a sheet; a mirror image is another', () => {
    const slip = '<rect width="30" height="10"/><rect x="40" width="10" height="30"/>';
    expect(named(slip)).toHaveLength(2);
    expect(named(slip, {}, 'birch-plywood')).toEqual(['2 × Part 1']);
    const flag = '<path d="M0 0 h20 l10 5 h-30 z"/><path d="M80 0 h-20 l-10 5 h30 z"/>';
    expect(named(flag, {}, 'birch-plywood')).toHaveLength(2);
  });

  test('one with another hole, or another mark, is another part', () => {
    const plate = (x: number, inner: string): string => `<rect x="${String(x)}" width="20" height="20"/>${inner}`;
    const slots = [
      plate(0, '<rect x="5" y="5" width="4" height="6"/>'),
      plate(30, '<rect x="35" y="6" width="4" height="6"/>'),
    ];
    expect(named(slots.join(''))).toHaveLength(2);
    const marked = [plate(0, '<path d="M5 5 h8"/>'), plate(30, '<path d="M35 5 h8"/>'), plate(60, '')];
    expect(named(marked.join(''))).toEqual(['2 × Part 1', '1 × Part 2']);
  });

  test('the parts of a better drawing are matched to what was one part', () => {
    const kept = partsFromDrawing(drawing(wheels), defaults(false)).map((part) => ({ ...part, name: 'Wheel' }));
    const larger = { shape: [{ kind: 'scale' as const, to: { by: 'factor' as const, factor: 2 } }] };
    const after = renewParts(kept, partsFromDrawing(drawing(wheels, larger), defaults(false)), 'd');
    expect(after).toMatchObject([{ id: kept[0]!.id, name: 'Wheel', perCopy: 4 }]);
  });
});

describe('a drawing shaped again, or replaced by a better one', () => {
  const before = partsFromDrawing(target, defaults(false)).map((part, i) => ({
    ...part,
    name: `Kept ${String(i)}`,
    perCopy: 3,
  }));
  const fresh = (shapes: string, changes: Partial<DrawingSteps> = {}) => {
    let n = 100;
    return partsFromDrawing(drawing(shapes, changes), { ...defaults(false), newId: () => `new-${String(++n)}` });
  };

  test('twice as large, every part and cut is the same one, with the name and count it was given', () => {
    const after = renewParts(
      before,
      fresh(SHAPES, { shape: [{ kind: 'scale', to: { by: 'factor', factor: 2 } }] }),
      'd',
    );
    const ids = (parts: typeof before) =>
      parts.flatMap((part) => [part.id, part.name, ...cutsOf(part).map(({ cut }) => cut.id)]);
    expect(ids(after)).toEqual(ids(before));
    expect(after[2]!.outline.path.segments[0]!.to.x - after[2]!.outline.path.start.x).toBeCloseTo(40, 9);
  });

  test('a line more is a new part at the end, a line less takes its part away, other drawings are left alone', () => {
    const other = { ...before[0]!, id: 'other', drawing: 'e' };
    const after = renewParts(
      [...before, other],
      fresh(SHAPES.replace(/<circle r="30"\/><circle r="20"\/>/, '<ellipse cx="200" rx="9" ry="8"/>')),
      'd',
    );
    expect(after.map(({ id, drawing: from }) => [id.startsWith('new'), from])).toEqual([
      [false, 'd'],
      [false, 'd'],
      [false, 'e'],
      [true, 'd'],
    ]);
  });

  test('a line with a name of its own is the same part, wherever the better drawing has it', () => {
    const named = partsFromDrawing(drawing('<circle r="9" id="moon"/><rect x="40" width="20" height="20"/>'), {
      ...defaults(false),
    });
    const after = renewParts(
      named,
      fresh('<rect x="40" width="20" height="20"/><circle r="12"/><ellipse id="moon" cx="90" rx="9" ry="8"/>'),
      'd',
    );
    expect(after[0]!.id).toBe(named[0]!.id);
    expect(after[0]!.outline.line).toBe('#moon');
  });

  test('parts from before lines had names are matched in their order', () => {
    const old = before.map((part) => ({ ...part, outline: { ...part.outline, line: null } }));
    expect(renewParts(old, fresh(SHAPES), 'd').map(({ id }) => id)).toEqual(before.map(({ id }) => id));
  });
});
