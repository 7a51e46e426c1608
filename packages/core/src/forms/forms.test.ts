import { describe, expect, test } from '@jest/globals';
import { inputFor, part, planned, template, circle } from '../planning/fixtures.test-support';
import { newRun, type Plan, type Run } from '../planning';
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

test('a plan of the first form has its bit at each inside cut, and no blanks ready', async () => {
  const holed = part('a', { insideCuts: [{ id: 'i', line: null, path: circle(10, 50, 30) }] });
  const plan = await planned(inputFor([template('toy', [holed])], 2));
  const old = {
    ...plan,
    parts: plan.parts.map(({ sparesLeft: _left, ...count }) => count),
    rods: [],
    stacks: plan.stacks.map(({ pierceBits, layersReady: _ready, ...stack }) => ({
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
  expect(opened.value.stacks[0]!.pierceBits).toEqual(plan.stacks[0]!.pierceBits);
  expect(opened.value.stacks[0]!.cuts.map(({ choice }) => choice.bitMm)).toEqual(
    plan.stacks[0]!.cuts.map(({ choice }) => choice.bitMm),
  );
  expect(opened.value.parts).toEqual(plan.parts);
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
