import type { Member } from '../blanks';

/** How a member, or all members of a kind, must lie to others in a stack. */
export interface Lying {
  /** The body whose layers they all are, with their first and last place in it; null where that is not one body. */
  readonly body: { readonly id: string; readonly first: number; readonly last: number } | null;
  /** Null where some of them are turned over and others are not. */
  readonly turnedOver: boolean | null;
}

export function lyingOf(members: readonly Member[]): Lying {
  const bodies = [...new Set(members.map(({ gang }) => gang.bodyId))];
  const turns = [...new Set(members.map(({ turnedOver }) => turnedOver))];
  const places = members.flatMap(({ gang }) => gang.bodyPlaces ?? []);
  const [id = null] = bodies;
  const isOne = bodies.length === 1 && id !== null;
  const [first, last] = [Math.min(...places.map((own) => own.first)), Math.max(...places.map((own) => own.last))];
  return { body: isOne ? { id, first, last } : null, turnedOver: turns.length === 1 ? (turns[0] ?? null) : null };
}

/** True where one must lie above another: layers of one body lie in its order. */
export const isAbove = ({ body: one }: Lying, { body: other }: Lying): boolean =>
  one !== null && other !== null && one.id === other.id && one.last < other.first;
