import { expect, test } from '@jest/globals';
import { circle, inputFor, part, planned, template } from '../fixtures.test-support';
import type { PlannedCut } from '../model/stack';
import { inSequence } from './cut-sequence';

/** Cuts as a plan has them, each with the blade that is named. */
async function cutsWith(blades: Readonly<Record<string, string>>): Promise<PlannedCut[]> {
  const insideCuts = Object.keys(blades).map((id, i) => ({ id, line: null, path: circle(3, 10 + 12 * i, 30) }));
  const plan = await planned(inputFor([template('plate', [part('plate', { insideCuts })])], 1));
  return plan.stacks[0]!.phases[0]!.cuts.map((cut) => {
    const blade = { ...cut.choice.blade, id: blades[cut.cutId] ?? 'coarse' };
    return { ...cut, choice: { ...cut.choice, blade } };
  });
}

const idsOf = (cuts: readonly PlannedCut[]): string[] => cuts.map(({ cutId }) => cutId);

test('a blade is not come back to where what lies inside wants another', async () => {
  const cuts = await cutsWith({ ring: 'coarse', disc: 'fine', frame: 'coarse', star: 'fine' });
  expect(idsOf(inSequence(cuts, [{ around: {}, cuts }], 'inside-first'))).toEqual([
    'ring',
    'frame',
    'disc',
    'star',
    'plate-outline',
  ]);
  const around = { disc: ['ring'], star: ['frame'] };
  expect(idsOf(inSequence(cuts, [{ around, cuts }], 'inside-first'))).toEqual([
    'disc',
    'star',
    'ring',
    'frame',
    'plate-outline',
  ]);
});

test('a part that falls out of an opening of another is sawn whole before that opening', async () => {
  const cuts = await cutsWith({ opening: 'coarse', eye: 'coarse' });
  // The eye is of a fish that lies in the opening; its outline is sawn after it and before the opening.
  const fish = cuts.map((cut) =>
    cut.cutId === 'eye'
      ? { ...cut, partId: 'fish' }
      : cut.kind === 'outside'
        ? { ...cut, cutId: 'fish-outline', partId: 'fish' }
        : cut,
  );
  const around = { eye: ['opening'], 'fish-outline': ['opening'] };
  expect(idsOf(inSequence(fish, [{ around, cuts: fish }], 'inside-first'))).toEqual(['eye', 'fish-outline', 'opening']);
});
