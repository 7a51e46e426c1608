import { inHandBy, lostIn, passesByNumber, type PassSawn, type StackOfPass, type WorkDone } from '../../ledger';
import type { Result } from '../../result';
import { eventsOfGangs, type Family, gangKeyOf, stackKey } from '../blanks';
import { isPhaseDone, lastPhases } from '../phases';
import type { PlanError } from '../model/input';
import type { MemberMix } from '../stack';
import type { BegunPass, Gang, SawnStack } from '../model/stack';

/** A mix of a family of which passes are sawn. */
export interface SawnMix {
  readonly mix: MemberMix;
  /** Numbers of the passes that are done. */
  readonly done: readonly number[];
  readonly begun: readonly (BegunPass & {
    /** Layers of members whose pieces are not counted yet. */
    readonly unfinished: MemberMix;
  })[];
}

/** How many layers of a gang a pass has: an early one names its stack only, and that was of one gang. */
export function layersOfPass({ stack, stackLayers, layers }: StackOfPass, gang: Pick<Gang, 'key'>): number {
  if (stackLayers) return stackLayers.filter((id) => gangKeyOf(id) === gang.key).length;
  return uniformKey(gang, layers) === stack ? layers : 0;
}

/** The key of a stack of so many layers of one gang. */
export const uniformKey = ({ key }: Pick<Gang, 'key'>, layers: number): string =>
  stackKey(Array.from({ length: layers }, (_none, nth) => ({ id: `${key}.${String(nth)}`, gangKey: key })));

/** What was sawn of a family, mix by mix, in the order it was begun. A pass whose stack cannot be drawn any more counts as done. */
export function sawnMixes(
  { members }: Family,
  work: WorkDone,
  stackOf: (mix: MemberMix) => Result<SawnStack, PlanError>,
): SawnMix[] {
  const mixes = new Map<string, MemberMix>();
  const places = new Map(members.map(({ gang }, place) => [gang.key, place]));
  const events = eventsOfGangs(work, [...places.keys()]);
  const passes = events.filter((event) => event.kind === 'pass-sawn');
  const uniform = uniformMixes(members, passes);
  const inHand = events.flatMap((event) => inHandBy(event) ?? []);
  const held = new Map<string, number[]>();
  for (const { stack, passes: own } of inHand) held.set(stack, [...(held.get(stack) ?? []), ...own]);
  for (const { stack, stackLayers } of [...passes, ...inHand]) {
    const mix = stackLayers ? mixOfLayers(places, stackLayers) : uniform.get(stack);
    if (mix) mixes.set(stack, mix);
  }
  return [...mixes].map(([key, mix]) => {
    const [done, begun]: [number[], SawnMix['begun'][number][]] = [[], []];
    const marked = passesByNumber(work, key);
    const stack = stackOf(mix);
    for (const pass of new Set([...marked.keys(), ...(held.get(key) ?? [])])) {
      const marks = marked.get(pass) ?? [];
      const lost = lostIn(work, key, pass, marks);
      const left = stack.ok ? phasesLeft(stack.value, marks, lost) : [];
      if (!stack.ok || left.length === 0) done.push(pass);
      else begun.push({ pass, ...begunPass(stack.value, left, lost, places) });
    }
    return { mix, done, begun };
  });
}

/** The stacks of one gang alone that early passes may have named, by key. */
function uniformMixes(members: Family['members'], passes: readonly PassSawn[]): ReadonlyMap<string, MemberMix> {
  const heights = new Set(passes.flatMap(({ stackLayers, layers }) => (stackLayers ? [] : [layers])));
  return new Map(
    members.flatMap(({ gang }, i) =>
      [...heights].map((layers) => [uniformKey(gang, layers), [{ place: i, count: layers }]] as const),
    ),
  );
}

/** The mix that layers are of, in their order; undefined where some are of no member. */
function mixOfLayers(places: ReadonlyMap<string, number>, layerIds: readonly string[]): MemberMix | undefined {
  const counts = new Map<number, number>();
  for (const id of layerIds) {
    const place = places.get(gangKeyOf(id));
    if (place === undefined) return undefined;
    counts.set(place, (counts.get(place) ?? 0) + 1);
  }
  return [...counts].map(([place, count]) => ({ place, count }));
}

/** Keys of the phases of a pass that are still to do. */
const phasesLeft = (stack: SawnStack, marks: readonly PassSawn[], lost: readonly string[]): string[] =>
  stack.phases.flatMap((phase) => (isPhaseDone(phase, stack, marks, lost) ? [] : [phase.key]));

function begunPass(
  stack: SawnStack,
  left: readonly string[],
  lost: readonly string[],
  places: ReadonlyMap<string, number>,
): Omit<SawnMix['begun'][number], 'pass'> {
  const last = lastPhases(stack);
  const waiting = [...last].flatMap(([layerId, phase]) =>
    left.includes(phase) && !lost.includes(layerId) ? [layerId] : [],
  );
  return {
    phases: stack.phases.flatMap(({ key }) => (left.includes(key) ? [] : [key])),
    lost,
    unfinished: mixOfLayers(places, waiting) ?? [],
  };
}
