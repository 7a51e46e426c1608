import { beforeAll, describe, expect, test } from '@jest/globals';
import { TYPICAL_BLADES } from '../../blades';
import { inches } from '../../units';
import { woodById } from '../../wood';
import { circle, inputFor, part, planned, rectangle, sawn, template } from '../fixtures.test-support';
import type { PlanInput } from '../model/input';
import type { PatternsUsed, Plan, PlannedStack } from '../model/plan';
import type { Phase, PlannedCut, PlannedHole, StackedGang } from '../model/stack';
import { NO_WISHES } from '../model/wishes';
import { verifyPlan } from '.';

/** A run with all that a plan can hold: gangs, inside cuts, holes, rods, passes done and spoiled, blanks ready, too few blades. */
async function everything(): Promise<{ input: PlanInput; plan: Plan }> {
  const line = (id: string, path: ReturnType<typeof rectangle>) => ({ id, line: null, path });
  const frame = part('frame', {
    perCopy: 2,
    thickness: { mm: inches(1 / 2), typed: '1/2' },
    insideCuts: [line('window', rectangle(30, 20, 10, 10)), line('eye', circle(8, 70, 30))],
    holes: [{ id: 'peg', line: null, center: { x: 90, y: 50 }, diameterMm: 6 }],
  });
  const left = part('left', { sharedBlank: 'pair', outline: line('l', rectangle(50, 60)) });
  const right = part('right', { sharedBlank: 'pair', outline: line('r', rectangle(40, 60, 60, 0)) });
  const rod = {
    id: 'axle',
    name: 'Axle',
    kind: 'dowel' as const,
    woodId: 'red-oak',
    thickness: { mm: inches(3 / 8), typed: '3/8' },
    width: null,
    length: { mm: inches(4), typed: '4' },
    perCopy: 2,
  };
  const toy = { ...template('toy', [frame, left, right]), rods: [rod] };
  const drawer = TYPICAL_BLADES.map((blade) => ({ ...blade, onHand: 0 }));
  const run = { spares: { kind: 'count' as const, count: 1 } };
  const fresh = { ...inputFor([toy], 6, { run, shop: { cutOrder: 'inside-first', useWhatIsLeft: false } }), drawer };
  const first = await planned(fresh);
  const base = { clientId: 'c', at: '2026-11-26T10:00:00Z', person: null, saw: null };
  const pair = first.stacks.find(({ gangs }) => gangs[0]!.parts.length === 2)!;
  const input: PlanInput = {
    ...fresh,
    work: [
      sawn(first, first.stacks[0]!.layers.length, 'pass', 1),
      { ...base, id: 'cut', kind: 'blanks-cut', layers: { [pair.gangs[0]!.key]: 2 }, rods: { axle: 3 } },
      { ...base, id: 'rod', kind: 'rods-cut', rod: 'axle', count: { good: 1, spoiled: 1 } },
    ],
  };
  return { input, plan: await planned(input) };
}

let right: { input: PlanInput; plan: Plan };
beforeAll(async () => {
  right = await everything();
});

const stack =
  (change: (stack: PlannedStack) => object) =>
  (plan: Plan): Plan => ({
    ...plan,
    stacks: plan.stacks.map((one) => (one === firstToSaw(plan) ? { ...one, ...change(one) } : one)),
  });
const firstToSaw = ({ stacks }: Plan): PlannedStack =>
  stacks.find(({ passesToCut, phases }) => passesToCut > 0 && phases[0]!.cuts.length > 1)!;
const phase = (change: (phase: Phase) => object) =>
  stack(({ phases }) => ({ phases: phases.map((one, i) => (i === 0 ? { ...one, ...change(one) } : one)) }));
const cut = (change: (cut: PlannedCut) => object) =>
  phase(({ cuts }) => ({ cuts: cuts.map((one, i) => (i === 0 ? { ...one, ...change(one) } : one)) }));
