import { describe, expect, test } from '@jest/globals';
import { noSteps } from '../patterns';
import { circle, inputFor, part, planned, reckonedBefore, template } from '../planning/fixtures.test-support';
import { typicalBlade } from '../blades';
import type { DrawerBlade, PassSawn } from '../ledger';
import { newRun, newRunLine, TYPICAL_SHOP, type Plan, type PlannedStack, type Run } from '../planning';
import type { Template } from '../products';
import { FORMS, formOf, openForm, stepsOf, toForm, type FormKind } from '.';

const KINDS = Object.keys(FORMS) as FormKind[];

test.each(KINDS)('%s: one step leads from each form to the next', (kind) => {
  expect(stepsOf(kind)).toBe(FORMS[kind] - 1);
});

test.each(KINDS)('%s: what is written today is read as it is', (kind) => {
  const doc = { id: 'a', name: 'kept', list: [1, 2] };
  expect(openForm(kind, JSON.parse(JSON.stringify(toForm(kind, doc))))).toEqual({ ok: true, value: doc });
});

test('a run of the first form, without a number: its used-up spares are not made again', () => {
  const { refillSpares: _none, ...old } = newRun('r', 'Fair', []);
  const opened = openForm<Run>('run', JSON.parse(JSON.stringify(old)));
  expect(opened).toEqual({ ok: true, value: newRun('r', 'Fair', []) });
});

test('a document with a field called form of its own is not taken for a wrapped one', () => {
  expect(formOf({ form: 'reverse', id: 'a' })).toEqual({ form: 1, doc: { form: 'reverse', id: 'a' } });
});

const holed = part('a', { insideCuts: [{ id: 'i', line: null, path: circle(10, 50, 30) }], pinnedLayers: 3 });

test('a template, a run and a shop from before cuts had rules and copies variants are plain', () => {
  const plain = template('toy', [holed]);
  const { hardware: _h, variants: _v, meant: _m, ...rest } = plain;
  const parts = plain.parts.map(
    ({ gluedTo: _g, variantId: _i, apartClean: _a, cutWants: _w, cutRules: _r, laid: _l, ...before }) => before,
  );
  expect(openForm('template', { form: 2, doc: { ...rest, parts } })).toEqual({ ok: true, value: plain });
  const today = newRun('r', 'Fair', [newRunLine('t', 1, 2)]);
  const { variants: _none, ...line } = today.lines[0]!;
  const { patterns: _as, ...stacks } = today.stacks;
  expect(openForm('run', { form: 3, doc: { ...today, lines: [line], stacks } })).toEqual({ ok: true, value: today });
  const { first: _f, cutOrders: _c, patient: _p, ...unordered } = today.stacks;
  expect(openForm('run', { form: 4, doc: { ...today, stacks: unordered } })).toEqual({ ok: true, value: today });
  const { patient: _q, ...hurried } = today.stacks;
  expect(openForm('run', { form: 5, doc: { ...today, stacks: hurried } })).toEqual({ ok: true, value: today });
});

test('a plan of form 4 has its patterns in the one way there was, and every blank is one board', async () => {
  const plan = await planned(inputFor([template('toy', [holed])], 6, { shop: { pattern: 'carbon' } }));
  const { glueUps: _g, hardware: _h, ...rest } = plan;
  const [{ method, copies, sheets, materialMm2 }] = plan.consumables.patterns as [Plan['consumables']['patterns'][0]];
  const old = {
    ...rest,
    consumables: {
      ...plan.consumables,
      patterns: undefined,
      pattern: method,
      patternCopies: copies,
      patternSheets: sheets,
      patternMaterialMm2: materialMm2,
    },
    bladeTurns: plan.bladeTurns.map(({ spells, ...turn }) => ({
      ...turn,
      stackKeys: spells.map(({ stackKey }) => stackKey),
    })),
    stacks: plan.stacks.map((stack) => ({
      ...stack,
      gangs: stack.gangs.map(({ plies: _p, pattern: _a, apartClean: _c, ...gang }) => gang),
      phases: stack.phases.map((phase) => ({
        ...phase,
        cuts: phase.cuts.map(({ rule: _rule, wants: _wants, ...cut }) => cut),
      })),
    })),
  };
  // Nor was it told where a worn blade is changed.
  const bladeUses = plan.bladeUses.map((use) => ({ ...use, changes: [] }));
  expect(openForm('plan', JSON.parse(JSON.stringify({ form: 4, doc: old })))).toEqual({
    ok: true,
    value: JSON.parse(JSON.stringify(reckonedBefore({ ...plan, bladeUses }))),
  });
});

