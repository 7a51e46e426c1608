import { expect, test } from '@jest/globals';
import { clockFor, goingOn, minutesAt, pausedNow } from './bench-clock';

const NINE = Date.parse('2026-11-27T09:00:00Z');
const minutes = (count: number): number => count * 60_000;

test('minutes of a step are those between two taps, pauses left out', () => {
  const begun = clockFor('cut a 1', null, NINE);
  expect(minutesAt(begun, NINE + minutes(4))).toBe(4);
  const paused = pausedNow(begun, NINE + minutes(4));
  // While it is paused nothing is added, and pausing twice is pausing once.
  expect(minutesAt(pausedNow(paused, NINE + minutes(9)), NINE + minutes(30))).toBe(4);
  const again = goingOn(paused, NINE + minutes(30));
  expect(minutesAt(again, NINE + minutes(31))).toBe(5);
  expect(goingOn(again, NINE + minutes(40))).toBe(again);
});

test('a page that comes back to its step goes on with its clock; another step begins anew', () => {
  const begun = clockFor('cut a 1', null, NINE);
  expect(clockFor('cut a 1', begun, NINE + minutes(5))).toBe(begun);
  expect(clockFor('cut a 2', begun, NINE + minutes(5))).toMatchObject({ since: NINE + minutes(5), pausedMs: 0 });
});

test('a clock that jumps gives no minutes rather than wrong ones', () => {
  const begun = clockFor('cut a 1', null, NINE);
  expect(minutesAt(begun, NINE - minutes(1))).toBeNull();
  expect(minutesAt(begun, NINE + minutes(13 * 60))).toBeNull();
  // Set back during a pause, the pause counts as nothing.
  const back = goingOn(pausedNow(begun, NINE + minutes(10)), NINE + minutes(2));
  expect(minutesAt(back, NINE + minutes(12))).toBe(12);
});
