import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { KEPT_WASTE, LINE_RULES, type CutRule, type Part } from '../products';
import { inches } from '../units';
import { circle, inputFor, part, planned, quietKit, rectangle, template } from './fixtures.test-support';
import { NO_STACK_WISHES } from './model/wishes';
import { planRun } from './plan';
import { verifyPlan } from './verify';
import { tried } from '../cases.test-support';

const line = (id: string, path: ReturnType<typeof rectangle>) => ({ id, line: null, path });
const rule = (changes: Partial<CutRule>): CutRule => ({ line: 'on', tiltDegrees: 0, kept: null, ...changes });
const together = { run: { stacks: NO_STACK_WISHES } };

/** A plate with one opening. */
const framed = (id: string, changes: Partial<Part> = {}): Part =>
  part(id, {
    outline: line(`${id} o`, rectangle(120, 80)),
    insideCuts: [line(`${id} i`, circle(15, 60, 40))],
    ...changes,
  });

describe('tilted cuts', () => {
  const rimmed = framed('rim', { pinnedLayers: 4, cutRules: { 'rim i': rule({ tiltDegrees: 20 }) } });

  test.each(['inside-first', 'outline-first'] as const)(
    '%s: one layer at a time, all else through the stack',
    async (cutOrder) => {
      const input = inputFor([template('basket', [rimmed])], 4, { shop: { cutOrder, afterOutline: 'together' } });
      const plan = await planned(input);
      const phases = plan.stacks[0]!.phases.map(({ singly, cuts }) => [cuts[0]!.kind, singly]);
      const outline = ['outside', false];
      expect(phases).toEqual(cutOrder === 'inside-first' ? [['inside', true], outline] : [outline, ['inside', true]]);
      expect(verifyPlan(plan, input)).toEqual([]);
    },
  );

  test('through more wood: the face of a cut grows by 1 / cos, and the table is set there and back', async () => {
    const level = { ...rimmed, cutRules: {} };
    const faceOf = async (one: Part) => {
      const plan = await planned(inputFor([template('basket', [{ ...one, pinnedLayers: 1 }])], 1));
      return { plan, face: plan.bladeUses.reduce((sum, { faceAreaMm2 }) => sum + faceAreaMm2, 0) };
    };
    const [tilted, square] = [await faceOf(rimmed), await faceOf(level)];
    const opening = 2 * Math.PI * 15 * inches(1 / 4);
    expect(tilted.face - square.face).toBeCloseTo(opening * (1 / Math.cos((20 * Math.PI) / 180) - 1), 1);
    // Tilted for the opening and levelled for the outline, two minutes each.
    expect(tilted.plan.bladeTurns.flatMap(({ spells }) => spells.map(({ tiltDegrees }) => tiltDegrees))).toEqual([
      20, 0,
    ]);
    expect(tilted.plan.minutes.changing - square.plan.minutes.changing).toBeCloseTo(4, 9);
  });

  test('further than the table goes there is no plan, and it says why', async () => {
    const steep = framed('rim', { cutRules: { 'rim i': rule({ tiltDegrees: 50 }) } });
    const result = await planRun(inputFor([template('basket', [steep])], 1), quietKit);
    expect(result).toMatchObject({ ok: false, error: [{ kind: 'tilt-too-steep', where: 'basket, rim' }] });
    if (!result.ok) expect(result.error[0]!.message).toContain('50°');
  });

  test('a sharp inside corner at a tilt is told: the blade binds there', async () => {
    const cornered = framed('rim', {
      insideCuts: [line('rim i', rectangle(30, 30, 40, 20))],
      cutRules: { 'rim i': rule({ tiltDegrees: 20 }) },
    });
    const plan = await planned(inputFor([template('basket', [cornered])], 1));
    const warning = plan.warnings.find(({ kind }) => kind === 'tilted-corners');
    // Of the two cuts the opening, and not the outline.
    expect(warning?.cutIds).toEqual(['rim i']);
  });

  test('a tilted outline is sawn with no other part, however alike they are', async () => {
    const twins = [framed('a', { cutRules: { 'a o': rule({ tiltDegrees: 10 }) } }), framed('b')];
    const plan = await planned(inputFor([template('pair', twins)], 2, together));
    expect(plan.stacks.every(({ gangs }) => gangs.length === 1)).toBe(true);
    const level = [framed('a'), framed('b')];
    const mixed = await planned(inputFor([template('pair', level)], 1, together));
    expect(mixed.stacks.some(({ gangs }) => gangs.length === 2)).toBe(true);
  });
});

