import { describe, expect, test } from '@jest/globals';
import { addUpWork, ofStep, type WorkEvent } from '../ledger';
import { stamped } from '../ledger/stamped.test-support';
import { passSawn, type PlanInput } from '../planning';
import { inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { benchSteps, layersSpoiled, makeUpOf, pieceLedger, recordedTimes, setCounts, tickStep } from '.';

const eventOf = (tap: object): WorkEvent => ({ ...tap, ...stamped() }) as WorkEvent;

const rocker = part('rocker', {
  perCopy: 2,
  pinnedLayers: 3,
  outline: { id: 'ro', line: null, path: rectangle(80, 30) },
});
const body = part('body', { perCopy: 1, pinnedLayers: 2 });
const whales = (work: WorkEvent[] = []): PlanInput => inputFor([template('whale', [body, rocker])], 3, { work });

const counts = async (input: PlanInput) => {
  const plan = await planned(input);
  const work = addUpWork(input.work);
  return {
    plan,
    pieces: pieceLedger(plan, work, input.run, input.revisions),
    sets: setCounts(plan, work, input.run, input.revisions)[0]!,
  };
};

const assembled = (copies: number): WorkEvent =>
  eventOf({ kind: 'sets-assembled', templateId: 'whale', variantId: null, copies });

describe('the count of a run', () => {
  test('of three whales by hand: what is there, what can be put together, what the next one waits for', async () => {
    const first = await counts(whales());
    expect(first.sets).toMatchObject({ wanted: 3, assembled: 0, ready: 0 });
    expect(first.sets.heldBackBy).toEqual([
      { name: 'body', missing: 1 },
      { name: 'rocker', missing: 2 },
    ]);
    // One pass of two bodies, one of three rockers: one whale, and a rocker short of the second.
    const [bodies, rockers] = ['body', 'rocker'].map((name) =>
      first.plan.stacks.find(({ gangs }) => gangs[0]!.parts[0]!.partId === name)!,
    );
    const sawn = [eventOf(passSawn(bodies!, null, 1)), eventOf(passSawn(rockers!, null, 1))];
    expect((await counts(whales(sawn))).sets).toMatchObject({ ready: 1, heldBackBy: [] });
    const after = await counts(whales([...sawn, assembled(1)]));
    expect(after.sets).toMatchObject({ assembled: 1, ready: 0, heldBackBy: [{ name: 'rocker', missing: 1 }] });
    expect(after.pieces).toMatchObject([
      { partId: 'body', needed: 3, good: 2, assembled: 1, toCut: 1, surplus: 0 },
      { partId: 'rocker', needed: 6, good: 3, assembled: 2, toCut: 3, surplus: 0 },
    ]);
  });

  test('pieces are in work from when their blanks are stuck until they are good or spoiled', async () => {
    const { plan } = await counts(whales());
    const stick = benchSteps(plan, addUpWork([]), { factors: {} }, { bladeInSaw: null, first: null }).find(
      ({ kind, stackKey }) => kind === 'stick' && plan.stacks.find(({ key }) => key === stackKey)!.layers.length === 3,
    )!;
    const stack = plan.stacks.find(({ key }) => key === stick.stackKey)!;
    const stuck = tickStep(stick, stack, 3, () => []).map(eventOf);
    const inWork = async (work: WorkEvent[]) => (await counts(whales(work))).pieces.map((row) => row.inWork);
    // Two passes of three rockers.
    expect(await inWork(stuck)).toEqual([0, 6]);
    const spoiled = eventOf(layersSpoiled(stack, null, 1, stack.layers[0]!.id, 'broke'));
    expect(await inWork([...stuck, spoiled])).toEqual([0, 5]);
    expect(await inWork([...stuck, eventOf(passSawn(stack, null, 1))])).toEqual([0, 3]);
  });

  test('what pinned layers made too many is surplus when nothing is to be sawn any more', async () => {
    const { plan } = await counts(whales());
    const bodies = plan.stacks.find(({ layers }) => layers.length === 2)!;
    const all = [1, 2].map((pass) => eventOf(passSawn(bodies, null, pass)));
    const { pieces } = await counts(whales(all));
    expect(pieces[0]).toMatchObject({ good: 4, toCut: 0, surplus: 1 });
  });
});

describe('what was spoiled', () => {
  const bodies = (spares: number, work: WorkEvent[] = []): PlanInput =>
    inputFor([template('whale', [part('body', { perCopy: 1, pinnedLayers: 2 })])], 4, {
      work,
      run: { spares: { kind: 'count', count: spares } },
    });

  test.each([
    // Without a spare one more layer has to be sawn; with two spares one of them is there instead.
    [0, 0, 1],
    [2, 1, 0],
  ])('with %s spares is made up for: %s by spares, %s sawn again', async (spares, bySpares, again) => {
    const before = await planned(bodies(spares));
    const [stack] = before.stacks;
    const spoiled = eventOf(layersSpoiled(stack!, null, 1, stack!.layers[0]!.id, 'burnt'));
    const [made] = makeUpOf(before, await planned(bodies(spares, [spoiled])));
    expect(made).toMatchObject({ partId: 'body', bySpares, again });
    expect(made!.stacks.length > 0).toBe(again > 0);
  });
});

describe('the record of minutes', () => {
  let pass = 0;
  const step = (minutes: number | null, plannedMinutes: number, kind: 'drill' | 'stick' = 'drill'): WorkEvent =>
    eventOf({
      kind: 'step-done',
      subject: ofStep(kind),
      stack: 'a',
      stackLayers: null,
      phase: null,
      passes: [++pass],
      detail: null,
      minutes,
      plannedMinutes,
    });

  test('sums what was clocked by kind, and sets apart what nobody took', () => {
    const work = addUpWork([
      step(3, 2),
      step(1, 2),
      step(null, 2),
      step(2, 1, 'stick'),
      // A page left open over lunch, and four steps gone on from at once.
      step(70, 2),
      step(0.01, 4),
    ]);
    const { steps, unlikely } = recordedTimes(work);
    expect(steps).toEqual([
      { kind: 'stick', count: 1, plannedMinutes: 1, minutes: 2 },
      { kind: 'drill', count: 2, plannedMinutes: 4, minutes: 4 },
    ]);
    expect(unlikely.map(({ minutes }) => minutes)).toEqual([70, 0.01]);
  });
});
