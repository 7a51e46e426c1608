import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { MixCost } from './mix-cost';
import { bestOfRun, familyChoice } from './best-run';
import { loadSolver } from '../fixtures.test-support';
import { tried } from '../../cases.test-support';

/** A height of a stack of one gang. */
interface PassCost {
  readonly layers: number;
  readonly cost: number;
  readonly blades: readonly string[];
}
interface PassSize {
  readonly layers: number;
  readonly passes: number;
}

/** The passes of a run of one gang, the larger stacks first. */
async function bestSizes(
  layers: number,
  heights: readonly PassCost[],
  change: number,
  mounted: ReadonlySet<string> = new Set(),
): Promise<PassSize[]> {
  const mixes: MixCost[] = heights.map((height) => ({ ...height, mix: [height.layers] }));
  const [way] = await bestOfRun([familyChoice([layers], mixes, loadSolver)], change, mounted);
  return way!.stacks.map(({ mix, passes }) => ({ layers: mix[0]!, passes }));
}

/** Every way to write a number as a sum of heights, each as a list from the highest down. */
function* partitions(layers: number, most: number): Generator<number[]> {
  if (layers === 0) yield [];
  for (let height = Math.min(layers, most); height > 0; height--)
    for (const rest of partitions(layers - height, height)) yield [height, ...rest];
}

const priceOf = (passes: readonly number[], heights: readonly PassCost[], change: number): number => {
  const own = passes.map((layers) => heights.find((height) => height.layers === layers)!);
  const blades = new Set(own.flatMap((height) => height.blades));
  return own.reduce((sum, { cost }) => sum + cost, 0) + blades.size * change;
};
const spread = (sizes: readonly PassSize[]): number[] =>
  sizes.flatMap(({ layers, passes }) => Array<number>(passes).fill(layers));

/** As few passes as can be, as even as can be: the even split of the fewest is unique. */
function evenSplit(layers: number, most: number): number[] {
  const passes = Math.ceil(layers / most);
  return Array.from({ length: passes }, (_none, i) => Math.ceil((layers - i) / passes));
}

const heightsOf = (costs: readonly number[], blades: (layers: number) => readonly string[]): PassCost[] =>
  costs.map((cost, i) => ({ layers: i + 1, cost, blades: blades(i + 1) }));

describe('splitting layers at the least cost', () => {
  test('is never dearer than any partition, for needs up to 20 (brute force)', async () => {
    const blade = fc.constantFrom('3', '5', '7');
    const heights = fc.array(
      fc.tuple(fc.integer({ min: 1, max: 60 }), fc.array(blade, { minLength: 1, maxLength: 2 })),
      {
        minLength: 1,
        maxLength: 6,
      },
    );
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 20 }),
        heights,
        fc.integer({ min: 0, max: 40 }),
        async (layers, given, change) => {
          const all = given.map(([cost, blades], i): PassCost => ({ layers: i + 1, cost, blades }));
          const ours = spread(await bestSizes(layers, all, change));
          expect(ours.reduce((sum, height) => sum + height, 0)).toBe(layers);
          const least = Math.min(...[...partitions(layers, all.length)].map((passes) => priceOf(passes, all, change)));
          expect(priceOf(ours, all, change)).toBe(least);
        },
      ),
      tried(100),
    );
  });

  test('where a pass costs the same at every height it is the fewest passes, as even as can be', async () => {
    for (let most = 1; most <= 8; most++)
      for (let layers = 0; layers <= 40; layers++) {
        const flat = heightsOf(Array<number>(most).fill(7), () => ['5']);
        expect(spread(await bestSizes(layers, flat, 3))).toEqual(evenSplit(layers, most));
      }
  });

  test('an odd last stack is not worth a blade of its own, unless it is cheap to change', async () => {
    // Nine layers: three passes of three on a number 7 cost 40.5; two of four and a single one on a number 3 cost 39.4.
    const heights = heightsOf([5, 10, 13.5, 17.2], (layers) => (layers === 1 ? ['3'] : ['7']));
    expect(await bestSizes(9, heights, 2)).toEqual([{ layers: 3, passes: 3 }]);
    expect(await bestSizes(9, heights, 0)).toEqual([
      { layers: 4, passes: 2 },
      { layers: 1, passes: 1 },
    ]);
  });

  test('what is left of the best way, once one of its passes is sawn, is the best of what is left', async () => {
    const blade = fc.constantFrom('3', '5', '7');
    const heights = fc.array(fc.tuple(fc.integer({ min: 1, max: 60 }), blade), { minLength: 1, maxLength: 6 });
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 30 }),
        heights,
        fc.nat(40),
        fc.nat(),
        async (layers, given, change, pick) => {
          const all = given.map(([cost, one], i): PassCost => ({ layers: i + 1, cost, blades: [one] }));
          const first = spread(await bestSizes(layers, all, change));
          const sawn = first[pick % first.length]!;
          const left = await bestSizes(layers - sawn, all, change, new Set(all[sawn - 1]!.blades));
          expect(left.reduce((sum, { passes }) => sum + passes, 0)).toBe(first.length - 1);
        },
      ),
      tried(100),
    );
  });

  test('beyond the height at which the wood sets the pace nothing is gained by going higher', async () => {
    // 2 a pass and 1 a layer up to three layers; above, each layer takes 4.
    const heights = heightsOf([3, 4, 5, 9, 13], () => ['5']);
    expect(await bestSizes(30, heights, 1)).toEqual([{ layers: 3, passes: 10 }]);
  });

  test('without a height of one layer some needs could not be made: it says so', async () => {
    await expect(bestSizes(3, [{ layers: 2, cost: 1, blades: [] }], 0)).rejects.toThrow('always a way');
  });
});
