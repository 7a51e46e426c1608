import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sizeIndex, TYPICAL_BLADES, type Blade } from '../blades';
import type { Path, Point } from '../geometry';
import { inches } from '../units';
import {
  compareCosts,
  costOf,
  passSawn,
  type Plan,
  type PlanInput,
  planRun,
  sparesFor,
  totalMinutes,
  verifyPlan,
  judgeReach,
  TYPICAL_SHOP,
} from '.';
import {
  circle,
  entryHolesOf,
  inputFor,
  part,
  planned,
  quietKit,
  rectangle,
  sawn,
  template,
} from './fixtures.test-support';
import { cases, tried } from '../cases.test-support';

const sizes = (plan: Awaited<ReturnType<typeof planned>>) =>
  plan.stacks.filter((s) => s.passesToCut > 0).map(({ layers, passesToCut }) => `${passesToCut}x${layers.length}`);

/** What is sawn in a phase, whether layer by layer, and how high it is, mm. */
const phaseInWords = ({ cuts, singly, heightMm }: Plan['stacks'][number]['phases'][number]) => [
  ...cuts.map(({ kind }) => kind),
  singly,
  heightMm,
];

const kindsOf = async (input: PlanInput) => {
  const result = await planRun(input, quietKit);
  return result.ok ? 'planned' : result.error.map(({ kind }) => kind);
};

describe('counting', () => {
  test('copies times count per copy, spares rounded up, less what is there', async () => {
    const wheels = part('wheel', { perCopy: 4 });
    const input = inputFor([template('whale', [wheels])], 6, {
      line: { onHand: { wheel: 3 } },
      run: { spares: { kind: 'percent', percent: 10 } },
    });
    // By hand: 6 x 4 = 24; 10 % of 24 is 2.4, so 3 spares; 27 less 3 on hand leaves 24.
    expect((await planned(input)).parts[0]).toMatchObject({ needed: 24, spares: 3, total: 27, onHand: 3, toCut: 24 });
  });

  test('a share of spares that is hardly more than a piece is a piece more, for the plan and for its checker', async () => {
    // 16.7 % of 6 are 1.002 pieces: rounded up 2.
    const input = inputFor([template('t', [part('a')])], 6, { run: { spares: { kind: 'percent', percent: 16.7 } } });
    const plan = await planned(input);
    expect(plan.parts.map(({ spares }) => spares)).toEqual([2]);
    expect(verifyPlan(plan, input)).toEqual([]);
  });

  test('a percentage that comes out whole stays whole, and nothing needed needs no spare', () => {
    expect(sparesFor({ kind: 'percent', percent: 10 }, 30)).toBe(3);
    expect(sparesFor({ kind: 'percent', percent: 7 }, 100)).toBe(7);
    expect(sparesFor({ kind: 'count', count: 2 }, 0)).toBe(0);
  });

  test.each([
    ['half a copy', { line: { copies: 1.5 } }, ['bad-quantity']],
    ['fewer than none', { line: { copies: -1 } }, ['bad-quantity']],
    ['a negative spare', { line: { spares: { a: { kind: 'count' as const, count: -2 } } } }, ['bad-quantity']],
    ['a revision that is not there', { line: { revision: 9 } }, ['missing-revision']],
  ])('%s is refused', async (_name, changes, kinds) => {
    expect(await kindsOf(inputFor([template('tag', [part('a')])], 3, changes))).toEqual(kinds);
  });
});

/** Blanks are rounded up to sixteenths of an inch: 160 and 12.7 mm of margin are 108.8 of them. */
const sixteenths = (count: number): number => inches(count / 16);

/** Soft and thin: a fine blade saws a few layers as clean as one, so that only hands and limits say how many. */
const thin = { woodId: 'basswood', thickness: { mm: inches(1 / 8), typed: '1/8' } };

