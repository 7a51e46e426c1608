import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newRun, newRunLine, type Run } from '../planning';
import { joinVersions, takingTheirs } from '.';
import { tried } from '../cases.test-support';

const BASE: Run = newRun('r', 'Spring fair', [newRunLine('whale', 1, 6), newRunLine('trivet', 1, 4)]);
const copies = (run: Run, templateId: string, count: number): Run => ({
  ...run,
  lines: run.lines.map((line) => (line.templateId === templateId ? { ...line, copies: count } : line)),
});
const without = (run: Run, templateId: string): Run => ({
  ...run,
  lines: run.lines.filter((line) => line.templateId !== templateId),
});

describe('two versions of a run', () => {
  test('edits of different fields and of different lines join without a question', () => {
    const mine = { ...copies(BASE, 'whale', 9), dueDate: '2027-03-01' };
    const theirs = { ...copies(BASE, 'trivet', 11), name: 'The fair' };
    expect(joinVersions(BASE, mine, theirs)).toEqual({
      doc: { ...copies(copies(BASE, 'whale', 9), 'trivet', 11), dueDate: '2027-03-01', name: 'The fair' },
      clashes: [],
    });
  });

  test('of one line, different fields join; the same field asks, with both values and what it was', () => {
    const mine = copies(BASE, 'whale', 7);
    const revised = { ...BASE, lines: BASE.lines.map((line) => ({ ...line, revision: 2 })) };
    expect(joinVersions(BASE, mine, revised).clashes).toEqual([]);
    const { doc, clashes } = joinVersions(BASE, mine, copies(revised, 'whale', 11));
    expect(clashes).toEqual([{ at: ['lines', 'whale', 'copies'], base: 6, mine: 7, theirs: 11 }]);
    expect(doc.lines[0]).toMatchObject({ copies: 7, revision: 2 });
    expect(takingTheirs(doc, clashes).lines[0]).toMatchObject({ copies: 11, revision: 2 });
  });

  test('lines that either has added are both there, one taken out is gone, and one taken out that the other changed asks', () => {
    const added = (run: Run, id: string): Run => ({ ...run, lines: [newRunLine(id, 1, 1), ...run.lines] });
    const names = ({ lines }: Run) => lines.map(({ templateId }) => templateId);
    const both = joinVersions(BASE, added(BASE, 'box'), without(added(BASE, 'bowl'), 'trivet'));
    expect(both.clashes).toEqual([]);
    expect(names(both.doc).sort()).toEqual(['bowl', 'box', 'whale']);
    const { doc, clashes } = joinVersions(BASE, without(BASE, 'whale'), copies(BASE, 'whale', 8));
    expect(clashes).toMatchObject([{ at: ['lines', 'whale'], mine: undefined, theirs: { copies: 8 } }]);
    expect(names(doc)).toEqual(['trivet']);
    expect(names(takingTheirs(doc, clashes)).sort()).toEqual(['trivet', 'whale']);
  });

  test('a value of several fields is one: a rule of spares is mine or theirs, and a length keeps its unit', () => {
    const counted: Run = { ...BASE, spares: { kind: 'count', count: 3 } };
    const shared: Run = { ...BASE, spares: { kind: 'percent', percent: 10 } };
    expect(joinVersions(BASE, counted, shared).clashes).toMatchObject([
      { at: ['spares'], mine: { count: 3 }, theirs: { percent: 10 } },
    ]);
    const measured = (mm: number, typed: string): Run => ({
      ...BASE,
      measured: [{ woodId: 'cherry', nominalMm: 6.35, measured: { mm, typed } }],
    });
    const { doc, clashes } = joinVersions(measured(6.35, '1/4'), measured(6.2, '6.2 mm'), measured(5.9, '5.9 mm'));
    expect(clashes.map(({ at }) => at)).toEqual([['measured', 'cherry 6.35', 'measured']]);
    expect(takingTheirs(doc, clashes)).toEqual(measured(5.9, '5.9 mm'));
  });

  test('without what both were made from, all that differs is asked about', () => {
    const { clashes } = joinVersions<Run>(undefined, copies(BASE, 'whale', 7), { ...BASE, name: 'The fair' });
    expect(clashes.map(({ at }) => at.join(' ')).sort()).toEqual(['lines whale copies', 'name']);
  });
});

describe('any two versions', () => {
  const item = fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd'), n: fc.nat(3), on: fc.boolean() });
  const doc = fc.record({
    name: fc.constantFrom('x', 'y', 'z'),
    items: fc.uniqueArray(item, { selector: ({ id }) => id, maxLength: 4 }),
    apart: fc.uniqueArray(fc.constantFrom('p', 'q', 'r'), { maxLength: 3 }),
    by: fc.dictionary(fc.constantFrom('k', 'l'), fc.nat(3)),
    places: fc.array(fc.record({ x: fc.nat(2), y: fc.nat(2) }), { maxLength: 2 }),
  });
  const any = tried(1000, 200);

  test('what one alone has changed is taken whole, from whichever side', () => {
    fc.assert(
      fc.property(doc, doc, (base, changed) => {
        expect(joinVersions(base, changed, base)).toEqual({ doc: changed, clashes: [] });
        expect(joinVersions(base, base, changed)).toEqual({ doc: changed, clashes: [] });
        expect(joinVersions(base, changed, changed)).toEqual({ doc: changed, clashes: [] });
      }),
      any,
    );
  });

  test('joined is joined: again with theirs nothing more is changed, and the same is asked', () => {
    fc.assert(
      fc.property(doc, doc, doc, (base, mine, theirs) => {
        const once = joinVersions(base, mine, theirs);
        const again = joinVersions(base, once.doc, theirs);
        expect(again.doc).toEqual(once.doc);
        const sorted = (all: typeof again.clashes) => [...all].sort((a, b) => (String(a.at) < String(b.at) ? -1 : 1));
        expect(sorted(again.clashes)).toEqual(sorted(once.clashes));
      }),
      any,
    );
  });

  test('every item is what one of them made of it, and nothing both have is lost', () => {
    fc.assert(
      fc.property(doc, doc, doc, (base, mine, theirs) => {
        const { doc: both, clashes } = joinVersions(base, mine, theirs);
        const byId = (one: typeof base) => new Map(one.items.map((own) => [own.id, own]));
        const [old, own, others] = [byId(base), byId(mine), byId(theirs)];
        for (const { id, n, on } of both.items) {
          expect([own.get(id)?.n, others.get(id)?.n]).toContain(n);
          expect([own.get(id)?.on, others.get(id)?.on]).toContain(on);
        }
        const kept = both.items.map(({ id }) => id);
        for (const id of own.keys()) if (others.has(id)) expect(kept).toContain(id);
        // Of what only one has, it is gone where the other took it out and nobody changed it.
        for (const id of kept) if (!others.has(id)) expect(own.has(id)).toBe(true);
        for (const [id, was] of old)
          if (!own.has(id) && JSON.stringify(others.get(id)) === JSON.stringify(was)) expect(kept).not.toContain(id);
        // With theirs at every clash, none of them is mine any more.
        const given = takingTheirs(both, clashes);
        expect(joinVersions(base, given, theirs).clashes).toEqual([]);
      }),
      any,
    );
  });
});
