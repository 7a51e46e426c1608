import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addUpWork, passesByNumber, type PassSawn, type WorkEvent } from '.';

const pass = (id: string, good: number, spoiled = 0, number: number | null = null): PassSawn => ({
  kind: 'pass-sawn',
  id,
  clientId: 'tablet',
  at: '2026-11-24T09:00:00Z',
  stack: 'whale x4',
  pass: number,
  layers: 4,
  counts: { body: { good, spoiled } },
});
const back = (id: string, event: string): WorkEvent => ({
  kind: 'pass-taken-back',
  id,
  clientId: 'tablet',
  at: '2026-11-24T09:01:00Z',
  event,
});

describe('adding up work', () => {
  test('good and spoiled pieces, by part', () => {
    expect(addUpWork([pass('a', 4), pass('b', 3, 1)]).pieces).toEqual({ body: { good: 7, spoiled: 1 } });
  });

  test('a pass taken back no longer counts; taking it back twice is once', () => {
    const { passes, pieces } = addUpWork([pass('a', 4), pass('b', 4), back('c', 'a'), back('d', 'a')]);
    expect(passes.map(({ id }) => id)).toEqual(['b']);
    expect(pieces).toEqual({ body: { good: 4, spoiled: 0 } });
  });

  test('the same event sent twice counts once', () => {
    expect(addUpWork([pass('a', 4), pass('a', 4)]).pieces).toEqual({ body: { good: 4, spoiled: 0 } });
  });

  test('one pass marked on two devices under its number counts once; taken back, it may be marked again', () => {
    const [mine, theirs] = [pass('a', 4, 0, 1), pass('b', 3, 1, 1)];
    expect(addUpWork([mine, theirs]).pieces).toEqual({ body: { good: 4, spoiled: 0 } });
    expect(addUpWork([mine, theirs, back('c', 'a')]).pieces).toEqual({ body: { good: 3, spoiled: 1 } });
    expect(addUpWork([mine, pass('d', 4, 0, 2)]).pieces).toEqual({ body: { good: 8, spoiled: 0 } });
    expect(addUpWork([mine, { ...theirs, stack: 'fin x4' }]).passes).toHaveLength(2);
  });

  test('passes by number: those without one take the lowest that are free', () => {
    const done = addUpWork([
      pass('old', 4),
      pass('second', 4, 0, 2),
      pass('older', 4),
      pass('gone', 4, 0, 1),
      back('x', 'gone'),
    ]);
    const numbers = passesByNumber(done, 'whale x4');
    expect([...numbers].map(([number, { id }]) => [number, id]).sort()).toEqual([
      [1, 'old'],
      [2, 'second'],
      [3, 'older'],
    ]);
  });

  test('pieces are the sum over the ids that stand, in any order of arrival', () => {
    const ids = fc.uniqueArray(fc.integer({ min: 0, max: 30 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(ids, fc.array(fc.nat(30)), (sawn, taken) => {
        const events = [...sawn.map((n) => pass(String(n), n)), ...taken.map((n) => back(`back ${n}`, String(n)))];
        const expected = sawn.filter((n) => !taken.includes(n)).reduce((sum, n) => sum + n, 0);
        expect(addUpWork(events).pieces['body']?.good ?? 0).toBe(expected);
        expect(addUpWork([...events].reverse()).pieces['body']?.good ?? 0).toBe(expected);
      }),
    );
  });
});
