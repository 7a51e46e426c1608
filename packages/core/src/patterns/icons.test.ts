import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import polygonClipping, { type Ring } from 'polygon-clipping';
import { flatten, pathLength, type Path } from '../geometry';
import { cases } from '../cases.test-support';
import { followSteps, noSteps, readDrawing, writeDxf, writeSvg } from '.';

/** Icons are drawn in a box of 24 units; at 5 mm to the unit they are the size of a small plaque. */
const MM_PER_UNIT = 5;
/** How far the chords given to the other library stand off the curve, mm. */
const CHORD = 0.002;

describe('a general-purpose package of filled icons', () => {
  const folder = dirname(createRequire(import.meta.url).resolve('@tabler/icons/filled/butterfly.svg'));
  const icons = readdirSync(folder).filter((name) => !name.startsWith('brand-'));

  test('every icon reads, and its lines have the area a second library finds, or are reported as crossing', () => {
    expect(icons.length).toBeGreaterThan(500);
    let compared = 0;
    for (const name of icons.filter((_name, i) => i % 600 < cases(600))) {
      const raw = readDrawing(readFileSync(join(folder, name), 'utf8'));
      if (!raw.ok) throw new Error(`${name}: ${raw.error.message}`);
      const drawing = followSteps(raw.value, noSteps(MM_PER_UNIT));
      if (!drawing.ok) throw new Error(`${name}: ${drawing.error.message}`);
      const { lines, faults } = drawing.value;
      expect([name, lines.some(({ kind }) => kind === 'outline')]).toEqual([name, true]);
      for (const line of lines.filter(({ path }) => path.closed)) {
        const ring = flatten(line.path, CHORD).map(({ x, y }): [number, number] => [x, y]);
        const area = polygonClipping
          .union([[...ring, ring[0]!]])
          .reduce((sum, polygon) => sum + polygonArea(polygon), 0);
        const agrees = Math.abs(area - line.area) < 0.001 * area + CHORD * pathLength(line.path);
        const reported = faults.some(({ kind, lines: ids }) => kind === 'self-crossing' && ids.includes(line.id));
        expect([name, line.id, agrees || reported]).toEqual([name, line.id, true]);
        if (agrees) compared++;
      }
    }
    expect(compared).toBeGreaterThan(cases(1000));
  });

  test('every fourth icon goes out as SVG and as DXF and comes back as the same lines', () => {
    for (const name of icons.filter((_name, i) => i % 4 === 0 && i < cases(600))) {
      const drawn = linesOf(readFileSync(join(folder, name), 'utf8'), MM_PER_UNIT);
      const lines = drawn.flatMap(({ kind, path }) => (kind === 'ignore' ? [] : [{ kind, path }]));
      for (const text of [writeSvg(lines, name), writeDxf(lines)]) {
        const back = told(linesOf(text, 1));
        // Figures go out to a thousandth of a millimetre.
        const close = told(lines).every(
          ({ kind, length }, n) => back[n]?.kind === kind && Math.abs(length - back[n].length) < 0.2,
        );
        expect([name, back.length, close]).toEqual([name, lines.length, true]);
      }
    }
  });

  const linesOf = (text: string, mmPerUnit: number) => {
    const raw = readDrawing(text);
    const drawing = raw.ok ? followSteps(raw.value, noSteps(mmPerUnit)) : raw;
    if (!drawing.ok) throw new Error(drawing.error.message);
    return drawing.value.lines;
  };
  /** Kinds and lengths. */
  const told = (lines: readonly { readonly kind: string; readonly path: Path }[]) =>
    lines
      .map(({ kind, path }) => ({ kind, length: pathLength(path) }))
      .sort((a, b) => a.kind.localeCompare(b.kind) || a.length - b.length);

  /** An outline less its holes. */
  const polygonArea = ([outer, ...holes]: Ring[]): number =>
    Math.abs(ringArea(outer ?? [])) - holes.reduce((sum, hole) => sum + Math.abs(ringArea(hole)), 0);
  const ringArea = (ring: Ring): number =>
    ring.reduce((sum, [x, y], i) => {
      const [nextX, nextY] = ring[(i + 1) % ring.length]!;
      return sum + (x * nextY - y * nextX) / 2;
    }, 0);
});
