import { expect, test } from '@jest/globals';
import { NO_WISHES } from '../model/wishes';
import { couldBeSawn } from './known-stack';
import { passSawn } from '../phases/pass-sawn';
import { inputFor, part, planned, template } from '../fixtures.test-support';

test('every stack of a plan could be sawn, in a granted wood too; in the wood before it, or of nothing, it could not', async () => {
  const own = inputFor([template('tag', [part('a')])], 6);
  const { woodId, thickness } = own.revisions[0]!.template.parts[0]!;
  const substitutes = [{ woodId, nominalMm: thickness.mm, instead: 'white-ash' }];
  const granted = { ...own, run: { ...own.run, wood: { ...NO_WISHES, substitutes } } };
  for (const input of [own, granted]) {
    const { stacks } = await planned(input);
    expect(stacks.length).toBeGreaterThan(0);
    for (const stack of stacks) {
      const pass = passSawn(stack, null, 1);
      const other = input === own ? granted : own;
      expect([couldBeSawn(pass, input), couldBeSawn(pass, other)]).toEqual([true, false]);
      expect(couldBeSawn({ ...pass, stackLayers: pass.stackLayers!.slice(1) }, input)).toBe(false);
      // Early passes named their stack and how many layers it had, and no more.
      const early = { ...pass, stackLayers: null };
      expect([couldBeSawn(early, input), couldBeSawn(early, other)]).toEqual([true, false]);
      expect(couldBeSawn({ ...early, layers: early.layers + 1 }, input)).toBe(false);
    }
  }
});
