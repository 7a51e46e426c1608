import { expect, test } from '@jest/globals';
import { comfortHeight } from '../../blades';
import { inches } from '../../units';
import { hardnessClass } from '../../wood';
import { besideCut } from './cut-blades';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import { bladePreferences } from '../model/shop';

test('beside the next sizes a planned cut stands under the wood that its stack really has', async () => {
  const plate = part('plate', {
    outline: { id: 'outline', line: null, path: rectangle(90, 60) },
    insideCuts: [{ id: 'eye', line: null, path: circle(8, 45, 30) }],
  });
  const input = inputFor([template('t', [plate])], 3, { shop: { maxLayers: 3 } });
  const plan = await planned(input);
  for (const stack of plan.stacks)
    for (const phase of stack.phases)
      for (const cut of phase.cuts) {
        const { chosen, smaller, larger } = besideCut(cut, phase, stack, input.drawer, bladePreferences(input.shop));
        const height = stack.gangs[0]!.thicknessMm * stack.layers.length;
        expect(phase.heightMm).toBeCloseTo(height, 6);
        const comfort = comfortHeight(cut.choice.blade.size, hardnessClass(stack.gangs[0]!.wood.hardnessN));
        expect(chosen).toMatchObject({ blade: cut.choice.blade, cannot: null });
        expect(chosen.comfortShare).toBeCloseTo(height / comfort, 6);
        // An arc of 8 mm is steered by every blade here; a straight-sided outline has no curve.
        expect(chosen.curve).toBe(cut.kind === 'inside' ? 'steers' : null);
        expect(smaller!.comfortShare).toBeGreaterThan(chosen.comfortShare);
        expect(larger!.comfortShare).toBeLessThan(chosen.comfortShare);
      }
  expect(plan.stacks[0]!.gangs[0]!.thicknessMm).toBeGreaterThan(inches(1 / 16));
});
