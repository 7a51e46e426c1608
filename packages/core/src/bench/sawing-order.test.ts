import { expect, test } from '@jest/globals';
import { TYPICAL_BLADES } from '../blades';
import { circle, inputFor, part, planned, rectangle, template } from '../planning/fixtures.test-support';
import { lanterns } from '../planning/lantern.test-support';
import { orderOfPhase } from '.';

test('every cut of every phase has its place, from its entry hole or the edge of the board', async () => {
  const input = lanterns(1);
  const plan = await planned(input);
  for (const stack of plan.stacks)
    for (const phase of stack.phases) {
      const order = orderOfPhase(stack, phase, input.revisions);
      expect(order.cuts.map(({ cutId }) => cutId).sort()).toEqual(phase.cuts.map(({ cutId }) => cutId).sort());
      for (const { kind, entry, points } of order.cuts) {
        const nearest = Math.min(...points.map((p) => Math.hypot(p.x - entry.x, p.y - entry.y)));
        expect(Math.hypot(points[0]!.x - entry.x, points[0]!.y - entry.y)).toBeCloseTo(nearest, 6);
        if (kind === 'outside') expect(nearest).toBe(0);
      }
    }
});

test('a bar that two openings leave between them is told, and thick wood is not', async () => {
  const openings = (gap: number) =>
    part('frame', {
      outline: { id: 'o', line: null, path: rectangle(120, 60) },
      insideCuts: [
        { id: 'a', line: null, path: rectangle(40, 40, 10, 10) },
        { id: 'b', line: null, path: rectangle(40, 40, 50 + gap, 10) },
      ],
    });
  const thinOf = async (gap: number) => {
    const input = inputFor([template('t', [openings(gap)])], 1);
    const [stack] = (await planned(input)).stacks;
    const { cuts } = orderOfPhase(stack!, stack!.phases[0]!, input.revisions);
    return { thin: cuts.filter(({ kind }) => kind === 'inside').map(({ thinMm }) => thinMm), kerf: cuts[0]!.kerfMm };
  };
  // The first has plenty round it; beside the second stands the bar, less half a kerf on each side.
  const { thin, kerf } = await thinOf(4);
  expect(thin[0]).toBeNull();
  expect(thin[1]).toBeCloseTo(4 - kerf, 1);
  expect((await thinOf(15)).thin).toEqual([null, null]);
});

test('an opening of a round board begins where its hole is drilled', async () => {
  const disc = part('disc', {
    outline: { id: 'o', line: null, path: circle(40, 50, 50) },
    insideCuts: [{ id: 'eye', line: null, path: circle(10, 50, 50) }],
  });
  const input = inputFor([template('t', [disc])], 1);
  const [stack] = (await planned(input)).stacks;
  const [eye] = orderOfPhase(stack!, stack!.phases[0]!, input.revisions).cuts;
  const fromMiddle = Math.hypot(eye!.entry.x - 50, eye!.entry.y - 50);
  expect(fromMiddle).toBeLessThan(10 - eye!.kerfMm / 2);
});

test('the maker’s own order of the cuts is sawn as it stands, with the rules it breaks; one of other cuts is not', async () => {
  const input = inputFor(
    [
      template('t', [
        part('plate', {
          outline: { id: 'o', line: null, path: rectangle(120, 60) },
          insideCuts: [10, 45, 80].map((x, i) => ({ id: `i${String(i)}`, line: null, path: rectangle(20, 20, x, 20) })),
        }),
      ]),
    ],
    1,
  );
  const [stack] = (await planned(input)).stacks;
  const [phase] = stack!.phases;
  const ordered = (cutIds: readonly string[], stackKey = stack!.key) =>
    orderOfPhase(stack!, phase!, input.revisions, [{ stackKey, phaseKey: phase!.key, cutIds }]);
  const found = ordered([]);
  expect([found.isOwn, found.broken]).toEqual([false, []]);
  const own = ordered(['i1', 'i0', 'i2', 'o']);
  expect(own).toMatchObject({ isOwn: true, broken: [], foundTravelMm: found.travelMm });
  expect(own.cuts.map(({ cutId }) => cutId)).toEqual(['i1', 'i0', 'i2', 'o']);
  expect(own.travelMm).toBeGreaterThan(found.travelMm);
  expect(ordered(['o', 'i0', 'i1', 'i2']).broken).toContainEqual({ rule: 'group', id: 'i0' });
  // A cut less, one twice, another stack: as found.
  for (const other of [
    ordered(['i1', 'i0', 'i2']),
    ordered(['i1', 'i1', 'i2', 'o']),
    ordered(['i1', 'i0', 'i2', 'o'], 'x'),
  ])
    expect(other).toEqual(found);
});

test('on a tilted table closed cuts run clockwise; on a level one as they are drawn', async () => {
  const ring = (tiltDegrees: number) =>
    part('ring', {
      woodId: 'white-pine',
      pinnedLayers: 1,
      outline: { id: 'o', line: null, path: circle(60, 0, 0) },
      insideCuts: [{ id: 'i', line: null, path: circle(40, 0, 0) }],
      cutRules: { i: { line: 'on', tiltDegrees, kept: null } },
    });
  const cutOf = async (tiltDegrees: number) => {
    const input = { ...inputFor([template('t', [ring(tiltDegrees)])], 1), drawer: TYPICAL_BLADES };
    const [stack] = (await planned(input)).stacks;
    return stack!.phases
      .flatMap((phase) => orderOfPhase(stack!, phase, input.revisions).cuts)
      .find(({ cutId }) => cutId === 'i')!;
  };
  const area = (points: readonly { readonly x: number; readonly y: number }[]) =>
    points.reduce(
      (sum, p, n) => sum + p.x * points[(n + 1) % points.length]!.y - p.y * points[(n + 1) % points.length]!.x,
      0,
    );
  const [tilted, level] = [await cutOf(15), await cutOf(0)];
  expect(tilted.round).toBe('clockwise');
  expect(area(tilted.points)).toBeLessThan(0);
  expect(level.round).toBeNull();
  expect(area(level.points)).toBeGreaterThan(0);
});
