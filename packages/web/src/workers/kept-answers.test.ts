import 'fake-indexeddb/auto';
import { beforeEach, expect, test } from '@jest/globals';
import { IDBFactory } from 'fake-indexeddb';
import { KeptAnswers } from './kept-answers';

/** Answers with what it was asked, and counts how often it had to work. */
function counting(answers: KeptAnswers) {
  let works = 0;
  const ask = (name: string, asked: string) =>
    answers.of(name, asked, () => {
      works++;
      return Promise.resolve({ told: asked });
    });
  return { ask, works: () => works };
}

const rest = () => new Promise((rested) => setTimeout(rested, 60));

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});

test('the very same question is answered from what is kept, another one and another build are not', async () => {
  const first = counting(new KeptAnswers('a', 0));
  await first.ask('plan of r', 'six whales');
  await rest();
  const again = counting(new KeptAnswers('a', 0));
  expect(await again.ask('plan of r', 'six whales')).toEqual({ told: 'six whales' });
  expect(again.works()).toBe(0);
  expect(await again.ask('plan of r', 'seven whales')).toEqual({ told: 'seven whales' });
  expect(again.works()).toBe(1);
  await rest();
  const newer = counting(new KeptAnswers('b', 0));
  await newer.ask('plan of r', 'seven whales');
  expect(newer.works()).toBe(1);
});

test('of a series of edits only the last is kept, and of many runs the newest', async () => {
  const edits = counting(new KeptAnswers('a', 20));
  for (const asked of ['one', 'two', 'three']) await edits.ask('plan of r', asked);
  await rest();
  const answers = new KeptAnswers('a', 0);
  const { ask, works } = counting(answers);
  await ask('plan of r', 'three');
  expect(works()).toBe(0);
  for (let run = 0; run < 22; run++) {
    await ask(`plan of ${String(run)}`, 'same');
    await rest();
  }
  await ask('plan of 21', 'same');
  expect(works()).toBe(22);
  await ask('plan of 0', 'same');
  expect(works()).toBe(23);
});

test('what was put under a name is there for this build until it is replaced', async () => {
  const answers = new KeptAnswers('a', 0);
  await answers.put('held plan of r', { whales: 6 });
  await answers.put('held plan of r', { whales: 7 });
  expect(await new KeptAnswers('a', 0).last('held plan of r')).toEqual({ whales: 7 });
  expect(await new KeptAnswers('b', 0).last('held plan of r')).toBeNull();
  const unbuilt = new KeptAnswers(null);
  await unbuilt.put('held plan of r', { whales: 8 });
  expect([await unbuilt.last('held plan of r'), await unbuilt.last('held plan of s')]).toEqual([{ whales: 8 }, null]);
});

test('where nothing tells builds apart, and where the browser keeps nothing, it is answered all the same', async () => {
  const without = counting(new KeptAnswers(null, 0));
  await without.ask('plan of r', 'six');
  await rest();
  await without.ask('plan of r', 'six');
  expect(without.works()).toBe(2);
  Object.defineProperty(globalThis, 'indexedDB', {
    configurable: true,
    writable: true,
    value: {
      open: () => {
        throw new DOMException('refused', 'SecurityError');
      },
    },
  });
  expect(await counting(new KeptAnswers('a', 0)).ask('plan of r', 'six')).toEqual({ told: 'six' });
});
