import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addUpWork, lostIn, type WorkEvent } from '../ledger';
import { stamped } from '../ledger/stamped.test-support';
import { passSawn, planRun, totalMinutes, TYPICAL_SHOP, verifyPlan, type Plan, type PlanInput } from '../planning';
import { circle, inputFor, part, quietKit, rectangle, template } from '../planning/fixtures.test-support';
import { lanterns } from '../planning/lantern.test-support';
import {
  benchSteps,
  nextSteps,
  isOfOneCut,
  layersSpoiled,
  recordedTimes,
  tickCut,
  tickedIn,
  tickStep,
  type BenchStep,
} from '.';
import { tried } from '../cases.test-support';
import { inches } from '../units';

const planOf = async (input: PlanInput): Promise<Plan> => {
  const plan = await planRun(input, quietKit);
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  return plan.value;
};

const ANY = { bladeInSaw: null, first: null };

/** What lies at the bench while steps are ticked off: told by the steps alone, held against what they may do. */
interface AtBench {
  readonly stuck: Set<string>;
  readonly drilled: Map<string, Set<number>>;
  readonly threaded: Set<string>;
  readonly sawn: Map<string, string[]>;
  blade: string | null;
  tilt: number;
}

/** Says what is wrong with doing this step now; null where nothing is. */
function wrongNow(step: BenchStep, plan: Plan, at: AtBench): string | null {
  const stack = plan.stacks.find(({ key }) => key === step.stackKey);
  const phase = stack?.phases.find(({ key }) => key === step.phaseKey);
  for (const pass of step.passes) {
    const name = `${step.stackKey ?? ''} ${String(pass)}`;
    if (step.kind === 'drill' && !at.stuck.has(name)) return `${name} is drilled without a pattern`;
    if ((step.kind === 'cut' || step.kind === 'thread') && stack && phase) {
      if (step.blade?.id !== at.blade) return `${name}: another blade is in the saw`;
      if (step.tiltDegrees !== at.tilt) return `${name}: the table stands otherwise`;
      const bits = new Set([
        ...phase.holes.map(({ diameterMm }) => diameterMm),
        ...phase.pierceBits.map(({ diameterMm }) => diameterMm),
      ]);
      const drilled = at.drilled.get(`${name} ${phase.key}`) ?? new Set();
      if ([...bits].some((bit) => !drilled.has(bit))) return `${name}: not all holes are drilled`;
      const doneBefore = stack.begun.find((one) => one.pass === pass)?.phases ?? [];
      if (phase.after.some((key) => !doneBefore.includes(key))) return `${name}: an earlier phase is not done`;
    }
    if (step.kind === 'cut' && phase && stack) {
      const inside = phase.cuts.filter(({ kind, cutId }) => kind === 'inside' && step.cutIds.includes(cutId));
      if (inside.length > 0 && !at.threaded.has(`${name} ${phase.key} ${step.blade?.id ?? ''}`))
        return `${name}: the blade is not threaded`;
      const sawn = [...(at.sawn.get(`${name} ${phase.key}`) ?? []), ...step.cutIds];
      if (step.finishesPhase && sawn.join() !== phase.cuts.map(({ cutId }) => cutId).join())
        return `${name}: other cuts than the phase has`;
    }
  }
  return null;
}

function doStep(step: BenchStep, at: AtBench): void {
  if (step.kind === 'blade') at.blade = step.blade?.id ?? null;
  if (step.kind === 'tilt') at.tilt = step.tiltDegrees;
  for (const pass of step.passes) {
    const name = `${step.stackKey ?? ''} ${String(pass)}`;
    const phase = `${name} ${step.phaseKey ?? ''}`;
    if (step.kind === 'stick') at.stuck.add(name);
    if (step.kind === 'drill') at.drilled.set(phase, (at.drilled.get(phase) ?? new Set()).add(step.bit!.diameterMm));
    if (step.kind === 'thread') at.threaded.add(`${phase} ${step.blade?.id ?? ''}`);
    if (step.kind === 'cut') at.sawn.set(phase, [...(at.sawn.get(phase) ?? []), ...step.cutIds]);
  }
}

