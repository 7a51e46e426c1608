import { expect, test } from '@jest/globals';
import { circle, inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { inches } from '../units';
import { drillableCuts, drilledInstead } from '.';

const opening = (id: string, path: ReturnType<typeof circle>) => ({ id, line: null, path });
const plate = part('plate', {
  insideCuts: [
    opening('quarter', circle(inches(1 / 8), 20, 30)),
    opening('odd', circle(7.3, 50, 30)),
    opening('square', rectangle(12, 12, 70, 20)),
  ],
});

test('a usual size is proposed where nobody has said which bits there are; else what the shop has', () => {
  expect(drillableCuts(plate, null)).toEqual([{ cutId: 'quarter', bitMm: inches(1 / 4) }]);
  // A Forstner bit of 14.6 mm makes the odd one; a shop without a quarter inch saws that.
  expect(drillableCuts(plate, [14.6])).toEqual([{ cutId: 'odd', bitMm: 14.6 }]);
  expect(drillableCuts(plate, [])).toEqual([]);
});

test.each([
  { line: 'outside' as const, tiltDegrees: 0, kept: null },
  { line: 'on' as const, tiltDegrees: 5, kept: null },
  { line: 'on' as const, tiltDegrees: 0, kept: 'support' as const },
])('an opening sawn as %j is not for the drill', (rule) => {
  expect(drillableCuts({ ...plate, cutRules: { quarter: rule } }, null)).toEqual([]);
});

test('drilled instead, it is one hole of the plan and no cut', async () => {
  const before = await planned(inputFor([template('t', [plate])], 1));
  const drilled = drilledInstead({ ...plate, cutWants: { quarter: ['clean-underside'] } }, 'quarter');
  expect(drilled.cutWants).toEqual({});
  expect(drilledInstead(plate, 'square')).toBe(plate);
  const after = await planned(inputFor([template('t', [drilled])], 1));
  const cuts = (plan: typeof before) => plan.stacks[0]!.phases.flatMap((phase) => phase.cuts.map(({ cutId }) => cutId));
  expect(cuts(before)).toContain('quarter');
  expect(cuts(after)).toEqual(cuts(before).filter((id) => id !== 'quarter'));
  const [hole] = after.stacks[0]!.phases.flatMap(({ holes }) => holes);
  expect(hole).toMatchObject({
    holeId: 'quarter',
    diameterMm: expect.closeTo(inches(1 / 4), 9),
    center: { x: 20, y: 30 },
  });
});