describe('stacks', () => {
  test('ten with at most four are 4 + 3 + 3', async () => {
    const plan = await planned(inputFor([template('tag', [part('a', thin)])], 10, { run: { maxLayers: 4 } }));
    expect(sizes(plan)).toEqual(['1x4', '2x3']);
    expect(plan.stacks[0]).toMatchObject({ stackHeightMm: inches(1 / 2) });
  });

  test('the height that blades saw in comfort limits the layers, and says so', async () => {
    const thick = part('a', { thickness: { mm: inches(3 / 4), typed: '3/4' } });
    const plan = await planned(inputFor([template('tag', [thick])], 4, { run: { maxLayers: 4 } }));
    // Common practice, no published source: nothing saws more than 1-1/4 of hard wood in comfort, so one layer of 3/4.
    expect(sizes(plan)).toEqual(['4x1']);
    expect(plan.stacks[0]!.limitedBy).toEqual({ rule: 'blades', layers: 1 });
  });

  test('one of a part by two pinned layers leaves one over, shown and not lost', async () => {
    const plan = await planned(inputFor([template('pair', [part('a', { pinnedLayers: 2 })])], 1));
    expect(sizes(plan)).toEqual(['1x2']);
    expect(plan.parts[0]).toMatchObject({ planned: 2, leftOver: 1 });
    expect(plan.warnings.map(({ kind }) => kind)).toContain('left-over');
  });

  test('parts that lie together share a blank, unless their woods differ', async () => {
    const a = part('a', { sharedBlank: 'sheet' });
    const b = part('b', { sharedBlank: 'sheet', outline: { id: 'b', line: null, path: rectangle(50, 60, 110, 0) } });
    const shared = await planned(inputFor([template('boats', [a, b])], 3));
    // By hand: 160 by 60, and a quarter of an inch on each side.
    expect(shared.blanks).toMatchObject([{ count: 3, length: sixteenths(109), width: sixteenths(46) }]);
    const apart = await planned(inputFor([template('boats', [a, { ...b, woodId: 'cherry' }])], 3));
    expect(apart.blanks).toHaveLength(2);
  });

  test('the blank lies with its length along the grain', async () => {
    const plan = await planned(inputFor([template('tag', [part('a', { grain: 'along-y' })])], 1));
    expect(plan.stacks[0]!.gangs[0]!.blank).toMatchObject({ length: sixteenths(46), width: sixteenths(71) });
  });

  test('the measured thickness replaces the nominal one', async () => {
    const measured = [{ woodId: 'red-oak', nominalMm: inches(1 / 4), measured: { mm: 6, typed: '6 mm' } }];
    const plan = await planned(inputFor([template('tag', [part('a')])], 2, { run: { measured } }));
    expect(plan.stacks[0]).toMatchObject({ layers: [{}, {}], stackHeightMm: 12 });
  });

  test('a base that lies on the board’s own edge leaves no margin there', async () => {
    const datum = { from: { x: 0, y: 0 }, to: { x: 100, y: 0 } };
    const input = inputFor([template('t', [part('base', { datum })])], 1);
    const plan = await planned(input);
    expect(verifyPlan(plan, input)).toEqual([]);
    const [blank] = plan.blanks;
    // 100 by 60, a quarter inch at both ends and above, none below.
    expect(blank).toMatchObject({ length: sixteenths(71), width: sixteenths(42) });
  });

  test('inside cuts come before the outline, or after it on single layers as the shop prefers', async () => {
    const tag = part('a', { ...thin, insideCuts: [{ id: 'hole', line: null, path: circle(5, 20, 30) }] });
    const inside = await planned(inputFor([template('tag', [tag])], 4));
    expect(inside.stacks[0]!.phases.map(phaseInWords)).toEqual([['inside', 'outside', false, inches(1 / 2)]]);
    const pinned = { ...tag, pinnedLayers: 4 };
    const outline = await planned(inputFor([template('tag', [pinned])], 4, { shop: { cutOrder: 'outline-first' } }));
    expect(outline.stacks[0]!.phases.map(phaseInWords)).toEqual([
      ['outside', false, inches(1 / 2)],
      ['inside', true, inches(1 / 8)],
    ]);
    expect(outline.stacks[0]!.phases.map(entryHolesOf)).toEqual([0, 4]);
    expect(outline.consumables.patterns).toMatchObject([{ copies: 4 }]);
  });

  test('film: two per joint and one under the pattern; brads: three to a stack', async () => {
    const three = [template('tag', [part('a')])];
    const film = await planned(inputFor(three, 3, { shop: { holding: 'film' } }));
    expect(film.consumables).toMatchObject({ filmSheets: 5, brads: 0 });
    const brads = await planned(inputFor(three, 3, { shop: { holding: 'brads' } }));
    expect(brads.consumables).toMatchObject({ filmSheets: 0, brads: 3 });
  });
});

