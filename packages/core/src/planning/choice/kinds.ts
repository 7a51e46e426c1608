import type { MixPasses } from './best-passes';
import type { Family, Member } from '../blanks';
import { type MemberMix, memberMix, mixName } from '../stack';

/** So many passes of a mix of members. */
export interface MemberPasses {
  readonly mix: MemberMix;
  readonly passes: number;
}

/** The place of one member of each kind, in the order of the kinds. */
export function onesOfKinds({ members }: Pick<Family, 'members'>): number[] {
  const places: number[] = [];
  members.forEach(({ kind }, place) => (places[kind] ??= place));
  return places;
}

/** Layers of each kind, from layers of each member. */
export function byKind({ members }: Pick<Family, 'members'>, layers: readonly number[]): number[] {
  const counts: number[] = [];
  members.forEach(({ kind }, i) => (counts[kind] = (counts[kind] ?? 0) + (layers[i] ?? 0)));
  return counts;
}

/** Gives the layers of passes to members: of each kind one member after the other, as many as are wanted of it. */
export function allotToMembers(
  { members }: Pick<Family, 'members'>,
  stacks: readonly MixPasses[],
  wanted: readonly number[],
): MemberPasses[] {
  const waiting = waitingByKind(members, wanted);
  const allotted = new Map<string, { readonly mix: MemberMix; passes: number }>();
  for (const { mix, passes } of stacks)
    for (let pass = 0; pass < passes; pass++) {
      const taken = new Map<number, number>();
      mix.forEach((count, kind) => takeOf(kind, count, waiting[kind] ?? [], taken));
      const own = memberMix(taken);
      const name = mixName(own);
      const known = allotted.get(name);
      if (known) known.passes++;
      else allotted.set(name, { mix: own, passes: 1 });
    }
  return [...allotted.values()];
}

/** Layers that a member still wants. */
interface Waiting {
  readonly place: number;
  left: number;
}

/** Of each kind the members that want layers, the first of them last, so that what is served is taken off the end. */
function waitingByKind(members: readonly Member[], wanted: readonly number[]): Waiting[][] {
  const waiting: Waiting[][] = [];
  for (let place = members.length - 1; place >= 0; place--) {
    const kind = members[place]?.kind ?? 0;
    (waiting[kind] ??= []).push({ place, left: wanted[place] ?? 0 });
  }
  return waiting;
}

/** Moves so many layers of a kind from what is waited for into a pass. Throws where fewer are. */
function takeOf(kind: number, count: number, waiting: Waiting[], into: Map<number, number>): void {
  let more = count;
  while (more > 0) {
    const next = waiting[waiting.length - 1];
    if (!next) throw new RangeError(`passes give ${String(more)} layers more of kind ${String(kind)} than are wanted`);
    const taken = Math.min(more, next.left);
    next.left -= taken;
    if (taken > 0) into.set(next.place, (into.get(next.place) ?? 0) + taken);
    if (next.left === 0) waiting.pop();
    more -= taken;
  }
}
