import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { tried } from '../../../core/src/cases.test-support';
import { anyDeeds, Hands, PLACES, valueAt } from './any-hands.test-support';

// Ten thousand days take minutes.
jest.setTimeout(1_800_000);

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

test('whatever hands, browsers and networks do: no tap is lost or counts twice, and no edit is undone in silence', async () => {
  await fc.assert(
    fc.asyncProperty(anyDeeds, async (deeds) => {
      jest.clearAllTimers();
      const hands = new Hands();
      for (const deed of deeds) await hands.do(deed);
      const tabs = await hands.comeToRest();
      // Each tap is there once, those of one tab in the order they were made.
      expect([...hands.stored].sort()).toEqual([...hands.taps.values()].flat().sort());
      for (const made of hands.taps.values()) expect(hands.stored.filter((id) => made.includes(id))).toEqual(made);
      expect(await hands.kept()).toEqual([]);
      for (const { document } of tabs)
        expect(document.store.getState()).toMatchObject({ status: 'saved', doc: hands.sheet() });
      // What stands in each place is what nobody saw and replaced, and there is no other such value. (What stepping back and forth
      // brings again somebody has replaced before.)
      if (deeds.some(({ kind }) => kind === 'undo' || kind === 'redo')) return;
      for (const place of PLACES)
        expect([place, [...hands.standing.get(place)!]]).toEqual([place, [valueAt(hands.sheet(), place)]]);
    }),
    { ...tried(10_000, 200), endOnFailure: true },
  );
});
