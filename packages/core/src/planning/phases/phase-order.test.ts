import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isWeighed, leastHandled } from './phase-order';
import { tried } from '../../cases.test-support';

interface Handled {
  readonly layerIds: readonly string[];
  readonly singly: boolean;
}

const together = (layers: string): Handled => ({ layerIds: [...layers], singly: false });
const inWords = (phases: readonly Handled[]) => phases.map(({ layerIds }) => layerIds.join('')).join(' ');
const EVEN = { holdLayer: 1, splitStack: 1 };

/** What hands do for an order, by who is held to whom: a join for each layer that comes to another, a split for each bundle opened. */
function minutesOf(order: readonly Handled[], { holdLayer, splitStack }: typeof EVEN): number {
  const bundle = new Map<string, number>();
  let [next, minutes] = [0, 0];
  for (const layer of new Set(order.flatMap(({ layerIds }) => layerIds))) bundle.set(layer, next++);
  for (const { layerIds, singly } of order) {
    const meant = [...new Set(layerIds.map((layer) => bundle.get(layer)!))];
    for (const one of meant) {
      const all = [...bundle].filter(([, own]) => own === one).map(([layer]) => layer);
      if (all.length > 1 && (singly || all.some((layer) => !layerIds.includes(layer)))) minutes += splitStack;
    }
    if (!singly) minutes += holdLayer * (meant.length - 1);
    const joined = next++;
    for (const layer of layerIds) bundle.set(layer, singly ? next++ : joined);
  }
  return minutes;
}

const ordersOf = <T>(items: readonly T[]): T[][] =>
  items.length === 0
    ? [[]]
    : items.flatMap((item, i) => ordersOf(items.filter((_other, k) => k !== i)).map((rest) => [item, ...rest]));

test('phases within each other: the fewest layers first, and nothing is ever taken apart', () => {
  const phases = ['abcd', 'ab', 'c', 'a'].map(together);
  expect(inWords(leastHandled(phases, EVEN))).toBe('c a ab abcd');
  // Four layers come together by three joins.
  expect(minutesOf(leastHandled(phases, EVEN), EVEN)).toBe(3);
});

test('phases that partly share layers go from one to the next, by hand: ab, bc, cd, da are a ring', () => {
  const ring = ['ab', 'cd', 'bc', 'ad'].map(together);
  const order = leastHandled(ring, EVEN);
  // Two bundles held at first; each of the other two phases opens both and joins once: 2 + (2 + 1) + (1 + 1).
  expect(minutesOf(order, EVEN)).toBe(Math.min(...ordersOf(ring).map((one) => minutesOf(one, EVEN))));
  expect(minutesOf(order, EVEN)).toBeLessThanOrEqual(2 + 3 + 2);
});

test('no other order takes hands less, whatever the phases: every order tried', () => {
  const phase = fc.record({
    layerIds: fc.subarray(['a', 'b', 'c', 'd', 'e'], { minLength: 1 }),
    singly: fc.boolean(),
  });
  const minutes = fc.record({ holdLayer: fc.integer({ min: 0, max: 5 }), splitStack: fc.integer({ min: 0, max: 5 }) });
  fc.assert(
    fc.property(
      fc.uniqueArray(phase, {
        maxLength: 5,
        selector: ({ layerIds, singly }) => `${layerIds.join('')} ${String(singly)}`,
      }),
      minutes,
      (all, own) => {
        const order = leastHandled(all, own);
        expect(order).toHaveLength(all.length);
        expect(all.every((one) => order.includes(one))).toBe(true);
        expect(minutesOf(order, own)).toBe(Math.min(...ordersOf(all).map((one) => minutesOf(one, own))));
      },
    ),
    tried(150),
  );
});

test('what is sawn one by one may come between: where holding costs nothing it spares a taking apart', () => {
  const phases = [...['ab', 'acd', 'ce'].map(together), { layerIds: ['a', 'c', 'e'], singly: true }];
  const own = { holdLayer: 0, splitStack: 1 };
  expect(minutesOf(leastHandled(phases, own), own)).toBe(1);
});

test('nine phases that share layers in pairs are too many to be weighed; any number of nested ones is not', () => {
  const pairs = ['ab', 'bc', 'cd', 'de', 'ea', 'ac', 'bd', 'ce', 'da'].map(together);
  expect(isWeighed(pairs)).toBe(false);
  expect(isWeighed(pairs.slice(1))).toBe(true);
  expect(isWeighed([...'abcdefghij'].map((_layer, i) => together('abcdefghij'.slice(0, i + 1))))).toBe(true);
});
