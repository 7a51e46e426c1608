import type { Phase, SawnStack } from '../model/stack';

/** What hands do to a pass between the cuts. */
export interface Handling {
  /** Ids of the layers that lie on top while something is drilled or sawn: each carries a pattern. */
  readonly tops: readonly string[];
  /** Times a layer, or layers that are together, is held to others. */
  readonly joins: number;
  /** Times layers that are together are taken apart. */
  readonly splits: number;
}

/** What hands do to come to a phase, and after it where its outline frees the layers of each other. */
export interface PhaseHandling extends Omit<Handling, 'tops'> {
  /** Stacks that are taken apart after it, whatever comes next. */
  readonly frees: number;
}

/** Layers that are held together, group by group. */
export type Held = readonly (readonly string[])[];

/**
 * Follows the layers of one pass through its phases, from single blanks: what hands do for each phase, in their order. A phase
 * takes apart what only partly belongs to it and joins the rest; with the outline cut nothing holds the layers any more.
 */
export function handlingByPhase({ layers, phases }: Pick<SawnStack, 'layers' | 'phases'>): PhaseHandling[] {
  let held: Held = layers.map(({ id }) => [id]);
  return phases.map((phase, i) => {
    const { joins, splits, held: now } = heldFor(phase, held);
    held = now;
    if (i === phases.length - 1 || phase.cuts.every(({ kind }) => kind !== 'outside'))
      return { joins, splits, frees: 0 };
    const frees = held.filter((group) => group.length > 1).length;
    held = held.flat().map((id) => [id]);
    return { joins, splits, frees };
  });
}

/** What hands do to one pass in all its phases. */
export function handlingOf(stack: Pick<SawnStack, 'layers' | 'phases'>): Handling {
  const byPhase = handlingByPhase(stack);
  const tops = new Set(stack.phases.flatMap(({ singly, layerIds }) => (singly ? layerIds : layerIds.slice(0, 1))));
  return {
    tops: [...tops],
    joins: byPhase.reduce((sum, { joins }) => sum + joins, 0),
    splits: byPhase.reduce((sum, { splits, frees }) => sum + splits + frees, 0),
  };
}

/** What is held together in a phase, and how often layers are joined and taken apart to come to that. */
export function heldFor(
  phase: Pick<Phase, 'layerIds' | 'singly'>,
  before: Held,
): Omit<Handling, 'tops'> & { readonly held: Held } {
  const own = new Set(phase.layerIds);
  const inside = (group: readonly string[]): string[] => group.filter((id) => own.has(id));
  const touched = before.filter((group) => inside(group).length > 0);
  const splits = touched.filter((group) => isTakenApart(group, phase, inside(group).length)).length;
  const rest = before.map((group) => group.filter((id) => !own.has(id))).filter((group) => group.length > 0);
  if (phase.singly) return { held: [...rest, ...phase.layerIds.map((id) => [id])], joins: 0, splits };
  return { held: [...rest, [...phase.layerIds]], joins: touched.length - 1, splits };
}

const isTakenApart = (group: readonly string[], { singly }: Pick<Phase, 'singly'>, inside: number): boolean =>
  group.length > 1 && (singly || inside < group.length);
