import type { Family } from '../blanks';
import { onePatternMinutes } from '../costs';
import type { Mix, PhaseOutline } from '../phases';
import { factorsInForce } from '../model/factors';
import { PATTERN_WAYS } from '../model/pattern-method';
import { contextOf, type FamilyContext } from './family-context';
import { isAbove, type Lying } from './lying';
import { countsOf, type MemberMix } from './member-mix';
import { phasesOfMix } from './sawn-stack';

/**
 * A mix with its layers in the order that takes the least of patterns: each phase carries one on the layer that lies on top in it, and
 * what carries one already needs no other. Layers of one body lie in its order, and what is turned over stays so. Exact; of equal
 * orders that of the family, as far as it goes.
 */
export function inBestOrder(mix: MemberMix, context: FamilyContext): MemberMix {
  if (mix.length < 2) return mix;
  const own = contextOf(mix, context);
  // Of more layers than one it makes no difference how many: some phases take each alone.
  const counts = countsOf(mix).map((count) => Math.min(count, 2));
  const key = counts.join(' ');
  const order = own.orders.get(key) ?? leastPatterned(own, counts);
  own.orders.set(key, order);
  return order.flatMap((i) => mix[i] ?? []);
}

/** Places of members from some point of the order down, with the minutes that their patterns take. */
interface Rest {
  readonly order: readonly number[];
  readonly minutes: number;
}

/** Orders whose minutes differ by no more take the same: far above what sums of floats lose. */
export const SAME_MINUTES = 1e-9;

function leastPatterned(context: FamilyContext, counts: Mix): readonly number[] {
  const phases = phasesOfMix(context, counts);
  const known = new Map<string, Rest>();
  const restOf = (left: readonly number[]): Rest => {
    const key = left.join(' ');
    const found = known.get(key);
    if (found || left.length === 0) return found ?? { order: [], minutes: 0 };
    let best: Rest | null = null;
    for (const place of mayLieNext(left, context, left.length === counts.length)) {
      const rest = restOf(left.filter((other) => other !== place));
      const minutes = minutesOnTop(place, left, phases, context) + rest.minutes;
      if (!best || minutes < best.minutes - SAME_MINUTES) best = { order: [place, ...rest.order], minutes };
    }
    if (!best) throw new RangeError('layers of a body lie in a circle');
    known.set(key, best);
    return best;
  };
  return restOf(counts.map((_count, place) => place)).order;
}

/** Which of those left may lie on top of the others; at the very top only what has its show face where the first of them has it. */
function mayLieNext(left: readonly number[], { family, lying }: FamilyContext, isTop: boolean): number[] {
  const free = left.filter((place) => !left.some((other) => isUnder(place, other, lying)));
  // Of members of one kind that no body orders, any may come first.
  const next = free.filter((place) => !free.some((other) => other < place && isInterchangeable(place, other, family)));
  const wayUp = isTop ? lying[Math.min(...next)]?.turnedOver : null;
  return next.filter((place) => wayUp === null || (lying[place]?.turnedOver ?? wayUp) === wayUp);
}

function isInterchangeable(one: number, other: number, { members }: Pick<Family, 'members'>): boolean {
  const [a, b] = [members[one], members[other]];
  const isFree = a?.gang.bodyId === null && b?.gang.bodyId === null;
  return isFree && a.kind === b.kind && a.turnedOver === b.turnedOver;
}

const isUnder = (place: number, other: number, lying: readonly Lying[]): boolean => {
  const [own, over] = [lying[place], lying[other]];
  return own !== undefined && over !== undefined && isAbove(over, own);
};

/** Minutes of the patterns that a member carries which lies on top of those left, itself among them. */
function minutesOnTop(
  place: number,
  left: readonly number[],
  phases: readonly PhaseOutline[],
  { family, input }: FamilyContext,
): number {
  const method = family.members[place]?.gang.pattern;
  const own = phases.filter(({ members }) => members.includes(place));
  const onTop = own.filter(({ singly, members }) => !singly && members.every((member) => left.includes(member))).length;
  if (method === undefined || onTop === 0) return 0;
  const { survives } = PATTERN_WAYS[method];
  // One that is sawn alone carries a pattern on each of its layers anyway.
  if (survives && own.some(({ singly }) => singly)) return 0;
  return (survives ? 1 : onTop) * onePatternMinutes(method, factorsInForce(input.shop.factors));
}
