import { type Family, isTilted, shortKey } from '../blanks';
import { factorsInForce } from '../model/factors';
import type { GangCut, GangHole } from '../model/stack';
import type { Shop } from '../model/shop';
import { leastHandled } from './phase-order';
import { inCircles, mustComeBefore, sortedBy, type Before } from './precedence';

/** How many layers a stack has of each member of its family. */
export type Mix = readonly number[];

/** A phase before its blades are chosen: places of features in the family. */
export interface PhaseOutline {
  /** Tells it from the other phases of its stack; see {@link phaseKey} for its lasting name. */
  readonly key: string;
  /** Places of the members whose layers are in it: all layers that the stack has of them. */
  readonly members: readonly number[];
  readonly layerIds: readonly string[];
  readonly singly: boolean;
  readonly cuts: readonly number[];
  readonly holes: readonly number[];
  readonly after: readonly string[];
}

/** Ids of the layers that a mix has of the member at a place. */
const idsOfMember = ({ members }: Pick<Family, 'members'>, mix: Mix, place: number): string[] =>
  Array.from({ length: mix[place] ?? 0 }, (_none, nth) => `${members[place]?.gang.key ?? ''}.${String(nth)}`);

/** Ids of the layers of a mix, from the top down: the members in turn. */
export const layerIdsOf = (family: Pick<Family, 'members'>, mix: Mix): string[] =>
  mix.flatMap((count, place) => (count > 0 ? idsOfMember(family, mix, place) : []));

/** Names a phase by its layers. */
export const phaseKey = ({ layerIds, singly }: Pick<PhaseOutline, 'layerIds' | 'singly'>): string =>
  shortKey({ layers: layerIds, singly });

/** Layers that are together, with what is done to them. */
interface Together {
  readonly key: string;
  readonly members: readonly number[];
  readonly layerIds: readonly string[];
  readonly singly: boolean;
  readonly cuts: number[];
  readonly holes: number[];
}

/**
 * The phases of a stack: cuts and holes that the same layers share are one phase.
 *
 * Inside first: what only some layers have is done to those before they are joined, and the outline of all last. A cut at a tilt is
 * sawn in each layer alone, since through a stack it would drift. Outline first: the outline and what else all layers have, then
 * the stack is taken apart and what is left is sawn in each layer alone, or in those that share it. What comes before or after the
 * outline is in the order that hands have the least to do for: see {@link leastHandled}. A phase follows every earlier one that had
 * a layer of it, so every way to keep to that order leads to the same pieces.
 *
 * What lies in the piece that an inside cut frees is done before that cut, whatever the order. Where phases would wait for each other
 * in a circle, what makes it is sawn in each layer alone.
 */
export function phasesOf(family: FeaturesOf, mix: Mix, shop: Habits): PhaseOutline[] {
  const apart: Apart = { cuts: new Set(), holes: new Set() };
  for (;;) {
    const phases = whatIsTogether(family, mix, shop, apart);
    const before = mustComeBefore(phases, family, shop.cutOrder);
    const circled = inCircles(phases, before);
    if (circled.length === 0) return withThoseBefore(sortedBy(inSchool(phases, family, shop, before), before));
    for (const { singly, layerIds, cuts, holes } of circled) {
      if (singly || layerIds.length === 1) continue;
      for (const place of cuts) apart.cuts.add(place);
      for (const place of holes) apart.holes.add(place);
    }
  }
}

type FeaturesOf = Pick<Family, 'members' | 'cuts' | 'holes'>;
type Habits = Pick<Shop, 'cutOrder' | 'afterOutline' | 'factors'>;

/** Places of the cuts and holes that are done in each layer alone so that an order can be kept. */
interface Apart {
  readonly cuts: Set<number>;
  readonly holes: Set<number>;
}

/** Cuts and holes by the layers that are together, or alone, for them. */
function whatIsTogether(
  family: FeaturesOf,
  mix: Mix,
  { cutOrder, afterOutline }: Pick<Habits, 'cutOrder' | 'afterOutline'>,
  apart: Apart,
): Together[] {
  const present = mix.flatMap((count, i) => (count > 0 ? [i] : []));
  const phases = new Map<string, Together>();
  const together = (members: readonly number[], singly: boolean): Together => {
    const layerIds = members.flatMap((place) => idsOfMember(family, mix, place));
    const alone = singly && layerIds.length > 1;
    const key = `${members.join(' ')}${alone ? ' alone' : ''}`;
    const phase = phases.get(key) ?? { key, members, layerIds, singly: alone, cuts: [], holes: [] };
    phases.set(key, phase);
    return phase;
  };
  const isSingly = cutOrder === 'outline-first' && afterOutline === 'singly';
  const having = (of: readonly (GangCut | GangHole | null)[]): number[] => present.filter((i) => of[i] !== null);
  const phasesFor = (of: readonly (GangCut | GangHole | null)[], isAlone: boolean): Together[] => {
    const members = having(of);
    if (members.length === 0) return [];
    return isAlone ? members.map((i) => together([i], true)) : [together(members, false)];
  };
  let isOutlineOfAll = false;
  family.cuts.forEach(({ of }, place) => {
    const isAlone = apart.cuts.has(place) || of.some((cut) => cut !== null && isTilted(cut.rule));
    if (of.some(isOutline) && !isAlone && having(of).length === present.length) isOutlineOfAll = true;
    for (const phase of phasesFor(of, isAlone || (isSingly && !of.some(isOutline)))) phase.cuts.push(place);
  });
  family.holes.forEach(({ of }, place) => {
    // What all have is drilled while they are still together for their outline.
    const withOutline = isOutlineOfAll && having(of).length === present.length;
    const isAlone = apart.holes.has(place) || (isSingly && !withOutline);
    for (const phase of phasesFor(of, isAlone)) phase.holes.push(place);
  });
  return [...phases.values()];
}

/** Phases in the order of the shop: those without an outline before the others or after them. */
function inSchool(
  phases: readonly Together[],
  { cuts }: FeaturesOf,
  { cutOrder, factors }: Habits,
  before: Before<Together>,
): Together[] {
  const isOuter = (phase: Together): boolean => phase.cuts.some((place) => cuts[place]?.of.some(isOutline) ?? false);
  const outer = phases.filter(isOuter);
  const inner = leastHandled(
    phases.filter((phase) => !isOuter(phase)),
    factorsInForce(factors),
    before,
  );
  return cutOrder === 'inside-first' ? [...inner, ...outer] : [...outer, ...inner];
}

const isOutline = (cut: GangCut | null): boolean => cut?.kind === 'outside';

/** Each with the last earlier phases of its layers. */
function withThoseBefore(phases: readonly Together[]): PhaseOutline[] {
  const last = new Map<string, string>();
  return phases.map((phase) => {
    const after = [...new Set(phase.layerIds.flatMap((id) => last.get(id) ?? []))];
    for (const id of phase.layerIds) last.set(id, phase.key);
    return { ...phase, after };
  });
}
