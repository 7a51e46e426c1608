import type { MixPasses } from './best-passes';
import type { Family, Member } from './families';
import type { Mix } from './phases';

/** One member of each kind, in the order of the kinds. */
export function oneOfEachKind({ members }: Pick<Family, 'members'>): Member[] {
  const ones: Member[] = [];
  for (const member of members) ones[member.kind] ??= member;
  return ones;
}

/** Layers of each kind, from layers of each member. */
export const byKind = (family: Pick<Family, 'members'>, layers: readonly number[]): number[] =>
  oneOfEachKind(family).map((_one, kind) =>
    family.members.reduce((sum, member, i) => sum + (member.kind === kind ? (layers[i] ?? 0) : 0), 0),
  );

/** A mix of kinds as a mix of members: all layers of the first of each kind. What it costs is the same for any other. */
export function mixOfKinds({ members }: Pick<Family, 'members'>, kinds: Mix): Mix {
  const seen = new Set<number>();
  return members.map(({ kind }) => {
    const isFirst = !seen.has(kind);
    seen.add(kind);
    return isFirst ? (kinds[kind] ?? 0) : 0;
  });
}

/** Gives the layers of passes to members: of each kind one member after the other, as many as are wanted of it. */
export function allotToMembers(
  { members }: Pick<Family, 'members'>,
  stacks: readonly MixPasses[],
  wanted: readonly number[],
): MixPasses[] {
  const left = [...wanted];
  const allotted = new Map<string, { readonly mix: Mix; passes: number }>();
  for (const { mix, passes } of stacks)
    for (let pass = 0; pass < passes; pass++) {
      const own = members.map(() => 0);
      mix.forEach((count, kind) => takeOf(kind, count, members, left, own));
      const key = own.join(' ');
      const known = allotted.get(key);
      if (known) known.passes++;
      else allotted.set(key, { mix: own, passes: 1 });
    }
  return [...allotted.values()];
}

/** Moves so many layers of a kind from what is left into a pass. Throws where fewer are left. */
function takeOf(kind: number, count: number, members: readonly Member[], left: number[], into: number[]): void {
  let more = count;
  members.forEach((member, i) => {
    if (member.kind !== kind || more === 0) return;
    const taken = Math.min(more, left[i] ?? 0);
    left[i] = (left[i] ?? 0) - taken;
    into[i] = (into[i] ?? 0) + taken;
    more -= taken;
  });
  if (more > 0) throw new RangeError(`passes give ${String(more)} layers more of kind ${String(kind)} than are wanted`);
}
