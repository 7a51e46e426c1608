import { type Family, isTilted, shortKey } from '../blanks';
import { factorsInForce } from '../model/factors';
import type { GangCut, GangHole } from '../model/stack';
import type { Shop } from '../model/shop';
import { leastHandled } from './phase-order';

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
 */
export function phasesOf(
  family: Pick<Family, 'members' | 'cuts' | 'holes'>,
  mix: Mix,
  { cutOrder, afterOutline, factors }: Pick<Shop, 'cutOrder' | 'afterOutline' | 'factors'>,
): PhaseOutline[] {
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
  const isTiltedIn = (of: readonly (GangCut | GangHole | null)[]): boolean =>
    of.some((one) => one !== null && 'rule' in one && isTilted(one.rule));
  const leaning = new Set(
    family.cuts.flatMap(({ of }) =>
      of.some(isOutline) && isTiltedIn(of) ? present.filter((i) => of[i] !== null) : [],
    ),
  );
  const isOutlineOfAll =
    leaning.size === 0 && family.cuts.some(({ of }) => of.some(isOutline) && present.every((i) => of[i] !== null));
  /** Where something is done that these members have. */
  const phasesFor = (of: readonly (GangCut | GangHole | null)[], isOutside: boolean, isHole: boolean): Together[] => {
    const having = present.filter((i) => of[i] !== null);
    if (having.length === 0) return [];
    // Drilled while they are still together for their outline.
    const withOutline = isHole && isOutlineOfAll && having.length === present.length;
    const byOne = cutOrder === 'outline-first' && afterOutline === 'singly' && !isOutside && !withOutline;
    // Of several outlines on one blank all are sawn one by one where one must be: between two of them nothing inside is sawn.
    const isBesideTilted = isOutside && having.some((i) => leaning.has(i));
    return byOne || isTiltedIn(of) || isBesideTilted
      ? having.map((i) => together([i], true))
      : [together(having, false)];
  };
  family.cuts.forEach(({ of }, place) => {
    for (const phase of phasesFor(of, of.some(isOutline), false)) phase.cuts.push(place);
  });
  family.holes.forEach(({ of }, place) => {
    for (const phase of phasesFor(of, false, true)) phase.holes.push(place);
  });
  const outlines = new Set(family.cuts.flatMap(({ of }, place) => (of.some(isOutline) ? [place] : [])));
  const isOuter = ({ cuts }: Together): boolean => cuts.some((place) => outlines.has(place));
  const outer = [...phases.values()].filter(isOuter);
  const inner = leastHandled(
    [...phases.values()].filter((phase) => !isOuter(phase)),
    factorsInForce(factors),
  );
  return withThoseBefore(cutOrder === 'inside-first' ? [...inner, ...outer] : [...outer, ...inner]);
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
