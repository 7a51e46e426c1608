import { describe, expect, test } from '@jest/globals';
import {
  defaultPatternOptions,
  noSteps,
  inDrawerForm,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  type DrawingSteps,
  type Run,
  type Template,
  type RodNeed,
  type WoodWishes,
  NO_WISHES,
  TYPICAL_MACHINES,
} from '@rapid-jig/core';
import {
  check,
  drawerSchema,
  machinesSchema,
  patternRequestSchema,
  runSchema,
  shopSchema,
  templateSchema,
  workEventSchema,
} from '.';

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

const steps: DrawingSteps = {
  ...noSteps(1),
  mends: { 'gap|path #1|path #2': 'close' },
  kinds: { 'circle #1': 'drilled' },
  held: ['path #1 slot 3'],
  shape: [
    { kind: 'true-size', from: { x: 0, y: 0 }, to: { x: 10, y: 0 }, distance: { mm: 25.4, typed: '1' } },
    { kind: 'scale', to: { by: 'width', length: { mm: 50.8, typed: '2' } } },
    { kind: 'scale', to: { by: 'board', width: { mm: 50.8, typed: '2' }, height: { mm: 90, typed: '90 mm' } } },
    { kind: 'rotate', angle: 1.5 },
    { kind: 'mirror', axis: 'up-down' },
  ],
  grain: 'along-y',
  datum: { line: 'path #1', segment: 4 },
};

const template: Template = {
  id: uuid(1),
  name: 'Luggage tag',
  note: '',
  archived: false,
  bodies: [{ id: uuid(7), name: 'Box', layers: [uuid(3), uuid(3)], meant: [uuid(6)] }],
  rods: [],
  meant: [uuid(6)],
  hardware: [{ id: uuid(8), name: 'Cord', kind: 'consumable', perCopy: 0.25 }],
  variants: [{ id: uuid(9), name: 'Star' }],
  drawings: [{ id: uuid(2), fileName: 'tag.svg', steps }],
  parts: [
    {
      id: uuid(3),
      name: 'Tag',
      perCopy: 1,
      woodId: 'cherry',
      thickness: { mm: 3.175, typed: '1/8' },
      grain: 'along-x',
      sharedBlank: null,
      gluedTo: [{ woodId: 'walnut', thickness: { mm: 3.175, typed: '1/8' } }],
      variantId: uuid(9),
      apartClean: true,
      laid: { a: 0, b: 1, c: -1, d: 0, e: 12.5, f: 3 },
      holeUses: { [uuid(4)]: { fit: 'loose', depth: null } },
      cutWants: { [uuid(4)]: ['narrow-kerf', 'clean-underside'] },
      cutRules: { [uuid(4)]: { line: 'outside', tiltDegrees: 12.5, kept: null } },
      pinnedLayers: null,
      drawing: uuid(2),
      insideCuts: [],
      throughCuts: [],
      holes: [{ id: uuid(6), line: 'circle #1', center: { x: 2, y: 2 }, diameterMm: 3.175 }],
      marks: [],
      datum: { from: { x: 0, y: 0 }, to: { x: 9, y: 0 } },
      outline: {
        id: uuid(4),
        line: null,
        path: {
          start: { x: 0, y: 0 },
          closed: true,
          segments: [
            { kind: 'line', to: { x: 9, y: 0 } },
            { kind: 'arc', to: { x: 0, y: 9 }, center: { x: 0, y: 0 }, sweep: 1.5707963 },
            { kind: 'cubic', c1: { x: 0, y: 6 }, c2: { x: 0, y: 3 }, to: { x: 0, y: 0 } },
          ],
        },
      },
    },
  ],
};

const run: Run = {
  id: uuid(5),
  name: 'Fair',
  dueDate: '2027-03-20',
  lines: [
    {
      templateId: uuid(1),
      revision: 1,
      copies: 12,
      variants: { [uuid(9)]: 12 },
      spares: { [uuid(3)]: { kind: 'percent', percent: 10 } },
      onHand: {},
    },
  ],
  spares: { kind: 'count', count: 1 },
  refillSpares: false,
  maxLayers: null,
  measured: [],
  wood: NO_WISHES,
  stacks: {
    apart: [uuid(3)],
    most: { [uuid(3)]: 4 },
    pins: [{ layers: [{ partId: uuid(3), count: 2 }], passes: 3 }],
    patterns: { [uuid(3)]: 'carbon' },
    first: [uuid(1)],
    cutOrders: [{ stackKey: 'ab12', phaseKey: 'cd34', cutIds: [uuid(5), uuid(6)] }],
    patient: false,
  },
  archived: false,
};

const dowel: RodNeed = {
  id: uuid(7),
  name: 'Axle',
  kind: 'dowel',
  woodId: 'yellow-birch',
  thickness: { mm: 9.525, typed: '3/8' },
  width: null,
  length: { mm: 76.2, typed: '3' },
  perCopy: 2,
};
const strip: RodNeed = { ...dowel, kind: 'strip', width: { mm: 12.7, typed: '1/2' } };
const pin = { stackKey: 'k', nth: 0, itemId: uuid(8), copy: 1, slice: 2, turned: false, x: 0, y: 12.7 };
const granted: WoodWishes = {
  margin: { mm: 3.175, typed: '1/8' },
  freeLayers: true,
  laminate: true,
  byHand: true,
  freeForm: true,
  substitutes: [{ woodId: 'cherry', nominalMm: 9.525, instead: 'beech' }],
  pins: [pin],
};

const where = (schema: Parameters<typeof check>[0], value: unknown) => {
  const result = check(schema, value);
  return result.ok ? 'taken' : result.error.where;
};

