import type { Family } from './families';
import { shortKey } from './key';
import type { GangCut, GangHole } from './model/stack';
import type { Shop } from './model/shop';

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

/** Ids of the layers of a mix, from the top down: the members in turn. */
export const layerIdsOf = ({ members }: Pick<Family, 'members'>, mix: Mix): string[] =>
  members.flatMap(({ gang }, i) => Array.from({ length: mix[i] ?? 0 }, (_none, nth) => `${gang.key}.${String(nth)}`));

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
 * Inside first: what only some layers have is done to those before they are joined, the fewest layers first, and the outline
 * of all last. Outline first: the outline and the holes that all have, then the stack is taken apart and what is left is
 * sawn in each layer alone, or in those that share it, most layers first. A phase follows every earlier one that had a
 * layer of it, so every way to keep to that order leads to the same pieces.
 */
export function phasesOf(
  family: Pick<Family, 'members' | 'cuts' | 'holes'>,
  mix: Mix,
  { cutOrder, afterOutline }: Pick<Shop, 'cutOrder' | 'afterOutline'>,
): PhaseOutline[] {
  const present = mix.flatMap((count, i) => (count > 0 ? [i] : []));
  const ids = family.members.map(({ gang }, i) =>
    Array.from({ length: mix[i] ?? 0 }, (_none, nth) => `${gang.key}.${String(nth)}`),
  );
  const phases = new Map<string, Together>();
  const together = (members: readonly number[], singly: boolean): Together => {
    const layerIds = members.flatMap((i) => ids[i] ?? []);
    const alone = singly && layerIds.length > 1;
    const key = `${members.join(' ')}${alone ? ' alone' : ''}`;
    const phase = phases.get(key) ?? { key, members, layerIds, singly: alone, cuts: [], holes: [] };
    phases.set(key, phase);
    return phase;
  };
  /** Where something is done that these members have. */
  const phasesFor = (of: readonly (GangCut | GangHole | null)[], isOutside: boolean, isHole: boolean): Together[] => {
    const having = present.filter((i) => of[i] !== null);
    if (having.length === 0) return [];
    const byAll = having.length === present.length;
    const apart = cutOrder === 'outline-first' && afterOutline === 'singly' && !isOutside && !(isHole && byAll);
    return apart ? having.map((i) => together([i], true)) : [together(having, false)];
  };
  family.cuts.forEach(({ of }, place) => {
    const isOutside = of.some((cut) => cut?.kind === 'outside');
    for (const phase of phasesFor(of, isOutside, false)) phase.cuts.push(place);
  });
  family.holes.forEach(({ of }, place) => {
    for (const phase of phasesFor(of, false, true)) phase.holes.push(place);
  });
  return inTurn([...phases.values()], cutOrder);
}

/** In their order, each with the last earlier phases of its layers. */
function inTurn(phases: readonly Together[], cutOrder: Shop['cutOrder']): PhaseOutline[] {
  const larger = cutOrder === 'inside-first' ? 1 : -1;
  const turnOf = ({ layerIds, singly }: Together): number => larger * layerIds.length + (singly ? 0.5 : 0);
  const last = new Map<string, string>();
  return [...phases]
    .sort((a, b) => turnOf(a) - turnOf(b))
    .map((phase) => {
      const after = [...new Set(phase.layerIds.flatMap((id) => last.get(id) ?? []))];
      for (const id of phase.layerIds) last.set(id, phase.key);
      return { ...phase, after };
    });
}
