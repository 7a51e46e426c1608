import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { tried } from '../cases.test-support';
import { pathBox } from '../geometry';
import { drillCard } from '../bench';
import { cutSheet, defaultPatternOptions, drillListCsv, ordersOfPlan, patternsFor, patternSheets } from '../sheets';
import { inches } from '../units';
import { placesOn } from './blanks';
import { totalMinutes } from './costs';
import { circle, inputFor, part, planned, rectangle, template } from './fixtures.test-support';
import { factorsInForce } from './model/factors';
import type { Plan, PlannedStack } from './model/plan';
import type { Strip } from './model/stack';
import { verifyPlan } from './verify';

/** A wheel of 1-1/2 in and 3/4 oak with an axle hole of 1/4: nothing is threaded. */
const wheel = part('wheel', {
  thickness: { mm: inches(3 / 4), typed: '3/4' },
  perCopy: 4,
  outline: { id: 'rim', line: null, path: circle(inches(3 / 4), 0, 0) },
  holes: [{ id: 'axle', line: null, center: { x: 0, y: 0 }, diameterMm: inches(1 / 4) }],
});
const car = template('car', [wheel]);
const wheels = (copies: number, layers = 1) => inputFor([car], copies, { shop: { maxLayers: layers } });

describe('forty wheels, by hand from the count to the minutes', () => {
  let plan: Plan;
  let stack: PlannedStack;
  test('ten cars of four: forty wheels, one layer thick', async () => {
    plan = await planned(wheels(10));
    stack = plan.stacks[0]!;
    expect(plan.parts[0]).toMatchObject({ needed: 40, toCut: 40, planned: 40 });
    expect(plan.stacks).toHaveLength(1);
    expect(stack).toMatchObject({ passesToCut: 40, stackHeightMm: inches(3 / 4) });
  });

  test('they lie 1-3/4 apart: five in a row on a letter sheet, three rows in a hand of six inches', () => {
    // 1-1/2 and a margin of 1/4. Five: 5 x 1-3/4 - 1/4 = 8-1/2 in of the 9 the sheet has that way (279.4 - 24 - 14 - 14 mm); six are
    // 10-1/4. Three rows with their margins: 3 x 1-3/4 + 1/4 = 5-1/2; four are 7-1/4.
    expect(stack.strip).toEqual({
      along: 'x',
      columns: 5,
      rows: 3,
      step: inches(1.75),
      rowStep: inches(1.75),
      handle: inches(1.25),
    });
  });

  test('fifteen on a blank: forty are fourteen, fourteen and twelve', () => {
    // A row of five: 1/4 + 5 x 1-3/4 - 1/4 + a handle of 3 - 1-1/2 - 1/4 = 1-1/4: ten inches. Twelve are three rows of four.
    expect(plan.blanks.map(({ count, passes, length, width }) => ({ count, passes, length, width }))).toEqual([
      { count: 2, passes: 14, length: inches(10), width: inches(5.5) },
      { count: 1, passes: 12, length: inches(8.25), width: inches(5.5) },
    ]);
  });

  test('three patterns and three times at the drill take a fifth of what forty did', () => {
    // A minute for a pattern, 0.4 to set up the drill, 0.2 for each of forty holes; by themselves 40 x 1 + 40 x 0.6.
    expect(plan.minutes.pattern).toBeCloseTo(3, 9);
    expect(plan.minutes.drilling).toBeCloseTo(3 * 0.4 + 40 * 0.2, 9);
    expect(plan.minutes.pattern + plan.minutes.drilling).toBeLessThanOrEqual((40 * 1.6) / 5);
    expect(plan.consumables.patterns).toMatchObject([{ copies: 3, sheets: 3 }]);
    expect(verifyPlan(plan, wheels(10))).toEqual([]);
  });

  test('the paper has the rims where the plan has them, five to a row', () => {
    const input = wheels(10);
    const orders = ordersOfPlan(plan, input.run, input.shop, input.revisions);
    expect(orders.map(({ copies, places }) => [copies, places.length])).toEqual([
      [2, 14],
      [1, 12],
    ]);
    expect(orders[0]!.places.slice(4, 7)).toEqual([
      { x: inches(7), y: 0 },
      { x: 0, y: inches(1.75) },
      { x: inches(1.75), y: inches(1.75) },
    ]);
    const patterns = patternsFor(orders, input.revisions, input.shop, input.drawer);
    if (!patterns.ok) throw new Error(patterns.error.message);
    const sheets = patternSheets(patterns.value, defaultPatternOptions(input.shop));
    expect(sheets.pages).toHaveLength(3);
    const size = inches(1.5);
    const rims = sheets.pages[0]!.marks.filter((mark) => {
      if (mark.kind !== 'path') return false;
      const { minX, maxX, minY, maxY } = pathBox(mark.path);
      return Math.abs(maxX - minX - size) < 1e-6 && Math.abs(maxY - minY - size) < 1e-6;
    });
    expect(rims).toHaveLength(14);
  });

  test('the drill list has the holes of a full blank and of the last, the sheet the patterns that are put on', () => {
    const { revisions, shop } = wheels(10);
    const card = drillCard(stack, stack.phases[0]!, revisions);
    const rows = Papa.parse<Record<string, string>>(drillListCsv([stack], [card]), { header: true }).data;
    expect(rows.map((row) => [Number(row['passes on the blank']), Number(row['blanks'])])).toEqual([
      ...Array.from({ length: 14 }, () => [14, 2]),
      ...Array.from({ length: 12 }, () => [12, 1]),
    ]);
    const holes = rows.reduce((sum, row) => sum + Number(row['blanks']), 0);
    expect(holes).toBe(40);
    // The first axle is half a wheel and a margin from the edges, the sixth above it, the last of a full blank fourth in the third row.
    const at = (i: number) =>
      ['x from left of blank (mm)', 'y from bottom of blank (mm)'].map((column) => Number(rows[i]![column]));
    expect(at(0)).toEqual([25.4, 25.4]);
    expect(at(5)).toEqual([25.4, expect.closeTo(25.4 + inches(1.75), 2)]);
    expect(at(13)).toEqual([expect.closeTo(25.4 + 3 * inches(1.75), 2), expect.closeTo(25.4 + 2 * inches(1.75), 2)]);
    expect(cutSheet(plan, revisions, shop).patterns).toMatchObject([{ copies: 3, abreast: 14 }]);
  });
});

