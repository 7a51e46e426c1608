import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pathBox, type Box } from '../geometry';
import { inputFor, part, planned, rectangle, template, circle } from '../planning/fixtures.test-support';
import { TYPICAL_BLADES } from '../blades';
import { TYPICAL_SHOP, workArea } from '../planning';
import { inches } from '../units';
import {
  alikePatterns,
  defaultPatternOptions,
  ordersOfPlan,
  ordersOfTemplate,
  pagesPrinted,
  patternsFor,
  patternSheets,
  sheetsOfFile,
} from '.';
import type { Mark, Pattern } from '.';
import { LEAST_OVERLAP } from './tiles';
import { marksBox, wrapText } from './marks';
import { drawPattern } from './pattern';
import { printedFor } from './printed.test-support';
import { tried } from '../cases.test-support';

const OPTIONS = defaultPatternOptions({ paper: 'a4', units: 'mm' });
const pattern = (width: number, height: number, changes: Partial<Pattern> = {}): Pattern => ({
  template: 'Rocking whale',
  revision: 3,
  parts: 'Body',
  stack: null,
  copies: 1,
  places: [{ x: 0, y: 0 }],
  outlines: [rectangle(width, height)],
  insideCuts: [],
  throughCuts: [],
  holes: [],
  marks: [],
  pierce: [],
  notes: [],
  brads: [],
  arrows: [],
  grain: 'any',
  datums: [],
  ...changes,
});
const flat = (marks: readonly Mark[]): Mark[] =>
  marks.flatMap((mark) => (mark.kind === 'window' ? flat(mark.marks) : [mark]));
const blue = (marks: readonly Mark[]) =>
  flat(marks).flatMap((mark) => (mark.kind === 'path' && mark.ink.colour === '#1f3fbf' ? [mark] : []));
const words = (marks: readonly Mark[]): string =>
  flat(marks)
    .flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))
    .join(' ');
const size = ({ minX, minY, maxX, maxY }: Box) => [maxX - minX, maxY - minY].sort((a, b) => a - b);

describe('sheets to drill by', () => {
  test('have holes and outlines, no other line, and nothing of what has no hole', () => {
    const eye = { cut: 'eye', at: { x: 30, y: 30 }, bitMm: 1.6, place: 'near-corner' as const };
    const drilled = pattern(80, 60, { insideCuts: [circle(10, 30, 30)], pierce: [eye] });
    const sheets = patternSheets([drilled, pattern(50, 40)], { ...OPTIONS, holesOnly: true, pierceMarks: false });
    const lines = sheets.pages.flatMap(({ marks }) => blue(marks));
    expect(lines.map(({ path }) => size(pathBox(path)).map(Math.round))).toEqual([[60, 80]]);
    const circles = sheets.pages.flatMap(({ marks }) =>
      flat(marks).filter((mark) => mark.kind === 'path' && Math.abs(size(pathBox(mark.path))[1]! - 1.6) < 1e-6),
    );
    expect(circles).toHaveLength(1);
  });

  test('say about by a sign that their fonts have', () => {
    const hole = { id: 'h', line: null, center: { x: 20, y: 20 }, diameterMm: 5 };
    const sheets = patternSheets([pattern(80, 60, { holes: [hole] })], { ...OPTIONS, units: 'in' });
    expect(words(sheets.pages.flatMap(({ marks }) => [...marks]))).toContain('~ 13/64');
  });
});

