import { beforeAll, expect, test } from '@jest/globals';
import type { CutWant } from '../../blades';
import type { CutRule, Part } from '../../products';
import { inches } from '../../units';
import { circle, inputFor, part, planned, rectangle, template } from '../fixtures.test-support';
import type { PlanInput } from '../model/input';
import type { Plan, PlannedStack } from '../model/plan';
import type { Phase, PlannedCut, StackedGang } from '../model/stack';
import { NO_STACK_WISHES } from '../model/wishes';
import { verifyPlan } from '.';

/** A run with a tilted cut, a blank of two woods, patterns two ways, variants and bought things; held high by brads, low by tape. */
const line = (id: string, path: ReturnType<typeof rectangle>) => ({ id, line: null, path });
const rule = (changes: Partial<CutRule>): CutRule => ({ line: 'on', tiltDegrees: 0, kept: null, ...changes });
const framed = (id: string, changes: Partial<Part>): Part =>
  part(id, {
    outline: line(`${id} o`, rectangle(120, 80)),
    insideCuts: [line(`${id} i`, circle(15, 60, 40))],
    ...changes,
  });
const eighth = { mm: inches(1 / 8), typed: '1/8' };
const parts = [
  framed('rim', {
    cutRules: { 'rim i': rule({ tiltDegrees: 20, kept: 'handle' }) },
    cutWants: { 'rim i': ['narrow-kerf'] },
    pinnedLayers: 3,
  }),
  framed('pendant', { thickness: eighth, gluedTo: [{ woodId: 'walnut', thickness: eighth }], variantId: 'x' }),
  framed('clean', { woodId: 'white-pine', apartClean: true, pinnedLayers: 4 }),
];
const input: PlanInput = inputFor(
  [
    {
      ...template('toy', parts),
      variants: ['x', 'y'].map((id) => ({ id, name: id })),
      hardware: [{ id: 'hinge', name: 'Hinge', kind: 'bought', perCopy: 2 }],
    },
  ],
  12,
  {
    shop: {
      holding: 'double-sided',
      holdHigh: { from: { mm: inches(3 / 4), typed: '3/4' }, holding: 'film' },
      patternFor: { 'white-pine': 'packing-tape' },
      maxLayers: 3,
    },
    run: { stacks: { ...NO_STACK_WISHES, apart: parts.map(({ id }) => id), patterns: { pendant: 'carbon' } } },
  },
);
let plan: Plan;
beforeAll(async () => {
  plan = await planned(input);
});

test('the plan itself passes', () => {
  expect(verifyPlan(plan, input)).toEqual([]);
  expect(plan.stacks.map(({ held }) => held.method)).toContain('film');
});

type Mutant = (plan: Plan) => Plan;
/** The stacks of one part changed. */
const stackOf =
  (partId: string, change: (stack: PlannedStack) => Partial<PlannedStack>): Mutant =>
  (before) => ({
    ...before,
    stacks: before.stacks.map((one) =>
      one.gangs.some((gang) => gang.parts.some((count) => count.partId === partId)) ? { ...one, ...change(one) } : one,
    ),
  });
const gangOf = (partId: string, change: (gang: StackedGang) => Partial<StackedGang>): Mutant =>
  stackOf(partId, ({ gangs }) => ({ gangs: gangs.map((gang) => ({ ...gang, ...change(gang) })) }));
const phaseOf = (partId: string, change: (phase: Phase) => Partial<Phase>): Mutant =>
  stackOf(partId, ({ phases }) => ({ phases: phases.map((phase) => ({ ...phase, ...change(phase) })) }));
const ruleOfCut = (partId: string, change: (cut: PlannedCut) => CutRule): Mutant =>
  phaseOf(partId, ({ cuts }) => ({ cuts: cuts.map((cut) => ({ ...cut, rule: change(cut) })) }));

const wantsOfCuts = (partId: string, wants: readonly CutWant[]): Mutant =>
  phaseOf(partId, ({ cuts }) => ({ cuts: cuts.map((cut) => ({ ...cut, wants })) }));

