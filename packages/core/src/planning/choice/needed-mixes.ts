import { costInSteps, type MixCost } from './mix-cost';
import { layersIn } from './mixes';
import type { Mix } from '../phases';

/**
 * The mixes that a cheapest way may need: without those whose layers cost less in several passes of smaller mixes. In the order
 * they came in.
 */
export function neededMixes(mixes: readonly MixCost[]): MixCost[] {
  const radix = 1 + Math.max(0, ...mixes.flatMap(({ mix }) => mix));
  const keyOf = (mix: Mix): number => mix.reduce((key, count) => key * radix + count, 0);
  /** Of each mix gone through, the least that its layers cost in one pass or in several. */
  const least = new Map<number, number>();
  const needed = new Set<MixCost>();
  for (const one of [...mixes].sort((a, b) => layersIn(a.mix) - layersIn(b.mix))) {
    const cost = costInSteps(one);
    const inTwo = leastInTwo(one.mix, keyOf, least);
    if (cost <= inTwo) needed.add(one);
    least.set(keyOf(one.mix), Math.min(cost, inTwo));
  }
  return mixes.filter((one) => needed.has(one));
}

/** The least that two parts of a mix cost together. */
function leastInTwo(mix: Mix, keyOf: (mix: Mix) => number, least: ReadonlyMap<number, number>): number {
  const whole = keyOf(mix);
  const part = mix.map(() => 0);
  let found = Infinity;
  for (;;) {
    let place = part.length - 1;
    while (place >= 0 && part[place] === mix[place]) part[place--] = 0;
    if (place < 0) return found;
    part[place] = (part[place] ?? 0) + 1;
    const key = keyOf(part);
    // From the middle on the same two come again.
    if (key * 2 > whole) return found;
    found = Math.min(found, (least.get(key) ?? Infinity) + (least.get(whole - key) ?? Infinity));
  }
}

/** Members that some mix holds together, group by group: what one group is sawn in has no part of another. */
export function groupsOf(asked: readonly number[], mixes: readonly MixCost[]): number[][] {
  let groups = asked.map((member) => [member]);
  for (const { mix } of mixes) {
    const touched = groups.filter((group) => group.some((member) => (mix[member] ?? 0) > 0));
    if (touched.length < 2) continue;
    groups = [...groups.filter((group) => !touched.includes(group)), touched.flat().sort((a, b) => a - b)];
  }
  return groups.sort((a, b) => (a[0] ?? 0) - (b[0] ?? 0));
}