describe('patterns on paper', () => {
  test('as many as are asked for, each at true size, none over another or off the page', () => {
    const sizes = fc.record({
      w: fc.integer({ min: 10, max: 160 }),
      h: fc.integer({ min: 10, max: 230 }),
      copies: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(fc.array(sizes, { minLength: 1, maxLength: 8 }), fc.constantFrom('a4', 'letter'), (wanted, paper) => {
        const sheets = patternSheets(
          wanted.map(({ w, h, copies }) => pattern(w, h, { copies })),
          { ...OPTIONS, paper: paper as 'a4' },
        );
        const area = workArea(paper as 'a4');
        const found: number[][] = [];
        for (const { marks } of sheets.pages) {
          const boxes = blue(marks).map(({ path }) => pathBox(path));
          boxes.forEach((box, i) => {
            found.push(size(box).map((side) => Math.round(side * 1e6) / 1e6));
            expect(
              box.minX >= area.minX && box.minY >= area.minY && box.maxX <= area.maxX && box.maxY <= area.maxY,
            ).toBe(true);
            for (const other of boxes.slice(i + 1))
              expect(
                box.maxX <= other.minX || other.maxX <= box.minX || box.maxY <= other.minY || other.maxY <= box.minY,
              ).toBe(true);
          });
        }
        const asked = wanted.flatMap(({ w, h, copies }) =>
          Array.from({ length: copies }, () => [w, h].sort((a, b) => a - b)),
        );
        const order = (a: number[], b: number[]) => a[0]! - b[0]! || a[1]! - b[1]!;
        expect(found.sort(order)).toEqual(asked.sort(order));
      }),
      tried(40),
    );
  });

  test('twelve tags share a sheet', () => {
    expect(patternSheets([pattern(30, 40, { copies: 12 })], OPTIONS).pages).toHaveLength(1);
  });

  test('label, stack, page and what it takes stand on the sheet', () => {
    const { pages, tapeMm, filmMm2 } = patternSheets(
      [pattern(100, 40, { stack: 'Stack 2: 4 layers of 6.35 mm cherry', copies: 2 })],
      OPTIONS,
    );
    expect(words(pages[0]!.marks)).toMatch(/Rocking whale, revision 3: Body.*Stack 2: 4 layers of 6.35 mm cherry/);
    expect(words(pages[0]!.marks)).toContain('1 page; takes 0.21 m of 2 in tape');
    // Each is 103 by 43 with the room round it: one strip of tape two inches wide.
    expect(tapeMm).toBeCloseTo(206, 6);
    expect(filmMm2).toBeCloseTo(2 * 103 * 43, 6);
  });

  test('the line of the blade runs half a kerf outside the outline and inside the opening', () => {
    const ring = pattern(100, 80, { insideCuts: [circle(20, 50, 40)] });
    const { pages } = patternSheets([ring], { ...OPTIONS, lineRule: 'outside', ruleMm: 0.4 });
    const dashed = blue(pages[0]!.marks).filter(({ ink }) => ink.dashMm.length > 0);
    const sides = dashed.map(({ path }) => size(pathBox(path)));
    expect(sides).toEqual([
      [expect.closeTo(80.8, 1), expect.closeTo(100.8, 1)],
      [expect.closeTo(39.2, 1), expect.closeTo(39.2, 1)],
    ]);
  });

  test('holes bear their bit, datum edges their name, and the grain has its arrow', () => {
    const { pages } = patternSheets(
      [
        pattern(100, 80, {
          holes: [{ center: { x: 20, y: 20 }, diameterMm: inches(1 / 4) }],
          pierce: [{ cut: 'c', at: { x: 50, y: 50 }, bitMm: inches(3 / 64), place: 'near-corner' }],
          datums: [{ from: { x: 0, y: 0 }, to: { x: 100, y: 0 } }],
          grain: 'along-x',
        }),
      ],
      { ...OPTIONS, units: 'in' },
    );
    expect(words(pages[0]!.marks)).toMatch(/1\/4".*3\/64"|3\/64".*1\/4"/);
    expect(words(pages[0]!.marks)).toContain('datum edge');
    const without = patternSheets([pattern(100, 80)], OPTIONS).pages[0]!.marks;
    expect(pages[0]!.marks.length).toBeGreaterThan(without.length + 3 + 3 + 2);
  });
});

describe('a pattern larger than the paper', () => {
  // The work area of A4 less margins, bars and foot: 178 by 259 mm, worked by hand from 210 by 297.
  const { pages } = patternSheets([pattern(500, 120)], OPTIONS);

  test('goes over as few sheets as the overlap allows', () => {
    // Sideways, 259 mm each and 10 mm shared: two cover 508 mm. Upright, 178 mm each: three.
    expect(pages).toHaveLength(2);
  });

  test('laid with their register marks on each other the sheets make the pattern again', () => {
    const places = pages.map(
      ({ marks }) =>
        new Map(
          flat(marks).flatMap((mark) =>
            mark.kind === 'text' && /^[RU]\d/.test(mark.text) ? [[mark.text, mark.at]] : [],
          ),
        ),
    );
    const shared = [...places[0]!].filter(([name]) => places[1]!.has(name));
    expect(shared.length).toBeGreaterThanOrEqual(2);
    const shifts = shared.map(([name, at]) => ({
      x: at.x - places[1]!.get(name)!.x,
      y: at.y - places[1]!.get(name)!.y,
    }));
    for (const shift of shifts)
      expect([shift.x, shift.y]).toEqual([expect.closeTo(shifts[0]!.x, 9), expect.closeTo(shifts[0]!.y, 9)]);
    // The same outline is on both, cut off by the window of each; shifted by that much they are one.
    const [first, second] = pages.map(({ marks }) => blue(marks)[0]!.path);
    expect(second!.start.x + shifts[0]!.x).toBeCloseTo(first!.start.x, 9);
    expect(second!.start.y + shifts[0]!.y).toBeCloseTo(first!.start.y, 9);
  });

  test('register marks stand whole on both sheets at the smallest overlap that can be chosen', () => {
    const { pages: tight } = patternSheets([pattern(500, 500)], { ...OPTIONS, overlapMm: LEAST_OVERLAP });
    const { minX, minY, maxX, maxY } = workArea('a4');
    const red = tight.flatMap(({ marks }) =>
      flat(marks).flatMap((mark) =>
        (mark.kind === 'path' && mark.ink.colour === '#c01818') || (mark.kind === 'text' && /^[RU]\d/.test(mark.text))
          ? [marksBox([mark])]
          : [],
      ),
    );
    expect(red.length).toBeGreaterThan(20);
    for (const box of red) {
      expect(Math.min(box.minX - minX, box.minY - minY)).toBeGreaterThanOrEqual(0);
      expect(Math.min(maxX - box.maxX, maxY - box.maxY)).toBeGreaterThanOrEqual(0);
    }
  });

  test('nothing lies outside the part of the page that is printed', () => {
    const area = workArea('a4');
    for (const { marks } of pages)
      for (const mark of marks) if (mark.kind === 'window') expect(marksBox([mark])).toEqual(area);
  });
});

describe('what to print', () => {
  test('of a plan: one pattern for each stack, as often as its passes ask', async () => {
    const input = inputFor(
      [
        template('toy', [
          part('a'),
          part('b', { sharedBlank: 's' }),
          part('c', { sharedBlank: 's', outline: { id: 'co', line: null, path: rectangle(40, 40, 120, 0) } }),
        ]),
      ],
      6,
    );
    const wishes = ordersOfPlan(await planned(input), input.run, input.shop, input.revisions);
    // Six copies in stacks of at most four: two passes of three layers for each of the two blanks.
    expect(wishes.map(({ copies, partIds }) => [copies, partIds.length]).sort()).toEqual([
      [2, 1],
      [2, 2],
    ]);
    expect(wishes[0]!.stack).toBe('Stack 1: 3 layers of 1/4" northern red oak');
    expect(patternsFor(wishes, input.revisions, TYPICAL_SHOP, TYPICAL_BLADES)).toMatchObject({ ok: true });
  });

  test('brads of a stack are printed where they go in, on the pattern on top of it', async () => {
    const input = inputFor([template('toy', [part('a')])], 3, { shop: { holding: 'brads' } });
    const plan = await planned(input);
    const { brads } = plan.stacks[0]!.held;
    expect(brads.length).toBeGreaterThanOrEqual(3);
    const [printed] = printedFor(plan, input);
    const look = { ...defaultPatternOptions(input.shop), units: 'in' as const };
    const { marks, patternBox } = drawPattern(printed!, look);
    const words = marks.flatMap((mark) => (mark.kind === 'text' && mark.text === 'brad' ? [mark.at] : []));
    expect(words.map(({ x, y }) => [x - 1.5, y - 0.4])).toEqual(
      brads.map(({ x, y }) => [expect.closeTo(x, 9), expect.closeTo(y, 9)]),
    );
    for (const { x, y } of brads)
      expect(x > patternBox.minX && x < patternBox.maxX && y > patternBox.minY && y < patternBox.maxY).toBe(true);
  });

  test('cuts are numbered in the order of sawing, the maker’s own where there is one, each with an arrow along its line', async () => {
    const plate = part('plate', {
      outline: { id: 'o', line: null, path: rectangle(120, 60) },
      insideCuts: [10, 45, 80].map((x, i) => ({ id: `i${String(i)}`, line: null, path: rectangle(20, 20, x, 20) })),
    });
    const input = inputFor([template('toy', [plate])], 1);
    const plan = await planned(input);
    const [stack] = plan.stacks;
    const orderOf = (cutIds: readonly string[]) => {
      const cutOrders = cutIds.length > 0 ? [{ stackKey: stack!.key, phaseKey: stack!.phases[0]!.key, cutIds }] : [];
      const run = { ...input.run, stacks: { ...input.run.stacks, cutOrders } };
      return ordersOfPlan(plan, run, input.shop, input.revisions);
    };
    const [own] = orderOf(['i2', 'i0', 'i1', 'o']);
    // Each begins on its own line: openings from 10, 45 and 80, each 20 wide; the outline from an edge of the board.
    const openingAt = (x: number): string =>
      ([10, 45, 80].find((left) => x >= left && x <= left + 20) ?? 'none').toString();
    expect(own!.arrows.slice(0, 3).map(({ number, at }) => [number, openingAt(at.x)])).toEqual([
      [1, '80'],
      [2, '10'],
      [3, '45'],
    ]);
    for (const { at, towards } of own!.arrows) expect(Math.hypot(at.x - towards.x, at.y - towards.y)).toBeCloseTo(6, 6);
    const numbersOn = (numbered: boolean): string[] => {
      const printed = patternsFor([own!], input.revisions, input.shop, input.drawer);
      if (!printed.ok) throw new Error(printed.error.message);
      const { marks } = drawPattern(printed.value[0]!, {
        ...defaultPatternOptions(input.shop),
        pierceMarks: false,
        numbered,
      });
      return marks.flatMap((mark) => (mark.kind === 'text' && /^\d+$/.test(mark.text) ? [mark.text] : []));
    };
    expect([numbersOn(true), numbersOn(false)]).toEqual([['1', '2', '3', '4'], []]);
    // In the order found neighbours follow each other.
    expect(['80,45,10', '10,45,80']).toContain(
      orderOf([])[0]!
        .arrows.slice(0, 3)
        .map(({ at }) => openingAt(at.x))
        .join(),
    );
  });

  test('pierce holes of a stack are printed with the bit of its plan', async () => {
    // Common practice, heights: four layers of 1/4 hard maple are 1 in: a 9 at its limit, so the school
    // that goes larger takes a 12; one layer alone a 3 at its limit, so a 5.
    const hole = { id: '00000000-0000-4000-8000-00000000000c', line: null, path: circle(10, 50, 30) };
    const maple = part('a', { woodId: 'sugar-maple', insideCuts: [hole], pinnedLayers: 4 });
    const input = inputFor([template('toy', [maple])], 4);
    const plan = await planned(input);
    expect(plan.stacks[0]).toMatchObject({ phases: [{ cuts: [{ choice: { blade: { size: '12' } } }, {}] }] });
    expect(plan.stacks[0]!.layers).toHaveLength(4);
    // A 12 is 0.062 by 0.024 in, 0.0665 across: 5/64 is the first bit above it.
    expect(plan.stacks[0]!.phases[0]!.pierceBits).toEqual([{ diameterMm: inches(5 / 64), count: 1 }]);
    expect(printedFor(plan, input)).toMatchObject([{ pierce: [{ bitMm: inches(5 / 64) }] }]);
    const alone = patternsFor(ordersOfTemplate(input.revisions[0]!), input.revisions, input.shop, input.drawer);
    // A 5 is 0.038 by 0.016, 0.0412 across: 3/64.
    expect(alone).toMatchObject({ value: [{ pierce: [{ bitMm: inches(3 / 64) }] }] });
  });

  test('of a template, with pierce holes; a part that is gone is told', () => {
    const revision = {
      revision: 1,
      template: template('toy', [part('a', { insideCuts: [{ id: 'i', line: null, path: circle(10, 50, 30) }] })]),
    };
    const [wish] = ordersOfTemplate(revision);
    const found = patternsFor([wish!], [revision], TYPICAL_SHOP, TYPICAL_BLADES);
    expect(found).toMatchObject({ ok: true, value: [{ parts: 'a', pierce: [{ place: 'along-the-line' }] }] });
    expect(patternsFor([{ ...wish!, partIds: ['x'] }], [revision], TYPICAL_SHOP, TYPICAL_BLADES)).toMatchObject({
      ok: false,
      error: { kind: 'missing-part', where: 'patterns.0' },
    });
  });

  test('words wrap at the width, and none is lost', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), fc.integer({ min: 20, max: 90 }), (text, width) => {
        expect(wrapText(text, width, 2.7).join('').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
      }),
      tried(100),
    );
  });
});

