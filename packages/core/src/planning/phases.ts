import type { Family } from './families';
import { shortKey } from './key';
import type { GangCut, GangHole } from './model/stack';
import type { Shop } from './model/shop';
import { isTilted } from './tilt';

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
 * of all last. A cut at a tilt is sawn in each layer alone, since through a stack it would drift. Outline first: the outline and the holes that all have, then the stack is taken apart and what is left is
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
    const byOne = cutOrder === 'outline-first' && afterOutline === 'singly' && !isOutside && !(isHole && byAll);
    const apart = byOne || of.some((one) => one !== null && 'rule' in one && isTilted(one.rule));
    return apart ? having.map((i) => together([i], true)) : [together(having, false)];
  };
  family.cuts.forEach(({ of }, place) => {
    for (const phase of phasesFor(of, of.some(isOutline), false)) phase.cuts.push(place);
  });
  family.holes.forEach(({ of }, place) => {
    for (const phase of phasesFor(of, false, true)) phase.holes.push(place);
  });
  const outlines = new Set(family.cuts.flatMap(({ of }, place) => (of.some(isOutline) ? [place] : [])));
  return inTurn([...phases.values()], cutOrder, outlines);
}

const isOutline = (cut: GangCut | null): boolean => cut?.kind === 'outside';

/** In their order, each with the last earlier phases of its layers. What is sawn one by one is sawn while layers are apart. */
function inTurn(
  phases: readonly Together[],
  cutOrder: Shop['cutOrder'],
  outlines: ReadonlySet<number>,
): PhaseOutline[] {
  const insideFirst = cutOrder === 'inside-first';
  const turnOf = ({ layerIds, singly, cuts }: Together): number => {
    if (cuts.some((place) => outlines.has(place))) return insideFirst ? Infinity : -Infinity;
    return insideFirst ? layerIds.length - (singly ? 0.5 : 0) : (singly ? 0.5 : 0) - layerIds.length;
  };
  const last = new Map<string, string>();
  return [...phases]
    .map((phase) => ({ phase, turn: turnOf(phase) }))
    .sort((a, b) => (a.turn === b.turn ? 0 : a.turn - b.turn))
    .map(({ phase }) => {
      const after = [...new Set(phase.layerIds.flatMap((id) => last.get(id) ?? []))];
      for (const id of phase.layerIds) last.set(id, phase.key);
      return { ...phase, after };
    });
}
