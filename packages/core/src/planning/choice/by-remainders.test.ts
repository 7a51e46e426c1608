import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { passesByRemainders, type Wanted } from './by-remainders';
import { loadSolver } from '../fixtures.test-support';
import { costInSteps, COST_STEPS, type MixCost } from './mix-cost';
import { layersIn } from './mixes';
import { groupsOf, neededMixes } from './needed-mixes';
import { cases, tried } from '../../cases.test-support';

/** Cost, passes and unevenness of a way, compared in this order. */
type Figures = readonly [number, number, number];

const isLess = (a: Figures, b: Figures): boolean => {
  const at = a.findIndex((figure, i) => figure !== b[i]);
  return at >= 0 && a[at]! < b[at]!;
};

/** Goes through all needs by recursion, each once. */
function leastOf(wanted: readonly number[], mixes: readonly MixCost[]): Figures {
  const known = new Map<string, Figures>();
  const least = (need: readonly number[]): Figures => {
    if (need.every((count) => count === 0)) return [0, 0, 0];
    const before = known.get(need.join());
    if (before) return before;
    let best: Figures = [Infinity, Infinity, Infinity];
    for (const one of mixes) {
      const left = need.map((count, i) => count - one.mix[i]!);
      if (left.some((count) => count < 0)) continue;
      const [cost, passes, uneven] = least(left);
      const own: Figures = [cost + costInSteps(one), passes + 1, uneven + layersIn(one.mix) ** 2];
      if (isLess(own, best)) best = own;
    }
    known.set(need.join(), best);
    return best;
  };
  return least(wanted);
}

const figuresOf = (passes: ReadonlyMap<number, number>, mixes: readonly MixCost[]): Figures => {
  const sum = (of: (one: MixCost) => number): number =>
    [...passes].reduce((total, [i, count]) => total + count * of(mixes[i]!), 0);
  return [sum(costInSteps), sum(() => 1), sum(({ mix }) => layersIn(mix) ** 2)];
};
const given = (passes: ReadonlyMap<number, number>, { mixes, wanted }: Wanted): number[] =>
  wanted.map((_count, i) => [...passes].reduce((sum, [k, count]) => sum + count * mixes[k]!.mix[i]!, 0));

/** Layers each have a price of their own, a stack has one for being set up, and members that lie together one more. */
const anyPrices = fc.record({
  layer: fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 2, maxLength: 3 }),
  stack: fc.integer({ min: 0, max: 40 }),
  together: fc.integer({ min: 0, max: 6 }),
  high: fc.integer({ min: 0, max: 12 }),
  most: fc.integer({ min: 1, max: 4 }),
});
const pricedMixes = ({
  layer,
  stack,
  together,
  high,
  most,
}: typeof anyPrices extends fc.Arbitrary<infer T> ? T : never) =>
  allMixes(layer.length, most).map((mix): MixCost => {
    const kinds = mix.filter((count) => count > 0).length;
    const own = mix.reduce((sum, count, i) => sum + count * layer[i]!, 0);
    return { mix, cost: own + stack + together * (kinds - 1) + high * Math.max(0, layersIn(mix) - 2), blades: [] };
  });

function allMixes(members: number, most: number): number[][] {
  const counts = Array.from({ length: most + 1 }, (_none, count) => count);
  const mixes = Array.from({ length: members }).reduce<number[][]>(
    (all) => all.flatMap((mix) => counts.map((count) => [...mix, count])),
    [[]],
  );
  return mixes.filter((mix) => layersIn(mix) > 0 && layersIn(mix) <= most);
}

const wantedOf = (wanted: readonly number[], mixes: readonly MixCost[]): Wanted => ({
  wanted,
  asked: wanted.flatMap((count, i) => (count > 0 ? [i] : [])),
  mixes: mixes.filter(({ mix }) => mix.every((count, i) => count <= wanted[i]!)),
});

describe('the cheapest passes by remainders', () => {
  test('are as cheap, as few and as even as what a look at all needs finds, and give just what is wanted', () => {
    let answered = 0;
    fc.assert(
      fc.property(anyPrices, fc.array(fc.nat(11), { minLength: 3, maxLength: 3 }), (prices, counts) => {
        const part = wantedOf(counts.slice(0, prices.layer.length), pricedMixes(prices));
        const passes = passesByRemainders(part);
        if (!passes) return;
        answered++;
        expect(given(passes, part)).toEqual(part.wanted);
        expect(figuresOf(passes, part.mixes)).toEqual(leastOf(part.wanted, part.mixes));
      }),
      tried(300),
    );
    expect(answered).toBeGreaterThan(cases(200));
  });

  test('of hundreds of copies of four members they cost what a solver of whole numbers finds', async () => {
    const solve = await loadSolver();
    const need = fc.array(fc.integer({ min: 0, max: 150 }), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(anyPrices, need, ({ layer, ...prices }, counts) => {
        const part = wantedOf(counts, pricedMixes({ ...prices, layer: [...layer, 11, 17].slice(0, 4) }));
        const passes = passesByRemainders(part);
        if (!passes || part.asked.length === 0) return;
        const solved = solve({
          columns: part.mixes.map(({ mix, cost }) => ({ cost, rows: new Map(mix.map((count, i) => [i, count])) })),
          rows: counts.map((amount) => ({ sense: '=', amount })),
          whole: true,
        });
        expect(given(passes, part)).toEqual(counts);
        if (solved?.isBest) expect(figuresOf(passes, part.mixes)[0] / COST_STEPS).toBeCloseTo(solved.cost, 4);
      }),
      tried(40),
    );
  });

  test('are not said where a mix costs less a layer than any stack of one member, whose stacks are then not the rule', () => {
    const mixes = [
      { mix: [1, 0], cost: 10, blades: [] },
      { mix: [0, 1], cost: 10, blades: [] },
      { mix: [1, 1], cost: 12, blades: [] },
    ];
    expect(passesByRemainders(wantedOf([5, 7], mixes))).toBeNull();
  });

  test('use what has no stack of its own as it is wanted, and no more of it', () => {
    const mixes = [
      { mix: [2, 0], cost: 3, blades: [] },
      { mix: [1, 1], cost: 4, blades: [] },
    ];
    expect(passesByRemainders(wantedOf([9, 3], mixes))).toEqual(
      new Map([
        [0, 3],
        [1, 3],
      ]),
    );
    expect(passesByRemainders(wantedOf([9, 2], mixes))).toBeNull();
  });
});

describe('the mixes that are needed', () => {
  test('are without those that cost more than their layers in two; what costs as much is one pass less', () => {
    const single = [
      { mix: [1, 0], cost: 5, blades: [] },
      { mix: [0, 1], cost: 6, blades: [] },
    ];
    const both = (cost: number) => ({ mix: [1, 1], cost, blades: [] });
    expect(neededMixes([...single, both(11.5)])).toEqual(single);
    expect(neededMixes([...single, both(11)])).toHaveLength(3);
  });

  test('put members together that some of them holds together', () => {
    const mixes = [
      [1, 0, 0, 1],
      [0, 2, 0, 0],
      [0, 0, 1, 0],
    ].map((mix) => ({ mix, cost: 1, blades: [] }));
    expect(groupsOf([0, 1, 2, 3], mixes)).toEqual([[0, 3], [1], [2]]);
  });
});