describe('one file of several', () => {
  test('holds no more patterns and pages than it may, and all of the files hold each pattern once', () => {
    // A pattern of 170 by 200 fills a sheet: 600 of 1,300 go into a file.
    const large = Array.from({ length: 1300 }, (_none, i) => pattern(170, 200, { parts: `Plate ${String(i)}` }));
    const sizes = [];
    for (let left = large; left.length > 0; left = left.slice(sizes.at(-1))) {
      const { orders, pages } = sheetsOfFile(left, OPTIONS);
      expect(pages.length).toBeLessThanOrEqual(600);
      sizes.push(orders);
    }
    expect(sizes.reduce((sum, size) => sum + size, 0)).toBe(1300);
    expect(sizes.length).toBe(3);
    // 1,000 orders, or 5,000 copies, whichever is less; what has no copies takes no room.
    const small = (count: number, copies: number) => Array.from({ length: count }, () => pattern(10, 10, { copies }));
    expect(sheetsOfFile([...small(500, 0), ...small(1001, 1)], OPTIONS).orders).toBe(1000);
    expect(sheetsOfFile(small(30, 400), OPTIONS).orders).toBe(12);
  });

  test('patterns are alike wherever they were drawn, and not where a hole, a size or a line differs', () => {
    const moved = pattern(0, 0, { outlines: [rectangle(30, 20, 105.4, -7.3)] });
    const holed = pattern(30, 20, { holes: [{ center: { x: 5, y: 5 }, diameterMm: 3 }] });
    const turned = pattern(20, 30);
    const slit = pattern(30, 20, { throughCuts: [rectangle(3, 3, 8, 8)] });
    expect(alikePatterns([pattern(30, 20), holed, moved, turned, slit, pattern(30, 20.01)])).toEqual([
      [0, 2],
      [1],
      [3],
      [4],
      [5],
    ]);
  });
});

describe('pages of what stands below each other', () => {
  test('a thing that does not fit begins a page', () => {
    // A4 less 12 mm above and below has 273 mm.
    expect(pagesPrinted(0, [], 'a4')).toBe(1);
    expect(pagesPrinted(273, [], 'a4')).toBe(1);
    expect(pagesPrinted(274, [], 'a4')).toBe(2);
    expect(pagesPrinted(100, [200], 'a4')).toBe(2);
    expect(pagesPrinted(0, [137, 137, 136, 136], 'a4')).toBe(3);
    expect(
      pagesPrinted(
        0,
        Array.from({ length: 6 }, () => 91),
        'a4',
      ),
    ).toBe(2);
  });
});