test('eighty wheels take at most a fifth of the minutes for sticking and drilling that they took one by one', async () => {
  const { minutes } = await planned(wheels(20));
  // Eighty patterns, and eighty times 0.6 at the drill: 128 minutes.
  expect(minutes.pattern + minutes.drilling).toBeLessThanOrEqual(128 / 5);
});

test('how many lie side by side and how high they are stacked is found together: no other way costs less', async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 4 }), async (count, layers) => {
      const thin = part('tag', {
        perCopy: count,
        thickness: { mm: inches(1 / 8), typed: '1/8' },
        outline: { id: 'o', line: null, path: rectangle(30, 18) },
        insideCuts: [{ id: 'eye', line: null, path: circle(3, 6, 9) }],
      });
      const input = inputFor([template('tags', [thin])], 1, { shop: { maxLayers: layers } });
      const plan = await planned(input);
      expect(verifyPlan(plan, input)).toEqual([]);
      expect(plan.proven).toBe(true);
      const money = costOfPasses(plan, input.shop.hourValueMinor);
      for (let high = 1; high < layers; high++) {
        const other = await planned(inputFor([template('tags', [thin])], 1, { shop: { maxLayers: high } }));
        expect(money).toBeLessThanOrEqual(costOfPasses(other, input.shop.hourValueMinor) + 1e-6);
      }
    }),
    tried(40),
  );
});

/** What all passes cost and the changes of the blade, by what the stacks say of themselves. */
const costOfPasses = ({ stacks, bladeTurns }: Plan, hourMinor: number): number =>
  stacks.reduce(
    (sum, { heights, layers, passesToCut }) => {
      const own = heights.find((height) => height.layers === layers.length);
      return sum + (own?.costPerLayerMinor ?? NaN) * layers.length * passesToCut;
    },
    new Set(bladeTurns.map(({ blade }) => blade.id)).size * (hourMinor / 60) * factorsInForce({}).changeBlade,
  );

test('however many lie on a blank: each has a place of its own, in no more rows and columns than there are', () => {
  const size = fc.integer({ min: 5, max: 60 });
  const strip = fc.record({
    along: fc.constantFrom('x' as const, 'y' as const),
    columns: fc.integer({ min: 1, max: 9 }),
    rows: fc.integer({ min: 1, max: 9 }),
    step: size,
    rowStep: size,
    handle: fc.constant(30),
  });
  fc.assert(
    fc.property(strip, fc.double({ min: 0, max: 1, noNaN: true }), (own: Strip, share) => {
      const passes = 1 + Math.floor(share * (own.columns * own.rows - 1));
      const places = placesOn(own, passes);
      expect(new Set(places.map(({ x, y }) => `${String(x)} ${String(y)}`)).size).toBe(passes);
      const [along, across] = own.along === 'x' ? (['x', 'y'] as const) : (['y', 'x'] as const);
      for (const place of places) {
        expect(place[along] / own.step).toBeLessThan(own.columns);
        expect(place[across] / own.rowStep).toBeLessThan(own.rows);
      }
    }),
    tried(200),
  );
});

describe('what the checker refuses', () => {
  const spoils: [string, (strip: Strip) => Partial<Strip> | null][] = [
    ['none side by side', () => null],
    ['fewer side by side', ({ columns }) => ({ columns: columns - 1 })],
    ['more than the sheet holds', ({ columns }) => ({ columns: columns + 1 })],
    ['more than a hand spans', ({ rows }) => ({ rows: rows + 1 })],
    ['half a row', ({ rows }) => ({ rows: rows - 0.5 })],
    ['too near to each other', ({ step }) => ({ step: step - 1 })],
    ['rows too near', ({ rowStep }) => ({ rowStep: rowStep - 1 })],
    ['no handle', () => ({ handle: 0 })],
    ['across the grain', () => ({ along: 'y' })],
  ];
  test.each(spoils)('%s', async (_name, spoil) => {
    const input = wheels(10);
    const plan = await planned(input);
    const stacks = plan.stacks.map((one): PlannedStack => {
      const change = one.strip && spoil(one.strip);
      return { ...one, strip: one.strip && change && { ...one.strip, ...change } };
    });
    expect(verifyPlan({ ...plan, stacks }, input)).not.toEqual([]);
  });

  test('a pattern for each, and its minutes', async () => {
    const input = wheels(10);
    const plan = await planned(input);
    const [used] = plan.consumables.patterns;
    const patterns = [{ ...used!, copies: 40, sheets: 40 }];
    expect(verifyPlan({ ...plan, consumables: { ...plan.consumables, patterns } }, input)).not.toEqual([]);
    const minutes = { ...plan.minutes, pattern: 40 };
    expect(verifyPlan({ ...plan, minutes }, input)).not.toEqual([]);
    expect(totalMinutes(plan.minutes)).toBeGreaterThan(0);
  });
});