describe('what cannot be planned', () => {
  test.each([
    ['thicker than the saw takes', part('a', { thickness: { mm: 60, typed: null } }), ['too-thick-for-saw']],
    [
      'harder and thicker than any blade',
      part('a', { thickness: { mm: 49, typed: null } }),
      ['too-high-for-every-blade'],
    ],
    ['more pinned layers than the saw takes', part('a', { pinnedLayers: 9 }), ['too-thick-for-saw']],
    ['a wood nobody knows', part('a', { woodId: 'driftwood' }), ['unknown-wood']],
    [
      'a hole in the middle of a great panel',
      part('a', {
        outline: { id: 'o', line: null, path: rectangle(1200, 1200) },
        insideCuts: [{ id: 'i', line: null, path: circle(5, 600, 600) }],
      }),
      ['out-of-reach'],
    ],
  ])('%s', async (_name, bad, kinds) => {
    expect(await kindsOf(inputFor([template('tag', [bad])], 1))).toEqual(kinds);
  });

  test('every part at fault is named at once', async () => {
    const input = inputFor([template('tag', [part('a', { woodId: 'x' }), part('b', { woodId: 'y' })])], 1);
    expect(await kindsOf(input)).toEqual(['unknown-wood', 'unknown-wood']);
  });

  test('an empty drawer, and a saw for pinned ends', async () => {
    const input = inputFor([template('tag', [part('a')])], 1);
    expect(await kindsOf({ ...input, drawer: [] })).toEqual(['no-blade-for-ends']);
  });

  test('what is not to be cut need not be possible', async () => {
    const bad = part('a', { thickness: { mm: 60, typed: null } });
    expect((await planned(inputFor([template('tag', [bad, part('b')])], 0))).stacks).toEqual([]);
  });

  test('an aborted plan says so', async () => {
    const abort = new AbortController();
    abort.abort();
    const result = await planRun(inputFor([template('tag', [part('a')])], 1), quietKit, abort.signal);
    expect(result).toMatchObject({ ok: false, error: [{ kind: 'stopped' }] });
  });
});

describe('work done', () => {
  const tags = [template('tag', [part('a', thin)])];

  test('a pass sawn stays done, and the rest is as it was', async () => {
    const before = await planned(inputFor(tags, 10));
    const after = await planned(inputFor(tags, 10, { work: [sawn(before, 3, 'e1')] }));
    expect(sizes(after)).toEqual(['1x4', '1x3']);
    expect(after.stacks.find(({ layers }) => layers.length === 3)!.done).toEqual([1]);
    expect(after.parts[0]).toMatchObject({ good: 3, toCut: 7 });
  });

  test('a changed quantity keeps what was done', async () => {
    const before = await planned(inputFor(tags, 10));
    const work = [sawn(before, 4, 'e1')];
    const more = await planned(inputFor(tags, 12, { work }));
    expect(sizes(more)).toEqual(['2x4']);
    expect(more.stacks[0]!.done).toEqual([1]);
    const fewer = await planned(inputFor(tags, 2, { work }));
    expect(sizes(fewer)).toEqual([]);
    expect(fewer.parts[0]).toMatchObject({ good: 4, toCut: 0, leftOver: 2 });
    expect(fewer.stacks[0]!.done).toEqual([1]);
  });

  test('spoiled pieces are made again', async () => {
    const before = await planned(inputFor(tags, 4));
    const after = await planned(inputFor(tags, 4, { work: [sawn(before, 4, 'e1', 1)] }));
    expect(sizes(after)).toEqual(['1x1']);
    expect(after.parts[0]).toMatchObject({ good: 3, spoiled: 1, toCut: 1 });
  });

  test('measuring the wood again does not orphan what was done', async () => {
    const before = await planned(inputFor(tags, 8));
    const measured = [{ woodId: 'basswood', nominalMm: inches(1 / 8), measured: { mm: 3.1, typed: '3.1 mm' } }];
    const after = await planned(inputFor(tags, 8, { work: [sawn(before, 4, 'e1')], run: { measured } }));
    expect(after.stacks[0]).toMatchObject({ done: [1], passesToCut: 1 });
  });
});

