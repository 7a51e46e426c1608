import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { flatten } from '../geometry';
import { circle, rectangle } from '../planning/fixtures.test-support';
import type { SawLine, WorkToSaw } from './line';
import { GIVEN_UP, brokenRules, orderOfCuts, supportAlong } from './order';
import { supportOf } from './support';
import { travelOf } from './travel';
import { tried } from '../cases.test-support';

const opening = (id: string, path: ReturnType<typeof rectangle>, changes: Partial<SawLine> = {}): SawLine => {
  const points = flatten(path);
  return { id, kind: 'inside', group: 0, points, closed: true, kerfMm: 1, entry: points[0]!, ...changes };
};
const ENOUGH = 6.35;
const work = (lines: readonly SawLine[]): WorkToSaw => ({ lines, holes: [], heldAt: new Map() });

function* permutations<T>(items: readonly T[]): Generator<T[]> {
  if (items.length === 0) yield [];
  for (const [i, item] of items.entries())
    for (const rest of permutations([...items.slice(0, i), ...items.slice(i + 1)])) yield [item, ...rest];
}

/** Openings on a grid of 14 mm, from 4 to 13 mm across, so that some walls are thin. */
const anyOpenings = (most: number) =>
  fc
    .uniqueArray(fc.record({ column: fc.nat(3), row: fc.nat(2), size: fc.integer({ min: 4, max: 13 }) }), {
      minLength: 2,
      maxLength: most,
      selector: ({ column, row }) => column * 10 + row,
    })
    .map((cells) =>
      cells.map(({ column, row, size }, i) => opening(String(i), rectangle(size, size, column * 14, row * 14))),
    );

describe('the order of cuts', () => {
  test('keeps as much wood at the worst moment as the best of all orders, but for a tenth', () => {
    fc.assert(
      fc.property(anyOpenings(5), (lines) => {
        const support = supportOf(work(lines));
        const held = (order: readonly number[]): number =>
          Math.min(...order.map((line, n) => support.of(line, order.slice(0, n))));
        const best = Math.max(...[...permutations(lines.map((_line, i) => i))].map(held));
        const found = orderOfCuts(work(lines));
        // Wood of a quarter of an inch is enough; above, the shorter way counts.
        const wanted = Math.min(best * (1 - GIVEN_UP), ENOUGH);
        expect(Math.min(...supportAlong(found.ids, work(lines)))).toBeGreaterThanOrEqual(wanted - 1e-9);
        expect([...found.ids].sort()).toEqual(lines.map(({ id }) => id).sort());
        expect(brokenRules(found.ids, work(lines))).toEqual([]);
      }),
      tried(60),
    );
  });

  test('where walls are thick the way is the shortest there is', () => {
    const places = fc.uniqueArray(fc.tuple(fc.nat(9), fc.nat(9)), { minLength: 2, maxLength: 7, selector: String });
    fc.assert(
      fc.property(places, (at) => {
        const lines = at.map(([x, y], i) => opening(String(i), circle(2, x * 30, y * 30)));
        const shortest = Math.min(...[...permutations(lines)].map(travelOf));
        expect(orderOfCuts(work(lines)).travelMm).toBeCloseTo(shortest, 6);
      }),
      tried(60),
    );
  });

  test('groups wait for each other, and the way is never longer than that of the drawing', () => {
    const places = fc.array(fc.record({ x: fc.nat(20), y: fc.nat(20), group: fc.nat(2) }), {
      minLength: 2,
      maxLength: 30,
    });
    fc.assert(
      fc.property(places, (at) => {
        const lines = at.map(({ x, y, group }, i) =>
          opening(String(i), circle(2, x * 40 + i / 100, y * 40), { group }),
        );
        const found = orderOfCuts(work(lines));
        const groups = found.ids.map((id) => lines[Number(id)]!.group);
        expect(groups).toEqual([...groups].sort((a, b) => a - b));
        const drawn = [...lines].sort((a, b) => a.group - b.group || Number(a.id) - Number(b.id));
        if (Math.min(...supportAlong(found.ids, work(lines))) > 6.35)
          expect(found.travelMm).toBeLessThanOrEqual(travelOf(drawn) + 1e-9);
      }),
      tried(40),
    );
  });

  test('a spoiled order is named by what it breaks', () => {
    // Two long slots with a third between: sawn last, the third would hang in walls of 3 mm; sawn first, the others hold well.
    const slots = [rectangle(100, 5, 0, 0), rectangle(100, 5, 0, 25), rectangle(100, 12, 0, 9)];
    const lines = slots.map((path, i) => opening(String(i), path));
    const outline = opening('outline', rectangle(140, 70, -20, -20), { kind: 'outside', group: 1 });
    const all: WorkToSaw = { ...work([...lines, outline]), heldAt: new Map([['outline', { x: -10, y: 15 }]]) };
    const right = orderOfCuts(all).ids;
    expect(brokenRules(right, all)).toEqual([]);
    const rules = (ids: readonly string[]): string[] => [...new Set(brokenRules(ids, all).map(({ rule }) => rule))];
    expect(rules(right.slice(1))).toEqual(['left-out']);
    expect(rules([...right, right[0]!])).toEqual(['twice']);
    expect(rules([...right, 'another'])).toEqual(['unknown']);
    expect(rules(['outline', ...right.filter((id) => id !== 'outline')])).toEqual(['group']);
  });

  test('what lies in the piece of another is sawn before it, in whatever order they are drawn; an order that does not is named', () => {
    const ring = opening('ring', circle(30, 0, 0));
    const eye = opening('eye', circle(5, 10, 0));
    const beside = opening('beside', circle(5, 100, 0));
    for (const lines of [
      [ring, eye, beside],
      [beside, ring, eye],
      [eye, beside, ring],
    ]) {
      const { ids } = orderOfCuts(work(lines));
      expect(ids.indexOf('eye')).toBeLessThan(ids.indexOf('ring'));
    }
    expect(brokenRules(['ring', 'beside', 'eye'], work([ring, eye, beside]))).toEqual([
      { rule: 'fallen-out', id: 'eye' },
    ]);
  });

  test('is the same for the same work', () => {
    const lines = Array.from({ length: 40 }, (_none, i) =>
      opening(String(i), circle(2, (i * 37) % 200, (i * 53) % 170)),
    );
    expect(orderOfCuts(work(lines))).toEqual(orderOfCuts(work(lines)));
  });
});