const hole = (change: (hole: PlannedHole) => object) =>
  phase(({ holes }) => ({ holes: holes.map((one) => ({ ...one, ...change(one) })) }));
const choice = (change: (choice: PlannedCut['choice']) => object) =>
  cut((one) => ({ choice: { ...one.choice, ...change(one.choice) } }));
const gang = (change: (gang: StackedGang) => object) =>
  stack(({ gangs }) => ({ gangs: gangs.map((one) => ({ ...one, ...change(one) })) }));
const patternsUsed =
  (change: (used: PatternsUsed) => PatternsUsed) =>
  (plan: Plan): Plan => ({
    ...plan,
    consumables: { ...plan.consumables, patterns: plan.consumables.patterns.map(change) },
  });
const blank = (change: (blank: StackedGang['blank']) => object) =>
  gang((one) => ({ blank: { ...one.blank, ...change(one.blank) } }));
const count =
  (change: (part: Plan['parts'][number]) => object) =>
  (plan: Plan): Plan => ({
    ...plan,
    parts: plan.parts.map((one, i) => (i === 0 ? { ...one, ...change(one) } : one)),
  });

const MUTANTS: readonly (readonly [string, (plan: Plan) => Plan])[] = [
  ['a part left out of the count', (plan) => ({ ...plan, parts: plan.parts.slice(1) })],
  ['a part counted twice', (plan) => ({ ...plan, parts: [...plan.parts, plan.parts[0]!] })],
  ['needed miscounted', count(({ needed }) => ({ needed: needed - 1 }))],
  ['copies miscounted', count(({ copies }) => ({ copies: copies + 1 }))],
  ['spares forgotten', count(() => ({ spares: 0 }))],
  ['spares left though spoiled pieces used them up', count(({ spares }) => ({ sparesLeft: spares }))],
  ['good pieces that no event tells', count(({ good }) => ({ good: good + 1 }))],
  ['spoiled pieces kept quiet', count(() => ({ spoiled: 0 }))],
  ['on hand what is not', count(() => ({ onHand: 3 }))],
  ['nothing to cut', count(() => ({ toCut: 0 }))],
  ['more planned than sawn', count(({ planned: n }) => ({ planned: n + 1 }))],
  ['left over what is not', count(() => ({ leftOver: 4 }))],
  ['a part renamed', count(() => ({ partName: 'another' }))],
  ['a stack left out', (plan) => ({ ...plan, stacks: plan.stacks.filter((one) => one !== firstToSaw(plan)) })],
  ['a stack twice', (plan) => ({ ...plan, stacks: [...plan.stacks, firstToSaw(plan)] })],
  ['no passes', stack(() => ({ passesToCut: 0 }))],
  ['a pass more', stack(({ passesToCut }) => ({ passesToCut: passesToCut + 1 }))],
  ['half a pass', stack(() => ({ passesToCut: 0.5 }))],
  ['a layer twice', stack(({ layers }) => ({ layers: [...layers, layers[0]!] }))],
  [
    'a layer more',
    stack(({ layers, gangs }) => ({ layers: [...layers, { ...layers[0]!, id: `${gangs[0]!.key}.9` }] })),
  ],
  ['a layer less', stack(({ layers }) => ({ layers: layers.slice(1) }))],
  ['a layer of another gang', stack(({ layers }) => ({ layers: layers.map((one) => ({ ...one, gangKey: 'x' })) }))],
  ['another key', stack(() => ({ key: 'abcdef' }))],
  ['a lower stack', stack(({ stackHeightMm }) => ({ stackHeightMm: stackHeightMm - 1 }))],
  ['a pass done that no event tells', stack(({ done }) => ({ done: [...done, 7] }))],
  ['passes done forgotten', (plan) => ({ ...plan, stacks: plan.stacks.map((one) => ({ ...one, done: [] })) })],
  [
    'a pass begun that no event tells',
    stack(({ phases }) => ({ begun: [{ pass: 8, phases: [phases[0]!.key], lost: [] }] })),
  ],
  ['blanks ready that are not cut', stack(({ gangs }) => ({ layersReady: { [gangs[0]!.key]: 1 } }))],
  ['blanks ready forgotten', (plan) => ({ ...plan, stacks: plan.stacks.map((one) => ({ ...one, layersReady: {} })) })],
  ['the wood swapped', gang(() => ({ wood: woodById('basswood')! }))],
  ['a softer wood of the same name', gang(({ wood }) => ({ wood: { ...wood, hardnessN: 1000 } }))],
  ['another thickness', gang(({ thicknessMm }) => ({ thicknessMm: thicknessMm + 1 }))],
  ['another nominal thickness', gang(({ nominalMm }) => ({ nominalMm: nominalMm + 1 }))],
  ['another template', gang(() => ({ templateId: 'x' }))],
  ['grain turned', gang(() => ({ grain: 'along-y' }))],
  ['layers pinned', gang(() => ({ pinnedLayers: 2 }))],
  ['a hole that stays left out', phase(() => ({ holes: [] }))],
  ['a hole of another size', hole(() => ({ diameterMm: 5 }))],
  ['a hole in another place', hole(({ center }) => ({ center: { ...center, x: center.x + 0.5 } }))],
  ['a hole drilled twice', phase(({ holes }) => ({ holes: [...holes, ...holes] }))],
  ['turned over, and not said', gang(({ at }) => ({ at: { ...at, a: -1 } }))],
  ['show face down', gang(() => ({ turnedOver: true }))],
  ['laid elsewhere', gang(({ at }) => ({ at: { ...at, e: 3 } }))],
  ['a layer of a body that is none', gang(() => ({ bodyId: 'x' }))],
  ['a gang twice', stack(({ gangs }) => ({ gangs: [...gangs, ...gangs] }))],
  ['a smaller box', gang(({ box }) => ({ box: { ...box, maxX: box.maxX - 5 } }))],
  ['a datum edge from nowhere', gang(() => ({ flush: { across: 1, up: 0 } }))],
  ['a blank of 1 x 1', blank(() => ({ length: 1, width: 1 }))],
  ['a blank without margin', blank(({ length, margin }) => ({ length: length - 2 * margin }))],
  ['a blank larger than need be', blank(({ width }) => ({ width: width + 2 }))],
  ['another margin', blank(() => ({ margin: 1 }))],
  ['corners sawn off that hold a part', stack(() => ({ roughCuts: [{ corner: 'lower-left', leg: 50 }] }))],
  ['a cut removed', phase(({ cuts }) => ({ cuts: cuts.slice(1) }))],
  ['a cut doubled', phase(({ cuts }) => ({ cuts: [...cuts, cuts[0]!] }))],
  ['cuts in the wrong order', phase(({ cuts }) => ({ cuts: [...cuts].reverse() }))],
  ['a cut of another part', cut(() => ({ partId: 'x' }))],
  ['a cut of another kind', cut(({ kind }) => ({ kind: kind === 'inside' ? 'through' : 'inside' }))],
  ['a shorter cut', cut(({ measure }) => ({ measure: { ...measure, lengthMm: measure.lengthMm / 2 } }))],
  ['fewer corners', cut(({ measure }) => ({ measure: { ...measure, corners: 0, sharpInsideCorners: 9 } }))],
  ['a wider curve', cut(({ measure }) => ({ measure: { ...measure, tightest: { radius: 99, at: { x: 0, y: 0 } } } }))],
  ['a wider opening', cut(() => ({ openingMm: 99 }))],
  ['less wood under the blade', phase(({ heightMm }) => ({ heightMm: heightMm / 2 }))],
  ['sawn one by one', phase(() => ({ singly: true }))],
  ['a phase of fewer layers', phase(({ layerIds }) => ({ layerIds: layerIds.slice(1) }))],
  ['a phase with its layers turned', phase(({ layerIds }) => ({ layerIds: [...layerIds].reverse() }))],
  ['a phase of another name', phase(() => ({ key: 'abcdef' }))],
  ['a phase after itself', phase(({ key }) => ({ after: [key] }))],
  ['a phase left out', stack(({ phases }) => ({ phases: phases.slice(1) }))],
  ['a phase twice', stack(({ phases }) => ({ phases: [...phases, ...phases] }))],
  ['a twin from nowhere', cut(() => ({ twins: [{ partId: 'x', id: 'y' }] }))],
  ['out of reach', cut(() => ({ reach: 'standing' }))],
  ['a blade that is not in the drawer', choice(({ blade }) => ({ blade: { ...blade, id: 'nowhere' } }))],
  ['a blade put away', choice(() => ({ blade: TYPICAL_BLADES.find(({ inDrawer }) => !inDrawer)! }))],
  ['a pinned blade on a plain saw', choice(() => ({ blade: TYPICAL_BLADES.find(({ ends }) => ends === 'pinned')! }))],
  ['a blade with another kerf', choice(({ blade }) => ({ blade: { ...blade, kerfMm: 9 } }))],
  [
    'a blade too thin for the height',
    choice(() => ({ blade: { ...TYPICAL_BLADES.find(({ id }) => id === '2-0-skip')!, onHand: 0 } })),
  ],
  [
    'a blade too coarse, but in the drawer',
    choice(() => ({ blade: { ...TYPICAL_BLADES.find(({ id }) => id === '12-skip')!, onHand: 0 } })),
  ],
  ['strained, and not said', choice(({ strained }) => ({ strained: !strained }))],
  ['no bit', choice(() => ({ bitMm: null }))],
  ['a bit too small', choice(() => ({ bitMm: 0.5 }))],
  ['no reason', choice(() => ({ reasons: [] }))],
  ['pierce holes forgotten', phase(() => ({ pierceBits: [] }))],
  [
    'another bit for them',
    phase(({ pierceBits }) => ({ pierceBits: pierceBits.map((one) => ({ ...one, diameterMm: 9 })) })),
  ],
  ['held by nothing', stack(({ held }) => ({ held: { ...held, method: null } }))],
  ['brads in a stack that is taped', stack(({ held }) => ({ held: { ...held, brads: [{ x: -4, y: -4 }] } }))],
  ['no room for brads where none are wanted', stack(({ held }) => ({ held: { ...held, insteadOf: 'brads' } }))],
  ['a pass in no time', stack(({ passMinutes }) => ({ passMinutes: { ...passMinutes, cutting: 0 } }))],
  ['heights not reckoned', stack(() => ({ heights: [] }))],
  [
    'a height for nothing',
    stack(({ heights }) => ({ heights: heights.map((height) => ({ ...height, costPerLayerMinor: 0 })) })),
  ],
  [
    'a height in no time',
    stack(({ heights }) => ({ heights: heights.map((height) => ({ ...height, minutesPerLayer: 0 })) })),
  ],
  [
    'a height that leaves nothing to smooth',
    stack(({ heights }) => ({ heights: heights.map((height) => ({ ...height, qualityPerLayer: 0 })) })),
  ],
  [
    'curves in no time',
    stack(({ phases }) => ({
      phases: phases.map((phase) => ({
        ...phase,
        cuts: phase.cuts.map((cut) => ({ ...cut, measure: { ...cut.measure, turning: 0 } })),
      })),
    })),
  ],
  [
    'a height without its blade',
    stack(({ heights }) => ({ heights: heights.map((height) => ({ ...height, blades: [] })) })),
  ],
  ['a warning of a stack kept quiet', (plan) => ({ ...plan, warnings: [] })],
  [
    'a warning made up',
    stack(({ warnings, key }) => ({
      warnings: [...warnings, { kind: 'small-blank', stackKey: key, where: 'x', inputs: {} }],
    })),
  ],
  ['blanks left out', (plan) => ({ ...plan, blanks: plan.blanks.slice(1) })],
  [
    'a blank fewer',
    (plan) => ({ ...plan, blanks: plan.blanks.map((one, i) => (i === 0 ? { ...one, count: one.count - 1 } : one)) }),
  ],
  [
    'blanks of another wood',
    (plan) => ({ ...plan, blanks: plan.blanks.map((one) => ({ ...one, woodId: 'basswood' })) }),
  ],
  ['blanks for no part', (plan) => ({ ...plan, blanks: plan.blanks.map((one) => ({ ...one, parts: [] })) })],
  ['rods left out', (plan) => ({ ...plan, rods: [] })],
  ['a rod miscounted', (plan) => ({ ...plan, rods: plan.rods.map((one) => ({ ...one, count: one.count + 1 })) })],
  ['a shorter rod', (plan) => ({ ...plan, rods: plan.rods.map((one) => ({ ...one, lengthMm: one.lengthMm - 1 })) })],
  [
    'rods cut kept quiet',
    (plan) => ({ ...plan, rods: plan.rods.map((one) => ({ ...one, tally: { ...one.tally, good: 0 } })) }),
  ],
  ['a turn of a blade left out', (plan) => ({ ...plan, bladeTurns: plan.bladeTurns.slice(1) })],
  ['turns swapped', (plan) => ({ ...plan, bladeTurns: [...plan.bladeTurns, plan.bladeTurns[0]!] })],
  ['a blade use left out', (plan) => ({ ...plan, bladeUses: plan.bladeUses.slice(1) })],
  [
    'fewer blades than are worn',
    (plan) => ({ ...plan, bladeUses: plan.bladeUses.map((one) => ({ ...one, count: one.count - 1 })) }),
  ],
  [
    'less cut face',
    (plan) => ({ ...plan, bladeUses: plan.bladeUses.map((one) => ({ ...one, faceAreaMm2: one.faceAreaMm2 / 2 })) }),
  ],
  ['fewer changes', (plan) => ({ ...plan, bladeUses: plan.bladeUses.map((one) => ({ ...one, mounts: 0 })) })],
  [
    'zero minutes',
    (plan) => ({
      ...plan,
      minutes: { pattern: 0, drilling: 0, threading: 0, cutting: 0, corners: 0, changing: 0, gluing: 0 },
    }),
  ],
  ['minutes that are no number', (plan) => ({ ...plan, minutes: { ...plan.minutes, cutting: NaN } })],
  ['a pattern too few', patternsUsed((used) => ({ ...used, copies: used.copies - 1 }))],
  ['a sheet to print too few', patternsUsed((used) => ({ ...used, sheets: 1 }))],
  ['patterns put on another way', patternsUsed((used) => ({ ...used, method: 'carbon' }))],
  ['nothing under the patterns', patternsUsed((used) => ({ ...used, materialMm2: 0 }))],
  ['no tape', (plan) => ({ ...plan, consumables: { ...plan.consumables, edgeTapeMm: 0 } })],
  ['held another way', (plan) => ({ ...plan, consumables: { ...plan.consumables, holding: 'brads' } })],
  ['nothing at risk', (plan) => ({ ...plan, piecesAtRisk: 0 })],
];

