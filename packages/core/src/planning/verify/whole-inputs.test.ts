import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../../cases.test-support';
import { anyInput } from '../any-input.test-support';
import { quietKit } from '../fixtures.test-support';
import { planRun } from '../plan';
import { verifyPlan } from '.';

test('what is planned of any run stands before the checker', async () => {
  await fc.assert(
    fc.asyncProperty(anyInput, async (input) => {
      const plan = await planRun(input, quietKit);
      if (!plan.ok) throw new Error(JSON.stringify(plan.error));
      expect(verifyPlan(plan.value, input)).toEqual([]);
    }),
    { ...tried(10_000, 165), endOnFailure: true },
  );
}, 10_800_000);
