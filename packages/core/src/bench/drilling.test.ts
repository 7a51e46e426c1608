import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { flatten, moved, type Point } from '../geometry';
import { bitsOf, type Bit, type PlannedStack } from '../planning';
import { circle, inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { lanterns } from '../planning/lantern.test-support';
import { cutsOf } from '../products';
import { drillListCsv } from '../sheets';
import { bitOnHand, drillCard } from '.';
import { tried } from '../cases.test-support';

/** By counting the crossings of a ray: another way than the one that chose the places. */
function holds(ring: readonly Point[], { x, y }: Point): boolean {
  let inside = false;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
  });
  return inside;
}

const awayFrom = (ring: readonly Point[], p: Point): number =>
  Math.min(
    ...ring.map((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const along = Math.max(
        0,
        Math.min(
          1,
          ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / ((b.x - a.x) ** 2 + (b.y - a.y) ** 2 || 1),
        ),
      );
      return Math.hypot(p.x - a.x - along * (b.x - a.x), p.y - a.y - along * (b.y - a.y));
    }),
  );

describe('the drill card of a phase', () => {
  test('has every hole of the plan by its bit, those for the blade in the waste and clear of the line', async () => {
    const input = lanterns(2);
    const plan = await planned(input);
    let entries = 0;
    for (const stack of plan.stacks)
      for (const phase of stack.phases) {
        const card = drillCard(stack, phase, input.revisions);
        const goes = phase.singly ? phase.layerIds.length : 1;
        expect(card.bits.map(({ diameterMm, places }) => ({ diameterMm, count: places.length * goes }))).toEqual(
          bitsOf([phase]),
        );
        for (const place of card.bits.flatMap(({ places }) => places).filter(({ kind }) => kind === 'entry')) {
          const gang = stack.gangs.find(({ parts }) => parts.some(({ partId }) => partId === place.partId))!;
          const drawn = input.revisions[0]!.template.parts.find(({ id }) => id === place.partId)!;
          const line = cutsOf(drawn).find(({ cut }) => cut.id === place.id)!.cut.path;
          const ring = flatten(line).map((point) => moved(gang.at, point));
          expect(holds(ring, place.at)).toBe(true);
          expect(awayFrom(ring, place.at)).toBeGreaterThan(place.diameterMm / 2);
          entries++;
        }
      }
    expect(entries).toBeGreaterThan(3);
  });

  test('says how a hole that stays is used, pilots hard wood, and asks for a block beside thin wood', async () => {
    const wheel = part('wheel', {
      woodId: 'sugar-maple',
      outline: { id: 'o', line: null, path: rectangle(60, 40) },
      holes: [
        { id: 'axle', line: null, center: { x: 30, y: 20 }, diameterMm: 8 },
        { id: 'cord', line: null, center: { x: 5, y: 20 }, diameterMm: 5 },
      ],
      holeUses: { axle: { fit: 'loose', depth: { mm: 4, typed: '4 mm' } } },
    });
    const input = inputFor([template('a', [wheel])], 1);
    const [stack] = (await planned(input)).stacks;
    const places = drillCard(stack!, stack!.phases[0]!, input.revisions).bits.flatMap((bit) => bit.places);
    // The cord hole leaves 5 - 2.5 = 2.5 mm to the edge.
    expect(places).toMatchObject([
      { id: 'cord', fit: 'plain', depthMm: null, pilotMm: null, wantsSupport: true },
      { id: 'axle', fit: 'loose', depthMm: 4, pilotMm: 3.175, wantsSupport: false },
    ]);
  });

  test('one bit makes holes that a drawing has a hair apart', async () => {
    const hole = (id: string, x: number, diameterMm: number) => ({ id, line: null, center: { x, y: 20 }, diameterMm });
    const plate = part('p', {
      holes: [hole('a', 20, 6.35), hole('b', 50, 6.3500001), hole('c', 80, 6.5), hole('d', 35, 6.3)],
    });
    const input = inputFor([template('a', [plate])], 1);
    const plan = await planned(input);
    const [stack] = plan.stacks;
    expect(bitsOf(stack!.phases)).toEqual([
      { diameterMm: 6.3, count: 3 },
      { diameterMm: 6.5, count: 1 },
    ]);
    const card = drillCard(stack!, stack!.phases[0]!, input.revisions);
    expect(card.bits.map(({ places }) => places.map(({ id }) => id))).toEqual([['a', 'b', 'd'], ['c']]);
  });

  test('goes out as a table, measured from the corner of the blank', async () => {
    const input = inputFor(
      [
        template('a', [
          part('=plate', {
            insideCuts: [{ id: 'eye', line: null, path: circle(6, 30, 30) }],
            holes: [{ id: 'hole', line: null, center: { x: 80, y: 20 }, diameterMm: 6 }],
          }),
        ]),
      ],
      1,
    );
    const { stacks } = await planned(input);
    const [stack] = stacks as [PlannedStack];
    const rows = Papa.parse<Record<string, string>>(
      drillListCsv(stacks, [drillCard(stack, stack.phases[0]!, input.revisions)]),
      { header: true },
    ).data;
    expect(rows.map((row) => row['for']).sort()).toEqual(['blade', 'stays']);
    const hole = rows.find((row) => row['for'] === 'stays')!;
    const { margin } = stack.gangs[0]!.blank;
    expect(Number(hole['x from left of blank (mm)'])).toBeCloseTo(80 + margin, 2);
    expect(Number(hole['y from bottom of blank (mm)'])).toBeCloseTo(20 + margin, 2);
    // What a spreadsheet would run is text.
    expect(hole['part']).toBe("'=plate");
  });
});

