import type { Blade } from '../blades';

/** What happens to blades: bought, put into the saw and taken out, used up in one way or another, or counted anew. */
export const BLADE_MOVES = ['bought', 'put-in', 'taken-out', 'worn', 'broken', 'thrown-away', 'corrected'] as const;
export type BladeMoveKind = (typeof BLADE_MOVES)[number];

/** One entry of the ledger of blades. Entries are only ever added; a mistake is put right by another. */
export interface BladeMove {
  readonly id: string;
  readonly clientId: string;
  /** UTC. */
  readonly at: string;
  readonly bladeId: string;
  readonly kind: BladeMoveKind;
  /** How many; below 0 only in a correction. */
  readonly count: number;
}

/** A blade as the drawer keeps it: `onHand` is what was counted before the first entry of the ledger. */
export type DrawerBlade = Omit<Blade, 'inSaw'>;

const GONE: readonly BladeMoveKind[] = ['worn', 'broken', 'thrown-away'];

/** By how much an entry changes how many there are. */
export const changeBy = ({ kind, count }: Pick<BladeMove, 'kind' | 'count'>): number =>
  kind === 'bought' || kind === 'corrected' ? count : GONE.includes(kind) ? -count : 0;

/**
 * The blades of a drawer with what the ledger says of them: how many are left, null where they were never counted, and which
 * one is in the saw. An id counts once. A blade that is worn, broken or thrown away is in the saw no longer.
 */
export function bladesNow(drawer: readonly DrawerBlade[], moves: readonly BladeMove[]): Blade[] {
  const left = new Map(drawer.map(({ id, onHand }) => [id, onHand]));
  let inSaw: string | null = null;
  for (const move of new Map(moves.map((one) => [one.id, one])).values()) {
    const { bladeId, kind } = move;
    const before = left.get(bladeId) ?? null;
    // Of blades that were never counted it is not known how many are left when one breaks.
    if (before !== null || kind === 'bought' || kind === 'corrected') left.set(bladeId, (before ?? 0) + changeBy(move));
    if (kind === 'put-in') inSaw = bladeId;
    else if (inSaw === bladeId && (kind === 'taken-out' || GONE.includes(kind))) inSaw = null;
  }
  return drawer.map((blade) => ({
    ...blade,
    onHand: atLeastNone(left.get(blade.id) ?? null),
    inSaw: blade.id === inSaw,
  }));
}

/** What broke is entered whatever was counted: then too few were. */
const atLeastNone = (count: number | null): number | null => (count === null ? null : Math.max(0, count));

/** Blades of which so few are left that it is time to order more. */
export const toOrder = (blades: readonly Blade[]): Blade[] =>
  blades.filter(({ onHand, reorderAt }) => onHand !== null && reorderAt !== null && onHand <= reorderAt);

/** How many of a blade each kind of entry has counted: what it has come to. */
export function bladeTally(bladeId: string, moves: readonly BladeMove[]): Readonly<Record<BladeMoveKind, number>> {
  const tally = Object.fromEntries(BLADE_MOVES.map((kind) => [kind, 0])) as Record<BladeMoveKind, number>;
  for (const move of new Map(moves.map((one) => [one.id, one])).values())
    if (move.bladeId === bladeId) tally[move.kind] += move.count;
  return tally;
}