/** Ticks steps off until none is left, planning anew after each as the page does; what was done last. */
async function workThrough(
  start: PlanInput,
  first: string | null = null,
): Promise<{ input: PlanInput; plan: Plan; kinds: string[] }> {
  let input = start;
  let plan = await planOf(input);
  const at: AtBench = {
    stuck: new Set(),
    drilled: new Map(),
    threaded: new Set(),
    sawn: new Map(),
    blade: null,
    tilt: 0,
  };
  const kinds: string[] = [];
  for (let n = 0; n < 400; n++) {
    const [step] = benchSteps(plan, addUpWork(input.work), input.shop, { bladeInSaw: at.blade, first });
    if (!step) return { input, plan, kinds };
    expect(wrongNow(step, plan, at)).toBeNull();
    doStep(step, at);
    kinds.push(step.kind);
    const stack = plan.stacks.find(({ key }) => key === step.stackKey) ?? null;
    const work = addUpWork(input.work);
    const before = plan;
    const lost = (pass: number) => (stack ? lostIn(work, stack.key, pass) : []);
    const events = tickStep(step, stack, null, lost).map((event) => ({ ...event, ...stamped() }) as WorkEvent);
    const drawer = input.drawer.map((blade) => ({ ...blade, inSaw: blade.id === at.blade }));
    input = { ...input, drawer, work: [...input.work, ...events] };
    plan = await planOf(input);
    // Before it is planned anew the next step is right already.
    const soon = benchSteps(before, addUpWork(input.work), input.shop, { bladeInSaw: at.blade, first })[0];
    expect(soon?.key).not.toBe(step.key);
    if (soon) expect(wrongNow(soon, plan, at)).toBeNull();
    expect(verifyPlan(plan, input)).toEqual([]);
  }
  throw new Error('the steps do not end');
}

const plate = part('plate', { perCopy: 5, insideCuts: [{ id: 'eye', line: null, path: circle(6, 30, 30) }] });
const drilledPlate = part('drilled', {
  outline: { id: 'drilled-outline', line: null, path: rectangle(80, 50) },
  holes: [{ id: 'hole', line: null, center: { x: 20, y: 20 }, diameterMm: 6 }],
});
const tilted = part('ring', {
  perCopy: 2,
  outline: { id: 'ring-outline', line: null, path: circle(40, 50, 50) },
  insideCuts: [{ id: 'ring-inside', line: null, path: circle(20, 50, 50) }],
  cutRules: { 'ring-inside': { line: 'on', tiltDegrees: 12, kept: null } },
});

const twoBlades = part('two blades', {
  insideCuts: [
    { id: 'wide', line: null, path: rectangle(30, 30, 10, 15) },
    { id: 'star', line: null, path: rectangle(1.2, 1.2, 70, 30) },
  ],
});
const glued = part('glued', { gluedTo: [{ woodId: 'walnut', thickness: { mm: 6, typed: '6' } }] });
const small = part('small', {
  outline: { id: 'small-outline', line: null, path: circle(15, 0, 0) },
  holes: [{ id: 'small-hole', line: null, center: { x: 0, y: 0 }, diameterMm: 5 }],
});