describe('the bit at hand', () => {
  const bit = (mm: number, kind: Bit['kind'] = 'twist'): Bit => ({
    kind,
    diameter: { mm, typed: null as unknown as string },
  });
  const proposed = (wanted: Parameters<typeof bitOnHand>[0], ...sizes: number[]): number | null =>
    bitOnHand(
      wanted,
      sizes.map((mm) => bit(mm)),
    ).bit?.diameter.mm ?? null;

  test.each([
    // What the blade goes through may be larger as far as there is room, never smaller.
    ['entry', 'plain', 1.6, 4, [1, 2, 3], 2],
    ['entry', 'plain', 1.6, 1.8, [1, 2, 3], null],
    // What is fixed: rather a little small and sanded than rattling; what turns: rather larger.
    ['stays', 'tight', 6, 6, [5.5, 6.5], 5.5],
    ['stays', 'tight', 6, 6, [6.5], 6.5],
    ['stays', 'tight', 6, 6, [5, 6.2], 6.2],
    ['stays', 'loose', 6, 6, [5.8, 6.5], 6.5],
    ['stays', 'loose', 6, 6, [5.8], 5.8],
    ['stays', 'plain', 6, 6, [5.8, 6.5], 5.8],
    ['stays', 'plain', 6, 6, [3, 9], null],
  ] as const)('for %s %s of %s mm with room for %s, of %j: %s', (kind, fit, diameterMm, roomMm, sizes, wanted) => {
    expect(proposed({ kind, fit, diameterMm, roomMm }, ...sizes)).toBe(wanted);
  });

  test('of the size itself is taken before any other; large ones rather with a Forstner bit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 30 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 40 }), { minLength: 1 }),
        fc.constantFrom('plain' as const, 'tight' as const, 'loose' as const),
        (mm, others, fit) => {
          const wanted = { kind: 'stays' as const, fit, diameterMm: mm, roomMm: mm };
          expect(proposed(wanted, ...others, mm)).toBe(mm);
        },
      ),
      tried(100),
    );
    const large = { kind: 'stays' as const, fit: 'plain' as const, diameterMm: 25, roomMm: 25 };
    expect(bitOnHand(large, [bit(25), bit(25, 'forstner')])).toMatchObject({
      bit: { kind: 'forstner' },
      wantsForstner: false,
    });
    expect(bitOnHand(large, [bit(25)])).toMatchObject({ bit: { kind: 'twist' }, wantsForstner: true });
  });
});
