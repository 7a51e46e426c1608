import type { Length } from '../units';

/** What goes into a hole that stays: nothing that fits, what is fixed in it, or what turns or slides in it. */
export const HOLE_FITS = ['plain', 'tight', 'loose'] as const;
export type HoleFit = (typeof HOLE_FITS)[number];

/** How a hole that stays is drilled. */
export interface HoleUse {
  readonly fit: HoleFit;
  /** null where it goes right through. */
  readonly depth: Length | null;
}

/** Right through, with nothing that has to fit. */
export const PLAIN_HOLE: HoleUse = { fit: 'plain', depth: null };

/** What says how its holes are used, by their ids: a part. */
interface WithUses {
  readonly holeUses: Readonly<Record<string, HoleUse>>;
}

export const holeUseOf = ({ holeUses }: WithUses, holeId: string): HoleUse => holeUses[holeId] ?? PLAIN_HOLE;

/** The part with another use of a hole; a plain one is not kept. */
export function withHoleUse<P extends WithUses>(part: P, holeId: string, changes: Partial<HoleUse>): P {
  const use = { ...holeUseOf(part, holeId), ...changes };
  const { [holeId]: _before, ...others } = part.holeUses;
  const isPlain = use.fit === 'plain' && use.depth === null;
  return { ...part, holeUses: isPlain ? others : { ...others, [holeId]: use } };
}
