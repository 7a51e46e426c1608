import { describe, expect, test } from '@jest/globals';
import { renderToStaticMarkup } from 'react-dom/server';
import { createStore } from 'zustand/vanilla';
import {
  inches,
  planRun,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  woodById,
  WOODS,
  type LengthUnit,
  type Part,
  type PlanInput,
  NO_STACK_WISHES,
  NO_WISHES,
  newRunLine,
  AS_DRAWN,
  emptyTemplate,
} from '@rapid-jig/core';
import { Area, Distance, Measure, Size } from './Measure';
import { CheckBar, PatternPages } from '../runs/SheetPatterns';
import { patternLetter, SheetNeeds } from '../runs/SheetTables';
import { ServicesContext } from '../use-services';
import type { Services } from '../services';
import { KerfPicture } from './BladePicture';
import { drawPart, drawParts, scaleToFit } from './paths';
import { PartPicture } from './PartPicture';
import { Rule } from './Rule';
import { StackPicture } from './StackPicture';
import { WoodDefs } from './WoodDefs';

/** Draws inside a shop that works in this unit, as a string. */
function draw(view: React.ReactNode, units: LengthUnit = 'in', otherUnit = false): string {
  const services = {
    shop: { store: createStore(() => ({ doc: { ...TYPICAL_SHOP, units } })) },
    viewing: createStore(() => ({ otherUnit })),
  } as unknown as Services;
  return renderToStaticMarkup(<ServicesContext value={services}>{view}</ServicesContext>);
}

const words = (view: React.ReactNode, units: LengthUnit = 'in', otherUnit = false): string =>
  draw(view, units, otherUnit)
    .replace(/<[^>]*>/g, '')
    .replace(/[\u2009\u202f]/g, ' ');

/** Every value of an attribute, in order. */
const all = (markup: string, element: string, attribute: string): number[] =>
  [...markup.matchAll(new RegExp(`<${element}\\b[^>]*?\\s${attribute}="(-?[\\d.]+)`, 'g'))].map((match) =>
    Number(match[1]),
  );

const line = (x: number, y: number) => ({ kind: 'line' as const, to: { x, y } });
const part = (changes: Partial<Part> = {}): Part => ({
  id: 'board',
  name: 'Board',
  perCopy: 1,
  woodId: 'cherry',
  thickness: { mm: 10, typed: '10 mm' },
  grain: 'along-x',
  outline: {
    id: 'o',
    line: null,
    path: { start: { x: 0, y: 0 }, closed: true, segments: [line(100, 0), line(100, 60), line(0, 60), line(0, 0)] },
  },
  drawing: null,
  insideCuts: [],
  throughCuts: [],
  holes: [],
  marks: [],
  datum: null,
  sharedBlank: null,
  pinnedLayers: null,
  ...AS_DRAWN,
  ...changes,
});

async function planOf(one: Part, copies: number) {
  const template = { ...emptyTemplate('t', 'T'), parts: [one] };
  const input: PlanInput = {
    run: {
      id: 'r',
      name: 'R',
      dueDate: null,
      lines: [newRunLine('t', 1, copies)],
      spares: { kind: 'count', count: 0 },
      refillSpares: false,
      maxLayers: 3,
      measured: [],
      wood: NO_WISHES,
      stacks: NO_STACK_WISHES,
      archived: false,
    },
    revisions: [{ revision: 1, template }],
    shop: { ...TYPICAL_SHOP, holdingMargin: { mm: 5, typed: '5 mm' } },
    drawer: TYPICAL_BLADES,
    work: [],
  };
  const result = await planRun(input, {
    onStage: () => undefined,
    solver: () => Promise.reject(new Error('parts of one kind need none')),
  });
  if (!result.ok) throw new Error(result.error[0]?.kind);
  return { plan: result.value, revisions: input.revisions };
}