describe('steps at the bench', () => {
  test('layers that their outline frees are taken apart by a step of its own, in each school, once', async () => {
    const eyed = part('eyed', {
      perCopy: 4,
      pinnedLayers: 2,
      insideCuts: [{ id: 'e', line: null, path: circle(8, 30, 30) }],
    });
    const input = inputFor([template('a', [eyed])], 1, { shop: { cutOrder: 'outline-first' } });
    const plan = await planOf(input);
    const kinds = benchSteps(plan, addUpWork([]), input.shop, ANY).map(({ kind }) => kind);
    const outline = kinds.indexOf('cut');
    expect(kinds[outline + 1]).toBe('split');
    expect(kinds.filter((kind) => kind === 'split')).toHaveLength(plan.stacks[0]!.passesToCut);
    // Sawn through its outline and not yet taken apart, it still stands next.
    const [stack] = plan.stacks;
    const outlined = passSawn(stack!, stack!.phases[0]!, 1);
    const work = [{ ...outlined, ...stamped() }];
    const after = await planOf({ ...input, work });
    expect(benchSteps(after, addUpWork(work), input.shop, ANY).some(({ kind }) => kind === 'split')).toBe(true);
    // With all inside cuts done first there is nothing between the outline and the end.
    const inside = inputFor([template('a', [eyed])], 1);
    const insideKinds = benchSteps(await planOf(inside), addUpWork([]), inside.shop, ANY).map(({ kind }) => kind);
    expect(insideKinds.slice(-3)).toEqual(expect.arrayContaining(['cut', 'peel']));
  });

  test('boards that are glued up are no more to be glued, in the plan as at the bench; more that are wanted are', async () => {
    const input = inputFor([template('a', [glued])], 2, { shop: { maxLayers: 1 } });
    const plan = await planOf(input);
    const step = benchSteps(plan, addUpWork([]), input.shop, ANY)[0]!;
    expect(step).toMatchObject({ kind: 'glue', passes: [1, 2], minutes: 6 });
    expect(plan.minutes.gluing).toBe(6);
    const work = tickStep(step, plan.stacks[0]!, null, () => []).map((one) => ({ ...one, ...stamped() }) as WorkEvent);
    const after = await planOf({ ...input, work });
    expect(after.minutes.gluing).toBe(0);
    expect(verifyPlan(after, { ...input, work })).toEqual([]);
    const more = { ...inputFor([template('a', [glued])], 3, { shop: { maxLayers: 1 } }), work };
    const three = await planOf(more);
    expect(three.minutes.gluing).toBe(3);
    expect(verifyPlan(three, more)).toEqual([]);
    const again = benchSteps(three, addUpWork(work), more.shop, ANY);
    expect(again.filter(({ kind }) => kind === 'glue')).toMatchObject([{ passes: [3], minutes: 3 }]);
  });

  test('layers that are only sawn tilted, each alone, are not held together', async () => {
    const ring = part('ring', {
      perCopy: 4,
      outline: { id: 'rim', line: null, path: circle(40, 50, 50) },
      cutRules: { rim: { line: 'on', tiltDegrees: 20, kept: null } },
    });
    const input = inputFor([template('a', [ring])], 1);
    const plan = await planOf(input);
    expect(plan.stacks.every(({ held }) => held.method === null)).toBe(true);
    expect(plan.consumables.edgeTapeMm).toBe(0);
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('take as long as the plan says, blades and tilts apart', async () => {
    for (const input of [
      inputFor([template('a', [plate, drilledPlate])], 3),
      lanterns(2),
      lanterns(3, { cutOrder: 'outline-first', afterOutline: 'together' }),
      // Eyes of unlike size are threaded for with more than one blade.
      inputFor([template('a', [twoBlades])], 4),
      inputFor([template('a', [glued, small])], 7),
    ]) {
      const plan = await planOf(input);
      const steps = benchSteps(plan, addUpWork([]), input.shop, ANY).filter(
        ({ kind }) => kind !== 'blade' && kind !== 'tilt',
      );
      const minutesOf = (of: (step: BenchStep) => boolean): number =>
        steps.filter(of).reduce((sum, { minutes }) => sum + minutes, 0);
      expect(minutesOf(() => true)).toBeCloseTo(totalMinutes(plan.minutes) - plan.minutes.changing, 6);
      expect(minutesOf(({ kind }) => kind === 'thread')).toBeCloseTo(plan.minutes.threading, 6);
      expect(minutesOf(({ kind }) => kind === 'drill')).toBeCloseTo(plan.minutes.drilling, 6);
      expect(minutesOf(({ kind }) => kind === 'glue')).toBeCloseTo(plan.minutes.gluing, 6);
    }
  });

  test.each([
    ['plates with an eye, and some drilled', inputFor([template('a', [plate, drilledPlate])], 2)],
    ['a tilted ring among plates', inputFor([template('a', [plate, tilted])], 1)],
    ['lanterns, inside cuts first', lanterns(2)],
    ['lanterns, outline first', lanterns(1, { cutOrder: 'outline-first', afterOutline: 'together' })],
  ])('done one after the other they give all pieces: %s', async (_name, start) => {
    const { plan, kinds } = await workThrough(start as PlanInput);
    for (const row of plan.parts) expect(row.good).toBe(row.total);
    expect(new Set(kinds)).toEqual(
      expect.objectContaining(new Set(['prepare', 'stick', 'blade', 'cut', 'peel', 'check'])),
    );
  });

  test('a stack that is wished for comes first, with the blade that it wants', async () => {
    const input = inputFor([template('a', [plate, tilted])], 1);
    const plan = await planOf(input);
    for (const { key } of plan.stacks) {
      const [next] = benchSteps(plan, addUpWork([]), input.shop, { bladeInSaw: null, first: key });
      expect(next?.stackKey).toBe(key);
      const done = await workThrough(input, key);
      for (const row of done.plan.parts) expect(row.good).toBe(row.total);
    }
  });

  test('holes of stacks that begin together are drilled bit by bit', async () => {
    const small = part('small', {
      outline: { id: 'so', line: null, path: rectangle(70, 40) },
      holes: drilledPlate.holes,
    });
    const input = inputFor([template('a', [drilledPlate, small])], 2);
    const steps = benchSteps(await planOf(input), addUpWork([]), input.shop, ANY);
    const first = steps.findIndex(({ kind }) => kind === 'drill');
    expect(steps.slice(first, first + 2).map(({ kind, bit }) => [kind, bit?.diameterMm])).toEqual([
      ['drill', 6],
      ['drill', 6],
    ]);
  });
});

describe('what is spoiled at the bench', () => {
  test('is made again, whether it was told before or after the pass was marked', async () => {
    const input = inputFor([template('a', [plate])], 1);
    const plan = await planOf(input);
    const [stack] = plan.stacks;
    const mark = {
      ...tickStep(
        benchSteps(plan, addUpWork([]), input.shop, ANY).find(({ kind }) => kind === 'cut')!,
        stack!,
        null,
        () => [],
      )[0]!,
      ...stamped(),
    } as WorkEvent;
    const spoiled = { ...layersSpoiled(stack!, null, 1, stack!.layers[0]!.id, 'burnt'), ...stamped() };
    for (const work of [
      [mark, spoiled],
      [spoiled, mark],
    ]) {
      const next = await planOf({ ...input, work });
      expect(verifyPlan(next, { ...input, work })).toEqual([]);
      expect(next.parts[0]).toMatchObject({ good: stack!.layers.length - 1, spoiled: 1 });
      expect(next.parts[0]!.toCut).toBe(5 - (stack!.layers.length - 1));
      // A plan that does not know of it is refused.
      const unaware = await planOf({ ...input, work: [mark] });
      expect(verifyPlan(unaware, { ...input, work }).join()).toMatch(/plate/);
    }
  });

  test('does not take the work out of the hand: what is stuck is sawn before new blanks are made ready', async () => {
    // Of plain plates no blade is threaded: the spoiled layer alone tells that it is at the saw.
    let input = inputFor([template('a', [{ ...plate, insideCuts: [] }])], 3);
    let plan = await planOf(input);
    const at = { bladeInSaw: plan.bladeTurns[0]!.blade.id, first: null };
    const steps = () => benchSteps(plan, addUpWork(input.work), input.shop, at);
    const take = async (work: WorkEvent[]) => {
      input = { ...input, work: [...input.work, ...work] };
      plan = await planOf(input);
    };
    while (steps()[0]!.kind !== 'cut') {
      const [step] = steps();
      await take(
        tickStep(step!, plan.stacks.find(({ key }) => key === step!.stackKey) ?? null, null, () => []).map(
          (tick) => ({ ...tick, ...stamped() }) as WorkEvent,
        ),
      );
    }
    const [sawing] = steps();
    const stack = plan.stacks.find(({ key }) => key === sawing!.stackKey)!;
    await take([{ ...layersSpoiled(stack, null, sawing!.passes[0]!, stack.layers[0]!.id, 'broke'), ...stamped() }]);
    expect(steps()[0]).toMatchObject({ kind: 'cut', passes: sawing!.passes });
    // All that is stuck stays stuck as it is, whatever would be planned anew today.
    expect(plan.stacks.find(({ key }) => key === stack.key)!.begun.map(({ pass }) => pass)).toEqual(
      Array.from({ length: stack.begun.length }, (_none, i) => i + 1),
    );
    // What is made again for it is made ready afterwards.
    expect(steps().some(({ kind }) => kind === 'prepare')).toBe(true);
  });

  test('boards are glued up for each pass once: where more are wanted, just those are still to glue', async () => {
    const eighth = { mm: inches(1 / 8), typed: '1/8' };
    const twoTone = part('plate', { pinnedLayers: 2, gluedTo: [{ woodId: 'walnut', thickness: eighth }] });
    const asked = (copies: number) => inputFor([template('a', [twoTone])], copies);
    let work: WorkEvent[] = [];
    const glueSteps = async (copies: number): Promise<BenchStep[]> => {
      const plan = await planOf({ ...asked(copies), work });
      return benchSteps(plan, addUpWork(work), TYPICAL_SHOP, ANY).filter(({ kind }) => kind === 'glue');
    };
    const [first] = await glueSteps(4);
    const plan = await planOf(asked(4));
    expect(first).toMatchObject({
      passes: [1, 2],
      waitMinutes: plan.glueUps[0]!.waitMinutes,
      cautions: ['clamps-wait'],
    });
    expect(first!.minutes).toBeCloseTo(plan.glueUps[0]!.handsMinutes, 9);
    const tick = tickStep(first!, plan.stacks[0]!, null, () => []);
    work = tick.map((event) => ({ ...event, ...stamped() }) as WorkEvent);
    expect(await glueSteps(4)).toEqual([]);
    const [more] = await glueSteps(8);
    expect(more!.passes).toEqual([3, 4]);
    expect(more!.minutes).toBeCloseTo(first!.minutes, 9);
  });

  test('after blanks are cut none are asked for: three of five layers ready are one pass of two', async () => {
    const input = inputFor([template('a', [part('plate', { pinnedLayers: 2 })])], 6);
    const fresh = await planOf(input);
    const gang = fresh.stacks[0]!.gangs[0]!.key;
    const asked = async (layers: number): Promise<readonly number[]> => {
      const cut = { ...stamped(), kind: 'blanks-cut' as const, layers: { [gang]: layers }, rods: {} };
      const work = layers === 0 ? [] : [cut];
      const plan = await planOf({ ...input, work });
      return benchSteps(plan, addUpWork(work), input.shop, ANY).flatMap(({ kind, passes }) =>
        kind === 'prepare' ? passes : [],
      );
    };
    expect([await asked(0), await asked(3), await asked(6)]).toEqual([[1, 2, 3], [2, 3], []]);
  });

  test('a pass that was broken off is taken up behind the last cut that was told', async () => {
    // A board of three openings: four cuts by one blade, in passes of two.
    const openings = [20, 60, 100].map((x) => ({ id: `o${String(x)}`, line: null, path: circle(12, x, 40) }));
    const board = part('board', {
      outline: { id: 'edge', line: null, path: rectangle(120, 80) },
      insideCuts: openings,
      pinnedLayers: 2,
    });
    const input = inputFor([template('toy', [board])], 4);
    const plan = await planOf(input);
    const log: WorkEvent[] = [];
    const steps = () => benchSteps(plan, addUpWork(log), input.shop, ANY);
    const cutting = (pass: number) => steps().find(({ kind, passes }) => kind === 'cut' && passes[0] === pass)!;
    const [stack] = plan.stacks;
    const all = cutting(1).cutIds;
    expect(all).toHaveLength(4);
    expect(cutting(1).sawnCutIds).toEqual([]);
    const before = cutting(1);
    // Told twice, by two devices, it is one cut.
    for (const id of [all[0]!, all[1]!, all[1]!])
      log.push({ ...tickCut(cutting(1), stack!, id), ...stamped() } as WorkEvent);
    expect(cutting(1)).toEqual({ ...before, sawnCutIds: [all[0], all[1]] });
    expect(cutting(2).sawnCutIds).toEqual([]);
    expect(log.map((event) => event.kind === 'step-done' && isOfOneCut(event))).toEqual([true, true, true]);
    // No pass is counted by it, and no minutes.
    expect(addUpWork(log).pieces).toEqual({});
    expect(recordedTimes(addUpWork(log)).steps).toEqual([]);
    const back: WorkEvent[] = log.slice(1).map(({ id }) => ({ kind: 'pass-taken-back', event: id, ...stamped() }));
    log.push(...back);
    expect(cutting(1).sawnCutIds).toEqual([all[0]]);
  });

  test('taps of two devices give one ledger in whatever order they are heard', async () => {
    const input = lanterns(1);
    const plan = await planOf(input);
    const [stack] = plan.stacks;
    const marks = stack!.phases.map((phase) => ({
      ...tickStep(
        {
          ...benchSteps(plan, addUpWork([]), input.shop, ANY)[0]!,
          finishesPhase: true,
          phaseKey: phase.key,
          passes: [1],
        },
        stack!,
        2,
        () => [],
      )[0]!,
      ...stamped(),
    })) as WorkEvent[];
    const spoils = [
      { ...layersSpoiled(stack!, null, 1, stack!.layers[1]!.id, 'slipped'), ...stamped() },
      { ...layersSpoiled(stack!, null, 1, stack!.layers[1]!.id, 'broke'), ...stamped() },
      { ...layersSpoiled(stack!, null, 1, stack!.layers[0]!.id, null), ...stamped() },
    ];
    const all: WorkEvent[] = [...marks, ...spoils];
    const once = addUpWork(all);
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (heard) => {
        const work = addUpWork([...heard, ...heard]);
        expect(work.pieces).toEqual(once.pieces);
        const lost = (one: typeof work) => lostIn(one, stack!.key, 1).sort();
        expect(lost(work)).toEqual(lost(once));
      }),
      tried(100),
    );
    expect(Object.values(once.pieces).reduce((sum, { spoiled }) => sum + spoiled, 0)).toBe(2);
  });

  test('the table stands as it was set last, whatever the clocks say', () => {
    const step = (id: string, at: string, detail: string): WorkEvent => ({
      kind: 'step-done',
      id,
      clientId: 'c',
      at,
      person: null,
      saw: null,
      subject: { kind: 'step', name: 'tilt' },
      stack: null,
      stackLayers: null,
      phase: null,
      passes: [],
      detail,
      minutes: null,
      plannedMinutes: null,
    });
    const taps = [step('a', '2026-11-27T10:00:00Z', '12'), step('b', '2026-11-27T10:05:00Z', '0')];
    expect(tickedIn(addUpWork(taps)).tiltDegrees).toBe(0);
    expect(tickedIn(addUpWork([...taps].reverse())).tiltDegrees).toBe(12);
  });
});

test('the next steps are the first of all, whatever lies at the bench, without making the others', async () => {
  await fc.assert(
    fc.asyncProperty(fc.nat(40), fc.boolean(), fc.boolean(), async (done, isOutline, isWished) => {
      const input = lanterns(2, isOutline ? { cutOrder: 'outline-first' } : {});
      const plan = await planOf(input);
      const all = benchSteps(plan, addUpWork([]), input.shop, ANY);
      const taps = all.slice(0, done).flatMap((step) => {
        const stack = plan.stacks.find(({ key }) => key === step.stackKey) ?? null;
        return tickStep(step, stack, null, () => []).map((one) => ({ ...one, ...stamped() }) as WorkEvent);
      });
      const at = { bladeInSaw: null, first: isWished ? (plan.stacks[1]?.key ?? null) : null };
      const work = addUpWork(taps);
      const expected = benchSteps(plan, work, input.shop, at).slice(0, 2);
      expect(nextSteps(plan, work, input.shop, at, 2)).toEqual(expected);
    }),
    tried(40),
  );
});
