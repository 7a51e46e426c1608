import fc from 'fast-check';
import type { Part, Template } from '../products';
import { inches } from '../units';
import { circle, inputFor, part, rectangle, template } from './fixtures.test-support';
import { lanterns } from './lantern.test-support';
import type { PlanInput, RunSpareRule } from './model/input';
import type { Shop } from './model/shop';
import { NO_STACK_WISHES, NO_WISHES, type WoodWishes } from './model/wishes';

const WOODS = ['red-oak', 'walnut', 'white-pine', 'sugar-maple'] as const;
const quarter = { mm: inches(1 / 4), typed: '1/4' };
const [eighth, half] = [
  { mm: inches(1 / 8), typed: '1/8' },
  { mm: inches(1 / 2), typed: '1/2' },
];

/** Outlines that a shop sees over and over: plates, strips and wheels. */
const OUTLINES = [
  () => rectangle(100, 60),
  () => rectangle(100, 60),
  () => rectangle(90, 30),
  () => circle(20, 20, 20),
];

interface Drawn {
  readonly outline: number;
  readonly inside: boolean;
  readonly hole: boolean;
  readonly tilt: number;
  readonly tiltInside: boolean;
  readonly changes: Partial<Part>;
}

const anyDrawn: fc.Arbitrary<Drawn> = fc.record({
  outline: fc.nat(OUTLINES.length - 1),
  inside: fc.boolean(),
  hole: fc.boolean(),
  tilt: fc.constantFrom(0, 0, 0, 8),
  tiltInside: fc.boolean(),
  changes: fc.record({
    perCopy: fc.constantFrom(1, 1, 2, 4),
    woodId: fc.constantFrom('red-oak', ...WOODS),
    thickness: fc.constantFrom(quarter, quarter, eighth, half),
    apartClean: fc.constantFrom(false, false, true),
    pinnedLayers: fc.constantFrom(null, null, null, 2),
    sharedBlank: fc.constantFrom(null, null, 'side by side'),
    variantId: fc.constantFrom(null, null, 'calm', 'storm'),
    gluedTo: fc.constantFrom([], [], [], [{ woodId: 'walnut', thickness: eighth }]),
  }),
});

function drawnPart(id: string, { outline, inside, hole, tilt, tiltInside, changes }: Drawn): Part {
  const rules = (cutId: string) => ({ [cutId]: { line: 'on' as const, tiltDegrees: tilt, kept: null } });
  const isWheel = OUTLINES[outline] === OUTLINES.at(-1);
  const insideId = `${id}-inside`;
  return part(id, {
    outline: { id: `${id}-outline`, line: null, path: OUTLINES[outline]!() },
    insideCuts: inside ? [{ id: insideId, line: null, path: circle(8, 20, isWheel ? 20 : 15) }] : [],
    holes: hole && !isWheel ? [{ id: `${id}-hole`, line: null, center: { x: 60, y: 15 }, diameterMm: 5 }] : [],
    cutRules: tilt === 0 ? {} : rules(inside && tiltInside ? insideId : `${id}-outline`),
    ...changes,
  });
}

const anyTemplate = (id: string): fc.Arbitrary<Template> =>
  fc
    .record({
      parts: fc.array(anyDrawn, { minLength: 1, maxLength: 3 }),
      perCopy: fc.constantFrom(1, 1 / 7, 0.25, 3),
    })
    .map(({ parts, perCopy }) => ({
      ...template(
        id,
        parts.map((drawn, i) => drawnPart(`${id}-${String(i)}`, drawn)),
      ),
      hardware: [{ id: `${id}-cord`, name: 'cord', kind: 'consumable' as const, perCopy }],
      variants: parts.some(({ changes }) => changes.variantId !== null)
        ? [
            { id: 'calm', name: 'calm' },
            { id: 'storm', name: 'storm' },
          ]
        : [],
    }));

/** Spares as people give them: so many, a share with a decimal, or by a confidence. */
export const anySpares: fc.Arbitrary<RunSpareRule> = fc.oneof(
  fc.record({ kind: fc.constant('count' as const), count: fc.nat(3) }),
  fc.nat(300).map((tenths) => ({ kind: 'percent' as const, percent: tenths / 10 })),
  fc.constantFrom(90, 95, 99).map((confidencePercent) => ({ kind: 'risk' as const, confidencePercent })),
);

/** What a maker grants so that the wood at hand does. */
export const anyWoodWishes: fc.Arbitrary<WoodWishes> = fc
  .record({
    freeLayers: fc.boolean(),
    margin: fc.constantFrom(null, eighth),
    instead: fc.constantFrom(null, 'walnut', 'white-pine'),
  })
  .map(({ freeLayers, margin, instead }) => ({
    ...NO_WISHES,
    freeLayers,
    margin,
    substitutes: instead === null ? [] : [{ woodId: 'red-oak', nominalMm: inches(1 / 4), instead }],
  }));

export const anyHabits: fc.Arbitrary<Partial<Shop>> = fc.record({
  cutOrder: fc.constantFrom('inside-first', 'outline-first'),
  afterOutline: fc.constantFrom('singly', 'together'),
  maxLayers: fc.integer({ min: 1, max: 6 }),
  holding: fc.constantFrom('tape', 'brads', 'double-sided'),
});

/** A run as a shop plans it: one or two templates, habits and what was granted. */
const anyRun: fc.Arbitrary<PlanInput> = fc
  .record({
    templates: fc.tuple(anyTemplate('boat'), fc.option(anyTemplate('star'))),
    copies: fc.integer({ min: 1, max: 12 }),
    spares: anySpares,
    refillSpares: fc.boolean(),
    shop: anyHabits,
    wood: anyWoodWishes,
    apart: fc.boolean(),
    onHand: fc.nat(2),
  })
  .map(({ templates, copies, spares, refillSpares, shop, wood, apart, onHand }) => {
    const made = templates.flatMap((one) => one ?? []);
    const run = { spares, refillSpares, wood, ...(apart ? {} : { stacks: NO_STACK_WISHES }) };
    return inputFor(made, copies, { shop, run, line: { onHand: { 'boat-0': onHand } } });
  });

/** Any run, or lanterns, whose five layers may be cut together. */
export const anyInput: fc.Arbitrary<PlanInput> = fc.oneof(
  { weight: 4, arbitrary: anyRun },
  { weight: 1, arbitrary: fc.integer({ min: 1, max: 4 }).map((copies) => lanterns(copies)) },
);
