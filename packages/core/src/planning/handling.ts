import type { Phase, SawnStack } from './model/stack';

/** What hands do to a pass between the cuts. */
export interface Handling {
  /** Ids of the layers that lie on top while something is drilled or sawn: each carries a pattern. */
  readonly tops: readonly string[];
  /** Times a layer, or layers that are together, is held to others. */
  readonly joins: number;
  /** Times layers that are together are taken apart. */
  readonly splits: number;
}

/** Layers that are held together, group by group. */
export type Held = readonly (readonly string[])[];

/**
 * Follows the layers of one pass through its phases, from single blanks. A phase takes apart what only partly belongs to it
 * and joins the rest; with the outline cut nothing holds the layers any more.
 */
export function handlingOf({ layers, phases }: Pick<SawnStack, 'layers' | 'phases'>): Handling {
  let held: Held = layers.map(({ id }) => [id]);
  let [joins, splits] = [0, 0];
  const tops = new Set<string>();
  for (const phase of phases) {
    const handled = heldFor(phase, held);
    held = handled.held;
    joins += handled.joins;
    splits += handled.splits;
    if (phase.cuts.some(({ kind }) => kind === 'outside') && phase !== phases[phases.length - 1]) {
      splits += held.filter((group) => group.length > 1).length;
      held = held.flat().map((id) => [id]);
    }
    for (const id of phase.singly ? phase.layerIds : phase.layerIds.slice(0, 1)) tops.add(id);
  }
  return { tops: [...tops], joins, splits };
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
