import type { Family } from '../blanks';
import type { CutOrder } from '../model/shop';
import type { Gang, GangCut } from '../model/stack';

/** One cut or hole of a layer that is done before another of it. */
interface Pair {
  readonly first: string;
  readonly then: string;
}

/** What is done to layers while they are together, by the places of cuts and holes in the family. */
export interface Doing {
  readonly members: readonly number[];
  readonly cuts: readonly number[];
  readonly holes: readonly number[];
}

/** What of a gang says in which order its cuts and holes are done. */
export interface Ordered extends Pick<Gang, 'around'> {
  readonly cuts: readonly Pick<GangCut, 'cutId' | 'partId' | 'kind'>[];
}

/** A run asks for every mix of layers. */
const known = new WeakMap<Ordered, Map<CutOrder, readonly Pair[]>>();

/**
 * What must be done before what in a layer: whatever lies in the piece that an inside cut frees before that cut; and of each part its
 * inside cuts before its outline, or after it, as the shop does.
 */
export function earlierIn(gang: Ordered, cutOrder: CutOrder): readonly Pair[] {
  const byOrder = known.get(gang) ?? new Map<CutOrder, readonly Pair[]>();
  known.set(gang, byOrder);
  const before = byOrder.get(cutOrder);
  if (before) return before;
  const nested = Object.entries(gang.around).flatMap(([first, around]) => around.map((then) => ({ first, then })));
  const outlines = new Map(
    gang.cuts.flatMap(({ kind, partId, cutId }) => (kind === 'outside' ? [[partId, cutId]] : [])),
  );
  const school = gang.cuts.flatMap(({ kind, partId, cutId }): Pair[] => {
    const outline = outlines.get(partId);
    if (kind === 'outside' || outline === undefined) return [];
    return [cutOrder === 'inside-first' ? { first: cutId, then: outline } : { first: outline, then: cutId }];
  });
  const pairs = [...nested, ...school];
  byOrder.set(cutOrder, pairs);
  return pairs;
}

/** Of each phase those that must be done before it, by the layers they share. */
export type Before<P> = ReadonlyMap<P, ReadonlySet<P>>;

export function mustComeBefore<P extends Doing>(
  phases: readonly P[],
  family: Pick<Family, 'members' | 'cuts' | 'holes'>,
  cutOrder: CutOrder,
): Before<P> {
  const before = new Map(phases.map((phase) => [phase, new Set<P>()]));
  for (const i of new Set(phases.flatMap(({ members }) => members))) {
    const gang = family.members[i]?.gang;
    const own = phases.filter(({ members }) => members.includes(i));
    if (!gang || own.length < 2) continue;
    const phaseOf = new Map<string, P>();
    for (const phase of own) {
      for (const place of phase.cuts) phaseOf.set(family.cuts[place]?.of[i]?.cutId ?? '', phase);
      for (const place of phase.holes) phaseOf.set(family.holes[place]?.of[i]?.holeId ?? '', phase);
    }
    for (const { first, then } of earlierIn(gang, cutOrder)) {
      const [earlier, later] = [phaseOf.get(first), phaseOf.get(then)];
      if (earlier && later && earlier !== later) before.get(later)?.add(earlier);
    }
  }
  return before;
}

/** Phases, or cuts of one, in their order, each moved behind what must come before it; what stands in a circle is left out. */
export function sortedBy<P>(phases: readonly P[], before: Before<P>): P[] {
  const order: P[] = [];
  let left = [...phases];
  for (;;) {
    const next = left.find((phase) => mayFollow(phase, left, before));
    if (next === undefined) return order;
    order.push(next);
    left = left.filter((phase) => phase !== next);
  }
}

/** Phases that wait for each other, so that no order holds. */
export function inCircles<P>(phases: readonly P[], before: Before<P>): P[] {
  const sorted = sortedBy(phases, before);
  let left = phases.filter((phase) => !sorted.includes(phase));
  for (;;) {
    const waitedFor = left.filter((phase) => left.some((other) => before.get(other)?.has(phase) ?? false));
    if (waitedFor.length === left.length) return left;
    left = waitedFor;
  }
}

/** True where nothing that is left must come before a phase, or a cut of one. */
export const mayFollow = <P>(phase: P, left: readonly P[], before: Before<P>): boolean =>
  left.every((other) => !(before.get(phase)?.has(other) ?? false));