describe('minutes and blades', () => {
  test('a hard maple block of 1-1/4 uses up a blade in about a foot and a half', async () => {
    // Common practice. 436 mm of outline, a rectangle of 118 by 100, and four corners as 5 mm of line each: 456.
    const block = part('block', {
      woodId: 'sugar-maple',
      thickness: { mm: inches(1.25), typed: '1 1/4' },
      outline: { id: 'o', line: null, path: rectangle(118, 100) },
    });
    const one = await planned(inputFor([template('b', [block])], 1));
    const two = await planned(inputFor([template('b', [block])], 2));
    expect(costOf(one).blades).toBe(1);
    expect(costOf(two).blades).toBe(2);
  });

  test('a small moving toy of fifteen parts in 1/4 plywood takes about half an hour, two to three minutes a pass', async () => {
    // Common practice: limbs cut two at a time, stacked or side by side, so eleven patterns for fifteen pieces.
    const ply = { woodId: 'birch-plywood', grain: 'any' as const };
    const limbs = [1, 2, 3, 4].map((n) =>
      part(`limb ${n}`, { ...ply, perCopy: 2, outline: { id: `l${n}`, line: null, path: rectangle(55, 15) } }),
    );
    const bodies = [1, 2, 3, 4, 5, 6, 7].map((n) =>
      part(`body ${n}`, { ...ply, outline: { id: `b${n}`, line: null, path: rectangle(70, 40) } }),
    );
    const plan = await planned(inputFor([template('toy', [...limbs, ...bodies])], 1));
    expect(plan.consumables.patterns.reduce((sum, { copies }) => sum + copies, 0)).toBe(11);
    expect(totalMinutes(plan.minutes)).toBeGreaterThan(22);
    expect(totalMinutes(plan.minutes)).toBeLessThan(38);
    const each = plan.stacks.map(({ passMinutes }) => totalMinutes(passMinutes));
    expect(Math.min(...each)).toBeGreaterThan(1.5);
    expect(Math.max(...each)).toBeLessThan(3.5);
  });

  test('stacks that start with the same blade follow each other', async () => {
    const thin = (id: string) => part(id, { thickness: { mm: inches(1 / 4), typed: '1/4' } });
    const thick = (id: string) => part(id, { thickness: { mm: inches(3 / 4), typed: '3/4' } });
    const plan = await planned(inputFor([template('t', [thin('a'), thick('b'), thin('c'), thick('d')])], 1));
    expect(plan.stacks.map(({ gangs }) => gangs[0]!.parts[0]!.partId)).toEqual(['a', 'c', 'b', 'd']);
    expect(plan.bladeTurns).toHaveLength(2);
  });

  test('a counted blade that runs short is told', async () => {
    const input = inputFor([template('t', [part('a')])], 60, { shop: { useWhatIsLeft: false } });
    const drawer = TYPICAL_BLADES.map((blade) => ({ ...blade, onHand: 0 }));
    const plan = await planned({ ...input, drawer });
    expect(plan.warnings.map(({ kind }) => kind)).toContain('few-blades');
  });

  test('where only what is left may be used, a size that ran out gives way to the next, and an empty drawer is told', async () => {
    const input = inputFor([template('t', [part('a')])], 4);
    const sizeOf = async (drawer: readonly Blade[]) =>
      (await planned({ ...input, drawer })).stacks[0]!.phases[0]!.cuts[0]!.choice.blade.size;
    const first = await sizeOf(TYPICAL_BLADES);
    const next = await sizeOf(TYPICAL_BLADES.map((blade) => (blade.size === first ? { ...blade, onHand: 0 } : blade)));
    expect(Math.abs(sizeIndex(next) - sizeIndex(first))).toBe(1);
    const none = TYPICAL_BLADES.map((blade) => ({ ...blade, onHand: 0 }));
    expect(await kindsOf({ ...input, drawer: none })).toEqual(['no-blade-left']);
  });

  test('the blade in the saw is used first and need not be put in', async () => {
    const thin = (id: string) => part(id, { thickness: { mm: inches(1 / 4), typed: '1/4' } });
    const thick = (id: string) => part(id, { thickness: { mm: inches(3 / 4), typed: '3/4' } });
    const input = inputFor([template('t', [thin('a'), thick('b')])], 1);
    const before = await planned(input);
    const last = before.bladeTurns.at(-1)!.blade.id;
    const drawer = input.drawer.map((blade) => ({ ...blade, inSaw: blade.id === last }));
    const after = await planned({ ...input, drawer });
    expect(after.bladeTurns[0]!.blade.id).toBe(last);
    expect(after.minutes.changing).toBeCloseTo(before.minutes.changing - 1, 9);
    expect(verifyPlan(after, { ...input, drawer })).toEqual([]);
  });

  test('an edit shows what it costs', async () => {
    const tags = [template('tag', [part('a', thin)])];
    const before = costOf(await planned(inputFor(tags, 4)));
    const after = costOf(await planned(inputFor(tags, 8)));
    expect(compareCosts(before, after)).toMatchObject({ passes: 1, blanks: 4, piecesAtRisk: 0 });
    expect(compareCosts(before, after).minutes).toBeGreaterThan(0);
    expect(compareCosts(before, before)).toEqual({
      minutes: 0,
      passes: 0,
      blanks: 0,
      woodMm2: 0,
      blades: 0,
      piecesAtRisk: 0,
    });
  });
});

