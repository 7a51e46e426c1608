import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { TYPICAL_SHOP, type Shop } from '@rapid-jig/core';
import { openStamps } from './stamp';

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  const localStorage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  };
  Object.assign(globalThis, { localStorage });
});
afterEach(() => {
  Reflect.deleteProperty(globalThis, 'localStorage');
});

test('what is done is told of who stands there and of the saw, as far as anybody said', () => {
  let shop: Shop = TYPICAL_SHOP;
  const stamps = openStamps('tablet', () => shop);
  expect(stamps.stamp()).toMatchObject({ clientId: 'tablet', person: null, saw: null });
  shop = { ...shop, people: ['Sanna', 'Orin'], saw: { ...shop.saw, name: 'By the window' } };
  stamps.say('Orin');
  expect(stamps.stamp()).toMatchObject({ person: 'Orin', saw: 'By the window' });
  // The next page of this browser knows it.
  expect(openStamps('tablet', () => shop).stamp().person).toBe('Orin');
  shop = { ...shop, people: ['Sanna'] };
  expect(stamps.stamp().person).toBeNull();
  stamps.say(null);
  expect(openStamps('tablet', () => shop).store.getState().person).toBeNull();
});

test('each is its own', () => {
  const stamps = openStamps('tablet', () => TYPICAL_SHOP);
  expect(stamps.stamp().id).not.toBe(stamps.stamp().id);
});
