import { afterEach, expect, test } from '@jest/globals';
import { createBounce } from './bounce';

afterEach(() => {
  Reflect.deleteProperty(globalThis, 'event');
});

const tap = (timeStamp: number): void => {
  Reflect.set(globalThis, 'event', { timeStamp });
};

test('two taps within a moment are one, however late a busy page hears of the second', () => {
  const isBounce = createBounce();
  const now = performance.now();
  tap(now);
  expect(isBounce('done')).toBe(false);
  // Made 400 ms after the first; the page was busy for three seconds before it heard of it.
  tap(now + 400);
  const { performance: real } = globalThis;
  const late = real.now.bind(real);
  real.now = () => late() + 3000;
  expect(isBounce('done')).toBe(true);
  real.now = late;
  tap(now + 401);
  expect(isBounce('back')).toBe(false);
});

test('a tap made later, or on something else, is one of its own', () => {
  const isBounce = createBounce();
  tap(1000);
  expect([isBounce('done'), isBounce('back')]).toEqual([false, false]);
  tap(1600);
  expect(isBounce('back')).toBe(false);
});