const MUTANTS: readonly (readonly [string, Mutant])[] = [
  ['what a cut wants left out', wantsOfCuts('rim', [])],
  ['a want of one cut given to all', wantsOfCuts('rim', ['narrow-kerf'])],
  ['a want invented', wantsOfCuts('clean', ['clean-underside'])],
  ['a tilted cut level', ruleOfCut('rim', ({ rule: own }) => ({ ...own, tiltDegrees: 0 }))],
  ['a tilt to the other side', ruleOfCut('rim', ({ rule: own }) => ({ ...own, tiltDegrees: -own.tiltDegrees || 5 }))],
  ['every cut tilted', ruleOfCut('clean', () => rule({ tiltDegrees: 10 }))],
  ['outside the line', ruleOfCut('clean', () => rule({ line: 'outside' }))],
  ['a handle thrown away', ruleOfCut('rim', ({ rule: own }) => ({ ...own, kept: null }))],
  ['tilted through all layers at once', phaseOf('rim', () => ({ singly: false }))],
  ['straight cuts one by one', phaseOf('clean', () => ({ singly: true }))],
  ['a board of two forgotten', gangOf('pendant', ({ plies }) => ({ plies: plies.slice(0, 1) }))],
  ['the boards the other way round', gangOf('pendant', ({ plies }) => ({ plies: [...plies].reverse() }))],
  ['a thinner board', gangOf('pendant', ({ plies }) => ({ plies: plies.map((ply) => ({ ...ply, thicknessMm: 2 })) }))],
  ['patterns as on all woods', gangOf('clean', () => ({ pattern: 'glue-stick-on-tape' }))],
  ['patterns of a part as the shop', gangOf('pendant', () => ({ pattern: 'glue-stick-on-tape' }))],
  ['faces that may be sticky', gangOf('clean', () => ({ apartClean: false }))],
  ['clean faces stuck together', stackOf('clean', ({ held }) => ({ held: { ...held, method: 'double-sided' } }))],
  ['high, and held as if low', stackOf('rim', ({ held }) => ({ held: { ...held, method: 'double-sided' } }))],
  ['nothing glued up', (one) => ({ ...one, glueUps: [] })],
  ['one glued up too few', (one) => ({ ...one, glueUps: one.glueUps.map((up) => ({ ...up, count: up.count - 1 })) })],
  ['glue that dries at once', (one) => ({ ...one, glueUps: one.glueUps.map((up) => ({ ...up, waitMinutes: 0 })) })],
  ['no time to glue', (one) => ({ ...one, glueUps: one.glueUps.map((up) => ({ ...up, handsMinutes: 0 })) })],
  [
    'blanks of the upper board only',
    (one) => ({ ...one, blanks: one.blanks.filter(({ woodId }) => woodId !== 'walnut') }),
  ],
  ['hinges forgotten', (one) => ({ ...one, hardware: [] })],
  [
    'a hinge too few',
    (one) => ({ ...one, hardware: one.hardware.map((need) => ({ ...need, count: need.count - 1 })) }),
  ],
  ['another name', (one) => ({ ...one, hardware: one.hardware.map((need) => ({ ...need, name: 'Clasp' })) })],
  [
    'the table never tilted',
    (one) => ({
      ...one,
      bladeTurns: one.bladeTurns.map((turn) => ({
        ...turn,
        spells: turn.spells.map((spell) => ({ ...spell, tiltDegrees: 0 })),
      })),
    }),
  ],
  ['no time to tilt', (one) => ({ ...one, minutes: { ...one.minutes, changing: one.minutes.changing - 2 } })],
  [
    'a variant for all copies',
    (one) => ({
      ...one,
      parts: one.parts.map((count) =>
        count.partId === 'pendant' ? { ...count, copies: 12, needed: 12, total: 12, toCut: 12 } : count,
      ),
    }),
  ],
];

test.each(MUTANTS)('%s is refused', (_name, mutant) => {
  const spoiled = mutant(plan);
  expect(spoiled).not.toEqual(plan);
  expect(verifyPlan(spoiled, input)).not.toEqual([]);
});
