import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pathLength, pathBox } from '../../geometry';
import type { ShapeStep } from '..';
import { fromSvg } from '../reading.test-support';
import { tried } from '../../cases.test-support';

const mm = (value: number) => ({ mm: value, typed: null });
/** A plate 100 by 60 with a slot 6 wide and 20 deep let into its upper edge, and a hole. */
const slotted = '<path d="M0 0H40V20H46V0H100V60H0Z" id="plate"/><circle cx="70" cy="40" r="3.175" id="dowel"/>';
const shaped = (body: string, shape: readonly ShapeStep[], held: readonly string[] = []) =>
  fromSvg(body, { shape, held });

describe('scale', () => {
  test.each([
    ['by a factor', { by: 'factor', factor: 1.5 } as const, 150, 90],
    ['to a width', { by: 'width', length: mm(250) } as const, 250, 150],
    ['to a height', { by: 'height', length: mm(30) } as const, 50, 30],
    ['to a board', { by: 'board', width: mm(200), height: mm(90) } as const, 150, 90],
  ])('%s', (_name, to, width, height) => {
    const drawing = shaped(slotted, [{ kind: 'scale', to }]);
    expect([drawing.width, drawing.height]).toEqual([expect.closeTo(width, 6), expect.closeTo(height, 6)]);
  });

  test('a slot drawn as curves without handles is the same slot', () => {
    // Each straight side as a cubic whose handles lie on its ends, as some programs write lines.
    const points = ['0 0', '40 0', '40 20', '46 20', '46 0', '100 0', '100 60', '0 60'];
    const data = points.map((to, i) => (i === 0 ? `M${to}` : `C${points[i - 1]!} ${to} ${to}`)).join('');
    const drawing = shaped(`<path d="${data}Z" id="plate"/>`, []);
    expect(drawing.features.filter(({ kind }) => kind === 'slot')).toMatchObject([{ width: 6, depth: 20 }]);
  });

  test('a held slot and a held hole keep their size; the rest grows', () => {
    const plain = shaped(slotted, []);
    const [slot] = plain.features.filter(({ kind }) => kind === 'slot');
    expect(slot).toMatchObject({ width: 6, depth: 20 });
    const held = [slot!.id, '#dowel'];
    const drawing = shaped(slotted, [{ kind: 'scale', to: { by: 'factor', factor: 2 } }], held);
    expect([drawing.width, drawing.height]).toEqual([200, 120]);
    const now = drawing.features.find(({ id }) => id === slot!.id);
    expect([now!.width, now!.depth]).toEqual([expect.closeTo(6, 6), expect.closeTo(20, 6)]);
    // Its middle was at 43 from the left, and is now at twice that.
    expect(now!.at.x).toBeCloseTo(86, 6);
    const hole = drawing.lines.find(({ id }) => id === '#dowel')!;
    expect(pathLength(hole.path)).toBeCloseTo(2 * Math.PI * 3.175, 4);
    expect((pathBox(hole.path).minX + pathBox(hole.path).maxX) / 2).toBeCloseTo(140, 6);
    expect(hole.kind).toBe('drilled');
  });

  test('whatever the factor, held sizes stay and everything else is in proportion', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.6, max: 4, noNaN: true }), (factor) => {
        const [slot] = shaped(slotted, []).features.filter(({ kind }) => kind === 'slot');
        const after = shaped(slotted, [{ kind: 'scale', to: { by: 'factor', factor } }], [slot!.id]);
        expect(after.features.find(({ id }) => id === slot!.id)).toMatchObject({
          width: expect.closeTo(6, 4),
          depth: expect.closeTo(20, 4),
        });
        expect(after.width).toBeCloseTo(100 * factor, 4);
      }),
      tried(30),
    );
  });
});

describe('other steps', () => {
  test('two points and the true distance between them set the size of everything, slots too', () => {
    const step: ShapeStep = { kind: 'true-size', from: { x: 0, y: 0 }, to: { x: 100, y: 0 }, distance: mm(203.2) };
    const drawing = shaped(slotted, [step], ['#plate slot 1']);
    expect(drawing.width).toBeCloseTo(203.2, 6);
    expect(drawing.features.find(({ kind }) => kind === 'slot')!.width).toBeCloseTo(6 * 2.032, 6);
  });

  test('four quarter turns and two mirrors bring a drawing back', () => {
    const quarter: ShapeStep = { kind: 'rotate', angle: Math.PI / 2 };
    const mirror: ShapeStep = { kind: 'mirror', axis: 'left-right' };
    const after = shaped(slotted, [quarter, quarter, mirror, quarter, quarter, mirror]);
    const before = shaped(slotted, []);
    after.lines.forEach(({ path }, i) => {
      expect(path.start.x).toBeCloseTo(before.lines[i]!.path.start.x, 5);
      expect(path.start.y).toBeCloseTo(before.lines[i]!.path.start.y, 5);
    });
  });

  test('the grain turns with the drawing', () => {
    const grain = (...shape: ShapeStep[]) => fromSvg(slotted, { grain: 'along-x', shape }).grain;
    expect(grain({ kind: 'rotate', angle: Math.PI / 2 })).toBe('along-y');
    expect(grain({ kind: 'rotate', angle: Math.PI }, { kind: 'mirror', axis: 'up-down' })).toBe('along-x');
  });

  test('the datum edge is found again after turning', () => {
    const datum = { line: '#plate', segment: 6 };
    const upright = fromSvg(slotted, { datum }).datum!.edge;
    expect(Math.abs(upright.from.y - upright.to.y)).toBeCloseTo(0, 6);
    const turned = fromSvg(slotted, { datum, shape: [{ kind: 'rotate', angle: Math.PI / 2 }] }).datum!.edge;
    expect(Math.abs(turned.from.x - turned.to.x)).toBeCloseTo(0, 5);
  });

  test('points are reduced within a tolerance: a circle of a thousand short lines stays within it', () => {
    const points = Array.from(
      { length: 1000 },
      (_none, i) => `${String(50 + 40 * Math.cos(i * 0.0062831853))} ${String(50 + 40 * Math.sin(i * 0.0062831853))}`,
    );
    const body = `<path d="M${points.join('L')}Z"/>`;
    const [thick, thin] = [fromSvg(body), fromSvg(body, { simplifyWithin: 0.1 })].map(({ lines }) => lines[0]!);
    expect(thin!.path.segments.length).toBeLessThan(120);
    expect(thick!.path.segments.length).toBeGreaterThan(990);
    for (const { to } of thin!.path.segments)
      expect(Math.abs(Math.hypot(to.x - 40, to.y - 40) - 40)).toBeLessThan(0.11);
    expect(Math.abs(thin!.area - thick!.area)).toBeLessThan(0.1 * 2 * Math.PI * 40);
  });
});