describe('any run', () => {
  const anyPart = fc.record({
    woodId: fc.constantFrom('white-pine', 'cherry', 'red-oak', 'birch-plywood', 'hickory'),
    thickness: fc.constantFrom(1 / 8, 1 / 4, 1 / 2, 3 / 4),
    perCopy: fc.integer({ min: 0, max: 4 }),
    width: fc.integer({ min: 10, max: 500 }),
    height: fc.integer({ min: 10, max: 300 }),
    hole: fc.boolean(),
    shared: fc.boolean(),
    pinned: fc.option(fc.integer({ min: 1, max: 2 })),
    grain: fc.constantFrom('along-x' as const, 'along-y' as const, 'any' as const),
  });
  const anyRun = fc.record({
    parts: fc.array(anyPart, { minLength: 1, maxLength: 6 }),
    copies: fc.nat(30),
    maxLayers: fc.option(fc.integer({ min: 1, max: 8 })),
    spares: fc.nat(3),
    onHand: fc.nat(4),
    cutOrder: fc.constantFrom('inside-first' as const, 'outline-first' as const),
    betweenSizes: fc.constantFrom('larger' as const, 'smaller' as const),
  });
  const inputOf = ({
    parts,
    copies,
    maxLayers,
    spares,
    onHand,
    ...shop
  }: typeof anyRun extends fc.Arbitrary<infer T> ? T : never) => {
    const made = parts.map((one, i) =>
      part(`p${i}`, {
        woodId: one.woodId,
        perCopy: one.perCopy,
        grain: one.grain,
        pinnedLayers: one.pinned,
        sharedBlank: one.shared ? 'sheet' : null,
        thickness: { mm: inches(one.thickness), typed: null },
        outline: { id: `o${i}`, line: null, path: rectangle(one.width, one.height, i * 600, 0) },
        insideCuts: one.hole ? [{ id: `h${i}`, line: null, path: circle(3, i * 600 + 5, 5) }] : [],
      }),
    );
    return inputFor([template('any', made)], copies, {
      shop,
      run: { maxLayers, spares: { kind: 'count', count: spares } },
      line: { onHand: Object.fromEntries(made.map(({ id }) => [id, onHand])) },
    });
  };

  test('whatever is planned stands before the independent checker, and is the same twice', async () => {
    let plans = 0;
    await fc.assert(
      fc.asyncProperty(anyRun, async (shape) => {
        const input = inputOf(shape);
        const result = await planRun(input, quietKit);
        if (!result.ok) return;
        plans++;
        expect(verifyPlan(result.value, input)).toEqual([]);
        expect(JSON.stringify(await planned(structuredClone(input)))).toBe(JSON.stringify(result.value));
      }),
      tried(300),
    );
    expect(plans).toBeGreaterThan(cases(100));
  });

  test('sawing pass after pass ends with every part satisfied and the plan empty', async () => {
    await fc.assert(
      fc.asyncProperty(anyRun, fc.nat(1000), async (shape, pick) => {
        let input = inputOf({ ...shape, copies: shape.copies % 8 });
        const first = await planRun(input, quietKit);
        if (!first.ok) return;
        let plan = first.value;
        const passes = costOf(plan).passes;
        for (let n = 0; n < passes; n++) {
          const open = plan.stacks.filter(({ passesToCut }) => passesToCut > 0);
          const stack = open[(pick + n) % open.length]!;
          const event = {
            ...passSawn(stack, null, n),
            pass: null,
            id: `e${n}`,
            clientId: 'c',
            at: '2026-11-24T10:00:00Z',
            person: null,
            saw: null,
          };
          input = { ...input, work: [...input.work, event] };
          plan = await planned(input);
        }
        expect(costOf(plan)).toMatchObject({ passes: 0, blanks: 0 });
        expect(plan.stacks.flatMap(({ done }) => done)).toHaveLength(passes);
      }),
      tried(60),
    );
  });
});

