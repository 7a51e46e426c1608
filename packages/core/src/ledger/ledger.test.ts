import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addUpWork, layersReady, passesByNumber, type PassSawn, type WorkEvent } from '.';
import { noticed } from './noticed.test-support';
import { tried } from '../cases.test-support';

const pass = (id: string, good: number, spoiled = 0, number: number | null = null): PassSawn => ({
  kind: 'pass-sawn',
  id,
  clientId: 'tablet',
  at: '2026-11-24T09:00:00Z',
  person: null,
  saw: null,
  stack: 'whale x4',
  stackLayers: null,
  phase: null,
  pass: number,
  layers: 4,
  layerIds: null,
  counts: { body: { good, spoiled } },
  minutes: null,
  plannedMinutes: null,
  bladeId: null,
  spoiled: [],
});
const back = (id: string, event: string): WorkEvent => ({
  kind: 'pass-taken-back',
  id,
  clientId: 'tablet',
  at: '2026-11-24T09:01:00Z',
  person: null,
  saw: null,
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
    expect(addUpWork([mine, theirs, back('c', 'a')]).pieces).toEqual({});
    expect(addUpWork([mine, back('c', 'a'), theirs]).pieces).toEqual({ body: { good: 3, spoiled: 1 } });
    expect(addUpWork([mine, pass('d', 4, 0, 2)]).pieces).toEqual({ body: { good: 8, spoiled: 0 } });
    expect(addUpWork([mine, { ...theirs, stack: 'fin x4' }]).passes).toHaveLength(2);
  });

  test('a step that two devices ticked off stands once, and so does a piece taken off; taken back, both are gone', () => {
    const stuck = (id: string, passes: readonly number[]): WorkEvent => ({
      kind: 'step-done',
      id,
      clientId: id,
      at: '2026-11-24T09:00:00Z',
      person: null,
      saw: null,
      subject: { kind: 'step', name: 'stick' },
      stack: 'whale x4',
      stackLayers: ['a.0'],
      phase: null,
      passes,
      detail: null,
      minutes: 4,
      plannedMinutes: 3,
    });
    const off = (id: string): WorkEvent => ({
      kind: 'piece-off',
      id,
      clientId: id,
      at: '2026-11-24T09:00:00Z',
      person: null,
      saw: null,
      stack: 'whale x4',
      pass: 1,
      partId: 'p',
      piece: 3,
    });
    const ids = (...events: WorkEvent[]) => addUpWork(events).standing.map(({ id }) => id);
    expect(ids(stuck('a', [1, 2]), stuck('b', [1, 2]), off('c'), off('d'))).toEqual(['a', 'c']);
    // An older plan knew fewer passes; what is new of it counts.
    expect(ids(stuck('a', [1]), stuck('b', [1, 2]))).toEqual(['a', 'b']);
    expect(ids(stuck('a', [1]), stuck('b', [1]), back('x', 'a'))).toEqual([]);
    expect(ids(stuck('a', [1]), stuck('b', [1]), back('x', 'a'), stuck('c', [1]))).toEqual(['c']);
  });

  test('a blade that two devices say is put in is one; put in again on one device, or after one broke, it is another', () => {
    const blade = (id: string, clientId: string, detail = 'no 5'): WorkEvent => ({
      kind: 'step-done',
      id,
      clientId,
      at: '2026-11-24T09:00:00Z',
      person: null,
      saw: null,
      subject: { kind: 'step', name: 'blade' },
      stack: null,
      stackLayers: null,
      phase: null,
      passes: [],
      detail,
      minutes: 1,
      plannedMinutes: 2,
    });
    const broke = noticed({
      id: 'n',
      clientId: 'one',
      at: '2026-11-24T09:00:00Z',
      person: null,
      saw: null,
      what: 'blade-broke',
    });
    const ids = (...events: WorkEvent[]) => addUpWork(events).standing.map(({ id }) => id);
    expect(ids(blade('a', 'one'), blade('b', 'two'))).toEqual(['a']);
    expect(ids(blade('a', 'one'), blade('b', 'one'))).toEqual(['a', 'b']);
    expect(ids(blade('a', 'one'), blade('b', 'two', 'no 3'), blade('c', 'one'))).toEqual(['a', 'b', 'c']);
    expect(ids(blade('a', 'one'), broke, blade('b', 'two'))).toEqual(['a', 'n', 'b']);
    expect(ids(blade('a', 'one'), back('x', 'a'), blade('b', 'two'))).toEqual(['b']);
  });

  test('one of two layers spoiled that nobody named, then both by name: none is good, two are spoiled', () => {
    const [one, two] = ['fin.0', 'fin.1'] as const;
    const unnamed: WorkEvent = {
      ...pass('a', 1, 1, 1),
      stackLayers: [one, two],
      layerIds: [one, two],
      spoiled: [{ layerId: null, reason: null }],
    };
    const both: WorkEvent = {
      kind: 'layers-spoiled',
      id: 'b',
      clientId: 'tablet',
      at: '2026-11-24T09:02:00Z',
      person: null,
      saw: null,
      stack: 'whale x4',
      stackLayers: [one, two],
      layers: 2,
      pass: 1,
      phase: null,
      lost: [one, two].map((layerId) => ({ layerId, reason: null, pieces: { body: 1 }, finishedIn: 'f' })),
    };
    expect(addUpWork([unnamed, both]).pieces).toEqual({ body: { good: 0, spoiled: 2 } });
    expect(addUpWork([both, unnamed]).pieces).toEqual({ body: { good: 0, spoiled: 2 } });
  });

  test('two devices that took different phases for the last: pieces are there once, a layer spoiled by either is', () => {
    const [one, two] = ['fin.0', 'fin.1'] as const;
    const mark = { stackLayers: [one, two], layerIds: [one, two] };
    const inside = { ...pass('a', 2, 0, 1), ...mark, phase: 'inside' };
    const outline = { ...pass('b', 2, 0, 1), ...mark, phase: 'outline' };
    expect(addUpWork([inside, outline]).pieces).toEqual({ body: { good: 2, spoiled: 0 } });
    const lost = { ...outline, counts: { body: { good: 0, spoiled: 1 } }, spoiled: [{ layerId: two, reason: null }] };
    expect(addUpWork([inside, lost]).pieces).toEqual({ body: { good: 1, spoiled: 1 } });
    expect(addUpWork([lost, inside]).pieces).toEqual({ body: { good: 1, spoiled: 1 } });
    // As it is where one plan is known to all: what is lost before the last phase is not sawn in it.
    const rest = { ...inside, layerIds: [one], counts: { body: { good: 1, spoiled: 0 } } };
    expect(addUpWork([lost, rest]).pieces).toEqual({ body: { good: 1, spoiled: 1 } });
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
    expect([...numbers].map(([number, marks]) => [number, marks.map(({ id }) => id).join()]).sort()).toEqual([
      [1, 'old'],
      [2, 'second'],
      [3, 'older'],
    ]);
  });

  test('a phase of a pass counts once; a whole pass holds all its phases, whichever was marked first', () => {
    const outline = { ...pass('outline', 4, 0, 1), phase: 'f2' };
    const inside = { ...pass('inside', 0, 0, 1), phase: 'f1', counts: {} };
    const ids = (...events: WorkEvent[]) => addUpWork(events).passes.map(({ id }) => id);
    expect(ids(inside, outline, { ...outline, id: 'twin' })).toEqual(['inside', 'outline']);
    expect(ids(pass('whole', 4, 0, 1), outline)).toEqual(['whole']);
    expect(ids(inside, pass('whole', 4, 0, 1), outline)).toEqual(['inside', 'outline']);
    expect(ids(inside, { ...inside, id: 'second', pass: 2 })).toEqual(['inside', 'second']);
    expect(ids(inside, back('x', 'inside'), { ...inside, id: 'again' })).toEqual(['again']);
  });

  test('blanks are used up by the first mark of a pass, whatever phases follow', () => {
    const cut: WorkEvent = { ...pass('cut', 0), kind: 'blanks-cut', layers: { gang: 10 }, rods: {} };
    const marks = [1, 2].flatMap((number) => [
      { ...pass(`a${number}`, 0, 0, number), phase: 'f1' },
      { ...pass(`b${number}`, 4, 0, number), phase: 'f2' },
    ]);
    expect(layersReady(addUpWork([cut, ...marks]), 'gang', () => 4)).toBe(2);
    expect(layersReady(addUpWork([...marks, cut]), 'gang', () => 4)).toBe(10);
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
      tried(100),
    );
  });
});