test('a cut outside its line is no twin of one on the line: each is sawn for itself', async () => {
  const parts = [framed('a'), framed('b', { cutRules: { 'b i': rule({ line: 'outside' }) } })];
  const input = inputFor([template('pair', parts)], 2, together);
  const plan = await planned(input);
  for (const { phases } of plan.stacks)
    for (const { cuts } of phases) for (const { kind, twins } of cuts) if (kind === 'inside') expect(twins).toEqual([]);
  expect(verifyPlan(plan, input)).toEqual([]);
});

describe('blanks that are glued up first', () => {
  const twoTone = framed('ring', {
    woodId: 'walnut',
    thickness: { mm: inches(1 / 8), typed: '1/8' },
    gluedTo: [{ woodId: 'sugar-maple', thickness: { mm: inches(1 / 4), typed: '1/4' } }],
  });

  test('are as high as their boards, ask for a blank of each, and wait in the clamps', async () => {
    const input = inputFor([template('pendants', [twoTone])], 3, { shop: { maxLayers: 3 } });
    const plan = await planned(input);
    expect(verifyPlan(plan, input)).toEqual([]);
    expect(plan.stacks[0]!.gangs[0]!.thicknessMm).toBeCloseTo(inches(3 / 8), 9);
    expect(plan.blanks.map(({ woodId, count }) => [woodId, count])).toEqual([
      ['walnut', 3],
      ['sugar-maple', 3],
    ]);
    // Three blanks of two boards: three joints of three minutes, all in the clamps for 45 (30 to 60: common practice).
    expect(plan.glueUps).toMatchObject([{ count: 3, handsMinutes: 9, waitMinutes: 45 }]);
  });

  test('the harder of the two woods chooses the blade', async () => {
    const soft = { ...twoTone, woodId: 'white-pine', gluedTo: [] };
    const hardBelow = { ...soft, gluedTo: twoTone.gluedTo };
    const hardAlone = { ...soft, woodId: 'sugar-maple', thickness: { mm: inches(3 / 8), typed: '3/8' } };
    const bladeOf = async (one: Part) =>
      (await planned(inputFor([template('p', [{ ...one, pinnedLayers: 1 }])], 1))).bladeTurns.map(
        ({ blade }) => blade.id,
      );
    expect(await bladeOf(hardBelow)).toEqual(await bladeOf(hardAlone));
  });
});

