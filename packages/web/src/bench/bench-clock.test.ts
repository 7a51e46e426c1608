import { expect, test } from '@jest/globals';
import type { Noticed } from '@rapid-jig/core';
import { clockFor, minutesAt, pausesIn } from './bench-clock';

const NINE = Date.parse('2026-11-27T09:00:00Z');
const minutes = (count: number): number => count * 60_000;
const told = (what: Noticed['what'], atMinute: number, clientId = 'tablet'): Noticed => ({
  kind: 'noticed',
  id: `${what} ${String(atMinute)}`,
  clientId,
  at: new Date(NINE + minutes(atMinute)).toISOString(),
  person: null,
  saw: null,
  what,
  subject: { kind: 'step', name: 'cut' },
  stack: 's',
  phase: null,
  pass: 1,
  bladeId: null,
  words: null,
  photoId: null,
});
/** Minutes of a step that was begun at nine. */
const worked = (atMinute: number, ...standing: Noticed[]): number | null =>
  minutesAt({ stepKey: 'cut a 1', since: NINE }, pausesIn(standing, 'tablet', NINE), NINE + minutes(atMinute));

test('minutes of a step are those between two taps, pauses left out', () => {
  expect(worked(4)).toBe(4);
  // While it is paused nothing is added, and pausing twice is pausing once.
  expect(worked(30, told('pause', 4))).toBe(4);
  expect(worked(30, told('pause', 4), told('pause', 9))).toBe(4);
  expect(worked(31, told('pause', 4), told('go-on', 30))).toBe(5);
  expect(worked(31, told('pause', 4), told('go-on', 30), told('go-on', 31))).toBe(5);
  expect(worked(31, told('pause', 4, 'phone'))).toBe(31);
  expect(worked(10, told('pause', -3))).toBe(10);
});

test('a pause that is taken back was none; going on that is taken back leaves the pause', () => {
  const [pause, goOn] = [told('pause', 4), told('go-on', 30)];
  expect(worked(10, pause)).toBe(4);
  expect(worked(10)).toBe(10);
  expect(worked(40, pause, goOn)).toBe(14);
  expect(worked(40, pause)).toBe(4);
});

test('a page that comes back to its step goes on with its clock; another step begins anew', () => {
  const begun = clockFor('cut a 1', null, NINE);
  expect(clockFor('cut a 1', begun, NINE + minutes(5))).toBe(begun);
  expect(clockFor('cut a 2', begun, NINE + minutes(5))).toMatchObject({ since: NINE + minutes(5) });
});

test('a step that was left too early and gone back to has all its minutes', () => {
  const first = clockFor('cut a 1', null, NINE);
  const next = clockFor('split a 1', first, NINE + minutes(6));
  const back = clockFor('cut a 1', next, NINE + minutes(7));
  expect(minutesAt(back, { pausedMs: 0, pausedAt: null }, NINE + minutes(9))).toBe(9);
  // Gone on to again, the other begins anew: the minutes between are in the first.
  expect(clockFor('split a 1', back, NINE + minutes(9))).toMatchObject({ since: NINE + minutes(9) });
});

test('a clock that jumps gives no minutes rather than wrong ones', () => {
  expect(worked(-1)).toBeNull();
  expect(worked(13 * 60)).toBeNull();
  // Set back during a pause, the pause counts as nothing.
  expect(worked(12, told('pause', 10), told('go-on', 2))).toBe(12);
});