test('a template of form 6: what a part wanted is wanted of each of its cuts, and of a plain part nothing', () => {
  const before = template('toy', [holed, part('b')]);
  const [wanting, plain] = before.parts.map(({ cutWants: _none, ...rest }) => rest);
  const old = {
    ...before,
    parts: [
      { ...wanting, wants: ['room-for-paint'] },
      { ...plain, wants: [] },
    ],
  };
  const opened = openForm<Template>('template', JSON.parse(JSON.stringify({ form: 6, doc: old })));
  const wants = { i: ['room-for-paint'], [holed.outline.id]: ['room-for-paint'] };
  const parts = before.parts.map((one, nth) => (nth === 0 ? { ...one, cutWants: wants } : one));
  expect(opened).toEqual({ ok: true, value: { ...before, parts } });
});

/** A stack as forms up to 3 had it: layers of one gang, each cut with its height and how often it is sawn. */
function stackOfForm3({
  gangs,
  layers,
  phases,
  held: _held,
  begun: _begun,
  done,
  layersReady: _ready,
  ...rest
}: PlannedStack) {
  const { at: _at, turnedOver: _over, bodyId: _body, plies: _plies, pattern: _as, blank, ...gang } = gangs[0]!;
  const cuts = phases.flatMap(({ cuts: own, singly, heightMm }) =>
    own.map(({ twins: _twins, ...cut }) => ({ ...cut, heightMm, times: singly ? layers.length : 1 })),
  );
  const pierceBits = phases.flatMap(({ pierceBits: bits }) => bits);
  const pierceHoles = pierceBits.reduce((sum, { count }) => sum + count, 0);
  const old = { gang: { ...gang, drilled: [] }, layers: layers.length, blank, cuts, pierceBits, pierceHoles };
  return { ...rest, ...old, layersReady: 0, done: done.map(String) };
}

test.each(['inside-first', 'outline-first'] as const)(
  'a plan of form 3, %s, has its layers and phases',
  async (cutOrder) => {
    const plan = await planned(inputFor([template('toy', [holed])], 6, { shop: { cutOrder } }));
    const { proven: _proven, ...old } = { ...plan, stacks: plan.stacks.map(stackOfForm3) };
    const opened = openForm<Plan>('plan', JSON.parse(JSON.stringify({ form: 3, doc: old })));
    if (!opened.ok) throw new Error(opened.error.kind);
    // Keys of phases and how each stack was held were not written down: all else is as it would be planned today.
    const keyless = ({ stacks }: Plan) =>
      stacks.map(({ phases, held: _held, ...stack }) => ({
        ...stack,
        phases: phases.map(({ key: _key, after, ...phase }) => [after.length, phase]),
      }));
    expect(keyless(opened.value)).toEqual(keyless(reckonedBefore(plan)));
    expect(opened.value.proven).toBe(false);
  },
);

test('a plan of the first form has its bit at each inside cut, and no blanks ready', async () => {
  const plan = await planned(inputFor([template('toy', [holed])], 3));
  const old = {
    ...plan,
    parts: plan.parts.map(({ sparesLeft: _left, ...count }) => count),
    rods: [],
    stacks: plan.stacks.map(stackOfForm3).map(({ pierceBits, layersReady: _ready, ...stack }) => ({
      ...stack,
      pierceBitMm: pierceBits[0]!.diameterMm,
      gang: { ...stack.gang, parts: stack.gang.parts.map(({ sparesLeft: _left, ...count }) => count) },
      cuts: stack.cuts.map(({ openingMm: _opening, choice: { bitMm: _bit, ...choice }, ...cut }) => ({
        ...cut,
        choice,
      })),
    })),
  };
  const opened = openForm<Plan>('plan', JSON.parse(JSON.stringify(old)));
  if (!opened.ok) throw new Error(opened.error.kind);
  const [stack] = opened.value.stacks;
  expect(stack!.phases[0]!.pierceBits).toEqual(plan.stacks[0]!.phases[0]!.pierceBits);
  const bits = ({ phases }: PlannedStack) => phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.bitMm));
  expect(bits(stack!)).toEqual(bits(plan.stacks[0]!));
  expect(stack!.layersReady).toEqual({});
  expect(opened.value.parts).toEqual(plan.parts);
});