describe('variants', () => {
  const tags = (variants: Record<string, number>, copies = 7) => {
    const named = { ...template('tags', []), variants: ['boat', 'star', 'wave'].map((id) => ({ id, name: id })) };
    const parts = [framed('cord'), ...named.variants.map(({ id }) => framed(id, { variantId: id }))];
    return inputFor([{ ...named, parts }], copies, { line: { variants } });
  };

  test('share the copies evenly, the first getting what is over; a part of every copy is in all', async () => {
    const input = tags({});
    const plan = await planned(input);
    expect(plan.parts.map(({ partId, needed }) => [partId, needed])).toEqual([
      ['cord', 7],
      ['boat', 3],
      ['star', 2],
      ['wave', 2],
    ]);
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('or as the maker says', async () => {
    const input = tags({ boat: 1, star: 6 });
    const plan = await planned(input);
    expect(plan.parts.map(({ needed }) => needed)).toEqual([7, 1, 6, 0]);
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test.each([
    [{ boat: 4 }, 'add up to 4 copies, and 7'],
    [{ boat: 4, gull: 3 }, 'not in the template any more'],
    [{ boat: 1.5, star: 5.5 }, 'not a number'],
  ])('%j is refused with what is wrong', async (variants, words) => {
    const result = await planRun(tags(variants), quietKit);
    expect(result).toMatchObject({
      ok: false,
      error: [{ kind: 'bad-quantity', where: 'tags, copies of its variants' }],
    });
    if (!result.ok) expect(result.error[0]!.message).toContain(words);
  });
});

test('bought things are counted over all copies, whole ones', async () => {
  const hardware = [
    { id: 'hinge', name: 'Brass hinge', kind: 'bought' as const, perCopy: 2 },
    { id: 'sand', name: 'Sandpaper 220', kind: 'consumable' as const, perCopy: 0.1 },
    { id: 'none', name: 'Magnet', kind: 'bought' as const, perCopy: 0 },
  ];
  const input = inputFor([{ ...template('box', [framed('lid')]), hardware }], 30);
  const plan = await planned(input);
  // 0.1 of a sheet for each of 30 is 3 sheets, and not 4 as plain floats have it.
  expect(plan.hardware.map(({ name, count }) => [name, count])).toEqual([
    ['Brass hinge', 60],
    ['Sandpaper 220', 3],
  ]);
  expect(verifyPlan(plan, input)).toEqual([]);
});

describe('how a stack is held and its pattern put on', () => {
  const tall = framed('tall', { pinnedLayers: 4 });

  test('high stacks another way, from the very height', async () => {
    const heldAt = async (from: number) => {
      const holdHigh = { from: { mm: from, typed: null }, holding: 'brads' as const };
      const input = inputFor([template('t', [tall])], 4, { shop: { holding: 'film', holdHigh } });
      const plan = await planned(input);
      expect(verifyPlan(plan, input)).toEqual([]);
      return plan.stacks[0]!.held.method;
    };
    expect(await heldAt(inches(1))).toBe('brads');
    expect(await heldAt(inches(1) + 0.01)).toBe('film');
  });

  test('layers that must come apart clean are not stuck face to face', async () => {
    const input = inputFor([template('t', [{ ...tall, apartClean: true }])], 4, { shop: { holding: 'double-sided' } });
    const plan = await planned(input);
    expect(plan.stacks[0]!.held).toMatchObject({ method: 'tape', insteadOf: 'double-sided' });
    expect(plan.warnings.map(({ kind }) => kind)).toContain('must-come-clean');
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('by wood, and for one part of the run: each way is counted for itself', async () => {
    const parts = [framed('oak'), framed('pine', { woodId: 'white-pine' }), framed('late')];
    const shop = { patternFor: { 'white-pine': 'packing-tape' as const }, maxLayers: 1 };
    const stacks = { ...NO_STACK_WISHES, apart: ['oak', 'pine', 'late'], patterns: { late: 'carbon' as const } };
    const input = inputFor([template('t', parts)], 2, { shop, run: { stacks } });
    const plan = await planned(input);
    expect(plan.consumables.patterns.map(({ method, copies, sheets }) => [method, copies, sheets])).toEqual([
      ['glue-stick-on-tape', 2, 2],
      ['packing-tape', 2, 2],
      ['carbon', 2, 1],
    ]);
    expect(verifyPlan(plan, input)).toEqual([]);
  });
});

test('whatever the rules, boards and variants: the plan is found right by its checker', async () => {
  const ruleArb = fc.record({
    line: fc.constantFrom(...LINE_RULES),
    tiltDegrees: fc.constantFrom(0, 0, 7.5, -20, 45),
    kept: fc.constantFrom(null, ...KEPT_WASTE),
  });
  const partArb = fc.record({
    outline: fc.option(ruleArb, { nil: null }),
    inside: ruleArb,
    wood: fc.constantFrom('white-pine', 'walnut', 'birch-plywood'),
    under: fc.constantFrom<readonly string[]>([], [], ['sugar-maple'], ['walnut', 'cherry']),
    apartClean: fc.boolean(),
    variant: fc.constantFrom(null, 'x', 'y'),
    perCopy: fc.integer({ min: 1, max: 3 }),
  });
  const shopArb = fc.record({
    cutOrder: fc.constantFrom('inside-first' as const, 'outline-first' as const),
    afterOutline: fc.constantFrom('singly' as const, 'together' as const),
    holding: fc.constantFrom('tape' as const, 'double-sided' as const, 'brads' as const),
  });
  await fc.assert(
    fc.asyncProperty(
      fc.array(partArb, { minLength: 1, maxLength: 4 }),
      shopArb,
      fc.nat(6),
      async (told, shop, copies) => {
        const eighth = { mm: inches(1 / 8), typed: '1/8' };
        const parts = told.map(({ outline, inside, wood, under, apartClean, variant, perCopy }, n) =>
          framed(`p${String(n)}`, {
            woodId: wood,
            thickness: eighth,
            gluedTo: under.map((woodId) => ({ woodId, thickness: eighth })),
            apartClean,
            variantId: variant,
            perCopy,
            cutRules: {
              [`p${String(n)} i`]: inside,
              ...(outline ? { [`p${String(n)} o`]: { ...outline, kept: null } } : {}),
            },
          }),
        );
        const variants = ['x', 'y'].map((id) => ({ id, name: id }));
        const input = inputFor([{ ...template('toy', parts), variants }], copies, { shop, ...together });
        const result = await planRun(input, quietKit);
        if (!result.ok) throw new Error(result.error.map(({ message }) => message).join());
        expect(verifyPlan(result.value, input)).toEqual([]);
      },
    ),
    tried(60),
  );
});
