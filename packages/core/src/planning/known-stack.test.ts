import { expect, test } from '@jest/globals';
import { NO_WISHES } from './model/wishes';
import { couldBeSawn } from './known-stack';
import { inputFor, part, planned, template } from './fixtures.test-support';

test('every stack of a plan could be sawn, in a granted wood too; in the wood before it, or of nothing, it could not', async () => {
  const own = inputFor([template('tag', [part('a')])], 6);
  const { woodId, thickness } = own.revisions[0]!.template.parts[0]!;
  const substitutes = [{ woodId, nominalMm: thickness.mm, instead: 'white-ash' }];
  const granted = { ...own, run: { ...own.run, wood: { ...NO_WISHES, substitutes } } };
  for (const input of [own, granted]) {
    const { stacks } = await planned(input);
    expect(stacks.length).toBeGreaterThan(0);
    for (const { key, layers } of stacks) {
      expect(couldBeSawn({ stack: key, layers }, input)).toBe(true);
      expect(couldBeSawn({ stack: key, layers: layers + 1 }, input)).toBe(false);
      expect(couldBeSawn({ stack: key, layers }, input === own ? granted : own)).toBe(false);
    }
  }
});
