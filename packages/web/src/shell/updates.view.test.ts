import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { createStore } from 'zustand/vanilla';
import type { Services } from '../services';
import { worker } from '../testing/nothing.test-support';
import { watchForNewer } from './updates';

const services = {
  live: { store: createStore(() => ({ isHeard: true, isLetIn: true, build: null })) },
  outbox: { store: createStore(() => ({ entries: [], cannotKeep: null })) },
} as unknown as Services;

let isHidden = false;
beforeEach(() => {
  isHidden = false;
  worker.updates = 0;
  document.body.innerHTML = '<input aria-label="How many">';
  Object.defineProperty(document, 'hidden', { configurable: true, get: () => isHidden });
});
afterEach(() => {
  document.body.replaceChildren();
  Reflect.deleteProperty(document, 'hidden');
});

function lookAway(): void {
  isHidden = true;
  document.dispatchEvent(new Event('visibilitychange'));
  isHidden = false;
}

test('a newer program loads itself while nobody looks, but not while something is half typed', () => {
  const newer = watchForNewer(services);
  worker.told.onNeedRefresh?.();
  const field = document.querySelector('input')!;
  field.focus();
  lookAway();
  expect(worker.updates).toBe(0);
  field.blur();
  document.body.insertAdjacentHTML('beforeend', '<div role="dialog"></div>');
  lookAway();
  expect(worker.updates).toBe(0);
  document.querySelector('[role=dialog]')!.remove();
  lookAway();
  expect(worker.updates).toBe(1);
  expect(newer.getState().load).not.toBeNull();
});

test('where another tab has loaded it this one says so, and is not taken from under the hand', () => {
  const newer = watchForNewer(services);
  const load = jest.fn();
  newer.setState({ load });
  // Chosen elsewhere: the worker of the page is another one now.
  worker.told.onNeedReload?.();
  expect(newer.getState().load).not.toBe(load);
  expect(load).not.toHaveBeenCalled();
});
