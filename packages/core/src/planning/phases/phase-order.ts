import { heldFor, type Held } from './handling';
import type { FactorValues } from '../model/factors';
import type { Phase } from '../model/stack';
import { mayFollow, sortedBy, type Before } from './precedence';

type Handled = Pick<Phase, 'layerIds' | 'singly'>;
type Minutes = Pick<FactorValues, 'holdLayer' | 'splitStack'>;

/** Of more phases than these not every order can be weighed: an opening for each pair of five layers is ten. */
const MOST_WEIGHED = 8;

/**
 * Phases in the order that hands have the least to do for, each layer single before and none before those that must come `before` it; of
 * equal orders what is sawn one by one first, while nothing is held, then the fewest layers before the others.
 * Where of any two phases with a layer in common one has all layers of the other, that is the best there is: nothing is ever
 * taken apart, and nothing held twice.
 */
export function leastHandled<P extends Handled>(
  phases: readonly P[],
  minutes: Minutes,
  before: Before<P> = new Map(),
): P[] {
  const alone = phases.filter(({ singly }) => singly);
  const inTurn = phases.filter(({ singly }) => !singly).sort((a, b) => a.layerIds.length - b.layerIds.length);
  const all = [...alone, ...inTurn];
  const sorted = sortedBy(all, before);
  const isFree = sorted.every((phase, i) => phase === all[i]);
  if (all.length > MOST_WEIGHED || (isFree && isNested(inTurn))) return sorted;
  const single = [...new Set(all.flatMap(({ layerIds }) => layerIds))].map((id) => [id]);
  return restOf(all, single, { minutes, before, best: new Map<string, Order<P>>() }).phases;
}

/** False where there were too many phases to weigh every order of them. */
export const isWeighed = (phases: readonly Handled[]): boolean => {
  const together = phases.filter(({ singly }) => !singly);
  return phases.length <= MOST_WEIGHED || isNested(together);
};

const isNested = (phases: readonly Handled[]): boolean =>
  phases.every(({ layerIds: own }, i) =>
    phases.slice(i + 1).every(({ layerIds: others }) => {
      const shared = own.filter((id) => others.includes(id)).length;
      return shared === 0 || shared === own.length || shared === others.length;
    }),
  );

interface Order<P> {
  readonly phases: P[];
  readonly minutes: number;
}

interface Weighing<P> {
  readonly minutes: Minutes;
  readonly before: Before<P>;
  /** Looked up where the same was left and held before. */
  readonly best: Map<string, Order<P>>;
}

/** The best order of what is left, from what is held now. */
function restOf<P extends Handled>(left: readonly P[], held: Held, weighing: Weighing<P>): Order<P> {
  if (left.length === 0) return { phases: [], minutes: 0 };
  const { minutes, before, best } = weighing;
  const key = JSON.stringify([
    left.map(({ layerIds, singly }) => [layerIds, singly]),
    held.map((group) => group.join()).sort(),
  ]);
  const known = best.get(key);
  if (known) return known;
  const orders = left
    .filter((phase) => mayFollow(phase, left, before))
    .map((phase): Order<P> => {
      const next = heldFor(phase, held);
      const others = left.filter((other) => other !== phase);
      const rest = restOf(others, next.held, weighing);
      const own = minutes.holdLayer * next.joins + minutes.splitStack * next.splits;
      return { phases: [phase, ...rest.phases], minutes: own + rest.minutes };
    });
  const least = orders.reduce((one, other) => (other.minutes < one.minutes ? other : one));
  best.set(key, least);
  return least;
}
