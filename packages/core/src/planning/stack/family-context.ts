import type { Result } from '../../result';
import type { Family, Member } from '../blanks';
import type { PlanError, PlanInput } from '../model/input';
import type { PlannedCut, Reach, StackedGang, UnnamedStack } from '../model/stack';
import type { PhaseOutline } from '../phases';
import type { bladesForCut } from './cut-blades';
import { type Lying, lyingOf } from './lying';
import { familyAt, type MemberMix } from './member-mix';

/** A family on its way to its stacks. */
export interface FamilyContext {
  readonly family: Family;
  readonly input: PlanInput;
  /** By the id of the cut. */
  readonly reaches: ReadonlyMap<string, Reach>;
  /** What was worked out before, by mix, and for cuts by height and wood: it is asked for again and again. */
  readonly sawn: Map<string, Result<UnnamedStack, PlanError>>;
  readonly outlines: Map<string, readonly PhaseOutline[]>;
  readonly described: Map<Member, StackedGang>;
  /** What the order of layers has to keep, by the places of the members. */
  readonly lying: readonly Lying[];
  readonly orders: Map<string, readonly number[]>;
  /** Contexts of some members alone, by their places. */
  readonly within: Map<string, FamilyContext>;
  readonly found: Map<string, ReturnType<typeof bladesForCut>>;
  /** Entry holes by cut and bit, looked for once where two are wanted. */
  readonly entries: Map<string, PlannedCut['entries']>;
}

export const newContext = (family: Family, input: PlanInput, reaches: ReadonlyMap<string, Reach>): FamilyContext => ({
  family,
  input,
  reaches,
  sawn: new Map(),
  outlines: new Map(),
  described: new Map(),
  lying: family.members.map((member) => lyingOf([member])),
  orders: new Map(),
  within: new Map(),
  found: new Map(),
  entries: new Map(),
});

/** The same for some members of the family alone, in this order, made once; what was found out of cuts and members is shared. */
export function contextAt(context: FamilyContext, places: readonly number[]): FamilyContext {
  const key = places.join(' ');
  const known = context.within.get(key) ?? {
    ...context,
    family: familyAt(context.family, places),
    lying: places.flatMap((place) => context.lying[place] ?? []),
    sawn: new Map(),
    outlines: new Map(),
    orders: new Map(),
    within: new Map(),
  };
  context.within.set(key, known);
  return known;
}

/** The context of just the members of a mix, from the top down; their layers are said by `countsOf`. */
export const contextOf = (mix: MemberMix, context: FamilyContext): FamilyContext =>
  contextAt(
    context,
    mix.map(({ place }) => place),
  );
