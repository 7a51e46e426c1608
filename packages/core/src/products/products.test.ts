import { describe, expect, test } from '@jest/globals';
import { readSvg, scaleDrawing, type Drawing } from '../patterns';
import { cutsOf, partsFromDrawing } from '.';

function drawing(shapes: string): Drawing {
  const raw = readSvg(`<svg width="100mm" viewBox="0 0 100 100">${shapes}</svg>`);
  const scaled = raw.ok ? scaleDrawing(raw.value, 1) : raw;
  if (!scaled.ok) throw new Error(scaled.error.kind);
  return scaled.value;
}

const target = drawing('<circle r="30"/><circle r="20"/><circle r="10"/><rect x="40" width="20" height="20"/>');
const defaults = (together: boolean) => {
  let n = 0;
  return { woodId: 'cherry', thickness: { mm: 6.35, typed: '1/4' }, together, newId: () => `id-${String(++n)}` };
};

describe('parts from a drawing', () => {
  test('a ring, the disc that falls out of it, and a square beside them', () => {
    const parts = partsFromDrawing(target, new Set([2]), defaults(false));
    expect(parts.map(({ name, insideCuts }) => [name, insideCuts.length])).toEqual([
      ['Part 1', 1],
      ['Part 2', 0],
      ['Part 3', 0],
    ]);
    const ids = parts.flatMap((part) => [part.id, ...cutsOf(part).map(({ cut }) => cut.id)]);
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('a piece that falls out as waste needs no cut', () => {
    const parts = partsFromDrawing(target, new Set(), defaults(true));
    expect(parts).toHaveLength(2);
    expect(parts.flatMap(cutsOf)).toHaveLength(3);
    expect(new Set(parts.map(({ sharedBlank }) => sharedBlank)).size).toBe(1);
  });
});