describe('lengths as makers read them', () => {
  test('fractions stay fractions, in the unit they were typed in', () => {
    expect(words(<Measure mm={34.925} />)).toBe('1 3/8″');
    expect(words(<Measure mm={19.05} />)).toBe('3/4″');
    expect(words(<Measure mm={50.8} />)).toBe('2″');
    expect(words(<Measure mm={19} />)).toBe('≈3/4″');
    expect(words(<Measure mm={19} typed="19 mm" />)).toBe('19 mm');
    expect(words(<Measure mm={19.05} typed="3/4" />, 'mm')).toBe('3/4″');
  });

  test('the other unit is one key away, for typed lengths too', () => {
    expect(words(<Measure mm={34.925} />, 'in', true)).toBe('34.9 mm');
    expect(words(<Measure mm={19} typed="19 mm" />, 'in', true)).toBe('≈3/4″');
  });

  test('sizes, areas and long lines', () => {
    expect(words(<Size length={101.6} width={50.8} />)).toBe('4″ × 2″');
    // One square foot is 304.8 mm squared; one foot 304.8 mm.
    expect(words(<Area mm2={304.8 * 304.8} />)).toBe('1.0 sq ft');
    expect(words(<Area mm2={1_500_000} />, 'mm')).toBe('1.50 m²');
    expect(words(<Distance mm={609.6} />)).toBe('2.0 ft');
    expect(words(<Distance mm={2500} />, 'mm')).toBe('2.50 m');
  });
});

describe('pictures to scale', () => {
  test('a rule has a tick every quarter inch, or every five millimetres', () => {
    const ticks = (lengthMm: number, unit: LengthUnit) =>
      draw(<Rule lengthMm={lengthMm} scale={2} unit={unit} />).match(/<path/g)!.length - 1;
    expect(ticks(inches(4), 'in')).toBe(17);
    expect(ticks(100, 'mm')).toBe(21);
    expect(ticks(0.3, 'mm')).toBe(1);
  });

  test('a stack: blank and layers at one scale, a layer for each', async () => {
    const { plan, revisions } = await planOf(part({ pinnedLayers: 3 }), 3);
    const [stack] = plan.stacks;
    const markup = draw(<StackPicture stack={stack!} drawn={drawParts(revisions)} scale={2} shown="" />);
    // Blank 100 + 2 x 5 by 60 + 2 x 5, up to the next sixteenth: 70 and 45 of them; three layers of 10; all twice as large.
    const [width, height] = [2 * inches(70 / 16), 2 * inches(45 / 16)];
    expect(all(markup, 'rect', 'width')).toEqual([width, width, width, width]);
    expect(all(markup, 'rect', 'height')).toEqual([height, 20, 20, 20]);
    expect(markup).toContain('3 layers of Black cherry');
  });

  test('with the grain up the drawing the blank is still drawn as the drawing lies', async () => {
    const { plan, revisions } = await planOf(part({ grain: 'along-y' }), 1);
    const markup = draw(<StackPicture stack={plan.stacks[0]!} drawn={drawParts(revisions)} scale={1} shown="" />);
    expect([all(markup, 'rect', 'width')[0], all(markup, 'rect', 'height')[0]]).toEqual([
      inches(70 / 16),
      inches(45 / 16),
    ]);
  });

  test('a cut of a stack that is pointed out is drawn once more, by itself', async () => {
    const { plan, revisions } = await planOf(part(), 1);
    const [drawn] = drawParts(revisions).values();
    const { data } = drawn!.cuts[0]!;
    const lines = (shown: string): number =>
      draw(<StackPicture stack={plan.stacks[0]!} drawn={drawParts(revisions)} scale={1} shown={shown} />).split(
        `d="${data}"`,
      ).length - 1;
    // In its colour, on a light edge.
    expect(lines(data) - lines('')).toBe(2);
  });

  test('a blade fills its kerf in its true proportions', () => {
    const blade = TYPICAL_BLADES.find(({ id }) => id === '7-skip')!;
    const markup = draw(<KerfPicture blade={blade} radius={3} />);
    const [kerf] = all(markup, 'circle', 'stroke-width');
    const [width, thickness] = [all(markup, 'rect', 'width')[0]!, all(markup, 'rect', 'height')[0]!];
    expect(kerf! / thickness).toBeCloseTo(blade.kerfMm / blade.thicknessMm, 6);
    expect(width / thickness).toBeCloseTo(blade.widthMm / blade.thicknessMm, 6);
    expect(all(markup, 'circle', 'r')[0]! / width).toBeCloseTo(3 / blade.widthMm, 6);
  });

  test('a part keeps its shape: the view box has its width and height', () => {
    const markup = draw(
      <PartPicture parts={[{ drawn: drawPart(part()), woodId: 'cherry' }]} scale={3} label="Board" />,
    );
    expect(markup).toContain('viewBox="-1 -61 102 62"');
  });

  test('every wood has a pattern of its own', () => {
    const ids = [...draw(<WoodDefs />).matchAll(/id="wood-([^"]+)"/g)].map((match) => match[1]);
    expect(ids.sort()).toEqual(WOODS.map(({ id }) => id).sort());
    expect(woodById('cherry')).toBeDefined();
  });

  test('outlines on a tag are as large as rows allow, and no larger', () => {
    const box = (width: number, height: number) => ({ minX: 0, minY: 0, maxX: width - 2, maxY: height - 2 });
    const frame = { width: 200, height: 100 };
    // One of 100 by 100 fits at 1; two of them side by side need 8 px between, so 96 each.
    expect(scaleToFit([box(100, 100)], frame, 8)).toBeLessThanOrEqual(1);
    expect(scaleToFit([box(100, 100)], frame, 8)).toBeGreaterThan(0.96);
    expect(scaleToFit([box(100, 100), box(100, 100)], frame, 8)).toBeLessThanOrEqual(0.96);
    expect(scaleToFit([box(4000, 10)], frame, 8)).toBeLessThanOrEqual(0.05);
  });
});