/** As the drawer keeps them: which one is in the saw is told by the ledger. */
const BLADES = TYPICAL_BLADES.map(inDrawerForm);

describe('documents that are right are taken as they are', () => {
  test.each([
    ['template', templateSchema, template],
    ['template with rods', templateSchema, { ...template, rods: [dowel, strip] }],
    ['run with all granted', runSchema, { ...run, wood: granted }],
    ['machines', machinesSchema, { ...TYPICAL_MACHINES, jigsaw: { kerfMm: 1.5 }, planer: null }],
    ['run', runSchema, run],
    ['shop', shopSchema, TYPICAL_SHOP],
    ['drawer', drawerSchema, { blades: BLADES }],
  ])('%s', (_name, schema, doc) => {
    expect(check<unknown>(schema, doc)).toEqual({ ok: true, value: doc });
  });
});

const patternRequest = {
  patterns: [
    {
      templateId: uuid(1),
      revision: 1,
      partIds: [uuid(3)],
      copies: 2,
      places: [{ x: 0, y: 0 }],
      stack: null,
      bits: null,
      twoEntries: null,
      brads: [],
      arrows: [],
    },
  ],
  options: defaultPatternOptions({ paper: 'a4', units: 'mm' }),
};

test('a request for patterns is taken as it is', () => {
  expect(check(patternRequestSchema, patternRequest)).toEqual({ ok: true, value: patternRequest });
});

describe('what is wrong is named by its field', () => {
  const part = template.parts[0]!;
  test.each<[string, Parameters<typeof check>[0], unknown, string]>([
    ['nothing', templateSchema, undefined, 'the whole request'],
    ['a list', templateSchema, [], 'the whole request'],
    ['no name', templateSchema, { ...template, name: '' }, 'name'],
    ['an unknown field', templateSchema, { ...template, colour: 'red' }, 'colour'],
    ['half a part', templateSchema, { ...template, parts: [{ ...part, perCopy: 0.5 }] }, 'parts.0.perCopy'],
    [
      'no thickness',
      templateSchema,
      { ...template, parts: [{ ...part, thickness: { mm: 0, typed: '0' } }] },
      'parts.0.thickness.mm',
    ],
    [
      'a step of no kind',
      templateSchema,
      { ...template, drawings: [{ ...template.drawings[0], steps: { ...steps, shape: [{ kind: 'melt' }] } }] },
      'drawings.0.steps.shape.0',
    ],
    [
      'a mend that is no action',
      templateSchema,
      { ...template, drawings: [{ ...template.drawings[0], steps: { ...steps, mends: { gap: 'weld' } } }] },
      'drawings.0.steps.mends.gap',
    ],
    [
      'five hundred and one copies of a pattern',
      patternRequestSchema,
      { ...patternRequest, patterns: [{ ...patternRequest.patterns[0], copies: 501 }] },
      'patterns.0.copies',
    ],
    [
      'a paper nobody has',
      patternRequestSchema,
      { ...patternRequest, options: { ...patternRequest.options, paper: 'a9' } },
      'options.paper',
    ],
    ['a number as text', runSchema, { ...run, lines: [{ ...run.lines[0], copies: '12' }] }, 'lines.0.copies'],
    ['a negative quantity', runSchema, { ...run, lines: [{ ...run.lines[0], copies: -1 }] }, 'lines.0.copies'],
    ['a template twice', runSchema, { ...run, lines: [run.lines[0], run.lines[0]] }, 'lines.1'],
    ['a date of the wrong form', runSchema, { ...run, dueDate: '20/03/2027' }, 'dueDate'],
    ['a dowel with a width', templateSchema, { ...template, rods: [{ ...dowel, width: strip.width }] }, 'rods.0.width'],
    ['a rod of no length', templateSchema, { ...template, rods: [{ ...dowel, length: null }] }, 'rods.0.length'],
    ['a rod of a kind', templateSchema, { ...template, rods: [{ ...dowel, kind: 'tube' }] }, 'rods.0.kind'],
    ['a pin off the board', runSchema, { ...run, wood: { ...granted, pins: [{ ...pin, x: -1 }] } }, 'wood.pins.0.x'],
    ['no margin at all', runSchema, { ...run, wood: { ...granted, margin: { mm: 0, typed: '0' } } }, 'wood.margin.mm'],
    ['a run with nothing said of wood', runSchema, { ...run, wood: undefined }, 'wood'],
    ['a saw without a kerf', machinesSchema, { ...TYPICAL_MACHINES, rip: { kerfMm: 0 } }, 'rip.kerfMm'],
    ['a factor nobody knows', shopSchema, { ...TYPICAL_SHOP, factors: { luck: 7 } }, 'factors.luck'],
    ['NaN', shopSchema, { ...TYPICAL_SHOP, hourValueMinor: NaN }, 'hourValueMinor'],
    ['a blade twice', drawerSchema, { blades: [BLADES[0], BLADES[0]] }, 'blades.1'],
    ['an event of no kind', workEventSchema, { id: uuid(1) }, 'clientId'],
  ])('%s', (_name, schema, value, field) => {
    expect(where(schema, value)).toBe(field);
  });

  test('a path whose segment is of no known kind', () => {
    const outline = {
      ...part.outline,
      path: { ...part.outline.path, segments: [{ kind: 'spiral', to: { x: 1, y: 1 } }] },
    };
    expect(where(templateSchema, { ...template, parts: [{ ...part, outline }] })).toContain(
      'parts.0.outline.path.segments.0',
    );
  });
});
