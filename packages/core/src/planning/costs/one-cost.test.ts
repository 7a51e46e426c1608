import { expect, test } from '@jest/globals';
import { comfortOf, costInCut, sizeIndex, STRETCH, TYPICAL_BLADES } from '../../blades';
import type { Path } from '../../geometry';
import { inches } from '../../units';
import { inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { bladePreferences } from '../model/shop';
import type { Plan } from '../model/plan';
import { verifyPlan } from '../verify';
import { demandIn } from './cut-demand';

/** A star of five points, 5 mm across, about a place. */
function star(x: number, y: number): Path {
  const corner = (i: number) => {
    const radius = i % 2 === 0 ? 2.5 : 1;
    return { x: x + radius * Math.cos((i * Math.PI) / 5), y: y + radius * Math.sin((i * Math.PI) / 5) };
  };
  const corners = Array.from({ length: 10 }, (_none, i) => corner(i));
  return {
    start: corners[0]!,
    segments: [...corners.slice(1), corners[0]!].map((to) => ({ kind: 'line', to })),
    closed: true,
  };
}

const fretwork = part('screen', {
  woodId: 'birch-plywood',
  thickness: { mm: inches(1 / 8), typed: '1/8' },
  outline: { id: 'o', line: null, path: rectangle(120, 80) },
  insideCuts: Array.from({ length: 24 }, (_none, i) => ({
    id: `star ${String(i)}`,
    line: null,
    path: star(12 + (i % 8) * 13.5, 15 + Math.floor(i / 8) * 25),
  })),
});
const input = inputFor([template('screen', [fretwork])], 8, { shop: { maxLayers: 8 } });

/** What a layer of the first stack costs at each height. */
const heightsOf = (plan: Plan) => new Map(plan.stacks[0]!.heights.map((height) => [height.layers, height]));

test('fretwork with stars of 5 mm is not stacked until only a coarse blade saws it, however many hands that spares', async () => {
  const plan = await planned(input);
  expect(verifyPlan(plan, input)).toEqual([]);
  const sizes = plan.stacks.flatMap(({ phases }) =>
    phases.flatMap(({ cuts }) => cuts.map(({ choice }) => sizeIndex(choice.blade.size))),
  );
  // Eight would be 1 in of hard wood, and a 9: wider than two thirds of what lies between the points of a star. Four are 1/2: a 5.
  expect(Math.max(...sizes)).toBeLessThanOrEqual(sizeIndex('5'));
  const at = heightsOf(plan);
  const [one, four, six] = [1, 4, 6].map((layers) => at.get(layers)!);
  expect(one!.blades).toEqual(['1-reverse', '3-reverse']);
  // Six save two minutes a layer at the saw, and lose as much and more of what is sawn.
  expect(four!.minutesPerLayer - six!.minutesPerLayer).toBeGreaterThan(1.5);
  expect(six!.qualityPerLayer - four!.qualityPerLayer).toBeGreaterThan(four!.minutesPerLayer - six!.minutesPerLayer);
  expect(four!.costPerLayerMinor).toBeLessThan(six!.costPerLayerMinor);
});

test('what a stack leaves to smooth is what its blades were chosen by, cut by cut', async () => {
  const plan = await planned(input);
  const [stack] = plan.stacks;
  const { economy } = bladePreferences(input.shop);
  const left = stack!.phases.flatMap((phase) =>
    phase.cuts.map((cut) => {
      const demand = demandIn(phase, stack!, economy)(cut);
      const chosen = costInCut(demand, cut.choice.blade, economy);
      // No other blade of the drawer would cost less by more than the border in which the school and the teeth that are liked decide.
      const others = TYPICAL_BLADES.filter(({ inDrawer, form }) => inDrawer && form !== 'spiral');
      const able = others.filter((blade) => comfortOf(blade, demand.hardnessN) * STRETCH >= demand.heightMm);
      const least = Math.min(...able.map((blade) => costInCut(demand, blade, economy).total));
      expect(chosen.total).toBeLessThanOrEqual(least * 1.06);
      return chosen.smoothing + chosen.risk;
    }),
  );
  const all = left.reduce((sum, minutes) => sum + minutes, 0);
  expect(heightsOf(plan).get(stack!.layers.length)!.qualityPerLayer).toBeCloseTo(all / stack!.layers.length, 9);
});
