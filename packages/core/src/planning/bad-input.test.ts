import { describe, expect, test } from '@jest/globals';
import type { Path } from '../geometry';
import { featuresOfBody, giveToLayers, type Part } from '../products';
import { inches } from '../units';
import { circle, inputFor, part, planned, rectangle, quietKit, template } from './fixtures.test-support';
import { lantern, lanterns } from './lantern.test-support';
import { TYPICAL_SHOP, type Saw } from './model/shop';
import { NO_STACK_WISHES } from './model/wishes';
import { planRun } from './plan';
import { verifyPlan } from './verify';

describe('what cannot be planned is told, and the nearest that can be is', () => {
  test('a layer thicker by itself than the saw takes', async () => {
    const thick = part('post', { thickness: { mm: inches(3), typed: '3' } });
    const result = await planRun(inputFor([template('gate', [thick])], 2), quietKit);
    expect(result).toMatchObject({ ok: false, error: [{ kind: 'too-thick-for-saw', where: 'gate, post' }] });
    if (!result.ok) expect(result.error[0]!.hint).toContain('thinner wood');
  });

  test('what another saw of the shop takes is told with it: too thick, tilted too far, out of reach', async () => {
    const { saw } = TYPICAL_SHOP;
    const hintFor = async (toy: Part, otherSaws: readonly Saw[]) => {
      const result = await planRun(inputFor([template('t', [toy])], 1, { shop: { saw, otherSaws } }), quietKit);
      return result.ok ? '' : result.error[0]!.hint;
    };
    const big = { ...saw, name: 'The long arm', maxHeight: { mm: 100, typed: null }, reach: { mm: 900, typed: null } };
    const thick = part('post', { thickness: { mm: inches(3), typed: '3' } });
    const wide = part('table', {
      outline: { id: 'o', line: null, path: rectangle(1000, 1000) },
      insideCuts: [{ id: 'eye', line: null, path: circle(10, 500, 500) }],
    });
    const leaning = part('rim', { cutRules: { 'rim-outline': { line: 'on', tiltDegrees: 50, kept: null } } });
    for (const toy of [thick, leaning]) {
      expect(await hintFor(toy, [{ ...big, tiltRightDegrees: 55 }])).toContain('Or plan for The long arm');
      expect(await hintFor(toy, [saw])).not.toContain('Or plan for');
    }
    expect(await hintFor(wide, [big])).toContain('nearer an edge. Or plan for The long arm, which takes it');
  });

  test('a cut that no layer would have stays where it is', () => {
    const features = featuresOfBody(lantern(), lantern().bodies[0]!);
    if (!features.ok) throw new Error(features.error.message);
    const none = features.value[0]!.ids.map(() => false);
    const given = giveToLayers(lantern(), 'box', features.value[0]!, none, () => 'new');
    expect(given).toMatchObject({ ok: false, error: { kind: 'in-no-layer', where: 'Money box' } });
  });

  test('mirror images with a face on one side only: the part that lies face down is named', async () => {
    const corners = [
      [80, 0],
      [80, 25],
      [25, 25],
      [25, 70],
      [0, 70],
      [0, 0],
    ] as const;
    const drawn = (mirror: boolean): Path => ({
      start: { x: mirror ? 100 : 0, y: 0 },
      segments: corners.map(([x, y]) => ({ kind: 'line', to: { x: mirror ? 100 - x : x, y } })),
      closed: true,
    });
    const hand = (id: string, mirror: boolean) =>
      part(id, {
        woodId: 'birch-plywood',
        grain: 'any',
        outline: { id: `${id} o`, line: null, path: drawn(mirror) },
      });
    const hands = [hand('left', false), hand('right', true)];
    const input = inputFor([template('bracket', hands)], 1, { run: { stacks: NO_STACK_WISHES } });
    const plan = await planned(input);
    const [over] = plan.stacks.flatMap(({ gangs }) => gangs.filter(({ turnedOver }) => turnedOver));
    const warning = plan.warnings.find(({ kind }) => kind === 'one-sided-face');
    expect(warning?.inputs).toEqual({ parts: over!.parts[0]!.partName });
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('no copies at all: a plan with nothing to saw', async () => {
    const input = lanterns(0);
    const plan = await planned(input);
    expect(plan.stacks).toEqual([]);
    expect(plan.parts.every(({ toCut, planned: coming }) => toCut === 0 && coming === 0)).toBe(true);
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('a hundred thousand copies: every layer is in a pass, and the count is right to the piece', async () => {
    const input = inputFor([template('tag', [part('a'), part('b', { perCopy: 3 })])], 100_000, {
      run: { stacks: NO_STACK_WISHES },
    });
    const plan = await planned(input);
    expect(plan.parts.map(({ planned: coming, leftOver }) => [coming, leftOver])).toEqual([
      [100_000, 0],
      [300_000, 0],
    ]);
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('a pinned stack that the saw cannot take is left out and told, and the rest is planned', async () => {
    const pin = { layers: [{ partId: 'front', count: 40 }], passes: 1 };
    const plan = await planned(lanterns(2, {}, { stacks: { ...NO_STACK_WISHES, pins: [pin] } }));
    expect(plan.warnings.map(({ kind }) => kind)).toContain('pin-left-out');
    expect(plan.parts.every(({ planned: coming, toCut }) => coming === toCut)).toBe(true);
  });
});