test('the plan that is spoiled is right, and has what is to be spoiled', () => {
  const { input, plan } = right;
  expect(verifyPlan(plan, input)).toEqual([]);
  expect(plan.rods[0]).toMatchObject({
    tally: { needed: 12, spares: 1, good: 4, spoiled: 1, sparesLeft: 0 },
    count: 8,
  });
  expect(plan.stacks.some(({ done }) => done.length > 0)).toBe(true);
  expect(plan.stacks.some(({ layersReady }) => Object.keys(layersReady).length > 0)).toBe(true);
  expect(plan.warnings.map(({ kind }) => kind)).toContain('few-blades');
  expect(new Set(MUTANTS.map(([name]) => name)).size).toBe(MUTANTS.length);
});

test('a pass that two devices marked under one number is one; a plan that counts both is refused', async () => {
  const { input } = right;
  const [first, ...others] = input.work;
  if (first?.kind !== 'pass-sawn') throw new Error('no pass to double');
  const [mine, theirs] = [
    { ...first, pass: 1 },
    { ...first, pass: 1, id: 'twin' },
  ];
  const twins = { ...input, work: [mine, theirs, ...others] };
  const plan = await planned(twins);
  expect(verifyPlan(plan, twins)).toEqual([]);
  expect(plan.parts).toEqual(right.plan.parts);
  const both = await planned({ ...input, work: [mine, { ...theirs, pass: 2 }, ...others] });
  expect(verifyPlan(both, twins)).not.toEqual([]);
});

