import { expect, test } from '@jest/globals';
import { planned } from '../fixtures.test-support';
import { lantern, lanterns } from '../lantern.test-support';
import { incompleteIn, leftBeforeGlue } from './completeness';
import { passSawn } from './pass-sawn';
import { NO_STACK_WISHES } from '../model/wishes';

const counts = { front: 1, slotted: 2, hollow: 1, back: 1 };
const box = { passes: 1, layers: Object.entries(counts).map(([partId, count]) => ({ partId, count })) };
const pinned = { stacks: { ...NO_STACK_WISHES, pins: [box] } };
const revisions = [{ revision: 1, template: lantern() }];

test('every cut and hole of the five layers is done once; what is left out of a phase, or done twice, is named', async () => {
  const [stack] = (await planned(lanterns(1, {}, pinned))).stacks;
  expect(incompleteIn(stack!, revisions)).toEqual([]);
  const without = { ...stack!, phases: stack!.phases.map((phase) => ({ ...phase, holes: [] })) };
  expect(incompleteIn(without, revisions).map(({ id, times }) => [id, times])).toEqual([
    ['front hole', 0],
    ['back hole', 0],
  ]);
  const twice = { ...stack!, phases: [...stack!.phases, ...stack!.phases] };
  expect(incompleteIn(twice, revisions).every(({ times }) => times === 2)).toBe(true);
});

test('before glue: the phases that a begun pass waits for, less those of which every layer is lost', async () => {
  const input = lanterns(1, {}, pinned);
  const [stack] = (await planned(input)).stacks;
  expect(leftBeforeGlue(stack!)).toEqual([]);
  const [first] = stack!.phases;
  const mark = passSawn(stack!, first!, 1, { spoiled: [], lost: [] });
  const work = [{ ...mark, id: 'e', clientId: 'c', at: '2026-11-24T10:00:00Z', person: null, saw: null }];
  const begun = (await planned({ ...input, work })).stacks.find(({ key }) => key === stack!.key)!;
  const [left] = leftBeforeGlue(begun);
  expect(left!.pass).toBe(1);
  expect(left!.phases.map(({ key }) => key)).toEqual(stack!.phases.slice(1).map(({ key }) => key));
  const last = stack!.phases.at(-2)!;
  const lost = { ...begun, begun: [{ ...begun.begun[0]!, lost: last.layerIds }] };
  expect(leftBeforeGlue(lost)[0]!.phases.map(({ key }) => key)).not.toContain(last.key);
});