describe('paper', () => {
  test('the check bar and the patterns carry their size in millimetres', async () => {
    expect(draw(<CheckBar lengthMm={100} />)).toContain('width="100mm"');
    const { plan } = await planOf(part(), 5);
    const pattern = {
      stackKeys: plan.stacks.map(({ key }) => key),
      title: 'T: Board',
      box: { minX: -1, minY: -1, maxX: 101, maxY: 61 },
      outlines: [part().outline.path],
      drawing: null,
      insideCuts: [],
      throughCuts: [],
      holes: [],
      marks: [],
      datum: null,
      copies: 2,
      abreast: 5,
    };
    const sheet = (fit: 'upright' | 'turned' | 'too-large') => ({
      patterns: [{ ...pattern, fit }],
      cautions: [],
      checkBarMm: 100,
    });
    expect(draw(<PatternPages sheet={sheet('upright')} />)).toContain('width="102mm" height="62mm"');
    expect(draw(<PatternPages sheet={sheet('turned')} />)).toContain('width="62mm" height="102mm"');
    expect(words(<PatternPages sheet={sheet('upright')} />, 'mm')).toContain(
      'T: Board: 2 copies, up to 5 side by side on each; print those from Patterns',
    );
    expect(words(<PatternPages sheet={sheet('too-large')} />, 'mm')).toContain(
      'Larger than the paper (102 mm × 62 mm): not to scale',
    );
  });

  test('patterns are lettered like the columns of a table', () => {
    expect([0, 25, 26, 27, 52, 701, 702].map(patternLetter)).toEqual(['A', 'Z', 'AA', 'AB', 'BA', 'ZZ', 'AAA']);
  });

  test('what the patterns are stuck on and the stacks held with', async () => {
    const { plan } = await planOf(part({ pinnedLayers: 3 }), 3);
    // One pass of three: one pattern on 111 by 71 mm; tape once round, 2 x (111 + 71) mm.
    expect(words(<SheetNeeds plan={plan} />, 'mm')).toContain(
      '1 pattern, 1 sheet to print: glue stick on tape, 0.01 m² of tape. Tape round the edge: 0.37 m of tape.',
    );
  });
});