describe('a wrong plan is refused', () => {
  test.each(MUTANTS)('%s', (_name, spoil) => {
    const { input, plan } = right;
    const spoilt = spoil(plan);
    expect(JSON.stringify(spoilt)).not.toBe(JSON.stringify(plan));
    expect(verifyPlan(spoilt, input)).not.toEqual([]);
  });

  test.each([
    ['an empty drawer', (input: PlanInput) => ({ ...input, drawer: [] })],
    [
      'a saw that takes pinned blades',
      (input: PlanInput) => ({
        ...input,
        shop: { ...input.shop, saw: { ...input.shop.saw, ends: 'pinned' as const } },
      }),
    ],
    [
      'a lower saw',
      (input: PlanInput) => ({
        ...input,
        shop: { ...input.shop, saw: { ...input.shop.saw, maxHeight: { mm: 10, typed: null } } },
      }),
    ],
    [
      'more copies',
      (input: PlanInput) => ({
        ...input,
        run: { ...input.run, lines: input.run.lines.map((line) => ({ ...line, copies: 9 })) },
      }),
    ],
    [
      'the event taken back',
      (input: PlanInput) => ({
        ...input,
        work: [
          ...input.work,
          {
            kind: 'pass-taken-back' as const,
            id: 'b',
            clientId: 'c',
            at: '2026-11-26T10:00:00Z',
            person: null,
            saw: null,
            event: 'pass',
          },
        ],
      }),
    ],
    [
      'another margin granted',
      (input: PlanInput) => ({
        ...input,
        run: { ...input.run, wood: { ...NO_WISHES, margin: { mm: 3.175, typed: '1/8' } } },
      }),
    ],
    [
      'another wood granted',
      (input: PlanInput) => ({
        ...input,
        run: {
          ...input.run,
          wood: { ...NO_WISHES, substitutes: [{ woodId: 'red-oak', nominalMm: inches(1 / 2), instead: 'cherry' }] },
        },
      }),
    ],
    [
      'another thickness measured',
      (input: PlanInput) => ({
        ...input,
        run: {
          ...input.run,
          measured: [{ woodId: 'red-oak', nominalMm: inches(1 / 2), measured: { mm: 13, typed: '13 mm' } }],
        },
      }),
    ],
  ])('a right plan for another input: %s', (_name, change) => {
    expect(verifyPlan(right.plan, change(right.input))).not.toEqual([]);
  });
});

test.each([
  ['a smaller margin', { ...NO_WISHES, margin: { mm: inches(1 / 8), typed: '1/8' } }],
  ['another wood', { ...NO_WISHES, substitutes: [{ woodId: 'red-oak', nominalMm: inches(1 / 4), instead: 'cherry' }] }],
  ['layers left to the plan', { ...NO_WISHES, freeLayers: true }],
])('what was granted is part of the input: %s', async (_name, wood) => {
  const pinned = part('a', { pinnedLayers: 3, insideCuts: [{ id: 'i', line: null, path: circle(9, 50, 30) }] });
  const input = inputFor([template('toy', [pinned, part('b')])], 4, { run: { wood } });
  expect(verifyPlan(await planned(input), input)).toEqual([]);
});