describe('a saw for pinned blades', () => {
  const pinned = TYPICAL_BLADES.map((blade) => ({ ...blade, inDrawer: true }));

  test('is planned with pinned blades only, also where a plain one or a spiral would steer a tighter curve', async () => {
    // A curve of 0.9 mm: the plain number 1 steers it, no pinned blade does, so it is pivoted and stacks are not held low for it.
    const tight = part('a', { insideCuts: [{ id: 'c', line: null, path: circle(0.9 + 2, 30, 30) }] });
    const input = inputFor([template('tag', [tight])], 4, { shop: { saw: { ...TYPICAL_SHOP.saw, ends: 'pinned' } } });
    const plan = await planned({ ...input, drawer: pinned });
    const plainOnly = await planned({ ...input, drawer: pinned.filter(({ ends }) => ends === 'pinned') });
    expect(
      plan.stacks.flatMap(({ phases }) => phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.ends))),
    ).toEqual(['pinned', 'pinned']);
    expect(sizes(plan)).toEqual(sizes(plainOnly));
    // The pin wants 3/16 (common practice).
    expect(plan.stacks[0]!.phases[0]!.pierceBits).toEqual([{ diameterMm: inches(3 / 16), count: 1 }]);
  });

  test('an opening that the pin does not pass is told', async () => {
    const narrow = part('a', { insideCuts: [{ id: 'c', line: null, path: rectangle(30, 3, 20, 20) }] });
    const input = inputFor([template('tag', [narrow])], 1, { shop: { saw: { ...TYPICAL_SHOP.saw, ends: 'pinned' } } });
    expect(await kindsOf({ ...input, drawer: pinned })).toEqual(['no-bit-for-opening']);
  });
});

describe('reach along a line', () => {
  const blank = { minX: 0, minY: 0, maxX: 1000, maxY: 400 };
  const polyline = (from: Point, to: Point, pieces: number): Path => ({
    start: from,
    segments: Array.from({ length: pieces }, (_none, i) => ({
      kind: 'line' as const,
      to: { x: from.x + ((to.x - from.x) * (i + 1)) / pieces, y: from.y + ((to.y - from.y) * (i + 1)) / pieces },
    })),
    closed: false,
  });

  test('a straight cut and the same cut in a hundred pieces agree', () => {
    fc.assert(
      fc.property(
        fc.tuple(fc.nat(1000), fc.nat(400), fc.nat(1000), fc.nat(400)),
        fc.integer({ min: 60, max: 600 }),
        ([x1, y1, x2, y2], reach) => {
          const [from, to] = [
            { x: x1, y: y1 },
            { x: x2, y: y2 },
          ];
          fc.pre(x1 !== x2 || y1 !== y2);
          expect(judgeReach(polyline(from, to, 100), blank, reach)).toBe(
            judgeReach(polyline(from, to, 1), blank, reach),
          );
        },
      ),
      tried(300),
    );
  });

  test('a line across the middle is out of reach there, though both its ends are near an edge', () => {
    // Half way it is 200 mm from both long sides and 500 from the others.
    const across = polyline({ x: 500, y: 0 }, { x: 500, y: 400 }, 1);
    expect(judgeReach(across, blank, 190)).toBe('out-of-reach');
    expect(judgeReach(across, blank, 210)).not.toBe('out-of-reach');
  });
});