test('a pass of form 2 was of all that is done to its stack', () => {
  const pass = { kind: 'pass-sawn', id: 'e', stack: 'abc', pass: 2, layers: 4, counts: { a: { good: 4, spoiled: 0 } } };
  const opened = openForm<PassSawn>('workEvent', { form: 2, doc: pass });
  expect(opened).toMatchObject({ ok: true, value: { ...pass, phase: null, stackLayers: null, layerIds: null } });
});

test('parts drawn several times were each their own, in a template and on a desk', () => {
  const { equalAsOne: _new, ...steps } = noSteps(1);
  const drawings = [{ id: 'd', fileName: 'a.svg', steps }];
  const value = { drawings: [{ ...drawings[0], steps: { ...steps, equalAsOne: false } }] };
  expect(openForm('template', { form: 5, doc: { drawings, parts: [] } })).toEqual({
    ok: true,
    value: { ...value, parts: [] },
  });
  const desk = openForm('desk', { form: 2, doc: { steps } });
  expect(desk).toEqual({ ok: true, value: { steps: { ...steps, equalAsOne: false } } });
});

test('an event of form 5 was of nobody in particular, and what it is about is a subject', () => {
  const old = { kind: 'step-done', id: 'e', step: 'drill', stack: 'abc', passes: [1], detail: '1.6' };
  const { step: _step, ...rest } = old;
  const told = { ...rest, subject: { kind: 'step', name: 'drill' }, person: null, saw: null };
  expect(openForm('workEvent', { form: 5, doc: old })).toEqual({ ok: true, value: told });
  const noticed = { kind: 'noticed', id: 'n', what: 'burnt', step: null };
  const opened = openForm('workEvent', { form: 5, doc: noticed });
  expect(opened).toMatchObject({ ok: true, value: { what: 'burnt', subject: null } });
  const back = { kind: 'pass-taken-back', id: 'b', event: 'e' };
  const value = { ...back, person: null, saw: null };
  expect(openForm('workEvent', { form: 5, doc: back })).toEqual({ ok: true, value });
});

test('layers taken apart after the outline are sawn one by one, as they were; a drawer has no such habit', () => {
  expect(openForm('settings', { form: 1, doc: { cutOrder: 'outline-first' } })).toEqual({
    ok: true,
    value: {
      bits: null,
      people: [],
      cutOrder: 'outline-first',
      afterOutline: 'singly',
      pattern: 'glue-stick-on-tape',
      patternFor: {},
      holdHigh: null,
      secondEntry: true,
      corners: 'by-the-room',
      otherSaws: [],
      useWhatIsLeft: true,
      keepInSaw: true,
    },
  });
  expect(openForm('settings', { form: 1, doc: { blades: [] } })).toEqual({ ok: true, value: { blades: [] } });
});

test('a shop of form 3 has one saw, whose table tilts to both sides as far', () => {
  const { otherSaws: _o, useWhatIsLeft: _u, keepInSaw: _k, saw, ...shop } = TYPICAL_SHOP;
  const { name: _n, tiltLeftDegrees, tiltRightDegrees: _t, strokes: _s, holder: _h, ...before } = saw;
  const old = { ...shop, saw: { ...before, tiltDegrees: tiltLeftDegrees } };
  expect(openForm('settings', { form: 3, doc: old })).toEqual({ ok: true, value: TYPICAL_SHOP });
});

test('blades of form 3 tell which figures were the table’s and which the maker’s', () => {
  const {
    inSaw: _in,
    sources: _s,
    priceMinor: _p,
    reorderAt: _r,
    driftDegrees: _d,
    ...old
  } = typicalBlade('5', 'skip', 'plain');
  const opened = openForm<{ blades: DrawerBlade[] }>('settings', {
    form: 3,
    doc: { blades: [{ ...old, kerfMm: 0.6 }] },
  });
  if (!opened.ok) throw new Error(opened.error.message);
  expect(opened.value.blades[0]).toMatchObject({
    kerfMm: 0.6,
    priceMinor: null,
    sources: { widthMm: 'typical', thicknessMm: 'typical', kerfMm: 'packet', teethPerInch: 'typical' },
  });
});

describe('what cannot be opened', () => {
  test('a form of a newer version is told and left alone', () => {
    expect(openForm('run', { form: 99, doc: {} })).toMatchObject({ error: { kind: 'newer-form', where: 'run' } });
  });

  test.each([null, 3, 'text', [], { form: 1, doc: null }, { form: 0, doc: {} }, { form: 1.5, doc: {} }])(
    '%j',
    (stored) => {
      expect(openForm('run', stored)).toMatchObject({ error: { kind: 'unreadable-form' } });
    },
  );
});
