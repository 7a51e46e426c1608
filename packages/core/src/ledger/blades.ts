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

/** A blade as the drawer keeps it: which one is in the saw is told by the ledger. */
export const inDrawerForm = ({ inSaw: _told, ...blade }: Blade): DrawerBlade => blade;

const GONE: readonly BladeMoveKind[] = ['worn', 'broken', 'thrown-away'];

/** By how much an entry changes how many there are. */
export const changeBy = ({ kind, count }: Pick<BladeMove, 'kind' | 'count'>): number =>
  kind === 'bought' || kind === 'corrected' ? count : GONE.includes(kind) ? -count : 0;

/**
 * How many of each blade the entries leave, by its id: null where it was never counted; below 0 where more were used up than were
 * counted, for what broke is broken. An id counts once.
 */
export function bladesLeft(
  drawer: readonly DrawerBlade[],
  moves: readonly BladeMove[],
): ReadonlyMap<string, number | null> {
  const left = new Map(drawer.map(({ id, onHand }) => [id, onHand]));
  for (const move of new Map(moves.map((one) => [one.id, one])).values()) {
    const before = left.get(move.bladeId) ?? null;
    // Of blades that were never counted it is not known how many are left when one breaks.
    if (before !== null || move.kind === 'bought' || move.kind === 'corrected')
      left.set(move.bladeId, (before ?? 0) + changeBy(move));
  }
  return left;
}

/** The blade in the saw: the one put in last, unless it was taken out or used up since. */
function bladeInSaw(moves: readonly BladeMove[]): string | null {
  let inSaw: string | null = null;
  for (const { bladeId, kind } of moves) {
    if (kind === 'put-in') inSaw = bladeId;
    else if (inSaw === bladeId && (kind === 'taken-out' || GONE.includes(kind))) inSaw = null;
  }
  return inSaw;
}

/** The blades of a drawer as the ledger says they are: how many are left, and which one is in the saw. */
export function bladesNow(drawer: readonly DrawerBlade[], moves: readonly BladeMove[]): Blade[] {
  const left = bladesLeft(drawer, moves);
  const inSaw = bladeInSaw(moves);
  return drawer.map((blade) => {
    const count = left.get(blade.id) ?? null;
    return { ...blade, onHand: count === null ? null : Math.max(0, count), inSaw: blade.id === inSaw };
  });
}

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
